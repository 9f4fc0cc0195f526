/** Many effects changed at once: against one by one, against the loader, and against what is seen. */
import {
  changeMany,
  checkKit,
  coloursOfEffects,
  type Kit,
  type ManyChange,
  newNames,
  paletteMap,
  type ParticleType,
  pictureSideOf,
  refuseChange,
  resolveEffect,
  sheetsOfEffects,
  typesOfEffects,
  usersOfType,
} from '@gliv/document'
import { compile, createSimulation, reportParticles } from '@gliv/engine'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { makeDemo } from '@gliv/demo'

const clone = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T
let count = 0
const makeId = (prefix: string): string => `${prefix}-many-${++count}`
const DEMO = makeDemo().kit
const fresh = (): Kit => clone(DEMO)
const changed = (ids: readonly string[], ...changes: ManyChange[]): Kit => {
  const kit = fresh()
  changeMany(kit, ids, changes, makeId)
  expect(refuseChange(DEMO, kit)).toBeNull()
  expect(checkKit(kit)).toEqual([])
  return kit
}
const particles = (kit: Kit, id: string, seconds: number) => {
  const simulation = createSimulation(compile(resolveEffect(kit, kit.effects[id]!)))
  simulation.seek(Math.round(seconds * simulation.rate))
  return reportParticles(simulation)
}
const size = (factor: number, world = false): ManyChange => ({ kind: 'size', factor, world })

describe('everything by a factor', () => {
  it('magnifies each effect as its own lever does, and types that they share once', () => {
    const kit = changed(DEMO.effectOrder, size(2))
    for (const id of ['pier-dust', 'keg-pop', 'stove-fire']) {
      const [before, after] = [particles(DEMO, id, 0.3), particles(kit, id, 0.3)]
      expect(after.length).toBe(before.length)
      before.forEach((p, k) => {
        expect(after[k]!.x).toBeCloseTo(p.x * 2, 5)
        expect(after[k]!.y).toBeCloseTo(p.y * 2, 5)
        expect(after[k]!.scaleX).toBeCloseTo(p.scaleX * 2, 5)
      })
    }
    expect(kit.typeOrder).toEqual(DEMO.typeOrder)
  })

  it('does not magnify a part twice that is magnified itself', () => {
    const [whole, inner] = DEMO.effectOrder.flatMap((id) =>
      DEMO.effects[id]!.parts.flatMap((part) => part.effects.map(({ effect }) => [id, effect] as const)),
    )[0]!
    const scale = (kit: Kit): number => kit.effects[whole]!.parts[0]!.numbers.partScale
    expect(scale(changed([whole], size(2)))).toBe(scale(DEMO) * 2)
    const all = DEMO.effects[whole]!.parts[0]!.effects.map(({ effect }) => effect)
    expect(scale(changed([whole, inner, ...all], size(2)))).toBe(scale(DEMO))
  })

  it('takes stages, views and frames of bakes along when asked to, and goes back again', () => {
    const there = changed(DEMO.effectOrder, size(2, true))
    const surface = (kit: Kit) => kit.stages[kit.stageOrder[0]!]!.surfaces
    expect(surface(there)).not.toEqual(surface(DEMO))
    const back = clone(there)
    changeMany(back, back.effectOrder, [size(0.5, true)], makeId)
    expect(back.stages).toEqual(DEMO.stages)
    expect(back.views).toEqual(DEMO.views)
    expect(back.ship).toEqual(DEMO.ship)
    expect(changed(DEMO.effectOrder, size(2)).stages).toEqual(DEMO.stages)
  })
})

describe('colours', () => {
  it('puts a palette in the place of another for the chosen effects alone', () => {
    const [palette] = DEMO.paletteOrder as [string]
    const ids = ['stove-fire', 'keg-pop']
    const map = paletteMap(DEMO, ids, null, palette)
    const kit = changed(ids, { kind: 'colours', map, lock: null })
    const target = new Set(DEMO.palettes[palette]!.colours)
    expect(coloursOfEffects(kit, ids).every((colour) => target.has(colour))).toBe(true)
    for (const id of DEMO.effectOrder.filter((one) => !ids.includes(one)))
      expect(coloursOfEffects(kit, [id]), id).toEqual(coloursOfEffects(DEMO, [id]))
  })

  it('matches palettes of one length colour by colour', () => {
    const kit = fresh()
    const used = coloursOfEffects(kit, ['stove-fire'])
    kit.palettes['a'] = { id: 'a', name: 'A', colours: used }
    kit.palettes['b'] = { id: 'b', name: 'B', colours: used.map((_, k) => `#0000${(k + 16).toString(16)}`) }
    kit.paletteOrder.push('a', 'b')
    const map = paletteMap(kit, ['stove-fire'], 'a', 'b')
    expect(Object.keys(map)).toEqual(used)
    expect(Object.values(map)).toEqual(kit.palettes['b'].colours)
  })

  it('locks to the new palette what was locked to the old one', () => {
    const kit = fresh()
    const [first] = kit.paletteOrder as [string]
    const { type } = Object.values(kit.effects['stove-fire']!.emitters)[0]!
    kit.types[type]!.palette = first
    kit.palettes['b'] = { id: 'b', name: 'B', colours: ['#112233'] }
    kit.paletteOrder.push('b')
    changeMany(kit, ['stove-fire'], [{ kind: 'colours', map: {}, lock: { from: first, to: 'b' } }], makeId)
    expect(kit.types[Object.values(kit.effects['stove-fire']!.emitters)[0]!.type]!.palette).toBe('b')
  })
})

