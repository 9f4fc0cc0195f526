/** Emitters through the clipboard: within an effect, to another, to another kit and back. */
import { describe, expect, it } from 'vitest'
import {
  addCompanion,
  addEffect,
  addEmitter,
  checkKit,
  copyEmitters,
  type EmittersCopy,
  graftEmittersCopy,
  type Kit,
  type KitFile,
  readClip,
  usersOfType,
  writeClip,
} from '../index.ts'
import { counter, smallKit } from '../testing/kit.ts'

const open = (): { file: KitFile; kit: Kit; effect: string; emitters: readonly string[] } => {
  const file = smallKit()
  const [effect] = file.kit.effectOrder as [string]
  return { file, kit: file.kit, effect, emitters: file.kit.effects[effect]!.emitterOrder }
}

const through = (clip: EmittersCopy): EmittersCopy => {
  const read = readClip(writeClip(clip))
  if (typeof read === 'string' || read.kind !== 'emitters') throw new Error(String(read))
  return read
}

let n = 0
const fresh = (prefix: string): string => `${prefix}-fresh-${++n}`

describe('copied emitters', () => {
  it('keep their particle type within a kit, under a name and a chance of their own', () => {
    const { file, kit, effect, emitters } = open()
    const [first] = emitters as [string]
    const clip = through(copyEmitters(file, effect, [first]))
    const other = addEffect(kit, fresh)
    for (const to of [effect, other]) {
      const [id] = graftEmittersCopy(kit, clip, to, fresh) as [string]
      const [before, made] = [kit.effects[effect]!.emitters[first]!, kit.effects[to]!.emitters[id]!]
      expect(made.type).toBe(before.type)
      expect(made.salt).not.toBe(before.salt)
      expect(made.numbers).toEqual(before.numbers)
      expect(kit.effects[to]!.emitterOrder.at(-1)).toBe(id)
    }
    expect(usersOfType(kit, kit.effects[effect]!.emitters[first]!.type)).toHaveLength(3)
    expect(new Set(Object.values(kit.effects[effect]!.emitters).map(({ name }) => name)).size).toBe(3)
    expect(checkKit(kit)).toEqual([])
  })

  it('bring type and sheet into another kit, once, and come back to what was there', () => {
    const { file, effect, emitters } = open()
    const clip = through(copyEmitters(file, effect, emitters))
    const there = smallKit()
    there.kit.sheets['sheet'] = { ...there.kit.sheets['sheet']!, picture: 'e'.repeat(32) }
    const [to] = there.kit.effectOrder as [string]
    const types = there.kit.typeOrder.length
    graftEmittersCopy(there.kit, clip, to, fresh)
    graftEmittersCopy(there.kit, clip, to, fresh)
    // An equal name with another picture has a number; the second time it is there already.
    expect(there.kit.sheetOrder.map((id) => there.kit.sheets[id]!.name)).toEqual(['Sheet', 'Sheet 2'])
    expect(there.kit.typeOrder.length).toBe(types + emitters.length)
    expect(checkKit(there.kit)).toEqual([])
    expect([...clip.file.pictures.keys()]).toEqual([file.kit.sheets['sheet']!.picture])
    // Back home nothing new is needed.
    const back = through(
      copyEmitters(
        { ...there, pictures: clip.file.pictures },
        to,
        there.kit.effects[to]!.emitterOrder.slice(-2),
      ),
    )
    const home = JSON.parse(JSON.stringify(file.kit)) as Kit
    graftEmittersCopy(home, back, effect, fresh)
    expect(home.sheetOrder).toEqual(file.kit.sheetOrder)
    expect(checkKit(home)).toEqual([])
  })

  it('leave what they were tied to, and keep ties among themselves', () => {
    const { file, kit, effect, emitters } = open()
    const [first] = emitters as [string]
    const glow = addCompanion(kit, effect, first, counter())
    const single = copyEmitters(file, effect, [glow])
    const both = copyEmitters(file, effect, [first, glow])
    const [a] = graftEmittersCopy(kit, through(single), effect, fresh) as [string]
    expect(kit.effects[effect]!.emitters[a]!.companionOf).toBeNull()
    const made = graftEmittersCopy(kit, through(both), effect, fresh)
    const partner = made.find((id) => kit.effects[effect]!.emitters[id]!.companionOf !== null)!
    expect(made).toContain(kit.effects[effect]!.emitters[partner]!.companionOf)
    expect(checkKit(kit)).toEqual([])
  })

  it('begin when they did, or the first of them at a moment', () => {
    const { file, kit, effect } = open()
    const ids = [addEmitter(kit, effect, 'burst', fresh), addEmitter(kit, effect, 'burst', fresh)]
    kit.effects[effect]!.emitters[ids[0]!]!.numbers.delay = 0.2
    kit.effects[effect]!.emitters[ids[1]!]!.numbers.delay = 0.5
    const clip = through(copyEmitters(file, effect, ids))
    const delays = (made: string[]): number[] =>
      made.map((id) => kit.effects[effect]!.emitters[id]!.numbers.delay)
    expect(delays(graftEmittersCopy(kit, clip, effect, fresh))).toEqual([0.2, 0.5])
    expect(delays(graftEmittersCopy(kit, clip, effect, fresh, 1.5))).toEqual([1.5, 1.8])
  })

  it('are refused in words when they are broken', () => {
    const { file, effect, emitters } = open()
    const plain = JSON.parse(writeClip(copyEmitters(file, effect, emitters))) as Record<string, unknown>
    expect(readClip(JSON.stringify({ ...plain, emitters: ['gone'] }))).toMatch(/lack "gone"; copy them again/)
    expect(readClip(JSON.stringify({ ...plain, emitters: [] }))).toMatch(/at least one; copy an emitter/)
    expect(readClip(JSON.stringify({ ...plain, kit: {} }))).toMatch(/^The copied emitters cannot be read: /)
  })
})
