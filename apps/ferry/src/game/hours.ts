/** Day and night, rain and storm. */
import type { Keys } from './keys.ts'
import { TICK } from './walker.ts'

/** Seconds that a day takes. */
const DAY_SECONDS = 300
const HURRY = 14

const smooth = (at: number, from: number, to: number): number => {
  const t = Math.min(1, Math.max(0, (at - from) / (to - from)))
  return t * t * (3 - 2 * t)
}

export class Hours {
  /** 0 to 24. */
  hour = 16.5
  /** How wet it is, 0 to 1. */
  wet = 0
  /** Rain that was called by hand, or sent away: until the sky changes by itself. */
  #called: boolean | null = null
  #planned = false

  step(keys: Keys): void {
    const hours = (24 / DAY_SECONDS) * TICK * (keys.holds('hurry') ? HURRY : 1)
    this.hour = (this.hour + hours) % 24
    const planned = (this.hour > 18.6 && this.hour < 20.4) || (this.hour > 6 && this.hour < 7.4)
    if (planned !== this.#planned) this.#called = null
    this.#planned = planned
    if (keys.pressed('rain')) this.#called = !this.rains
    this.wet += ((this.rains ? 0.85 : 0) - this.wet) * 0.01
  }

  get rains(): boolean {
    return this.#called ?? this.#planned
  }

  /** 0 by day, 1 by night. */
  get night(): number {
    return 1 - smooth(this.hour, 5.5, 7.5) + smooth(this.hour, 17.5, 20)
  }

  /** Dusk or dawn: 0 to 1. */
  get glow(): number {
    const near = (hour: number): number => Math.max(0, 1 - Math.abs(this.hour - hour) / 1.6)
    return Math.max(near(18.4), near(6.4))
  }

  get storms(): boolean {
    return this.hour > 21 && this.hour < 23
  }

  /** As on a clock: 16:30. */
  get text(): string {
    const minutes = Math.floor(this.hour * 60)
    return `${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`
  }
}
