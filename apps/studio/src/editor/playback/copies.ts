/** Further instances of the shown effect, in step with it: placed by hand, or under other seeds. */
import {
  compile,
  createSimulation,
  type Simulation,
  type SimulationOptions,
  updateSimulation,
} from '@gliv/engine'
import type { Frame, ResolvedEffect } from '@gliv/model'

/** One further instance. */
export interface Copy {
  readonly options: SimulationOptions
  /** How far it is shown from where it is, world px. */
  readonly dx: number
  readonly dy: number
}

export class Copies {
  #key = ''
  #effect: ResolvedEffect | null = null
  #all: { readonly copy: Copy; readonly simulation: Simulation }[] = []

  /** Takes over an effect and where its copies are; what is the same goes on. */
  set(effect: ResolvedEffect, copies: readonly Copy[]): void {
    const key = JSON.stringify(copies)
    if (key === this.#key && effect === this.#effect) return
    if (key === this.#key && this.#effect?.seed === effect.seed)
      for (const { simulation } of this.#all) updateSimulation(simulation, effect)
    else {
      this.clear()
      const program = copies.length > 0 ? compile(effect) : null
      this.#all = copies.map((copy) => ({ copy, simulation: createSimulation(program!, copy.options) }))
    }
    this.#key = key
    this.#effect = effect
  }

  get count(): number {
    return this.#all.length
  }

  seek(tick: number): void {
    for (const { simulation } of this.#all) simulation.seek(tick)
  }

  frames(): readonly Frame[] {
    return this.#all.map(({ copy: { dx, dy }, simulation }) => {
      const frame = simulation.frame(1)
      return dx === 0 && dy === 0
        ? frame
        : { ...frame, originX: frame.originX + dx, originY: frame.originY + dy }
    })
  }

  clear(): void {
    for (const { simulation } of this.#all) simulation.dispose()
    this.#all = []
    this.#key = ''
    this.#effect = null
  }
}
