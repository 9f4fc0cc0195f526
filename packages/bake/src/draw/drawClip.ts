/** The frames of a clip as pictures: each tick is painted once, and what runs over is mixed. */
import { Refusal } from '@gliv/model'
import type { ClipPlan, FramePlan } from '../plan/clips.ts'
import type { LoopKind } from '../plan/loop.ts'
import type { Play } from '../play/play.ts'
import { differenceOf, mixed, type Raw, sameRaw } from './raw.ts'

/** How far the step from the last frame to the first is, and the farthest between neighbours. */
export interface Seam {
  /** Mean difference of a channel over the whole frame, 0 to 255. */
  readonly last: number
  readonly most: number
}

/** A clip with its frames painted. */
export interface DrawnClip {
  readonly name: string
  readonly fps: number
  readonly frames: readonly FramePlan[]
  /** One picture a frame; equal ones are the same object. */
  readonly raws: readonly Raw[]
  /** What it is to the bytes. */
  readonly loop: LoopKind
  readonly seam: Seam
}

/** Told before each painting of a tick: a share from 0 to 1. */
export type Told = (share: number) => void

type Draw = (play: Play, tick: number) => Raw

/** Paints ticks of a play, which are cheapest in ascending order. */
export const paintTicks = (
  play: Play,
  ticks: readonly number[],
  draw: Draw,
  told: Told,
): Map<number, Raw> => {
  const painted = new Map<number, Raw>()
  ticks.forEach((tick, k) => {
    told(k / ticks.length)
    painted.set(tick, draw(play, tick))
  })
  return painted
}

const frameOf = ({ tick, mix }: FramePlan, painted: ReadonlyMap<number, Raw>): Raw => {
  const own = painted.get(tick)
  const other = mix && painted.get(mix.tick)
  if (!own || (mix && !other)) throw new Refusal('frames', `tick ${tick} was not painted; bake again`)
  return mix && other ? mixed(own, other, mix.share) : own
}

/** Equal pictures become one object. */
const merged = (raws: readonly Raw[]): Raw[] => {
  const bySize = new Map<string, Raw[]>()
  return raws.map((raw) => {
    const key = `${raw.x} ${raw.y} ${raw.w} ${raw.h}`
    const alike = bySize.get(key) ?? []
    bySize.set(key, alike)
    const same = alike.find((other) => other === raw || sameRaw(other, raw))
    if (same) return same
    alike.push(raw)
    return raw
  })
}

/** The steps of a clip. @param pixels of a whole frame */
export const seamOf = (raws: readonly Raw[], pixels: number): Seam => {
  const step = (a: Raw, b: Raw): number => (a === b ? 0 : differenceOf(a, b) / (pixels * 4))
  return {
    last: step(raws.at(-1)!, raws[0]!),
    most: raws.reduce((most, raw, k) => (k === 0 ? 0 : Math.max(most, step(raws[k - 1]!, raw))), 0),
  }
}

/** A clip from its painted ticks. @param pixels of a whole frame */
export const assembled = (clip: ClipPlan, painted: ReadonlyMap<number, Raw>, pixels: number): DrawnClip => {
  const raws = merged(clip.frames.map((frame) => frameOf(frame, painted)))
  const closes = clip.closesAt === null || sameRaw(painted.get(clip.closesAt)!, raws[0]!)
  return {
    name: clip.name,
    fps: clip.fps,
    frames: clip.frames,
    raws,
    loop: closes ? clip.loop : false,
    seam: seamOf(raws, pixels),
  }
}
