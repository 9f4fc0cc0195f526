/** Pictures as the renderers draw them: plain quads in a frame of the engine's form. */
import { emptyFrame } from '@gliv/engine'
import { type Blend, type Frame, INSTANCE_WORDS, WORD } from '@gliv/model'

/** One upright picture in the world. */
export interface Quad {
  /** Number of its sheet among those that the renderer has. */
  readonly sheet: number
  /** World px of its left top corner, and its size; a negative width mirrors it. */
  readonly x: number
  readonly y: number
  readonly w: number
  readonly h: number
  /** Texels of the sheet. */
  readonly tx: number
  readonly ty: number
  readonly tw: number
  readonly th: number
  readonly colour?: string
  readonly opacity?: number
  readonly blend?: Blend
}

const tintOf = (colour = '#ffffff'): number => {
  const n = Number.parseInt(colour.slice(1), 16)
  return (((n >> 16) & 255) | (((n >> 8) & 255) << 8) | ((n & 255) << 16) | (255 << 24)) >>> 0
}

/** A frame of quads, in their order. */
export const quadsFrame = (quads: readonly Quad[]): Frame => {
  const f32 = new Float32Array(quads.length * INSTANCE_WORDS)
  const u32 = new Uint32Array(f32.buffer)
  const batches: Frame['batches'] = []
  quads.forEach((quad, k) => {
    const o = k * INSTANCE_WORDS
    const mirrored = quad.w < 0
    f32[o + WORD.ORIGIN_X] = mirrored ? quad.x - quad.w : quad.x
    f32[o + WORD.ORIGIN_Y] = quad.y
    f32[o + WORD.ACROSS_X] = quad.w
    f32[o + WORD.DOWN_Y] = quad.h
    f32[o + WORD.TEXEL_X] = quad.tx
    f32[o + WORD.TEXEL_Y] = quad.ty
    f32[o + WORD.TEXEL_W] = quad.tw
    f32[o + WORD.TEXEL_H] = quad.th
    u32[o + WORD.TINT] = tintOf(quad.colour)
    f32[o + WORD.OPACITY] = quad.opacity ?? 1
    const blend = quad.blend ?? 'normal'
    const last = batches.at(-1)
    if (last?.sheet === quad.sheet && last.blend === blend) last.count++
    else batches.push({ sheet: quad.sheet, blend, layer: '', first: k, count: 1, shifted: false })
  })
  return { ...emptyFrame(), f32, u32, count: quads.length, batches, batchCount: batches.length }
}

/** The batches of a frame on some layers, drawn from the same instances. */
export const layersOf = (frame: Frame, takes: (layer: string) => boolean): Frame => {
  const batches = frame.batches.slice(0, frame.batchCount).filter(({ layer }) => takes(layer))
  return { ...frame, batches, batchCount: batches.length }
}
