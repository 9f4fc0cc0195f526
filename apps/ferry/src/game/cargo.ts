/** Crates and kegs: they lie, are carried, fall, float, break. */
import type { Ground } from './places.ts'
import { TICK } from './walker.ts'

export type Kind = 'crate' | 'keg'
export type Where = 'lies' | 'carried' | 'falls' | 'sunk' | 'floats' | 'delivered' | 'gone'

const GRAVITY = 820
/** From this speed on a fall breaks a crate, px/s. */
const BREAKS_AT = 330

/** What happened to it in a tick. */
export type Fate = 'lands' | 'breaks' | 'sinks' | 'rises' | 'is there' | 'comes back' | null

export class Cargo {
  readonly kind: Kind
  readonly home: readonly [number, number]
  x: number
  y: number
  vx = 0
  vy = 0
  where: Where = 'lies'
  /** Ticks that it has been so. */
  since = 0
  #onBoat = false

  constructor(kind: Kind, x: number, y: number) {
    this.kind = kind
    this.home = [x, y]
    this.x = x
    this.y = y
  }

  become(where: Where): void {
    this.where = where
    this.since = 0
  }

  throwBy(vx: number, vy: number): void {
    this.vx = vx
    this.vy = vy
    this.become('falls')
  }

  /** @param ride how far the boat went in this tick */
  step(grounds: readonly Ground[], ride: number): Fate {
    this.since++
    if (this.where === 'lies') {
      if (this.#onBoat) this.x += ride
      return null
    }
    if (this.where === 'falls') return this.#fall(grounds)
    if (this.where === 'sunk' && this.since > 110) return this.#turn('floats', 'rises')
    if (this.where === 'floats' && this.since > 120) return this.#home()
    if (this.where === 'delivered' && this.since > 100) return this.#turn('gone', 'is there')
    if (this.where === 'gone' && this.since > 260) return this.#home()
    return null
  }

  #turn(where: Where, fate: Fate): Fate {
    this.become(where)
    return fate
  }

  #home(): Fate {
    ;[this.x, this.y] = this.home
    this.vx = this.vy = 0
    this.#onBoat = false
    return this.#turn('lies', 'comes back')
  }

  #fall(grounds: readonly Ground[]): Fate {
    this.vy += GRAVITY * TICK
    const foot = this.y
    this.x += this.vx * TICK
    this.y += this.vy * TICK
    const under = grounds.find(
      ({ x, y, w }) => this.vy >= 0 && this.x > x - 6 && this.x < x + w + 6 && foot <= y + 2 && this.y >= y,
    )
    if (under) {
      this.y = under.y
      const hard = this.vy > BREAKS_AT
      this.#onBoat = under.id === 'deck' || under.id === 'cabin'
      this.vx = this.vy = 0
      return hard ? 'breaks' : this.#turn('lies', 'lands')
    }
    if (this.y > 14) {
      this.y = 14
      this.vx = this.vy = 0
      return this.#turn('sunk', 'sinks')
    }
    return null
  }
}
