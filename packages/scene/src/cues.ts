/**
 * Dispatch of cues, without an actor: which effects a cue starts, with which seed and how strongly; by chance, and at
 * most so many at a time. A scene and a game use the same.
 */
import type { Cue } from '@gliv/model'
import type { ScreenMoment } from './screen.ts'
import { drawOf, seedOf } from './chance.ts'

/** What a cue knows of an effect. */
export interface CueEffect {
  /** Unsigned 32 bits. */
  readonly seed: number
  /** Ticks until nothing of it lives, once it is over or was stopped; Infinity for one without an end. */
  readonly endTicks: number
  /** It goes on until it is stopped. */
  readonly sustained: boolean
  /** What the screen does, by the effect's ticks. */
  readonly screen?: readonly ScreenMoment[]
  /** A freeze of the screen holds it, too. */
  readonly freezes?: boolean
}

/** One effect that a cue has started. */
export interface Started {
  readonly cue: string
  readonly effect: string
  /** The how-manieth firing of the cue it belongs to, from 0. */
  readonly n: number
  readonly tick: number
  readonly seed: number
  readonly strength: number
}

interface Running {
  endTick: number
}

/** Firings that are counted and bounded; of a whole run, in the order of time. */
export class CueDispatch {
  readonly #cues: Readonly<Record<string, Cue>>
  readonly #effectOf: (id: string) => CueEffect | null
  readonly #fired = new Map<string, number>()
  readonly #running = new Map<string, Running[]>()

  constructor(cues: Readonly<Record<string, Cue>>, effectOf: (id: string) => CueEffect | null) {
    this.#cues = cues
    this.#effectOf = effectOf
  }

  /**
   * Fires a cue.
   * @param strength beside the cue's own; 1 is as designed
   * @returns the effects to start, none when chance or number says no, and a way to say that they were stopped
   */
  fire(
    cueId: string,
    tick: number,
    strength = 1,
  ): { readonly started: readonly Started[]; readonly stop: (tick: number) => void } | null {
    const cue = Object.hasOwn(this.#cues, cueId) ? this.#cues[cueId] : undefined
    if (!cue) return null
    const n = this.#fired.get(cueId) ?? 0
    this.#fired.set(cueId, n + 1)
    const running = (this.#running.get(cueId) ?? []).filter(({ endTick }) => endTick > tick)
    this.#running.set(cueId, running)
    if (running.length >= cue.most || drawOf(cueId, n) >= cue.chance) return null
    const effects = cue.effects.flatMap((id) => {
      const effect = this.#effectOf(id)
      return effect ? [{ id, effect }] : []
    })
    const longest = Math.max(0, ...effects.map(({ effect }) => effect.endTicks))
    const mine: Running = {
      endTick: effects.some(({ effect }) => effect.sustained) ? Infinity : tick + longest,
    }
    running.push(mine)
    return {
      started: effects.map(({ id, effect }) => ({
        cue: cueId,
        effect: id,
        n,
        tick,
        seed: seedOf(effect.seed, n),
        strength: strength * cue.strength,
      })),
      stop: (at) => void (mine.endTick = Math.min(mine.endTick, at + longest)),
    }
  }
}
