import { describe, expect, it } from 'vitest'
import { type NumbersOf, type PropertyId, PLUS_LANES, PROPERTIES, type Property, STREAMS } from '@gliv/model'
import { compile, createSimulation } from '../index.ts'
import type { EmitterRun } from '../spawn/index.ts'
import { fixed, makeBurst, makeEffect, makeEmitter, makeType } from '../testing/build.ts'

type Read = (run: EmitterRun, i: number) => number
const speedOf: Read = (run, i) => Math.hypot(run.pool.vx[i]!, run.pool.vy[i]!)

/**
 * Every value that is drawn at birth and can be seen, by what it belongs to. Without forces a velocity is its
 * launch.
 */
const DRAWN: Record<string, Read> = {
  life: (run, i) => run.pool.life[i]!,
  scale: (run, i) => run.pool.scale[i]!,
  scaleFloor: (run, i) => run.pool.scaleFloor[i]!,
  scaleY: (run, i) => run.pool.scaleY[i]!,
  scaleYFloor: (run, i) => run.pool.scaleYFloor[i]!,
  opacity: (run, i) => run.pool.opacity[i]!,
  opacityFloor: (run, i) => run.pool.opacityFloor[i]!,
  startAngle: (run, i) => run.pool.angle[i]!,
  spin: (run, i) => run.pool.spin[i]!,
  speed: speedOf,
  fan: (run, i) => Math.atan2(run.pool.vy[i]!, run.pool.vx[i]!),
  place: (run, i) => run.pool.along[i]!,
  picture: (run, i) => run.pool.picture[i]!,
}

/** What else a number may move by its meaning: the launch direction is heading and fan together, and more. */
const MEANT: Partial<Record<PropertyId, readonly string[]>> = {
  heading: ['fan'],
  slowEnd: ['life'],
  depthScale: ['scale', 'scaleY'],
  depthSpeed: ['speed'],
  depthOpacity: ['opacity'],
}

const BASE_TYPE: Partial<NumbersOf<'type'>> = {
  life: { from: 5, to: 6 },
  scale: { from: 1, to: 2 },
  scaleFloor: { from: 0.1, to: 0.4 },
  scaleY: { from: 1, to: 2 },
  scaleYFloor: { from: 0.1, to: 0.4 },
  opacity: { from: 0.2, to: 0.8 },
  opacityFloor: { from: 0, to: 0.1 },
  startAngle: { from: -90, to: 90 },
  spin: { from: -10, to: 200 },
}

/** Another value than the base has: inside the limits, and no range of a single value. */
const another = (id: PropertyId): unknown => {
  const p: Property = PROPERTIES[id]
  const [low, high] = p.soft
  const at = (share: number): number =>
    p.whole ? Math.round(low + (high - low) * share) : low + (high - low) * share
  if (id === 'delay') return 0.2
  if (p.kind === 'number') return at(0.61)
  return id === 'life' ? { from: 7, to: 9 } : { from: at(0.33), to: at(0.77), bias: 'low' }
}

const RUN_PROPERTIES = (Object.keys(PROPERTIES) as PropertyId[]).filter(
  (id) =>
    PROPERTIES[id].owner === 'emitter' || PROPERTIES[id].owner === 'type' || PROPERTIES[id].owner === 'burst',
)

/** By key, so that particles are compared with themselves even when others come or go. */
const values = (change?: PropertyId): Map<string, { row: Record<string, number>; born: number }> => {
  const patch = (owner: string) =>
    change && PROPERTIES[change].owner === owner ? { [change]: another(change) } : {}
  const [picture] = makeType().pictures
  const type = makeType(
    { ...BASE_TYPE, ...patch('type') },
    { scaleApart: true, pictures: [picture!, picture!, picture!] },
  )
  const emitter = makeEmitter(
    { flow: 40, duration: 1, fan: 60, ...patch('emitter') },
    {
      type,
      shape: 'circle',
      bursts: [
        { ...makeBurst('b', 0.1, 12), numbers: { ...makeBurst('b', 0.1, 12).numbers, ...patch('burst') } },
      ],
    },
  )
  const simulation = createSimulation(compile(makeEffect([emitter])))
  simulation.seek(50)
  const [run] = simulation.runs
  const rows = new Map<string, { row: Record<string, number>; born: number }>()
  for (let i = 0; i < run!.pool.size; i++)
    rows.set(`${run!.pool.keyHi[i]} ${run!.pool.keyLo[i]}`, {
      born: run!.pool.born[i]!,
      row: Object.fromEntries(Object.entries(DRAWN).map(([id, read]) => [id, read(run!, i)])),
    })
  return rows
}

describe('stable randomness', () => {
  const base = values()
  it.each(RUN_PROPERTIES)('a change of %s leaves every drawn value of all others', (changed) => {
    const after = values(changed)
    const shared = [...base.keys()].filter((key) => after.has(key))
    // What changes who is born may take particles away, never their keys and draws from the others.
    if (PROPERTIES[changed].invalidates !== 'emission') expect(after.size).toBe(base.size)
    expect(shared.length).toBeGreaterThan(
      changed === 'burstAt' || changed === 'cap' || changed === 'alongDelay' ? 0 : 20,
    )
    for (const key of shared)
      for (const id of Object.keys(DRAWN)) {
        if (id === changed || MEANT[changed]?.includes(id)) continue
        expect(after.get(key)!.row[id], id).toBeCloseTo(base.get(key)!.row[id]!, 9)
      }
  })

  it('the changed value does change', () => {
    for (const id of Object.keys(DRAWN).filter((d) => d in PROPERTIES)) {
      const after = values(id as PropertyId)
      expect(
        [...base].some(([key, { row }]) => after.get(key)!.row[id] !== row[id]),
        id,
      ).toBe(true)
    }
  })

  it('every stream has one owner, and each property draws from the one of its name', () => {
    const owners = Object.entries(PROPERTIES as Record<string, Property>).filter(([, p]) => p.stream !== null)
    expect(new Set(owners.map(([, p]) => p.stream)).size).toBe(owners.length)
    for (const [id, p] of owners)
      expect(p.stream, id).toBe((STREAMS as Record<string, number>)[id === 'jitterX' ? 'jitter' : id])
    expect(new Set(Object.values(STREAMS)).size).toBe(Object.keys(STREAMS).length)
  })

  it('the words that a player knows of lanes say what the table says', () => {
    for (const [id, p] of Object.entries(PROPERTIES as Record<string, Property>))
      expect(PLUS_LANES.has(id), id).toBe(p.lane === 'plus')
  })

  it('a duplicate with a fresh salt draws anew; a copy of an effect plays the same', () => {
    const speeds = (salt: number) => {
      const simulation = createSimulation(
        compile(
          makeEffect([
            makeEmitter(
              { flow: 60, speed: { from: 0, to: 100 } },
              { salt, type: makeType({ life: fixed(9) }) },
            ),
          ]),
        ),
      )
      simulation.seek(30)
      return Array.from({ length: simulation.alive }, (_, i) => speedOf(simulation.runs[0]!, i)).join()
    }
    expect(speeds(7)).toBe(speeds(7))
    expect(speeds(7)).not.toBe(speeds(8))
  })
})
