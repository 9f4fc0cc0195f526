/** The particle that stands for its type: every range drawn at the same place, without chance and lanes. */
import type { Range, ResolvedType } from '@gliv/model'
import { Pool } from '../state/index.ts'
import { turnedAt } from './turn.ts'
import {
  type Appearance,
  compileAppearance,
  frameAt,
  opacityAt,
  sampleAppearance,
  scaleAt,
  scaleYAt,
  shiftInto,
  tintOf,
} from './appearance.ts'

/** Where in its ranges the typical particle has drawn. */
export type Draws = 'least' | 'middle' | 'most'

const DRAWN = {
  least: ({ from }) => from,
  middle: ({ from, to }) => (from + to) / 2,
  most: ({ to }) => to,
} as const satisfies Record<Draws, (range: Range) => number>

export interface Typical {
  /** Factors across and down. */
  readonly scale: number
  readonly scaleY: number
  /** 0 to 1. */
  readonly opacity: number
  /** Degrees. */
  readonly angle: number
  /** Red, green, blue, 0 to 255. */
  readonly tint: readonly [number, number, number]
  /** Degrees of hue, saturation and value of its pixels; null where they are as they are. */
  readonly shift: readonly [number, number, number] | null
  /** Number of the frame in its sheet; the first where each particle draws its own. */
  readonly frame: number
}

/** What differs from particle to particle by chance is left out. */
const SAME_FOR_ALL = {
  hueSpread: 0,
  saturationSpread: 0,
  valueSpread: 0,
  redSpread: 0,
  greenSpread: 0,
  blueSpread: 0,
} as const satisfies Partial<ResolvedType['numbers']>

const drawnAt = (type: ResolvedType, draws: Draws): ResolvedType => {
  const numbers = Object.fromEntries(
    Object.entries(type.numbers).map(([id, value]) => {
      if (typeof value === 'number') return [id, value]
      const drawn = DRAWN[draws](value)
      return [id, { from: drawn, to: drawn }]
    }),
  ) as ResolvedType['numbers']
  return {
    ...type,
    numbers: { ...numbers, ...SAME_FOR_ALL },
    tintPick: 'none',
    frameChoice: type.frameChoice === 'random' ? 'fixed' : type.frameChoice,
    randomStart: false,
    pictures: type.pictures.slice(0, 1),
  }
}

interface Compiled {
  readonly appearance: Appearance
  readonly lifeSeconds: number
}

const compiled = {
  least: new WeakMap<ResolvedType, Compiled>(),
  middle: new WeakMap<ResolvedType, Compiled>(),
  most: new WeakMap<ResolvedType, Compiled>(),
} as const satisfies Record<Draws, WeakMap<ResolvedType, Compiled>>

const compiledOf = (type: ResolvedType, draws: Draws): Compiled => {
  let found = compiled[draws].get(type)
  if (!found) {
    const drawn = drawnAt(type, draws)
    found = { appearance: compileAppearance({ type: drawn }), lifeSeconds: drawn.numbers.life.from }
    compiled[draws].set(type, found)
  }
  return found
}

/** The one particle; made when somebody asks for the first time. */
let slot: Pool | null = null

const shifted = new Float64Array(3)

const shiftOf = (appearance: Appearance, life: number): Typical['shift'] => {
  if (!appearance.shifts) return null
  shiftInto(appearance, 0, 0, life, 1, shifted, 0)
  return [shifted[0]!, shifted[1]!, shifted[2]!]
}

/**
 * What a type's typical particle looks like at a share of its life, by the very functions that draw and report
 * particles.
 * @param life 0 to 1
 */
export const typicalAt = (type: ResolvedType, life: number, draws: Draws = 'middle'): Typical => {
  const { appearance, lifeSeconds } = compiledOf(type, draws)
  const pool = (slot ??= new Pool(1))
  pool.colour[0] = 0xffffff
  sampleAppearance(appearance, pool, 0)
  const age = life * lifeSeconds
  const word = tintOf(appearance, pool, 0, life, 1)
  return {
    scale: scaleAt(appearance, pool, 0, life, age),
    scaleY: scaleYAt(appearance, pool, 0, life, age),
    opacity: opacityAt(appearance, pool, 0, life, age),
    angle: appearance.turn
      ? turnedAt(appearance.turn, pool, 0, life, age)
      : pool.angle[0]! + pool.spin[0]! * age,
    tint: [word & 255, (word >> 8) & 255, (word >> 16) & 255],
    shift: shiftOf(appearance, life),
    frame: type.pictures[0]!.frameIndices[frameAt(appearance, pool, 0, life, age)]!,
  }
}
