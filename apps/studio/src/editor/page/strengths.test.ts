import { describe, expect, it } from 'vitest'
import { readStrengths } from './StrengthRows.tsx'

describe('factors at strengths, typed', () => {
  it.each([
    [
      '0.5:70 2:150',
      [
        [0.5, 0.7],
        [2, 1.5],
      ],
    ],
    [
      '0:0; 2:200%',
      [
        [0, 0],
        [2, 2],
      ],
    ],
    ['', []],
  ])('%s', (text, points) => expect(readStrengths(text)).toEqual(points))

  it.each(['2:100 1:50', '9:100', '1', '1:x', '1:-5'])('%s means nothing', (text) =>
    expect(readStrengths(text)).toBeNull(),
  )
})
