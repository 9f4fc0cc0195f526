import { type Batch, type Blend, type Frame, INSTANCE_WORDS } from '@gliv/model'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { Canvas2dRenderer } from './canvas2dRenderer.ts'
import type { RenderSheet } from './renderer.ts'
import { Tints } from './tints.ts'
import { fakeCanvases, fakeContext } from '../testing/canvas.ts'

afterEach(() => void vi.restoreAllMocks())

const sheetOf = (sampling: RenderSheet['sampling']): RenderSheet => ({
  image: document.createElement('canvas'),
  width: 64,
  height: 64,
  sampling,
})

interface Sprite {
  readonly tint?: number
  readonly opacity?: number
  readonly texel?: readonly [number, number, number, number]
}

/** One batch a blend, one sprite each: 8 × 4 px at (10, 20), twice as large and turned by a quarter. */
const frameOf = (sprites: readonly Sprite[], blends: readonly Blend[] = ['normal'], sheet = 0): Frame => {
  const f32 = new Float32Array(sprites.length * INSTANCE_WORDS)
  const u32 = new Uint32Array(f32.buffer)
  sprites.forEach(({ tint = 0xffffffff, opacity = 1, texel = [0, 0, 8, 4] }, i) => {
    f32.set([10, 20, 0, 16, -8, 0, ...texel], i * INSTANCE_WORDS)
    u32[i * INSTANCE_WORDS + 10] = tint
    f32[i * INSTANCE_WORDS + 11] = opacity
  })
  const each = sprites.length / blends.length
  const batches: Batch[] = blends.map((blend, k) => ({
    sheet,
    blend,
    layer: 'front',
    first: k * each,
    count: each,
    shifted: false,
  }))
  const shifts = new Float32Array(0)
  return {
    f32,
    u32,
    shifts,
    count: sprites.length,
    batches,
    batchCount: batches.length,
    originX: 100,
    originY: 50,
  }
}

const start = (sampling: RenderSheet['sampling'] = 'smooth') => {
  const made = fakeCanvases()
  const { context, calls } = fakeContext(48, 30)
  const renderer = new Canvas2dRenderer(context)
  renderer.setSheets([sheetOf(sampling)])
  const named = (name: string) => calls.filter((call) => call.name === name)
  return { renderer, calls, named, made }
}

