/** What an emitter begins as: the plain kinds. Whole layers with pictures of their own are techniques. */
import type { EmitterChoices, TypeChoices } from '@gliv/model'
import type { Emitter, Kit, ParticleType } from './kit.ts'
import { addLayer, type MakeId } from './layers.ts'
import { type Begins, settleIn } from './plays.ts'

/** What a new emitter starts from. */
export interface Starter {
  readonly name: string
  /** What it is for, in a few words. */
  readonly help: string
  readonly numbers?: Partial<Emitter['numbers']>
  readonly typeNumbers?: Partial<ParticleType['numbers']>
  readonly choices?: Partial<EmitterChoices>
  readonly typeChoices?: Partial<TypeChoices>
  readonly ramps?: Partial<ParticleType['ramps']>
  readonly burst?: number
  /** How an effect plays that begins with it. */
  readonly begins?: Begins
}

/** There from the first frame on, gone at the end. */
const SEEN_AT_ONCE: ParticleType['ramps']['opacity'] = {
  points: [
    { at: 0, value: 1, ease: 'linear' },
    { at: 0.6, value: 1, ease: 'ease' },
    { at: 1, value: 0, ease: 'linear' },
  ],
}

/** Seen on the whole way down. */
const ALL_THE_WAY: ParticleType['ramps']['opacity'] = {
  points: [
    { at: 0, value: 1, ease: 'linear' },
    { at: 0.95, value: 1, ease: 'ease' },
    { at: 1, value: 0, ease: 'linear' },
  ],
}

/** What an emitter begins as, by id. */
export const STARTERS = {
  steady: { name: 'Steady', help: 'a flow that goes on', begins: { play: 'loop' } },
  burst: {
    name: 'Burst',
    help: 'many at one moment',
    burst: 20,
    numbers: { flow: 0, fan: 360, duration: 0 },
    ramps: { opacity: SEEN_AT_ONCE },
  },
  picture: {
    name: 'One picture',
    help: 'a single sprite',
    burst: 1,
    numbers: { flow: 0, fan: 0, duration: 0, speed: { from: 0, to: 0 } },
    typeNumbers: { life: { from: 1, to: 1 } },
    ramps: { opacity: SEEN_AT_ONCE },
  },
  weather: {
    name: 'Weather',
    help: 'falls through the whole view',
    choices: { shape: 'viewEdge', side: 'top', edgeSlant: true, wrap: 'x', order: 'byDepth' },
    numbers: {
      flow: 60,
      duration: 4,
      heading: 90,
      fan: 6,
      speed: { from: 180, to: 260 },
      edgeDepth: 12,
      edgeOutset: 12,
    },
    typeNumbers: {
      life: { from: 3.6, to: 3.8 },
      depthScale: 0.45,
      depthSpeed: 0.6,
      depthOpacity: 0.5,
    },
    ramps: { opacity: ALL_THE_WAY },
    begins: { play: 'loop', warmUp: 3.8 },
  },
  trail: {
    name: 'Trail',
    help: 'left behind by what moves',
    numbers: { flow: 0, flowPerPx: 0.12, duration: 4, heading: -90, fan: 360, speed: { from: 4, to: 16 } },
    typeNumbers: { life: { from: 0.5, to: 0.9 } },
    begins: { play: 'loop' },
  },
} as const satisfies Record<string, Starter>
/** Name of a starter in `STARTERS`. */
export type StarterId = keyof typeof STARTERS

/** Adds an emitter with a particle type of its own. The kit must have a sheet. Returns its id. */
export const addEmitter = (kit: Kit, effectId: string, starterId: StarterId, makeId: MakeId): string => {
  const { burst, begins, ...starter }: Starter = STARTERS[starterId]
  const id = addLayer(
    kit,
    effectId,
    {
      ...starter,
      sheet: kit.sheetOrder[0]!,
      frame: 0,
      burst: burst ? { burstCount: { from: burst, to: burst } } : null,
    },
    makeId,
  )
  settleIn(kit.effects[effectId]!, [id], begins)
  return id
}
