/** The worker that bakes. */
import { type Remote, wrap } from 'comlink'
import type { ShipApi } from '../workers/ship.worker.ts'

/** A worker that can be ended while it works, and starts anew. */
export class Baker {
  #worker: Worker | null = null
  #api: Remote<ShipApi> | null = null
  #busy = 0

  /** Asks; work that is still going on is given up. */
  async ask<T>(call: (api: Remote<ShipApi>) => Promise<T>): Promise<T> {
    if (this.#busy > 0) this.end()
    const api = this.#open()
    this.#busy++
    const worker = this.#worker
    try {
      return await call(api)
    } finally {
      if (worker === this.#worker) this.#busy--
    }
  }

  #open(): Remote<ShipApi> {
    if (this.#api) return this.#api
    this.#worker = new Worker(new URL('../workers/ship.worker.ts', import.meta.url), { type: 'module' })
    return (this.#api = wrap<ShipApi>(this.#worker))
  }

  end(): void {
    this.#worker?.terminate()
    this.#worker = null
    this.#api = null
    this.#busy = 0
  }
}
