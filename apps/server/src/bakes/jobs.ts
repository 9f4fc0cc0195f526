/** Bakes that wait, run and are done: limited in number, time and memory; each runs on a thread of its own. */
import { randomUUID } from 'node:crypto'
import { Worker } from 'node:worker_threads'
import type { BakeAsked, BakeTold } from '@gliv/node'

/** What the service allows. */
export interface BakeLimits {
  /** Bakes that may wait. */
  readonly waiting: number
  /** Bakes that run at a time. */
  readonly running: number
  /** How long one may run, ms. */
  readonly runMs: number
  /** How long a result is kept, ms. */
  readonly keptMs: number
  /** Results that are kept. */
  readonly kept: number
  readonly memoryMb: number
  /** Largest kit that is taken, bytes. */
  readonly kitBytes: number
}

/** What is allowed when nobody said otherwise. */
export const BAKE_LIMITS: BakeLimits = {
  waiting: 16,
  running: 1,
  runMs: 120_000,
  keptMs: 600_000,
  kept: 8,
  memoryMb: 1536,
  kitBytes: 64 * 1024 * 1024,
}

/** What becomes of a bake, as it is told to whoever listens. */
export type BakeState =
  | { readonly state: 'waiting'; readonly before: number }
  | { readonly state: 'running'; readonly share: number }
  | {
      readonly state: 'done'
      readonly files: readonly string[]
      readonly notes: readonly { readonly effect: string; readonly text: string }[]
      readonly says: readonly string[]
    }
  | { readonly state: 'refused'; readonly message: string }

type Listener = (state: BakeState) => void

/** One bake. */
class Job {
  readonly id = randomUUID()
  state: BakeState = { state: 'waiting', before: 0 }
  zip: Uint8Array | null = null
  asked: BakeAsked | null
  worker: Worker | null = null
  readonly #listeners = new Set<Listener>()

  constructor(asked: BakeAsked) {
    this.asked = asked
  }

  tell(state: BakeState): void {
    this.state = state
    for (const listener of this.#listeners) listener(state)
  }

  /** Hears what is so now and what comes; gives a function that ends it. */
  listen(listener: Listener): () => void {
    listener(this.state)
    this.#listeners.add(listener)
    return () => void this.#listeners.delete(listener)
  }

  get isOver(): boolean {
    return this.state.state === 'done' || this.state.state === 'refused'
  }
}

const minutes = (ms: number): string => `${Math.round(ms / 1000)} s`

/** All bakes of a server. */
export class Bakes {
  readonly limits: BakeLimits
  readonly #entry: URL
  readonly #jobs = new Map<string, Job>()
  readonly #queue: Job[] = []
  #running = 0

  /** @param entry a module that calls `bakeOnThisThread` */
  constructor(entry: URL, limits: BakeLimits = BAKE_LIMITS) {
    this.#entry = entry
    this.limits = limits
  }

  get load(): { readonly waiting: number; readonly running: number } {
    return { waiting: this.#queue.length, running: this.#running }
  }

  /** Takes a bake; null when too many wait. */
  add(asked: BakeAsked): string | null {
    if (this.#queue.length >= this.limits.waiting) return null
    const job = new Job(asked)
    this.#jobs.set(job.id, job)
    this.#queue.push(job)
    this.#next()
    this.#tellQueue()
    return job.id
  }

  get(id: string): Job | undefined {
    return this.#jobs.get(id)
  }

  /** Ends a bake and forgets it. */
  remove(id: string): boolean {
    const job = this.#jobs.get(id)
    if (!job) return false
    const at = this.#queue.indexOf(job)
    if (at >= 0) this.#queue.splice(at, 1)
    if (!job.isOver) this.#end(job, { state: 'refused', message: 'it was cancelled' })
    this.#jobs.delete(id)
    this.#tellQueue()
    return true
  }

  #tellQueue(): void {
    this.#queue.forEach((job, before) => job.tell({ state: 'waiting', before }))
  }

  #next(): void {
    while (this.#running < this.limits.running) {
      const job = this.#queue.shift()
      if (!job) return
      this.#run(job)
    }
  }

  #run(job: Job): void {
    this.#running++
    job.tell({ state: 'running', share: 0 })
    const worker = new Worker(this.#entry, {
      resourceLimits: { maxOldGenerationSizeMb: this.limits.memoryMb },
    })
    job.worker = worker
    const late = setTimeout(
      () =>
        this.#end(job, {
          state: 'refused',
          message: `it took longer than ${minutes(this.limits.runMs)}; bake fewer effects at a time, or smaller ones`,
        }),
      this.limits.runMs,
    )
    worker.on('exit', () => clearTimeout(late))
    worker.on('message', (told: BakeTold) => this.#hear(job, told))
    worker.on('error', (error: Error & { code?: string }) =>
      this.#end(job, {
        state: 'refused',
        message:
          error.code === 'ERR_WORKER_OUT_OF_MEMORY'
            ? 'it takes more memory than a bake may have here; make its frames smaller or fewer'
            : 'something went wrong inside Gliv; please report it',
      }),
    )
    worker.postMessage(job.asked)
    job.asked = null
  }

  #hear(job: Job, told: BakeTold): void {
    if ('share' in told) return job.isOver ? undefined : job.tell({ state: 'running', share: told.share })
    if ('refused' in told) return this.#end(job, { state: 'refused', message: told.refused })
    job.zip = told.zip
    const { files, notes, says } = told
    this.#end(job, { state: 'done', files, notes, says })
  }

  /** A bake is over once, however that came. */
  #end(job: Job, state: BakeState): void {
    if (job.isOver) return
    const { worker } = job
    job.worker = null
    job.tell(state)
    if (worker) {
      void worker.terminate()
      this.#running--
    }
    this.#forgetLater(job)
    this.#next()
    this.#tellQueue()
  }

  #forgetLater(job: Job): void {
    setTimeout(() => this.#jobs.delete(job.id), this.limits.keptMs).unref()
    const over = [...this.#jobs.values()].filter((one) => one.isOver)
    for (const old of over.slice(0, Math.max(0, over.length - this.limits.kept))) this.#jobs.delete(old.id)
  }
}
