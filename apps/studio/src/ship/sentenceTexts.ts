/** What each sentence of the ship screen says in a line. Pure. */
import type { Kit } from '@gliv/document'
import { SHIP_RULES, type ShipRule, type ShipSentence, type ShipSettings, type ShipValues } from '@gliv/model'

/** What a sentence is called. */
export const SENTENCE_NAMES = {
  range: 'Range',
  order: 'Frame order',
  loop: 'Loop',
  size: 'Frame size',
  colours: 'Colours',
  sheet: 'Sheet',
  moves: 'Moves along',
  write: 'Write',
} as const satisfies Record<ShipSentence, string>

const choiceText = (sentence: ShipSentence, key: string, value: string): string => {
  const rule = (SHIP_RULES[sentence] as Readonly<Record<string, ShipRule>>)[key]!
  return rule.kind === 'choice' ? (rule.of[value] ?? value) : value
}

/** A number without digits that say nothing. */
export const shortNumber = (value: number): string => String(Number(value.toFixed(3)))

/** What a bake makes of a range, when it is known. */
export interface Made {
  readonly count: number
  readonly fps: number
  readonly seconds: number
}

const range = ({ span, from, to, fps, count, follows }: ShipValues<'range'>, made: Made | null): string => {
  const stretch =
    span === 'typed'
      ? `from ${shortNumber(from)} to ${to === null ? 'its end' : `${shortNumber(to)} s`}`
      : span === 'visible'
        ? 'first to last visible'
        : 'start to end'
  const frames = follows === 'count' ? (made ? `${made.count} frames` : 'frames') : `${count} frames`
  const rate =
    follows === 'rate'
      ? made
        ? `${shortNumber(made.fps)} a second`
        : 'as fast as needed'
      : `${shortNumber(fps)} a second`
  return `${stretch}, ${frames} at ${rate}`
}

const order = ({ order: way, every, merge, clips }: ShipValues<'order'>): string =>
  [
    choiceText('order', 'order', way),
    ...(every > 1 ? [`every ${every}.`] : []),
    ...(merge ? [] : ['equal frames apart']),
    ...(clips ? [] : ['one clip']),
  ].join(', ')

const size = (
  { w, h, scale, trim, padding, extrude, tile }: ShipValues<'size'>,
  made: { w: number; h: number } | null,
): string =>
  [
    w === null && h === null
      ? made
        ? `as needed: ${made.w} × ${made.h}`
        : 'as needed'
      : `${w ?? 'as needed'} × ${h ?? 'as needed'}`,
    ...(trim === 'none' ? [] : [trim === 'each' ? 'trimmed' : 'trimmed alike']),
    ...(scale === 100 ? [] : [`at ${shortNumber(scale)} %`]),
    ...(padding === 2 ? [] : [`${padding} px apart`]),
    ...(extrude === 0 ? [] : [`extruded by ${extrude}`]),
    ...(tile === 'none' ? [] : [`repeats ${choiceText('size', 'tile', tile)}`]),
  ].join(', ')

const colours = (
  { palettes }: Pick<Kit, 'palettes'>,
  { alpha, light, ground, colours: most, palette, dither, hardAlpha }: ShipValues<'colours'>,
): string =>
  [
    light === 'ground' ? `on ${ground}` : `${alpha} alpha`,
    ...(light === 'sheet' ? ['light apart'] : []),
    ...(palette === null ? [] : [`of ${palettes[palette]?.name ?? 'a palette that is gone'}`]),
    ...(most === null ? [] : [`${most} colours`]),
    ...(dither === 'none' || (most === null && palette === null)
      ? []
      : [`${choiceText('colours', 'dither', dither)} dither`]),
    ...(hardAlpha ? ['on or off'] : []),
  ].join(', ')

const sheet = ({ together, layout, columns, maxSide, powerOfTwo, multiple }: ShipValues<'sheet'>): string =>
  [
    together ? 'one for all ticked' : 'its own',
    `up to ${maxSide}`,
    choiceText('sheet', 'layout', layout),
    ...(layout === 'grid' && columns !== null ? [`${columns} columns`] : []),
    ...(powerOfTwo ? ['powers of two'] : []),
    ...(multiple > 1 ? [`in steps of ${multiple}`] : []),
  ].join(', ')

