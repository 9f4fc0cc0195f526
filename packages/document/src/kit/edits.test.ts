import { describe, expect, it } from 'vitest'
import {
  addCompanion,
  addEmitter,
  adviseKit,
  checkKit,
  deleteEffect,
  deleteEmitter,
  duplicateEffect,
  duplicateEmitter,
  findEffect,
  freeName,
  moveEmitter,
  ownType,
  resolveEffect,
  shareType,
  STARTERS,
  type StarterId,
  usersOfEffect,
  usersOfType,
  newPart,
  newRelay,
  type Kit,
} from '../index.ts'
import { counter, smallKit } from '../testing/kit.ts'

const open = (): { kit: Kit; effect: Kit['effects'][string]; makeId: (prefix: string) => string } => {
  const { kit } = smallKit()
  const count = counter()
  return { kit, effect: Object.values(kit.effects)[0]!, makeId: (prefix) => `new-${count(prefix)}` }
}

describe('emitters', () => {
  it.each(Object.keys(STARTERS) as StarterId[])(
    'starter "%s" makes a kit without problems that resolves',
    (starter) => {
      const { kit, effect, makeId } = open()
      const id = addEmitter(kit, effect.id, starter, makeId)
      expect(checkKit(kit)).toEqual([])
      expect(resolveEffect(kit, effect).emitters.at(-1)!.id).toBe(id)
      expect(effect.emitters[id]!.name).toMatch(new RegExp(`^${STARTERS[starter].name}`))
    },
  )

  it('a companion follows its partner below it, with looks of its own; it stands alone when the partner goes', () => {
    const { kit, effect, makeId } = open()
    const [partner] = effect.emitterOrder
    const id = addCompanion(kit, effect.id, partner!, makeId)
    expect(checkKit(kit)).toEqual([])
    expect(effect.emitterOrder.indexOf(id)).toBe(effect.emitterOrder.indexOf(partner!) - 1)
    kit.types[effect.emitters[id]!.type]!.numbers.life = { from: 50, to: 60 }
    kit.types[effect.emitters[id]!.type]!.numbers.scale = { from: 4, to: 4 }
    const of = (emitterId: string) =>
      resolveEffect(
        { ...kit, types: { ...kit.types } },
        { ...effect, emitters: JSON.parse(JSON.stringify(effect.emitters)) as typeof effect.emitters },
      ).emitters.find((e) => e.id === emitterId)!
    expect(of(id).salt).toBe(of(partner!).salt)
    expect(of(id).type.numbers.life).toEqual(of(partner!).type.numbers.life)
    expect(of(id).type.numbers.scale).toEqual({ from: 4, to: 4 })
    // A number of a later Gliv stays, and means nothing here.
    Object.assign(kit.types[effect.emitters[id]!.type]!.numbers, { toCome: 1 })
    expect(of(id).type.numbers).toMatchObject({ toCome: 1 })
    // A muted partner is still followed.
    effect.emitters[partner!]!.muted = true
    expect(of(id).numbers).toEqual(effect.emitters[partner!]!.numbers)
    deleteEmitter(kit, effect.id, partner!)
    expect(effect.emitters[id]!.companionOf).toBeNull()
    expect(checkKit(kit)).toEqual([])
  })

  it('a duplicate is independent: own type, fresh salt, beside the original', () => {
    const { kit, effect, makeId } = open()
    const [first] = effect.emitterOrder
    const id = duplicateEmitter(kit, effect.id, first!, makeId)
    const [a, b] = [effect.emitters[first!]!, effect.emitters[id]!]
    expect(effect.emitterOrder[1]).toBe(id)
    expect(b.type).not.toBe(a.type)
    expect(b.salt).not.toBe(a.salt)
    kit.types[b.type]!.numbers.drag = 7
    b.numbers.flow = 3
    expect([kit.types[a.type]!.numbers.drag, a.numbers.flow]).toEqual([1.5, 24])
    expect(checkKit(kit)).toEqual([])
  })

  it('share a type on purpose and take an own copy back; unused types go', () => {
    const { kit, effect, makeId } = open()
    const [one, two] = effect.emitterOrder as [string, string]
    const shared = effect.emitters[one]!.type
    const lonely = effect.emitters[two]!.type
    shareType(kit, effect.id, two, shared)
    expect(usersOfType(kit, shared).map((u) => u.emitter.id)).toEqual([one, two])
    expect(kit.types[lonely]).toBeUndefined()
    ownType(kit, effect.id, two, makeId)
    expect(usersOfType(kit, shared).map((u) => u.emitter.id)).toEqual([one])
    shareType(kit, effect.id, one, shared)
    expect(checkKit(kit)).toEqual([])
  })

  it('are deleted with their type, and moved within bounds', () => {
    const { kit, effect } = open()
    const [one, two] = effect.emitterOrder as [string, string]
    moveEmitter(kit, effect.id, one, 99)
    expect(effect.emitterOrder).toEqual([two, one])
    moveEmitter(kit, effect.id, one, -4)
    expect(effect.emitterOrder).toEqual([one, two])
    deleteEmitter(kit, effect.id, one)
    deleteEmitter(kit, effect.id, two)
    expect([effect.emitterOrder, Object.keys(kit.types), kit.typeOrder]).toEqual([[], [], []])
  })
})

