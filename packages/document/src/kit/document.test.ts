import fc from 'fast-check'
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate'
import { describe, expect, expectTypeOf, it } from 'vitest'
import type { z } from 'zod'
import { PROPERTIES, type NumbersOf, type Property, type PropertyId } from '@gliv/model'
import {
  canonicalJson,
  fromDataUrl,
  type Kit,
  KIT_VERSION,
  KitRefusal,
  jsonSchemaOf,
  type kitSchema,
  gatherPack,
  migrate,
  MIGRATIONS,
  newPart,
  newRelay,
  pngSize,
  readKit,
  readKitFile,
  refuseNumber,
  toDataUrl,
  writeKitJson,
  writeKitZip,
} from '../index.ts'
import { smallKit } from '../testing/kit.ts'

type Loose = Record<string, unknown>
const plain = (): Loose => JSON.parse(JSON.stringify(smallKit().kit)) as Loose
/** Changes a value deep inside a plain kit. */
const at = (kit: Loose, path: string, value: unknown): Loose => {
  const steps = path.split('.')
  const last = steps.pop()!
  const holder = steps.reduce<Loose>((o, step) => o[step] as Loose, kit)
  holder[last] = value
  return kit
}
const refusal = (data: unknown): KitRefusal => {
  try {
    readKit(data)
  } catch (error) {
    if (error instanceof KitRefusal) return error
    throw error
  }
  throw new Error('was not refused')
}

describe('schema and table', () => {
  it('have the same types', () => {
    type Read = z.output<typeof kitSchema>
    type ReadType = Read['types'][string]
    expectTypeOf<ReadType['numbers']>().toExtend<NumbersOf<'type'>>()
    expectTypeOf<Read['effects'][string]['emitters'][string]['numbers']>().toExtend<NumbersOf<'emitter'>>()
    expectTypeOf<Read['effects'][string]['emitters'][string]['bursts'][number]['numbers']>().toExtend<
      NumbersOf<'burst'>
    >()
    expectTypeOf<Read['effects'][string]['numbers']>().toExtend<NumbersOf<'effect'>>()
    // Everything a kit has in memory is in the schema, and what the schema reads is a kit.
    expectTypeOf<keyof Kit>().toExtend<keyof Read>()
    expectTypeOf<Read['effects'][string]['play']>().toEqualTypeOf<Kit['effects'][string]['play']>()
    expectTypeOf<ReadType['blend']>().toEqualTypeOf<Kit['types'][string]['blend']>()
  })

  it('defaults lie inside soft limits or beyond them, always inside hard ones', () => {
    for (const [id, p] of Object.entries(PROPERTIES as Record<string, Property>)) {
      const ends = p.kind === 'range' ? [p.default.from, p.default.to] : [p.default]
      for (const value of [...ends, ...p.soft]) expect(refuseNumber(id as PropertyId, value), id).toBeNull()
    }
  })

  it.each(Object.keys(PROPERTIES) as PropertyId[])(
    '%s is refused outside its hard limits, with value, rule and remedy',
    (id) => {
      const p: Property = PROPERTIES[id]
      const kit = plain() as unknown as Kit
      const [effect] = Object.values(kit.effects)
      const emitters = Object.values(effect!.emitters)
      emitters[1]!.dormant = true
      emitters[0]!.relays = [newRelay('r', emitters[1]!.id)]
      effect!.parts = [newPart('p', effect!.id)]
      const holder = {
        effect,
        emitter: emitters[0],
        burst: emitters[1]!.bursts[0],
        relay: emitters[0]!.relays[0],
        part: effect!.parts[0],
        type: Object.values(kit.types)[0],
      }[p.owner]!
      const wrong = p.hard[1] * 2 + 1
      ;(holder.numbers as Loose)[id] = p.kind === 'range' ? { from: p.hard[0], to: wrong } : wrong
      expect(refusal(kit).message).toContain(`${id} is ${wrong}`)
      expect(refusal(kit).message).toContain(`from ${p.hard[0]} to ${p.hard[1]}`)
      ;(holder.numbers as Loose)[id] = 'much'
      expect(refusal(kit).problems[0]!.place).toContain(id)
    },
  )

  it('is given out as JSON Schema with the limits in it', () => {
    const text = JSON.stringify(jsonSchemaOf('kit'))
    expect(text).toContain('"flow"')
    expect(text).toContain('100000')
  })
})

