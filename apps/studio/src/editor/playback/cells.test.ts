import { makeDemo } from '@gliv/demo'
import { resolveEffect } from '@gliv/document'
import { compile, createSimulation } from '@gliv/engine'
import { type Frame, Refusal, type ResolvedEffect } from '@gliv/model'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { Cells } from './cells.ts'

const { kit } = makeDemo()
const effect = (id: string): ResolvedEffect => resolveEffect(kit, kit.effects[id]!)
const WHOLE = { x: 0, y: 0, w: 1, h: 1 }
const cellOf = (key: string, one: ResolvedEffect) => ({ key, effect: one, box: WHOLE, zoom: 1 })
const play = (one: ResolvedEffect) => ({ effect: one, options: { seed: 7 } })

/** How many are shown, and words of the first of them. */
const words = ({ u32, count }: Frame): { count: number; words: number[] } => ({
  count,
  words: [...u32.subarray(0, count)],
})

/** What a fresh run shows at a tick. */
const truth = (one: ResolvedEffect, tick: number): ReturnType<typeof words> => {
  const simulation = createSimulation(compile(one), { seed: 7 })
  simulation.seek(tick)
  const shown = words(simulation.frame(1))
  simulation.dispose()
  return shown
}

/** Pictures until every state is where it should be. */
const settle = (cells: Cells, tick: number): number => {
  for (let pictures = 1; pictures < 200; pictures++) {
    cells.seek(tick, play)
    if (!cells.behind) return pictures
  }
  throw new Error(`The states did not come to tick ${tick}`)
}

describe('states beside each other', () => {
  afterEach(() => vi.restoreAllMocks())

  it('show at every tick what a fresh run shows, over several rounds', () => {
    const all = [effect('canal-rain'), effect('stove-fire')]
    const cells = new Cells()
    cells.all = all.map((one, k) => cellOf(String(k), one))
    for (const tick of [0, 5, 40, 3, 60, 0, 1, 33, 2]) {
      settle(cells, tick)
      all.forEach((one, k) => expect(words(cells.frame(String(k), tick)!)).toEqual(truth(one, tick)))
    }
    cells.clear()
    expect(cells.frame('0', 0)).toBeNull()
  })

  it('are made one in a picture where each is dear, and begin the next round together', () => {
    // Every look at the clock takes longer than a picture may.
    let now = 0
    vi.spyOn(performance, 'now').mockImplementation(() => (now += 5))
    const one = effect('canal-rain')
    const cells = new Cells()
    cells.all = ['a', 'b', 'c', 'd'].map((key) => cellOf(key, { ...one }))
    expect(settle(cells, 0)).toBeGreaterThan(2)
    // At rest each picture makes one of them ready.
    for (let pictures = 0; pictures < 8; pictures++) cells.seek(0, play)
    settle(cells, 12)
    cells.seek(0, play)
    expect(cells.behind).toBe(false)
  })

  it('that the engine refuses show nothing, and hold nothing up', () => {
    const sound = effect('stove-fire')
    // What loops has no end to begin from.
    const refused = { ...sound, backwards: true }
    expect(() => compile(refused)).toThrow(Refusal)
    const cells = new Cells()
    cells.all = [cellOf('x', refused), cellOf('y', sound)]
    settle(cells, 4)
    expect(cells.frame('x', 4)).toBeNull()
    expect(cells.frame('y', 4)?.count).toBe(truth(sound, 4).count)
    cells.clear()
  })
})
