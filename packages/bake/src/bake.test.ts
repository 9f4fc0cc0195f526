import { describe, expect, it } from 'vitest'
import { makeDemo } from '@gliv/demo'
import { resolveEffect } from '@gliv/document'
import { compile, createSimulation } from '@gliv/engine'
import { createCanvas, fill, paintFrame, toStraight } from '@gliv/paint'
import { decodePng } from '@gliv/pixels'
import { BakeCancelled, bakeTick, fileNameOf, prepareSheets } from './index.ts'
import { plainBake } from './testing/plain.ts'

const demo = makeDemo()
const dust = demo.kit.effects['pier-dust']!

describe('baking', () => {
  it('frame k is the painted picture of tick floor((from + k ÷ fps) × rate + ½)', async () => {
    const { png, json } = await plainBake(demo, dust, 'dust.png', {
      size: { w: 96, h: 64 },
      origin: { x: 48, y: 50 },
      fps: 24,
      from: 0.05,
      to: 0.55,
      columns: 5,
    })
    expect(json.frames.length).toBe(12)
    const sheet = decodePng(png)
    expect([sheet.width, sheet.height]).toEqual([480, 192])
    const simulation = createSimulation(compile(resolveEffect(demo.kit, dust)))
    for (const k of [0, 4, 5, 11]) {
      const tick = Math.floor((0.05 + k / 24) * 60 + 0.5)
      expect(bakeTick(0.05, 24, k, 60)).toBe(tick)
      simulation.seek(tick)
      const canvas = createCanvas(96, 64)
      fill(canvas)
      paintFrame(canvas, simulation.frame(), prepareSheets(demo), { x: -48, y: -50, zoom: 1 })
      const expected = toStraight(canvas)
      const { x, y } = json.frames[k]!
      for (let row = 0; row < 64; row++)
        expect(sheet.data.subarray(((y + row) * 480 + x) * 4, ((y + row) * 480 + x + 96) * 4)).toEqual(
          expected.subarray(row * 96 * 4, (row + 1) * 96 * 4),
        )
    }
  })

  it('says what it made, and makes the same bytes every time', async () => {
    const options = { fps: 10, seed: 5 }
    const a = await plainBake(demo, dust, 'dust.png', options)
    expect((await plainBake(demo, dust, 'dust.png', options)).png).toEqual(a.png)
    expect((await plainBake(demo, dust, 'dust.png', { ...options, seed: 6 })).png).not.toEqual(a.png)
    expect(a.json).toMatchObject({
      format: 'gliv-sheet',
      version: 1,
      image: 'dust.png',
      fps: 10,
      loop: false,
      durationSeconds: a.json.frames.length / 10,
    })
    expect(a.json.frames[1]).toMatchObject({ offsetX: 0, offsetY: 0, seconds: 0.1 })
  })

  it('fitted frames cut nothing off: their borders stay clear', async () => {
    const { png, json } = await plainBake(demo, dust, 'dust.png', { fps: 15 })
    const sheet = decodePng(png)
    for (const { x, y, w, h } of json.frames)
      for (let i = 0; i < w; i++)
        expect(
          sheet.data[(y * sheet.width + x + i) * 4 + 3]! +
            sheet.data[((y + h - 1) * sheet.width + x + i) * 4 + 3]!,
        ).toBe(0)
    expect(json.pivot.x).toBeGreaterThan(0)
  })

  it('a loop is baked for one repeat, from when it is full', async () => {
    const { json } = await plainBake(demo, demo.kit.effects['funnel-steam']!, 'steam.png', {
      fps: 4,
      size: { w: 32, h: 32 },
    })
    expect([json.loop, json.frames.length, json.durationSeconds]).toEqual(['made', 12, 3])
  })

  it.each([
    [{ from: 1, to: 1 }, /must be later/],
    [{ from: -1, to: 1 }, /must be later|0 or more/],
    [{ fps: 0 }, /must be over 0/],
    [{ to: 3600, fps: 60 }, /between 1 and 4096/],
    [{ size: { w: 0, h: 5 } }, /whole pixels/],
    [{ columns: 1.5 }, /whole number/],
  ])('refuses %j in words', async (options, message) => {
    await expect(plainBake(demo, dust, 'x.png', options)).rejects.toThrow(message)
  })

  it('can be cancelled', async () => {
    await expect(plainBake(demo, dust, 'x.png', {}, (done) => done < 0.3)).rejects.toThrow(BakeCancelled)
  })

  it('names files without surprises', () => {
    expect([fileNameOf('Signal flare: burst!'), fileNameOf('../..'), fileNameOf('Änderung 2')]).toEqual([
      'signal-flare-burst',
      'effect',
      'änderung-2',
    ])
  })
})
