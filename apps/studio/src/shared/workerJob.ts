/** One piece of work in a worker of its own, which can be cancelled at any time. */
import { type Remote, wrap } from 'comlink'

export interface Job<T> {
  /** Rejects with `Cancelled` after `cancel`. The worker is ended in any case. */
  readonly result: Promise<T>
  cancel(): void
}

/** Somebody has cancelled; nothing else needs to be said. */
export class Cancelled extends Error {
  constructor() {
    super('It was cancelled')
  }
}

/**
 * @param worker started for this work alone
 * @param call asks the worker's interface for the result
 * @param broken what is said when the worker breaks down, mostly for want of memory
 */
export const workerJob = <Api, T>(
  worker: Worker,
  call: (api: Remote<Api>) => Promise<unknown>,
  broken: string,
): Job<T> => {
  let end: (reason: Error) => void = () => undefined
  const ended = new Promise<never>((_, reject) => (end = reject))
  worker.addEventListener('error', () => end(new Error(broken)))
  const work = call(wrap<Api>(worker)) as Promise<T>
  return {
    result: Promise.race([work, ended]).finally(() => worker.terminate()),
    cancel: () => end(new Cancelled()),
  }
}
