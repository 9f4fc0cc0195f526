/** What a linked game's pictures cost. */
import type { Frame, ViewRect } from '@gliv/model'
import { coveredPixels } from '../draw/covered.ts'
import type { GameCost } from './messages.ts'

/** ms between two turns of a screen of 60 a second. */
const TURN_MS = 1000 / 60

export class Costs {
  #pictures = 0
  #ms = 0
  #dropped = 0
  #last = 0
  #request = 0

  constructor() {
    if (typeof requestAnimationFrame === 'undefined') return
    const turn = (at: number): void => {
      if (this.#last > 0) this.#add(at - this.#last)
      this.#last = at
      this.#request = requestAnimationFrame(turn)
    }
    this.#request = requestAnimationFrame(turn)
  }

  #add(ms: number): void {
    // A hidden page draws nothing.
    if (ms > 1000) return
    this.#pictures++
    this.#ms += ms
    this.#dropped += Math.max(0, Math.round(ms / TURN_MS) - 1)
  }

  /** Since the last call. @param frames of all layers, each read before the next is made */
  take(frames: Iterable<Frame>, view: ViewRect | undefined): GameCost {
    const area = view ? view.w * view.h : 0
    let [alive, draws, covered] = [0, 0, 0]
    for (const frame of frames) {
      alive += frame.count
      draws += frame.batchCount
      if (area > 0) covered += coveredPixels(frame, { x: 0, y: 0, zoom: 1 }, area)
    }
    const cost = {
      ...{ alive, draws, overdraw: area > 0 ? covered / area : 0 },
      frameMs: this.#pictures > 0 ? this.#ms / this.#pictures : 0,
      dropped: this.#dropped,
    }
    this.#pictures = this.#ms = this.#dropped = 0
    return cost
  }

  dispose(): void {
    if (this.#request !== 0) cancelAnimationFrame(this.#request)
  }
}
