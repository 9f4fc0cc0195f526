import { makeDemo } from '@gliv/demo'
import { type KitFile, readKitFile } from '@gliv/document'
import { Refusal } from '@gliv/model'
import { describe, expect, it } from 'vitest'
import { compileAll, EXPORTERS, exportName, makeExport } from './index.ts'

const demo = makeDemo()

/** The same kit with an effect that holds far too many particles. */
const overfull = (): KitFile => {
  const kit = JSON.parse(JSON.stringify(demo.kit)) as KitFile['kit']
  const effect = kit.effects['canal-rain']!
  for (const emitter of Object.values(effect.emitters)) {
    Object.assign(emitter.numbers, { flow: 100_000, duration: 50, cap: 100_000 })
    kit.types[emitter.type]!.numbers.life = { from: 9, to: 9 }
  }
  return { ...demo, kit }
}

describe('exporters', () => {
  it('each give the same content for the same kit', () => {
    for (const exporter of EXPORTERS)
      expect(makeExport(exporter.id, demo)).toEqual(makeExport(exporter.id, makeDemo()))
  })

  it('of kits come back as they went out, pictures and all', () => {
    for (const id of ['kit', 'kit-json'] as const) {
      const read = readKitFile(makeExport(id, demo) as Uint8Array)
      expect(read.kit).toEqual(demo.kit)
      expect(Object.fromEntries(read.pictures)).toEqual(Object.fromEntries(demo.pictures))
    }
  })

  it('of packs hold every effect, resolved, and refuse what no player could run', () => {
    const pack = JSON.parse(makeExport('pack', demo) as string) as { effects: { id: string }[] }
    expect(pack.effects.map(({ id }) => id)).toEqual(demo.kit.effectOrder)
    expect(() => compileAll(demo)).not.toThrow()
    expect(() => makeExport('pack', overfull())).toThrow(Refusal)
    // A kit file is for keeping: it takes what cannot be run, too.
    expect(() => makeExport('kit', overfull())).not.toThrow()
  })

  it('name files after the kit, each with its own ending', () => {
    expect(EXPORTERS.map((exporter) => exportName('Last Ferry', exporter))).toEqual([
      'last-ferry.glivpack.json',
      'last-ferry.glivpack',
      'last-ferry.glivpack.json',
      'last-ferry.names.ts',
      'last-ferry.gliv',
      'last-ferry.gliv.json',
    ])
    expect(new Set(EXPORTERS.map(({ id }) => id)).size).toBe(EXPORTERS.length)
  })
})
