/** Painting on several threads: each plans the job for itself and paints its share of the ticks. */
import { parentPort, Worker } from 'node:worker_threads'
import { createPainter, type Painter, type Raw, type ShipJob } from '@gliv/bake'
import type { KitFile } from '@gliv/document'

/** What a thread is asked. */
interface Asked {
  readonly id: number
  readonly file?: KitFile
  readonly job?: ShipJob
  readonly work?: Parameters<Painter>[0]
}
/** What it answers. */
interface Answer {
  readonly id: number
  readonly painted?: readonly (readonly [tick: number, raw: Raw])[]
  readonly failure?: string
  /** A share of its work, from 0 to 1. */
  readonly share?: number
}

/** The work of a thread: listens to its parent until it is ended. */
export const paintOnThisThread = (): void => {
  const port = parentPort!
  let file: KitFile | undefined
  let painter: Painter | undefined
  const paint = async ({ id, work }: Asked): Promise<void> => {
    const painted = [...(await painter!(work!, (share) => port.postMessage({ id, share } satisfies Answer)))]
    port.postMessage(
      { id, painted } satisfies Answer,
      painted.map(([, raw]) => raw.data.buffer as ArrayBuffer).filter(({ byteLength }) => byteLength > 0),
    )
  }
  port.on('message', (asked: Asked) => {
    if (asked.file) file = asked.file
    if (asked.job) painter = createPainter(file!, asked.job)
    if (asked.work)
      paint(asked).catch((error: unknown) =>
        port.postMessage({ id: asked.id, failure: String(error) } satisfies Answer),
      )
  })
}

/** Threads that paint, until they are closed. */
export interface Painters {
  painterFor(job: ShipJob): Painter
  close(): Promise<void>
}

interface Thread {
  readonly worker: Worker
  readonly waiting: Map<
    number,
    { done(answer: Answer): void; told(share: number): void; fail(error: Error): void }
  >
}

const open = (entry: URL, file: KitFile): Thread => {
  const worker = new Worker(entry, { workerData: 'gliv-paint' })
  const waiting: Thread['waiting'] = new Map()
  worker.on('message', (answer: Answer) => {
    const one = waiting.get(answer.id)
    if (answer.share !== undefined) return one?.told(answer.share)
    waiting.delete(answer.id)
    if (answer.failure === undefined) one?.done(answer)
    else one?.fail(new Error(answer.failure))
  })
  worker.on('error', (error: Error) => {
    for (const one of waiting.values()) one.fail(error)
  })
  worker.postMessage({ id: 0, file } satisfies Asked)
  return { worker, waiting }
}

/** Runs of ticks of nearly equal length, in order: a simulation is cheapest forwards. */
const sharesOf = (ticks: readonly number[], count: number): number[][] =>
  Array.from({ length: count }, (_, k) =>
    ticks.slice(Math.floor((k * ticks.length) / count), Math.floor(((k + 1) * ticks.length) / count)),
  ).filter((share) => share.length > 0)

/**
 * Starts threads for a kit.
 * @param entry a module that calls `paintOnThisThread`
 */
export const painters = (entry: URL, file: KitFile, count: number): Painters => {
  const threads = Array.from({ length: count }, () => open(entry, file))
  let last = 0
  const ask = ({ worker, waiting }: Thread, work: Parameters<Painter>[0], told: (share: number) => void) =>
    new Promise<Answer>((done, fail) => {
      const id = ++last
      waiting.set(id, { done, told, fail })
      worker.postMessage({ id, work } satisfies Asked)
    })
  return {
    painterFor: (job) => {
      for (const { worker } of threads) worker.postMessage({ id: 0, job } satisfies Asked)
      return async (work, told) => {
        const shares = sharesOf(work.ticks, threads.length)
        const seen = shares.map(() => 0)
        const answers = await Promise.all(
          shares.map((ticks, k) =>
            ask(threads[k]!, { ...work, ticks }, (share) => {
              seen[k] = share
              told(seen.reduce((sum, one) => sum + one, 0) / shares.length)
            }),
          ),
        )
        return new Map(answers.flatMap(({ painted }) => painted!))
      }
    },
    close: async () => {
      await Promise.all(threads.map(({ worker }) => worker.terminate()))
    },
  }
}
