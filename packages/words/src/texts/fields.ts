/** What is chosen rather than numbered: the title of each place, and the words of its values. */
import * as force from './forces.ts'
import * as kind from './kinds.ts'

/** A place of the document and what its values are called; a yes or no has the words `no` and `yes`. */
export interface FieldText {
  readonly title: string
  readonly help?: string
  readonly words: Readonly<Record<string, string>>
}

const field = <const W extends Readonly<Record<string, string>>>(title: string, words: W, help?: string) => ({
  title,
  words,
  ...(help === undefined ? {} : { help }),
})
const flag = (title: string, no: string, yes: string, help?: string) => field(title, { no, yes }, help)

const STYLE_FLOOR = { no: 'a value of its own', yes: 'a share of the start' } as const
const HEADING_HELP =
  'Whether its direction stays with the world, or turns and mirrors with the placed effect.'
const axes = field('Its heading', force.AXES_TEXTS, HEADING_HELP)
const waver = (target: keyof typeof force.WAVER_TARGET_TEXTS) =>
  field(
    'Changes',
    force.WAVER_KIND_TEXTS,
    `How the ${force.WAVER_TARGET_TEXTS[target].toLowerCase()} changes.`,
  )

/** By the place of the value, as a row of the table of emitters is called: `emitter.fill`, `type.styles.scale.by`. */
export const FIELDS = {
  'emitter.shape': field('Shape', kind.SHAPE_TEXTS),
  'emitter.countsPer': field(
    'Counts are',
    { no: 'for the whole shape', size: 'for its size' },
    'For the whole shape, or for each piece of it, so that a larger shape sends out more.',
  ),
  'emitter.fill': field('Fill', kind.FILL_TEXTS),
  'emitter.placement': field('Next place', kind.PLACEMENT_TEXTS, 'Which place of the shape comes next.'),
  'emitter.sizeUnit': field('Sizes in', kind.SIZE_UNIT_TEXTS),
  'emitter.space': field(
    'Once born',
    kind.SPACE_TEXTS,
    'Whether particles stay behind, go with the effect, or stay on the screen.',
  ),
  'emitter.pieceFit': field('Pieces are', kind.PIECE_FIT_TEXTS),
  'emitter.edgeSlant': flag(
    'The strip',
    'as long as the edge',
    'widened for the slant',
    'Widened, it reaches so far beyond the edge that what falls aslant fills the whole view.',
  ),
  'emitter.wrap': field(
    'Out of view',
    kind.WRAP_TEXTS,
    'Weather that comes in again fills the view wherever the camera goes.',
  ),
  'emitter.wrapIn': field(
    'Comes in again',
    kind.WRAP_AREA_TEXTS,
    'A rectangle of its own is also a tile that can be baked without a seam.',
  ),
  'emitter.side': field('Side', kind.SIDE_TEXTS),
  'emitter.aim': field('Heads', kind.AIM_TEXTS),
  'emitter.rhythm': field('Rhythm', kind.RHYTHM_TEXTS),
  'emitter.capPolicy': field('When full', kind.CAP_POLICY_TEXTS),
  'emitter.order': field('On top', kind.ORDER_TEXTS),
  'emitter.dormant': flag(
    'Sends out',
    'by itself',
    'only for relays',
    'A dormant emitter sends out only what relays ask for.',
  ),
  'emitter.mask.part': field('Born on', kind.MASK_PART_TEXTS),
  'emitter.mask.keepColours': flag('Colours', 'their own', 'the picture’s'),
  'emitter.travel.mode': field('Travels', kind.TRAVEL_MODE_TEXTS),
  'emitter.travel.ease': field('Easing', {
    linear: 'steady',
    easeIn: 'slow start',
    easeOut: 'slow end',
    ease: 'slow both ends',
  }),
  'type.blend': field('Blend', kind.BLEND_TEXTS),
  'type.lifeMode': field('Lives', kind.LIFE_MODE_TEXTS),
  'type.scaleApart': flag('Height', 'follows the width', 'on its own'),
  'type.styles.scale.by': field('Changes by', kind.VALUE_MODE_TEXTS),
  'type.styles.scale.relative': field('Floor is', STYLE_FLOOR),
  'type.styles.scaleY.by': field('Height by', kind.VALUE_MODE_TEXTS),
  'type.styles.scaleY.relative': field('Floor ↓ is', STYLE_FLOOR),
  'type.styles.opacity.by': field('Changes by', kind.VALUE_MODE_TEXTS),
  'type.styles.opacity.relative': field('Floor is', STYLE_FLOOR),
  'type.facing': field('Faces', kind.FACING_TEXTS),
  'type.turnRelative': flag('The turn', 'stands for the start angle', 'adds to the start angle'),
  'type.anchor': field('Stretches', kind.ANCHOR_TEXTS),
  'type.frameChoice': field('Shows', kind.FRAME_CHOICE_TEXTS),
  'type.randomStart': flag('First shown', 'the first frame', 'a random frame'),
  'type.tintSpace': field('Mixes', kind.TINT_SPACE_TEXTS),
  'type.tintPick': field('Each takes', kind.TINT_PICK_TEXTS),
  'type.pickAction': field('The pick', kind.PICK_ACTION_TEXTS),
  'type.spreadOn': field(
    'Hues turn',
    kind.SPREAD_TARGET_TEXTS,
    'What spreads of hue, saturation and value act on. Pixels keep their brightness as their hue turns.',
  ),
  'type.palette': field(
    'Palette lock',
    {},
    'Every colour becomes the nearest of the palette, in hard steps.',
  ),
  'type.axes.gravity': axes,
  'type.axes.wind': axes,
  'type.axes.drift': axes,
  'type.axes.sway': axes,
  'type.thrustEnd': field('At speed 0', force.THRUST_END_TEXTS),
  'type.windMode': field('The wind', force.WIND_MODE_TEXTS),
  'type.pullTo': field('Pulls to', force.CENTRE_TEXTS),
  'type.pullFalloff': field('Strength', force.FALLOFF_TEXTS),
  'type.swirlTo': field('Around', force.CENTRE_TEXTS),
  'type.swirlFalloff': field('Strength', force.FALLOFF_TEXTS),
  'type.churnSpace': field('Eddies lie', force.CHURN_SPACE_TEXTS),
  'type.railMode': field('Passed', force.RAIL_MODE_TEXTS),
  'type.avoids': field('Away from', force.AVOIDED_TEXTS),
  'type.wavers.speed': waver('speed'),
  'type.wavers.heading': waver('heading'),
  'type.wavers.spin': waver('spin'),
  'type.wavers.scale': waver('scale'),
  'type.wavers.opacity': waver('opacity'),
  'type.markBlend': field('Blend', kind.BLEND_TEXTS),
  'type.markClip': field('Cut off', force.MARK_CLIP_TEXTS),
  'type.contact': field('At a surface', force.CONTACT_TEXTS),
  'type.endsOutside': flag('Off the view', 'lives on', 'ends'),
} as const satisfies Record<string, FieldText>

/** A place that `FIELDS` has words for. */
export type FieldId = keyof typeof FIELDS

/** The words of a place. */
export const fieldText = (id: FieldId): FieldText => FIELDS[id]