describe('drawing with a 2D context', () => {
  it('places a sprite by its axes, seen through the camera', () => {
    const { renderer, named } = start()
    renderer.draw(frameOf([{}]), { x: 90, y: 40, zoom: 3 })
    // The frame's origin is (100, 50), so the sprite's corner is 20 and 30 px from the camera's.
    expect(named('setTransform').at(-1)!.args).toEqual([0, 6, -6, 0, 60, 90])
    expect(named('drawImage')).toHaveLength(1)
  })

  it('has a way for each blend, and takes opacity at most whole', () => {
    const { renderer, named } = start()
    renderer.draw(
      frameOf([{ opacity: 0.25 }, { opacity: 7 }, {}, {}], ['normal', 'additive', 'screen', 'multiply']),
      { x: 0, y: 0, zoom: 1 },
    )
    expect(named('drawImage').map((call) => [call.composite, call.alpha])).toEqual([
      ['source-over', 0.25],
      ['lighter', 1],
      ['screen', 1],
      ['multiply', 1],
    ])
  })

  it('leaves out what cannot be seen, and sheets that are not there', () => {
    const { renderer, named } = start()
    renderer.draw(frameOf([{ opacity: 0 }, { opacity: -1 }, { opacity: Number.NaN }]), {
      x: 0,
      y: 0,
      zoom: 1,
    })
    renderer.draw(frameOf([{}], ['normal'], 4), { x: 0, y: 0, zoom: 1 })
    expect(named('drawImage')).toHaveLength(0)
  })

  it('samples as the sheet says', () => {
    for (const sampling of ['smooth', 'nearest'] as const) {
      const { renderer, named } = start(sampling)
      renderer.draw(frameOf([{}]), { x: 0, y: 0, zoom: 1 })
      expect(named('drawImage')[0]!.smooth).toBe(sampling === 'smooth')
      vi.restoreAllMocks()
    }
  })

  it('tints each frame and colour once, in steps that nobody sees', () => {
    const { renderer, made } = start()
    const camera = { x: 0, y: 0, zoom: 1 }
    // One to read the frame's pixels, one for the tint.
    renderer.draw(frameOf([{ tint: 0xff204080 }, { tint: 0xff204080 }, { tint: 0xff214181 }]), camera)
    expect(made()).toBe(2)
    renderer.draw(frameOf([{ tint: 0xff204090 }]), camera)
    expect(made()).toBe(3)
    renderer.draw(frameOf([{ tint: 0xff204080, texel: [8, 0, 8, 4] }]), camera)
    expect(made()).toBe(5)
    // White is cut out, and not read.
    renderer.draw(frameOf([{}]), camera)
    expect(made()).toBe(6)
    // New pictures: nothing of the old ones may be shown.
    renderer.setSheets([sheetOf('smooth')])
    renderer.draw(frameOf([{ tint: 0xff204080 }]), camera)
    expect(made()).toBe(8)
  })

  it('keeps what the game has set: its transform counts, its opacity too, and both are there afterwards', () => {
    fakeCanvases()
    const { context, calls } = fakeContext(48, 30)
    Object.assign(context, {
      getTransform: () => ({ a: 2, b: 0, c: 0, d: 2, e: 7, f: 9, isIdentity: false }),
      globalAlpha: 0.5,
    })
    const renderer = new Canvas2dRenderer(context, true)
    renderer.setSheets([sheetOf('smooth')])
    renderer.begin()
    renderer.draw(frameOf([{ opacity: 0.5 }]), { x: 90, y: 40, zoom: 3 })
    renderer.end()
    expect(calls.find(({ name }) => name === 'setTransform')!.args).toEqual([0, 12, -12, 0, 127, 189])
    expect(calls.find(({ name }) => name === 'drawImage')!.alpha).toBe(0.25)
    const count = (wanted: string) => calls.filter(({ name }) => name === wanted).length
    expect(count('save')).toBe(count('restore'))
  })

  it('turns with the camera around the middle of the picture', () => {
    const { renderer, named } = start()
    renderer.draw(frameOf([{}]), { x: 90, y: 40, zoom: 1, rotation: 90 })
    // (20, 30) from the left top is (−4, 15) from the middle of 48 × 30: the camera's quarter makes it (15, 4).
    expect(
      named('setTransform')
        .at(-1)!
        .args.map((v) => Math.round(Number(v) * 1e6) / 1e6 + 0),
    ).toEqual([2, 0, 0, 2, 39, 19])
  })
})

describe('kept tints', () => {
  const sheet = sheetOf('smooth')
  const tintsOf = (frame: Frame, tints: Tints) =>
    Array.from({ length: frame.count }, (_, i) => tints.get(0, sheet, frame, i * 12, false))

  it('forget the oldest of too many, not those that are used', () => {
    fakeCanvases()
    // Room for ten frames of 8 × 4.
    const tints = new Tints(320)
    const used = frameOf([{ tint: 0xff000000 }])
    const [first] = tintsOf(used, tints)
    for (let k = 1; k < 40; k++) {
      tintsOf(frameOf([{ tint: 0xff000000 + k * 4 }]), tints)
      expect(tintsOf(used, tints)[0]).toBe(first)
    }
    const early = tintsOf(frameOf([{ tint: 0xff000004 }]), tints)
    expect(tintsOf(frameOf([{ tint: 0xff000004 }]), tints)).toEqual(early)
  })

  it('are coarser where a picture asks for too many new ones, and exact again in the next', () => {
    const made = fakeCanvases()
    const many = frameOf(Array.from({ length: 60 }, (_, k) => ({ tint: 0xff000000 + k * 4 })))
    const tints = new Tints(undefined, 320)
    tints.begin()
    tintsOf(many, tints)
    // Ten exact ones, and six more that steps of 32 make of the others.
    expect(made()).toBe(1 + 10 + 6)
    tints.begin()
    tintsOf(many, tints)
    expect(made()).toBe(1 + 20 + 6)
  })
})

describe('the ground', () => {
  it('is kept, cleared, or filled with a colour', () => {
    const { renderer, calls, named } = start()
    renderer.begin()
    expect(named('clearRect')).toHaveLength(0)
    renderer.begin(null)
    expect([named('clearRect')[0]!.args, named('fillRect')]).toEqual([[0, 0, 48, 30], []])
    renderer.begin('#123456')
    expect([named('fillRect')[0]!.args, named('fillRect')[0]!.fill]).toEqual([[0, 0, 48, 30], '#123456'])
    expect(calls.every((call) => call.composite === 'source-over' && call.alpha === 1)).toBe(true)
  })
})
