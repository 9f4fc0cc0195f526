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

/** Frees the memory of a frame that is not used any more. */
export const releaseInstances = (frame: Frame): void => {
  const { f32 } = frame
  frame.f32 = new Float32Array(0)
  frame.u32 = new Uint32Array(0)
  frame.count = frame.batchCount = 0
  giveBack(f32)
}

/** Opens a run of instances unless the last one has the same sheet, blend and layer. */
export const openBatch = (frame: Frame, sheet: number, blend: Blend, layer: string, first: number): void => {
  const last = frame.batchCount > 0 ? frame.batches[frame.batchCount - 1]! : null
  if (last && last.sheet === sheet && last.blend === blend && last.layer === layer) return
  const batch = (frame.batches[frame.batchCount] ??= { sheet, blend, layer, first: 0, count: 0 })
  batch.sheet = sheet
  batch.blend = blend
  batch.layer = layer
  batch.first = first
  batch.count = 0
  frame.batchCount++
}
