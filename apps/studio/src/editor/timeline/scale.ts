/** From seconds to pixels on the effect's timeline. Pure. */
import type { Effect, Kit } from '@gliv/document'
import { emitterEndSeconds, longestLife } from '@gliv/engine'

/** Seconds at which an emitter stops sending out, and the last moment one of its particles can live. */
export const trackTimes = (kit: Kit, effect: Effect, emitterId: string): { start: number; emissionEnd: number; latestEnd: number } => {
  const own = effect.emitters[emitterId]!
  // A companion's times are its partner's.
  const emitter = (own.companionOf !== null && effect.emitters[own.companionOf]) || own
  const { delay } = emitter.numbers
  const cut = effect.play === 'loop' ? effect.numbers.loopSeconds : Infinity
  const emissionEnd = Math.min(cut, emitterEndSeconds(emitter))
  const type = kit.types[emitter.type]
  return { start: delay, emissionEnd, latestEnd: emissionEnd + (type ? longestLife({ ...emitter, type }) : 0) }
}

/** Length that the ruler shows, in seconds: everything, and a little more. */
export const rulerSeconds = (kit: Kit, effect: Effect): number => {
  const ends = effect.emitterOrder.map((id) => trackTimes(kit, effect, id).latestEnd)
  return Math.max(0.5, effect.play === 'loop' ? effect.numbers.loopSeconds : 0, ...ends) * 1.06
}

/** Marks on a round grid: the spacing in seconds at which labels stay `least` px apart. */
export const markSpacing = (seconds: number, width: number, least = 56): number => {
  const steps = [0.05, 0.1, 0.2, 0.25, 0.5, 1, 2, 5, 10, 20, 30, 60, 120]
  return steps.find((s) => (s / seconds) * width >= least) ?? 300
}
