/**
 * The first edge on a straight way, at any speed. Works on cells of its own, so that nothing is left behind.
 */
import type { EdgeGrid } from './edgeGrid.ts'

/**
 * How far along an edge its ends reach further, so that nothing slips between two of them: a hundredth of the
 * skin.
 */
const END_SLACK = 1e-9
/**
 * Particles keep this distance from what they touch. They step back along their own way for it, which was
 * free.
 */
export const SKIN = 1e-7
const PARALLEL = 1e-12
/** A way over more cells is held against all edges. */
const CELL_LIMIT = 96

/** The first edge on one way after the other; it reads `way` and writes `hit`. */
export class Sweep {
  /** In: place, way, and the share of the tick that has passed. */
  readonly way = new Float64Array(5)
  /** Out: share of the way at which it touches, outward normal. */
  readonly hit = new Float64Array(3)
  #best = 1
  #bestEdge = -1

  /**
   * Index of the first edge that the way touches, −1 for none. Among several at once the one with the lowest
   * number counts.
   */
  first(grid: EdgeGrid): number {
    this.#best = 1
    this.#bestEdge = -1
    const { way } = this
    const x = way[0]!
    const y = way[1]!
    const c0 = grid.column(way[2]! < 0 ? x + way[2]! : x)
    const c1 = grid.column(way[2]! < 0 ? x : x + way[2]!)
    const r0 = grid.row(way[3]! < 0 ? y + way[3]! : y)
    const r1 = grid.row(way[3]! < 0 ? y : y + way[3]!)
    if ((c1 - c0 + 1) * (r1 - r0 + 1) > CELL_LIMIT)
      for (let k = 0; k < grid.edges.count; k++) this.#tryEdge(grid, k)
    else
      for (let row = r0; row <= r1; row++)
        for (let cell = row * grid.columns + c0; cell <= row * grid.columns + c1; cell++)
          for (let j = grid.first[cell]!; j < grid.first[cell + 1]!; j++) this.#tryEdge(grid, grid.list[j]!)
    this.hit[0] = this.#best
    return this.#bestEdge
  }

  #tryEdge(grid: EdgeGrid, k: number): void {
    const { x, y, tx, ty, length, nx, ny, wx, wy, slack } = grid.edges
    const { way, hit } = this
    const at = way[4]!
    const left = 1 - at
    const rx = way[0]! - x[k]! - wx[k]! * at
    const ry = way[1]! - y[k]! - wy[k]! * at
    const dx = way[2]! - wx[k]! * left
    const dy = way[3]! - wy[k]! * left
    const reach = length[k]!
    if (reach < 0) {
      this.#tryCircle(k, rx, ry, dx, dy, nx[k]!)
      return
    }
    const toward = dx * nx[k]! + dy * ny[k]!
    // Along the edge, but for a rounding, touches nothing.
    if (toward >= -PARALLEL * (Math.abs(dx) + Math.abs(dy))) return
    const before = rx * nx[k]! + ry * ny[k]!
    if (before < -slack[k]! || before + toward >= 0) return
    const t = before > 0 ? before / -toward : 0
    if (!this.#isSooner(t, k)) return
    const along = (rx + dx * t) * tx[k]! + (ry + dy * t) * ty[k]!
    if (along < -END_SLACK || along > reach + END_SLACK) return
    this.#best = t
    this.#bestEdge = k
    hit[1] = nx[k]!
    hit[2] = ny[k]!
  }

  #tryCircle(k: number, rx: number, ry: number, dx: number, dy: number, radius: number): void {
    const { hit } = this
    const a = dx * dx + dy * dy
    const b = rx * dx + ry * dy
    const c = rx * rx + ry * ry - radius * radius
    // Moving away, or inside already: what is born inside may leave.
    if (b >= 0 || c < -2 * radius * END_SLACK || a === 0) return
    const root = b * b - a * c
    if (root < 0) return
    const t = c > 0 ? c / (-b + Math.sqrt(root)) : 0
    if (t > 1 || !this.#isSooner(t, k)) return
    this.#best = t
    this.#bestEdge = k
    const nx = rx + dx * t
    const ny = ry + dy * t
    const length = Math.sqrt(nx * nx + ny * ny)
    hit[1] = length > 0 ? nx / length : 0
    hit[2] = length > 0 ? ny / length : -1
  }

  /** Before what was found, or at the same place with a lower number. */
  #isSooner(t: number, k: number): boolean {
    return t < this.#best || (t === this.#best && (this.#bestEdge < 0 || k < this.#bestEdge))
  }
}

/**
 * The nearest surface within `reach` of a place at the tick's start; false when there is none. `out` gets the vector
 * from the nearest edge that the place is in front of to the place, and its length.
 */
export const nearestWithin = (
  grid: EdgeGrid,
  px: number,
  py: number,
  reach: number,
  out: Float64Array,
): boolean => {
  const { x, y, tx, ty, length, nx, ny } = grid.edges
  let least = reach
  let found = false
  for (let row = grid.row(py - reach); row <= grid.row(py + reach); row++)
    for (let column = grid.column(px - reach); column <= grid.column(px + reach); column++) {
      const cell = row * grid.columns + column
      for (let j = grid.first[cell]!; j < grid.first[cell + 1]!; j++) {
        const k = grid.list[j]!
        const rx = px - x[k]!
        const ry = py - y[k]!
        let vx: number
        let vy: number
        if (length[k]! < 0) {
          const d = Math.sqrt(rx * rx + ry * ry)
          if (d <= nx[k]!) continue
          vx = rx * (1 - nx[k]! / d)
          vy = ry * (1 - nx[k]! / d)
        } else {
          if (rx * nx[k]! + ry * ny[k]! < 0) continue
          const along = Math.min(length[k]!, Math.max(0, rx * tx[k]! + ry * ty[k]!))
          vx = rx - tx[k]! * along
          vy = ry - ty[k]! * along
        }
        const d = Math.sqrt(vx * vx + vy * vy)
        if (d >= least || d === 0) continue
        least = d
        found = true
        out[0] = vx
        out[1] = vy
        out[2] = d
      }
    }
  return found
}
