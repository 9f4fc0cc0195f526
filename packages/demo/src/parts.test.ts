/** Every kind of part of the demo through the clipboard, into an empty kit and into its own. */
import {
  checkKit,
  type Copied,
  copyBursts,
  copyForces,
  copyPieces,
  copyRamp,
  copySurfaces,
  emptyKit,
  graftBursts,
  graftForces,
  graftPieces,
  graftSurfaces,
  type Kit,
  readClip,
  writeClip,
} from '@gliv/document'
import { FORCES, property, SURFACE_LIMIT } from '@gliv/model'
import { describe, expect, it } from 'vitest'
import { makeDemo } from './index.ts'

const through = <C extends Copied>(clip: C): C => {
  const read = readClip(writeClip(clip))
  if (typeof read === 'string') throw new Error(read)
  expect(read.kind).toBe(clip.kind)
  return read as C
}

let n = 0
const make = (prefix: string): string => `${prefix}-new-${++n}`
const copyOf = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T
const bare = ({ id: _id, name: _name, ...rest }: { id: string; name: string }): unknown => rest

describe('whole parts', () => {
  const file = makeDemo()
  const { kit } = file

  it.each(kit.stageOrder)('the stage %s goes to an empty kit with its pictures, cues and effects', (id) => {
    const there = emptyKit('there', 'There')
    const clip = through(copyPieces('stages', file, [id]))
    const [made] = graftPieces(there, clip, make)
    expect(checkKit(there)).toEqual([])
    expect(there.stageOrder).toEqual([made])
    const [own, copied] = [kit.stages[id]!, there.stages[made!]!]
    expect(copied.surfaces).toEqual(own.surfaces)
    expect(copied.layers?.length).toBe(own.layers?.length)
    expect(there.cues?.length ?? 0).toBe(new Set(own.events?.map(({ cue }) => cue)).size)
    for (const { picture } of Object.values(there.sheets)) expect(clip.file.pictures.has(picture)).toBe(true)
    // Once more: a second stage, and nothing else twice.
    const before = {
      sheets: there.sheetOrder.length,
      effects: there.effectOrder.length,
      cues: there.cues?.length,
    }
    graftPieces(there, clip, make)
    expect(there.stageOrder).toHaveLength(2)
    expect({
      sheets: there.sheetOrder.length,
      effects: there.effectOrder.length,
      cues: there.cues?.length,
    }).toEqual(before)
    expect(new Set(Object.values(there.stages).map(({ name }) => name)).size).toBe(2)
  })

  it.each(kit.typeOrder)('the type %s is used where it is, and comes along where it is not', (id) => {
    const clip = through(copyPieces('types', file, [id]))
    const own = makeDemo().kit
    expect(graftPieces(own, clip, make)).toEqual([id])
    expect(own.typeOrder).toEqual(kit.typeOrder)
    const there = emptyKit('there', 'There')
    const [made] = graftPieces(there, clip, make)
    const { pictures: _a, mark: _b, palette: _c, ...before } = bare(kit.types[id]!) as Kit['types'][string]
    expect(there.types[made!]).toMatchObject(before)
    expect(there.types[made!]!.pictures).toHaveLength(kit.types[id]!.pictures.length)
    expect(checkKit(there)).toEqual([])
  })

  it.each((kit.cues ?? []).map(({ id }) => id))('the cue %s brings what it plays', (id) => {
    const there = emptyKit('there', 'There')
    graftPieces(there, through(copyPieces('cues', file, [id])), make)
    const [own, made] = [kit.cues!.find((cue) => cue.id === id)!, there.cues![0]!]
    expect(made.effects.map((e) => there.effects[e]!.name)).toEqual(
      own.effects.map((e) => kit.effects[e]!.name),
    )
    expect(checkKit(there)).toEqual([])
  })
})

