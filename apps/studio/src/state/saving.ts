/**
 * All writes go through one queue, so that they keep their order. What must not be lost stays at its head
 * until it is
 * written: a refusal of the storage is shown, tried again, and never taken for "saved".
 */
import { create } from 'zustand'

export interface Saving {
  /** Changes that are not yet in the database. */
  readonly pending: number
  /** Why the first of them could not be written; null while nothing is wrong. */
  readonly problem: string | null
}

export const useSaving = create<Saving>(() => ({ pending: 0, problem: null }))

interface Job {
  readonly work: () => Promise<void>
  /** Tried again until it is done; others are given up when they fail. */
  readonly lasting: boolean
}

const jobs: Job[] = []
let running: Promise<void> | null = null
let wake: (() => void) | null = null

/** First and longest pause before what failed is tried again, in ms. */
const PAUSES = [500, 1000, 2000, 5000, 10_000, 30_000] as const

const reasonOf = (error: unknown): string =>
  error instanceof Error
    ? error.name === 'QuotaExceededError' || /quota/i.test(error.message)
      ? 'the storage is full'
      : error.message
    : String(error)

const pause = (failures: number): Promise<void> =>
  new Promise((done) => {
    const timer = setTimeout(done, PAUSES[Math.min(failures, PAUSES.length) - 1])
    wake = () => {
      clearTimeout(timer)
      done()
    }
  })

const runAll = async (): Promise<void> => {
  let failures = 0
  while (jobs.length > 0) {
    const job = jobs[0]!
    try {
      await job.work()
      jobs.shift()
      failures = 0
      useSaving.setState({ pending: jobs.length, problem: null })
    } catch (error) {
      if (!job.lasting) {
        jobs.shift()
        useSaving.setState({ pending: jobs.length })
        continue
      }
      failures++
      useSaving.setState({ problem: reasonOf(error) })
      await pause(failures)
      wake = null
    }
  }
  running = null
}

/** Adds work to the end of the queue. */
export const enqueue = (work: () => Promise<void>, lasting = true): void => {
  jobs.push({ work, lasting })
  useSaving.setState({ pending: jobs.length })
  if (running) wake?.()
  else running = runAll()
}

/** Tries again at once what waits for its next try. */
export const tryAgain = (): void => wake?.()

/** Resolves when everything so far is in the database. */
export const saved = (): Promise<unknown> => running ?? Promise.resolve()

/** Resolves when everything is in the database, or after so many ms. Says whether it is. */
export const savedWithin = async (ms: number): Promise<boolean> => {
  await Promise.race([saved(), new Promise((done) => setTimeout(done, ms))])
  return jobs.length === 0
}
