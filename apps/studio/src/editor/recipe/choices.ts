/** The choices that sentences and groups offer: one entry each. */
import {
  clipSeconds,
  framesOf,
  liveAsClip,
  measuredBy,
  type Emitter,
  type Kit,
  type ParticleType,
} from '@gliv/document'
import {
  AIMS,
  ANCHORS,
  BLENDS,
  CAP_POLICIES,
  FACINGS,
  FILLS,
  FRAME_CHOICES,
  LIFE_MODES,
  MASK_PARTS,
  ORDERS,
  PICK_ACTIONS,
  PIECE_FITS,
  PLACEMENTS,
  RHYTHMS,
  SHAPE_KINDS,
  SIDES,
  SIZE_UNITS,
  SPACES,
  SPREAD_TARGETS,
  TINT_PICKS,
  TINT_SPACES,
  TRAVEL_MODES,
  VALUE_MODES,
  WRAP_AREAS,
  WRAPS,
  type TypeStyles,
  type ValueStyle,
} from '@gliv/model'
import {
  AIM_TEXTS,
  ANCHOR_TEXTS,
  BLEND_TEXTS,
  CAP_POLICY_TEXTS,
  FACING_TEXTS,
  FILL_TEXTS,
  FRAME_CHOICE_TEXTS,
  LIFE_MODE_TEXTS,
  MASK_PART_TEXTS,
  ORDER_TEXTS,
  PICK_ACTION_TEXTS,
  PIECE_FIT_TEXTS,
  PLACEMENT_TEXTS,
  RHYTHM_TEXTS,
  SHAPE_TEXTS,
  SIDE_TEXTS,
  SIZE_UNIT_TEXTS,
  SPACE_TEXTS,
  SPREAD_TARGET_TEXTS,
  TINT_PICK_TEXTS,
  TINT_SPACE_TEXTS,
  TRAVEL_MODE_TEXTS,
  VALUE_MODE_TEXTS,
  WRAP_AREA_TEXTS,
  WRAP_TEXTS,
} from '../../document/texts/kinds.ts'
import {
  type ChoiceDefinition,
  emitterOf,
  ofEmitter,
  ofType,
  type Option,
  optionsOf,
  typeOf,
  yesNo,
} from './choice.ts'
import { FORCE_CHOICES } from './forceChoices.ts'
import { type EmitterPath, pathsOf } from './emitterPath.ts'

/** Headings that come from the shape or a point. */
const AIMED: ReadonlySet<Emitter['aim']> = new Set(['outward', 'inward', 'along', 'towards'])

const onView = (shape: Emitter['shape']): boolean => shape === 'viewEdge' || shape === 'view'

const ofFlag = (
  title: string,
  key: 'scaleApart' | 'randomStart' | 'turnRelative',
  no: string,
  yes: string,
): ChoiceDefinition => ({
  title,
  field: `type.${key}`,
  options: yesNo(no, yes),
  current: (_emitter, type) => (type[key] ? 'yes' : 'no'),
  apply: (kit, path, value) => void (typeOf(kit, path)[key] = value === 'yes'),
})

const ofStyle = (title: string, key: keyof TypeStyles, part: keyof ValueStyle): ChoiceDefinition => ({
  title,
  field: `type.styles.${key}.${part}`,
  options:
    part === 'by'
      ? optionsOf(VALUE_MODES, VALUE_MODE_TEXTS)
      : yesNo('a value of its own', 'a share of the start'),
  current: (_emitter, type) =>
    part === 'by' ? type.styles[key].by : type.styles[key].relative ? 'yes' : 'no',
  apply: (kit, path, value) => {
    const type = typeOf(kit, path)
    type.styles = {
      ...type.styles,
      [key]: { ...type.styles[key], [part]: part === 'by' ? value : value === 'yes' },
    }
  },
})

export type { Option }

const NOBODY = 'nobody'
const NO_PALETTE = 'none'

