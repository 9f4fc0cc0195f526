import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Tape } from '@gliv/model'
import { compileTape, LiveTape } from './tape.ts'

const at = (tape: Tape, ticks: number): [number, number] => {
  const out = new Float64Array(2)
  compileTape(tape, 5, 7).positionInto(ticks, out)
  return [out[0]!, out[1]!]
}

describe('a tape', () => {
  it('is linear between moves, jumps at a teleport, and stays at its last place', () => {
    const tape: Tape = [{ tick: 10, do: 'move', x: 25, y: 7 }, { tick: 20, do: 'teleport', x: 100, y: 0 }, { tick: 30, do: 'move', x: 100, y: 40 }]
    expect(at(tape, 0)).toEqual([5, 7])
    expect(at(tape, 5)).toEqual([15, 7])
    expect(at(tape, 19.9)).toEqual([25, 7])
    expect(at(tape, 20)).toEqual([100, 0])
    expect(at(tape, 25)).toEqual([100, 20])
    expect(at(tape, 999)).toEqual([100, 40])
  })

  it('switches emission at its ticks; a stop is for good', () => {
    const tape = compileTape([{ tick: 3, do: 'emit', on: false }, { tick: 6, do: 'emit', on: true }, { tick: 9, do: 'stop' }, { tick: 12, do: 'emit', on: true }], 0, 0)
    expect([2.9, 3, 5.9, 6, 8.9, 9, 13].map((t) => tape.emitsAt(t))).toEqual([true, false, false, true, true, false, false])
    expect([tape.endTick(), compileTape([], 0, 0).endTick()]).toEqual([9, Infinity])
  })

  it.each([
    [[{ tick: 5, do: 'stop' }, { tick: 4, do: 'stop' }], /tape\[1\].tick: 4 is not a whole tick at or after 5/],
    [[{ tick: 1.5, do: 'stop' }], /1.5 is not a whole tick/],
    [[{ tick: 0, do: 'move', x: Number.NaN, y: 0 }], /not both finite/],
  ] as const)('refuses %j in words', (tape, message) => {
    expect(() => compileTape(tape, 0, 0)).toThrow(message)
  })
})

describe('a live tape', () => {
  it('gives the same places as a recorded one of the same moves', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.integer({ min: -99, max: 99 }), fc.integer({ min: -99, max: 99 }), fc.boolean()), { minLength: 1, maxLength: 12 }), fc.double({ min: 0, max: 1, noNaN: true }), (moves, part) => {
        const live = new LiveTape(0, 0)
        live.advance(0)
        const recorded = compileTape([{ tick: 0, do: 'move', x: 0, y: 0 }, ...moves.map(([x, y, jump], i) => ({ tick: i + 1, do: jump ? ('teleport' as const) : ('move' as const), x, y }))], 0, 0)
        const [a, b] = [new Float64Array(2), new Float64Array(2)]
        moves.forEach(([x, y, jump], i) => {
          live.moveTo(x, y, jump)
          live.advance(i + 1)
          // On the way to the tick; a jump is all at its end.
          const ticks = jump ? i + 1 : i + part
          live.positionInto(ticks, a)
          recorded.positionInto(ticks, b)
          expect(Math.abs(a[0]! - b[0]!) + Math.abs(a[1]! - b[1]!)).toBeLessThan(1e-9)
        })
      }),
    )
  })
})
