/** Restless changes during life, each particle by itself: pure functions of its key and age, from −1 to 1. */
import { type NumbersOf, type ResolvedType, STREAMS, type WaverKind, type WaverTarget } from '@gliv/model'
import { cosSinIn } from './exact.ts'
import { sample, mix } from './random.ts'

const turn = new Float64Array(2)

/** One wave at `place` ≥ 0, in rounds. */
type Wave = (place: number, hi: number, lo: number, stream: number) => number

const stepOfWalk = (k: number, hi: number, lo: number, stream: number): number =>
  2 * sample((hi ^ mix(k + 1)) >>> 0, lo, stream, 1) - 1

export const WAVES = {
  // From one drawn value to the next, smoothly, one a round.
  walk: (place, hi, lo, stream) => {
    const k = Math.floor(place)
    const t = place - k
    const from = stepOfWalk(k, hi, lo, stream)
    return from + (stepOfWalk(k + 1, hi, lo, stream) - from) * t * t * (3 - 2 * t)
  },
  triangle: (place) => {
    const t = place - Math.floor(place)
    return t < 0.5 ? 4 * t - 1 : 3 - 4 * t
  },
  sine: (place) => {
    turn[0] = 360 * (place - Math.floor(place))
    cosSinIn(turn)
    return turn[1]!
  },
} as const satisfies Record<WaverKind, Wave>

const AMOUNTS = {
  speed: 'waverSpeed',
  heading: 'waverHeading',
  spin: 'waverSpin',
  scale: 'waverScale',
  opacity: 'waverOpacity',
} as const satisfies Record<WaverTarget, keyof NumbersOf<'type'>>

/** One property's waver. */
export class Waver {
  readonly #amount: number
  readonly #rate: number
  readonly #wave: Wave
  readonly #stream: number

  constructor(amount: number, rate: number, kind: WaverKind, stream: number) {
    this.#amount = amount
    this.#rate = rate
    this.#wave = WAVES[kind]
    this.#stream = stream
  }

  /** −amount to amount at an age in seconds. Each particle starts at a phase of its own. */
  at(hi: number, lo: number, age: number): number {
    return this.#amount * this.#wave(age * this.#rate + sample(hi, lo, this.#stream, 0), hi, lo, this.#stream)
  }
}

/** The waver of one property; null when there is none. */
export const waverOf = (type: ResolvedType, target: WaverTarget): Waver | null => {
  const id = AMOUNTS[target]
  if (!type.forces.includes('waver') || type.numbers[id] === 0) return null
  return new Waver(type.numbers[id], type.numbers[`${id}Rate`], type.wavers[target], STREAMS[id])
}
