/** Edits of a running simulation. Apart from it, because a game's player never edits. */
import type { ResolvedEffect } from '@gliv/model'
import { changedTouch, effectChanged } from './changes.ts'
import { compile } from './compile.ts'
import type { Simulation } from './simulation.ts'

/** What an edit made necessary, for measuring. */
export interface UpdateWork {
  readonly rerun: number
  readonly relooked: number
  readonly kept: number
}

/**
 * Takes over a changed effect at the present tick: emitters that the change does not touch keep their state, changed
 * looks step nothing, all else re-runs to this very tick. Throws `Refusal` as `compile` does, and changes nothing then.
 */
export const updateSimulation = (simulation: Simulation, effect: ResolvedEffect): UpdateWork => {
  const program = compile(effect)
  const before = simulation.program
  const all = effectChanged(before.effect, effect) || before.timeline.limit !== program.timeline.limit
  const work = { rerun: 0, relooked: 0, kept: 0 }
  const known = new Map(simulation.runs.map((run) => [run.program.source.id, run]))
  const runs = program.emitters.map((emitter) => {
    const run = all ? undefined : known.get(emitter.source.id)
    const touch = run ? changedTouch(run.program.source, emitter.source) : 'emission'
    if (run && touch === null) {
      work.kept++
      return run
    }
    if (run && touch === 'output') {
      run.relook(emitter)
      work.relooked++
      return run
    }
    const [fresh] = simulation.start(program, [emitter])
    fresh!.seek(simulation.tick + program.warmTicks)
    work.rerun++
    return fresh!
  })
  simulation.adopt(program, runs)
  return work
}