describe('reading', () => {
  it('fills in what is missing and keeps what is unknown', () => {
    const data = plain()
    const [typeId] = Object.keys(data['types'] as Loose)
    at(data, `types.${typeId}.numbers`, { drag: 2, twirl: 7 })
    at(data, 'note', { by: 'someone', list: [1, 2] })
    const kit = readKit(data)
    expect(kit.types[typeId!]!.numbers).toMatchObject({ drag: 2, twirl: 7, life: { from: 0.8, to: 1.2 } })
    expect((kit as unknown as Loose)['note']).toEqual({ by: 'someone', list: [1, 2] })
  })

  it.each([
    ['no kit at all', [1, 2], /not a Gliv kit/],
    ['another format', { format: 'other' }, /not a Gliv kit/],
    ['a newer version', { ...plain(), version: 99 }, /99 is newer.*newer Gliv/],
    ['a broken version', { ...plain(), version: 'two' }, /not a version/],
  ])('refuses %s', (_name, data, message) => {
    expect(() => readKit(data)).toThrow(message)
  })

  it.each([
    ['rate', 0, 'rate'],
    ['effectOrder', ['effect-1', 'ghost'], 'effectOrder'],
    ['effectOrder', [], 'effects.effect-1'],
    ['effects.effect-1.play', 'forever', 'effects.effect-1.play'],
    ['effects.effect-1.emitters.emitter-2.type', 'ghost', 'effects.effect-1.emitters.emitter-2.type'],
    ['effects.effect-1.emitters.emitter-2.id', 'other', 'effects.effect-1.emitters.emitter-2.id'],
    ['types.type-3.pictures.0.sheet', 'ghost', 'types.type-3.pictures.0.sheet'],
    ['types.type-3.pictures.0.frames', [2], 'types.type-3.pictures.0.frame'],
    ['types.type-3.pictures.0.frames', [], 'types.type-3.pictures.0.frames'],
    ['types.type-3.palette', 'ghost', 'types.type-3.palette'],
    ['types.type-3.numbers.life.bias', 'sideways', 'types.type-3.numbers.life.bias'],
    ['types.type-3.numbers.scaleLow', 900, 'types.type-3.numbers.scaleLow'],
    ['types.type-3.facing', 'up', 'types.type-3.facing'],
    ['effects.effect-1.emitters.emitter-2.shape', 'blob', 'effects.effect-1.emitters.emitter-2.shape'],
    ['effects.effect-1.emitters.emitter-2.shape', 'picture', 'effects.effect-1.emitters.emitter-2.mask'],
    [
      'effects.effect-1.emitters.emitter-2.mask',
      { sheet: 'sheet', frame: 99, part: 'area', keepColours: true },
      'effects.effect-1.emitters.emitter-2.mask.frame',
    ],
    [
      'effects.effect-1.emitters.emitter-2.companionOf',
      'emitter-2',
      'effects.effect-1.emitters.emitter-2.companionOf',
    ],
    [
      'effects.effect-1.emitters.emitter-2.companionOf',
      'ghost',
      'effects.effect-1.emitters.emitter-2.companionOf',
    ],
    [
      'effects.effect-1.emitters.emitter-2.numbers.minimum',
      9000,
      'effects.effect-1.emitters.emitter-2.numbers.minimum',
    ],
    [
      'effects.effect-1.emitters.emitter-2.path.points',
      [{ x: 0, y: 0 }],
      'effects.effect-1.emitters.emitter-2.path.points',
    ],
    [
      'effects.effect-1.emitters.emitter-2.lanes',
      { cap: { from: 0, to: 1, seconds: 1, points: [] } },
      'effects.effect-1.emitters.emitter-2.lanes',
    ],
    [
      'effects.effect-1.emitters.emitter-2.lanes',
      { flow: { from: -1, to: 1, seconds: 1, points: [{ at: 0, value: 1, ease: 'linear' }] } },
      'effects.effect-1.emitters.emitter-2.lanes.flow.from',
    ],
    ['effects.effect-1.emitters.emitter-2.layer', '', 'effects.effect-1.emitters.emitter-2.layer'],
    ['types.type-3.pickColours', [], 'types.type-3.pickColours'],
    ['types.type-3.forces', ['drag', 'drag'], 'types.type-3.forces'],
    ['types.type-3.numbers.life', { from: 2, to: 1 }, 'types.type-3.numbers.life'],
    ['types.type-3.ramps.scale.points', [], 'types.type-3.ramps.scale.points'],
    ['types.type-3.ramps.tint.points.0.colour', 'red', 'types.type-3.ramps.tint.points.0.colour'],
    [
      'types.type-3.ramps.opacity.points',
      [
        { at: 0.5, value: 1, ease: 'linear' },
        { at: 0.2, value: 1, ease: 'linear' },
      ],
      'types.type-3.ramps.opacity.points',
    ],
    ['sheets.sheet.frames.1.w', 90, 'sheets.sheet.frames.1'],
  ])('refuses %s = %j and names the place', (path, value, place) => {
    expect(refusal(at(plain(), path, value)).problems.map((p) => p.place)).toContain(place)
  })
})

