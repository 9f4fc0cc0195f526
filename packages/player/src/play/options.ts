/** How a game plays an effect, and what it may not say. */
import { checkSurfaces } from '@gliv/engine'
import { Refusal, type Surface } from '@gliv/model'

/**
 * How an effect is placed: mirrored first, then scaled, turned and moved. What is not said stays as it is.
 */
export interface Placing {
  /** Degrees, clockwise. */
  readonly rotation?: number
  /** Left and right change sides. */
  readonly mirror?: boolean
  /** Multiplies every length and no time. */
  readonly scale?: number
}

/** A place in world pixels. */
export interface Point {
  readonly x: number
  readonly y: number
}

/** Values of knobs by their names: numbers, and colours as `#rrggbb`. */
export type Knobs = Readonly<Record<string, number | string>>

/**
 * What a pack holds, by name, as `gliv types` writes it; a player that is told of it knows the names and knobs of its
 * effects: `new Player<Names>(canvas, pack)`.
 */
export interface PackNames {
  /** The knobs of each effect. */
  readonly effects: object
  readonly cues: string
}

/** A pack that a player has not been told of. */
export interface AnyNames extends PackNames {
  readonly effects: Readonly<Record<string, Knobs>>
}

/** The knobs of one of its effects. */
export type KnobsOf<N extends PackNames, E extends keyof N['effects']> = N['effects'][E] & object

/** Where an effect starts and how, when a game plays it. */
export interface PlayOptions<K extends object = Knobs> extends Placing {
  /** World pixels; default 0, 0. */
  readonly x?: number
  readonly y?: number
  /** Where point B of segments lies, in world pixels; default: as designed. `anchorTo` moves it. */
  readonly anchorB?: Point
  /** What particles can touch, in world pixels; default: nothing. */
  readonly surfaces?: readonly Surface[]
  /**
   * Unsigned 32 bits, or `designed` for the effect's own; default: another one each time, from the player's seed on.
   */
  readonly seed?: number | 'designed'
  /** Multiplies counts of bursts and flow, and what the effect's own ramps say; 0 to 8, 1 is as designed. */
  readonly strength?: number
  /** `#rrggbb`, multiplied with every particle's own colour. */
  readonly tint?: string
  /** 0 to 1, multiplied with every particle's own. */
  readonly opacity?: number
  /** How fast its time goes: 0 to 16, 1 is as designed. */
  readonly speed?: number
  /** Where its knobs stand, by their names; the others start as designed. `turn` moves them. */
  readonly knobs?: Partial<K>
  /**
   * An effect that begins in full swing is stepped through its warm-up before its first picture; `spread`: over the
   * next pictures, and it begins when it is there. Default `at once`.
   */
  readonly warmUp?: 'at once' | 'spread'
  /** Which effects stay when the player's limits are reached: those of a higher number; default 0. */
  readonly priority?: number
  /** `interface`: over the world, in pixels of the picture, whatever the camera shows; default `world`. */
  readonly space?: 'world' | 'interface'
  /** Other pictures for sheets, by the sheet's name, each of the sheet's own size; drawn by a `Player`. */
  readonly pictures?: Readonly<Record<string, unknown>>
}

/** A fault in words, or null. */
type Check = (value: unknown) => string | null

const show = (value: unknown): string =>
  typeof value === 'string' ? `"${value}"` : typeof value === 'object' ? JSON.stringify(value) : String(value)

const finite: Check = (value) => (Number.isFinite(value) ? null : 'must be a finite number')
const within =
  (low: number, high: number, more = ''): Check =>
  (value) =>
    typeof value === 'number' && value >= low && value <= high
      ? null
      : `must be a number from ${low} to ${high}${more}`
const truth: Check = (value) => (typeof value === 'boolean' ? null : 'must be true or false')

export const checkSeed: Check = (value) =>
  Number.isInteger(value) && (value as number) >= 0 && (value as number) <= 0xffff_ffff
    ? null
    : 'must be a whole number from 0 to 4294967295'

const seed: Check = (value) =>
  value === 'designed' || checkSeed(value) === null
    ? null
    : 'must be a whole number from 0 to 4294967295, or "designed" for the effect’s own; leave it out for another one each time'

const point: Check = (value) => {
  const { x, y } = (value ?? {}) as { x?: unknown; y?: unknown }
  return Number.isFinite(x) && Number.isFinite(y) ? null : 'must be { x, y } in world pixels, both finite'
}

const surfaces: Check = (value) => {
  if (!Array.isArray(value)) return 'must be a list of surfaces; see docs/format.md for their kinds'
  // Without contact there is nothing that they could do, and nobody who knows them.
  ;(checkSurfaces as typeof checkSurfaces | undefined)?.('surfaces', value as Surface[])
  return null
}

const SCALE = within(0.001, 1000, '; to turn left into right use mirror')

const CHECKS = {
  x: finite,
  y: finite,
  rotation: finite,
  mirror: truth,
  scale: SCALE,
  anchorB: point,
  surfaces,
  seed,
  strength: within(0, 8, ', and 1 is as designed'),
  tint: (value) =>
    typeof value === 'string' && /^#[0-9a-f]{6}$/i.test(value) ? null : 'must be a colour such as "#ffcc00"',
  opacity: within(0, 1),
  speed: within(0, 16, ', and 1 is as designed'),
  knobs: (value) =>
    typeof value === 'object' && value !== null && !Array.isArray(value)
      ? null
      : 'must be values by the names of knobs, such as { wetness: 0.5 }',
  warmUp: (value) => (value === 'at once' || value === 'spread' ? null : 'must be "at once" or "spread"'),
  priority: finite,
  space: (value) => (value === 'world' || value === 'interface' ? null : 'must be "world" or "interface"'),
  pictures: (value) =>
    typeof value === 'object' && value !== null ? null : 'must be pictures by the names of sheets',
} as const satisfies Record<keyof PlayOptions, Check>

/**
 * Checks one value.
 * @throws Refusal that says value, rule and remedy
 */
export const checkOption = (place: string, key: keyof PlayOptions, value: unknown): void => {
  const fault = CHECKS[key](value)
  if (fault !== null) throw new Refusal(place, `${key} is ${show(value)}; it ${fault}`)
}

/** Checks options once, before anything is changed. What is undefined counts as left out. */
export const checkOptions = (place: string, options: PlayOptions): void => {
  if (typeof options !== 'object' || options === null)
    throw new Refusal(place, `the options are ${show(options)}; give an object such as { x: 10, y: 20 }`)
  for (const [key, value] of Object.entries(options)) {
    if (!Object.hasOwn(CHECKS, key))
      throw new Refusal(place, `there is no option "${key}"; there are ${Object.keys(CHECKS).join(', ')}`)
    if (value !== undefined) checkOption(place, key as keyof PlayOptions, value)
  }
}

/** @throws Refusal for seconds that no clock gives */
export const checkSeconds = (place: string, seconds: number): void => {
  if (!(seconds >= 0 && seconds < Infinity))
    throw new Refusal(
      place,
      `the seconds are ${show(seconds)}; give the time since the last picture, 0 or more; nothing was changed`,
    )
}
