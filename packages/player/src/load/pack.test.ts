/** Packs: what is written is what is read, and what is damaged is refused in words. */
import { maskReader } from '@gliv/bake'
import { makeDemo } from '@gliv/demo'
import { canonicalJson, gatherPack, hashPicture, type KitFile, readKitFile } from '@gliv/document'
import { type PackChoice, packBytes, packText } from '@gliv/export'
import { PACK_VERSION, type PackFile, type Picture, type ResolvedEffect } from '@gliv/model'
import { decodePng } from '@gliv/pixels'
import { beforeAll, describe, expect, it } from 'vitest'
import { findInPack, type Pack, readPack } from './pack.ts'

const demo: KitFile = makeDemo()
const utf8 = (text: string): Uint8Array => new TextEncoder().encode(text)
let text = ''
let read: Pack
let file: PackFile
beforeAll(() => {
  text = packText(demo)
  file = JSON.parse(text) as PackFile
  read = readPack(text)
})

/** An effect with every frame as its number and size alone: where they lie is the pages' affair. */
const withoutPlaces = (effect: unknown): unknown =>
  JSON.parse(
    JSON.stringify(effect, (key, value: unknown) =>
      key === 'frames'
        ? (value as Picture['frames']).map(({ w, h, pivotX, pivotY }) => [w, h, pivotX, pivotY])
        : key === 'sheet' || key === 'frame'
          ? undefined
          : value,
    ),
  )

describe('a pack', () => {
  it('reads as what was gathered of the kit, as text and as bytes', () => {
    const gathered = gatherPack(
      demo,
      maskReader(() => demo.pictures),
    )
    // Texts of one order of keys: comparing values one by one takes seconds.
    const named = (effects: readonly ResolvedEffect[]): string => canonicalJson(effects.map(withoutPlaces))
    const expected = named(gathered.effects)
    expect(named(read.contents.effects) === expected).toBe(true)
    const binary = readPack(packBytes(demo))
    expect(named(binary.contents.effects) === expected).toBe(true)
    const bytes = (parts: readonly { readonly image?: Uint8Array; readonly data?: Uint8Array }[] = []) =>
      parts.map(({ image, data }) => hashPicture((image ?? data)!))
    expect(bytes(binary.contents.pages)).toEqual(bytes(read.contents.pages))
    expect(bytes(binary.contents.sounds)).toEqual(bytes(read.contents.sounds))
    expect(readPack(utf8(text)).contents.sheets).toEqual(read.contents.sheets)
    expect(readPack(JSON.parse(text)).contents.cues).toEqual(demo.kit.cues)
  })

  it('has each frame on a page as it was in its sheet', () => {
    const pages = read.contents.pages.map(({ image }) => decodePng(image))
    let compared = 0
    for (const { id, page, frames } of read.contents.sheets) {
      const sheet = decodePng(demo.pictures.get(demo.kit.sheets[id]!.picture)!)
      for (const [, x, y, w, h, , , fromX, fromY] of frames)
        for (let row = 0; row < h; row++) {
          const at = ((y + row) * pages[page]!.width + x) * 4
          const from = ((fromY + row) * sheet.width + fromX) * 4
          const same = pages[page]!.data.subarray(at, at + w * 4).every(
            (value, k) => value === sheet.data[from + k],
          )
          expect(same).toBe(true)
          compared++
        }
    }
    expect(compared).toBeGreaterThan(500)
    // One page a way of sampling.
    expect(pages.length).toBe(new Set(Object.values(demo.kit.sheets).map(({ sampling }) => sampling)).size)
  })

  const sizeOf = (choice: PackChoice): number => packText(demo, choice).length
  it('carries only what its effects use', () => {
    const coin = readPack(packText(demo, { effects: ['coin'] })).contents
    expect(coin.effects.map(({ id }) => id)).toEqual(['coin'])
    const used = new Set(
      coin.effects[0]!.emitters.flatMap(({ type }) => type.pictures.map(({ sheetId }) => sheetId)),
    )
    expect(new Set(coin.sheets.map(({ id }) => id))).toEqual(used)
    for (const cue of coin.cues ?? []) expect(cue.effects).toEqual(['coin'])
    expect(sizeOf({ effects: ['coin'] })).toBeLessThan(sizeOf({}) / 8)
    // What plays inside others comes along, unseen.
    const [outer] = demo.kit.effectOrder.filter((id) => demo.kit.effects[id]!.parts.length > 0)
    const lean = readPack(packText(demo, { effects: [outer!] })).contents
    expect(lean.effects.map(({ id }) => id)).toEqual([outer])
    expect(lean.effects[0]!.parts.length).toBeGreaterThan(0)
    expect(() => findInPack(lean, 'Nothing')).toThrow(/no effect "Nothing"; it has/)
  })

  it('opens in the studio with its kit inside, and says why not without', () => {
    for (const bytes of [utf8(packText(demo, { withSource: true })), packBytes(demo, { withSource: true })])
      expect(readKitFile(bytes).kit).toEqual(demo.kit)
    for (const bytes of [utf8(text), packBytes(demo)])
      expect(() => readKitFile(bytes)).toThrow(/a pack for games, and its kit is not inside; open the kit/)
  })
})