describe('small parts', () => {
  it('forces of every type act on one that has none as they act there', () => {
    const { kit } = makeDemo()
    for (const id of kit.typeOrder) {
      const from = kit.types[id]!
      if (from.forces.length === 0 || from.rail) continue
      const plain = copyOf(kit.types['flash'] ?? Object.values(kit.types).find((t) => t.forces.length === 0)!)
      expect(graftForces(plain, through(copyForces(from, from.forces)))).toBeNull()
      expect(plain.forces).toEqual(from.forces)
      expect(copyForces(plain, from.forces)).toEqual(copyForces(from, from.forces))
      // Everything that acts on a particle, and not only what the copy chose to carry.
      for (const force of from.forces) {
        if (force in from.axes) expect(plain.axes[force as 'wind'], force).toBe(from.axes[force as 'wind'])
        for (const id of FORCES[force].numbers)
          expect(plain.numbers[id as 'drag'], id).toEqual(from.numbers[id as 'drag'])
      }
    }
  })

  it('ramps, bursts and surfaces come back as they were; bursts at the moment keep their distances', () => {
    const { kit } = makeDemo()
    for (const { ramps } of Object.values(kit.types)) {
      expect(through(copyRamp(ramps.scale, 'value')).ramp).toEqual(ramps.scale)
      expect(through(copyRamp(ramps.tint, 'tint')).ramp).toEqual(ramps.tint)
    }
    for (const effect of Object.values(kit.effects))
      for (const emitter of Object.values(effect.emitters)) {
        if (emitter.bursts.length === 0) continue
        const to = { bursts: [] as typeof emitter.bursts }
        expect(graftBursts(to, through(copyBursts(emitter.bursts)), make, 2)).toBeNull()
        const first = Math.min(...emitter.bursts.map(({ numbers }) => numbers.burstAt.from))
        to.bursts.forEach((burst, k) => {
          expect(burst.id).not.toBe(emitter.bursts[k]!.id)
          expect(burst.numbers.burstAt.from).toBeCloseTo(
            emitter.bursts[k]!.numbers.burstAt.from - first + 2,
            9,
          )
          expect(burst.numbers.burstCount).toEqual(emitter.bursts[k]!.numbers.burstCount)
        })
      }
    for (const stage of Object.values(kit.stages)) {
      if (stage.surfaces.length === 0) continue
      const to = { surfaces: [] as typeof stage.surfaces }
      const ids = graftSurfaces(to, through(copySurfaces(stage.surfaces as never)), make)
      expect(to.surfaces.map(({ id: _id, ...rest }) => rest)).toEqual(
        stage.surfaces.map(({ id: _id, ...rest }) => rest),
      )
      expect(typeof ids).not.toBe('string')
      expect(new Set(ids).size).toBe(stage.surfaces.length)
    }
  })

  it.each([
    ['{"format":"gliv-clip","version":1,"kind":"ramp","of":"value","ramp":{"points":[]}}', /The copied ramp/],
    ['{"format":"gliv-clip","version":1,"kind":"bursts","bursts":[]}', /nothing was copied/],
    [
      '{"format":"gliv-clip","version":1,"kind":"surfaces","surfaces":[{"kind":"cloud"}]}',
      /The copied surfaces/,
    ],
    ['{"format":"gliv-clip","version":1,"kind":"forces","forces":["magic"]}', /The copied forces/],
    [
      '{"format":"gliv-clip","version":1,"kind":"stages","ids":["x"],"kit":{}}',
      /The copied stages cannot be read/,
    ],
    ['{"format":"gliv-clip","version":1,"kind":"types","ids":[],"kit":{}}', /nothing was copied/],
  ])('%s is refused in words', (text, message) => {
    expect(readClip(text)).toMatch(message)
  })

  it('what would be refused when it is opened again is refused when it is pasted, and changes nothing', () => {
    const { kit } = makeDemo()
    const surface = Object.values(kit.stages).flatMap(({ surfaces }) => surfaces)[0]!
    const full = { surfaces: Array.from({ length: SURFACE_LIMIT }, (_, k) => ({ ...surface, id: `s${k}` })) }
    expect(graftSurfaces(full, copySurfaces([surface as never]), make)).toMatch(
      /^A stage has at most \d+ surfaces; /,
    )
    expect(full.surfaces).toHaveLength(SURFACE_LIMIT)
    const emitter = Object.values(kit.effects['cargo-blast']!.emitters).find(
      ({ bursts }) => bursts.length > 0,
    )!
    const [burst] = emitter.bursts
    const many = { bursts: Array.from({ length: 64 }, (_, k) => ({ ...burst!, id: `b${k}` })) }
    expect(graftBursts(many, copyBursts([burst!]), make)).toMatch(/^An emitter has at most 64 bursts; /)
    // A moment later than a burst can be: as late as it can.
    const late = { bursts: [] as typeof emitter.bursts }
    graftBursts(late, copyBursts([burst!]), make, 1e9)
    expect(late.bursts[0]!.numbers.burstAt.from).toBe(property('burstAt').hard[1])
  })

  it('forces with what is none of theirs, or out of bounds, change nothing', () => {
    const { kit } = makeDemo()
    const type = Object.values(kit.types).find(({ forces }) => forces.includes('gravity'))!
    const clip = copyForces(type, ['gravity'])
    const before = JSON.stringify(type)
    expect(graftForces(type, { ...clip, numbers: { ...clip.numbers, flow: 3 } })).toMatch(/none of theirs/)
    expect(graftForces(type, { ...clip, numbers: { gravity: 1e12 } })).toMatch(/do not fit/)
    expect(JSON.stringify(type)).toBe(before)
  })
})