export const CHOICES = {
  ...FORCE_CHOICES,
  shape: {
    ...ofEmitter('Shape', 'shape', SHAPE_KINDS, SHAPE_TEXTS),
    apply: (kit, path, value) => {
      const emitter = emitterOf(kit, path)
      emitter.shape = value as Emitter['shape']
      // The view has a place of its own: what moved another shape would move this one off the screen.
      if (onView(emitter.shape)) Object.assign(emitter.numbers, { offsetX: 0, offsetY: 0 })
      // A picture to be born from is chosen at once: what the particles show, until another is picked.
      const [picture] = typeOf(kit, path).pictures
      if (value === 'picture' && !emitter.mask && picture)
        emitter.mask = {
          sheet: picture.sheet,
          frame: framesOf(kit.sheets[picture.sheet]!, picture)[0] ?? 0,
          part: 'area',
          keepColours: true,
        }
    },
  },
  countsPer: {
    title: 'Counts are',
    field: 'emitter.countsPer',
    help: 'For the whole shape, or for each piece of it, so that a larger shape sends out more.',
    options: (_kit, emitter) =>
      yesNo(
        'for the whole shape',
        measuredBy(emitter) === 'length' ? 'for each 100 px of its length' : 'for each 100 × 100 px',
      ),
    current: (emitter) => (emitter.countsPer === 'size' ? 'yes' : 'no'),
    apply: (kit, path, value) => {
      const emitter = emitterOf(kit, path)
      if (value === 'yes') emitter.countsPer = 'size'
      else delete emitter.countsPer
    },
  },
  fill: ofEmitter('Fill', 'fill', FILLS, FILL_TEXTS),
  placement: ofEmitter(
    'Next place',
    'placement',
    PLACEMENTS,
    PLACEMENT_TEXTS,
    'Which place of the shape comes next.',
  ),
  sizeUnit: ofEmitter('Sizes in', 'sizeUnit', SIZE_UNITS, SIZE_UNIT_TEXTS),
  space: ofEmitter(
    'Once born',
    'space',
    SPACES,
    SPACE_TEXTS,
    'Whether particles stay behind, go with the effect, or stay on the screen.',
  ),
  pieceFit: ofEmitter('Pieces are', 'pieceFit', PIECE_FITS, PIECE_FIT_TEXTS),
  edgeSlant: {
    title: 'The strip',
    field: 'emitter.edgeSlant',
    help: 'Widened, it reaches so far beyond the edge that what falls aslant fills the whole view.',
    options: yesNo('as long as the edge', 'widened for the slant'),
    current: (emitter) => (emitter.edgeSlant ? 'yes' : 'no'),
    apply: (kit, path, value) => void (emitterOf(kit, path).edgeSlant = value === 'yes'),
  },
  wrap: ofEmitter(
    'Out of view',
    'wrap',
    WRAPS,
    WRAP_TEXTS,
    'Weather that comes in again fills the view wherever the camera goes.',
  ),
  wrapIn: ofEmitter(
    'Comes in again',
    'wrapIn',
    WRAP_AREAS,
    WRAP_AREA_TEXTS,
    'A rectangle of its own is also a tile that can be baked without a seam.',
  ),
  side: ofEmitter('Side', 'side', SIDES, SIDE_TEXTS),
  aim: {
    ...ofEmitter('Heads', 'aim', AIMS, AIM_TEXTS),
    apply: (kit, path, value) => {
      const emitter = emitterOf(kit, path)
      emitter.aim = value as Emitter['aim']
      // A fan around these headings would hide them: it is opened again on purpose.
      if (AIMED.has(emitter.aim)) emitter.numbers.fan = 0
    },
  },
  rhythm: ofEmitter('Rhythm', 'rhythm', RHYTHMS, RHYTHM_TEXTS),
  capPolicy: ofEmitter('When full', 'capPolicy', CAP_POLICIES, CAP_POLICY_TEXTS),
  order: ofEmitter('On top', 'order', ORDERS, ORDER_TEXTS),
  companion: {
    title: 'Follows',
    help: 'A companion has the births, launch and motion of its partner, and looks of its own.',
    options: (kit, _emitter, _type, path) => [
      { value: NOBODY, label: 'nobody' },
      ...Object.values(kit.effects[path.effect]!.emitters)
        .filter((e) => e.id !== path.emitter && e.companionOf === null)
        .map((e) => ({ value: e.id, label: e.name })),
    ],
    current: (emitter) => emitter.companionOf ?? NOBODY,
    apply: (kit, path, value) => void (emitterOf(kit, path).companionOf = value === NOBODY ? null : value),
  },
  maskPart: {
    title: 'Born on',
    options: optionsOf(MASK_PARTS, MASK_PART_TEXTS),
    current: (emitter) => emitter.mask?.part ?? 'area',
    apply: (kit, path, value) => {
      const { mask } = emitterOf(kit, path)
      if (mask) mask.part = value as typeof mask.part
    },
  },
  maskColours: {
    title: 'Colours',
    options: yesNo('their own', 'the picture’s'),
    current: (emitter) => (emitter.mask?.keepColours ? 'yes' : 'no'),
    apply: (kit, path, value) => {
      const { mask } = emitterOf(kit, path)
      if (mask) mask.keepColours = value === 'yes'
    },
  },
  travelMode: {
    title: 'Travels',
    options: optionsOf(TRAVEL_MODES, TRAVEL_MODE_TEXTS),
    current: (emitter) => emitter.travel?.mode ?? 'once',
    apply: (kit, path, value) => {
      const emitter = emitterOf(kit, path)
      if (emitter.travel) emitter.travel = { ...emitter.travel, mode: value as 'once' }
    },
  },
  travelEase: {
    title: 'Easing',
    options: [
      { value: 'linear', label: 'steady' },
      { value: 'easeIn', label: 'slow start' },
      { value: 'easeOut', label: 'slow end' },
      { value: 'ease', label: 'slow both ends' },
    ],
    current: (emitter) => emitter.travel?.ease ?? 'linear',
    apply: (kit, path, value) => {
      const emitter = emitterOf(kit, path)
      if (emitter.travel) emitter.travel = { ...emitter.travel, ease: value as 'linear' }
    },
  },
  blend: ofType('Blend', 'blend', BLENDS, BLEND_TEXTS),
  lifeMode: {
    title: 'Lives',
    field: 'type.lifeMode',
    help: 'So long as its clip: the life follows when frames or their speed change, until it is typed.',
    options: (kit, _emitter, type) => [
      ...optionsOf(LIFE_MODES, LIFE_MODE_TEXTS),
      ...(clipSeconds(kit, type) === null ? [] : [{ value: 'clip', label: 'just as long as its clip' }]),
    ],
    current: (_emitter, type) => (type.lifeIs === 'clip' ? 'clip' : type.lifeMode),
    apply: (kit, path, value) => {
      const type = typeOf(kit, path)
      if (value === 'clip') return void liveAsClip(kit, type)
      delete type.lifeIs
      type.lifeMode = value as typeof type.lifeMode
    },
  },
  scaleApart: ofFlag('Height', 'scaleApart', 'follows the width', 'on its own'),
  scaleBy: ofStyle('Changes by', 'scale', 'by'),
  scaleRelative: ofStyle('Floor is', 'scale', 'relative'),
  scaleYBy: ofStyle('Height by', 'scaleY', 'by'),
  scaleYRelative: ofStyle('Floor ↓ is', 'scaleY', 'relative'),
  opacityBy: ofStyle('Changes by', 'opacity', 'by'),
  opacityRelative: ofStyle('Floor is', 'opacity', 'relative'),
  facing: ofType('Faces', 'facing', FACINGS, FACING_TEXTS),
  turnRelative: ofFlag('The turn', 'turnRelative', 'stands for the start angle', 'adds to the start angle'),
  anchor: ofType('Stretches', 'anchor', ANCHORS, ANCHOR_TEXTS),
  frameChoice: ofType('Shows', 'frameChoice', FRAME_CHOICES, FRAME_CHOICE_TEXTS),
  randomStart: ofFlag('First shown', 'randomStart', 'the first frame', 'a random frame'),
  tintSpace: ofType('Mixes', 'tintSpace', TINT_SPACES, TINT_SPACE_TEXTS),
  tintPick: ofType('Each takes', 'tintPick', TINT_PICKS, TINT_PICK_TEXTS),
  pickAction: ofType('The pick', 'pickAction', PICK_ACTIONS, PICK_ACTION_TEXTS),
  spreadOn: ofType(
    'Hues turn',
    'spreadOn',
    SPREAD_TARGETS,
    SPREAD_TARGET_TEXTS,
    'What spreads of hue, saturation and value act on. Pixels keep their brightness as their hue turns.',
  ),
  palette: {
    title: 'Palette lock',
    field: 'type.palette',
    help: 'Every colour becomes the nearest of the palette, in hard steps.',
    options: (kit) => [
      { value: NO_PALETTE, label: 'none' },
      ...kit.paletteOrder.map((id) => ({ value: id, label: kit.palettes[id]!.name })),
    ],
    current: (_emitter, type) => type.palette ?? NO_PALETTE,
    apply: (kit, path, value) => void (typeOf(kit, path).palette = value === NO_PALETTE ? null : value),
  },
} as const satisfies Record<string, ChoiceDefinition>

