import { INSTANCE_WORDS, type Frame } from '@gliv/model'

export * from '../index.ts'
export { allowKernels, slabBytes, slabOf } from '../kernels/slab.ts'

/** Whether every float of a frame's instances is finite. */
export const INSTANCE_FLOATS_FINITE = ({ f32, count }: Frame): boolean => {
  for (let i = 0; i < count * INSTANCE_WORDS; i++)
    if (i % INSTANCE_WORDS !== 10 && !Number.isFinite(f32[i]!)) return false
  return true
}
