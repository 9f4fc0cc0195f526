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
import {
  AVOIDED_TEXTS,
  AXES_TEXTS,
  CENTRE_TEXTS,
  CHURN_SPACE_TEXTS,
  CONTACT_TEXTS,
  MARK_CLIP_TEXTS,
  FALLOFF_TEXTS,
  RAIL_MODE_TEXTS,
  THRUST_END_TEXTS,
  WAVER_KIND_TEXTS,
  WAVER_TARGET_TEXTS,
  WIND_MODE_TEXTS,
} from '../../document/texts/forces.ts'
import { BLEND_TEXTS } from '../../document/texts/kinds.ts'
import { type ChoiceDefinition, emitterOf, ofType, optionsOf, typeOf, yesNo } from './choice.ts'

const axesOf = (force: DirectedForce): ChoiceDefinition => ({
  title: 'Its heading',
  field: `type.axes.${force}`,
  help: 'Whether its direction stays with the world, or turns and mirrors with the placed effect.',
  options: optionsOf(AXES, AXES_TEXTS),
  current: (_emitter, type) => type.axes[force],
  apply: (kit, path, value) => {
    const type = typeOf(kit, path)
    type.axes = { ...type.axes, [force]: value }
  },
})

const waver = (target: WaverTarget): ChoiceDefinition => ({
  title: 'Changes',
  field: `type.wavers.${target}`,
  help: `How the ${WAVER_TARGET_TEXTS[target].toLowerCase()} changes.`,
  options: optionsOf(WAVER_KINDS, WAVER_KIND_TEXTS),
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
  thrustEnd: ofType('At speed 0', 'thrustEnd', THRUST_ENDS, THRUST_END_TEXTS),
  windMode: ofType('The wind', 'windMode', WIND_MODES, WIND_MODE_TEXTS),
  pullTo: ofType('Pulls to', 'pullTo', CENTRES, CENTRE_TEXTS),
  pullFalloff: ofType('Strength', 'pullFalloff', FALLOFFS, FALLOFF_TEXTS),
  swirlTo: ofType('Around', 'swirlTo', CENTRES, CENTRE_TEXTS),
  swirlFalloff: ofType('Strength', 'swirlFalloff', FALLOFFS, FALLOFF_TEXTS),
  churnSpace: ofType('Eddies lie', 'churnSpace', CHURN_SPACES, CHURN_SPACE_TEXTS),
  railMode: ofType('Passed', 'railMode', RAIL_MODES, RAIL_MODE_TEXTS),
  avoids: ofType('Away from', 'avoids', AVOIDED, AVOIDED_TEXTS),
  waverSpeed: waver('speed'),
  waverHeading: waver('heading'),
  waverSpin: waver('spin'),
  waverScale: waver('scale'),
  waverOpacity: waver('opacity'),
  markBlend: ofType('Blend', 'markBlend', BLENDS, BLEND_TEXTS),
  markClip: ofType('Cut off', 'markClip', MARK_CLIPS, MARK_CLIP_TEXTS),
  contact: ofType('At a surface', 'contact', CONTACTS, CONTACT_TEXTS),
  dormant: {
    title: 'Sends out',
    help: 'A dormant emitter sends out only what relays ask for.',
    options: yesNo('by itself', 'only for relays'),
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
    title: 'Off the view',
    field: 'type.endsOutside',
    options: yesNo('lives on', 'ends'),
    current: (_emitter, type) => (type.endsOutside ? 'yes' : 'no'),
    apply: (kit, path, value) => void (typeOf(kit, path).endsOutside = value === 'yes'),
  },
} as const satisfies Record<string, ChoiceDefinition>
