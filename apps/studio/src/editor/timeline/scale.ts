/** From seconds to pixels on the effect's timeline. Pure. */
import type { Effect, Kit, Part } from '@gliv/document'
import { emitterEndSeconds, longestLife } from '@gliv/engine'

/** Seconds at which an emitter stops sending out, and the last moment one of its particles can live. */
export const trackTimes = (
  kit: Kit,
  effect: Effect,
  emitterId: string,
): { start: number; emissionEnd: number; latestEnd: number } => {
  const own = effect.emitters[emitterId]!
  // A companion's times are its partner's.
  const emitter = (own.companionOf !== null && effect.emitters[own.companionOf]) || own
  if (emitter.dormant) return { start: 0, emissionEnd: 0, latestEnd: 0 }
  const { delay } = emitter.numbers
  const cut = passSeconds(effect) || Infinity
  const emissionEnd = Math.min(cut, emitterEndSeconds(emitter))
  const type = kit.types[emitter.type]
  return {
    start: delay,
    emissionEnd,
    latestEnd: emissionEnd + (type ? longestLife({ ...emitter, type }) : 0),
  }
}

/** Length of one repeat in seconds; 0 when there is none. */
export const passSeconds = ({ play, numbers }: Pick<Effect, 'play' | 'numbers'>): number =>
  play === 'loop' ? numbers.loopSeconds : play === 'period' ? numbers.periodSeconds : 0

/** When a part begins, and by when the longest of its effects is over. */
export const partTimes = (kit: Kit, part: Part): { start: number; end: number } => {
  const { partAt, partTime, partLength, partFrom, partTo } = part.numbers
  const longest = Math.max(
    0,
    ...part.effects.map(({ effect: id }) => {
      const effect = kit.effects[id]
      if (!effect) return 0
      return effect.play === 'once'
        ? lastOf(kit, effect) / partTime
        : partLength + tailOf(kit, effect) / partTime
    }),
  )
  const shown = partTo > partFrom ? Math.min(longest, partTo) : longest
  return { start: partAt, end: partAt + Math.max(0, shown - partFrom) }
}

/** How long the last of an effect lives after it was stopped. */
const tailOf = (kit: Kit, effect: Effect): number =>
  effect.emitterOrder.reduce((most, id) => {
    const { emissionEnd, latestEnd } = trackTimes(kit, effect, id)
    return Math.max(most, latestEnd - emissionEnd)
  }, 0)

const lastOf = (kit: Kit, effect: Effect): number =>
  Math.max(
    0,
    ...effect.emitterOrder.map((id) => trackTimes(kit, effect, id).latestEnd),
    ...effect.parts.map((part) => partTimes(kit, part).end),
  )

/** Length that the ruler shows, in seconds: everything, and a little more. */
export const rulerSeconds = (kit: Kit, effect: Effect): number => {
  return Math.max(0.5, passSeconds(effect), lastOf(kit, effect)) * 1.06
}

/** Marks on a round grid: the spacing in seconds at which labels stay `least` px apart. */
export const markSpacing = (seconds: number, width: number, least = 56): number => {
  const steps = [0.05, 0.1, 0.2, 0.25, 0.5, 1, 2, 5, 10, 20, 30, 60, 120]
  return steps.find((s) => (s / seconds) * width >= least) ?? 300
}
