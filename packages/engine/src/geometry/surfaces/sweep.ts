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

/** In: place, way, and the share of the tick that has passed. */
export const WAY = new Float64Array(5)
/** Out: share of the way at which it touches, outward normal. */
export const HIT = new Float64Array(3)

let best = 1
let bestEdge = -1

const tryEdge = (grid: EdgeGrid, k: number): void => {
  const { x, y, tx, ty, length, nx, ny, wx, wy, slack } = grid.edges
  const at = WAY[4]!
  const left = 1 - at
  const rx = WAY[0]! - x[k]! - wx[k]! * at
  const ry = WAY[1]! - y[k]! - wy[k]! * at
  const dx = WAY[2]! - wx[k]! * left
  const dy = WAY[3]! - wy[k]! * left
  const reach = length[k]!
  if (reach < 0) {
    tryCircle(k, rx, ry, dx, dy, nx[k]!)
    return
  }
  const toward = dx * nx[k]! + dy * ny[k]!
  // Along the edge, but for a rounding, touches nothing.
  if (toward >= -PARALLEL * (Math.abs(dx) + Math.abs(dy))) return
  const before = rx * nx[k]! + ry * ny[k]!
  if (before < -slack[k]! || before + toward >= 0) return
  const t = before > 0 ? before / -toward : 0
  if (t > best || (t === best && bestEdge >= 0 && k >= bestEdge)) return
  const along = (rx + dx * t) * tx[k]! + (ry + dy * t) * ty[k]!
  if (along < -END_SLACK || along > reach + END_SLACK) return
  best = t
  bestEdge = k
  HIT[1] = nx[k]!
  HIT[2] = ny[k]!
}

const tryCircle = (k: number, rx: number, ry: number, dx: number, dy: number, radius: number): void => {
  const a = dx * dx + dy * dy
  const b = rx * dx + ry * dy
  const c = rx * rx + ry * ry - radius * radius
  // Moving away, or inside already: what is born inside may leave.
  if (b >= 0 || c < -2 * radius * END_SLACK || a === 0) return
  const root = b * b - a * c
  if (root < 0) return
  const t = c > 0 ? c / (-b + Math.sqrt(root)) : 0
  if (t > 1 || t > best || (t === best && bestEdge >= 0 && k >= bestEdge)) return
  best = t
  bestEdge = k
  const nx = rx + dx * t
  const ny = ry + dy * t
  const length = Math.sqrt(nx * nx + ny * ny)
  HIT[1] = length > 0 ? nx / length : 0
  HIT[2] = length > 0 ? ny / length : -1
}

/**
 * Index of the first edge that the way in `WAY` touches, −1 for none; fills `HIT`. Among several at once the
 * one with the lowest number counts.
 */
export const sweep = (grid: EdgeGrid): number => {
  best = 1
  bestEdge = -1
  const x = WAY[0]!
  const y = WAY[1]!
  const c0 = grid.column(WAY[2]! < 0 ? x + WAY[2]! : x)
  const c1 = grid.column(WAY[2]! < 0 ? x : x + WAY[2]!)
  const r0 = grid.row(WAY[3]! < 0 ? y + WAY[3]! : y)
  const r1 = grid.row(WAY[3]! < 0 ? y : y + WAY[3]!)
  if ((c1 - c0 + 1) * (r1 - r0 + 1) > CELL_LIMIT) for (let k = 0; k < grid.edges.count; k++) tryEdge(grid, k)
  else
    for (let row = r0; row <= r1; row++)
      for (let cell = row * grid.columns + c0; cell <= row * grid.columns + c1; cell++)
        for (let j = grid.first[cell]!; j < grid.first[cell + 1]!; j++) tryEdge(grid, grid.list[j]!)
  HIT[0] = best
  return bestEdge
}

/** Out: vector from the nearest edge that it is in front of to the place, and its length. */
export const NEAREST = new Float64Array(3)

/** The nearest surface within `reach` of a place at the tick's start; false when there is none. */
export const nearestWithin = (grid: EdgeGrid, px: number, py: number, reach: number): boolean => {
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
        NEAREST[0] = vx
        NEAREST[1] = vy
        NEAREST[2] = d
      }
    }
  return found
}
