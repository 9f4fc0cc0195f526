/** Workers among which the painting of a bake is shared: as many as the machine has cores, up to four. */
import { type Painter, type Painters, paintersOver, type PaintThread, type ShipJob } from '@gliv/bake'
import type { KitFile } from '@gliv/document'

const open = (): PaintThread => {
  const worker = new Worker(new URL('./paint.worker.ts', import.meta.url), { type: 'module' })
  return {
    post: (asked) => worker.postMessage(asked),
    listen: (answered, failed) => {
      worker.addEventListener('message', (event: MessageEvent<Parameters<typeof answered>[0]>) =>
        answered(event.data),
      )
      worker.addEventListener('error', () =>
        failed(new Error('A worker broke down, mostly for want of memory')),
      )
    },
    end: () => Promise.resolve(worker.terminate()),
  }
}

/** The thread that asks only waits meanwhile; with fewer than two there is nothing to share. */
const COUNT = Math.min(4, navigator.hardwareConcurrency || 1)

let pool: Painters | null = null
let held: KitFile | null = null

/** A painter that shares the work; undefined where this machine has too few cores. */
export const sharedPainter = (file: KitFile, job: ShipJob): Painter | undefined => {
  if (COUNT < 2 || typeof Worker === 'undefined') return undefined
  if (!pool) pool = paintersOver(Array.from({ length: COUNT }, open), file)
  else if (held !== file) pool.take(file)
  held = file
  return pool.painterFor(job)
}
