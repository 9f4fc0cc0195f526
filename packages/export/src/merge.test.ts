/** Kits made one, effects through the clipboard: nothing is lost or there twice, and all play as before. */
import { makeDemo } from '@gliv/demo'
import { PLAIN_WRITING } from '@gliv/model'
import {
  addPreset,
  addTemplate,
  changeMany,
  checkKit,
  copyEffects,
  countedIds,
  deleteEffect,
  effectsWithin,
  emptyKit,
  graftEffectsCopy,
  type Kit,
  type KitFile,
  mergeKits,
  readClip,
  readKitFile,
  resolveEffect,
  setSentence,
  shipSettings,
  WHEN_BOTH,
  type WhenBoth,
  writeClip,
  writeKitZip,
} from '@gliv/document'
import { maskReader } from '@gliv/bake'
import { compile, createSimulation, reportParticles } from '@gliv/engine'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'

const clone = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T
const DEMO = makeDemo()
const withKit = (kit: Kit): KitFile => ({ kit, pictures: DEMO.pictures })

const shown = ({ kit, pictures }: KitFile, id: string) => {
  const simulation = createSimulation(
    compile(
      resolveEffect(
        kit,
        kit.effects[id]!,
        maskReader(() => pictures),
      ),
    ),
  )
  simulation.seek(20)
  const particles = reportParticles(simulation)
  simulation.dispose()
  return particles.map(({ x, y, scaleX, opacity }) => [x, y, scaleX, opacity])
}
const merge = (a: KitFile, b: KitFile, whenBoth: WhenBoth = 'both') =>
  mergeKits(a, b, whenBoth, countedIds(a.kit, b.kit))

/** The demo with some effects thrown away and some changed. */
const someOf = (keep: readonly string[], change: readonly string[], factor: number): KitFile => {
  const kit = clone(DEMO.kit)
  for (const id of DEMO.kit.effectOrder) if (!keep.includes(id) && kit.effects[id]) deleteEffect(kit, id)
  const left = change.filter((id) => kit.effects[id])
  if (left.length > 0) changeMany(kit, left, [{ kind: 'size', factor, world: false }], countedIds(kit))
  return withKit(kit)
}

const arbitraryPair = fc
  .record({
    a: fc.subarray([...DEMO.kit.effectOrder]),
    b: fc.subarray([...DEMO.kit.effectOrder]),
    change: fc.subarray([...DEMO.kit.effectOrder]),
    factor: fc.constantFrom(1, 2),
  })
  .map(({ a, b, change, factor }) => [someOf(a, [], 1), someOf(b, change, factor)] as const)

