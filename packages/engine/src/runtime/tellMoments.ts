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

/** What is over, as bits: ends are told once, when they come. */
const IS_ENDED = 1
const IS_FINISHED = 2
const OVER = IS_ENDED | IS_FINISHED

/** @returns what is over now, as bits, as far as somebody wants to know */
export const readEnds = (simulation: Told, events: EffectEvents, tape: CompiledTape): number => {
  if ((events.wanted & ((1 << ENDED) | (1 << FINISHED))) === 0) return OVER
  if (simulation.tick < 0) return 0
  const { program } = simulation
  if (simulation.finished) return OVER
  const ends = program.lastTick === 0 && hasEmissionEnded(program, tape, simulation.internalTickOf(program))
  return ends ? IS_ENDED : 0
}

// What is told now; kept here so that a tick makes no objects.
let nowEvents: EffectEvents | null = null

const tell = (number: number, payload: number): void =>
  nowEvents!.push(number, '', 0, 0, pose.x, pose.y, 0, 0, 0, payload)

const tellDue = ({ kind, index }: TimedEvent): void => {
  const number = NUMBERS[kind]
  if (nowEvents!.tells(number)) tell(number, index)
}

/** Tells of a tick that was just made; the place is the effect's own. */
export const tellMoments = (
  simulation: Told,
  events: EffectEvents,
  tape: CompiledTape,
  before: number,
): void => {
  const { program } = simulation
  const list = timedEventsOf(program.effect)
  const timed = list.length > 0 && (events.wanted & TIMED) !== 0
  if (!timed && before === OVER) return
  const internal = simulation.internalTickOf(program)
  tape.poseInto(internal, pose)
  nowEvents = events
  // Backwards the timeline is gone through as it is seen: from its beginning.
  const seen = program.lastTick > 0 ? simulation.tick + program.warmTicks : internal
  if (timed) dueMoments(list, program.clock, program.timeline, seen, tape.stopTick(), tellDue)
  if (before === OVER) return
  const come = readEnds(simulation, events, tape) & ~before
  if ((come & IS_ENDED) !== 0 && events.tells(ENDED)) tell(ENDED, -1)
  if ((come & IS_FINISHED) !== 0 && events.tells(FINISHED)) tell(FINISHED, -1)
}
