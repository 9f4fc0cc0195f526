/** Edits of a running simulation. Apart from it, because a game's player never edits. */
import type { InvalidationLevel, ResolvedEffect } from '@gliv/model'
import { type Program } from '../program/index.ts'
import { compile, deeper, effectChanged, type EmitterProgram, invalidationBetween } from '../program/index.ts'
import { PartHost } from '../spawn/index.ts'
import type { Simulation } from './simulation.ts'

/** What an edit made necessary, in emitters, those of effects inside included. */
export interface UpdateWork {
  readonly rerun: number
  readonly relooked: number
  readonly kept: number
}

/** The deepest level of an emitter and all that its relays wake; a tree of another form is made anew. */
const treeLevel = (a: EmitterProgram, b: EmitterProgram): InvalidationLevel | null => {
  if (a.relays.length !== b.relays.length) return 'emission'
  return b.relays.reduce(
    (level: InvalidationLevel | null, { relay, child }, k) => {
      const before = a.relays[k]!
      if (before.relay !== relay && JSON.stringify(before.relay) !== JSON.stringify(relay)) return 'emission'
      return child && before.child ? deeper(level, treeLevel(before.child, child)) : level
    },
    invalidationBetween(a.source, b.source),
  )
}

type Work = { -readonly [K in keyof UpdateWork]: UpdateWork[K] }

/** Parts of which only the effects have changed go on; their effects are updated in turn. */
const keptParts = (simulation: Simulation, program: Program, work: Work): (PartHost | null)[] =>
  program.parts.map(({ part, choices, seconds }) => {
    const host = simulation.parts.find((before) => before.part.id === part.id)
    const kept = host?.takeOver(part, choices, seconds, (playing, next) => {
      applyProgram(playing as Simulation, next, work)
    })
    return kept ? host! : null
  })

/** Brings a simulation to a program, keeping what the change does not reach. */
const applyProgram = (simulation: Simulation, program: Program, work: Work): void => {
  const before = simulation.program
  const all = effectChanged(before.effect, program.effect) || before.timeline.limit !== program.timeline.limit
  const known = new Map(simulation.runs.map((run) => [run.program.source.id, run]))
  const runs = program.emitters.map((emitter) => {
    const run = all ? undefined : known.get(emitter.source.id)
    const level = run ? treeLevel(run.program, emitter) : 'emission'
    if (run && level === null) {
      work.kept++
      return run
    }
    if (run && level === 'output') {
      run.replaceAppearance(emitter)
      work.relooked++
      return run
    }
    const [fresh] = simulation.start(program, [emitter])
    fresh!.seek(simulation.internalTickOf(program))
    work.rerun++
    return fresh!
  })
  simulation.adopt(program, runs, all ? [] : keptParts(simulation, program, work))
}

/**
 * Takes over a changed effect at the present tick: emitters that the change does not reach keep their state,
 * a
 * changed appearance steps nothing, all else re-runs to this very tick; the same holds for the emitters of
 * effects that play inside. Throws `Refusal` as `compile` does, and changes nothing then.
 * @example updateSimulation(simulation, resolveEffect(kit, kit.effects['pier-dust']!)).kept
 */
export const updateSimulation = (simulation: Simulation, effect: ResolvedEffect): UpdateWork => {
  const work = { rerun: 0, relooked: 0, kept: 0 }
  applyProgram(simulation, compile(effect), work)
  return work
}
