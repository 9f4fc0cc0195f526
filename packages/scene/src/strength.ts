/** Strength of a firing: it multiplies counts of bursts and flows; 1 is as designed. */
import type { ResolvedEffect, ResolvedEmitter, ResolvedType, StrengthTarget } from '@gliv/model'

/** Strengths are told apart by so much, so that few programs are compiled. */
const GRAIN = 1 / 20
const MOST = 8
const MOST_FLOW = 100_000
const MOST_BURST = 20_000
const MOST_SPEED = 100_000
const MOST_SCALE = 1000

/** A strength as it is used: from 0 to 8, in steps of a twentieth. */
export const grained = (strength: number): number =>
  Math.min(MOST, Math.max(0, Math.round(strength / GRAIN) * GRAIN))

const counted = (count: number, strength: number): number =>
  Math.min(MOST_BURST, Math.round(count * strength))

/** The factor at a strength: linear between points, 1 at 1, and beyond the last point as there. */
export const factorAt = (points: readonly (readonly [number, number])[], strength: number): number => {
  const all = points.some(([at]) => at === 1) ? points : [...points, [1, 1] as const]
  const sorted = [...all].sort((a, b) => a[0] - b[0])
  const next = sorted.findIndex(([at]) => at >= strength)
  if (next === -1) return sorted.at(-1)![1]
  const [x1, y1] = sorted[next]!
  if (next === 0 || x1 === strength) return y1
  const [x0, y0] = sorted[next - 1]!
  return y0 + ((y1 - y0) * (strength - x0)) / (x1 - x0)
}

interface Range {
  readonly from: number
  readonly to: number
}
const times = <R extends Range>(range: R, by: number, most: number): R => ({
  ...range,
  from: Math.min(most, range.from * by),
  to: Math.min(most, range.to * by),
})

const factorsOf = ({ strengthRamps = {} }: ResolvedEffect, strength: number) => {
  const at = (target: StrengthTarget): number =>
    strengthRamps[target] ? factorAt(strengthRamps[target], strength) : 1
  return { scale: at('scale'), speed: at('speed'), opacity: at('opacity') }
}

type Factors = ReturnType<typeof factorsOf>

/** A type that is larger and more opaque by factors; the same type and factors give the same one. */
const typeAt = (type: ResolvedType, { scale, opacity }: Factors): ResolvedType => {
  if (scale === 1 && opacity === 1) return type
  const { numbers } = type
  return {
    ...type,
    numbers: {
      ...numbers,
      scale: times(numbers.scale, scale, MOST_SCALE),
      opacity: times(numbers.opacity, opacity, 1),
    },
  }
}

const emitterAt = (emitter: ResolvedEmitter, strength: number, factors: Factors): ResolvedEmitter => ({
  ...emitter,
  type: typeAt(emitter.type, factors),
  numbers: {
    ...emitter.numbers,
    flow: Math.min(MOST_FLOW, Math.round(emitter.numbers.flow * strength * 1000) / 1000),
    speed: times(emitter.numbers.speed, factors.speed, MOST_SPEED),
  },
  bursts: emitter.bursts.map((burst) => {
    const { from, to, ...more } = burst.numbers.burstCount
    return {
      ...burst,
      numbers: {
        ...burst.numbers,
        burstCount: { ...more, from: counted(from, strength), to: counted(to, strength) },
      },
    }
  }),
})

/** An effect with its births multiplied, the effects inside it too, and what its ramps say. */
export const strengthened = (effect: ResolvedEffect, strength: number): ResolvedEffect => {
  if (strength === 1) return effect
  const factors = factorsOf(effect, strength)
  return {
    ...effect,
    emitters: effect.emitters.map((emitter) => emitterAt(emitter, strength, factors)),
    parts: effect.parts.map((part) => ({
      ...part,
      choices: part.choices.map(({ weight, effect: inner }) => ({
        weight,
        effect: strengthened(inner, strength),
      })),
    })),
  }
}
