/** GIFs are written in a worker of their own. */
import type { Image } from '@gliv/pixels'
import { proxy, transfer } from 'comlink'
import { workerJob } from '../shared/workerJob.ts'
import type { PicturesApi } from '../workers/pictures.worker.ts'

export const gifJob = (
  images: readonly Image[],
  seconds: readonly number[],
  progress: (share: number) => void,
): Promise<Uint8Array> =>
  workerJob<PicturesApi, Uint8Array>(
    new Worker(new URL('../workers/pictures.worker.ts', import.meta.url), { type: 'module' }),
    (api) =>
      api.gif(
        transfer(
          [...images],
          images.map(({ data }) => data.buffer as ArrayBuffer),
        ),
        seconds,
        proxy(progress),
      ),
    'Writing the GIF takes too much memory here; capture less of it',
  ).result
