/** What a document compiles to: timelines, schedules of births, lanes, and what an edit makes invalid. */
export { deeper, effectChanged, invalidationBetween } from './changes.ts'
export {
  compile,
  emitterEndSeconds,
  type EmitterProgram,
  emptyFrame,
  lastEnd,
  longestLife,
  placesOf,
  type Program,
  TOTAL_CAP_LIMIT,
} from './compile.ts'
export { type CompiledDrive, type CompiledKnob, driveAt } from './drives.ts'
export { checkKnob, checkKnobs, knobsWithin } from './knobNames.ts'
export { rampOfForce } from './forceRamp.ts'
export { type CompiledLane, type CompiledLanes, laneAt, withLane } from './lanes.ts'
export { dueMoments, type TimedEvent, timedEventsOf } from './moments.ts'
export { pieceCount } from './pieces.ts'
export { createSchedule, type Driving, type Schedule, TOP_UP_KEY, TRAVEL_KEY } from './schedule.ts'
export {
  type Clock,
  createClock,
  createTimeline,
  MICRO,
  type Pass,
  tickAtOrAfter,
  tickAtOrBefore,
  type Timeline,
  warmTicks,
} from './timeline.ts'
