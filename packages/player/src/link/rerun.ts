/** An effect that plays takes other numbers: at the same tick, or for what is born from now on. */
import {
  createSimulation,
  KeptTape,
  type Program,
  type Simulation,
  TapePart,
  updateSimulation,
} from '@gliv/engine'
import { SCRATCH, type EffectHandle } from '../play/effectHandle.ts'
import type { HeadlessPlayer } from '../players/headlessPlayer.ts'

/** Ticks of tape that are kept: ten seconds. */
export const KEPT_TICKS = 600

/** What the present simulation of a handle reads. */
const parts = new WeakMap<EffectHandle, TapePart>()

/** Another simulation on a handle's tape, at the handle's tick. */
const another = (
  handle: EffectHandle,
  program: Program,
  tape: TapePart,
  player: HeadlessPlayer,
): Simulation => {
  const { x = 0, y = 0, surfaces = [], knobs = {} } = handle.said
  const view = player.shownView
  const made = createSimulation(program, {
    ...{ x, y, surfaces, live: tape, seed: handle.seed, frame: SCRATCH, events: player.eventsToFill },
    knobs: knobs as Record<string, number | string>,
    warmsLater: handle.isWarming,
    ...(view ? { view } : {}),
  })
  if (program.lastTick > 0) for (let k = 0; k < handle.simulation.tick; k++) made.step()
  else if (!handle.isWarming) made.seek(handle.simulation.tick)
  return made
}

/** Everything anew on the same tape: for what cannot be taken over step by step. */
const rebuild = (handle: EffectHandle, program: Program, tape: KeptTape, player: HeadlessPlayer): void => {
  const part = new TapePart(tape, parts.get(handle)?.opens)
  const made = another(handle, program, part, player)
  handle.simulation.dispose()
  handle.simulation = made
  parts.set(handle, part)
}

/** What lives goes on as it was; what is born from now on is by the new numbers. */
const split = (handle: EffectHandle, program: Program, tape: KeptTape, player: HeadlessPlayer): void => {
  const part = new TapePart(tape, tape.now)
  const made = another(handle, program, part, player)
  ;(parts.get(handle) ?? tape.reading).close(tape.now)
  handle.rest.push(handle.simulation)
  handle.simulation = made
  parts.set(handle, part)
}

/**
 * Brings a playing effect to its pack's numbers. What began within the kept time is at its present tick what it would
 * be had it begun so; what is older takes them for new births.
 */
export const rerun = (handle: EffectHandle, player: HeadlessPlayer): void => {
  const program = player.programFor(handle.effect, handle.basis, handle.said)
  const { tape, simulation } = handle
  const isRecorded = program.lastTick > 0 || simulation.program.lastTick > 0
  if (!(tape instanceof KeptTape)) {
    // It began before the link: as if it had always stood where it stands.
    if (!isRecorded && !handle.isWarming) updateSimulation(simulation, program.effect)
    return
  }
  if (isRecorded || handle.isWarming) return rebuild(handle, program, tape, player)
  const since = Math.max(0, parts.get(handle)?.opens ?? 0)
  const isYoung = tape.now - since <= KEPT_TICKS && tape.first <= since
  // Effects inside follow a tape of their own, which knows no halves.
  if (isYoung || program.parts.length > 0) updateSimulation(simulation, program.effect)
  else split(handle, program, tape, player)
}
