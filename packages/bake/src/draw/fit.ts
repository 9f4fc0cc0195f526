/** How large frames are and where the effect lies in them. */
import { type Frame, INSTANCE_WORDS, Refusal, type ResolvedEffect, type ShipValues } from '@gliv/model'
import type { ShipJob } from '../play/job.ts'
import type { ClipPlan } from '../plan/clips.ts'
import { SIDE_LIMIT } from '../plan/sides.ts'
import { type Tile, tileOf } from './tile.ts'

/** What clips cover around their place, in world px. */
export interface Bounds {
  left: number
  top: number
  right: number
  bottom: number
}

/** Size of each frame and the origin in it, in px of the picture, and how it repeats. */
export interface Fit {
  readonly w: number
  readonly h: number
  readonly x: number
  readonly y: number
  /** Picture px a world px. */
  readonly zoom: number
  readonly tile: Tile | null
}

const grow = (bounds: Bounds, { f32, count, originX, originY }: Frame): void => {
  for (let i = 0; i < count; i++) {
    const o = i * INSTANCE_WORDS
    if (!(f32[o + 11]! > 0)) continue
    for (let corner = 0; corner < 4; corner++) {
      const x = originX + f32[o]! + (corner & 1) * f32[o + 2]! + (corner >> 1) * f32[o + 4]!
      const y = originY + f32[o + 1]! + (corner & 1) * f32[o + 3]! + (corner >> 1) * f32[o + 5]!
      bounds.left = Math.min(bounds.left, x)
      bounds.right = Math.max(bounds.right, x)
      bounds.top = Math.min(bounds.top, y)
      bounds.bottom = Math.max(bounds.bottom, y)
    }
  }
}

/** Every tick that a clip draws, each once, in ascending order: a simulation is cheapest forwards. */
export const ticksOf = ({ frames, closesAt }: ClipPlan): number[] => {
  const ticks = new Set(frames.flatMap(({ tick, mix }) => (mix ? [tick, mix.tick] : [tick])))
  if (closesAt !== null) ticks.add(closesAt)
  return [...ticks].sort((a, b) => a - b)
}

/** What all frames of all clips cover; the origin is always inside. */
export const boundsOf = (clips: readonly ClipPlan[]): Bounds => {
  const bounds = { left: 0, top: 0, right: 1, bottom: 1 }
  for (const clip of clips)
    for (const tick of ticksOf(clip)) {
      const frame = clip.play.frameAt(tick)
      if (frame) grow(bounds, frame)
    }
  return bounds
}

const upTo = (value: number, step: number): number => Math.ceil(value / step) * step

type Size = ShipValues<'size'>

const AXES: Readonly<Record<Size['tile'], readonly [x: boolean, y: boolean]>> = {
  none: [false, false],
  x: [true, false],
  y: [false, true],
  both: [true, true],
  wraps: [false, false],
}

/** The tile that is asked for: what particles wrap in, or the typed size. */
const tileFor = (effect: ResolvedEffect, { tile, w, h }: Size, zoom: number): Tile | null => {
  if (tile === 'none') return null
  if (tile !== 'wraps') {
    const [across, down] = AXES[tile]
    return { w: across ? sideOf('across', w) / zoom : null, h: down ? sideOf('down', h) / zoom : null }
  }
  if (w !== null || h !== null)
    throw new Refusal(
      '--tile',
      'a tile has the size of the rectangle that particles wrap in; leave --size and --origin out',
    )
  return tileOf(effect)
}

/** The typed side of something that repeats along it. */
const sideOf = (way: 'across' | 'down', side: number | null): number => {
  if (side !== null) return side
  throw new Refusal(
    '--tile',
    `what repeats ${way} needs a ${way === 'across' ? 'width' : 'height'}; type the frame's size`,
  )
}

const checkSize = ({ w, h }: Size): void => {
  for (const side of [w, h])
    if (side !== null && !(Number.isInteger(side) && side > 0 && side <= SIDE_LIMIT))
      throw new Refusal(
        '--size',
        `${side} is no side of a frame; give whole pixels up to ${SIDE_LIMIT}, like 128x128`,
      )
}

interface Axis {
  /** Extent in world px, low and high. */
  readonly low: number
  readonly high: number
  readonly typed: number | null
  readonly tile: number | null
  readonly pivot: number | null
}

/** Side and origin along one axis, in px of the picture. */
const along = (
  { low, high, typed, tile, pivot }: Axis,
  zoom: number,
  step: number,
): readonly [side: number, at: number] => {
  if (tile !== null && typed === null) return [tile * zoom, (tile * zoom) / 2]
  if (typed !== null) return [typed, pivot ?? typed / 2]
  const at = Math.ceil(-low * zoom) + 1
  return [upTo(at + Math.ceil(high * zoom) + 1, step), pivot ?? at]
}

/** Size and origin of frames by a job, for clips that cover `bounds`. Throws `Refusal` for what cannot be. */
export const fitOf = (effect: ResolvedEffect, job: ShipJob, bounds: Bounds, zoom: number): Fit => {
  const { size } = job.settings
  checkSize(size)
  const tile = tileFor(effect, size, zoom)
  if (size.tile === 'wraps' && job.pivot)
    throw new Refusal(
      '--tile',
      'a tile has the size of the rectangle that particles wrap in; leave --size and --origin out',
    )
  const { left, right, top, bottom } = bounds
  const [w, x] = along(
    { low: left, high: right, typed: size.w, tile: tile?.w ?? null, pivot: job.pivot?.x ?? null },
    zoom,
    size.multiple,
  )
  const [h, y] = along(
    { low: top, high: bottom, typed: size.h, tile: tile?.h ?? null, pivot: job.pivot?.y ?? null },
    zoom,
    size.multiple,
  )
  return { w, h, x, y, zoom, tile }
}

/** How much of what is drawn lies outside of the frames, px at each side; 0 where all of it fits. */
export interface Cropped {
  readonly left: number
  readonly top: number
  readonly right: number
  readonly bottom: number
}

/** What a typed size cuts off; a side that repeats cuts nothing. */
export const croppedBy = ({ w, h, x, y, zoom, tile }: Fit, bounds: Bounds): Cropped => {
  const over = (value: number, repeats: boolean): number => (repeats ? 0 : Math.max(0, Math.ceil(value - 1)))
  const [across, down] = [tile?.w != null, tile?.h != null]
  return {
    left: over(-bounds.left * zoom - x, across),
    right: over(bounds.right * zoom - (w - x), across),
    top: over(-bounds.top * zoom - y, down),
    bottom: over(bounds.bottom * zoom - (h - y), down),
  }
}
