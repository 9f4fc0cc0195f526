import { makeDemo } from '@gliv/demo'
import { PROPERTIES } from '@gliv/model'
import { describe, expect, it } from 'vitest'
import { checkKit, type Kit } from '@gliv/document'
import { findIn, searchEntries } from './search.ts'
import { subjectOf } from './subject.ts'
import { tableRows, typeInto } from './table.ts'
import { GROUPS } from './groups.tsx'
import { resetGroup } from './resetGroup.ts'
import type { EmitterPath } from './emitterPath.ts'

const fresh = (): Kit => makeDemo().kit
const columnsOf = (kit: Kit, effect: string): EmitterPath[] =>
  kit.effects[effect]!.emitterOrder.map((emitter) => ({
    effect,
    emitter,
    type: kit.effects[effect]!.emitters[emitter]!.type,
  }))

describe('the table', () => {
  it('has each number once, in the Recipe’s order, for the emitters that show it', () => {
    const kit = fresh()
    const rows = tableRows(kit, columnsOf(kit, 'cargo-blast'))
    expect(new Set(rows.map((r) => r.key)).size).toBe(rows.length)
    expect(rows.map((r) => r.group).filter((g, i, all) => g !== all[i - 1])).toEqual(
      GROUPS.map((g) => g.title).filter((title) => rows.some((r) => r.group === title)),
    )
    const gravity = rows.find((r) => r.key === 'type.numbers.gravity')!
    expect(gravity.used.length).toBeLessThan(columnsOf(kit, 'cargo-blast').length)
  })

  it('types into several cells in proportion, or into none', () => {
    const kit = fresh()
    const row = tableRows(kit, columnsOf(kit, 'cargo-blast')).find(({ key }) => key === 'type.numbers.life')!
    const cells = columnsOf(kit, 'cargo-blast').map((path) => ({ path, row }))
    const lives = () => cells.map(({ path }) => ({ ...kit.types[path.type]!.numbers.life }))
    const before = lives()
    expect(typeInto(kit, cells, '*=2')).toBeNull()
    lives().forEach((life, i) => {
      expect(life.from).toBeCloseTo(before[i]!.from * 2, 9)
      expect(life.to).toBeCloseTo(before[i]!.to * 2, 9)
      expect(life.bias).toBe(before[i]!.bias)
    })
    const after = lives()
    expect(typeInto(kit, cells, 'long')).toContain('is no number')
    expect(typeInto(kit, cells, '-3')).not.toBeNull()
    expect(lives()).toEqual(after)
  })
})

describe('search', () => {
  const kit = fresh()
  const [path] = columnsOf(kit, 'cargo-blast').slice(-1)
  const entries = searchEntries(subjectOf(kit, path!)!)
  it.each([
    ['fade', 'Opacity'],
    ['spread', 'Launch: Fan'],
    ['turbulence', 'Churn'],
    ['velocity', 'Launch: Speed'],
    ['collision', 'Contact'],
    ['rotation', 'Facing'],
    ['spawn', 'How many: Flow'],
    ['position x', 'Where: Offset →'],
  ])('“%s” finds %s', (typed, label) => {
    expect(findIn(entries, typed).map((f) => f.label)).toContain(label)
  })

  it.each([
    ['speed', 'Launch: Speed'],
    ['pull', 'Pull'],
    ['decal', 'Contact'],
    ['glow', 'Look'],
    ['flip', 'Facing'],
    ['at least', 'How many: At least'],
  ])('“%s” finds %s first', (typed, label) => {
    expect(findIn(entries, typed)[0]!.label).toBe(label)
  })

  it('a word for a force adds that force, not one whose help happens to have it', () => {
    const first = (typed: string) => findIn(entries, typed).find(({ adds }) => adds !== null)?.adds
    expect([first('slow'), first('turbulence'), first('vortex')]).toEqual(['brake', 'churn', 'swirl'])
  })

  it('finds nothing for nothing and for nonsense', () => {
    expect([findIn(entries, '  '), findIn(entries, 'qwertz')]).toEqual([[], []])
  })

  it('says when a force has to be added first', () => {
    const found = findIn(entries, 'vortex').find((f) => f.label === 'Swirl')!
    expect(found.adds).toBe('swirl')
  })
})

describe('resetting a group', () => {
  it.each(GROUPS.map((group) => group.id))(
    '%s leaves a valid kit, and the other groups as they were',
    (id) => {
      const kit = fresh()
      for (const path of columnsOf(kit, 'cargo-blast')) {
        const group = GROUPS.find((g) => g.id === id)!
        resetGroup(kit, group, subjectOf(kit, path)!, path)
      }
      expect(checkKit(kit)).toEqual([])
    },
  )

  it('brings back what a new emitter has', () => {
    const kit = fresh()
    const path = columnsOf(kit, 'cargo-blast').find((t) => kit.types[t.type]!.forces.length > 0)!
    const type = kit.types[path.type]!
    const life = { ...type.numbers.life }
    resetGroup(
      kit,
      GROUPS.find((g) => g.id === 'forces')!,
      subjectOf(kit, path)!,
      path,
    )
    const reset = kit.types[path.type]!
    expect([reset.forces, reset.numbers.drag, reset.numbers.gravity]).toEqual([
      [],
      PROPERTIES.drag.default,
      PROPERTIES.gravity.default,
    ])
    expect(reset.numbers.life).toEqual(life)
  })
})
