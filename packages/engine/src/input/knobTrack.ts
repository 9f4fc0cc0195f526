/** How knobs have been set, tick by tick. */
import type { KnobValues } from '@gliv/model'

/** Values that a game may still be asked for; what is older than all of them is as the oldest one. */
const KEPT = 256

export class KnobTrack {
  /** From which tick's step on each row holds; ascending. */
  readonly #from: number[] = []
  readonly #values: KnobValues[] = []
  readonly #forgets: boolean

  /** @param start how they are set from the beginning @param forgets only the last values are kept, for a game */
  constructor(start: KnobValues = {}, forgets = false) {
    this.#forgets = forgets
    if (Object.keys(start).length > 0) {
      this.#from.push(-Infinity)
      this.#values.push(start)
    }
  }

  get said(): boolean {
    return this.#from.length > 0
  }

  /** @param tick the first whose step has it */
  set(name: string, value: number | string, tick: number): void {
    const last = this.#from.length - 1
    const values = { ...this.#values[last], [name]: value }
    if (last >= 0 && this.#from[last] === tick) this.#values[last] = values
    else {
      this.#from.push(tick)
      this.#values.push(values)
    }
    if (this.#forgets && this.#from.length > KEPT) {
      for (const list of [this.#from, this.#values]) list.splice(0, KEPT / 2)
      this.#from[0] = -Infinity
    }
  }

  at(name: string, tick: number): number | string | undefined {
    let row = this.#from.length - 1
    while (row > 0 && this.#from[row]! > tick) row--
    return row >= 0 && this.#from[row]! <= tick ? this.#values[row]![name] : undefined
  }

  /** As if they had always been set as they are last. */
  settle(): void {
    if (!this.said) return
    const values = this.#values.at(-1)!
    this.#from.length = this.#values.length = 0
    this.#from.push(-Infinity)
    this.#values.push(values)
  }
}
