/**
 * A frame as it was painted, cut to what is not empty: premultiplied, 16 bits a channel (decision 0006), light
 * still above alpha, so that each way of writing it starts from the whole.
 */
import { type Canvas, createPainter, type PaintSheet, type Touched } from '@gliv/paint'
import type { Play } from '../play/play.ts'
import type { Fit } from './fit.ts'
import { repeatedIn } from './tile.ts'

/** The filled rectangle of a frame; empty frames have no width. */
export interface Raw {
  /** Px from the frame's left top corner. */
  readonly x: number
  readonly y: number
  readonly w: number
  readonly h: number
  /** Four channels a pixel, row by row. */
  readonly data: Uint16Array
}

/** A frame without anything. */
export const EMPTY: Raw = { x: 0, y: 0, w: 0, h: 0, data: new Uint16Array(0) }

interface Box {
  left: number
  top: number
  right: number
  bottom: number
}

/** A row's first and last filled pixel within `within` widen the box. Reads pixels as pairs of 32 bits. */
const widen = (pairs: Uint32Array, row: number, y: number, within: Touched, box: Box): void => {
  let left = within.left
  while (left < within.right && pairs[row + left * 2] === 0 && pairs[row + left * 2 + 1] === 0) left++
  if (left === within.right) return
  let right = within.right - 1
  while (pairs[row + right * 2] === 0 && pairs[row + right * 2 + 1] === 0) right--
  box.left = Math.min(box.left, left)
  box.right = Math.max(box.right, right + 1)
  box.top = Math.min(box.top, y)
  box.bottom = y + 1
}

/** What is filled of a canvas, where it was touched. */
export const filledOf = (canvas: Canvas, touched: Touched): Raw => {
  const { width, data } = canvas
  const pairs = new Uint32Array(data.buffer, data.byteOffset, data.length / 2)
  const box = { left: width, top: canvas.height, right: 0, bottom: 0 }
  for (let y = touched.top; y < touched.bottom; y++) widen(pairs, y * width * 2, y, touched, box)
  if (box.right === 0) return EMPTY
  const { left, top } = box
  const [w, h] = [box.right - left, box.bottom - top]
  const out = new Uint16Array(w * h * 4)
  for (let y = 0; y < h; y++) {
    const start = ((top + y) * width + left) * 4
    out.set(data.subarray(start, start + w * 4), y * w * 4)
  }
  return { x: left, y: top, w, h, data: out }
}

/** Draws frames of one fit, one at a time, on a canvas of its own. */
export const createDrawer = (
  fit: Fit,
  sheets: readonly PaintSheet[],
): ((play: Play, tick: number) => Raw) => {
  const painter = createPainter(fit.w, fit.h, sheets)
  const world = {
    x: -fit.x / fit.zoom,
    y: -fit.y / fit.zoom,
    w: fit.w / fit.zoom,
    h: fit.h / fit.zoom,
  }
  return (play, tick) => {
    const frame = play.frameAt(tick)
    if (!frame || frame.count === 0) return EMPTY
    const drawn = fit.tile ? repeatedIn(frame, fit.tile, world) : frame
    const canvas = painter.paint(drawn, { x: world.x, y: world.y, zoom: fit.zoom })
    return filledOf(canvas, canvas.touched)
  }
}

/** The smallest rectangle around two frames. */
const around = (a: Raw, b: Raw): Omit<Raw, 'data'> => {
  if (a.w === 0) return b
  if (b.w === 0) return a
  const [x, y] = [Math.min(a.x, b.x), Math.min(a.y, b.y)]
  return {
    x,
    y,
    w: Math.max(a.x + a.w, b.x + b.w) - x,
    h: Math.max(a.y + a.h, b.y + b.h) - y,
  }
}

/** Offset of a pixel in a frame's data; −1 outside of what is filled. */
const offsetIn = ({ x, y, w, h }: Raw, px: number, py: number): number =>
  px < x || py < y || px >= x + w || py >= y + h ? -1 : ((py - y) * w + px - x) * 4

/** Both frames, the second by its share from 0 to 1. */
export const mixed = (a: Raw, b: Raw, share: number): Raw => {
  const { x, y, w, h } = around(a, b)
  const data = new Uint16Array(w * h * 4)
  for (let row = 0, o = 0; row < h; row++)
    for (let column = 0; column < w; column++, o += 4) {
      const p = offsetIn(a, x + column, y + row)
      const q = offsetIn(b, x + column, y + row)
      for (let c = 0; c < 4; c++)
        data[o + c] = (p < 0 ? 0 : a.data[p + c]! * (1 - share)) + (q < 0 ? 0 : b.data[q + c]! * share) + 0.5
    }
  return { x, y, w, h, data }
}

/** Whether two frames are the same to the byte. */
export const sameRaw = (a: Raw, b: Raw): boolean => {
  if (a.x !== b.x || a.y !== b.y || a.w !== b.w || a.h !== b.h) return false
  const [p, q] = [pairsOf(a), pairsOf(b)]
  for (let i = 0; i < p.length; i++) if (p[i] !== q[i]) return false
  return true
}

const pairsOf = ({ data }: Raw): Uint32Array => new Uint32Array(data.buffer, data.byteOffset, data.length / 2)

const sums = new WeakMap<Raw, number>()
/** All channels added up. */
const sumOf = (raw: Raw): number => {
  const known = sums.get(raw)
  if (known !== undefined) return known
  const { data } = raw
  let sum = 0
  for (let i = 0; i < data.length; i++) sum += data[i]!
  sums.set(raw, sum)
  return sum
}

/**
 * Sum of differences of all channels between two frames, in 8-bit steps. As |p − q| = p + q − (p + q − |p − q|), only
 * what both fill has to be looked at.
 */
export const differenceOf = (a: Raw, b: Raw): number => {
  const [left, right] = [Math.max(a.x, b.x), Math.min(a.x + a.w, b.x + b.w)]
  const [top, bottom] = [Math.max(a.y, b.y), Math.min(a.y + a.h, b.y + b.h)]
  let common = 0
  for (let y = top; y < bottom && left < right; y++) {
    const p = ((y - a.y) * a.w + left - a.x) * 4
    const q = ((y - b.y) * b.w + left - b.x) * 4
    const one = a.data.subarray(p, p + (right - left) * 4)
    const other = b.data.subarray(q)
    // A row of 16 bits each stays below 2³¹, which keeps the sum a small integer.
    let row = 0
    for (let i = 0; i < one.length; i++) {
      const m = one[i]!
      const n = other[i]!
      // Without a branch, which would be guessed wrong half of the time.
      row += m + n - Math.abs(m - n)
    }
    common += row
  }
  return (sumOf(a) + sumOf(b) - common) / 128
}
