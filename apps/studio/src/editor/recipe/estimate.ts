import type { Emitter, ParticleType } from '@gliv/document'

/** About how many particles of an emitter live together at the most: flow × mean life, and its largest bursts. */
export const estimateAlive = (emitter: Emitter, type: ParticleType): number => {
  const { flow, duration, cap } = emitter.numbers
  const life = (type.numbers.life.from + type.numbers.life.to) / 2
  const steady = flow * Math.min(life, duration)
  // Bursts that lie within one life of each other add up.
  const bursts = Math.max(
    0,
    ...emitter.bursts.map((b) => {
      const at = b.numbers.burstAt
      return emitter.bursts.filter((o) => o.numbers.burstAt <= at && o.numbers.burstAt > at - life).reduce((sum, o) => sum + o.numbers.burstCount, 0)
    }),
  )
  return Math.min(cap, Math.round(steady + bursts))
}
