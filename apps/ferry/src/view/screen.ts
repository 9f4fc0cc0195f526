/** What effects ask of the whole screen: shakes, flashes, tints, zooms; a freeze is the game's. */
import type { Player } from '@gliv/player'
import type { LastFerry } from '../art/lastFerry.ts'

type Screen = Parameters<Parameters<Player<LastFerry>['on']>[1]>[0] extends infer E
  ? Extract<E, { readonly screen: unknown }>['screen']
  : never

interface Running {
  readonly what: Screen
  left: number
}

export class ScreenEffects {
  readonly #running: Running[] = []
  #turn = 0

  /** @returns ticks for which the game stands still */
  take(what: Screen): number {
    if (what.kind === 'freeze') return what.amount
    this.#running.push({ what, left: what.seconds })
    return 0
  }

  update(seconds: number): void {
    this.#turn += seconds * 30
    for (const one of this.#running) one.left -= seconds
    for (let k = this.#running.length - 1; k >= 0; k--)
      if (this.#running[k]!.left <= 0) this.#running.splice(k, 1)
  }

  /** Where the camera is thrown, and what lies over everything. */
  now(): { x: number; y: number; zoom: number; over: { colour: string; opacity: number }[] } {
    const now = { x: 0, y: 0, zoom: 1, over: [] as { colour: string; opacity: number }[] }
    for (const { what, left } of this.#running) {
      const share = Math.max(0, left / (what.seconds || 1))
      if (what.kind === 'shake') {
        now.x += Math.sin(this.#turn * 2.3) * what.amount * share
        now.y += Math.cos(this.#turn * 3.1) * what.amount * share
      } else if (what.kind === 'zoom') now.zoom *= 1 + (what.amount - 1) * share * share
      else now.over.push({ colour: what.colour, opacity: what.amount * share })
    }
    return now
  }
}