describe('effects', () => {
  it('a copy plays the same, is independent, and keeps sharing inside itself', () => {
    const { kit, effect, makeId } = open()
    const [one, two] = effect.emitterOrder as [string, string]
    shareType(kit, effect.id, two, effect.emitters[one]!.type)
    const copy = kit.effects[duplicateEffect(kit, effect.id, makeId)]!
    expect(copy.name).toBe('New effect 2')
    expect(copy.emitters[one]!.salt).toBe(effect.emitters[one]!.salt)
    expect(copy.emitters[one]!.type).toBe(copy.emitters[two]!.type)
    expect(copy.emitters[one]!.type).not.toBe(effect.emitters[one]!.type)
    expect(checkKit(kit)).toEqual([])
    deleteEffect(kit, effect.id)
    expect(checkKit(kit)).toEqual([])
    expect(kit.typeOrder).toEqual([copy.emitters[one]!.type])
  })

  it('an effect that others play is told of, and leaves them when it is deleted', () => {
    const { kit, effect, makeId } = open()
    const [whole, waker, apart] = [1, 2, 3].map(() => duplicateEffect(kit, effect.id, makeId))
    kit.effects[whole!]!.parts.push(newPart('part-1', effect.id))
    const [emitter] = Object.values(kit.effects[waker!]!.emitters)
    emitter!.relays.push({ ...newRelay('relay-1', ''), emitter: null, effect: effect.id })
    expect(
      usersOfEffect(kit, effect.id)
        .map(({ id }) => id)
        .sort(),
    ).toEqual([whole, waker].sort())
    expect(usersOfEffect(kit, apart!)).toEqual([])
    deleteEffect(kit, effect.id)
    expect(checkKit(kit)).toEqual([])
    expect(kit.effects[whole!]!.parts).toEqual([])
    expect(emitter!.relays).toEqual([])
  })

  it('names count up', () => {
    expect(freeName('Sparks', [])).toBe('Sparks')
    expect(freeName('Sparks', ['Sparks', 'Sparks 2'])).toBe('Sparks 3')
    expect(freeName('Sparks 2', ['Sparks 2'])).toBe('Sparks 3')
  })
})

describe('advice and look-ups', () => {
  it('what a loop would cut, and what sends out nothing, is said', () => {
    const { kit, effect } = open()
    expect(adviseKit(kit)).toEqual([])
    effect.play = 'loop'
    effect.numbers.loopSeconds = 0.5
    effect.emitters[effect.emitterOrder[1]!]!.bursts = []
    const [cut, silent] = adviseKit(kit)
    expect(cut!.message).toContain('it emits until 1 s but the effect loops every 0.5 s')
    expect(silent!.message).toContain('sends out nothing')
    expect(silent!.place).toBe(`effects.${effect.id}.emitters.${effect.emitterOrder[1]}`)
  })

  it('effects are found by id first, then by name', () => {
    const { kit, effect, makeId } = open()
    const other = kit.effects[duplicateEffect(kit, effect.id, makeId)]!
    other.name = effect.id
    expect(findEffect(kit, effect.id)).toBe(effect)
    expect(findEffect(kit, 'New effect')).toBe(effect)
    expect(() => findEffect(kit, 'Nothing')).toThrow(/no effect "Nothing"; the kit has "New effect"/)
  })
})

describe('resolving', () => {
  it('is cached by identity, so that an edit resolves only what it touched', () => {
    const { kit, effect } = open()
    const before = resolveEffect(kit, effect)
    const [one, two] = effect.emitterOrder as [string, string]
    const changed = {
      ...effect,
      emitters: { ...effect.emitters, [one]: { ...effect.emitters[one]!, name: 'Renamed' } },
    }
    const after = resolveEffect({ ...kit, effects: { [effect.id]: changed } }, changed)
    expect(after.emitters[1]).toBe(before.emitters[1])
    expect(after.emitters[0]).not.toBe(before.emitters[0])
    expect(two).toBe(after.emitters[1]!.id)
  })
})