export type MenuChoice = keyof typeof CHOICES

export const choiceOf = (id: MenuChoice): ChoiceDefinition => CHOICES[id]

/** Chooses a word at all emitters that are edited at once, as far as they offer it. */
export const chooseAt = (kit: Kit, path: EmitterPath, id: MenuChoice, value: string): void => {
  for (const one of pathsOf(path)) {
    const emitter = kit.effects[one.effect]?.emitters[one.emitter]
    const type = kit.types[one.type]
    if (!emitter || !type) continue
    if (choiceOptions(id, kit, emitter, type, one).some((option) => option.value === value))
      choiceOf(id).apply(kit, one, value)
  }
}

/** The word that all emitters have which are edited at once; null where they differ. */
export const commonWord = (kit: Kit, path: EmitterPath, id: MenuChoice): string | null => {
  const words = pathsOf(path).flatMap((one) => {
    const emitter = kit.effects[one.effect]?.emitters[one.emitter]
    const type = kit.types[one.type]
    return emitter && type ? [choiceOf(id).current(emitter, type)] : []
  })
  return words.every((word) => word === words[0]) ? (words[0] ?? null) : null
}

export const choiceOptions = (
  id: MenuChoice,
  kit: Kit,
  emitter: Emitter,
  type: ParticleType,
  path: EmitterPath,
): readonly Option[] => {
  const { options } = choiceOf(id)
  return typeof options === 'function' ? options(kit, emitter, type, path) : options
}
