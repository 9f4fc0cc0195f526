/** What a cue has started, steered as one. */
import type { Placing } from './options.ts'
import type { EffectHandle } from './effectHandle.ts'

/** The effects of one cue. */
export class CueHandle {
  /** Its effects; none when chance or number said no. */
  readonly effects: readonly EffectHandle[]
  /** Resolves when the last of them is over. */
  readonly finished: Promise<void>
  readonly #stopped: () => void

  /** @param stopped told when it is let go */
  constructor(effects: readonly EffectHandle[], stopped: () => void) {
    this.effects = effects
    this.#stopped = stopped
    this.finished = Promise.all(effects.map((handle) => handle.finished)).then(() => undefined)
  }

  moveTo(x: number, y: number, placing: Placing = {}): void {
    for (const handle of this.effects) handle.moveTo(x, y, placing)
  }

  /** Turns a knob of those of its effects that have it; throws an error in words when none has. */
  turn(name: string, value: number | string): void {
    const having = this.effects.filter((handle) => handle.knobs.some((knob) => knob.name === name))
    // Chance may have said no.
    for (const handle of having.length > 0 ? having : this.effects) handle.turn(name, value)
  }

  /** Ends emission and lets the living finish. */
  stop(): void {
    for (const handle of this.effects) handle.stop()
    this.#stopped()
  }
}
