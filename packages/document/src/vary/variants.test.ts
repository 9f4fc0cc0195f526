/** Variants: what follows, what stays, what comes and goes with the master. */
import { describe, expect, it } from 'vitest'
import { addEmitter, checkKit, deleteEmitter, type Kit, readKit } from '../index.ts'
import { smallKit } from '../testing/kit.ts'
import {
  changedVariants,
  followAgain,
  followMasters,
  isOwn,
  makeVariant,
  partVariant,
  placesOf,
  variantsOf,
} from './variants.ts'

let n = 0
const fresh = (prefix: string): string => `${prefix}-v${++n}`
const clone = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T

interface Open {
  kit: Kit
  master: string
  variant: string
  first: string
  second: string
}

const open = (): Open => {
  const { kit } = smallKit()
  const [master] = kit.effectOrder as [string]
  const [first, second] = kit.effects[master]!.emitterOrder as [string, string]
  const variant = makeVariant(kit, master, fresh, 'Light')
  return { kit, master, variant, first, second }
}

/** A change as the studio makes it: the change, then what follows. */
const change = (kit: Kit, work: (kit: Kit) => void): Kit => {
  const next = clone(kit)
  work(next)
  followMasters(next, kit, changedVariants(kit, next), fresh)
  expect(checkKit(next)).toEqual([])
  return next
}

const speedOf = (kit: Kit, effect: string, emitter: string): unknown =>
  kit.effects[effect]!.emitters[emitter]!.numbers.speed
const typeOf = (kit: Kit, effect: string, emitter: string) =>
  kit.types[kit.effects[effect]!.emitters[emitter]!.type]!

