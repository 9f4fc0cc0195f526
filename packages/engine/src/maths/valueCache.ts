/**
 * Compiled things by what they were made of: effects that were read from different files share the tables of
 * equal ramps.
 */
const KEPT = 256

export class ValueCache<T> {
  readonly #made = new Map<string, T>()

  /** What was made for an equal source, else a new one; of many the oldest are forgotten. */
  get(source: unknown, make: () => T): T {
    const key = JSON.stringify(source)
    let value = this.#made.get(key)
    if (value !== undefined) return value
    value = make()
    if (this.#made.size >= KEPT) this.#made.delete(this.#made.keys().next().value!)
    this.#made.set(key, value)
    return value
  }
}
