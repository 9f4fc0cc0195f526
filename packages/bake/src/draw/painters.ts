/** Painting on several threads: each plans the job for itself and paints its share of the ticks. */
import type { KitFile } from '@gliv/document'
import type { ShipJob } from '../play/job.ts'
import { createPainter, type Painter } from './drawJob.ts'
import type { Raw } from './raw.ts'

/** What a thread is asked. */
export interface PaintAsked {
  readonly id: number
  readonly file?: KitFile
  readonly job?: ShipJob
  readonly work?: Parameters<Painter>[0]
}

/** What it answers. */
export interface PaintAnswer {
  readonly id: number
  readonly painted?: readonly (readonly [tick: number, raw: Raw])[]
  readonly failure?: string
  /** A share of its work, from 0 to 1. */
  readonly share?: number
}

/** What a thread does with what it is asked. @param answer tells its parent; buffers are handed over */
export const paintOnAsked = (
  answer: (told: PaintAnswer, buffers: ArrayBuffer[]) => void,
): ((asked: PaintAsked) => void) => {
  let file: KitFile | undefined
  let painter: Painter | undefined
  const paint = async ({ id, work }: PaintAsked): Promise<void> => {
    const painted = [...(await painter!(work!, (share) => answer({ id, share }, [])))]
    const buffers = painted.map(([, raw]) => raw.data.buffer as ArrayBuffer)
    answer(
      { id, painted },
      buffers.filter(({ byteLength }) => byteLength > 0),
    )
  }
  return (asked) => {
    if (asked.file) file = asked.file
    try {
      if (asked.job) painter = createPainter(file!, asked.job)
    } catch {
      // The parent plans the same job, and refuses it in words.
    }
    if (asked.work)
      paint(asked).catch((error: unknown) => answer({ id: asked.id, failure: String(error) }, []))
  }
}

/** A thread as its parent sees it. */
export interface PaintThread {
  post(asked: PaintAsked): void
  /** Called once. */
  listen(answered: (answer: PaintAnswer) => void, failed: (error: Error) => void): void
  end(): Promise<void>
}

/** Threads that paint, until they are closed. */
export interface Painters {
  painterFor(job: ShipJob): Painter
  /** Goes on with another state of the kit. */
  take(file: KitFile): void
  close(): Promise<void>
}

interface Waiting {
  done(answer: PaintAnswer): void
  told(share: number): void
  fail(error: Error): void
}

/** Runs of ticks of nearly equal length, in order: a simulation is cheapest forwards. */
const sharesOf = (ticks: readonly number[], count: number): number[][] =>
  Array.from({ length: count }, (_, k) =>
    ticks.slice(Math.floor((k * ticks.length) / count), Math.floor(((k + 1) * ticks.length) / count)),
  ).filter((share) => share.length > 0)

/** Asks of one thread, each answered or failed. */
const asking = (thread: PaintThread) => {
  const waiting = new Map<number, Waiting>()
  thread.listen(
    (answer) => {
      const one = waiting.get(answer.id)
      if (answer.share !== undefined) return one?.told(answer.share)
      waiting.delete(answer.id)
      if (answer.failure === undefined) one?.done(answer)
      else one?.fail(new Error(answer.failure))
    },
    (error) => {
      for (const one of waiting.values()) one.fail(error)
      waiting.clear()
    },
  )
  let last = 0
  return (work: Parameters<Painter>[0], told: (share: number) => void) =>
    new Promise<PaintAnswer>((done, fail) => {
      const id = ++last
      waiting.set(id, { done, told, fail })
      thread.post({ id, work })
    })
}

/** Shares the painting of a kit's jobs among threads. */
export const paintersOver = (threads: readonly PaintThread[], file: KitFile): Painters => {
  const asks = threads.map(asking)
  const tell = (asked: PaintAsked): void => {
    for (const thread of threads) thread.post(asked)
  }
  tell({ id: 0, file })
  return {
    take: (next) => tell({ id: 0, file: next }),
    painterFor: (job) => async (work, told) => {
      tell({ id: 0, job })
      const shares = sharesOf(work.ticks, threads.length)
      const seen = shares.map(() => 0)
      const answers = await Promise.all(
        shares.map((ticks, k) =>
          asks[k]!({ ...work, ticks }, (share) => {
            seen[k] = share
            told(seen.reduce((sum, one) => sum + one, 0) / shares.length)
          }),
        ),
      )
      return new Map(answers.flatMap(({ painted }) => painted!))
    },
    close: async () => {
      await Promise.all(threads.map((thread) => thread.end()))
    },
  }
}
