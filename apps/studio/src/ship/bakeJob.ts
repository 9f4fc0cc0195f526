import type { BakedSheet, BakeOptions } from '@gliv/bake'
import type { KitFile } from '@gliv/document'
import { proxy, wrap } from 'comlink'
import type { BakeApi } from '../workers/bake.worker.ts'

export interface BakeJob {
  readonly result: Promise<BakedSheet>
  cancel(): void
}

/** Starts baking in a worker of its own. */
export const startBake = (
  file: KitFile,
  effectId: string,
  imageName: string,
  options: BakeOptions,
  onProgress: (done: number) => void,
): BakeJob => {
  const worker = new Worker(new URL('../workers/bake.worker.ts', import.meta.url), { type: 'module' })
  let cancel: () => void = () => {}
  const cancelled = new Promise<never>((_, reject) => {
    cancel = () => {
      worker.terminate()
      reject(new Error('Baking was cancelled'))
    }
  })
  const work = wrap<BakeApi>(worker).bake(file, effectId, imageName, options, proxy(onProgress))
  return {
    result: Promise.race([work, cancelled]).finally(() => worker.terminate()) as Promise<BakedSheet>,
    cancel: () => cancel(),
  }
}
