/** Work on pictures in workers: one that stays, and one of its own for what can be cancelled. */
import type { Image, PackingOptions } from '@gliv/pixels'
import { proxy, type Remote, wrap } from 'comlink'
import { type Job, workerJob } from '../../shared/workerJob.ts'
import type { PicturesApi } from '../../workers/pictures.worker.ts'

const startWorker = (): Worker =>
  new Worker(new URL('../../workers/pictures.worker.ts', import.meta.url), { type: 'module' })

let shared: Remote<PicturesApi> | null = null
export const pictureWorker = (): Remote<PicturesApi> => (shared ??= wrap<PicturesApi>(startWorker()))

/** A file that takes longer than this to be read is given up: it is too large, or made to do harm. */
const LONGEST_READ_MS = 30_000

type Read = Awaited<ReturnType<PicturesApi['read']>>
type Packed = ReturnType<PicturesApi['pack']>

/**
 * Files are read in a worker of their own: one that hangs on a broken or hostile file is ended, and the next
 * file gets a new one.
 */
let reader: { readonly worker: Worker; readonly api: Remote<PicturesApi> } | null = null

export const readFile = async (bytes: Uint8Array, name: string): Promise<Read> => {
  if (!reader) {
    const worker = startWorker()
    reader = { worker, api: wrap<PicturesApi>(worker) }
  }
  const { worker, api } = reader
  let timer: ReturnType<typeof setTimeout> | undefined
  const late = new Promise<never>((_, reject) => {
    timer = setTimeout(() => {
      worker.terminate()
      reader = null
      reject(new Error('Reading it takes too long and was given up; make the picture smaller'))
    }, LONGEST_READ_MS)
  })
  return Promise.race([api.read(bytes, name) as Promise<Read>, late]).finally(() => clearTimeout(timer))
}

export const packJob = (
  images: readonly Image[],
  options: PackingOptions,
  onProgress: (done: number) => void,
): Job<Packed> =>
  workerJob<PicturesApi, Packed>(
    startWorker(),
    (api) => api.pack(images, options, proxy(onProgress)),
    'Packing takes too much memory here; pack fewer pictures at a time',
  )
