/** Choices that belong to forces and contact. */
import {
  AVOIDED,
  AXES,
  BLENDS,
  CENTRES,
  CHURN_SPACES,
  CONTACTS,
  MARK_CLIPS,
  type DirectedForce,
  FALLOFFS,
  RAIL_MODES,
  THRUST_ENDS,
  WAVER_KINDS,
  type WaverTarget,
  WIND_MODES,
} from '@gliv/model'
import { fieldText } from '@gliv/words'
import { type ChoiceDefinition, emitterOf, noYes, ofType, titled, typeOf, wordsOf } from './choice.ts'

const axesOf = (force: DirectedForce): ChoiceDefinition => ({
  ...titled(`type.axes.${force}`),
  options: wordsOf(`type.axes.${force}`, AXES),
  current: (_emitter, type) => type.axes[force],
  apply: (kit, path, value) => {
    const type = typeOf(kit, path)
    type.axes = { ...type.axes, [force]: value }
  },
})

const waver = (target: WaverTarget): ChoiceDefinition => ({
  ...titled(`type.wavers.${target}`),
  options: wordsOf(`type.wavers.${target}`, WAVER_KINDS),
  current: (_emitter, type) => type.wavers[target],
  apply: (kit, path, value) => {
    const type = typeOf(kit, path)
    type.wavers = { ...type.wavers, [target]: value }
  },
})

export const FORCE_CHOICES = {
  gravityAxes: axesOf('gravity'),
  windAxes: axesOf('wind'),
  driftAxes: axesOf('drift'),
  swayAxes: axesOf('sway'),
  thrustEnd: ofType('thrustEnd', THRUST_ENDS),
  windMode: ofType('windMode', WIND_MODES),
  pullTo: ofType('pullTo', CENTRES),
  pullFalloff: ofType('pullFalloff', FALLOFFS),
  swirlTo: ofType('swirlTo', CENTRES),
  swirlFalloff: ofType('swirlFalloff', FALLOFFS),
  churnSpace: ofType('churnSpace', CHURN_SPACES),
  railMode: ofType('railMode', RAIL_MODES),
  avoids: ofType('avoids', AVOIDED),
  waverSpeed: waver('speed'),
  waverHeading: waver('heading'),
  waverSpin: waver('spin'),
  waverScale: waver('scale'),
  waverOpacity: waver('opacity'),
  markBlend: ofType('markBlend', BLENDS),
  markClip: ofType('markClip', MARK_CLIPS),
  contact: ofType('contact', CONTACTS),
  dormant: {
    title: fieldText('emitter.dormant').title,
    help: fieldText('emitter.dormant').help!,
    options: noYes('emitter.dormant'),
    current: (emitter) => (emitter.dormant ? 'yes' : 'no'),
    apply: (kit, path, value) => {
      const effect = kit.effects[path.effect]!
      emitterOf(kit, path).dormant = value === 'yes'
      // Nobody can hand over to an emitter that sends out by itself.
      if (value === 'no')
        for (const other of Object.values(effect.emitters))
          other.relays = other.relays.filter((relay) => relay.emitter !== path.emitter)
    },
  },
  endsOutside: {
    ...titled('type.endsOutside'),
    options: noYes('type.endsOutside'),
    current: (_emitter, type) => (type.endsOutside ? 'yes' : 'no'),
    apply: (kit, path, value) => void (typeOf(kit, path).endsOutside = value === 'yes'),
  },
} as const satisfies Record<string, ChoiceDefinition>
