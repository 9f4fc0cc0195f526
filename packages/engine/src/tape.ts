import { Refusal, type Tape } from '@gliv/model'

/** The tape made ready for look-ups; times are in ticks, so that exact comparisons need no division. */
export interface CompiledTape {
  /** Writes the owner's world position at a moment in ticks (fractions allowed) to `out[0]`, `out[1]`. */
  positionInto(ticks: number, out: Float64Array): void
  /** Whether a birth at this moment (in ticks) may happen. */
  emitsAt(ticks: number): boolean
  /** True when some birth is ever withheld, so that counts cannot be taken from ordinals alone. */
  readonly withholds: boolean
  /** Tick from which on nothing is ever emitted; Infinity when emission never ends for good. */
  endTick(): number
  /** Called once before each tick is stepped; a live tape takes over its latest inputs here. */
  advance?(tick: number): void
}

/**
 * The tape of a running game: keeps only the last two positions, so it cannot be replayed.
 * Inputs given between two ticks take effect with the next one.
 */
export class LiveTape implements CompiledTape {
  readonly withholds = true
  #tick = -1
  #from: readonly [number, number]
  #to: readonly [number, number]
  #next: readonly [number, number]
  #jump = true
  #on = true
  #stoppedAt = Infinity

  constructor(x: number, y: number) {
    this.#from = this.#to = this.#next = [x, y]
  }

  /** Moves the owner; births of the next tick lie on the way, unless it is a jump. */
  moveTo(x: number, y: number, jump = false): void {
    this.#next = [x, y]
    this.#jump = jump
  }

  emit(on: boolean): void {
    this.#on = on
  }

  stop(): void {
    this.#on = false
    this.#stoppedAt = Math.min(this.#stoppedAt, this.#tick + 1)
  }

  advance(tick: number): void {
    this.#tick = tick
    this.#from = this.#jump ? this.#next : this.#to
    this.#to = this.#next
    this.#jump = false
  }

  endTick(): number {
    return this.#stoppedAt
  }

  emitsAt(): boolean {
    return this.#on && this.#stoppedAt === Infinity
  }

  positionInto(ticks: number, out: Float64Array): void {
    const t = Math.min(1, Math.max(0, ticks - (this.#tick - 1)))
    out[0] = this.#from[0] + (this.#to[0] - this.#from[0]) * t
    out[1] = this.#from[1] + (this.#to[1] - this.#from[1]) * t
  }
}

interface Sample {
  readonly tick: number
  readonly x: number
  readonly y: number
  readonly jump: boolean
}

const checkTick = (tape: Tape): void => {
  let last = 0
  tape.forEach((entry, i) => {
    if (!Number.isInteger(entry.tick) || entry.tick < last)
      throw new Refusal(`tape[${i}].tick`, `${entry.tick} is not a whole tick at or after ${last}; sort the entries and use whole ticks from 0`)
    last = entry.tick
    if (entry.do === 'move' || entry.do === 'teleport')
      if (!Number.isFinite(entry.x) || !Number.isFinite(entry.y))
        throw new Refusal(`tape[${i}]`, `x ${entry.x}, y ${entry.y} are not both finite numbers; give world pixels`)
  })
}

/** Last index whose tick is ≤ `ticks`, or −1. */
const lastAt = (rows: readonly { readonly tick: number }[], ticks: number): number => {
  let low = 0
  let high = rows.length
  while (low < high) {
    const mid = (low + high) >> 1
    if (rows[mid]!.tick <= ticks) low = mid + 1
    else high = mid
  }
  return low - 1
}

/** Compiles a tape for an effect placed at (x, y). Throws `Refusal` on unsorted or broken entries. */
export const compileTape = (tape: Tape, x: number, y: number): CompiledTape => {
  checkTick(tape)
  const samples: Sample[] = [{ tick: 0, x, y, jump: true }]
  const gates: { tick: number; on: boolean }[] = []
  let stopped = false
  for (const entry of tape) {
    if (entry.do === 'stop') {
      stopped = true
      gates.push({ tick: entry.tick, on: false })
    } else if (entry.do === 'emit') gates.push({ tick: entry.tick, on: entry.on && !stopped })
    else samples.push({ tick: entry.tick, x: entry.x, y: entry.y, jump: entry.do === 'teleport' })
  }
  return {
    withholds: gates.some((g) => !g.on),
    endTick: () => {
      // Emission ends for good at the first gate after which none opens again.
      let end = Infinity
      for (let i = gates.length - 1; i >= 0 && !gates[i]!.on; i--) end = gates[i]!.tick
      return end
    },
    emitsAt: (ticks) => {
      if (gates.length === 0) return true
      const i = lastAt(gates, ticks)
      return i < 0 || gates[i]!.on
    },
    positionInto: (ticks, out) => {
      const i = samples.length === 1 ? 0 : Math.max(0, lastAt(samples, ticks))
      const here = samples[i]!
      const next = samples[i + 1]
      if (!next || next.jump || ticks <= here.tick) {
        out[0] = here.x
        out[1] = here.y
        return
      }
      const t = (ticks - here.tick) / (next.tick - here.tick)
      out[0] = here.x + (next.x - here.x) * t
      out[1] = here.y + (next.y - here.y) * t
    },
  }
}