describe('what is no pack', () => {
  it('of another kind or format number is refused in words', () => {
    expect(() => readPack({})).toThrow(/not a Gliv pack.*export a pack/)
    expect(() => readPack(null)).toThrow(/not a Gliv pack/)
    expect(() => readPack('rubbish')).toThrow(
      'This is not a Gliv pack: it is not even JSON; export a pack from Gliv',
    )
    expect(() => readPack({ format: 'gliv-pack', version: 7 })).toThrow(
      `format 7 but this player reads format ${PACK_VERSION}`,
    )
    expect(() => readPack({ ...file, needs: ['cues', 'smell', 'ribbons'] })).toThrow(
      'This pack needs "smell" and "ribbons", which this player does not know; use the player that came with the pack',
    )
    expect(() =>
      readPack({ format: 'gliv-pack', version: PACK_VERSION, effects: [{ id: 'a', name: 'b' }] }),
    ).toThrow(/pack.name: it is undefined, not string; the pack is damaged/)
  })

  it('nor is one that ends too early', () => {
    const bytes = packBytes(demo)
    for (const length of [4, 9, 20, 5000, bytes.length - 1])
      expect(() => readPack(bytes.slice(0, length)), String(length)).toThrow(/damaged|not a Gliv pack/)
    for (const length of [60, 5000, text.length - 20])
      expect(() => readPack(text.slice(0, length))).toThrow(/The pack is damaged: it ends too early/)
    expect(() => readPack(text.slice(0, 5))).toThrow(/not a Gliv pack/)
  })

  it('damages anywhere are refused in words, or do no harm', () => {
    // A generator of its own: the same damages every time.
    let seed = 7
    const next = (below: number): number => {
      seed = (Math.imul(seed, 1664525) + 1013904223) >>> 0
      return Math.floor((seed / 2 ** 32) * below)
    }
    const RUBBISH = [null, 'x', -1, {}, [], undefined, 1e9] as const
    const small = JSON.parse(packText(demo, { effects: ['coin', 'crate-shatter'] })) as PackFile
    let refused = 0
    for (let round = 0; round < 400; round++) {
      const broken = structuredClone(small) as unknown as Record<string, unknown>
      let at: Record<string, unknown> = broken
      for (let depth = 0; depth < 1 + next(6); depth++) {
        const keys = Object.keys(at).filter((key) => typeof at[key] === 'object' && at[key] !== null)
        if (keys.length === 0) break
        at = at[keys[next(keys.length)]!] as Record<string, unknown>
      }
      const keys = Object.keys(at)
      if (keys.length === 0) continue
      at[keys[next(keys.length)]!] = RUBBISH[next(RUBBISH.length)]
      try {
        readPack(broken)
      } catch (error) {
        refused++
        expect((error as Error).name, String((error as Error).stack)).toBe('Refusal')
        expect((error as Error).message.length).toBeLessThan(400)
      }
    }
    expect(refused).toBeGreaterThan(100)
  }, 30_000)
})
