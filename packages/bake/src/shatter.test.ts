import { addShatter, type KitFile } from '@gliv/document'
import { makeDemo } from '@gliv/demo'
import { resolveEffect } from '@gliv/document'
import { compile, createSimulation } from '@gliv/engine'
import { createCanvas, fill, paintFrame, toStraight } from '@gliv/paint'
import { crop, decodePng, onPalette } from '@gliv/pixels'
import { describe, expect, it } from 'vitest'
import { maskReader, prepareSheets } from './index.ts'
import { plainBake } from './testing/plain.ts'

const crateOf = ({ kit }: KitFile): number =>
  kit.sheets['pixels']!.frames.findIndex((f) => f.name === 'crate')

const shatter = (assemble: boolean) => {
  const file = makeDemo()
  let n = 0
  const block = file.kit.sheets['pixels']!.frames.findIndex((f) => f.name === 'block')
  const id = addShatter(
    file.kit,
    { sheet: 'pixels', frame: crateOf(file) },
    { sheet: 'pixels', frame: block },
    assemble,
    (prefix) => `${prefix}-s${n++}`,
  )
  const simulation = createSimulation(
    compile(
      resolveEffect(
        file.kit,
        file.kit.effects[id]!,
        maskReader(() => file.pictures),
      ),
    ),
    { x: 16, y: 16 },
  )
  const paint = (tick: number): Uint8Array => {
    simulation.seek(tick)
    const canvas = createCanvas(32, 32)
    fill(canvas)
    paintFrame(canvas, simulation.frame(1), prepareSheets(file), { x: 0, y: 0, zoom: 1 })
    return toStraight(canvas)
  }
  return { file, simulation, paint }
}

const sprite = (file: KitFile): Uint8Array => {
  const { kit, pictures } = file
  return crop(
    decodePng(pictures.get(kit.sheets['pixels']!.picture)!),
    kit.sheets['pixels']!.frames[crateOf(file)]!,
  ).data
}

describe('shatter', () => {
  it('begins as the very sprite, pixel for pixel, and then flies apart', () => {
    const { file, simulation, paint } = shatter(false)
    expect(paint(0)).toEqual(sprite(file))
    expect(simulation.alive).toBe(32 * 32)
    expect(paint(40)).not.toEqual(sprite(file))
  })

  it('assembling ends as the very sprite', () => {
    const { file, simulation, paint } = shatter(true)
    expect(paint(0)).not.toEqual(sprite(file))
    expect(paint(simulation.program.lastTick)).toEqual(sprite(file))
  })
})

describe('whole pixels', () => {
  it('every sprite of whole size covers whole pixels, wherever its particle is', () => {
    const file = makeDemo()
    const effect =
      file.kit.effects['keg-pop-effect'] ?? Object.values(file.kit.effects).find((e) => e.name === 'Keg pop')!
    for (const wholePixels of [true, false]) {
      const simulation = createSimulation(compile(resolveEffect({ ...file.kit, wholePixels }, effect)), {
        x: 10.3,
        y: 7.8,
      })
      simulation.seek(9)
      const { f32, count, originX, originY } = simulation.frame(0.4)
      let off = 0
      for (let i = 0; i < count; i++)
        for (const at of [originX + f32[i * 12]!, originY + f32[i * 12 + 1]!])
          off = Math.max(off, Math.abs(at - Math.round(at)))
      if (wholePixels) expect(off).toBeLessThan(1e-4)
      else expect(off).toBeGreaterThan(0.05)
    }
  })
})

describe('a palette for the whole sheet', () => {
  it('leaves no other colour in what is baked, and alpha as it was', async () => {
    const file = makeDemo()
    const effect = Object.values(file.kit.effects).find((e) => e.name === 'Pier dust')!
    const colours = ['#201810', '#f4e3c2', '#cdbb9e']
    file.kit.palettes['three'] = { id: 'three', name: 'Three', colours }
    const options = { fps: 4, size: { w: 40, h: 40 } }
    const [free, bound] = [
      await plainBake(file, effect, 'x.png', options),
      await plainBake(file, effect, 'x.png', { ...options, palette: 'three' }),
    ].map((baked) => decodePng(baked.png))
    expect(bound).toEqual(onPalette(free!, colours))
    const seen = new Set<string>()
    for (let o = 0; o < bound!.data.length; o += 4)
      if (bound!.data[o + 3]! > 0)
        seen.add(`#${[0, 1, 2].map((k) => bound!.data[o + k]!.toString(16).padStart(2, '0')).join('')}`)
    expect(seen.size).toBeGreaterThan(1)
    expect([...seen].filter((colour) => !colours.includes(colour))).toEqual([])
  })
})
