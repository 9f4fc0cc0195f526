/** A flow that something multiplies while it goes on: a knob, or the strength of a game. */
import type { ResolvedEmitter } from '@gliv/model'
import type { Source, Window } from './birthSource.ts'
import { mostOf } from './drives.ts'
import { type FlowScope, FlowSum } from './flowSum.ts'
import type { CompiledLane } from './lanes.ts'
import { countBelow, RANDOM_GROUP, targetOf } from './rhythm.ts'
import { MICRO } from './timeline.ts'

/** Ordinal n is born when so much has flowed as its rhythm asks for; what flows later changes nothing of before. */
export const drivenSource = (
  emitter: ResolvedEmitter,
  window: Window,
  rate: number,
  seed: number,
  lane: CompiledLane | null,
  scope: FlowScope,
): Source => {
  const start = window.start / MICRO
  const length = window.length / MICRO
  const { flow } = emitter.numbers
  const target = targetOf(emitter.rhythm, emitter, seed)
  const sum = new FlowSum(scope, window, flow, lane)
  const momentOf = (pass: number, n: number): number => sum.momentOf(pass, target(pass, n))
  return {
    id: 'flow',
    key: 0,
    due: (pass, t, strict) => {
      const since = t / (rate * MICRO) - start
      if (since < 0 || (strict && since === 0)) return 0
      const by = Math.min(since, length)
      const open = strict || since >= length
      let n = countBelow(emitter.rhythm, target, pass, sum.amountAt(pass, by), open)
      // Nothing is due whose time, as `timeInto` gives it, is later: rounding must not let a birth fall between two
      // ticks.
      while (n > 0 && momentOf(pass, n - 1) > by) n--
      while (open ? momentOf(pass, n) < by : momentOf(pass, n) <= by) n++
      return n
    },
    timeInto: (pass, n, out) => {
      out[0] = start + momentOf(pass, n)
    },
    most: (seconds, passes) =>
      Math.ceil(flow * mostOf(emitter, 'flow') * Math.min(seconds, length * passes)) +
      (2 * RANDOM_GROUP + 2) * passes,
  }
}
