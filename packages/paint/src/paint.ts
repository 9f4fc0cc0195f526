/** The reference picture: every instance of a frame, in order, onto a software canvas. */
import { pixelShiftInto } from '@gliv/base'
import { type Frame, INSTANCE_WORDS } from '@gliv/model'
import { BLEND_INTO, type BlendInto } from './blends.ts'
import type { Canvas } from './canvas.ts'
import { SAMPLERS, type Sampler } from './sample.ts'
import type { PaintSheet } from './sheets.ts'

/** World position of the canvas's left top corner in px, and canvas pixels a world pixel. */
export interface View {
  readonly x: number
  readonly y: number
  readonly zoom: number
}

const { fround } = Math

const texel = new Float32Array(4)

/** The matrix by which pixels are shifted, and whether it is asked. */
const shift = new Float64Array(9)
const matrix = new Float32Array(9)

const within = (value: number, most: number): number => (value < 0 ? 0 : value > most ? most : value)

/** Shifts a premultiplied texel, which stays within its alpha. */
const shiftTexel = (): void => {
  const [r, g, b, a] = texel as unknown as readonly [number, number, number, number]
  for (let c = 0; c < 3; c++) texel[c] = within(sumOf(matrix, c * 3, r, g, b), a)
}

/** A row of the matrix by the three channels, in float32. */
const sumOf = (m: Float32Array, o: number, r: number, g: number, b: number): number =>
  fround(fround(fround(m[o]! * r) + fround(m[o + 1]! * g)) + fround(m[o + 2]! * b))

interface Quad {
  /** Left top corner and edge vectors in canvas pixels. */
  ox: number
  oy: number
  ax: number
  ay: number
  dx: number
  dy: number
}
const quad: Quad = { ox: 0, oy: 0, ax: 0, ay: 0, dx: 0, dy: 0 }

/**
 * Narrows [from, to) to the x for which 0 ≤ start + x·slope < 1, with a pixel of slack at each end: the exact
 * test is
 * made per pixel. Writes to `span`.
 */
const span = new Float64Array(2)
const narrow = (start: number, slope: number): void => {
  if (slope === 0) {
    if (start < 0 || start >= 1) span[1] = -1
    return
  }
  const a = -start / slope
  const b = (1 - start) / slope
  span[0] = Math.max(span[0]!, Math.floor(Math.min(a, b)) - 1)
  span[1] = Math.min(span[1]!, Math.ceil(Math.max(a, b)) + 1)
}

/** What a texel is multiplied by: tint and opacity in canvas units, float32. */
const colour = new Float32Array(4)
const readColour = (tint: number, opacity: number): void => {
  const strength = opacity * 128
  colour[0] = ((tint & 255) / 255) * strength
  colour[1] = (((tint >>> 8) & 255) / 255) * strength
  colour[2] = (((tint >>> 16) & 255) / 255) * strength
  colour[3] = strength
}

const paintQuad = (
  canvas: Canvas,
  sheet: PaintSheet,
  sample: Sampler,
  blend: BlendInto,
  f32: Float32Array,
  u32: Uint32Array,
  o: number,
  shifted: boolean,
): void => {
  const { ox, oy, ax, ay, dx, dy } = quad
  const det = ax * dy - ay * dx
  if (det === 0) return
  const opacity = f32[o + 11]!
  if (!(opacity > 0)) return
  readColour(u32[o + 10]!, opacity)
  const [kr, kg, kb, ka] = colour as unknown as readonly [number, number, number, number]
  const tx = f32[o + 6]!
  const ty = f32[o + 7]!
  const tw = f32[o + 8]!
  const th = f32[o + 9]!
  const x1 = tx + tw - 1
  const y1 = ty + th - 1
  const top = Math.max(0, Math.floor(oy + Math.min(0, ay, dy, ay + dy)))
  const bottom = Math.min(canvas.height, Math.ceil(oy + Math.max(0, ay, dy, ay + dy)))
  // s = ((x − ox)·dy − (y − oy)·dx) ÷ det, t = ((y − oy)·ax − (x − ox)·ay) ÷ det
  const sx = dy / det
  const sy = -dx / det
  const tsx = -ay / det
  const tsy = ax / det
  const { data, width } = canvas
  for (let y = top; y < bottom; y++) {
    const cy = y + 0.5 - oy
    const s0 = (0.5 - ox) * sx + cy * sy
    const t0 = (0.5 - ox) * tsx + cy * tsy
    span[0] = 0
    span[1] = width
    narrow(s0, sx)
    narrow(t0, tsx)
    const end = span[1]!
    for (let x = span[0]!; x < end; x++) {
      const s = s0 + x * sx
      const t = t0 + x * tsx
      if (s < 0 || s >= 1 || t < 0 || t >= 1) continue
      sample(sheet, tx + s * tw, ty + t * th, tx, ty, x1, y1, texel)
      const a = texel[3]!
      if (a === 0) continue
      if (shifted) shiftTexel()
      blend(
        data,
        (y * width + x) * 4,
        fround(texel[0]! * kr),
        fround(texel[1]! * kg),
        fround(texel[2]! * kb),
        fround(a * ka),
      )
    }
  }
}

/** Paints a frame. `sheets` are in the order that the batches number. */
export const paintFrame = (canvas: Canvas, frame: Frame, sheets: readonly PaintSheet[], view: View): void => {
  const { f32, u32, shifts } = frame
  const { zoom } = view
  const left = frame.originX - view.x
  const top = frame.originY - view.y
  for (let b = 0; b < frame.batchCount; b++) {
    const batch = frame.batches[b]!
    const sheet = sheets[batch.sheet]!
    const sample = SAMPLERS[sheet.sampling]
    const blend = BLEND_INTO[batch.blend]
    for (let i = batch.first; i < batch.first + batch.count; i++) {
      const o = i * INSTANCE_WORDS
      quad.ox = (f32[o]! + left) * zoom
      quad.oy = (f32[o + 1]! + top) * zoom
      quad.ax = f32[o + 2]! * zoom
      quad.ay = f32[o + 3]! * zoom
      quad.dx = f32[o + 4]! * zoom
      quad.dy = f32[o + 5]! * zoom
      if (batch.shifted) {
        pixelShiftInto(shifts[i * 3]!, shifts[i * 3 + 1]!, shifts[i * 3 + 2]!, shift)
        matrix.set(shift)
      }
      paintQuad(canvas, sheet, sample, blend, f32, u32, o, batch.shifted)
    }
  }
}
