/**
 * Compiled things by what they were made of: effects that were read from different files share the tables of
 * equal ramps.
 */
import { BoundedCache } from '@gliv/base'

const KEPT = 256

export class ValueCache<T> {
  readonly #made = new BoundedCache<string, T>(KEPT)

  /** What was made for an equal source, else a new one. */
  get(source: unknown, make: () => T): T {
    return this.#made.ensure(JSON.stringify(source), make)
  }
}
