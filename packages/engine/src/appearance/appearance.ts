/** What a particle looks like at an age: everything that is drawn and steps nothing. */
import { type Colour, compilePalette, type CompiledPalette, nearestIn, parseColour } from '@gliv/base'
import {
  type Anchor,
  DEFAULT_ALONG,
  type FrameChoice,
  type FrameRect,
  type NumbersOf,
  type Picture,
  type ResolvedEmitter,
  type ResolvedType,
  STREAMS,
} from '@gliv/model'
import { sampleRange, sampleRangeInto, type Waver, waverOf, cosSinInto, sample } from '../maths/index.ts'
import type { Pool } from '../state/index.ts'
import { type CompiledRamp, compileRamp, rampAt } from './ramp.ts'
import { compileTurn, type Turn } from './turn.ts'
import { channelsAt, type CompiledTint, compileTint, tintWordAt } from './tint.ts'

/** Where a drawn number arrives: a value that a function gives back may cost an object. */
const sampled = new Float64Array(1)

/** Swapped without stepping when only looks change. */
export interface Appearance {
  readonly type: ResolvedType
  readonly scaleRamp: CompiledRamp
  readonly scaleYRamp: CompiledRamp
  readonly opacityRamp: CompiledRamp
  readonly frameRamp: CompiledRamp
  readonly hueRamp: CompiledRamp
  /** What turns besides start angle and steady spin; null where nothing does. */
  readonly turn: Turn | null
  readonly tint: CompiledTint
  readonly tintB: CompiledTint
  readonly palette: CompiledPalette | null
  readonly picks: readonly Colour[]
  /** Ramps along the shape; null where they are flat at 1. */
  readonly alongScale: CompiledRamp | null
  readonly alongOpacity: CompiledRamp | null
  readonly alongThickness: CompiledRamp | null
  /** Share of the pictures up to the end of each. */
  readonly weights: readonly number[]
  /** The tint ramp is all there is to its colour. */
  readonly plainTint: boolean
  /** Hue, saturation and value of the picture's pixels differ from particle to particle. */
  readonly shifts: boolean
  /** One frame for all. */
  readonly oneFrame: boolean
  /** What wavers of the angle, the scale and the opacity. */
  readonly angleWaver: Waver | null
  readonly scaleWaver: Waver | null
  readonly opacityWaver: Waver | null
}

const flatAtOne = (ramp: CompiledRamp): boolean => ramp.constant && ramp.pieces[2] === 1

const weightsOf = (pictures: readonly Picture[]): number[] => {
  const sum = pictures.reduce((total, p) => total + p.weight, 0)
  let upTo = 0
  return pictures.map((p) => (upTo += p.weight) / sum)
}

const SPREADS = [
  'hueSpread',
  'saturationSpread',
  'valueSpread',
  'redSpread',
  'greenSpread',
  'blueSpread',
  'hueTurn',
] as const

/** Numbers that may shift pixels instead of the tint. */
const SHIFTS = ['hueSpread', 'saturationSpread', 'valueSpread', 'hueTurn'] as const
const isShift = (id: string): boolean => (SHIFTS as readonly string[]).includes(id)

/** Whether the pixels of a type's pictures are shifted. */
const shiftsPixels = ({ spreadOn, numbers }: ResolvedType): boolean =>
  spreadOn === 'pixels' && SHIFTS.some((id) => numbers[id] !== 0)

/** Colours of the pictures' own cells are only there when the shape keeps them. */
const plainColours = ({ type, mask }: AppearanceSource): boolean =>
  type.tintPick === 'none' &&
  SPREADS.every((id) => type.numbers[id] === 0 || (type.spreadOn === 'pixels' && isShift(id))) &&
  (!mask || mask.colour.length === 0)

/** What of an emitter its particles' looks come from. */
type AppearanceSource = Pick<ResolvedEmitter, 'type'> & Partial<Pick<ResolvedEmitter, 'along' | 'mask'>>

