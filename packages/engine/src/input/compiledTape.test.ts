import type { Tape } from '@gliv/model'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { emptyPose } from '../geometry/pose.ts'
import { compileTape } from './compiledTape.ts'
import { LiveTape } from './liveTape.ts'

const at = (tape: Tape, ticks: number): [number, number] => {
  const out = emptyPose()
  compileTape(tape, { x: 5, y: 7 }).poseInto(ticks, out)
  return [out.x, out.y]
}

describe('a tape', () => {
  it('is linear between moves, jumps at a teleport, and stays at its last place', () => {
    const tape: Tape = [
      { tick: 10, do: 'move', x: 25, y: 7 },
      { tick: 20, do: 'teleport', x: 100, y: 0 },
      { tick: 30, do: 'move', x: 100, y: 40 },
    ]
    expect(at(tape, 0)).toEqual([5, 7])
    expect(at(tape, 5)).toEqual([15, 7])
    expect(at(tape, 19.9)).toEqual([25, 7])
    expect(at(tape, 20)).toEqual([100, 0])
    expect(at(tape, 25)).toEqual([100, 20])
    expect(at(tape, 999)).toEqual([100, 40])
  })

  it('switches emission at its ticks; a stop is for good', () => {
    const tape = compileTape([
      { tick: 3, do: 'emit', on: false },
      { tick: 6, do: 'emit', on: true },
      { tick: 9, do: 'stop' },
      { tick: 12, do: 'emit', on: true },
    ])
    expect([2.9, 3, 5.9, 6, 8.9, 9, 13].map((t) => tape.emitsAt(t, Math.ceil(t)))).toEqual([
      true,
      false,
      false,
      true,
      true,
      true,
      true,
    ])
    expect([tape.stopTick(), tape.endTick(), compileTape([]).endTick()]).toEqual([9, 9, Infinity])
  })

  it.each([
    [
      [
        { tick: 5, do: 'stop' },
        { tick: 4, do: 'stop' },
      ],
      /tape\[1\].tick: 4 is not a whole tick at or after 5/,
    ],
    [[{ tick: 1.5, do: 'stop' }], /1.5 is not a whole tick/],
    [[{ tick: 0, do: 'move', x: Number.NaN, y: 0 }], /x is NaN; it must be a finite number/],
    [[{ tick: 0, do: 'move' }], /says no x, y, rotate, scale or mirror/],
    [[{ tick: 0, do: 'move', scale: -1 }], /scale is -1; it must be from 0.001/],
    [[{ tick: 0, do: 'view', x: 0, y: 0, w: 0, h: 9 }], /the view is 0 × 9/],
  ] as const)('refuses %j in words', (tape, message) => {
    expect(() => compileTape(tape)).toThrow(message)
  })
})

describe('a pose', () => {
  const read = (tape: Tape, ticks: number) => {
    const out = emptyPose()
    compileTape(tape, { rotate: 170, scale: 2 }).poseInto(ticks, out)
    return out
  }
  it('turns the shorter way, scales in a straight line, and jumps to its mirror', () => {
    const tape: Tape = [{ tick: 10, do: 'move', rotate: -170, scale: 4, mirror: true }]
    expect(read(tape, 5)).toEqual({ x: 0, y: 0, rotate: 180, scale: 3, mirror: false })
    expect(read(tape, 10)).toEqual({ x: 0, y: 0, rotate: -170, scale: 4, mirror: true })
  })

  it('keeps what an entry does not say', () => {
    expect(
      read(
        [
          { tick: 4, do: 'teleport', x: 9 },
          { tick: 8, do: 'move', y: 8 },
        ],
        6,
      ),
    ).toEqual({ x: 9, y: 4, rotate: 170, scale: 2, mirror: false })
  })

  it('moves the view in a straight line', () => {
    const out = { x: 0, y: 0, w: 0, h: 0 }
    compileTape(
      [{ tick: 10, do: 'view', x: 100, y: 20, w: 40, h: 20 }],
      {},
      { x: 0, y: 0, w: 20, h: 10 },
    ).viewInto(5, out)
    expect(out).toEqual({ x: 50, y: 10, w: 30, h: 15 })
  })
})

describe('a live tape', () => {
  it('gives the same places as a recorded one of the same moves', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(fc.integer({ min: -99, max: 99 }), fc.integer({ min: -99, max: 99 }), fc.boolean()),
          { minLength: 1, maxLength: 12 },
        ),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (moves, part) => {
          const live = new LiveTape()
          live.advance(0)
          const recorded = compileTape([
            { tick: 0, do: 'move', x: 0, y: 0 },
            ...moves.map(([x, y, jump], i) => ({
              tick: i + 1,
              do: jump ? ('teleport' as const) : ('move' as const),
              x,
              y,
            })),
          ])
          const [a, b] = [emptyPose(), emptyPose()]
          moves.forEach(([x, y, jump], i) => {
            live.moveTo({ x, y }, jump)
            live.advance(i + 1)
            // On the way to the tick; a jump is all at its end, on both.
            const ticks = i + part < i + 1 - 1e-8 ? i + part : i + 1
            live.poseInto(ticks, a)
            recorded.poseInto(ticks, b)
            expect(Math.abs(a.x - b.x) + Math.abs(a.y - b.y)).toBeLessThan(1e-6)
          })
        },
        // A moment a hair before a tick is at it in a game, which matters where it jumps.
      ),
      { numRuns: 400 },
    )
  })
})
