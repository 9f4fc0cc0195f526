import { makeDemo } from '@gliv/demo'
import { addEmitter, checkKit, type Kit, newRelay, shareType } from '@gliv/document'
import { describe, expect, it } from 'vitest'
import { copyRelays, sameRelays, sharingRelays } from './relaysTogether.ts'

const effect = 'cargo-blast'
let made = 0
const makeId = (prefix: string): string => `${prefix}-test-${++made}`

/** Two emitters that share a type, one more that the first wakes and that shares it, too. */
const open = () => {
  const { kit } = makeDemo()
  const [first, second, woken] = [0, 1, 2].map(() => addEmitter(kit, effect, 'burst', makeId)) as [
    string,
    string,
    string,
  ]
  const { emitters } = kit.effects[effect]!
  const type = emitters[first]!.type
  for (const id of [second, woken]) shareType(kit, effect, id, type)
  emitters[woken]!.dormant = true
  emitters[first]!.relays = [newRelay(makeId('relay'), woken)]
  return { kit, path: { effect, emitter: first, type }, second, woken }
}

const relaysOf = (kit: Kit, id: string) => kit.effects[effect]!.emitters[id]!.relays

describe('relays of a shared type', () => {
  it('are those of the emitters that send it out, without those that are woken by them', () => {
    const { kit, path, second } = open()
    expect(sharingRelays(kit, path).map(({ emitter }) => emitter)).toEqual([second])
  })

  it('are copied to all; each keeps ids and draws of its own, also when they are copied again', () => {
    const { kit, path, second } = open()
    const others = sharingRelays(kit, path)
    expect(sameRelays(kit, path, others)).toBe(false)
    copyRelays(kit, path, others, makeId)
    expect(sameRelays(kit, path, others)).toBe(true)
    const [own] = relaysOf(kit, path.emitter)
    const [other] = relaysOf(kit, second)
    expect([other!.id === own!.id, other!.salt === own!.salt]).toEqual([false, false])
    own!.numbers.relayChance = 0.25
    copyRelays(kit, path, others, makeId)
    const [again] = relaysOf(kit, second)
    expect([again!.id, again!.salt, again!.numbers.relayChance]).toEqual([other!.id, other!.salt, 0.25])
    expect(checkKit(kit)).toEqual([])
  })
})
