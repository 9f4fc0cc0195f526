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
import { fieldText } from '@gliv/words'
import {
  type ChoiceDefinition,
  emitterOf,
  ofEmitter,
  ofType,
  noYes,
  type Option,
  titled,
  typeOf,
  wordsOf,
} from './choice.ts'
import { FORCE_CHOICES } from './forceChoices.ts'
import { type EmitterPath, pathsOf } from './emitterPath.ts'

/** Headings that come from the shape or a point. */
const AIMED: ReadonlySet<Emitter['aim']> = new Set(['outward', 'inward', 'along', 'towards'])

const onView = (shape: Emitter['shape']): boolean => shape === 'viewEdge' || shape === 'view'

const ofFlag = (key: 'scaleApart' | 'randomStart' | 'turnRelative'): ChoiceDefinition => ({
  ...titled(`type.${key}`),
  options: noYes(`type.${key}`),
  current: (_emitter, type) => (type[key] ? 'yes' : 'no'),
  apply: (kit, path, value) => void (typeOf(kit, path)[key] = value === 'yes'),
})

const ofStyle = (key: keyof TypeStyles, part: keyof ValueStyle): ChoiceDefinition => ({
  ...titled(`type.styles.${key}.${part}`),
  options:
    part === 'by' ? wordsOf(`type.styles.${key}.${part}`, VALUE_MODES) : noYes(`type.styles.${key}.${part}`),
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
    ...ofEmitter('shape', SHAPE_KINDS),
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
    ...titled('emitter.countsPer'),
    options: (_kit, emitter) => [
      { value: 'no', label: fieldText('emitter.countsPer').words['no']! },
      {
        value: 'yes',
        label: measuredBy(emitter) === 'length' ? 'for each 100 px of its length' : 'for each 100 × 100 px',
      },
    ],
    current: (emitter) => (emitter.countsPer === 'size' ? 'yes' : 'no'),
    apply: (kit, path, value) => {
      const emitter = emitterOf(kit, path)
      if (value === 'yes') emitter.countsPer = 'size'
      else delete emitter.countsPer
    },
  },
  fill: ofEmitter('fill', FILLS),
  placement: ofEmitter('placement', PLACEMENTS),
  sizeUnit: ofEmitter('sizeUnit', SIZE_UNITS),
  space: ofEmitter('space', SPACES),
  pieceFit: ofEmitter('pieceFit', PIECE_FITS),
  edgeSlant: {
    ...titled('emitter.edgeSlant'),
    options: noYes('emitter.edgeSlant'),
    current: (emitter) => (emitter.edgeSlant ? 'yes' : 'no'),
    apply: (kit, path, value) => void (emitterOf(kit, path).edgeSlant = value === 'yes'),
  },
  wrap: ofEmitter('wrap', WRAPS),
  wrapIn: ofEmitter('wrapIn', WRAP_AREAS),
  side: ofEmitter('side', SIDES),
  aim: {
    ...ofEmitter('aim', AIMS),
    apply: (kit, path, value) => {
      const emitter = emitterOf(kit, path)
      emitter.aim = value as Emitter['aim']
      // A fan around these headings would hide them: it is opened again on purpose.
      if (AIMED.has(emitter.aim)) emitter.numbers.fan = 0
    },
  },
  rhythm: ofEmitter('rhythm', RHYTHMS),
  capPolicy: ofEmitter('capPolicy', CAP_POLICIES),
  order: ofEmitter('order', ORDERS),
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
    title: fieldText('emitter.mask.part').title,
    options: wordsOf('emitter.mask.part', MASK_PARTS),
    current: (emitter) => emitter.mask?.part ?? 'area',
    apply: (kit, path, value) => {
      const { mask } = emitterOf(kit, path)
      if (mask) mask.part = value as typeof mask.part
    },
  },
  maskColours: {
    title: fieldText('emitter.mask.keepColours').title,
    options: noYes('emitter.mask.keepColours'),
    current: (emitter) => (emitter.mask?.keepColours ? 'yes' : 'no'),
    apply: (kit, path, value) => {
      const { mask } = emitterOf(kit, path)
      if (mask) mask.keepColours = value === 'yes'
    },
  },
  travelMode: {
    title: fieldText('emitter.travel.mode').title,
    options: wordsOf('emitter.travel.mode', TRAVEL_MODES),
    current: (emitter) => emitter.travel?.mode ?? 'once',
    apply: (kit, path, value) => {
      const emitter = emitterOf(kit, path)
      if (emitter.travel) emitter.travel = { ...emitter.travel, mode: value as 'once' }
    },
  },
  travelEase: {
    title: fieldText('emitter.travel.ease').title,
    options: wordsOf('emitter.travel.ease', ['linear', 'easeIn', 'easeOut', 'ease']),
    current: (emitter) => emitter.travel?.ease ?? 'linear',
    apply: (kit, path, value) => {
      const emitter = emitterOf(kit, path)
      if (emitter.travel) emitter.travel = { ...emitter.travel, ease: value as 'linear' }
    },
  },
  blend: ofType('blend', BLENDS),
  lifeMode: {
    ...titled('type.lifeMode'),
    help: 'So long as its clip: the life follows when frames or their speed change, until it is typed.',
    options: (kit, _emitter, type) => [
      ...wordsOf('type.lifeMode', LIFE_MODES),
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
  scaleApart: ofFlag('scaleApart'),
  scaleBy: ofStyle('scale', 'by'),
  scaleRelative: ofStyle('scale', 'relative'),
  scaleYBy: ofStyle('scaleY', 'by'),
  scaleYRelative: ofStyle('scaleY', 'relative'),
  opacityBy: ofStyle('opacity', 'by'),
  opacityRelative: ofStyle('opacity', 'relative'),
  facing: ofType('facing', FACINGS),
  turnRelative: ofFlag('turnRelative'),
  anchor: ofType('anchor', ANCHORS),
  frameChoice: ofType('frameChoice', FRAME_CHOICES),
  randomStart: ofFlag('randomStart'),
  tintSpace: ofType('tintSpace', TINT_SPACES),
  tintPick: ofType('tintPick', TINT_PICKS),
  pickAction: ofType('pickAction', PICK_ACTIONS),
  spreadOn: ofType('spreadOn', SPREAD_TARGETS),
  palette: {
    ...titled('type.palette'),
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
