import type { BakedSheet, BakeOptions } from '@gliv/bake'
import type { KitFile } from '@gliv/document'
import { proxy } from 'comlink'
import { type Job, workerJob } from '../shared/workerJob.ts'
import type { BakeApi } from '../workers/bake.worker.ts'

export type BakeJob = Job<BakedSheet>

/** Starts baking in a worker of its own. */
export const startBake = (
  file: KitFile,
  effectId: string,
  imageName: string,
  options: BakeOptions,
  onProgress: (done: number) => void,
): BakeJob =>
  workerJob<BakeApi, BakedSheet>(
    new Worker(new URL('../workers/bake.worker.ts', import.meta.url), { type: 'module' }),
    (api) => api.bake(file, effectId, imageName, options, proxy(onProgress)),
    'The bake takes too much memory here; make its frames smaller or fewer',
  )
