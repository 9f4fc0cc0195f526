/** Tells what happens to a whole effect within a tick: moments of its timeline, the end of emission, its end. */
import type { CompiledTape } from '../input/index.ts'
import { dueMoments, type Program, type TimedEvent, timedEventsOf } from '../program/index.ts'
import { type EffectEvents, eventNumber } from '../state/index.ts'
import { emptyPose } from '../geometry/index.ts'
import { hasEmissionEnded } from './endTimes.ts'

const ENDED = eventNumber('emissionEnded')
const FINISHED = eventNumber('finished')
const NUMBERS = {
  named: eventNumber('named'),
  sound: eventNumber('sound'),
  screen: eventNumber('screen'),
} as const
const TIMED = Object.values(NUMBERS).reduce((bits, n) => bits | (1 << n), 0)

const pose = emptyPose()

/** As much of a simulation as is told of. */
interface Told {
  readonly program: Program
  readonly tick: number
  readonly finished: boolean
  internalTickOf(program: Program): number
}

/** What was over before a tick: ends are told once, when they come. */
export interface Ends {
  readonly ended: boolean
  readonly finished: boolean
}
const OVER: Ends = { ended: true, finished: true }
const GOING: Ends = { ended: false, finished: false }

/** @returns what is over now, as far as somebody wants to know */
export const readEnds = (simulation: Told, events: EffectEvents, tape: CompiledTape): Ends => {
  if ((events.wanted & ((1 << ENDED) | (1 << FINISHED))) === 0) return OVER
  if (simulation.tick < 0) return GOING
  const { program } = simulation
  const finished = simulation.finished
  const ended =
    program.lastTick > 0
      ? finished
      : hasEmissionEnded(program, tape, simulation.internalTickOf(program)) || finished
  return { ended, finished }
}

/** Tells of a tick that was just made; the place is the effect's own. */
export const tellMoments = (
  simulation: Told,
  events: EffectEvents,
  tape: CompiledTape,
  before: Ends,
): void => {
  const { program } = simulation
  const internal = simulation.internalTickOf(program)
  const tell = (number: number, payload: number): void => {
    tape.poseInto(internal, pose)
    events.push(number, '', 0, 0, pose.x, pose.y, 0, 0, 0, payload)
  }
  const list = timedEventsOf(program.effect)
  if (list.length > 0 && (events.wanted & TIMED) !== 0) {
    const due = (moment: TimedEvent): void => {
      const number = NUMBERS[moment.kind]
      if (events.tells(number)) tell(number, moment.index)
    }
    // Backwards the timeline is gone through as it is seen: from its beginning.
    const seen = program.lastTick > 0 ? simulation.tick + program.warmTicks : internal
    dueMoments(list, program.clock, program.timeline, seen, tape.stopTick(), due)
  }
  if (before.ended && before.finished) return
  const now = readEnds(simulation, events, tape)
  if (now.ended && !before.ended && events.tells(ENDED)) tell(ENDED, -1)
  if (now.finished && !before.finished && events.tells(FINISHED)) tell(FINISHED, -1)
}
