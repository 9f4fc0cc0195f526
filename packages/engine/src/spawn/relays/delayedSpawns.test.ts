import fc from 'fast-check'
import { expect, it } from 'vitest'
import { type Firing, DelayedSpawnHeap, RELAYED } from './delayedSpawns.ts'

const firing = (clock: number, ordinal: number): Firing => ({
  clock,
  key: { hi: 1, lo: ordinal },
  ordinal,
  x: ordinal,
  y: 0,
  alongX: 1,
  alongY: 0,
  vx: 0,
  vy: 0,
  colour: 0xffffff,
  size: 1,
})

it('gives orders back by their time, those of one time as they came, whatever comes in between', () => {
  // A number is an order for that time; null takes the first that waits.
  fc.assert(
    fc.property(
      fc.array(fc.option(fc.integer({ min: 0, max: 6 }), { freq: 2 }), { maxLength: 200 }),
      (script) => {
        const delayed = new DelayedSpawnHeap()
        const waiting: { clock: number; n: number }[] = []
        script.forEach((clock, n) => {
          if (clock !== null) {
            delayed.put(firing(clock, n), 0.5)
            waiting.push({ clock: clock + 0.5, n })
          } else if (waiting.length > 0) {
            const first = waiting.reduce((a, b) => (b.clock < a.clock ? b : a))
            waiting.splice(waiting.indexOf(first), 1)
            expect(delayed.due).toBe(first.clock)
            delayed.take()
            expect([
              delayed.taken[RELAYED.clock],
              delayed.taken[RELAYED.ordinal],
              delayed.taken[RELAYED.x],
            ]).toEqual([first.clock, first.n, first.n])
          }
          expect(delayed.count).toBe(waiting.length)
        })
        delayed.clear()
        expect(delayed.due).toBe(Infinity)
      },
    ),
  )
})