describe('gliv merge', () => {
  it('makes nothing of a kit and itself', () => {
    const { file, brought } = merge(DEMO, DEMO)
    expect(file.kit).toEqual(DEMO.kit)
    expect(new Set(brought.map(({ arrival }) => arrival))).toEqual(new Set(['there already']))
  })

  it('puts halves together again', () => {
    // An effect that is thrown away is missing in those that play it: pieces that stand alone are divided.
    const alone = DEMO.kit.effectOrder.filter((id) => effectsWithin(DEMO.kit, id).size === 0)
    const [a, b] = [someOf(alone.slice(0, 12), [], 1), someOf(alone.slice(7), [], 1)]
    const { file } = merge(a, b)
    expect(new Set(file.kit.effectOrder)).toEqual(new Set(alone))
    for (const id of alone) expect(shown(file, id), id).toEqual(shown(DEMO, id))
    expect(readKitFile(writeKitZip(file)).kit).toEqual(file.kit)
  })

  it('takes templates along, once, and never leaves a frame without its sheet', () => {
    const other = clone(DEMO.kit)
    addTemplate(other, { name: 'heads', text: '{{kit.name}}', writing: PLAIN_WRITING }, countedIds(other))
    const [id] = other.sheetOrder as [string]
    // Fewer frames than the first kit's effects show.
    const small = clone(DEMO.kit)
    small.sheets[id]!.frames = small.sheets[id]!.frames.slice(0, 1)
    small.sheets[id]!.clips = []
    small.effects = {}
    small.effectOrder = []
    small.types = {}
    small.typeOrder = []
    small.cues = []
    small.stages = {}
    small.stageOrder = []
    for (const whenBoth of WHEN_BOTH) {
      const merged = merge(DEMO, withKit(other), whenBoth).file
      expect(merged.kit.templates!.map(({ name }) => name)).toEqual(['heads'])
      expect(merge(merged, withKit(other), whenBoth).file.kit).toEqual(merged.kit)
      expect(checkKit(merge(DEMO, withKit(small), whenBoth).file.kit)).toEqual([])
      expect(checkKit(merge(withKit(small), DEMO, whenBoth).file.kit)).toEqual([])
    }
  })

  it('lets what comes ship as it did: presets, palettes and stages by what they are', () => {
    const [a, b] = [clone(DEMO.kit), clone(DEMO.kit)]
    const ids = countedIds(a, b)
    const [palette] = b.paletteOrder as [string]
    b.palettes[palette]!.colours = ['#112233', '#ffffff']
    b.effects['coin']!.seed = 77
    setSentence(a, ['coin'], 'size', { padding: 5 })
    addPreset(a, 'coin', 'Ours', () => 'one')
    setSentence(b, ['coin'], 'colours', { palette })
    addPreset(b, 'coin', 'Theirs', () => 'one')
    const { kit } = mergeKits(withKit(a), withKit(b), 'both', ids).file
    const coin = kit.effectOrder.find((id) => kit.effects[id]!.seed === 77)!
    expect(kit.ship!.presets.map(({ name }) => name)).toEqual(['Ours', 'Theirs'])
    expect(shipSettings(kit, 'coin').size.padding).toBe(5)
    expect(kit.palettes[shipSettings(kit, coin).colours.palette!]!.colours).toEqual(['#112233', '#ffffff'])
    expect(checkKit(kit)).toEqual([])
    expect(mergeKits(withKit(kit), withKit(b), 'both', countedIds(kit, b)).file.kit).toEqual(kit)
  })

  it('keeps both, the first or the second where both have one of an id', () => {
    const other = someOf(DEMO.kit.effectOrder, ['stove-fire'], 2)
    const names = (whenBoth: WhenBoth): string[] => {
      const { kit } = merge(DEMO, other, whenBoth).file
      return kit.effectOrder.map((id) => kit.effects[id]!.name).filter((name) => name.startsWith('Stove'))
    }
    expect(names('both')).toEqual(['Stove fire', 'Stove fire 2'])
    expect(names('first')).toEqual(['Stove fire'])
    expect(names('second')).toEqual(['Stove fire'])
    expect(shown(merge(DEMO, other, 'first').file, 'stove-fire')).toEqual(shown(DEMO, 'stove-fire'))
    expect(shown(merge(DEMO, other, 'second').file, 'stove-fire')).toEqual(shown(other, 'stove-fire'))
    expect(merge(DEMO, other, 'first').file.kit).toEqual(DEMO.kit)
  })

  it('loses nothing, says what became of each thing, and does the same work once', () => {
    fc.assert(
      fc.property(arbitraryPair, fc.constantFrom(...WHEN_BOTH), ([a, b], whenBoth) => {
        const { file, brought } = merge(a, b, whenBoth)
        expect(checkKit(file.kit)).toEqual([])
        for (const id of a.kit.effectOrder)
          if (whenBoth !== 'second') expect(shown(file, id)).toEqual(shown(a, id))
        const arrived = brought.filter(({ kind }) => kind === 'effect')
        expect(arrived.length).toBe(b.kit.effectOrder.length)
        // What was kept is the first's, everything else plays as it does in the second.
        const seen = new Set(file.kit.effectOrder.map((id) => JSON.stringify(shown(file, id))))
        if (whenBoth !== 'first')
          for (const id of b.kit.effectOrder) expect(seen.has(JSON.stringify(shown(b, id))), id).toBe(true)
        const again = merge(file, b, whenBoth).file
        expect(again.kit).toEqual(file.kit)
      }),
      { numRuns: 8, seed: 19 },
    )
  })
})

describe('effects through the clipboard', () => {
  const through = (ids: readonly string[]) => {
    const clip = readClip(writeClip(copyEffects(DEMO, ids)))
    if (typeof clip === 'string' || clip.kind !== 'effects') throw new Error(String(clip))
    return clip
  }

  it('come into an empty kit with all that they need, and play the same', () => {
    const kit = emptyKit('new', 'New')
    const clip = through(['flare-volley', 'stove-fire'])
    const ids = graftEffectsCopy(kit, clip, countedIds(kit))
    expect(ids).toEqual(['flare-volley', 'stove-fire'])
    const file = { kit, pictures: clip.file.pictures }
    expect(readKitFile(writeKitZip(file)).kit).toEqual(kit)
    for (const id of ids) expect(shown(file, id)).toEqual(shown(DEMO, id))
    expect(kit.effectOrder.length).toBeLessThan(DEMO.kit.effectOrder.length)
  })

  it('come in a second time as a copy', () => {
    const kit = clone(DEMO.kit)
    const [id] = graftEffectsCopy(kit, through(['stove-fire']), countedIds(kit))
    expect(kit.effects[id!]!.name).toBe('Stove fire 2')
    expect(kit.sheetOrder).toEqual(DEMO.kit.sheetOrder)
    expect(checkKit(kit)).toEqual([])
    expect(shown(withKit(kit), id!)).toEqual(shown(DEMO, 'stove-fire'))
  })

  it('are refused in words when the text was cut or forged', () => {
    const text = writeClip(copyEffects(DEMO, ['coin']))
    const forged = JSON.parse(text) as { effects: string[]; kit: { pictures: Record<string, string> } }
    expect(readClip(text.slice(0, -40))).toMatch(/holds nothing of Gliv/)
    expect(readClip(JSON.stringify({ ...forged, effects: ['nobody'] }))).toMatch(
      /lack "nobody"; copy them again/,
    )
    expect(readClip(JSON.stringify({ ...forged, effects: [] }))).toMatch(/at least one; copy an effect/)
    expect(readClip(JSON.stringify({ ...forged, kit: { ...forged.kit, version: 99 } }))).toMatch(
      /cannot be read: .*99/,
    )
  })
})
