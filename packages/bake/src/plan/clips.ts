/** The frames that a job asks for, clip by clip: which ticks, in which order, how long, what runs over. */
import { latestEndSeconds, loopSecondsOf, tickOf } from '@gliv/engine'
import { Refusal, type ShipFrame } from '@gliv/model'
import type { ShipJob } from '../play/job.ts'
import { type Play, playOf, type Subject } from '../play/play.ts'
import { type Closed, closedSpan, type LoopKind, middleSeconds, playClosed } from './loop.ts'
import { placedIn } from './order.ts'
import {
  bakeTick,
  FRAME_LIMIT,
  type Sampled,
  sampledIn,
  type Seconds,
  visibleTicks,
  wholeSpan,
} from './span.ts'

/** One frame to be drawn. */
export interface FramePlan {
  readonly tick: number
  readonly seconds: number
  /** Another tick that shows through by its share from 0 to 1. */
  readonly mix: { readonly tick: number; readonly share: number } | null
  /** Its tick lies outside of what the effect shows. */
  readonly gone: boolean
}

/** One animation of an effect. */
export interface ClipPlan {
  /** Empty for the only one of an effect. */
  readonly name: string
  readonly play: Play
  readonly fps: number
  readonly frames: readonly FramePlan[]
  readonly loop: LoopKind
  /** The tick that would come after the last, where the loop is meant to be exact. */
  readonly closesAt: number | null
}

const frameOf = (tick: number, seconds: number): FramePlan => ({ tick, seconds, mix: null, gone: false })

/** The last frames with what came before the first showing through more and more. */
const fadedFrames = (
  frames: readonly FramePlan[],
  sampled: Sampled,
  rate: number,
  fade: number,
): FramePlan[] => {
  const { from, fps, count } = sampled
  const over = Math.min(count, Math.max(1, Math.ceil(count * fade)))
  return frames.map((frame, k) => {
    const into = k - (count - over)
    if (into < 0) return frame
    return {
      ...frame,
      mix: { tick: beforeTick(from + (k - count) / fps, rate), share: (into + 1) / (over + 1) },
    }
  })
}

/** Moments before the start have ticks below 0. */
const beforeTick = (seconds: number, rate: number): number =>
  seconds < 0 ? Math.floor(seconds * rate + 0.5) : tickOf(seconds, rate)

interface Asked {
  readonly name: string
  readonly subject: Subject
  readonly closed: Closed
  readonly play: Play
}

const clipOf = (job: ShipJob, { name, subject, closed, play }: Asked, fade: number): ClipPlan => {
  const { range, order } = job.settings
  const { rate } = subject.effect
  const first = sampledIn(closed, range, order)
  const exact = closed.loop === 'exact' || closed.loop === 'made'
  // The frame after the last shows the end of the stretch: frames are shared out evenly.
  const sampled = closed.loop === false ? first : { ...first, fps: first.count / (first.to - first.from) }
  const all = Array.from({ length: sampled.count }, (_, k) =>
    frameOf(bakeTick(sampled.from, sampled.fps, k, rate), 1 / sampled.fps),
  )
  const shown = closed.loop === 'faded' ? fadedFrames(all, sampled, rate, fade) : all
  const frames = placedIn(sampled.count, order).map(({ index, hold }) => ({
    ...shown[index]!,
    seconds: hold / sampled.fps,
  }))
  const turns = order.order === 'backAndForth' && job.settings.loop.loop !== 'none'
  return {
    name,
    play,
    fps: sampled.fps,
    frames,
    loop: turns && closed.loop === false ? 'exact' : closed.loop,
    closesAt: exact && order.order === 'forward' ? tickOf(sampled.to, rate) : null,
  }
}

