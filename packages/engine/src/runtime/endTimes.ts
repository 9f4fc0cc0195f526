/** When an effect has sent out all it ever will, and when the last of it is gone. */
import type { ResolvedEffect } from '@gliv/model'
import type { CompiledTape } from '../input/index.ts'
import {
  createClock,
  emitterEndSeconds,
  lastEnd,
  type Program,
  tickAtOrBefore,
  warmTicks,
} from '../program/index.ts'

/** Births that wait along a shape still come after emission has ended. */
const delayTicks = (effect: ResolvedEffect): number =>
  effect.emitters
    .filter((e) => !e.dormant)
    .reduce((ticks, e) => Math.max(ticks, Math.ceil(e.numbers.alongDelay * effect.rate)), 0)

/** On the timeline. */
const emissionEnd = (effect: ResolvedEffect): number => {
  const own = effect.emitters
    .filter((e) => !e.dormant)
    .reduce((end, e) => Math.max(end, emitterEndSeconds(e)), 0)
  return effect.parts.reduce((end, part) => Math.max(end, part.numbers.partAt), own)
}

/** Longest time in seconds that a search for an end looks at. */
const SEARCH_SECONDS = 36_000

/**
 * Seconds from the effect's start at which the clock reads so much; Infinity when time stands still before.
 */
const startSeconds = (effect: ResolvedEffect, clockSeconds: number): number => {
  const clock = createClock(effect)
  const warm = warmTicks(effect)
  if (clock.plain) return Math.max(0, clockSeconds - warm / effect.rate)
  const last = SEARCH_SECONDS * effect.rate
  if (clock.secondsAt(last) < clockSeconds) return Infinity
  return Math.max(0, tickAtOrBefore(clock, clockSeconds, last) - warm) / effect.rate
}

/**
 * Last moment at which something may be sent out, in seconds from the effect's start; for a sustained effect
 * stopped at once.
 */
export const emissionEndSeconds = (effect: ResolvedEffect): number =>
  startSeconds(effect, emissionEnd(effect))

/** A bound: the last emission plus the longest life of its type. */
export const latestEndSeconds = (effect: ResolvedEffect): number => startSeconds(effect, lastEnd(effect))

/** Seconds of one repeat of a looping effect; null for others. */
export const loopSecondsOf = (effect: ResolvedEffect): number | null => {
  if (effect.play === 'loop') return effect.numbers.loopSeconds
  if (effect.play === 'period') return effect.numbers.periodSeconds
  return effect.play === 'loopWaiting' ? Math.max(0.05, lastEnd(effect)) : null
}

interface End {
  /** Seconds on the timeline, and ticks of delay along a shape. */
  readonly end: number
  readonly delay: number
}
const ends = new WeakMap<ResolvedEffect, End>()

/** Found once an effect: it is asked for at every tick. */
const endOf = (effect: ResolvedEffect): End => {
  let found = ends.get(effect)
  if (!found) ends.set(effect, (found = { end: emissionEnd(effect), delay: delayTicks(effect) }))
  return found
}

/** Nothing will be sent out any more after a tick on the clock, warm-up included. */
export const hasEmissionEnded = ({ effect, clock }: Program, tape: CompiledTape, tick: number): boolean => {
  const { end, delay } = endOf(effect)
  if (effect.play === 'sustain') {
    const stop = tape.stopTick()
    return (
      tick >= stop &&
      clock.secondsAt(tick) - clock.secondsAt(stop) > Math.max(0, end - effect.numbers.sustainTo)
    )
  }
  return tick >= tape.endTick() + delay || (effect.play === 'once' && clock.secondsAt(tick) > end)
}
