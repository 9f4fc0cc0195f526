/** A grid over the edges, so that a particle is held only against those near its way. */
import type { EdgeSet } from './edges.ts'

/** Cells of at least this size, at most so many along a side. */
const CELL = 48
const SIDE_LIMIT = 256

export class EdgeGrid {
  readonly edges: EdgeSet
  /** Edges of cell c: `list[first[c]]` up to `list[first[c + 1]]`, ascending. */
  readonly first: Int32Array
  readonly list: Int32Array
  readonly columns: number
  readonly rows: number
  readonly #left: number
  readonly #top: number
  readonly #perPx: number

  constructor(edges: EdgeSet) {
    this.edges = edges
    let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity]
    const boxes = Array.from({ length: edges.count }, (_, k) => boxOf(edges, k))
    for (const [l, t, r, b] of boxes) {
      left = Math.min(left, l)
      top = Math.min(top, t)
      right = Math.max(right, r)
      bottom = Math.max(bottom, b)
    }
    if (edges.count === 0) left = top = right = bottom = 0
    const cell = Math.max(CELL, (right - left) / SIDE_LIMIT, (bottom - top) / SIDE_LIMIT)
    this.#left = left
    this.#top = top
    this.#perPx = 1 / cell
    this.columns = Math.floor((right - left) / cell) + 1
    this.rows = Math.floor((bottom - top) / cell) + 1
    const cells: number[][] = Array.from({ length: this.columns * this.rows }, () => [])
    boxes.forEach(([l, t, r, b], k) => {
      for (let y = this.row(t); y <= this.row(b); y++)
        for (let x = this.column(l); x <= this.column(r); x++)
          if (crosses(edges, k, left + x * cell, top + y * cell, cell)) cells[y * this.columns + x]!.push(k)
    })
    this.first = new Int32Array(cells.length + 1)
    cells.forEach((edgesOfCell, c) => (this.first[c + 1] = this.first[c]! + edgesOfCell.length))
    this.list = Int32Array.from(cells.flat())
  }

  /** Column of a place, clamped to the grid. */
  column(x: number): number {
    const c = Math.floor((x - this.#left) * this.#perPx)
    return c < 0 ? 0 : c >= this.columns ? this.columns - 1 : c
  }

  row(y: number): number {
    const r = Math.floor((y - this.#top) * this.#perPx)
    return r < 0 ? 0 : r >= this.rows ? this.rows - 1 : r
  }
}

/** What an edge covers within the tick, with a pixel around it. */
const boxOf = (
  { x, y, tx, ty, length, nx, wx, wy }: EdgeSet,
  k: number,
): [number, number, number, number] => {
  const circle = length[k]! < 0
  const r = circle ? nx[k]! : 0
  const endX = circle ? x[k]! : x[k]! + tx[k]! * length[k]!
  const endY = circle ? y[k]! : y[k]! + ty[k]! * length[k]!
  const low = (a: number, b: number, w: number): number => Math.min(a, b, a + w, b + w) - r - 1
  const high = (a: number, b: number, w: number): number => Math.max(a, b, a + w, b + w) + r + 1
  return [
    low(x[k]!, endX, wx[k]!),
    low(y[k]!, endY, wy[k]!),
    high(x[k]!, endX, wx[k]!),
    high(y[k]!, endY, wy[k]!),
  ]
}

/** Whether a slanted edge that stands still really comes near a cell of its box. */
const crosses = (
  { x, y, nx, ny, length, wx, wy }: EdgeSet,
  k: number,
  left: number,
  top: number,
  size: number,
): boolean => {
  if (length[k]! < 0 || wx[k] !== 0 || wy[k] !== 0) return true
  const distance = (left + size / 2 - x[k]!) * nx[k]! + (top + size / 2 - y[k]!) * ny[k]!
  return Math.abs(distance) <= ((Math.abs(nx[k]!) + Math.abs(ny[k]!)) * size) / 2 + 1
}
