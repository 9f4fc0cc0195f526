/** Where an effect happens: the box around everything it shows, for framing stages and thumbnails. */
import { compile, createSimulation, longestLife, loopSecondsOf, type SimulationOptions } from '@gliv/engine'
import { shownEnd } from './previewOptions.ts'
import { INSTANCE_WORDS, type ResolvedEffect } from '@gliv/model'
import type { Camera } from '@gliv/player/renderers'

export interface Box {
  readonly left: number
  readonly top: number
  readonly right: number
  readonly bottom: number
}

const MOMENTS = 12
const NOTICEABLE_OPACITY = 0.04

/** Stragglers left out at each end, so that a few chips that fall far do not make all else small. */
const STRAGGLERS = 0.03
const LEAST_REACH = 40

const rangeOf = (values: number[]): [number, number] => {
  const sorted = Float64Array.from(values).sort()
  const skip = Math.floor(sorted.length * STRAGGLERS)
  return [
    Math.min(-LEAST_REACH, sorted[skip] ?? 0),
    Math.max(LEAST_REACH, sorted[sorted.length - 1 - skip] ?? 0),
  ]
}

/** World pixels; an effect that shows nothing gives a small box around the origin. */
export const boundsOf = (effect: ResolvedEffect, options: SimulationOptions = {}): Box => {
  const simulation = createSimulation(compile(effect), options)
  const loop = loopSecondsOf(effect)
  const end = loop === null ? shownEnd(effect) : Math.max(loop, ...effect.emitters.map((e) => longestLife(e)))
  const across: number[] = []
  const down: number[] = []
  for (let k = 1; k <= MOMENTS; k++) {
    simulation.seek(Math.round((end * k * effect.rate) / MOMENTS))
    const { f32, count } = simulation.frame(1)
    for (let i = 0; i < count; i++) {
      const o = i * INSTANCE_WORDS
      if (f32[o + 11]! < NOTICEABLE_OPACITY) continue
      const x = f32[o]! + (f32[o + 2]! + f32[o + 4]!) / 2
      const y = f32[o + 1]! + (f32[o + 3]! + f32[o + 5]!) / 2
      across.push(x)
      down.push(y)
    }
  }
  simulation.dispose()
  const [left, right] = rangeOf(across)
  const [top, bottom] = rangeOf(down)
  return { left, top, right, bottom }
}

/**
 * A camera that shows a box in a canvas of `width` × `height`, with a margin, at most `closest` times
 * enlarged.
 */
export const cameraFor = (box: Box, width: number, height: number, closest = 2, margin = 0.12): Camera => {
  const w = Math.max(1, box.right - box.left)
  const h = Math.max(1, box.bottom - box.top)
  const zoom = Math.min(closest, (width * (1 - margin)) / w, (height * (1 - margin)) / h)
  return {
    zoom,
    x: (box.left + box.right) / 2 - width / 2 / zoom,
    y: (box.top + box.bottom) / 2 - height / 2 / zoom,
  }
}

/** The nearest camera of whole pixels: canvas pixels a world pixel whole, world pixels on canvas pixels. */
export const wholeCamera = ({ x, y, zoom }: Camera): Camera => ({
  zoom: Math.max(1, Math.round(zoom)),
  x: Math.round(x),
  y: Math.round(y),
})

/** Zooms around a canvas point that stays where it is. */
export const zoomAround = (camera: Camera, px: number, py: number, factor: number): Camera => {
  const zoom = Math.min(32, Math.max(0.05, camera.zoom * factor))
  return { zoom, x: camera.x + px / camera.zoom - px / zoom, y: camera.y + py / camera.zoom - py / zoom }
}

/**
 * A camera after two fingers: what lay under the middle of them at the start lies under it now. Places in pixels of
 * the canvas, `factor` since the start.
 */
export const pinchedCamera = (
  start: Camera,
  from: readonly [x: number, y: number],
  to: readonly [x: number, y: number],
  factor: number,
): Camera => {
  const zoomed = zoomAround(start, ...from, factor)
  return {
    ...zoomed,
    x: zoomed.x - (to[0] - from[0]) / zoomed.zoom,
    y: zoomed.y - (to[1] - from[1]) / zoomed.zoom,
  }
}
