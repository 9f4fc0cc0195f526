/** Variations: what changes, how far, and what never does. */
import { property, type PropertyId, type Range } from '@gliv/model'
import { describe, expect, it } from 'vitest'
import { addEmitter, checkKit, type Kit } from '../index.ts'
import { smallKit } from '../testing/kit.ts'
import { VARY_GROUPS, type VaryGroup, type VaryLock, type VaryOptions, variation, varies } from './vary.ts'

const chanceOf = (seed: number) => {
  let state = seed
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0
    return state / 2 ** 32
  }
}
const optionsOf = (seed: number, more: Partial<VaryOptions> = {}): VaryOptions => ({
  spread: 0.2,
  locks: new Set<VaryLock>(),
  chance: chanceOf(seed),
  ...more,
})

const open = (): { kit: Kit; effect: string } => {
  const { kit } = smallKit()
  const [effect] = kit.effectOrder as [string]
  addEmitter(kit, effect, 'weather', (prefix) => `more-${prefix}`)
  const type = Object.values(kit.types)[0]!
  type.forces = ['gravity', 'pull', 'drag']
  type.ramps.tint = { points: [{ at: 0, colour: '#d24010', ease: 'linear' }] }
  return { kit, effect }
}

type Plain = Record<string, unknown>
/** Every value of a document by its place. */
const leaves = (value: unknown, place = ''): [string, unknown][] =>
  typeof value === 'object' && value !== null
    ? Object.entries(value as Plain).flatMap(([key, inner]) => leaves(inner, `${place}.${key}`))
    : [[place, value]]

const changed = (kit: Kit, made: Kit): [place: string, before: unknown, after: unknown][] => {
  const before = new Map(leaves(kit))
  return leaves(made).flatMap(([place, after]) =>
    before.get(place) === after ? [] : [[place, before.get(place), after] as [string, unknown, unknown]],
  )
}

const numberAt = (place: string): PropertyId => /\.numbers\.(\w+)/.exec(place)![1] as PropertyId

describe('a variation', () => {
  it.each(VARY_GROUPS)(
    'of %s changes nothing else, by no more than its share of the sliders',
    (group: VaryGroup) => {
      const { kit, effect } = open()
      const before = JSON.stringify(kit)
      const allowed = new Set<string>(varies(kit, effect, group))
      for (let seed = 1; seed <= 60; seed++) {
        const made = variation(kit, effect, group, optionsOf(seed))!
        expect(checkKit(made)).toEqual([])
        for (const [place, was, is] of changed(kit, made)) {
          if (/ramps\.tint\.points\.\d+\.colour$/.test(place)) {
            expect(group).toBe('colour')
            continue
          }
          const id = numberAt(place)
          expect(allowed, place).toContain(id)
          const { soft, whole } = property(id)
          const most = 0.2 * (soft[1] - soft[0]) + (whole ? 0.5 : 0)
          // Ends that have changed places are no further from where they were.
          expect(Math.abs((is as number) - (was as number)), place).toBeLessThanOrEqual(most * 1.0001)
        }
      }
      expect(JSON.stringify(kit)).toBe(before)
    },
  )

  it('leaves what is locked, and a fixed value fixed', () => {
    const { kit, effect } = open()
    const emitters = (one: Kit) => Object.values(one.effects[effect]!.emitters)
    const type = Object.values(kit.types)[0]!
    type.numbers.life = { from: 1, to: 1 }
    for (let seed = 1; seed <= 20; seed++) {
      const made = variation(kit, effect, 'launch', optionsOf(seed, { locks: new Set<VaryLock>(['speed']) }))!
      expect(emitters(made).map(({ numbers }) => numbers.speed)).toEqual(
        emitters(kit).map(({ numbers }) => numbers.speed),
      )
      const life = variation(kit, effect, 'timing', optionsOf(seed))!.types[type.id]!.numbers.life as Range
      expect(life.from).toBe(life.to)
    }
    const all = new Set(varies(kit, effect, 'launch'))
    expect(variation(kit, effect, 'launch', optionsOf(1, { locks: all }))).toBeNull()
  })

  it('has no row where nothing varies', () => {
    const { kit, effect } = open()
    for (const type of Object.values(kit.types)) type.forces = []
    expect(varies(kit, effect, 'forces')).toEqual([])
    expect(variation(kit, effect, 'forces', optionsOf(1))).toBeNull()
    // Places of forces are what they are tied to.
    Object.values(kit.types)[0]!.forces = ['pull']
    expect(varies(kit, effect, 'forces')).not.toContain('pullX')
    expect(varies(kit, effect, 'forces')).toContain('pull')
  })

  it('keeps a locked palette', () => {
    const { kit, effect } = open()
    const palette = { id: 'p', name: 'P', colours: ['#d24010', '#1080d2', '#20d240'] }
    kit.palettes['p'] = palette
    kit.paletteOrder.push('p')
    const type = Object.values(kit.types)[0]!
    type.palette = 'p'
    for (let seed = 1; seed <= 20; seed++) {
      const made = variation(kit, effect, 'colour', optionsOf(seed, { spread: 1 }))
      for (const { colour } of made?.types[type.id]!.ramps.tint.points ?? [])
        expect(palette.colours).toContain(colour)
    }
  })

  it('is the same for the same chance', () => {
    const { kit, effect } = open()
    expect(variation(kit, effect, 'size', optionsOf(5))).toEqual(variation(kit, effect, 'size', optionsOf(5)))
    expect(variation(kit, effect, 'size', optionsOf(5))).not.toEqual(
      variation(kit, effect, 'size', optionsOf(6)),
    )
  })
})
