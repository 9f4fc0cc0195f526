/** How actors go along surfaces: as a circle at their feet, held against the engine's own edges. */
import { SKIN, Surroundings, Sweep } from '@gliv/engine'
import type { Actor, Surface } from '@gliv/model'
import type { ActorNow, Touch } from './actorNow.ts'

/** Most times that a way is bent by what it touches, in one tick. */
const SLIDES = 4

export class Bodies {
  readonly #surroundings: Surroundings
  readonly #sweep = new Sweep()

  constructor(surfaces: readonly Surface[]) {
    this.#surroundings = new Surroundings(surfaces)
  }

  /** Moves an actor along a way and slides along what is there. */
  move(now: ActorNow, { numbers: { radius } }: Actor, dx: number, dy: number, touch: Touch): void {
    const { way, hit } = this.#sweep
    const grid = this.#surroundings.grid(radius)
    let [wayX, wayY] = [dx, dy]
    for (let k = 0; k < SLIDES && (wayX !== 0 || wayY !== 0); k++) {
      way[0] = now.x
      way[1] = now.y - radius
      way[2] = wayX
      way[3] = wayY
      way[4] = 0
      const edge = this.#surroundings.empty ? -1 : this.#sweep.first(grid)
      if (edge < 0) {
        now.x += wayX
        now.y += wayY
        return
      }
      const length = Math.sqrt(wayX * wayX + wayY * wayY)
      const share = Math.max(0, hit[0]! - SKIN / length)
      const [nx, ny] = [hit[1]!, hit[2]!]
      now.x += wayX * share
      now.y += wayY * share
      if (touch(nx, ny)) return
      const left = 1 - share
      const into = (wayX * nx + wayY * ny) * left
      wayX = wayX * left - nx * into
      wayY = wayY * left - ny * into
    }
  }
}
