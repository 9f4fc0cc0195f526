/** What of knobs leaves a kit: in packs, and as names for TypeScript. */
import { makeDemo } from '@gliv/demo'
import { jsonSchemaOf, resolveEffect } from '@gliv/document'
import { maskReader } from '@gliv/bake'
import { Ajv2020 } from 'ajv/dist/2020.js'
import { describe, expect, it } from 'vitest'
import { namesModule, packBytes, packText } from '@gliv/export'
import { HeadlessPlayer, readPack, stateHash } from './headless.ts'

const demo = makeDemo()

describe('a pack with knobs', () => {
  it('holds them with their drives, as the kit resolves them', () => {
    const pack = readPack(JSON.parse(packText(demo)))
    const read = maskReader(() => demo.pictures)
    for (const id of ['stove-fire', 'canal-rain', 'signal-flare']) {
      const resolved = resolveEffect(demo.kit, demo.kit.effects[id]!, read)
      const packed = pack.contents.effects.find((effect) => effect.id === id)!
      expect(packed.knobs).toEqual(resolved.knobs)
      expect(packed.emitters.map(({ drives, colourKnob }) => [drives, colourKnob])).toEqual(
        resolved.emitters.map(({ drives, colourKnob }) => [drives, colourKnob]),
      )
    }
    expect(pack.contents.needs).toContain('knobs')
  })

  it('plays alike from JSON and from bytes, turned', () => {
    const hashes = [packText(demo), packBytes(demo)].map((made) => {
      const player = new HeadlessPlayer(readPack(typeof made === 'string' ? JSON.parse(made) : made))
      const fire = player.play('Stove fire', { knobs: { heat: 0.9 }, seed: 4 })
      for (let k = 0; k < 50; k++) player.update(1 / 60 + 1e-9)
      return stateHash(fire)
    })
    expect(hashes[0]).toBe(hashes[1])
  })

  it('fits its schema', () => {
    const fits = new Ajv2020({ strict: false }).compile(jsonSchemaOf('pack') as object)
    expect(fits(JSON.parse(packText(demo))), JSON.stringify(fits.errors)).toBe(true)
  })

  it('is refused where a knob or a drive is damaged', () => {
    const damaged = (change: (effect: Record<string, never>) => void) => () => {
      const file = JSON.parse(packText(demo)) as { effects: Record<string, never>[] }
      change(file.effects.find(({ id }) => id === 'stove-fire')!)
      return readPack(file)
    }
    expect(damaged((effect) => delete (effect['knobs']![0] as { low?: number }).low)).toThrow(
      /knobs\[0\]\.low/,
    )
    expect(
      damaged((effect) => {
        const [, , third] = effect['emitters'] as unknown as { drives: Record<string, unknown[]> }[]
        third!.drives['flow']![1] = 'x'
      }),
    ).toThrow(/drives\.flow\.from/)
  })
})

describe('names for TypeScript', () => {
  it('say effects, knobs with their ends, and cues', () => {
    const text = namesModule(demo.kit, ['stove-fire', 'pier-dust', 'signal-flare'])
    expect(text).toContain('export interface LastFerry {')
    expect(text).toContain("/** 0 to 1, 0.5 at first. */\n      'heat': number")
    expect(text).toContain("'Pier dust': Readonly<Record<string, never>>")
    expect(text).toContain("'colour': `#${string}`")
    expect(text).not.toContain('Canal rain')
    expect(text).toMatch(/cues: '.+'/)
  })

  it('quote what has quotes, and name what has no letters', () => {
    const kit = { ...demo.kit, name: '42 →', effects: { ...demo.kit.effects }, cues: [] }
    kit.effects['coin'] = { ...kit.effects['coin']!, name: "The captain's" }
    const text = namesModule(kit, ['coin'])
    expect(text).toContain("'The captain\\'s': ")
    expect(text).toContain('export interface Names {')
    expect(text).toContain('cues: never')
  })
})