describe('migrations', () => {
  const exercised = new Set<string>()

  it('play-as-word: loop true and false become words', () => {
    const old = plain()
    const effects = old['effects'] as Record<string, Loose>
    for (const effect of Object.values(effects)) {
      delete effect['play']
      effect['loop'] = true
    }
    const migrated = readKit({ ...old, version: 1 })
    expect(Object.values(migrated.effects).map((e) => e.play)).toEqual(['loop'])
    expect(migrated.version).toBe(KIT_VERSION)
    for (const effect of Object.values(effects)) effect['loop'] = false
    expect(Object.values(readKit({ ...old, version: 1 }).effects).map((e) => e.play)).toEqual(['once'])
    exercised.add('play-as-word')
  })

  it('pictures-and-spans: one picture becomes a list, a burst’s time and count become ranges', () => {
    const old = plain()
    const want = JSON.parse(JSON.stringify(old)) as Kit
    for (const type of Object.values(old['types'] as Record<string, Loose>)) {
      const [picture] = type['pictures'] as [{ sheet: string; frames: number[] }]
      type['sheet'] = picture.sheet
      type['frame'] = picture.frames[0]
      delete type['pictures']
    }
    for (const effect of Object.values(old['effects'] as Record<string, Loose>))
      for (const emitter of Object.values(effect['emitters'] as Record<string, Loose>))
        for (const { numbers } of emitter['bursts'] as { numbers: Loose }[]) {
          numbers['burstAt'] = (numbers['burstAt'] as { from: number }).from
          numbers['burstCount'] = (numbers['burstCount'] as { from: number }).from
        }
    expect(readKit({ ...old, version: 2 })).toEqual(want)
    exercised.add('pictures-and-spans')
  })

  it('are all exercised, and lead from 1 to now without a gap', () => {
    expect([...exercised].sort()).toEqual(MIGRATIONS.map((m) => m.name).sort())
    expect(MIGRATIONS.map((m) => m.from)).toEqual(Array.from({ length: KIT_VERSION - 1 }, (_, i) => i + 1))
    expect((migrate(plain()) as { version: number }).version).toBe(KIT_VERSION)
  })
})

