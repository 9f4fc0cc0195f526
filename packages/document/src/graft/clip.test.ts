/** Copied blocks of cells: what goes where, and what is refused in words with the kit as it was. */
import { describe, expect, it } from 'vitest'
import {
  checkKit,
  type CellsCopy,
  copyCells,
  graft,
  type Kit,
  newBurst,
  readClip,
  writeClip,
} from '../index.ts'
import { addEmitter } from '../kit/starters.ts'
import { counter, smallKit } from '../testing/kit.ts'

const open = (): { kit: Kit; effect: string; first: string; second: string } => {
  const { kit } = smallKit()
  const [effect] = kit.effectOrder as [string]
  const makeId = counter()
  const second = addEmitter(kit, effect, 'burst', (prefix) => `other-${makeId(prefix)}`)
  const [first] = kit.effects[effect]!.emitterOrder as [string]
  return { kit, effect, first, second }
}

const clipOf = (...rows: CellsCopy['rows']): CellsCopy => ({
  format: 'gliv-clip',
  version: 1,
  kind: 'cells',
  rows,
})

const typeOf = (kit: Kit, effect: string, emitter: string) =>
  kit.types[kit.effects[effect]!.emitters[emitter]!.type]!

describe('a block of cells', () => {
  it('goes from one emitter to another: numbers, words, bursts and pictures, as text in between', () => {
    const { kit, effect, first, second } = open()
    const from = kit.effects[effect]!.emitters[first]!
    from.aim = 'outward'
    from.numbers.speed = { from: 12, to: 34, bias: 'low' }
    from.bursts = [newBurst('b')]
    from.bursts[0]!.numbers.burstCount = { from: 7, to: 7 }
    typeOf(kit, effect, first).blend = 'screen'
    const rows = [
      'emitter.aim',
      'emitter.numbers.speed',
      'emitter.bursts.0.numbers.burstCount',
      'type.blend',
      'type.pictures',
    ]
    const text = writeClip(copyCells(kit, effect, rows, [first], () => true))
    const clip = readClip(text)
    if (typeof clip === 'string' || clip.kind !== 'cells') throw new Error('no cells')
    expect(graft(kit, clip, { effect, emitters: [second] })).toBeNull()
    const to = kit.effects[effect]!.emitters[second]!
    expect([to.aim, to.numbers.speed]).toEqual(['outward', { from: 12, to: 34, bias: 'low' }])
    expect(to.bursts[0]!.numbers.burstCount).toEqual({ from: 7, to: 7 })
    expect(typeOf(kit, effect, second).blend).toBe('screen')
    expect(typeOf(kit, effect, second).pictures).toEqual(typeOf(kit, effect, first).pictures)
    // Copies, not the same lists.
    expect(typeOf(kit, effect, second).pictures).not.toBe(typeOf(kit, effect, first).pictures)
    expect(checkKit(kit)).toEqual([])
  })

  it('of one column goes to all that are asked for; of several, column by column; gaps are left alone', () => {
    const { kit, effect, first, second } = open()
    const emitters = [first, second]
    const fans = () => emitters.map((id) => kit.effects[effect]!.emitters[id]!.numbers.fan)
    graft(kit, clipOf({ row: 'emitter.numbers.fan', values: [11] }), { effect, emitters })
    expect(fans()).toEqual([11, 11])
    graft(kit, clipOf({ row: 'emitter.numbers.fan', values: [null, 22] }), { effect, emitters })
    expect(fans()).toEqual([11, 22])
  })

  it('of one row goes into other rows of its unit, and into no others', () => {
    const { kit, effect, first } = open()
    const at = { effect, emitters: [first], rows: ['emitter.numbers.offsetX', 'emitter.numbers.offsetY'] }
    expect(graft(kit, clipOf({ row: 'emitter.numbers.shapeRadius', values: [40] }), at)).toBeNull()
    const { numbers } = kit.effects[effect]!.emitters[first]!
    expect([numbers.offsetX, numbers.offsetY]).toEqual([40, 40])
    const refusal = graft(kit, clipOf({ row: 'emitter.numbers.fan', values: [40] }), at)
    expect(refusal).toMatch(/fan does not fit into offsetX; /)
  })

  it.each([
    [
      { row: 'emitter.bursts.9.numbers.burstCount', values: [3] },
      /burstCount of burst 10 has no place in “.*”; /,
    ],
    [{ row: 'emitter.numbers.fan', values: [1e9] }, /too high; /],
    [{ row: 'emitter.numbers.fan', values: [{ from: 1, to: 2 }] }, /takes one number, not a range; /],
    [{ row: 'emitter.aim', values: [3] }, /aim takes .* not 3; /],
    [{ row: 'type.pictures', values: [[{ sheet: 'elsewhere' }]] }, /sheet is not in this kit; /],
    [{ row: 'emitter.id', values: ['x'] }, /has no place/],
    [{ row: 'type.constructor.name', values: ['x'] }, /has no place/],
    [{ row: 'type.numbers.__proto__', values: [{}] }, /has no place/],
  ])('%j is refused in words, and nothing of the block is taken', (row, message) => {
    const { kit, effect, first } = open()
    const before = JSON.stringify(kit)
    const good = { row: 'emitter.numbers.offsetX', values: [77] }
    expect(graft(kit, clipOf(good, row), { effect, emitters: [first] })).toMatch(message)
    expect(JSON.stringify(kit)).toBe(before)
  })
})

describe('a text of the clipboard', () => {
  it.each([
    ['', /nothing of Gliv; /],
    ['{"a":1}', /nothing of Gliv; /],
    ['null', /nothing of Gliv; /],
    [JSON.stringify({ format: 'gliv-clip', version: 9, kind: 'cells', rows: [] }), /newer Gliv/],
    [JSON.stringify({ format: 'gliv-clip', version: 1, kind: 'weather' }), /"weather".*; /],
    [JSON.stringify({ format: 'gliv-clip', version: 1, kind: 'constructor' }), /"constructor"/],
    [JSON.stringify({ format: 'gliv-clip', version: 1, kind: 'cells', rows: [] }), /at least one row; /],
    [
      JSON.stringify({ format: 'gliv-clip', version: 1, kind: 'cells', rows: [{ row: 4, values: [1] }] }),
      /cells/,
    ],
  ])('%j is no clip, in words', (text, message) => {
    expect(readClip(text)).toMatch(message)
  })
})
