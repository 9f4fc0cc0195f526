import { type Batch, type Blend, type Frame, INSTANCE_WORDS } from '@gliv/model'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { Canvas2dRenderer } from './canvas2dRenderer.ts'
import type { RenderSheet } from './renderer.ts'
import { fakeCanvases, fakeContext } from './testing/canvas.ts'

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
    renderer.draw(frameOf([{ tint: 0xff204080 }, { tint: 0xff204080 }, { tint: 0xff214181 }]), camera)
    expect(made()).toBe(1)
    renderer.draw(frameOf([{ tint: 0xff204090 }]), camera)
    expect(made()).toBe(2)
    renderer.draw(frameOf([{ tint: 0xff204080, texel: [8, 0, 8, 4] }]), camera)
    expect(made()).toBe(3)
    // New pictures: nothing of the old ones may be shown.
    renderer.setSheets([sheetOf('smooth')])
    renderer.draw(frameOf([{ tint: 0xff204080 }]), camera)
    expect(made()).toBe(4)
  })

  it('forgets the oldest of too many tints, not those that are used', () => {
    const { renderer, made } = start()
    const camera = { x: 0, y: 0, zoom: 1 }
    const used = frameOf([{ tint: 0xff000000 }])
    renderer.draw(used, camera)
    for (let k = 0; k < 600; k++) {
      renderer.draw(frameOf([{ texel: [k, 0, 8, 4] }]), camera)
      renderer.draw(used, camera)
    }
    expect(made()).toBe(601)
    renderer.draw(frameOf([{ texel: [0, 0, 8, 4] }]), camera)
    expect(made()).toBe(602)
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
