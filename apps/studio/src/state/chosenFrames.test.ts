import { describe, expect, it } from 'vitest'
import { framesAfter } from './chosenFrames.ts'

const press = (before: readonly number[], last: number, frame: number, keys = '') =>
  framesAfter(before, last, frame, { shift: keys.includes('s'), ctrl: keys.includes('c') })

describe('frames chosen together', () => {
  it('a press chooses one, Shift a run either way, Ctrl one more or less, both a further run', () => {
    expect(press([2, 3], 3, 7)).toEqual([7])
    expect(press([3], 3, 6, 's')).toEqual([3, 4, 5, 6])
    expect(press([6], 6, 3, 's')).toEqual([3, 4, 5, 6])
    expect(press([], 2, 5, 'c')).toEqual([2, 5])
    expect(press([2, 5], 5, 2, 'c')).toEqual([5])
    expect(press([5], 5, 5, 'c')).toEqual([5])
    expect(press([1, 2], 7, 9, 'sc')).toEqual([1, 2, 7, 8, 9])
  })
})