/** @param handedOver its particles may come with colours of their own */
export const compileAppearance = (emitter: AppearanceSource, handedOver = false): Appearance => {
  const { type, along = DEFAULT_ALONG } = emitter
  const { ramps, tintSpace } = type
  const palette = type.palette ? compilePalette(type.palette) : null
  const alongScale = compileRamp(along.scale)
  const alongOpacity = compileRamp(along.opacity)
  const alongThickness = compileRamp(along.thickness)
  const plainTint = plainColours(emitter) && !handedOver
  // Colours that change from particle to particle are locked one by one; else the ramp is locked once, here.
  const locked = plainTint ? palette : null
  return {
    type,
    scaleRamp: compileRamp(ramps.scale),
    scaleYRamp: compileRamp(ramps.scaleY),
    opacityRamp: compileRamp(ramps.opacity),
    frameRamp: compileRamp(ramps.frame),
    hueRamp: compileRamp(ramps.hue),
    turn: compileTurn(type),
    tint: compileTint(ramps.tint, tintSpace, locked),
    tintB: compileTint(ramps.tintB, tintSpace),
    palette,
    picks: type.pickColours.map(parseColour),
    alongScale: flatAtOne(alongScale) ? null : alongScale,
    alongOpacity: flatAtOne(alongOpacity) ? null : alongOpacity,
    alongThickness: flatAtOne(alongThickness) ? null : alongThickness,
    weights: weightsOf(type.pictures),
    plainTint,
    shifts: shiftsPixels(type),
    angleWaver: waverOf(type, 'spin'),
    scaleWaver: waverOf(type, 'scale'),
    opacityWaver: waverOf(type, 'opacity'),
    oneFrame:
      type.pictures.length === 1 && (type.frameChoice === 'fixed' || type.pictures[0]!.frames.length === 1),
  }
}

/** Whether looks depend on how far away a particle is. */
export const isDeep = ({ depthScale, depthOpacity }: NumbersOf<'type'>): boolean =>
  depthScale !== 1 || depthOpacity !== 1

/** From 1 near to `far` at depth 1. */
export const depthFactor = (far: number, depth: number): number => 1 + (far - 1) * depth

/** Draws the values that only the output reads. The particle's place on the shape must be known. */
export const sampleAppearance = (appearance: Appearance, pool: Pool, i: number): void => {
  const { type } = appearance
  const { numbers, styles } = type
  const { keyHi, keyLo, along } = pool
  const depth = isDeep(numbers) ? sample(keyHi[i]!, keyLo[i]!, STREAMS.depth, 0) : 0
  const far = depthFactor(numbers.depthScale, depth)
  const thin = far * (appearance.alongScale ? rampAt(appearance.alongScale, along[i]!) : 1)
  sampleRangeInto(numbers.scale, keyHi, keyLo, i, STREAMS.scale, sampled)
  const scale = sampled[0]! * thin
  pool.scale[i] = scale
  sampleRangeInto(numbers.scaleFloor, keyHi, keyLo, i, STREAMS.scaleFloor, sampled)
  pool.scaleFloor[i] = styles.scale.relative ? scale * sampled[0]! : sampled[0]!
  if (type.scaleApart) {
    sampleRangeInto(numbers.scaleY, keyHi, keyLo, i, STREAMS.scaleY, sampled)
    const scaleY = sampled[0]! * thin
    pool.scaleY[i] = scaleY
    sampleRangeInto(numbers.scaleYFloor, keyHi, keyLo, i, STREAMS.scaleYFloor, sampled)
    pool.scaleYFloor[i] = styles.scaleY.relative ? scaleY * sampled[0]! : sampled[0]!
  }
  sampleRangeInto(numbers.opacity, keyHi, keyLo, i, STREAMS.opacity, sampled)
  const opacity =
    sampled[0]! *
    depthFactor(numbers.depthOpacity, depth) *
    (appearance.alongOpacity ? rampAt(appearance.alongOpacity, along[i]!) : 1)
  pool.opacity[i] = opacity
  sampleRangeInto(numbers.opacityFloor, keyHi, keyLo, i, STREAMS.opacityFloor, sampled)
  pool.opacityFloor[i] = styles.opacity.relative ? opacity * sampled[0]! : sampled[0]!
  sampleRangeInto(numbers.startAngle, keyHi, keyLo, i, STREAMS.startAngle, sampled)
  pool.angle[i] = sampled[0]!
  sampleRangeInto(numbers.spin, keyHi, keyLo, i, STREAMS.spin, sampled)
  pool.spin[i] = sampled[0]!
  samplePicture(appearance, pool, i)
}

