/** Where a knob of an effect stands. */
import { MICRO, type Pass } from '../program/index.ts'
import { laneAt } from '../program/index.ts'
import type { SimulationContext } from './simulationContext.ts'

const pass: Pass = { start: 0, end: 0, from: 0 }

/** Where the timeline stands when the step that ends at a tick begins, in seconds. */
const timelineBefore = ({ clock, timeline, tape }: SimulationContext, tick: number): number => {
  const stopTick = tape.stopTick()
  const stop = stopTick === Infinity ? Infinity : clock.secondsAt(stopTick) * MICRO
  const now = clock.secondsAt(Math.max(0, tick - 1))
  timeline.readPass(timeline.passAt(now * MICRO, stop), stop, pass)
  return now - (pass.start - pass.from) / MICRO
}

/**
 * What stands during the step that ends at a tick: what was said, else what its lane says, else its start; undefined
 * for one that the effect does not have and nobody has set.
 */
export const knobValue = (
  context: SimulationContext,
  name: string,
  tick: number,
): number | string | undefined => {
  const said = context.tape.knobsSaid ? context.tape.knobAt(name, tick) : undefined
  if (said !== undefined) return said
  const knob = context.knobs.get(name)
  return knob?.lane ? laneAt(knob.lane, timelineBefore(context, tick)) : knob?.start
}
