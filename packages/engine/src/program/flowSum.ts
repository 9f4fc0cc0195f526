/**
 * What has flowed under a knob: the integral of lane × factor, where the factor changes from tick to tick. Each pass of
 * the timeline has stretches of one factor; where several ticks have the same one they are one stretch.
 */
import type { Window } from './birthSource.ts'
import { compileLaneIntegral, type CompiledLane, type LaneIntegral, laneIntegralAt } from './lanes.ts'
import { type Clock, MICRO, type Pass, type Timeline } from './timeline.ts'

/** Where a flow stands in its effect, and what multiplies it. */
export interface FlowScope {
  readonly clock: Clock
  readonly timeline: Timeline
  /** A game's past is not asked for again: long ago stretches may go. */
  readonly forgets: boolean
  /** When a sustained effect was stopped, in microseconds of the clock. */
  stopMicro(): number
  /** What the flow is multiplied by during the step that ends at a tick. */
  factorAt(tick: number): number
}

/** Stretches that are kept while the past may go. */
const KEPT_STRETCHES = 512
/** More than the rounding of a moment that lies at the end of a tick, in seconds. */
const ROUNDING = 1e-6
/** No effect is played for so long. */
const LAST_TICK = 0x7fff_ffff
/** Rounds of halving that bring any window of 600 s below a nanosecond. */
const HALVINGS = 64

class PassSum {
  pass = -1
  /** Where the pass begins on the clock and on the timeline, in seconds. */
  shift = 0
  /** The tick whose end is the end of what is known, and that end, in seconds since the window opened. */
  tick = 0
  end = 0
  /** Where it began, and whether anything flowed then. */
  begin = 0
  begun = false
  /** Where each stretch begins, in seconds since the window opened; what had flowed by then; its factor. */
  readonly at: number[] = []
  readonly flowed: number[] = []
  readonly factor: number[] = []
}

/** How much has flowed at a moment of a pass, in particles at a factor of 1 and a lane of 1. */
export class FlowSum {
  readonly #scope: FlowScope
  readonly #start: number
  readonly #length: number
  readonly #flow: number
  readonly #integral: LaneIntegral | null
  readonly #kept = [new PassSum(), new PassSum()] as const
  readonly #pass: Pass = { start: 0, end: 0, from: 0 }

  /** @param flow particles per second */
  constructor(scope: FlowScope, window: Window, flow: number, lane: CompiledLane | null) {
    this.#scope = scope
    this.#start = window.start / MICRO
    this.#length = window.length / MICRO
    this.#flow = flow
    this.#integral = lane ? compileLaneIntegral(lane) : null
  }

  /** Lane × flow from the window's beginning, at a factor of 1. */
  #plain(seconds: number): number {
    return (
      this.#flow *
      (this.#integral
        ? laneIntegralAt(this.#integral, this.#start + seconds) - laneIntegralAt(this.#integral, this.#start)
        : seconds)
    )
  }

  #open(pass: number): PassSum {
    const sum = this.#kept[pass % 2]!
    if (sum.pass === pass) return sum
    const { clock, timeline } = this.#scope
    timeline.readPass(pass, this.#scope.stopMicro(), this.#pass)
    const { start, from } = this.#pass
    sum.pass = pass
    sum.shift = (from - start) / MICRO - this.#start
    sum.at.length = sum.flowed.length = sum.factor.length = 0
    // The last tick that ends before the window opens in this pass, or before the pass comes to it.
    const begin = Math.max(start / MICRO, -sum.shift)
    let low = 0
    let high = 1
    while (clock.secondsAt(high) < begin && high < LAST_TICK) high *= 2
    while (low < high) {
      const middle = Math.ceil((low + high) / 2)
      if (clock.secondsAt(middle) <= begin) low = middle
      else high = middle - 1
    }
    sum.tick = low
    sum.begin = sum.end = Math.max(0, begin + sum.shift)
    // What begins at the end of a step is of that step.
    sum.begun = this.#scope.factorAt(clock.secondsAt(low) === begin ? low : low + 1) > 0
    return sum
  }

  /** Brings what is known to a moment. */
  #extend(sum: PassSum, seconds: number): void {
    const { clock } = this.#scope
    while (sum.end < seconds - ROUNDING) {
      const factor = this.#scope.factorAt(sum.tick + 1)
      const last = sum.at.length - 1
      if (last < 0 || sum.factor[last] !== factor) {
        sum.flowed.push(last < 0 ? 0 : this.#flowedIn(sum, last, sum.end))
        sum.at.push(sum.end)
        sum.factor.push(factor)
      }
      sum.end = Math.max(sum.end, clock.secondsAt(++sum.tick) + sum.shift)
    }
    if (this.#scope.forgets && sum.at.length > KEPT_STRETCHES)
      for (const list of [sum.at, sum.flowed, sum.factor]) list.splice(0, KEPT_STRETCHES / 2)
  }

  /** What has flowed at a moment of a stretch. */
  #flowedIn(sum: PassSum, stretch: number, seconds: number): number {
    return (
      sum.flowed[stretch]! + sum.factor[stretch]! * (this.#plain(seconds) - this.#plain(sum.at[stretch]!))
    )
  }

  /** How much has flowed in a pass, so many seconds after the window opened: no later than the present tick. */
  amountAt(pass: number, seconds: number): number {
    const sum = this.#open(pass)
    this.#extend(sum, seconds)
    if (sum.at.length === 0) return 0
    let stretch = sum.at.length - 1
    while (stretch > 0 && sum.at[stretch]! > seconds) stretch--
    return this.#flowedIn(sum, stretch, seconds)
  }

  /** The other way round: when so much has flowed, in seconds since the window opened; Infinity: not so far. */
  momentOf(pass: number, amount: number): number {
    const sum = this.#open(pass)
    if (amount <= 0 && sum.begun) return sum.begin
    if (sum.at.length === 0) return Infinity
    let stretch = sum.at.length - 1
    while (stretch > 0 && sum.flowed[stretch]! >= amount) stretch--
    // The first of a pass waits until something flows.
    while (sum.factor[stretch] === 0 && stretch < sum.at.length - 1) stretch++
    const factor = sum.factor[stretch]!
    if (factor === 0) return Infinity
    const plain = this.#plain(sum.at[stretch]!) + (amount - sum.flowed[stretch]!) / factor
    return this.#integral ? this.#plainMoment(plain, sum.at[stretch]!) : plain / this.#flow
  }

  /** When the lane alone has let so much flow. */
  #plainMoment(amount: number, from: number): number {
    if (this.#plain(this.#length) < amount) return Infinity
    let low = from
    let high = this.#length
    for (let round = 0; round < HALVINGS; round++) {
      const middle = (low + high) / 2
      if (this.#plain(middle) >= amount) high = middle
      else low = middle
    }
    return high
  }
}
