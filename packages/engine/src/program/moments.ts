/** Named events, sounds and screen events that stand on an effect's timeline, and when they are due. */
import type { EffectExtras, ResolvedEffect } from '@gliv/model'
import { MICRO, micro, type Clock, type Pass, type Timeline } from './timeline.ts'

/** What stands at a moment of the timeline. */
export interface TimedEvent {
  /** Microseconds on the timeline. */
  readonly at: number
  readonly kind: 'named' | 'sound' | 'screen'
  /** In the effect's list of its kind. */
  readonly index: number
}

/** All of an effect, in the order of time. */
export const timedEvents = ({ events = [], sounds = [], screen = [] }: EffectExtras): TimedEvent[] => {
  const of = (kind: TimedEvent['kind'], list: readonly { readonly at: number }[]): TimedEvent[] =>
    list.map(({ at }, index) => ({ at: micro(at), kind, index }))
  return [
    ...of('named', events),
    ...of('sound', sounds).filter(({ index }) => sounds[index]!.on === 'time' && !sounds[index]!.muted),
    ...of('screen', screen),
  ].sort((a, b) => a.at - b.at)
}

const known = new WeakMap<ResolvedEffect, TimedEvent[]>()
/** The same for the same effect. */
export const timedEventsOf = (effect: ResolvedEffect): readonly TimedEvent[] => {
  const found = known.get(effect) ?? timedEvents(effect)
  known.set(effect, found)
  return found
}

const pass: Pass = { start: 0, end: 0, from: 0 }

/**
 * Calls `tell` for everything that the clock comes to within one tick: after the last one and up to this.
 * @param tick on the clock, warm-up included; at 0 what stands at 0 is due
 * @param stopTick when a sustained effect was stopped; Infinity before
 */
export const dueMoments = (
  list: readonly TimedEvent[],
  clock: Clock,
  timeline: Timeline,
  tick: number,
  stopTick: number,
  tell: (moment: TimedEvent) => void,
): void => {
  if (list.length === 0) return
  const before = tick > 0 ? clock.secondsAt(tick - 1) * MICRO : -1
  const now = clock.secondsAt(tick) * MICRO
  const stop = stopTick === Infinity ? Infinity : clock.secondsAt(stopTick) * MICRO
  const last = timeline.passAt(now, stop)
  for (let k = timeline.passAt(Math.max(0, before), stop); k <= last; k++) {
    timeline.readPass(k, stop, pass)
    const { start, end, from } = pass
    for (const moment of list) {
      const at = start + moment.at - from
      // A microsecond of rounding must not put it off by a tick.
      if (moment.at >= from && at < end && at > before + HALF && at <= now + HALF) tell(moment)
    }
  }
}

/** Half a microsecond. */
const HALF = 0.5
