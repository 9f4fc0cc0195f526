import type { ResolvedEffect } from '@gliv/model'
import { describe, expect, it } from 'vitest'
import { compile, createSimulation, reportRun, stateHash, updateSimulation } from '../index.ts'
import { fixed, makeEffect, makeEmitter, makeBurst, makePart, makeRelay, makeType } from '../testing/build.ts'

const inner = (id: string, speed: number): ResolvedEffect =>
  makeEffect([makeEmitter({ speed: fixed(speed) }, { id: `${id}-a` }), makeEmitter({}, { id: `${id}-b` })], {
    id,
  })

/** An emitter of its own, and two parts that play. */
const outer = (speed: number, more: Partial<ResolvedEffect> = {}): ResolvedEffect =>
  makeEffect([makeEmitter({}, { id: 'own' })], {
    parts: [makePart('one', inner('one', speed)), makePart('two', inner('two', 40))],
    ...more,
  })

const running = (effect: ResolvedEffect) => {
  const simulation = createSimulation(compile(effect))
  simulation.seek(20)
  return simulation
}

describe('an edit of an effect with parts', () => {
  it('keeps what plays inside when only a name changes', () => {
    const simulation = running(outer(40))
    const before = [...simulation.inside]
    expect(before).toHaveLength(2)
    expect(updateSimulation(simulation, outer(40, { name: 'Another name' }))).toEqual({
      kept: 5,
      relooked: 0,
      rerun: 0,
    })
    expect(simulation.inside).toEqual(before)
  })

  it('of one part re-runs that alone, to what a fresh run gives', () => {
    const simulation = running(outer(40))
    const [one, two] = simulation.inside
    expect(updateSimulation(simulation, outer(90))).toEqual({ kept: 4, relooked: 0, rerun: 1 })
    expect(simulation.inside[0]).toBe(one)
    expect(simulation.inside[1]).toBe(two)
    expect(stateHash(simulation)).toBe(stateHash(running(outer(90))))
  })

  it('makes a part anew that is played from another moment', () => {
    const moved = (effect: ResolvedEffect): ResolvedEffect => ({
      ...effect,
      parts: effect.parts.map((part, k) =>
        k === 0 ? { ...part, numbers: { ...part.numbers, partAt: 0.1 } } : part,
      ),
    })
    const simulation = running(outer(40))
    const [one, two] = simulation.inside
    updateSimulation(simulation, moved(outer(40)))
    expect(simulation.inside[0]).not.toBe(one)
    expect(simulation.inside[1]).toBe(two)
    expect(stateHash(simulation)).toBe(stateHash(running(moved(outer(40)))))
  })
})

describe('what is disposed of', () => {
  it('gives its memory to the next, inside and out, without a garbage collection', () => {
    const addresses = (): number[] => {
      const simulation = running(outer(40))
      const pools = [...simulation.nodes, ...simulation.inside.flatMap((s) => s.nodes)].map(
        ({ pool }) => pool.all.byteOffset,
      )
      simulation.frame()
      simulation.dispose()
      expect(simulation.alive).toBe(0)
      return pools
    }
    const first = addresses()
    expect(first).toHaveLength(5)
    for (let k = 0; k < 20; k++) expect(addresses().sort()).toEqual([...first].sort())
  })
})