describe('pictures', () => {
  const ids = ['stove-fire', 'keg-pop', 'signal-flare']
  const wide = (kit: Kit, type: ParticleType): number =>
    type.numbers.scale.from * (pictureSideOf(kit, type) ?? 0)

  it('shows another sheet as large as the first one was', () => {
    for (const from of sheetsOfEffects(DEMO, ids))
      for (const to of DEMO.sheetOrder) {
        const kit = changed(ids, { kind: 'picture', from: from.id, to, keepSize: true })
        if (to === from.id) expect(kit).toEqual(DEMO)
        else expect(sheetsOfEffects(kit, ids).map(({ id }) => id)).not.toContain(from.id)
        for (const type of Object.values(kit.types))
          for (const { sheet, frames, clip } of type.pictures) {
            expect(frames.every((frame) => frame < kit.sheets[sheet]!.frames.length)).toBe(true)
            expect(clip === null || kit.sheets[sheet]!.clips.some(({ id }) => id === clip)).toBe(true)
          }
        for (const type of Object.values(DEMO.types)) {
          const now = kit.types[type.id]!
          expect(wide(kit, now), type.name).toBeCloseTo(wide(DEMO, type), 6)
        }
      }
  })

  it('leaves effects beside them as they are', () => {
    const from = sheetsOfEffects(DEMO, ids)[0]!
    const to = DEMO.sheetOrder.find((id) => id !== from.id)!
    const kit = changed(ids, { kind: 'picture', from: from.id, to, keepSize: false })
    for (const id of DEMO.effectOrder.filter((one) => !ids.includes(one)))
      expect(typesOfEffects(kit, [kit.effects[id]!]), id).toEqual(typesOfEffects(DEMO, [DEMO.effects[id]!]))
  })
})

describe('names', () => {
  const names = (pattern: string, find = '', replace = ''): string[] => [
    ...newNames(DEMO, DEMO.effectOrder, { pattern, find, replace }).values(),
  ]
  it('follow a pattern, and find and replace', () => {
    expect(names('{n} {name}')[0]).toBe(`01 ${DEMO.effects[DEMO.effectOrder[0]!]!.name}`)
    expect(names('{name}', 'Stove', 'Oven')).toContain('Oven fire')
    expect(names('{kit}: {name}')[2]).toMatch(/^Last Ferry: /)
    expect(
      newNames(DEMO, ['stove-fire'], { pattern: '{name}', find: 'Stove', replace: '$1 Oven' }).get(
        'stove-fire',
      ),
    ).toBe('$1 Oven fire')
  })

  it('are refused where two would be alike, one empty or a word unknown', () => {
    expect(() => names('Effect')).toThrow(/would both be called "Effect"; add \{name\} or \{n\}/)
    expect(() => names('{nam}')).toThrow(/"\{nam\}" stands for nothing/)
    expect(() => names('  ')).toThrow(/without a name/)
    expect(() => newNames(DEMO, ['stove-fire'], { pattern: 'Keg pop', find: '', replace: '' })).toThrow(
      /"Keg pop" and "Stove fire" would both/,
    )
  })
})

it('any changes of any effects leave a kit that the loader takes and types with one owner or owners within', () => {
  const change = fc.oneof(
    fc
      .record({ factor: fc.double({ min: 0.1, max: 8, noNaN: true }), world: fc.boolean() })
      .map((values): ManyChange => ({ kind: 'size', ...values })),
    fc
      .record({
        from: fc.constantFrom(...DEMO.sheetOrder),
        to: fc.constantFrom(...DEMO.sheetOrder),
        keepSize: fc.boolean(),
      })
      .map((values): ManyChange => ({ kind: 'picture', ...values })),
    fc.constantFrom(...DEMO.paletteOrder).map((to): ManyChange => ({
      kind: 'colours',
      map: paletteMap(DEMO, DEMO.effectOrder, null, to),
      lock: { from: null, to },
    })),
  )
  fc.assert(
    fc.property(
      fc.subarray([...DEMO.effectOrder], { minLength: 1 }),
      fc.array(change, { minLength: 1, maxLength: 3 }),
      (ids, changes) => {
        const kit = changed(ids, ...changes)
        const inside = new Set(ids)
        for (const id of ids)
          for (const { type } of Object.values(kit.effects[id]!.emitters))
            if (usersOfType(kit, type).some(({ effect }) => !inside.has(effect.id)))
              expect(kit.types[type]).toEqual(DEMO.types[type])
      },
    ),
    { numRuns: 12, seed: 19 },
  )
})
