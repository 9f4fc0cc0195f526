/**
 * The three effects of 2,000 particles that edits are measured on: a burst, contact, and warm-up with a
 * relay.
 */
import { addRelay, writeKitJson } from '@gliv/document'
import { frozenDemo } from '@gliv/demo/frozen'

export const EDITED = ['burst', 'contact', 'warm-up and relay'] as const
export type Edited = (typeof EDITED)[number]

/** What each class of property is dragged by. */
export const CLASSES: Readonly<
  Record<Edited, readonly (readonly [string, string, ('from' | 'to' | 'both')?])[]>
> = {
  burst: [
    ['output', 'scale', 'to'],
    ['motion', 'gravity'],
    ['birth', 'speed', 'to'],
    ['emission', 'burstCount', 'both'],
  ],
  contact: [
    ['output', 'scale', 'to'],
    ['motion', 'gravity'],
    ['birth', 'speed', 'to'],
    ['emission', 'flow'],
  ],
  'warm-up and relay': [
    ['output', 'scale', 'to'],
    ['motion', 'gravity'],
    ['birth', 'speed', 'to'],
    ['emission', 'flow'],
  ],
}

const NUMBERS = {
  burst: { flow: 0, duration: 0, cap: 4000, fan: 360, speed: { from: 20, to: 160 } },
  contact: { flow: 1000, duration: 10, cap: 4000, heading: -90, fan: 120, speed: { from: 60, to: 260 } },
  'warm-up and relay': {
    flow: 700,
    duration: 10,
    cap: 4000,
    heading: 90,
    fan: 30,
    speed: { from: 60, to: 200 },
    offsetY: -120,
  },
} as const satisfies Record<Edited, object>

/** One effect of about 2,000 particles after a second. */
export const editedKit = (what: Edited): Buffer => {
  const demo = frozenDemo()
  const { kit } = demo
  const effect = kit.effects['funnel-steam']!
  effect.name = `Edited ${what}`
  effect.play = 'once'
  const emitter = effect.emitters['steam-wisps']!
  delete effect.emitters['steam-body']
  effect.emitterOrder = ['steam-wisps']
  delete kit.types['steam']
  kit.typeOrder = kit.typeOrder.filter((id) => id !== 'steam')
  Object.assign(emitter.numbers, NUMBERS[what])
  const type = kit.types['wisp']!
  Object.assign(type.numbers, {
    life: { from: 2, to: 2 },
    scale: { from: 0.2, to: 0.3 },
    gravity: 200,
    gravityHeading: 90,
  })
  if (what === 'burst')
    emitter.bursts = [
      {
        id: 'all',
        eachPlace: false,
        numbers: {
          burstAt: { from: 0, to: 0 },
          burstCount: { from: 2000, to: 2000 },
          burstSpan: 0,
          burstRepeats: 1,
          burstInterval: { from: 0.25, to: 0.25 },
          burstChance: 1,
        },
      },
    ]
  if (what === 'contact') type.contact = 'bounce'
  if (what === 'warm-up and relay') {
    effect.numbers.warmUp = 3
    let n = 0
    const child = addRelay(kit, effect.id, emitter.id, (prefix) => `${prefix}-${++n}`)
    emitter.relays[0]!.numbers.relayCount = { from: 2, to: 2 }
    effect.emitters[child]!.numbers.cap = 4000
  }
  kit.name = `Edit ${what}`
  return Buffer.from(writeKitJson(demo))
}
