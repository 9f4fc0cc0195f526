/** Edits of a running simulation. Apart from it, because a game's player never edits. */
import type { ResolvedEffect, InvalidationLevel } from '@gliv/model'
import { invalidationBetween, deeper, effectChanged, compile, type EmitterProgram } from '../program/index.ts'
import type { Simulation } from './simulation.ts'

/** What an edit made necessary, for measuring. */
export interface UpdateWork {
  readonly rerun: number
  readonly relooked: number
  readonly kept: number
}

/** The dearest touch in an emitter and all that its relays wake; a tree of another form is made anew. */
const treeTouch = (a: EmitterProgram, b: EmitterProgram): InvalidationLevel | null => {
  if (a.relays.length !== b.relays.length) return 'emission'
  return b.relays.reduce(
    (touch: InvalidationLevel | null, { relay, child }, k) => {
      const before = a.relays[k]!
      if (before.relay !== relay && JSON.stringify(before.relay) !== JSON.stringify(relay)) return 'emission'
      return child && before.child ? deeper(touch, treeTouch(before.child, child)) : touch
    },
    invalidationBetween(a.source, b.source),
  )
}

/**
 * Takes over a changed effect at the present tick: emitters that the change does not touch keep their state,
 * changed
 * looks step nothing, all else re-runs to this very tick. Throws `Refusal` as `compile` does, and changes
 * nothing then.
 */
export const updateSimulation = (simulation: Simulation, effect: ResolvedEffect): UpdateWork => {
  const program = compile(effect)
  const before = simulation.program
  const all = effectChanged(before.effect, effect) || before.timeline.limit !== program.timeline.limit
  const work = { rerun: 0, relooked: 0, kept: 0 }
  const known = new Map(simulation.runs.map((run) => [run.program.source.id, run]))
  const runs = program.emitters.map((emitter) => {
    const run = all ? undefined : known.get(emitter.source.id)
    const touch = run ? treeTouch(run.program, emitter) : 'emission'
    if (run && touch === null) {
      work.kept++
      return run
    }
    if (run && touch === 'output') {
      run.replaceAppearance(emitter)
      work.relooked++
      return run
    }
    const [fresh] = simulation.start(program, [emitter])
    fresh!.seek(simulation.internalTickOf(program))
    work.rerun++
    return fresh!
  })
  const replaced = simulation.runs.filter((run) => !runs.includes(run))
  simulation.adopt(program, runs)
  for (const run of replaced) for (const node of run.nodes()) node.pool.release()
  return work
}
