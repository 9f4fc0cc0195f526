import { describe, expect, it } from 'vitest'
import { blockOf, type Grid, type Marks, moved, NO_MARKS, pressed, toggled } from './tableMarks.ts'

/** Four rows, three columns; the second row means nothing for the last column. */
const grid: Grid = {
  rows: 4,
  columns: 3,
  keyAt: ({ row, column }) => (row === 1 && column === 2 ? null : `${row}${column}`),
}
const keys = ({ marked }: Marks): string[] => [...marked].toSorted()
const go = (marks: Marks, ...presses: string[]): Marks => {
  let at = marks
  for (const press of presses)
    at = moved(at, grid, press.replace('Shift+', ''), press.startsWith('Shift+')) ?? at
  return at
}

describe('marks of the table', () => {
  it('arrow keys go from cell to cell and stay inside', () => {
    const at = go(NO_MARKS, 'ArrowDown', 'ArrowRight', 'ArrowUp', 'ArrowUp', 'End', 'ArrowRight')
    expect([at.active, keys(at)]).toEqual([{ row: 0, column: 2 }, ['02']])
    expect(moved(at, grid, 'x', false)).toBeNull()
  })

  it('Shift marks the block from where it began, without cells that mean nothing', () => {
    const at = go(NO_MARKS, 'ArrowRight', 'Shift+ArrowRight', 'Shift+ArrowDown')
    expect(keys(at)).toEqual(['01', '02', '11'])
    expect(keys(go(at, 'Shift+ArrowUp', 'Shift+ArrowLeft', 'Shift+ArrowLeft'))).toEqual(['00', '01'])
  })

  it('presses mark and unmark; with Shift a block; a row’s name all of its cells or none', () => {
    const one = pressed(NO_MARKS, grid, { row: 2, column: 0 }, false)
    expect(keys(pressed(one, grid, { row: 3, column: 1 }, true))).toEqual(['20', '21', '30', '31'])
    expect(keys(pressed(one, grid, { row: 2, column: 0 }, false))).toEqual([])
    const row = toggled(one, ['20', '21', '22'])
    expect(keys(row)).toEqual(['20', '21', '22'])
    expect(keys(toggled(row, ['20', '21', '22']))).toEqual([])
  })

  it('a block has the same cells from whichever corner', () => {
    const [a, b] = [
      { row: 3, column: 0 },
      { row: 1, column: 2 },
    ]
    expect(blockOf(grid, a, b)).toEqual(blockOf(grid, b, a))
    expect(blockOf(grid, a, b)).toHaveLength(8)
  })
})
