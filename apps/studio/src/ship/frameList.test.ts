import { describe, expect, it } from 'vitest'
import { heldBy, movedTo, readTimes, timedFrom, withoutFrame, withoutGone } from './frameList.ts'

const list = [0, 5, 10, 15].map((tick) => ({ tick, hold: 1 }))
const holds = (made: readonly { readonly hold: number }[]): number[] => made.map(({ hold }) => hold)
const ticks = (made: readonly { readonly tick: number }[]): number[] => made.map(({ tick }) => tick)

describe('times of frames as people type them', () => {
  it.each([
    ['120 ms', [1.2]],
    ['120', [1.2]],
    ['0,12 s', [1.2]],
    ['2x', [2]],
    ['80 80 120 ms', [0.8, 0.8, 1.2]],
    ['1 2 1 x', [1, 2, 1]],
    ['100 ms; 0.2 s', [1, 2]],
    ['100 ms 2x', [1, 2]],
  ])('%s', (text, expected) => expect(readTimes(text, 10)).toEqual(expected))

  it.each(['', 'soon', '-5 ms', '0', '1 ms', '2000 s', '5 px', '1e9'])('%s is none', (text) =>
    expect(readTimes(text, 10)).toBeNull(),
  )

  it('go to the frames from the shown one on, as many as there are', () => {
    expect(holds(timedFrom(list, 1, [2, 3]))).toEqual([1, 2, 3, 1])
    expect(holds(timedFrom(list, 3, [2, 3]))).toEqual([1, 1, 1, 2])
  })
})

describe('a list of frames', () => {
  it('is reordered, held, thinned', () => {
    expect(ticks(movedTo(list, 0, 2))).toEqual([5, 10, 0, 15])
    expect(holds(heldBy(list, 1, 1))).toEqual([1, 2, 1, 1])
    expect(holds(heldBy(heldBy(list, 1, -1), 1, -1))).toEqual([1, 0.25, 1, 1])
    expect(ticks(withoutFrame(list, 1))).toEqual([0, 10, 15])
    expect(ticks(withoutGone(list, [true, false, false, true]))).toEqual([5, 10])
    expect(withoutGone(list, [true, true, true, true])).toEqual(list)
    expect(withoutFrame(list.slice(0, 1), 0)).toEqual(list.slice(0, 1))
  })
})
