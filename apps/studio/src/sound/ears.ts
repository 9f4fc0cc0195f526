/** What a driver hears of the effects that it plays: their events go to the studio's desk, in step with the ticks. */
import { EffectEvents, type Simulation } from '@gliv/engine'
import { EFFECT_EVENTS, type ResolvedEffect, type ViewRect } from '@gliv/model'
import { kindsHeard, TickClock } from '@gliv/sound'
import { openDesk } from './desk.ts'

/** How it is heard now. */
export interface Pace {
  /** How fast time goes. */
  readonly speed: number
  readonly view: ViewRect
}

export class Ears {
  readonly events = new EffectEvents([])
  readonly #clocks = new WeakMap<object, TickClock>()
  #known: ReadonlySet<ResolvedEffect> = new Set()

  /** Wants what the sounds of these effects wait for; kinds stay until others are asked for. */
  want(effects: readonly ResolvedEffect[]): void {
    if (effects.length === this.#known.size && effects.every((effect) => this.#known.has(effect))) return
    this.#known = new Set(effects)
    const kinds = new Set(effects.flatMap(kindsHeard))
    this.events.want(EFFECT_EVENTS.filter((kind) => kinds.has(kind)))
  }

  /** What a simulation's step has filled in is heard, and cleared. */
  hear(simulation: Simulation, { view, speed }: Pace, strength = 1): void {
    const { events } = this
    const desk = events.count > 0 ? openDesk() : null
    if (desk) {
      const clock = this.#clocks.get(simulation) ?? new TickClock()
      this.#clocks.set(simulation, clock)
      const now = desk.outlet.now
      const tickSeconds = 1 / (simulation.rate * speed)
      desk.hear(simulation, events, {
        timeOf: (tick) => clock.timeOf(tick, now, tickSeconds),
        view,
        strength,
        pace: speed,
      })
    }
    events.clear()
  }

  /** Play begins in the middle: loops that would be heard there are. */
  resume(simulation: Simulation, { view, speed }: Pace, strength = 1): void {
    const desk = openDesk()
    const { program, tick, finished } = simulation
    if (!desk || tick <= 0 || finished || !program.effect.sounds) return
    const { originX } = simulation.frame(1)
    const hearing = { timeOf: () => desk.outlet.now, view, strength, pace: speed }
    desk.resume(simulation, program.effect, tick / simulation.rate, hearing, originX)
  }

  release(simulation: Simulation): void {
    openDesk()?.release(simulation)
  }

  /** Paused, or somebody has gone to another moment. */
  hush(): void {
    openDesk()?.hush()
  }
}
