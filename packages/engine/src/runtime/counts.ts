/** What was counted of a simulation's own emitters. */
import type { EmitterCount } from '../input/index.ts'
import type { EmitterRun } from '../spawn/index.ts'
import type { Program } from '../program/index.ts'

interface Counted {
  readonly program: Program
  readonly nodes: readonly EmitterRun[]
  readonly isInside: boolean
}

/** One row for each emitter of the effect, in its order. */
export const ownCounts = ({ program: { effect }, nodes, isInside }: Counted): EmitterCount[] =>
  effect.emitters.map(({ id, name }) => {
    const own = nodes.filter((node) => node.program.source.id === id)
    const sum = (of: (node: EmitterRun) => number): number => own.reduce((total, node) => total + of(node), 0)
    return {
      id,
      name,
      ...(isInside ? { effectId: effect.id } : {}),
      births: sum((n) => n.births),
      deaths: sum((n) => n.deaths),
      alive: sum((n) => n.alive),
      relayed: sum((n) => (n.program.relayed ? n.births : 0)),
      refused: sum((n) => n.refused),
    }
  })
