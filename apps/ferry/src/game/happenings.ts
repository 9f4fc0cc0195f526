/** What happens becomes effects: each happening is a cue of the pack. A pack without a cue shows nothing there. */
import type { CueHandle, EffectHandle, HeadlessPlayer, PlayOptions, Surface } from '@gliv/player'
import type { LastFerry } from '../art/lastFerry.ts'

export type CueName = LastFerry['cues']

export class Happenings {
  #player: HeadlessPlayer<LastFerry> | null = null
  #surfaces: readonly Surface[] = []
  readonly #held: Held[] = []

  /** The player that shows them from now on; what is held begins anew there. */
  use(player: HeadlessPlayer<LastFerry>): void {
    this.#player = player
    for (const held of this.#held) held.forget()
  }

  /** What is around from now on, also for what plays already. */
  setSurfaces(surfaces: readonly Surface[]): void {
    this.#surfaces = surfaces
    for (const handle of this.#player?.handles ?? []) handle.setSurfaces(surfaces)
  }

  say(name: CueName, options: PlayOptions): CueHandle | null {
    const player = this.#player
    if (!player?.cueNames.includes(name)) return null
    return player.cue(name, { surfaces: this.#surfaces, ...options })
  }

  held(name: CueName): Held {
    const held = new Held(name, this)
    this.#held.push(held)
    return held
  }
}

/** Turns those knobs that an effect has. */
const turnAll = (effect: EffectHandle, knobs: NonNullable<PlayOptions['knobs']>): void => {
  for (const { name } of effect.knobs) {
    const value = knobs[name]
    if (value !== undefined) effect.turn(name, value)
  }
}

/** A happening that lasts: it starts, goes along, and is stopped. */
export class Held {
  readonly #name: CueName
  readonly #happenings: Happenings
  #handle: CueHandle | null = null

  constructor(name: CueName, happenings: Happenings) {
    this.#name = name
    this.#happenings = happenings
  }

  forget(): void {
    this.#handle = null
  }

  /** Each tick: whether it goes on, and where. Gives its handle while it plays. */
  set(on: boolean, options: PlayOptions & { readonly x: number; readonly y: number }): CueHandle | null {
    if (!on) {
      this.#handle?.stop()
      this.#handle = null
      return null
    }
    if (!this.#handle || this.#handle.effects.every(({ ended }) => ended)) {
      const said = this.#happenings.say(this.#name, options)
      this.#handle = said && said.effects.length > 0 ? said : null
      return this.#handle
    }
    const { x, y, mirror = false, knobs = {} } = options
    this.#handle.moveTo(x, y, { mirror })
    for (const effect of this.#handle.effects) turnAll(effect, knobs)
    return this.#handle
  }
}
