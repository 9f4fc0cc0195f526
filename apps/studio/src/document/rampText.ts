/**
 * Ramps in one line, to be typed, copied and pasted: `0:100 75:100 100:0` is at:value in percent. A mark after a
 * point says how it goes on: `~` eased, `<~` with a slow start, `~>` with a slow end, `|` held until the next point,
 * `~(33 0 67 100)` bent by two handles; none is straight. Values alone lie evenly. Tints have colours instead of
 * values. Pure.
 */
import {
  type Ease,
  type Ramp,
  RAMP_POINT_LIMIT,
  type RampPoint,
  type TintRamp,
  type TintStop,
} from '@gliv/model'

const MARKS: Readonly<Record<Exclude<Ease, 'free'>, string>> = {
  linear: '',
  ease: '~',
  easeIn: '<~',
  easeOut: '~>',
  step: '|',
}

/** A share in percent, to a hundredth. */
const percent = (share: number): string => String(Number((share * 100).toFixed(2)))

/** A share from percent, on the grid that `percent` writes. */
const shareOf = (text: string): number => Math.round(Number(text) * 100) / 10_000

const markOf = ({ ease, handles }: RampPoint): string => {
  if (ease !== 'free') return MARKS[ease]
  return handles ? `~(${handles.map(percent).join(' ')})` : ''
}

/** The line that reads back as a ramp. */
export const rampText = ({ points }: Ramp): string =>
  points
    .map((p, i) => `${percent(p.at)}:${percent(p.value)}${i === points.length - 1 ? '' : markOf(p)}`)
    .join(' ')

export const tintText = ({ points }: TintRamp): string =>
  points
    .map(
      (p, i) => `${percent(p.at)}:${p.colour}${p.ease === 'step' && i < points.length - 1 ? MARKS.step : ''}`,
    )
    .join(' ')

const NUMBER = String.raw`\d+(?:\.\d*)?|\.\d+`
const MARK = String.raw`<~|~>|~\([^)]*\)|~|\|`
const VALUE_TOKEN = new RegExp(`^(?:(${NUMBER})%?:)?(${NUMBER})%?(${MARK})?$`)
const COLOUR_TOKEN = new RegExp(`^(?:(${NUMBER})%?:)?(#?(?:[0-9a-f]{6}|[0-9a-f]{3}))(\\|)?$`, 'i')

interface Token {
  readonly at: number | null
  readonly value: string
  readonly mark: string
}

/** Words of a line; space around colons and before marks does not count, commas, semicolons and arrows part words. */
const wordsOf = (text: string): string[] =>
  text
    .replace(/→|->/g, ' ')
    .replace(/~\(([^)]*)\)/g, (_, inner: string) => `~(${inner.trim().replace(/[\s,;]+/g, '_')})`)
    .replace(/[,;\n\r\t"']+/g, ' ')
    .replace(/\s+%/g, '%')
    .replace(/\s*:\s*/g, ':')
    .replace(/\s+(?=<~|~|\|)/g, '')
    .trim()
    .split(/\s+/)
    .filter(Boolean)

/** The tokens of a line, all with places or none; null for anything else. */
const tokensOf = (text: string, form: RegExp): Token[] | null => {
  const tokens: Token[] = []
  for (const word of wordsOf(text)) {
    const found = form.exec(word)
    if (!found) return null
    tokens.push({
      at: found[1] === undefined ? null : shareOf(found[1]),
      value: found[2]!,
      mark: found[3] ?? '',
    })
  }
  const placed = tokens.filter(({ at }) => at !== null).length
  const legal =
    tokens.length > 0 && tokens.length <= RAMP_POINT_LIMIT && (placed === 0 || placed === tokens.length)
  return legal && tokens.every(({ at }) => at === null || at <= 1) ? tokens : null
}

const evenly = (index: number, count: number): number => (count > 1 ? index / (count - 1) : 0)

const easeOf = (mark: string): Pick<RampPoint, 'ease' | 'handles'> | null => {
  if (mark.startsWith('~(')) {
    const handles = mark.slice(2, -1).split('_').map(shareOf)
    return handles.length === 4 && handles.every((h) => h >= 0 && h <= 1)
      ? { ease: 'free', handles: handles as [number, number, number, number] }
      : null
  }
  const found = (Object.keys(MARKS) as (keyof typeof MARKS)[]).find((ease) => MARKS[ease] === mark)
  return found === undefined ? null : { ease: found }
}

/** A ramp from a line; null for what means none. Points may come in any order. */
export const readRampText = (text: string): Ramp | null => {
  const tokens = tokensOf(text, VALUE_TOKEN)
  if (!tokens) return null
  const points: RampPoint[] = []
  for (const [i, { at, value, mark }] of tokens.entries()) {
    const ease = easeOf(mark)
    const share = shareOf(value)
    if (!ease || share > 1) return null
    points.push({ at: at ?? evenly(i, tokens.length), value: share, ...ease })
  }
  return { points: points.sort((a, b) => a.at - b.at) }
}

const fullColour = (text: string): string => {
  const digits = text.replace('#', '').toLowerCase()
  return `#${digits.length === 3 ? [...digits].map((d) => d + d).join('') : digits}`
}

/** A tint ramp from a line, or from a list of colours that was pasted; null for what means none. */
export const readTintText = (text: string): TintRamp | null => {
  const tokens = tokensOf(text, COLOUR_TOKEN)
  if (!tokens) return null
  const points = tokens.map(({ at, value, mark }, i): TintStop => ({
    at: at ?? evenly(i, tokens.length),
    colour: fullColour(value),
    ease: mark === MARKS.step ? 'step' : 'linear',
  }))
  return { points: points.sort((a, b) => a.at - b.at) }
}
