import type { ResolvedEffect } from '@gliv/model'
import { describe, expect, it } from 'vitest'
import { compile, createSimulation, stateHash, updateSimulation } from '../index.ts'
import { fixed, makeEffect, makeEmitter, makePart } from '../testing/build.ts'

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
