import type { Emitter, ParticleType } from '@gliv/document'

/** An emitter, and how many places its shape has for bursts that send one to each. */
type Count = Pick<Emitter, 'numbers' | 'bursts'> & { readonly placeCount?: number }
const middle = ({ from, to }: { from: number; to: number }): number => (from + to) / 2

/** Middle of the life, in seconds. */
const lifeOf = (emitter: Count, type: ParticleType): number =>
  type.lifeMode === 'emitter' ? emitter.numbers.duration : middle(type.numbers.life)

/** Particles of bursts that lie within one life of each other, at the most. */
const burstsAlive = (emitter: Count, life: number): number => {
  const firings = emitter.bursts.flatMap(({ numbers, eachPlace }) =>
    Array.from({ length: Math.min(200, numbers.burstRepeats) }, (_, k) => ({
      at: middle(numbers.burstAt) + k * middle(numbers.burstInterval),
      count:
        (eachPlace ? (emitter.placeCount ?? numbers.burstCount.to) : middle(numbers.burstCount)) *
        numbers.burstChance,
    })),
  )
  return firings.reduce(
    (most, { at }) =>
      Math.max(
        most,
        firings.filter((f) => f.at <= at && f.at > at - life).reduce((sum, f) => sum + f.count, 0),
      ),
    0,
  )
}

/**
 * About how many particles of an emitter live together at the most: flow × mean life, and its largest bursts.
 */
export const estimateAlive = (emitter: Count, type: ParticleType): number => {
  const { flow, duration, cap, minimum } = emitter.numbers
  const life = lifeOf(emitter, type)
  return Math.min(
    cap,
    Math.max(minimum, Math.round(flow * Math.min(life, duration) + burstsAlive(emitter, life))),
  )
}

/** Flow, or where there is none the factor of all bursts, at which about so many live together. */
export const solveAlive = (
  emitter: Count,
  type: ParticleType,
  wanted: number,
): { flow?: number; burstFactor?: number } => {
  const life = lifeOf(emitter, type)
  const bursts = burstsAlive(emitter, life)
  const { flow, duration } = emitter.numbers
  const steady = Math.min(life, duration)
  if (flow > 0 || bursts === 0)
    return steady > 0 ? { flow: Math.round((Math.max(0, wanted - bursts) / steady) * 10) / 10 } : {}
  return { burstFactor: wanted / bursts }
}
