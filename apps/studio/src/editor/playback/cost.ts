/** What an effect costs at the present moment, measured. */
import { compile, createSimulation, type Simulation } from '@gliv/engine'
import type { Frame, ResolvedEffect, ViewRect } from '@gliv/model'
import { coveredPixels } from '@gliv/player/renderers'

/** How often the sprites of frames cover a view, all of them counted. */
export const overdrawOf = (frames: readonly Frame[], { w, h }: Pick<ViewRect, 'w' | 'h'>): number =>
  frames.reduce((sum, frame) => sum + coveredPixels(frame, { x: 0, y: 0, zoom: 1 }, w * h), 0) / (w * h)

export const drawsOf = (frames: readonly Frame[]): number =>
  frames.reduce((sum, { batchCount }) => sum + batchCount, 0)

/** What one emitter or part costs. */
export interface EmitterCost {
  readonly id: string
  readonly name: string
  readonly alive: number
  /** ms of the engine a tick: the middle of several runs. */
  readonly ms: number
  readonly overdraw: number
}

/** Ticks that are timed, and how often. */
const TICKS = 20
const RUNS = 3

/** One emitter or one part of an effect, by itself. */
interface Piece {
  readonly id: string
  readonly name: string
  readonly effect: ResolvedEffect
}

const piecesOf = (effect: ResolvedEffect): readonly Piece[] => [
  ...effect.emitters.map((emitter) => ({
    id: emitter.id,
    name: emitter.name,
    effect: { ...effect, emitters: [emitter], parts: [] },
  })),
  ...effect.parts.map((part) => ({
    id: part.id,
    name: part.choices.map((choice) => choice.effect.name).join(' or '),
    effect: { ...effect, emitters: [], parts: [part] },
  })),
]

const measured = (
  { id, name, effect }: Piece,
  tick: number,
  view: Pick<ViewRect, 'w' | 'h'>,
): EmitterCost => {
  const simulation = createSimulation(compile(effect))
  const times: number[] = []
  for (let run = 0; run < RUNS; run++) {
    simulation.seek(Math.max(0, tick - TICKS))
    const start = performance.now()
    for (let k = 0; k < TICKS; k++) {
      simulation.step()
      simulation.frame(1)
    }
    times.push((performance.now() - start) / TICKS)
  }
  const { alive } = simulation
  const overdraw = overdrawOf([simulation.frame(1)], view)
  simulation.dispose()
  return { id, name, alive, overdraw, ms: times.sort((a, b) => a - b)[RUNS >> 1]! }
}

/** The share of each emitter and part, dearest first. */
export const emitterCosts = (simulation: Simulation, view: Pick<ViewRect, 'w' | 'h'>): EmitterCost[] =>
  piecesOf(simulation.program.effect)
    .map((piece) => measured(piece, Math.max(0, simulation.tick), view))
    .sort((a, b) => b.ms - a.ms || b.overdraw - a.overdraw)