type Moves = ShipValues<'moves'>
const wayText = (
  of: Kit['stages'][string] | null | undefined,
  { along, dx, dy, seconds, recording }: Moves,
): string => {
  if (along === 'recording')
    return of?.recordings?.find(({ id }) => id === recording)?.name ?? 'a recording that is not chosen yet'
  if (along === 'auto') return 'nothing, or a line where needed'
  const name = choiceText('moves', 'along', along)
  return along === 'line' || along === 'circle'
    ? `${name}, ${shortNumber(dx)}, ${shortNumber(dy)} in ${shortNumber(seconds)} s`
    : name
}

const moves = (kit: Pick<Kit, 'stages'>, values: Moves): string => {
  const { stage, variants, strength } = values
  const of = stage === null ? null : kit.stages[stage]
  return [
    wayText(of, values),
    ...(of ? [`on ${of.name}`] : []),
    ...(strength === 1 ? [] : [`${shortNumber(strength)}× as strong`]),
    ...(variants > 1 ? [`${variants} variants`] : []),
  ].join(', ')
}

const write = ({ pattern, fast, ...formats }: ShipValues<'write'>): string => {
  const names = (Object.keys(formats) as (keyof typeof formats)[])
    .filter((key) => formats[key])
    .map((key) => SHIP_RULES.write[key].label)
  return [
    names.join(' + ') || 'nothing',
    ...(pattern === '{effect}' ? [] : [`named ${pattern}`]),
    ...(fast ? ['fast'] : []),
  ].join(', ')
}

/** What is known of the bake that is shown. */
export interface Known {
  readonly made: Made | null
  readonly frame: { readonly w: number; readonly h: number } | null
}

/** A sentence in a line. */
export const sentenceText = (
  kit: Pick<Kit, 'palettes' | 'stages'>,
  sentence: ShipSentence,
  settings: ShipSettings,
  { made, frame }: Known,
): string => {
  const texts: Record<ShipSentence, () => string> = {
    range: () => range(settings.range, made),
    order: () => order(settings.order),
    loop: () => choiceText('loop', 'loop', settings.loop.loop),
    size: () => size(settings.size, frame),
    colours: () => colours(kit, settings.colours),
    sheet: () => sheet(settings.sheet),
    moves: () => moves(kit, settings.moves),
    write: () => write(settings.write),
  }
  return texts[sentence]()
}

type Shows = (settings: ShipSettings) => boolean
const ways = ({ moves: { along } }: ShipSettings): boolean => along === 'line' || along === 'circle'
const reduced = ({ colours: { colours: most, palette } }: ShipSettings): boolean =>
  most !== null || palette !== null

/** Rows that mean something only beside others: they are not shown where they would do nothing. */
const ONLY_WITH: Readonly<Record<string, Shows>> = {
  'range.from': ({ range: { span } }) => span === 'typed',
  'range.to': ({ range: { span } }) => span === 'typed',
  'loop.fade': ({ loop: { loop } }) => loop === 'faded' || loop === 'auto',
  'colours.ground': ({ colours: { light }, write: { webm } }) => light === 'ground' || webm,
  'colours.alpha': ({ colours: { light } }) => light !== 'ground',
  'colours.dither': reduced,
  'sheet.columns': ({ sheet: { layout } }) => layout === 'grid',
  'moves.dx': ways,
  'moves.dy': ways,
  'moves.seconds': ways,
  'moves.follow': ({ moves: { along } }) => along !== 'nothing',
  'moves.recording': ({ moves: { along, stage } }) => along === 'recording' && stage !== null,
  'moves.firing': ({ moves: { along } }) => along === 'recording',
}

/** The rows of a sentence that mean something now. */
export const rowsOf = (
  sentence: ShipSentence,
  settings: ShipSettings,
): readonly (readonly [string, ShipRule])[] =>
  Object.entries<ShipRule>(SHIP_RULES[sentence]).filter(
    ([key]) => ONLY_WITH[`${sentence}.${key}`]?.(settings) ?? true,
  )
