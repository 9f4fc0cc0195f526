/** Instances that somebody plays by hand on the stage: at the pointer, as long as it is held. */
import { createSimulation, type EffectEvents, LiveTape, type Program, type Simulation } from '@gliv/engine'
import type { Frame, Surface, ViewRect } from '@gliv/model'
import { seedOf } from '@gliv/scene'

interface Instance {
  readonly simulation: Simulation
  readonly tape: LiveTape
}

/** Most at a time; the oldest goes first. */
const MOST = 40
/** Longest stretch that is caught up at once, in seconds. */
const CATCH_UP_SECONDS = 0.25

/** Where and on what an instance is played. */
export interface Here {
  readonly x: number
  readonly y: number
  readonly surfaces: readonly Surface[]
  readonly view: ViewRect
}

export class PlayHere {
  #all: Instance[] = []
  #held: Instance | null = null
  #behind = 0
  #count = 0

  /** Starts one; it is held until `end`. The n-th takes a seed of its own, as firings do. */
  begin(program: Program, { x, y, surfaces, view }: Here, events?: EffectEvents): void {
    this.end()
    const tape = new LiveTape({ x, y }, view, surfaces)
    const seed = seedOf(program.effect.seed, this.#count++)
    const simulation = createSimulation(program, {
      ...{ x, y, live: tape, surfaces, view, seed },
      ...(events ? { events } : {}),
    })
    this.#held = { simulation, tape }
    this.#all.push(this.#held)
    for (const old of this.#all.splice(0, Math.max(0, this.#all.length - MOST))) old.simulation.dispose()
  }

  move(x: number, y: number): void {
    this.#held?.tape.moveTo({ x, y })
  }

  /** Lets go: what goes on for as long as it is held ends. */
  end(): void {
    if (this.#held && this.#held.simulation.program.effect.play !== 'once') this.#held.tape.stop()
    this.#held = null
  }

  /** Whether there is anything to be seen. */
  get busy(): boolean {
    return this.#all.length > 0
  }

  /** Goes on by so many seconds; those that are over go. */
  advance(seconds: number, rate: number, heard: (simulation: Simulation) => void = () => {}): void {
    if (!this.busy) return void (this.#behind = 0)
    this.#behind = Math.min(CATCH_UP_SECONDS, this.#behind + seconds)
    for (; this.#behind * rate >= 1; this.#behind -= 1 / rate)
      for (const { simulation } of this.#all) {
        simulation.step()
        heard(simulation)
      }
    this.#all = this.#all.filter((one) => {
      const over = one !== this.#held && one.simulation.finished && one.simulation.marks === 0
      if (over) one.simulation.dispose()
      return !over
    })
  }

  frames(): readonly Frame[] {
    return this.#all.map(({ simulation }) => simulation.frame(1))
  }

  clear(): void {
    for (const { simulation } of this.#all) simulation.dispose()
    this.#all = []
    this.#held = null
  }
}
