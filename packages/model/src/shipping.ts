/**
 * How effects leave as pictures: one table of all that can be set, by sentences. Types, schema, form and
 * command line are made from it. docs/format.md, "What leaves".
 */
import { choice, flag, number, numberOr, say, type ShipRule, type ValueOf } from './shipRule.ts'
import type { Tape } from './tape.ts'

/** What each sentence of the ship screen sets: its words, defaults and limits. */
export const SHIP_RULES = {
  range: {
    span: choice(
      {
        visible: 'from first to last visible frame',
        whole: 'from start to end',
        typed: 'from and to as typed',
      },
      'visible',
      say('--span', 'Span', 'Which stretch of the effect is shown'),
    ),
    from: number(
      0,
      { low: 0, high: 3600, unit: 's' },
      say('--from', 'From', 'Where the stretch begins, when typed'),
    ),
    to: numberOr(
      'its end',
      { low: 0, high: 3600, unit: 's' },
      say('--to', 'To', 'Where the stretch ends, exclusive, when typed'),
    ),
    follows: choice(
      { count: 'the count', rate: 'the rate', length: 'the length' },
      'count',
      say('--follows', 'What follows', 'Of length, rate and count, the one that the other two give'),
    ),
    fps: number(
      30,
      { low: 0.1, high: 240, unit: 'a second' },
      say('--fps', 'Rate', 'Frames per second; more than 60 only repeats pictures'),
    ),
    count: number(
      24,
      { low: 1, high: 4096, unit: 'frames', whole: true },
      say('--count', 'Count', 'Frames that are written'),
    ),
  },
  order: {
    order: choice(
      {
        forward: 'forward',
        reversed: 'reversed',
        backAndForth: 'back and forth',
        outThenIn: 'out, then in',
      },
      'forward',
      say(
        '--order',
        'Order',
        'Back and forth leaves out the frame at which it turns; out, then in mirrors it whole',
      ),
    ),
    every: number(
      1,
      { low: 1, high: 64, whole: true },
      say('--every', 'Every', 'Takes only each n-th frame, which stays n times as long'),
    ),
    merge: flag(true, say('--merge', 'Merge equal frames', 'Equal frames share one place on the sheet')),
    clips: flag(
      true,
      say(
        '--clips',
        'Beginning, loop and tail',
        'A sustained effect gives three clips that follow each other',
      ),
    ),
  },
  loop: {
    loop: choice(
      {
        auto: 'as the effect plays',
        none: 'none',
        exact: 'exact, by its period',
        made: 'made: births and chance repeat',
        faded: 'faded: the end runs over into the start',
      },
      'auto',
      say('--loop', 'Loop', 'What makes the last frame lead to the first'),
    ),
    fade: number(
      40,
      { low: 1, high: 100, unit: '%' },
      say('--fade', 'Fade', 'Share of the frames that run over, where it is faded; longer when needed'),
    ),
  },
  size: {
    w: numberOr(
      'as needed',
      { low: 1, high: 8192, unit: 'px', whole: true },
      say('--width', 'Width', 'Of a frame before it is trimmed'),
    ),
    h: numberOr(
      'as needed',
      { low: 1, high: 8192, unit: 'px', whole: true },
      say('--height', 'Height', 'Of a frame before it is trimmed'),
    ),
    scale: number(
      100,
      { low: 25, high: 400, unit: '%' },
      say('--scale', 'Scale', 'How large it is drawn; the picture is drawn anew, not resized'),
    ),
    sampling: choice(
      { own: 'as each sheet says', smooth: 'smooth', nearest: 'nearest' },
      'own',
      say('--sampling', 'Sampling', 'How turned and scaled sprites are drawn'),
    ),
    trim: choice(
      { none: 'not', common: 'all frames alike', each: 'each frame' },
      'each',
      say('--trim', 'Trim', 'Empty borders are cut off; offsets say where a frame belongs'),
    ),
    padding: number(
      2,
      { low: 0, high: 64, unit: 'px', whole: true },
      say('--padding', 'Padding', 'Empty texels between two frames'),
    ),
    extrude: number(
      0,
      { low: 0, high: 16, unit: 'px', whole: true },
      say('--extrude', 'Extrude', 'Border texels repeated outwards, against seams'),
    ),
    bleed: flag(
      true,
      say(
        '--bleed',
        'Bleed edge colours',
        'Transparent texels beside a shape carry its colour, so that scaling leaves no dark fringe',
      ),
    ),
    multiple: number(
      1,
      { low: 1, high: 256, unit: 'px', whole: true },
      say('--frame-multiple', 'Frame sides in steps of', 'Width and height of a frame are multiples of it'),
    ),
    tile: choice(
      { none: 'not', x: 'across', y: 'down', both: 'both ways', wraps: 'as its particles come in again' },
      'none',
      say('--tile', 'Repeats', 'What leaves a frame at one side comes in at the other'),
    ),
  },
  colours: {
    alpha: choice(
      { straight: 'straight', premultiplied: 'premultiplied' },
      'straight',
      say('--alpha', 'Alpha', 'Whether colours are multiplied by alpha'),
    ),
    light: choice(
      {
        brightest: 'alpha from the brightest channel',
        sheet: 'on a sheet of its own, to be added',
        ground: 'on a ground colour',
      },
      'brightest',
      say('--light', 'Light', 'What becomes of added light where nothing is under it'),
    ),
    ground: {
      kind: 'colour',
      default: '#102030',
      ...say('--ground', 'Ground', 'The colour that everything is drawn on, when light needs one'),
    },
    colours: numberOr(
      'all colours',
      { low: 2, high: 256, whole: true },
      say('--colours', 'Colours', 'At most so many colours over all frames'),
    ),
    palette: {
      kind: 'palette',
      default: null,
      ...say('--palette', 'Palette', 'The only colours that may appear'),
    },
    dither: choice(
      { none: 'none', ordered: 'ordered', diffused: 'error diffusion' },
      'none',
      say('--dither', 'Dither', 'How colours between two of a palette are mixed'),
    ),
    hardAlpha: flag(
      false,
      say('--hard-alpha', 'Alpha on or off', 'Texels are there or not: half and more stays'),
    ),
  },
  sheet: {
    together: flag(
      false,
      say('--together', 'One for all ticked', 'All effects of a bake share their sheets'),
    ),
    layout: choice(
      { packed: 'best packing', grid: 'grid' },
      'packed',
      say('--layout', 'Layout', 'Where frames lie: as tightly as can be, or in rows of equal cells'),
    ),
    columns: numberOr(
      'as fits',
      { low: 1, high: 4096, whole: true },
      say('--columns', 'Columns', 'Frames beside each other in a grid'),
    ),
    maxSide: number(
      4096,
      { low: 32, high: 8192, unit: 'px', whole: true },
      say('--max-side', 'At most', 'Longest side; what does not fit goes to further pages'),
    ),
    powerOfTwo: flag(false, say('--power-of-two', 'Power of two', 'Sides are 2, 4, 8, … px')),
    multiple: number(
      1,
      { low: 1, high: 256, unit: 'px', whole: true },
      say('--multiple', 'Sides in steps of', 'Width and height of the sheet are multiples of it'),
    ),
  },
  moves: {
    along: choice(
      {
        auto: 'nothing, or a line where nothing is sent out otherwise',
        nothing: 'nothing',
        line: 'a straight line',
        circle: 'a circle',
        recording: 'a recording of a stage',
        tape: 'a tape',
      },
      'auto',
      say('--along', 'Moves along', 'What carries the effect while it plays'),
    ),
    dx: number(
      120,
      { low: -8192, high: 8192, unit: 'px' },
      say('--move-x', 'To the right', 'Of a line: how far in its time; a circle: its width'),
    ),
    dy: number(
      0,
      { low: -8192, high: 8192, unit: 'px' },
      say('--move-y', 'Down', 'Of a line: how far in its time; a circle: its height'),
    ),
    seconds: number(
      1,
      { low: 0.02, high: 60, unit: 's' },
      say('--move-seconds', 'In', 'Time of the line, or of one round'),
    ),
    follow: flag(true, say('--follow', 'Frame goes along', 'Frames lie around where the effect is now')),
    stage: {
      kind: 'stage',
      default: null,
      ...say('--stage', 'Surfaces of', 'What particles meet: a stage of the kit'),
    },
    recording: {
      kind: 'recording',
      default: null,
      ...say('--recording', 'Recording', 'What the stage plays'),
    },
    firing: number(
      1,
      { low: 1, high: 100_000, whole: true },
      say('--firing', 'Firing', 'Which of the times that the recording plays the effect'),
    ),
    strength: number(
      1,
      { low: 0, high: 8, unit: '×' },
      say('--strength', 'Strength', 'How strongly it is played'),
    ),
    variants: number(
      1,
      { low: 1, high: 64, whole: true },
      say('--variants', 'Variants', 'So many plays with seeds of their own, one clip each'),
    ),
  },
  write: {
    sheet: flag(true, say('--sheet', 'PNG and JSON', 'Sheets, and the numbers that go with them')),
    frames: flag(false, say('--frames', 'PNG sequence', 'Each frame as a picture of its own, in a zip')),
    apng: flag(false, say('--apng', 'APNG', 'An animated PNG with all colours')),
    gif: flag(false, say('--gif', 'GIF', '256 colours a frame, hundredths of a second')),
    webp: flag(false, say('--webp', 'WebP', 'A smaller sheet with some loss, where the browser writes it')),
    webm: flag(false, say('--webm', 'WebM', 'A film on a ground, where the browser writes it')),
    typescript: flag(
      false,
      say('--typescript', 'TypeScript', 'The numbers as a module with names that are checked'),
    ),
    fast: flag(
      false,
      say(
        '--fast',
        'Fast',
        'Packs with what the machine has: the same pixels, bytes that may differ elsewhere',
      ),
    ),
    pattern: {
      kind: 'pattern',
      default: '{effect}',
      ...say(
        '--name',
        'Named',
        '{kit}, {effect}, {clip}, {frame} and {page} stand for names; what a file needs more is added',
      ),
    },
  },
} as const satisfies Readonly<Record<string, Readonly<Record<string, ShipRule>>>>

