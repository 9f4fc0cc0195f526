import fc from 'fast-check'
import { strFromU8, strToU8 } from 'fflate'
import { describe, expect, it } from 'vitest'
import { Refusal } from '@gliv/model'
import {
  addPreset,
  canonicalJson,
  duplicateEffect,
  pathOfId,
  readKitFolder,
  setShipping,
  writeKitFolder,
  writeKitZip,
} from '../index.ts'
import { counter, smallKit } from '../testing/kit.ts'

const shipped = () => {
  const file = smallKit()
  const [first] = file.kit.effectOrder
  const count = counter()
  duplicateEffect(file.kit, first!, (prefix) => `new-${count(prefix)}`)
  setShipping(file.kit, [first!], (shipping) => ({
    ...shipping,
    ticked: true,
    frames: [{ tick: 3, hold: 2 }],
  }))
  addPreset(file.kit, first!, 'Phone', counter())
  return file
}

describe('a kit as a folder', () => {
  it('comes back whole, with how it ships; the same kit gives the same files', () => {
    const file = shipped()
    const files = writeKitFolder(file)
    expect([...files.keys()].sort()).toEqual(
      [
        'kit.json',
        'sheets/sheet.json',
        'sheets/sheet.png',
        ...file.kit.effectOrder.map((id) => `effects/${id}.json`),
        ...file.kit.typeOrder.map((id) => `types/${id}.json`),
      ].sort(),
    )
    const read = readKitFolder(files)
    expect(writeKitZip(read)).toEqual(writeKitZip(file))
    expect(writeKitFolder(read)).toEqual(files)
  })

  it('an edit of one effect touches one file, a changed picture none of the JSON', () => {
    const file = shipped()
    const before = writeKitFolder(file)
    file.kit.effects[file.kit.effectOrder[0]!]!.name = 'Another'
    const after = writeKitFolder(file)
    const changed = [...after.keys()].filter(
      (path) => strFromU8(after.get(path)!) !== strFromU8(before.get(path)!),
    )
    expect(changed).toEqual([`effects/${file.kit.effectOrder[0]}.json`])
  })

  it('two that add something merge: what nobody ordered comes last, what is gone is left out', () => {
    const files = new Map(writeKitFolder(shipped()))
    const [path] = [...files.keys()].filter((one) => one.startsWith('effects/'))
    const copy = { ...(JSON.parse(strFromU8(files.get(path!)!)) as object), id: 'zz', name: 'New' }
    files.set('effects/zz.json', strToU8(canonicalJson(copy)))
    files.delete(path!)
    const { kit } = readKitFolder(files)
    expect(kit.effectOrder.at(-1)).toBe('zz')
    expect(kit.effectOrder).not.toContain(path!.slice(8, -5))
  })

  it('says which file is wrong', () => {
    const files = new Map(writeKitFolder(shipped()))
    const broken = (path: string, text: string | null) => () => {
      const changed = new Map(files)
      if (text === null) changed.delete(path)
      else changed.set(path, strToU8(text))
      return readKitFolder(changed)
    }
    expect(broken('kit.json', null)).toThrow(/kit.json: the folder has no kit.json/)
    expect(broken('sheets/sheet.png', null)).toThrow(/sheets\/sheet: the file that belongs to it is missing/)
    expect(broken('sheets/sheet.json', '{')).toThrow(/sheets\/sheet.json: it is not readable JSON/)
    expect(broken('sheets/sheet.json', '[]')).toThrow(/is no JSON object/)
    expect(broken('sheets/other.json', strFromU8(files.get('sheets/sheet.json')!))).toThrow(
      /rename the file or correct the id/,
    )
    expect(broken('sheets/sheet.png', 'no picture')).toThrow(Refusal)
  })

  it('any id has a file name of its own, whatever the system makes of capitals', () => {
    fc.assert(
      fc.property(
        fc.string({ minLength: 1, maxLength: 20 }),
        fc.string({ minLength: 1, maxLength: 20 }),
        (a, b) => {
          expect(pathOfId(a)).toMatch(/^[a-z0-9_%-]+$/)
          if (a !== b) expect(pathOfId(a).toLowerCase()).not.toBe(pathOfId(b).toLowerCase())
        },
      ),
    )
    expect([pathOfId('../x'), pathOfId('con'), pathOfId('A')]).toEqual(['%2e%2e%2fx', '%63on', '%41'])
  })
})
