/** The instance buffer while it is filled. */
import { giveBack, instancesFor } from '../kernels/index.ts'
import { type Blend, type Frame, INSTANCE_WORDS } from '@gliv/model'

/** Makes room for `count` more instances; grows by doubling, so that a steady state allocates nothing. */
export const reserve = (frame: Frame, count: number): void => {
  const words = (frame.count + count) * INSTANCE_WORDS
  if (words <= frame.f32.length) return
  const before = frame.f32
  const grown = instancesFor(Math.max(words, frame.f32.length * 2))
  grown.set(before)
  frame.f32 = grown
  frame.u32 = new Uint32Array(grown.buffer, grown.byteOffset, grown.length)
  giveBack(before)
}

/** Makes room for the shifts of instances up to a number; only frames that shift pixels have any. */
export const reserveShifts = (frame: Frame, upTo: number): void => {
  if (upTo * 3 <= frame.shifts.length) return
  const grown = new Float32Array(Math.max(upTo * 3, frame.shifts.length * 2))
  grown.set(frame.shifts)
  frame.shifts = grown
}

/** Frees the memory of a frame that is not used any more. */
export const releaseInstances = (frame: Frame): void => {
  const { f32 } = frame
  frame.f32 = new Float32Array(0)
  frame.u32 = new Uint32Array(0)
  frame.shifts = new Float32Array(0)
  frame.count = frame.batchCount = 0
  giveBack(f32)
}

/** Opens a run of instances unless the last one has the same sheet, blend, layer and way of drawing. */
export const openBatch = (
  frame: Frame,
  sheet: number,
  blend: Blend,
  layer: string,
  first: number,
  shifted = false,
): void => {
  const last = frame.batchCount > 0 ? frame.batches[frame.batchCount - 1]! : null
  const alike = last && last.sheet === sheet && last.blend === blend && last.shifted === shifted
  if (alike && last.layer === layer) return
  const batch = (frame.batches[frame.batchCount] ??= { sheet, blend, layer, first: 0, count: 0, shifted })
  batch.sheet = sheet
  batch.blend = blend
  batch.layer = layer
  batch.shifted = shifted
  batch.first = first
  batch.count = 0
  frame.batchCount++
}
