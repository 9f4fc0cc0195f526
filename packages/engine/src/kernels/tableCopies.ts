/**
 * Tables that lie in another slab, or in none, copied to where kernels can read them: what is used least
 * recently makes way.
 */
export class CopyShelf {
  readonly #buffer: ArrayBuffer
  readonly #at: number
  readonly #bytes: number
  readonly #tables: (Float64Array | null)[]
  readonly #used: Float64Array
  #uses = 0

  /** @param at where the copies begin, in bytes @param bytes of one, a multiple of 16 */
  constructor(buffer: ArrayBuffer, at: number, bytes: number, count: number) {
    this.#buffer = buffer
    this.#at = at
    this.#bytes = bytes
    this.#tables = Array.from({ length: count }, () => null)
    this.#used = new Float64Array(count)
  }

  /**
   * Address of a table that never changes: its own where it lies in this buffer, else that of a copy, valid
   * until as many others were asked for as there is room for.
   */
  addressOf(table: Float64Array): number {
    if (table.buffer === this.#buffer) return table.byteOffset
    let slot = this.#tables.indexOf(table)
    if (slot < 0) {
      slot = this.#used.indexOf(Math.min(...this.#used))
      this.#tables[slot] = table
      new Float64Array(this.#buffer, this.#at + slot * this.#bytes, table.length).set(table)
    }
    this.#used[slot] = ++this.#uses
    return this.#at + slot * this.#bytes
  }
}