/** Which of several pictures it has. */
export const samplePicture = (appearance: Appearance, pool: Pool, i: number): void => {
  pool.picture[i] =
    appearance.weights.length === 1
      ? 0
      : pickPicture(appearance, sample(pool.keyHi[i]!, pool.keyLo[i]!, STREAMS.picture, 0))
}

const pickPicture = ({ weights }: Appearance, u: number): number => {
  let i = 0
  while (i < weights.length - 1 && weights[i]! <= u) i++
  return i
}

const clamp = (value: number, low: number, high: number): number =>
  value < low ? low : value > high ? high : value

type RateNumbers = {
  readonly [K in 'scaleRate' | 'scaleYRate' | 'opacityRate']: NumbersOf<'type'>['scaleRate']
}

/** start + rate × seconds, within limits. */
export const byRate = (
  numbers: RateNumbers,
  id: keyof RateNumbers,
  pool: Pool,
  i: number,
  start: number,
  age: number,
  low: number,
  high: number,
): number =>
  clamp(start + sampleRange(numbers[id], STREAMS[id], pool.keyHi[i]!, pool.keyLo[i]!) * age, low, high)

/** Scale across at life `u` and `age` seconds, without lanes. */
export const scaleAt = (
  { type, scaleRamp }: Appearance,
  pool: Pool,
  i: number,
  u: number,
  age: number,
): number => {
  const { numbers } = type
  if (type.styles.scale.by === 'rate')
    return byRate(numbers, 'scaleRate', pool, i, pool.scale[i]!, age, numbers.scaleLow, numbers.scaleHigh)
  const floor = pool.scaleFloor[i]!
  return floor + (pool.scale[i]! - floor) * rampAt(scaleRamp, u)
}

/** Scale down; the same as across unless they run apart. */
export const scaleYAt = (appearance: Appearance, pool: Pool, i: number, u: number, age: number): number => {
  const { type } = appearance
  if (!type.scaleApart) return scaleAt(appearance, pool, i, u, age)
  if (type.styles.scaleY.by === 'rate')
    return byRate(
      type.numbers,
      'scaleYRate',
      pool,
      i,
      pool.scaleY[i]!,
      age,
      type.numbers.scaleLow,
      type.numbers.scaleHigh,
    )
  const floor = pool.scaleYFloor[i]!
  return floor + (pool.scaleY[i]! - floor) * rampAt(appearance.scaleYRamp, u)
}

export const opacityAt = (
  { type, opacityRamp }: Appearance,
  pool: Pool,
  i: number,
  u: number,
  age: number,
): number => {
  const { numbers } = type
  if (type.styles.opacity.by === 'rate')
    return byRate(
      numbers,
      'opacityRate',
      pool,
      i,
      pool.opacity[i]!,
      age,
      numbers.opacityLow,
      numbers.opacityHigh,
    )
  const floor = pool.opacityFloor[i]!
  return floor + (pool.opacity[i]! - floor) * rampAt(opacityRamp, u)
}

/** Frames from the start of a clip of `n` that runs at its own speed. */
const played = (type: ResolvedType, age: number, start: number): number =>
  Math.floor(age * type.numbers.fps) + start

type FrameChooser = (appearance: Appearance, n: number, u: number, age: number, start: number) => number

