/** Which cells of the table are marked, and how keys and presses change that. Pure. */

/** A place in the table: row and column from 0. */
export interface At {
  readonly row: number
  readonly column: number
}

export interface Marks {
  /** Where the keyboard is. */
  readonly active: At
  /** Where a block began that Shift extends. */
  readonly anchor: At
  readonly marked: ReadonlySet<string>
}

export const NO_MARKS: Marks = {
  active: { row: 0, column: 0 },
  anchor: { row: 0, column: 0 },
  marked: new Set(),
}

/** The table as far as marks need it. */
export interface Grid {
  readonly rows: number
  readonly columns: number
  /** Name of the cell; null for one that means nothing. */
  readonly keyAt: (at: At) => string | null
}

const STEPS: Readonly<Record<string, readonly [row: number, column: number]>> = {
  ArrowUp: [-1, 0],
  ArrowDown: [1, 0],
  ArrowLeft: [0, -1],
  ArrowRight: [0, 1],
  PageUp: [-10, 0],
  PageDown: [10, 0],
  Home: [0, -Infinity],
  End: [0, Infinity],
}

const within = (value: number, count: number): number => Math.max(0, Math.min(count - 1, value))

/** Cells of a block between two of its corners. */
export const blockOf = (grid: Grid, a: At, b: At): string[] => {
  const keys: string[] = []
  for (let row = Math.min(a.row, b.row); row <= Math.max(a.row, b.row); row++)
    for (let column = Math.min(a.column, b.column); column <= Math.max(a.column, b.column); column++) {
      const key = grid.keyAt({ row, column })
      if (key !== null) keys.push(key)
    }
  return keys
}

/** Where a key goes: alone it marks the cell, with Shift the block from where it began. */
export const moved = (marks: Marks, grid: Grid, key: string, extend: boolean): Marks | null => {
  const step = STEPS[key]
  if (!step) return null
  const active = {
    row: within(marks.active.row + step[0], grid.rows),
    column: within(marks.active.column + step[1], grid.columns),
  }
  const anchor = extend ? marks.anchor : active
  return { active, anchor, marked: new Set(blockOf(grid, anchor, active)) }
}

/** Marks cells, or unmarks them when all of them are. */
export const toggled = (marks: Marks, keys: readonly string[], active: At = marks.active): Marks => {
  const all = keys.every((key) => marks.marked.has(key))
  return {
    active,
    anchor: active,
    marked: new Set(
      all ? [...marks.marked].filter((key) => !keys.includes(key)) : [...marks.marked, ...keys],
    ),
  }
}

/** A press on a cell: it is marked or unmarked; with Shift, the block from where one was last. */
export const pressed = (marks: Marks, grid: Grid, at: At, extend: boolean): Marks => {
  const key = grid.keyAt(at)
  if (extend) return { ...marks, active: at, marked: new Set(blockOf(grid, marks.anchor, at)) }
  return key === null ? { ...marks, active: at, anchor: at } : toggled(marks, [key], at)
}