/** Name of a sentence of the ship screen. */
export type ShipSentence = keyof typeof SHIP_RULES
/** All of them, in the order of the screen. */
export const SHIP_SENTENCES = Object.keys(SHIP_RULES) as ShipSentence[]

/** What a sentence says. */
export type ShipValues<S extends ShipSentence> = {
  readonly [K in keyof (typeof SHIP_RULES)[S]]: ValueOf<(typeof SHIP_RULES)[S][K]>
}
/** Every sentence with all its values. */
export type ShipSettings = { readonly [S in ShipSentence]: ShipValues<S> }

/** Sentences that a preset links; the range stays each effect's own. */
export const PRESET_SENTENCES = SHIP_SENTENCES.filter((sentence) => sentence !== 'range') as Exclude<
  ShipSentence,
  'range'
>[]
/** One of `PRESET_SENTENCES`. */
export type PresetSentence = Exclude<ShipSentence, 'range'>

const defaultsOfSentence = <S extends ShipSentence>(sentence: S): ShipValues<S> =>
  Object.fromEntries(
    Object.entries<ShipRule>(SHIP_RULES[sentence]).map(([key, rule]) => [key, rule.default]),
  ) as unknown as ShipValues<S>

/** What is set when nobody said anything. */
export const SHIP_DEFAULTS = Object.fromEntries(
  SHIP_SENTENCES.map((sentence) => [sentence, defaultsOfSentence(sentence)]),
) as unknown as ShipSettings

