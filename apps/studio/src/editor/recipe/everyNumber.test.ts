/**
 * Every number of the table can be set, is said in words, is found, and follows a lever or stays for a
 * reason.
 */
import { type Kit, leverPower, LEVERS } from '@gliv/document'
import { makeDemo } from '@gliv/demo'
import { FORCE_KINDS, PROPERTIES, property, type PropertyId, type Unit } from '@gliv/model'
import { describe, expect, it } from 'vitest'
import { PROPERTY_TEXTS, UNIT_TEXTS } from '@gliv/words'
import { EFFECT_NUMBERS, PART_NUMBERS } from '../timeline/numbers.ts'
import { CHOICES, choiceOptions, choiceOf, type MenuChoice } from './choices.ts'
import { GROUPS, type Subject } from './groups.tsx'
import { searchEntries } from './search.ts'
import { subjectOf } from './subject.ts'

const IDS = Object.keys(PROPERTIES) as PropertyId[]
const made = makeDemo().kit
const effect = made.effects['cargo-blast']!
const emitter = effect.emitters[effect.emitterOrder[0]!]!
const path = { effect: effect.id, emitter: emitter.id, type: emitter.type }

/** All forces act and waver in everything, so that each of their numbers has its row. */
const prepared = (): Kit => {
  const kit = structuredClone(made)
  const type = kit.types[path.type]!
  type.forces = [...FORCE_KINDS]
  type.scaleApart = true
  kit.effects[path.effect]!.emitters[path.emitter]!.wrap = 'both'
  Object.assign(type.numbers, {
    waverSpeed: 1,
    waverHeading: 1,
    waverSpin: 1,
    waverScale: 1,
    waverOpacity: 1,
    stretch: 1,
  })
  return kit
}

/** The Recipe's subjects: as prepared, and with each option of each choice, and each pair with `shape`. */
const subjects = function* (): Generator<Subject> {
  yield subjectOf(prepared(), path)!
  const { types, effects } = prepared()
  for (const id of Object.keys(CHOICES) as MenuChoice[])
    for (const { value } of choiceOptions(
      id,
      made,
      effects[path.effect]!.emitters[path.emitter]!,
      types[path.type]!,
      path,
    )) {
      const kit = prepared()
      choiceOf(id).apply(kit, path, value)
      yield subjectOf(kit, path)!
    }
}

const shown = new Set<string>()
const found = new Set<string>()
for (const subject of subjects()) {
  for (const group of GROUPS) for (const id of [...group.rows(subject), ...(group.also ?? [])]) shown.add(id)
  for (const { key } of searchEntries(subject)) found.add(key.split(' ').at(-1)!)
}
for (const id of found) shown.add(id)

/** Why every number of a unit may follow no lever: it is neither a time nor a length, a count or a weight. */
const UNIT_STAYS = {
  deg: 'an angle is the same at any size and pace',
  share: 'a share is of something that follows',
  factor: 'a factor is of something that follows',
  count: null,
  'share/s': null,
  'factor/s': null,
  px: null,
  s: null,
  'deg/s': null,
  'px/s': null,
  'px/s2': null,
  'per s': null,
  'per px': null,
} as const satisfies Record<Unit, string | null>

/** Why a number stays whose unit follows a lever elsewhere. */
const STAYS: Readonly<Partial<Record<PropertyId, string>>> = {
  grid: 'texels of a picture, which a lever does not redraw',
  shapeSides: 'sides make the form, not its size',
  places: 'places belong to the form; what is sent out from them is denser',
  burstRepeats: 'how often it fires; each firing is denser',
  churnOctaves: 'detail of the field, not its strength',
  markCap: 'a bound for the machine',
  relayCount: 'what one particle sends out; there are more or fewer of those particles already',
  relayInstances: 'a bound for the machine',
}

describe.each(IDS)('%s', (id) => {
  const { owner, unit } = property(id)
  it('has a text and a unit', () => {
    expect(PROPERTY_TEXTS[id].label).not.toBe('')
    expect(PROPERTY_TEXTS[id].help).toMatch(/\S.*\.$/)
    expect(UNIT_TEXTS[unit]).toBeDefined()
  })

  it('has a row, and search leads to it', () => {
    if (owner === 'effect') return expect(EFFECT_NUMBERS).toContain(id)
    if (owner === 'part') return expect(PART_NUMBERS).toContain(id)
    expect(shown).toContain(id)
    expect(found).toContain(id)
  })
})

it('every number follows a lever, or stays for a reason', () => {
  const follows = (id: PropertyId): boolean => LEVERS.some((lever) => leverPower(lever, id) !== 0)
  const mayStay = (id: PropertyId): boolean => (UNIT_STAYS[property(id).unit] ?? STAYS[id]) !== undefined
  expect(IDS.filter((id) => !follows(id) && !mayStay(id))).toEqual([])
  // A reason that is not needed would hide a lever that works.
  expect((Object.keys(STAYS) as PropertyId[]).filter(follows)).toEqual([])
})
