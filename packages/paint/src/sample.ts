/** Reading a texel at a place within a frame, premultiplied, into `out` (r, g, b, a from 0 to 255). */
import type { Sampling } from '@gliv/model'
import type { PaintSheet } from './sheets.ts'

export type Sampler = (
  sheet: PaintSheet,
  u: number,
  v: number,
  x0: number,
  y0: number,
  x1: number,
  y1: number,
  out: Float32Array,
) => void

const clamp = (value: number, low: number, high: number): number =>
  value < low ? low : value > high ? high : value

/** The texel under the place. */
const nearest: Sampler = (sheet, u, v, x0, y0, x1, y1, out) => {
  const o = (clamp(Math.floor(v), y0, y1) * sheet.width + clamp(Math.floor(u), x0, x1)) * 4
  const t = sheet.texels
  out[0] = t[o]!
  out[1] = t[o + 1]!
  out[2] = t[o + 2]!
  out[3] = t[o + 3]!
}

const { fround } = Math

/** Four values by their weights, added up one after another. */
const weighed = (
  a: number,
  wa: number,
  b: number,
  wb: number,
  c: number,
  wc: number,
  d: number,
  wd: number,
) => fround(fround(fround(fround(a * wa) + fround(b * wb)) + fround(c * wc)) + fround(d * wd))

/** The four texels around the place by distance, in float32; frames never bleed into their neighbours. */
const smooth: Sampler = (sheet, u, v, x0, y0, x1, y1, out) => {
  const x = clamp(u - 0.5, x0, x1)
  const y = clamp(v - 0.5, y0, y1)
  const ix = x | 0
  const iy = y | 0
  const fx = fround(x - ix)
  const fy = fround(y - iy)
  const gx = fround(1 - fx)
  const gy = fround(1 - fy)
  const a = (iy * sheet.width + ix) * 4
  const b = ix < x1 ? a + 4 : a
  const down = iy < y1 ? sheet.width * 4 : 0
  const c = a + down
  const d = b + down
  const wa = fround(gx * gy)
  const wb = fround(fx * gy)
  const wc = fround(gx * fy)
  const wd = fround(fx * fy)
  const t = sheet.texels
  out[0] = weighed(t[a]!, wa, t[b]!, wb, t[c]!, wc, t[d]!, wd)
  out[1] = weighed(t[a + 1]!, wa, t[b + 1]!, wb, t[c + 1]!, wc, t[d + 1]!, wd)
  out[2] = weighed(t[a + 2]!, wa, t[b + 2]!, wb, t[c + 2]!, wc, t[d + 2]!, wd)
  out[3] = weighed(t[a + 3]!, wa, t[b + 3]!, wb, t[c + 3]!, wc, t[d + 3]!, wd)
}

export const SAMPLERS = { nearest, smooth } as const satisfies Record<Sampling, Sampler>