/** What the command line bakes without a preset: whole frames of one size, row by row (docs/format.md). */
export const SHIP_PLAIN: ShipSettings = {
  ...SHIP_DEFAULTS,
  range: { ...SHIP_DEFAULTS.range, span: 'whole' },
  order: { ...SHIP_DEFAULTS.order, merge: false, clips: false },
  size: { ...SHIP_DEFAULTS.size, trim: 'none', padding: 0, bleed: false },
  sheet: { ...SHIP_DEFAULTS.sheet, layout: 'grid', maxSide: 8192 },
  moves: { ...SHIP_DEFAULTS.moves, follow: false },
}

/** One frame of a list: a tick of the effect, and how many frame times it stays. */
export interface ShipFrame {
  /** Ticks from the effect's start. */
  readonly tick: number
  /** Over 0, at most 1000. */
  readonly hold: number
}

/** How one effect ships. */
export interface EffectShipping {
  /** It is written with the others. */
  readonly ticked: boolean
  /** Id of the preset that its sentences follow. */
  readonly preset: string | null
  readonly range: ShipValues<'range'>
  /** Where the effect's origin lies in a frame, px from its left top corner; null: as needed. */
  readonly pivot: { readonly x: number; readonly y: number } | null
  /** Frames in an order of one's own; null: as the sentences say. */
  readonly frames: readonly ShipFrame[] | null
  /** Pattern of its files' names; null: as the sentences say. */
  readonly file: string | null
  /** A tape to move along; null: none was given. */
  readonly tape: Tape | null
  /** Sentences that differ from the preset's, or from the defaults where there is none. */
  readonly own: Partial<{ readonly [S in PresetSentence]: ShipValues<S> }>
  /** Content hash of what was last written; empty: never. */
  readonly written: string
}

/** Sentences under a name, which effects follow. */
export interface ShipPreset {
  readonly id: string
  readonly name: string
  readonly sentences: { readonly [S in PresetSentence]: ShipValues<S> }
}

/** How a kit ships. */
export interface KitShipping {
  readonly presets: readonly ShipPreset[]
  /** By the effect's id; an effect that is not there ships by the defaults. */
  readonly effects: Readonly<Record<string, EffectShipping>>
}

/** An effect that nobody set anything for. */
export const UNSET_SHIPPING: EffectShipping = {
  ticked: false,
  preset: null,
  range: SHIP_DEFAULTS.range,
  pivot: null,
  frames: null,
  file: null,
  tape: null,
  own: {},
  written: '',
}

/** What an effect's sentences say in the end: its own, else its preset's, else the defaults. */
export const settingsOf = (
  { own, preset, range }: EffectShipping,
  presets: readonly ShipPreset[],
): ShipSettings => ({
  ...SHIP_DEFAULTS,
  ...presets.find(({ id }) => id === preset)?.sentences,
  ...own,
  range,
})
