/** Things that are dear to make, kept by key up to a limit; those that were not asked for longest go first. */
export class BoundedCache<K, V> {
  readonly #kept = new Map<K, V>()
  readonly #limit: number
  readonly #weigh: (value: V) => number
  #weight = 0

  /**
   * @param limit most that the kept things weigh together; the newest stays even if it weighs more by itself
   * @param weigh weight of a thing, 1 when it is not given, so that the limit is a count
   */
  constructor(limit: number, weigh: (value: V) => number = () => 1) {
    this.#limit = limit
    this.#weigh = weigh
  }

  get size(): number {
    return this.#kept.size
  }

  has(key: K): boolean {
    return this.#kept.has(key)
  }

  get(key: K): V | undefined {
    const value = this.#kept.get(key)
    if (value === undefined) return undefined
    this.#kept.delete(key)
    this.#kept.set(key, value)
    return value
  }

  /** Keeps a thing and gives it back. */
  set(key: K, value: V): V {
    this.#forget(key)
    this.#kept.set(key, value)
    this.#weight += this.#weigh(value)
    while (this.#weight > this.#limit && this.#kept.size > 1) this.takeOldest()
    return value
  }

  /** What is kept under a key, made when it is not there. */
  ensure(key: K, make: () => V): V {
    return this.get(key) ?? this.set(key, make())
  }

  /** Forgets the thing that nobody asked for longest, and hands it over. */
  takeOldest(): V | undefined {
    const [oldest] = this.#kept
    if (oldest) this.#forget(oldest[0])
    return oldest?.[1]
  }

  clear(): void {
    this.#kept.clear()
    this.#weight = 0
  }

  #forget(key: K): void {
    const value = this.#kept.get(key)
    if (value === undefined) return
    this.#kept.delete(key)
    this.#weight -= this.#weigh(value)
  }
}