/** Index into the picture's frames. `start` is the drawn frame, 0 unless the choice draws one. */
const FRAME_CHOOSERS = {
  fixed: () => 0,
  random: (_looks, _n, _u, _age, start) => start,
  overLife: ({ type }, n, u, _age, start) =>
    (Math.min(
      Math.floor(u * type.numbers.clipRounds * n),
      Math.max(0, Math.ceil(type.numbers.clipRounds * n) - 1),
    ) +
      start) %
    n,
  once: ({ type }, n, _u, age, start) => Math.min(n - 1, played(type, age, start)),
  loop: ({ type }, n, _u, age, start) => played(type, age, start) % n,
  backAndForth: ({ type }, n, _u, age, start) => {
    const turn = played(type, age, start) % (2 * n - 2)
    return turn < n ? turn : 2 * n - 2 - turn
  },
  ramp: ({ frameRamp }, n, u) => Math.min(n - 1, Math.floor(rampAt(frameRamp, u) * n)),
} as const satisfies Record<FrameChoice, FrameChooser>

/** Index into the particle's picture's frames at life `u` and `age` seconds. */
export const frameAt = (appearance: Appearance, pool: Pool, i: number, u: number, age: number): number => {
  const { type } = appearance
  const n = type.pictures[pool.picture[i]!]!.frames.length
  if (n === 1) return 0
  const start =
    type.frameChoice === 'random' || type.randomStart
      ? Math.floor(sample(pool.keyHi[i]!, pool.keyLo[i]!, STREAMS.frame, 0) * n)
      : 0
  return FRAME_CHOOSERS[type.frameChoice](appearance, n, u, age, start)
}

/** Pixels a second at which the stretch adds its factor once. */
const STRETCH_SPEED = 100

/** Factor of the scale along travel: 1 + stretch × speed ÷ 100 px/s, from 0 to the limit. */
export const stretchAt = (numbers: NumbersOf<'type'>, stretch: number, speed: number): number =>
  clamp(1 + (stretch * speed) / STRETCH_SPEED, 0, numbers.stretchLimit)

/**
 * Where the pivot lies in texels from the left so that the anchor stays, when the sprite is drawn `k` times
 * as long.
 */
export const ANCHOR_PIVOTS = {
  centre: (frame) => frame.pivotX,
  head: (frame, k) => frame.w - (frame.w - frame.pivotX) / k,
  tail: (frame, k) => frame.pivotX / k,
} as const satisfies Record<Anchor, (frame: FrameRect, k: number) => number>

const hueTurn = new Float64Array(2)
const THIRD = 1 / 3
const ROOT_THIRD = Math.sqrt(THIRD)

const byte = (value: number): number => (value <= 0 ? 0 : value >= 255 ? 255 : Math.floor(value + 0.5))

const spread = (amount: number, stream: number, hi: number, lo: number): number =>
  amount === 0 ? 0 : (2 * sample(hi, lo, stream, 0) - 1) * amount

/** Red, green and blue on their way. */
const channels = new Float64Array(3)

/** The colour of ramp, pick and own cell, into `channels`. */
const pickedInto = (appearance: Appearance, pool: Pool, i: number, u: number): void => {
  const { type } = appearance
  const hi = pool.keyHi[i]!
  const lo = pool.keyLo[i]!
  let [r, g, b] = channelsAt(appearance.tint, u)
  if (type.tintPick === 'ramps') {
    const t = sample(hi, lo, STREAMS.tintPick, 0)
    const [r2, g2, b2] = channelsAt(appearance.tintB, u)
    r += (r2 - r) * t
    g += (g2 - g) * t
    b += (b2 - b) * t
  } else if (type.tintPick === 'list') {
    const pick = appearance.picks[Math.floor(sample(hi, lo, STREAMS.tintPick, 0) * appearance.picks.length)]!
    const keep = type.pickAction === 'multiply'
    r = keep ? (r * pick[0]) / 255 : pick[0]
    g = keep ? (g * pick[1]) / 255 : pick[1]
    b = keep ? (b * pick[2]) / 255 : pick[2]
  }
  const own = pool.colour[i]!
  if (own !== 0xffffff) {
    r = (r * (own & 255)) / 255
    g = (g * ((own >> 8) & 255)) / 255
    b = (b * ((own >> 16) & 255)) / 255
  }
  channels[0] = r
  channels[1] = g
  channels[2] = b
}

