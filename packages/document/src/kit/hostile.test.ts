/** What comes from outside, or from a damaged disk: refused in words, or opened as far as it can be. */
import { PROPERTIES, Refusal } from '@gliv/model'
import { strToU8, zipSync } from 'fflate'
import { describe, expect, it } from 'vitest'
import {
  checkKit,
  type Kit,
  newPart,
  readKit,
  readKitFile,
  resolveEffect,
  salvageKit,
  writeKitJson,
  writeKitZip,
} from '../index.ts'
import { addEffect } from './edits.ts'
import { clone } from './layers.ts'
import { brokenRules, boundsWithin, ORDER_RULES, refuseWithin } from './rules.ts'
import { damage, diceOf } from '../testing/damage.ts'
import { counter, smallKit } from '../testing/kit.ts'
import { LONG, tell } from '../testing/long.ts'

const refusalOf = (work: () => unknown): Error | null => {
  try {
    work()
    return null
  } catch (error) {
    return error as Error
  }
}

/** Value, rule, remedy: at least two parts after the place, and short enough to be read. */
const expectInWords = (error: Error): void => {
  expect(error).toBeInstanceOf(Refusal)
  expect(error.message.length, error.message.slice(0, 500)).toBeLessThanOrEqual(400)
  expect(error.message, 'a remedy').toMatch(/; /)
  expect(error.message).not.toMatch(/Unexpected token|undefined|\[object/)
}

const richKit = (): Kit => {
  const { kit } = smallKit()
  const makeId = counter()
  const [first] = kit.effectOrder as [string]
  const second = addEffect(kit, (prefix) => `more-${makeId(prefix)}`)
  kit.effects[first]!.parts.push(newPart('part', second))
  kit.palettes['embers'] = { id: 'embers', name: 'Embers', colours: ['#ff8800', '#882200'] }
  kit.paletteOrder.push('embers')
  return kit
}

describe('names that every object has', () => {
  const changes: Readonly<Record<string, (kit: Kit, name: string) => void>> = {
    'an effect': (kit, name) => {
      Object.defineProperty(kit.effects, name, {
        value: { ...Object.values(kit.effects)[0]!, id: name },
        enumerable: true,
      })
      kit.effectOrder.push(name)
    },
    'a palette': (kit, name) => {
      Object.defineProperty(kit.palettes, name, {
        value: { ...kit.palettes['embers']!, id: name },
        enumerable: true,
      })
      kit.paletteOrder.push(name)
    },
    'an emitter’s type': (kit, name) =>
      void (Object.values(Object.values(kit.effects)[0]!.emitters)[0]!.type = name),
    'a picture’s sheet': (kit, name) => void (Object.values(kit.types)[0]!.pictures[0]!.sheet = name),
    'a type’s palette': (kit, name) => void (Object.values(kit.types)[0]!.palette = name),
    'a part’s effect': (kit, name) =>
      void (Object.values(kit.effects)[0]!.parts[0]!.effects[0]!.effect = name),
    'a partner': (kit, name) =>
      void (Object.values(Object.values(kit.effects)[0]!.emitters)[0]!.companionOf = name),
  }
  for (const [what, change] of Object.entries(changes))
    it.each(['constructor', 'toString', '__proto__', 'hasOwnProperty'])(
      `%s as ${what} is refused in words`,
      (name) => {
        const kit = richKit()
        change(kit, name)
        const error = refusalOf(() => readKit(JSON.parse(JSON.stringify(kit))))
        expect(error, 'a refusal').not.toBeNull()
        expectInWords(error!)
        expect(error!.message).toContain('cannot be an id')
      },
    )
})

it('mutated kits are refused in words or read; nothing else is ever thrown', () => {
  const runs = LONG ? 8000 : 500
  const seed = 20261127
  const dice = diceOf(seed)
  let refused = 0
  for (let k = 0; k < runs; k++) {
    const data = clone(richKit()) as unknown as Record<string, unknown>
    data['version'] = [3, 3, 3, 2, 1][dice(5)]
    for (let n = 0; n <= dice(3); n++) damage(data, dice)
    const error = refusalOf(() => {
      const kit = readKit(data)
      for (const effect of Object.values(kit.effects)) resolveEffect(kit, effect)
      writeKitJson({ kit, pictures: smallKit().pictures })
    })
    if (!error) continue
    refused++
    expectInWords(error)
  }
  tell(
    `${runs} mutated kits (seed ${seed}): ${refused} refused in words, ${runs - refused} read, 0 other errors`,
  )
  expect(refused).toBeGreaterThan(runs / 4)
}, 600_000)

describe('migrations', () => {
  it.each([1, 2])('version %i with nulls in every place is refused in words', (version) => {
    for (const data of [
      { effects: null },
      { effects: { a: null } },
      { effects: 'text' },
      { types: { t: null } },
      { types: [] },
      { effects: { a: { emitters: { e: null } } } },
      { effects: { a: { emitters: { e: { bursts: [null, { numbers: null }] } } } } },
    ]) {
      const error = refusalOf(() =>
        readKit({ format: 'gliv-kit', version, rules: 1, id: 'k', name: 'K', ...data }),
      )
      expect(error).toBeInstanceOf(Refusal)
    }
  })
})

describe('effects inside effects', () => {
  /** A chain of effects, each with `wide` parts of the next. */
  const nested = (deep: number, wide: number): Kit => {
    const { kit } = smallKit()
    const makeId = counter()
    const ids = Array.from({ length: deep + 1 }, () => addEffect(kit, (prefix) => `n-${makeId(prefix)}`))
    for (let k = 0; k < deep; k++)
      for (let n = 0; n < wide; n++) kit.effects[ids[k]!]!.parts.push(newPart(`p${k}-${n}`, ids[k + 1]!))
    return kit
  }
  it('are refused when they go too deep or become too many, at once and in words', () => {
    expect(readKit(nested(4, 1)).effectOrder).toHaveLength(6)
    expect(readKit(nested(2, 8)).effectOrder).toHaveLength(4)
    for (const [deep, wide] of [
      [5, 1],
      [3, 8],
      [12, 8],
      [400, 3],
    ] as const) {
      const error = refusalOf(() => readKit(nested(deep, wide)))
      expectInWords(error!)
      expect(error!.message).toMatch(deep > 4 ? /more than 4 deep/ : /more than 512 effects/)
    }
  })
})

describe('zips', () => {
  const zip = (): Uint8Array => writeKitZip(smallKit())
  const at = (bytes: Uint8Array, signature: number): number[] => {
    const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
    return Array.from({ length: bytes.length - 4 }, (_, i) => i).filter(
      (i) => view.getUint32(i, true) === signature,
    )
  }
  const entry = 0x02014b50
  const changed = (change: (view: DataView, entries: number[], bytes: Uint8Array) => void): Uint8Array => {
    const bytes = zip().slice()
    change(new DataView(bytes.buffer), at(bytes, entry), bytes)
    return bytes
  }
  const twice = (): Uint8Array => {
    // A second directory entry of the same name, made by renaming a file of the same length.
    const bytes = zipSync(
      { 'kit.json': strToU8('{}'), kit2json: strToU8('{}') },
      { mtime: new Date(1980, 0, 1) },
    )
    for (let i = 0; i < bytes.length - 8; i++)
      if (String.fromCharCode(...bytes.subarray(i, i + 8)) === 'kit2json') bytes.set(strToU8('kit.json'), i)
    return bytes
  }
  it.each([
    ['a wrong check sum', changed((view, [first]) => view.setUint32(first! + 16, 7, true)), /check sum/],
    ['an encrypted entry', changed((view, [first]) => view.setUint16(first! + 8, 1, true)), /encrypted/],
    [
      'more than an entry says',
      changed((view, [first]) => view.setUint32(first! + 24, 10, true)),
      /but says 10/,
    ],
    ['another method', changed((view, [first]) => view.setUint16(first! + 10, 12, true)), /method 12/],
    [
      'an entry cut short',
      changed((view, [first]) => view.setUint32(first! + 20, 0x7fffffff, true)),
      /cut short/,
    ],
    [
      'too many entries',
      changed((view, _entries, bytes) => view.setUint16(bytes.length - 12, 60_000, true)),
      /60000 entries/,
    ],
    ['two kit.json', twice(), /twice/],
    [
      'damaged contents',
      changed((_view, _entries, bytes) => bytes.fill(0xff, 60, 120)),
      /unpacked|check sum|bytes/,
    ],
    ['no zip at all', strToU8('hello there, this is no kit'), /begins with "hello there, this is no kit"/],
    ['nothing', new Uint8Array(), /empty/],
  ] as const)('%s is refused in words', (_name, bytes, words) => {
    const error = refusalOf(() => readKitFile(bytes))
    expectInWords(error!)
    expect(error!.message).toMatch(words)
  })

  it('what unpacks to far more than it says is not kept', () => {
    const bomb = zipSync({ 'kit.json': new Uint8Array(60 * 1024 * 1024) }, { level: 9 })
    expect(bomb.length).toBeLessThan(100_000)
    expect(() => readKitFile(bomb)).toThrow(/at most 50331648 are read/)
    const view = new DataView(bomb.buffer, bomb.byteOffset, bomb.byteLength)
    view.setUint32(at(bomb, entry)[0]! + 24, 1000, true)
    expect(() => readKitFile(bomb)).toThrow(/has 1001 bytes but says 1000/)
  })

  it('tells how far it is', () => {
    const shares: number[] = []
    readKitFile(zip(), (share) => shares.push(share))
    expect(shares.at(-1)).toBe(1)
    expect(shares).toEqual([...shares].sort((a, b) => a - b))
  })
})

describe('rules across numbers', () => {
  it('are one list: bounds, refusals and the check agree at every pair', () => {
    for (const rule of ORDER_RULES)
      for (const low of [0, 0.5, 1, 20, 50])
        for (const high of [0, 0.5, 1, 20, 50]) {
          const carrier = { play: 'sustain', numbers: { [rule.low]: low, [rule.high]: high } }
          const broken = brokenRules(rule.owner, carrier).some(({ id }) => id === rule.low)
          expect(refuseWithin(rule.owner, carrier, rule.low, low) !== null).toBe(broken)
          expect(refuseWithin(rule.owner, carrier, rule.high, high) !== null).toBe(broken)
          if (low <= PROPERTIES[rule.low].hard[1])
            expect(low > boundsWithin(rule.owner, carrier, rule.low)[1] + 1e-9).toBe(broken)
        }
  })
  it('say value, rule and remedy', () => {
    const emitter = { numbers: { minimum: 0, cap: 20 } }
    expect(refuseWithin('emitter', emitter, 'minimum', 50)).toBe(
      '50 is over what cap allows (20); at least so many alive must not be over the cap; change cap first, or type at most 20',
    )
    expect(boundsWithin('emitter', emitter, 'minimum')[1]).toBe(20)
  })
})

describe('salvage', () => {
  it('gives a sound kit as it is', () => {
    const kit = readKit(clone(richKit()))
    expect(salvageKit(kit, 'kit')).toEqual({ kit, aside: [] })
  })
  it('gives null for what is no kit at all', () => {
    for (const data of [null, 7, 'text', [], undefined]) expect(salvageKit(data, 'kit')).toBeNull()
  })
  it('opens everything that was not damaged, and names what was', () => {
    const runs = LONG ? 4000 : 150
    const dice = diceOf(7)
    const sound = readKit(clone(richKit()))
    for (let k = 0; k < runs; k++) {
      const data = clone(sound)
      const path = damage(data, dice)
      const saved = salvageKit(data, 'kit')
      expect(saved, path.join('.')).not.toBeNull()
      const { kit } = saved!
      expect(checkKit(kit)).toEqual([])
      // Every thing whose own data was not touched is there, unchanged; what named a damaged thing may have
      // let it go.
      for (const map of ['sheets', 'palettes', 'types', 'effects'] as const)
        for (const [id, value] of Object.entries(sound[map])) {
          const touched = path[0] === map && (path.length === 1 || path[1] === id)
          const now = kit[map][id] as unknown
          if (touched) continue
          expect(now, `${map}.${id} after damage to ${path.join('.')}`).toBeDefined()
          if (path[0] !== 'effects' && path[0] !== 'sheets')
            expect(JSON.stringify({ ...(now as object), palette: null })).toBe(
              JSON.stringify({ ...(value as object), palette: null }),
            )
        }
    }
  }, 600_000)
})