describe('files', () => {
  it.each([
    ['.gliv', writeKitZip],
    ['.gliv.json', writeKitJson],
  ])('%s comes back whole, unknown fields included, and is the same bytes every time', (_name, write) => {
    const file = smallKit()
    ;(file.kit as unknown as Loose)['later'] = { x: [1, { y: 2 }] }
    const bytes = write(file)
    const back = readKitFile(bytes)
    expect(back.kit).toEqual(file.kit)
    expect([...back.pictures.entries()].map(([k, v]) => [k, [...v]])).toEqual(
      [...file.pictures.entries()].map(([k, v]) => [k, [...v]]),
    )
    expect(write(back)).toEqual(bytes)
    expect(write(smallKit())).toEqual(write(smallKit()))
  })

  it('has one order of keys, whatever the order in memory', () => {
    fc.assert(
      fc.property(fc.dictionary(fc.string({ maxLength: 5 }), fc.jsonValue(), { maxKeys: 8 }), (object) => {
        const reversed = Object.fromEntries(Object.entries(object).reverse())
        expect(canonicalJson(reversed)).toBe(canonicalJson(object))
        expect(JSON.parse(canonicalJson(object))).toEqual(JSON.parse(JSON.stringify(object)))
      }),
    )
  })

  it('data URLs carry any bytes', () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 50 }), (bytes) => {
        expect([...fromDataUrl('p', toDataUrl(bytes))]).toEqual([...bytes])
      }),
    )
  })

  it('refuses what is damaged, by message', () => {
    const zip = writeKitZip(smallKit())
    expect(() => readKitFile(zip.subarray(0, zip.length - 30))).toThrow(/damaged: .*cut short; export/)
    expect(() => readKitFile(zipSync({ 'other.txt': strToU8('x') }))).toThrow(/no kit.json/)
    expect(() => readKitFile(strToU8('{"format":'))).toThrow(/it is no JSON/)
    expect(() => readKitFile(zipSync({ 'kit.json': strToU8('{}') }))).toThrow(/not a Gliv kit/)
    const swapped = JSON.parse(strFromU8(writeKitJson(smallKit()))) as { pictures: Record<string, string> }
    const [hash] = Object.keys(swapped.pictures)
    const json = (pictures: Loose) => strToU8(JSON.stringify({ ...swapped, pictures }))
    expect(() => readKitFile(json({}))).toThrow(/missing; import the sheet again/)
    expect(() => readKitFile(json({ [hash!]: 'http://elsewhere' }))).toThrow(/as a data URL/)
    expect(() =>
      readKitFile(json({ [hash!]: toDataUrl(strToU8('no png at all, but long enough to have a header')) })),
    ).toThrow(/not a PNG/)
    const touched = fromDataUrl('p', swapped.pictures[hash!])
    touched[touched.length - 6]! ^= 1
    expect(() => readKitFile(json({ [hash!]: toDataUrl(touched) }))).toThrow(/changed outside Gliv/)
  })

  it('a zip that would unpack too large is refused before it is unpacked', () => {
    const zip = writeKitZip(smallKit())
    const view = new DataView(zip.buffer, zip.byteOffset)
    // The central directory says how large kit.json will be.
    for (let i = 0; i < zip.length - 4; i++)
      if (view.getUint32(i, true) === 0x02014b50) view.setUint32(i + 24, 0x7fffffff, true)
    expect(() => readKitFile(zip)).toThrow(/"kit\.json" unpacks to 2147483647 bytes; at most/)
    expect(Object.keys(unzipSync(writeKitZip(smallKit())))).toContain('kit.json')
  })

  it('reads sizes off PNG headers', () => {
    const { kit, pictures } = smallKit()
    expect(pngSize('p', pictures.get(kit.sheets['sheet']!.picture)!)).toEqual({ width: 16, height: 8 })
  })
})

describe('packs', () => {
  it('are filled in, resolved, and free of muted emitters and unused sheets', () => {
    const file = smallKit()
    const [effect] = Object.values(file.kit.effects)
    effect!.emitters[effect!.emitterOrder[0]!]!.muted = true
    file.kit.sheets['spare'] = { ...file.kit.sheets['sheet']!, id: 'spare' }
    file.kit.sheetOrder.unshift('spare')
    const pack = gatherPack(file)
    expect(pack.sheets.map((s) => s.id)).toEqual(['sheet'])
    expect(pack.effects[0]!.emitters.map((e) => e.name)).toEqual(['Burst'])
    const [picture] = pack.effects[0]!.emitters[0]!.type.pictures
    expect(picture).toMatchObject({
      sheetId: 'sheet',
      sheet: 0,
      weight: 1,
      frames: [{ x: 0, w: 8, pivotX: 4 }],
    })
  })
})
