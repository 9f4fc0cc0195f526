/** Work on pictures in workers: one that stays, and one of its own for what can be cancelled. */
import type { Image, PackingOptions } from '@gliv/pixels'
import { proxy, type Remote, wrap } from 'comlink'
import type { PicturesApi } from '../workers/pictures.worker.ts'

const startWorker = (): Worker => new Worker(new URL('../workers/pictures.worker.ts', import.meta.url), { type: 'module' })

let shared: Remote<PicturesApi> | null = null
export const pictureWorker = (): Remote<PicturesApi> => (shared ??= wrap<PicturesApi>(startWorker()))

/** A file that takes longer than this to be read is given up: it is too large, or made to do harm. */
const LONGEST_READ_MS = 30_000

export interface Job<T> {
  readonly result: Promise<T>
  cancel(): void
}

const job = <T>(start: (api: Remote<PicturesApi>) => Promise<unknown>, what: string, longest?: number): Job<T> => {
  const worker = startWorker()
  let end: (reason: string) => void = () => {}
  const ended = new Promise<never>((_, reject) => {
    end = (reason) => reject(new Error(reason))
  })
  const timer = longest === undefined ? undefined : setTimeout(() => end(`${what} takes too long and was given up; make the picture smaller`), longest)
  const result = Promise.race([start(wrap<PicturesApi>(worker)), ended]).finally(() => {
    clearTimeout(timer)
    worker.terminate()
  }) as Promise<T>
  return { result, cancel: () => end(`${what} was cancelled`) }
}

type Read = Awaited<ReturnType<PicturesApi['read']>>
type Packed = ReturnType<PicturesApi['pack']>

/** Reads a file in a worker of its own, which a broken or hostile one takes with it. */
export const readJob = (bytes: Uint8Array, name: string): Job<Read> => job((api) => api.read(bytes, name), 'Reading', LONGEST_READ_MS)

export const packJob = (images: readonly Image[], options: PackingOptions, onProgress: (done: number) => void): Job<Packed> => job((api) => api.pack(images, options, proxy(onProgress)), 'Packing')
