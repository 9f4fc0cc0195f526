/** The ferry: what it does with steam and helm, and where its parts are. */
import { type Ground, SPOTS } from './places.ts'
import { TICK } from './walker.ts'

const MOST = 285
const HALF = 105
const DECK = -20

export class Boat {
  x = -MOST
  v = 0
  /** How hot the stove is, 0 to 1. */
  heat = 0
  before = -MOST
  #rocked = 0

  /** @param helm −1, 0, 1 @param hauled what the winch pulls with, px/s² */
  step(helm: number, hauled: number): void {
    this.before = this.x
    this.#rocked += TICK
    this.heat = Math.max(0, this.heat - 0.012 * TICK)
    if (this.heat < 0.02) this.heat = 0
    const power = this.heat > 0 ? 46 + 70 * this.heat : 0
    const drag = Math.abs(this.x - SPOTS.eddy) < 60 ? 1.7 : 0.7
    // Ropes keep it where it landed until it is steered.
    const moored = helm === 0 && hauled === 0 && Math.abs(this.x) > MOST - 30 ? Math.sign(this.x) * 60 : 0
    this.v += (helm * power + hauled + moored - this.v * drag) * TICK
    this.x += this.v * TICK
    if (Math.abs(this.x) > MOST) {
      this.x = Math.sign(this.x) * MOST
      this.v = 0
    }
  }

  /** How much the deck goes up and down, px. */
  get rock(): number {
    return Math.sin(this.#rocked * 1.7) * 1.5
  }

  get grounds(): readonly Ground[] {
    const { x } = this
    return [
      { id: 'deck', x: x - HALF, y: DECK, w: HALF * 2, h: 8, oneWay: true },
      { id: 'cabin', x: x - 18, y: DECK - 40, w: 64, h: 8, oneWay: true },
    ]
  }

  get isAtQuay(): boolean {
    return this.x < -MOST + 20
  }

  get isAtPier(): boolean {
    return this.x > MOST - 20
  }

  /** Middles of its parts. */
  get stove(): readonly [number, number] {
    return [this.x - 62, DECK]
  }

  get funnel(): readonly [number, number] {
    return [this.x - 34, DECK - 44]
  }

  get wheel(): readonly [number, number] {
    return [this.x + 72, DECK]
  }

  /** Where it pushes the water, and where it leaves it. */
  end(way: number): readonly [number, number] {
    return [this.x + way * 92, 2]
  }
}