/** Degrees by which a hue is turned: its own spread, and the turn over life. */
const hueAt = (
  { type: { numbers }, hueRamp }: Appearance,
  hi: number,
  lo: number,
  u: number,
  hueLane: number,
): number =>
  spread(numbers.hueSpread, STREAMS.hueSpread, hi, lo) +
  (numbers.hueTurn === 0 ? 0 : numbers.hueTurn * hueLane * rampAt(hueRamp, u))

/** What a particle's pixels are shifted by, into `out` from a place on: degrees of hue, saturation, value. */
export const shiftInto = (
  appearance: Appearance,
  hi: number,
  lo: number,
  u: number,
  hueLane: number,
  out: Float32Array | Float64Array,
  at: number,
): void => {
  const { numbers } = appearance.type
  out[at] = hueAt(appearance, hi, lo, u, hueLane)
  out[at + 1] = 1 + spread(numbers.saturationSpread, STREAMS.saturationSpread, hi, lo)
  out[at + 2] = 1 + spread(numbers.valueSpread, STREAMS.valueSpread, hi, lo)
}

/**
 * The particle's colour as a word, r lowest, when there is more to it than the ramp: ramp (or a place between
 * two ramps) ×
 * pick × own colour; then its hue is turned about the grey axis by spread + hueTurn × ramp, its distance from
 * grey (r + g + b) ÷ 3
 * scaled by 1 ± saturation, all of it by 1 ± value, each channel by 1 ± its own; at last the nearest of a
 * palette.
 */
export const fullTintAt = (
  appearance: Appearance,
  pool: Pool,
  i: number,
  u: number,
  hueLane: number,
): number => {
  const { type } = appearance
  const { numbers } = type
  const hi = pool.keyHi[i]!
  const lo = pool.keyLo[i]!
  pickedInto(appearance, pool, i, u)
  let r = channels[0]!
  let g = channels[1]!
  let b = channels[2]!
  const onTint = type.spreadOn === 'tint'
  const hue = onTint ? hueAt(appearance, hi, lo, u, hueLane) : 0
  const away = onTint ? 1 + spread(numbers.saturationSpread, STREAMS.saturationSpread, hi, lo) : 1
  const light = onTint ? 1 + spread(numbers.valueSpread, STREAMS.valueSpread, hi, lo) : 1
  if (hue !== 0 || away !== 1) {
    // Rodrigues' rotation about the axis (1, 1, 1) ÷ √3.
    cosSinInto(hue, hueTurn)
    const c = hueTurn[0]!
    const s = hueTurn[1]! * ROOT_THIRD
    const grey = (r + g + b) * THIRD
    const dr = r - grey
    const dg = g - grey
    const db = b - grey
    r = grey + away * (dr * c + (db - dg) * s)
    g = grey + away * (dg * c + (dr - db) * s)
    b = grey + away * (db * c + (dg - dr) * s)
  }
  r *= light * (1 + spread(numbers.redSpread, STREAMS.redSpread, hi, lo))
  g *= light * (1 + spread(numbers.greenSpread, STREAMS.greenSpread, hi, lo))
  b *= light * (1 + spread(numbers.blueSpread, STREAMS.blueSpread, hi, lo))
  if (appearance.palette) {
    const [pr, pg, pb] =
      appearance.palette.colours[nearestIn(appearance.palette, [byte(r), byte(g), byte(b)])]!
    return pr | (pg << 8) | (pb << 16)
  }
  return byte(r) | (byte(g) << 8) | (byte(b) << 16)
}

export const tintOf = (appearance: Appearance, pool: Pool, i: number, u: number, hueLane: number): number =>
  appearance.plainTint
    ? tintWordAt(appearance.tint.pieces, appearance.tint.firstPiece, u)
    : fullTintAt(appearance, pool, i, u, hueLane)
