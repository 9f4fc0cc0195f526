/** The way an emitter goes by itself inside the effect, and the way it makes over the world. */
import type { ResolvedEmitter, TravelMode } from '@gliv/model'
import { compileRamp, type CompiledRamp, rampAt } from '../appearance/index.ts'
import { flattenPath, type FlatPath, pathPlaceInto, type PathPlace } from '../geometry/index.ts'

/** Share of the path, eased later, for `rounds` ≥ 0 of travel. */
const ROUNDS = {
  once: (rounds) => Math.min(1, rounds),
  loop: (rounds) => rounds - Math.floor(rounds),
  backAndForth: (rounds) => {
    const turn = rounds - 2 * Math.floor(rounds / 2)
    return turn <= 1 ? turn : 2 - turn
  },
} as const satisfies Record<TravelMode, (rounds: number) => number>

export class TravelPath {
  readonly #path: FlatPath
  readonly #ease: CompiledRamp
  readonly #share: (rounds: number) => number
  readonly #seconds: number

  constructor(travel: NonNullable<ResolvedEmitter['travel']>, seconds: number) {
    this.#path = flattenPath(travel.path, true)
    this.#ease = compileRamp({
      points: [
        { at: 0, value: 0, ease: travel.ease },
        { at: 1, value: 1, ease: 'linear' },
      ],
    })
    this.#share = ROUNDS[travel.mode]
    this.#seconds = seconds
  }

  /** Place so many seconds after the emitter opened; before that it waits at the start. */
  placeInto(seconds: number, out: PathPlace): void {
    pathPlaceInto(this.#path, rampAt(this.#ease, this.#share(Math.max(0, seconds) / this.#seconds)), out)
  }
}
