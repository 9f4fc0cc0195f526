/** How many particles of each emitter live over the effect's time, for the timeline's ground. Pure. */
import { compile, createSimulation, type SimulationOptions } from '@gliv/engine'
import type { ResolvedEffect } from '@gliv/model'

/** Samples over the ruler. */
export const SAMPLES = 120

export interface Population {
  readonly seconds: number
  /** By emitter: SAMPLES counts from 0 to `seconds`. */
  readonly counts: Readonly<Record<string, readonly number[]>>
}

export const populationOf = (
  effect: ResolvedEffect,
  options: SimulationOptions,
  seconds: number,
): Population => {
  const simulation = createSimulation(compile(effect), options)
  const counts: Record<string, number[]> = Object.fromEntries(effect.emitters.map(({ id }) => [id, []]))
  for (let k = 0; k < SAMPLES; k++) {
    simulation.seek(Math.round((k / (SAMPLES - 1)) * seconds * effect.rate))
    for (const { id } of effect.emitters) counts[id]!.push(0)
    // An emitter that several relays wake has several pools.
    for (const node of simulation.nodes) counts[node.program.source.id]![k]! += node.alive
  }
  simulation.dispose()
  return { seconds, counts }
}

/**
 * SVG path of one emitter's counts as an area over `width` × `height`; the fullest emitter of the effect
 * reaches the top.
 */
export const populationPath = (
  { counts }: Population,
  emitterId: string,
  width: number,
  height: number,
): string => {
  const own = counts[emitterId]
  const most = Math.max(1, ...Object.values(counts).flat())
  if (!own || own.every((n) => n === 0)) return ''
  // By the square root, so that a few are seen beside many.
  const points = own.map(
    (n, k) =>
      `${((k / (own.length - 1)) * width).toFixed(1)} ${(height - Math.sqrt(n / most) * height).toFixed(1)}`,
  )
  return `M 0 ${height} L ${points.join(' L ')} L ${width} ${height} Z`
}
