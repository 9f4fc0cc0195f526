// @vitest-environment jsdom
import { type Frame, INSTANCE_WORDS } from '@gliv/model'
import type { RenderSheet } from '@gliv/player/renderers'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { fakeCanvases, fakeContext } from '../../../../../../packages/player/src/testing/canvas.ts'
import { CHECKER, checkerAt } from './checker.ts'
import { coveredPixels } from '@gliv/player/renderers'
import { StageCanvasRenderer } from './stageCanvasRenderer.ts'

afterEach(() => void vi.restoreAllMocks())

const start = () => {
  fakeCanvases()
  const { context, calls } = fakeContext(48, 30)
  const renderer = new StageCanvasRenderer(context)
  const named = (name: string) => calls.filter((call) => call.name === name)
  return { renderer, named }
}

describe('the ground', () => {
  it('of squares alternates from the lower left corner on', () => {
    const { renderer, named } = start()
    renderer.begin('checker')
    const [ground, ...squares] = named('fillRect')
    expect([ground!.fill, ground!.args]).toEqual([CHECKER.a, [0, 0, 48, 30]])
    const { side } = CHECKER
    // 48 × 30 px are two squares across and one and a bit down: the lower left one, and the upper right one.
    for (const [x, y] of [
      [0, 29],
      [23, 6],
      [24, 29],
      [0, 5],
      [24, 5],
      [47, 0],
    ] as const) {
      const covered = squares.some(
        ({ args: [left, top, w, h] }) =>
          x >= Number(left) &&
          x < Number(left) + Number(w) &&
          y >= Number(top) &&
          y < Number(top) + Number(h),
      )
      expect(checkerAt(x, y, 30)).toBe(covered ? CHECKER.b : CHECKER.a)
    }
    expect(squares.map((call) => [call.fill, ...call.args])).toEqual([
      [CHECKER.b, 0, 30 - side, side, side],
      [CHECKER.b, side, 30 - 2 * side, side, side],
    ])
  })

  it('of a colour is that of any renderer', () => {
    const { renderer, named } = start()
    renderer.begin('#123456')
    expect(named('fillRect').map((call) => [call.fill, ...call.args])).toEqual([['#123456', 0, 0, 48, 30]])
  })
})

describe('a stroke that is being drawn', () => {
  const sheet: RenderSheet = {
    image: document.createElement('canvas'),
    width: 8,
    height: 8,
    sampling: 'nearest',
  }
  const frame: Frame = {
    f32: Float32Array.of(0, 0, 8, 0, 0, 8, 0, 0, 8, 8, 0, 1),
    u32: new Uint32Array(12),
    count: 1,
    shifts: new Float32Array(0),
    batches: [{ sheet: 0, blend: 'normal', layer: 'front', first: 0, count: 1, shifted: false }],
    batchCount: 1,
    originX: 0,
    originY: 0,
  }

  it('is in the next picture, whatever was tinted before; a sheet that is not there is left out', () => {
    vi.stubGlobal(
      'ImageData',
      class {
        readonly data: Uint8ClampedArray
        constructor(data: Uint8ClampedArray) {
          this.data = data
        }
      },
    )
    const { renderer, named } = start()
    renderer.setSheets([sheet])
    const drawn = (): unknown => {
      renderer.draw(frame, { x: 0, y: 0, zoom: 1 })
      return named('drawImage').at(-1)!.args[0]
    }
    const before = drawn()
    expect(drawn()).toBe(before)
    const rgba = Uint8ClampedArray.of(64, 0, 0, 128)
    renderer.patchSheet({ sheet: 0, x: 1, y: 1, width: 1, height: 1, rgba })
    expect(drawn()).not.toBe(before)
    renderer.patchSheet({ sheet: 7, x: 0, y: 0, width: 1, height: 1, rgba })
    vi.unstubAllGlobals()
  })
})

describe('the pixels that a frame covers', () => {
  it('are areas of sprites on the canvas, turned, sheared or mirrored, none larger than the canvas', () => {
    const f32 = new Float32Array(4 * INSTANCE_WORDS)
    // 4 × 3; the same turned by 30°; mirrored and sheared; far larger than the canvas.
    const axes = [
      [4, 0, 0, 3],
      [4 * Math.sqrt(0.75), 2, -1.5, 3 * Math.sqrt(0.75)],
      [-4, 0, 2, 3],
      [900, 0, 0, 900],
    ]
    axes.forEach((row, i) => f32.set(row, i * INSTANCE_WORDS + 2))
    const frame: Frame = {
      f32,
      u32: new Uint32Array(f32.buffer),
      count: 4,
      shifts: new Float32Array(0),
      batches: [],
      batchCount: 0,
      originX: 0,
      originY: 0,
    }
    expect(coveredPixels({ ...frame, count: 3 }, { x: 0, y: 0, zoom: 1 }, 1000)).toBeCloseTo(36, 4)
    expect(coveredPixels(frame, { x: 9, y: 9, zoom: 2 }, 1000)).toBeCloseTo(144 + 1000, 4)
  })
})
