/**
 * Which stretch of an effect is shown, and in how many frames: of length, rate and count two are set, and the
 * third follows.
 */
import { latestEndSeconds, longestLife, loopSecondsOf, tickOf } from '@gliv/engine'
import { type Frame, INSTANCE_WORDS, Refusal, type ResolvedEffect, type ShipValues } from '@gliv/model'
import type { Play } from '../play/play.ts'
import { sampledFor } from './order.ts'

/** Most frames of one clip. */
export const FRAME_LIMIT = 4096

/** A stretch of seconds, half-open. */
export interface Seconds {
  readonly from: number
  readonly to: number
}

/** Less opacity than half a step of 8 bits shows nothing. */
const LEAST_OPACITY = 1 / 510

/** Whether a frame has anything that could be seen. */
export const showsSomething = ({ f32, count }: Frame): boolean => {
  for (let i = 0; i < count; i++) if (f32[i * INSTANCE_WORDS + 11]! >= LEAST_OPACITY) return true
  return false
}

/** The ticks from the first to after the last that show something; null when none does. */
export const visibleTicks = (
  play: Play,
  from: number,
  to: number,
): { readonly first: number; readonly after: number } | null => {
  let [first, last] = [-1, -1]
  for (let tick = from; tick <= to; tick++) {
    const frame = play.frameAt(tick)
    if (!frame || !showsSomething(frame)) continue
    if (first < 0) first = tick
    last = tick
  }
  return first < 0 ? null : { first, after: last + 1 }
}

/** Seconds until the earliest whole round in which nothing of before the start is alive any more. */
export const settledSeconds = (effect: ResolvedEffect, round: number): number => {
  const longest = Math.max(0, ...effect.emitters.map((e) => longestLife(e)))
  return Math.ceil(longest / round - 1e-9) * round
}

/** All of an effect: one round of a loop once it is in flow, else until the last of it is gone. */
export const wholeSpan = (effect: ResolvedEffect): Seconds => {
  const round = loopSecondsOf(effect)
  const from = round === null || effect.play === 'period' ? 0 : settledSeconds(effect, round)
  const to = round === null ? latestEndSeconds(effect) : from + round
  if (to === Infinity)
    throw new Refusal(
      '--to',
      'the effect never ends, because its time stands still; say until when with --to',
    )
  return { from, to: Math.max(to, 1 / effect.rate) }
}

const checkSpan = ({ from, to }: Seconds): void => {
  if (!(from >= 0) || !(to > from))
    throw new Refusal(
      '--to',
      `${from} to ${to} s is no span; "to" must be later than "from", and "from" 0 or more`,
    )
}

/** A stretch with its frames: sampled ones, before an order repeats or turns them. */
export interface Sampled extends Seconds {
  readonly fps: number
  readonly count: number
}

const checkCount = ({ from, to, fps, count }: Sampled): void => {
  if (count >= 1 && count <= FRAME_LIMIT) return
  throw new Refusal(
    '--to',
    `${Number(from.toFixed(4))} to ${Number(to.toFixed(4))} s at ${fps} fps makes ${count} frames; between 1 and ${FRAME_LIMIT} can be baked; change the span or the rate`,
  )
}

/**
 * Frames of a stretch by what is set.
 * @param least fewest frames that are made where the rate gives less
 */
export const sampledIn = (
  { from, to }: Seconds,
  range: ShipValues<'range'>,
  order: ShipValues<'order'>,
  least = 0,
): Sampled => {
  checkSpan({ from, to })
  const { fps, follows } = range
  if (!(fps > 0 && fps <= 240))
    throw new Refusal('--fps', `${fps} is not a frame rate; it must be over 0 and at most 240`)
  const sampled =
    follows === 'count'
      ? { from, to, fps, count: Math.max(least, Math.round((to - from) * fps)) }
      : countSet({ from, to }, range, order)
  checkCount(sampled)
  return sampled
}

const countSet = (
  { from, to }: Seconds,
  { fps, follows, count }: ShipValues<'range'>,
  order: ShipValues<'order'>,
): Sampled => {
  const sampled = sampledFor(count, order)
  return follows === 'rate'
    ? { from, to, fps: sampled / (to - from), count: sampled }
    : { from, to: from + sampled / fps, fps, count: sampled }
}

/** Frame k shows tick floor((from + k ÷ fps) × rate + ½). */
export const bakeTick = (from: number, fps: number, k: number, rate: number): number =>
  tickOf(from + k / fps, rate)
