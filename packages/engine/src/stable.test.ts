import { describe, expect, it } from 'vitest'
import { type PropertyId, PROPERTIES, type Property } from '@gliv/model'
import { compile, createSimulation, type EmitterRun } from './index.ts'
import { fixed, makeEffect, makeEmitter, makeType } from './testing/build.ts'

/** Every value that is drawn at birth, by the property it belongs to. */
const DRAWN: Partial<Record<PropertyId, (run: EmitterRun, i: number) => number>> = {
  life: (run, i) => run.pool.life[i]!,
  scale: (run, i) => run.pool.scale[i]!,
  scaleFloor: (run, i) => run.pool.scaleFloor[i]!,
  opacity: (run, i) => run.pool.opacity[i]!,
  opacityFloor: (run, i) => run.pool.opacityFloor[i]!,
  startAngle: (run, i) => run.pool.angle[i]!,
  spin: (run, i) => run.pool.spin[i]!,
  // Without forces a particle's velocity is its launch.
  speed: (run, i) => Math.hypot(run.pool.vx[i]!, run.pool.vy[i]!),
  fan: (run, i) => Math.atan2(run.pool.vy[i]!, run.pool.vx[i]!),
}

const BASE = {
  life: { from: 5, to: 6 },
  scale: { from: 1, to: 2 },
  scaleFloor: { from: 0.1, to: 0.4 },
  opacity: { from: 0.2, to: 0.8 },
  opacityFloor: { from: 0, to: 0.1 },
  startAngle: { from: -90, to: 90 },
  spin: { from: -10, to: 200 },
}

const CHANGES: Partial<Record<PropertyId, unknown>> = {
  life: { from: 7, to: 9 },
  scale: { from: 3, to: 4 },
  scaleFloor: fixed(0.5),
  opacity: { from: 0, to: 1 },
  opacityFloor: fixed(0.2),
  startAngle: fixed(12),
  spin: { from: 0, to: 1 },
  speed: { from: 200, to: 400 },
  fan: 80,
  heading: 10,
  offsetX: 33,
  offsetY: -4,
  shapeRadius: 70,
  duration: 0.9,
  cap: 1999,
}

const values = (change?: PropertyId): Map<string, Record<string, number>> => {
  const patch = (owner: string) => (change && PROPERTIES[change].owner === owner ? { [change]: CHANGES[change] } : {})
  const type = makeType({ ...BASE, ...patch('type') })
  const emitter = makeEmitter({ flow: 40, duration: 1, fan: 60, ...patch('emitter') }, { type, shape: 'circle' })
  const simulation = createSimulation(compile(makeEffect([emitter])))
  simulation.seek(50)
  const [run] = simulation.runs
  const rows = new Map<string, Record<string, number>>()
  for (let i = 0; i < run!.pool.size; i++) rows.set(`${run!.pool.keyHi[i]} ${run!.pool.keyLo[i]}`, Object.fromEntries(Object.entries(DRAWN).map(([id, read]) => [id, read(run!, i)])))
  return rows
}

describe('stable randomness', () => {
  const base = values()
  it.each(Object.keys(CHANGES) as PropertyId[])('a change of %s leaves every drawn value of all others', (changed) => {
    const after = values(changed)
    expect(after.size).toBe(base.size)
    for (const [key, row] of base) {
      const now = after.get(key)!
      for (const id of Object.keys(DRAWN) as PropertyId[]) {
        // The launch direction is heading plus fan together.
        if (id === changed || (id === 'fan' && changed === 'heading')) continue
        expect(now[id]).toBeCloseTo(row[id]!, 9)
      }
    }
  })

  it('the changed value does change', () => {
    for (const id of Object.keys(DRAWN) as PropertyId[]) {
      const after = values(id)
      expect([...base].some(([key, row]) => after.get(key)![id] !== row[id])).toBe(true)
    }
  })

  it('every stream has one owner', () => {
    const streams = Object.values(PROPERTIES as Record<string, Property>).flatMap((p) => (p.stream === null ? [] : [p.stream]))
    expect(new Set(streams).size).toBe(streams.length)
    expect(Math.min(...streams)).toBeGreaterThan(1)
  })
})
