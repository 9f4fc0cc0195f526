/** What the picture costs, on a key: effects, particles, draw calls, milliseconds, pictures left out. */
import { part } from './parts.ts'
import type { FerryPlayer } from './show.ts'

const EVERY_MS = 250
/** A picture later than this, in ms, counts as left out for each screen's turn that it missed. */
const TURN_MS = 1000 / 60

export class Figures {
  readonly #place = part('figures')
  #sum = { pictures: 0, ticks: 0, draws: 0, between: 0, dropped: 0 }
  #since = 0

  get on(): boolean {
    return !this.#place.hidden
  }

  toggle(): void {
    this.#place.hidden = !this.#place.hidden
  }

  /** @param ticks ms of the tick's work @param draws ms of drawing @param between ms since the last picture */
  add(ticks: number, draws: number, between: number): void {
    const sum = this.#sum
    sum.pictures++
    sum.ticks += ticks
    sum.draws += draws
    sum.between += between
    sum.dropped += Math.max(0, Math.round(between / TURN_MS) - 1)
  }

  show(now: number, player: FerryPlayer): void {
    if (!this.on || now - this.#since < EVERY_MS) return
    this.#since = now
    const { pictures, ticks, draws, between, dropped } = this.#sum
    const n = pictures || 1
    // As they are drawn: layer by layer.
    const calls = player.layers.reduce((sum, layer) => sum + player.frame(layer).batchCount, 0)
    const ms = (sum: number): string => (sum / n).toFixed(1)
    this.#place.textContent = [
      `${player.playing} effects`,
      `${player.alive} particles`,
      `${calls} draw calls`,
      `${ms(ticks)} ms ticks`,
      `${ms(draws)} ms drawing`,
      `${ms(between)} ms a picture`,
      `${dropped} left out`,
    ].join(' · ')
    this.#sum = { pictures: 0, ticks: 0, draws: 0, between: 0, dropped: 0 }
  }
}
