import { makeDemo } from '@gliv/demo'
import { describe, expect, it } from 'vitest'
import { moveTogether } from './together.ts'

describe('moving together', () => {
  it('moves all by the same way from where they were, and leaves locked ones', () => {
    const before = makeDemo().kit
    const { kit } = makeDemo()
    const effect = kit.effects['cargo-blast']!
    const [a, b, c] = effect.emitterOrder
    effect.emitters[c!]!.locked = true
    // Twice, as two steps of one drag: counted from the start, not from the last step.
    moveTogether(kit, before, effect.id, [a!, b!, c!, 'nobody'], 5, 5)
    moveTogether(kit, before, effect.id, [a!, b!, c!, 'nobody'], 7, -3)
    const place = (k: typeof kit, id: string) => [
      k.effects[effect.id]!.emitters[id]!.numbers.offsetX,
      k.effects[effect.id]!.emitters[id]!.numbers.offsetY,
    ]
    for (const id of [a!, b!])
      expect(place(kit, id)).toEqual(place(before, id).map((v, i) => v + [7, -3][i]!))
    expect(place(kit, c!)).toEqual(place(before, c!))
  })
})
