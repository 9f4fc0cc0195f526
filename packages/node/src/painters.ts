/** Threads of Node that paint. */
import { parentPort, Worker } from 'node:worker_threads'
import { paintersOver, type PaintAnswer, type PaintAsked, type Painters, paintOnAsked } from '@gliv/bake'
import type { KitFile } from '@gliv/document'

/** The work of a thread: listens to its parent until it is ended. */
export const paintOnThisThread = (): void => {
  const port = parentPort!
  const act = paintOnAsked((told: PaintAnswer, buffers) => port.postMessage(told, buffers))
  port.on('message', (asked: PaintAsked) => act(asked))
}

/**
 * Starts threads for a kit.
 * @param entry a module that calls `paintOnThisThread`
 */
export const painters = (entry: URL, file: KitFile, count: number): Painters =>
  paintersOver(
    Array.from({ length: count }, () => {
      const worker = new Worker(entry, { workerData: 'gliv-paint' })
      return {
        post: (asked) => worker.postMessage(asked),
        listen: (answered, failed) => {
          worker.on('message', answered)
          worker.on('error', failed)
        },
        end: async () => {
          await worker.terminate()
        },
      }
    }),
    file,
  )