describe('a part that does not end by itself', () => {
  const RATE = 60
  /** 20 births a second for as long as it plays; each lives for 0.2 s. */
  const steady = (play: 'loop' | 'sustain' | 'period'): ResolvedEffect => {
    const effect = makeEffect(
      [makeEmitter({ flow: 20, duration: 1 }, { id: 'steady', type: makeType({ life: fixed(0.2) }) })],
      {
        id: 'inner',
        play,
      },
    )
    return {
      ...effect,
      numbers: { ...effect.numbers, loopSeconds: 1, periodSeconds: 1, sustainFrom: 0.5, sustainTo: 1 },
    }
  }
  const placed = (play: 'loop' | 'sustain' | 'period', numbers: object): ResolvedEffect => {
    const part = makePart('part', steady(play))
    return makeEffect([], { parts: [{ ...part, numbers: { ...part.numbers, ...numbers } }] })
  }
  const countsAt = (effect: ResolvedEffect, seconds: number) => {
    const simulation = createSimulation(compile(effect))
    simulation.seek(seconds * RATE)
    return reportRun(simulation).emitters
  }

  it.each(['loop', 'sustain', 'period'] as const)(
    '%s: sends out for its length, lives on, and is counted when it is over',
    (play) => {
      const effect = placed(play, { partAt: 0.5, partLength: 2.5 })
      expect(countsAt(effect, 0.4)).toEqual([])
      // Births at 0.5, 0.55, … before 3.0: 20 a second for 2.5 s.
      expect(countsAt(effect, 3)[0]).toMatchObject({ id: 'steady', effectId: 'inner', births: 50 })
      expect(countsAt(effect, 3.1)[0]!.alive).toBeGreaterThan(0)
      for (const seconds of [3.3, 9])
        expect(countsAt(effect, seconds)[0]).toMatchObject({ births: 50, deaths: 50, alive: 0 })
    },
  )

  it('stands at a tick as it was stepped there, and ends the outer effect', () => {
    const effect = placed('loop', { partAt: 0.2, partLength: 1.3, partTime: 2 })
    const stepped = createSimulation(compile(effect))
    for (let tick = 1; tick <= 2 * RATE; tick++) {
      stepped.step()
      const sought = createSimulation(compile(effect))
      sought.seek(tick)
      expect(reportRun(sought)).toEqual(reportRun(stepped))
    }
    expect(stepped.finished).toBe(true)
  })
})

describe('counts of an effect of parts and relays', () => {
  it('hold what plays inside, over or not', () => {
    const short = makeType({ life: fixed(0.1) })
    const once = (id: string, count: number): ResolvedEffect =>
      makeEffect(
        [makeEmitter({ flow: 0 }, { id: `${id}-e`, bursts: [makeBurst('b', 0, count)], type: short })],
        { id },
      )
    const own = makeEmitter({ flow: 10, duration: 0.5 }, { id: 'own', type: short })
    const relayed = { ...own, relays: [makeRelay(null, { effect: once('spark', 3) })] }
    const effect = makeEffect([relayed], { parts: [makePart('part', once('puff', 7))] })
    const simulation = createSimulation(compile(effect))
    simulation.seekFully(120)
    expect(reportRun(simulation).emitters.map(({ id, effectId, births }) => [id, effectId, births])).toEqual([
      ['own', undefined, 5],
      ['puff-e', 'puff', 7],
      ['spark-e', 'spark', 15],
    ])
  })
})

describe('a part from so far to so far, reversed', () => {
  const inner = makeEffect(
    [makeEmitter({ flow: 30, duration: 1 }, { type: makeType({ life: fixed(0.5) }) })],
    {
      id: 'inner',
    },
  )
  const placed = (numbers: object, reversed = false): ResolvedEffect => {
    const part = makePart('part', inner)
    return makeEffect([], { parts: [{ ...part, reversed, numbers: { ...part.numbers, ...numbers } }] })
  }
  const placesAt = (effect: ResolvedEffect, tick: number, byStep = false): number[][] => {
    const simulation = createSimulation(compile(effect))
    if (byStep) for (let k = 0; k < tick; k++) simulation.step()
    else simulation.seek(tick)
    return reportRun(simulation).particles.map(({ x, y }) => [x, y])
  }
  const whole = placed({})

  it('shows the first half, then the same backwards, tick for tick', () => {
    const half = placed({ partTo: 0.5 })
    const back = placed({ partTo: 0.5 }, true)
    for (const tick of [0, 7, 15, 29]) {
      expect(placesAt(half, tick)).toEqual(placesAt(whole, tick))
      expect(placesAt(back, tick)).toEqual(placesAt(whole, 30 - tick))
      expect(placesAt(back, tick, true)).toEqual(placesAt(back, tick))
    }
    expect(placesAt(half, 31)).toEqual([])
    expect(placesAt(back, 31)).toEqual([])
  })

  it('is taken up in its middle', () => {
    const late = placed({ partFrom: 0.4, partAt: 0.1 })
    for (const tick of [6, 20, 50]) {
      expect(placesAt(late, tick)).toEqual(placesAt(whole, tick - 6 + 24))
      expect(placesAt(late, tick, true)).toEqual(placesAt(late, tick))
    }
  })
})