/** What a designer put in an order of his own, in place of what the sentences give. */
const listed = (clip: ClipPlan, list: readonly ShipFrame[], last: number): ClipPlan => {
  if (list.length > FRAME_LIMIT)
    throw new Refusal(
      'frames',
      `a list of ${list.length} frames; at most ${FRAME_LIMIT} are written; leave some out`,
    )
  const known = new Map(clip.frames.map((frame) => [frame.tick, frame]))
  const frames = list.map(({ tick, hold }) => ({
    ...(known.get(tick) ?? frameOf(tick, 0)),
    seconds: hold / clip.fps,
    gone: !known.has(tick) && tick >= last,
  }))
  const inOrder = list.every(({ tick }, k) => known.has(tick) && (k === 0 || list[k - 1]!.tick <= tick))
  const loops = clip.loop !== false && inOrder && list[0]?.tick === clip.frames[0]?.tick
  return { ...clip, frames, loop: loops ? clip.loop : false, closesAt: loops ? clip.closesAt : null }
}

/** The typed stretch; one without an end goes on to the effect's, or for one round. */
const typedSpan = ({ settings: { range } }: ShipJob, { effect }: Subject): Seconds | null => {
  if (range.span !== 'typed') return null
  const { from, to } = range
  if (to !== null) return { from, to }
  const whole = wholeSpan(effect)
  return { from, to: loopSecondsOf(effect) === null ? whole.to : from + (whole.to - whole.from) }
}

/** A stretch without what shows nothing at both ends, for what is shown once. */
const shownOf = (job: ShipJob, closed: Closed, play: Play, rate: number): Closed => {
  if (job.settings.range.span !== 'visible' || closed.loop !== false) return closed
  const seen = visibleTicks(play, tickOf(closed.from, rate), tickOf(closed.to, rate))
  return seen ? { ...closed, from: seen.first / rate, to: seen.after / rate } : closed
}

/** Beginning, loop and tail of a sustained effect: each leads to the next. */
const sustainedClips = (job: ShipJob, subject: Subject, fade: number, prefix: string): ClipPlan[] => {
  const { effect } = subject
  const { rate } = effect
  const { at, round } = middleSeconds(effect)
  // Stopped a tick later, so that the tail begins with the very frame that the loop leads to.
  const [free, stopped] = [playOf(subject), playOf(subject, { stopAt: tickOf(at, rate) + 1 })]
  const last = at + latestEndSeconds(effect)
  const parts: readonly (readonly [string, Closed, Play])[] = [
    ['begin', { from: 0, to: at, loop: false }, free],
    ['loop', { from: at, to: at + round, loop: 'faded' }, free],
    ['tail', { from: at, to: last, loop: false }, stopped],
  ]
  const forCount: ShipJob = {
    ...job,
    settings: { ...job.settings, range: { ...job.settings.range, follows: 'count' } },
  }
  return parts.map(([name, span, play]) => {
    const after = visibleTicks(
      play,
      tickOf(span.from, rate),
      tickOf(Math.min(span.to, span.from + 600), rate),
    )?.after
    const closed =
      name === 'tail' && after !== undefined
        ? { ...span, to: Math.max(after / rate, span.from + 1 / rate) }
        : span
    return clipOf(forCount, { name: `${prefix}${name}`, subject, closed, play }, fade)
  })
}

/**
 * The clips of one play of an effect.
 * @param fade share of the frames that run over, where a loop is faded
 */
export const clipsOf = (
  job: ShipJob,
  subject: Subject,
  fade: number,
  prefix = '',
): readonly [ClipPlan, ...ClipPlan[]] => {
  const { effect } = subject
  const { order, loop } = job.settings
  const typed = typedSpan(job, subject)
  if (effect.play === 'sustain' && order.clips && typed === null)
    return sustainedClips(job, subject, fade, prefix) as [ClipPlan, ...ClipPlan[]]
  const whole = closedSpan(subject, loop.loop, typed)
  const play = playClosed(subject, whole)
  const closed = shownOf(job, whole, play, effect.rate)
  const clip = clipOf(job, { name: prefix.replace(/-$/, ''), subject, closed, play }, fade)
  if (!job.frames) return [clip]
  const last =
    whole.loop === false ? tickOf(wholeSpanOr(subject, whole).to, effect.rate) : tickOf(whole.to, effect.rate)
  return [listed(clip, job.frames, last)]
}

const wholeSpanOr = ({ effect }: Subject, typed: Seconds): Seconds => {
  try {
    return wholeSpan(effect)
  } catch {
    return typed
  }
}