describe('a variant', () => {
  it('is at first what its master is, with types of its own, and can be read again', () => {
    const { kit, master, variant, first } = open()
    expect(kit.effects[variant]).toMatchObject({ name: 'Light', variant: { of: master, own: [] } })
    expect([...placesOf(kit, variant)]).toEqual([...placesOf(kit, master)])
    expect(typeOf(kit, variant, first).id).not.toBe(typeOf(kit, master, first).id)
    expect(variantsOf(kit, master).map(({ id }) => id)).toEqual([variant])
    expect(readKit(clone(kit)).effects[variant]!.variant).toEqual({ of: master, own: [] })
  })

  it('follows its master except where it is its own', () => {
    const { kit, master, variant, first } = open()
    const own = change(
      kit,
      (k) => void (k.effects[variant]!.emitters[first]!.numbers.speed = { from: 5, to: 9 }),
    )
    expect(own.effects[variant]!.variant!.own).toEqual([`emitters.${first}.numbers.speed`])
    expect(isOwn(own.effects[variant]!, `emitters.${first}.numbers.speed`)).toBe(true)
    const next = change(own, (k) => {
      const emitter = k.effects[master]!.emitters[first]!
      emitter.numbers.speed = { from: 300, to: 400 }
      emitter.numbers.fan = 77
      typeOf(k, master, first).numbers.life = { from: 2, to: 3 }
      typeOf(k, master, first).blend = 'screen'
      k.effects[master]!.numbers.warmUp = 1.5
    })
    expect(speedOf(next, variant, first)).toEqual({ from: 5, to: 9 })
    expect(next.effects[variant]!.emitters[first]!.numbers.fan).toBe(77)
    expect(typeOf(next, variant, first)).toMatchObject({
      blend: 'screen',
      numbers: { life: { from: 2, to: 3 } },
    })
    expect(next.effects[variant]!.numbers.warmUp).toBe(1.5)
    // The master is left alone by what is the variant's.
    expect(speedOf(next, master, first)).toEqual({ from: 300, to: 400 })
    const back = change(next, (k) => followAgain(k, variant, [`emitters.${first}.numbers.speed`]))
    expect(speedOf(back, variant, first)).toEqual({ from: 300, to: 400 })
    expect(back.effects[variant]!.variant!.own).toEqual([])
  })

  it('follows again where it is set to what its master has', () => {
    const { kit, master, variant, first } = open()
    const set = (value: number) => (k: Kit) => void (k.effects[variant]!.emitters[first]!.numbers.fan = value)
    const own = change(kit, set(200))
    expect(own.effects[variant]!.variant!.own).toHaveLength(1)
    const again = change(own, set(kit.effects[master]!.emitters[first]!.numbers.fan))
    expect(again.effects[variant]!.variant!.own).toEqual([])
  })

  it('gets emitters that come to its master, and loses those that leave it, unless they are its own', () => {
    const { kit, master, variant, first, second } = open()
    let added = ''
    const more = change(kit, (k) => void (added = addEmitter(k, master, 'trail', fresh)))
    expect(more.effects[variant]!.emitterOrder).toEqual([first, second, added])
    expect(typeOf(more, variant, added).id).not.toBe(typeOf(more, master, added).id)
    const without = change(more, (k) => deleteEmitter(k, variant, second))
    expect(without.effects[master]!.emitters[second]).toBeDefined()
    const still = change(without, (k) => void (k.effects[master]!.emitters[second]!.numbers.fan = 5))
    expect(still.effects[variant]!.emitters[second]).toBeUndefined()
    const own = change(still, (k) => void (k.effects[variant]!.emitters[added]!.numbers.fan = 5))
    const gone = change(own, (k) => {
      deleteEmitter(k, master, first)
      deleteEmitter(k, master, added)
    })
    expect(gone.effects[variant]!.emitterOrder).toEqual([added])
  })

  it('of a variant follows through it; one that is parted follows no more', () => {
    const { kit, master, variant, first } = open()
    const inner = makeVariant(kit, variant, fresh)
    const fan = (k: Kit, id: string): number => k.effects[id]!.emitters[first]!.numbers.fan
    const next = change(kit, (k) => void (k.effects[master]!.emitters[first]!.numbers.fan = 99))
    expect([fan(next, variant), fan(next, inner)]).toEqual([99, 99])
    const parted = change(next, (k) => partVariant(k, variant))
    const last = change(parted, (k) => void (k.effects[master]!.emitters[first]!.numbers.fan = 11))
    expect([fan(last, variant), fan(last, inner)]).toEqual([99, 99])
  })

  it('is looked at only where something of it or of its master is another object', () => {
    const { kit, master, variant, first } = open()
    expect(changedVariants(kit, { ...kit, name: 'Other' })).toEqual([])
    const other = { ...kit, effects: { ...kit.effects, [master]: { ...kit.effects[master]! } } }
    expect(changedVariants(kit, other)).toEqual([variant])
    const type = typeOf(kit, variant, first)
    expect(changedVariants(kit, { ...kit, types: { ...kit.types, [type.id]: { ...type } } })).toEqual([
      variant,
    ])
  })

  it('gives the same kit whatever the order of changes, for random edits of both', () => {
    const { kit: start, master, variant, first, second } = open()
    let state = 7
    const next = (below: number): number => {
      state = (Math.imul(state, 1664525) + 1013904223) >>> 0
      return Math.floor((state / 2 ** 32) * below)
    }
    let kit = start
    for (let round = 0; round < 60; round++) {
      const effect = next(2) ? master : variant
      const emitter = next(2) ? first : second
      const value = next(90)
      kit = change(kit, (k) => {
        if (next(2)) k.effects[effect]!.emitters[emitter]!.numbers.fan = value
        else typeOf(k, effect, emitter).numbers.drag = value / 10
      })
      // Whatever was done: where it is not its own, a variant is its master.
      const [a, b] = [placesOf(kit, master), placesOf(kit, variant)]
      for (const [place, is] of b)
        if (!isOwn(kit.effects[variant]!, place)) expect(is, place).toEqual(a.get(place))
    }
  })
})
