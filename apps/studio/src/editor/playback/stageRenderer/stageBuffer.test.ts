import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { fakeBufferGl } from '../../../../../../packages/player/src/testing/bufferGl.ts'
import { StageBuffer } from './stageBuffer.ts'

let now = 0
beforeEach(() => {
  now = 1000
  vi.spyOn(performance, 'now').mockImplementation(() => now)
})
afterEach(() => void vi.restoreAllMocks())

/** A picture that takes so many ms. */
const draw = (buffer: StageBuffer, finish: () => void, ms: number, budget = {}): void => {
  buffer.begin(budget)
  buffer.end()
  now += ms
  finish()
}

describe('the buffer of a stage', () => {
  it('draws quick pictures straight to the canvas', () => {
    const { gl, bound, blits, finish } = fakeBufferGl()
    const buffer = new StageBuffer(gl)
    for (let k = 0; k < 3; k++) {
      draw(buffer, finish, 5)
      expect(buffer.settle()).toBe(false)
    }
    expect([bound, blits.length, buffer.bands, buffer.coarse]).toEqual([[null, null, null], 0, 1, false])
  })

  it('draws behind the scenes after a slow one, says so until it is ready, and goes back when they are quick', () => {
    const { gl, bound, blits, finish } = fakeBufferGl()
    const buffer = new StageBuffer(gl)
    draw(buffer, finish, 60)
    // It was drawn on the canvas itself: nothing is to be copied.
    expect(buffer.settle()).toBe(false)
    buffer.begin()
    buffer.end()
    expect([bound.at(-1), buffer.settle(), blits.length]).toEqual(['behind', true, 0])
    now += 20
    finish()
    expect([buffer.settle(), blits.length]).toEqual([true, 1])
    // 20 ms is no longer slow enough to begin with, but not yet quick enough to end it.
    draw(buffer, finish, 5)
    expect([bound.at(-1), buffer.settle(), blits.length]).toEqual(['behind', true, 2])
    draw(buffer, finish, 5)
    expect([bound.at(-1), buffer.settle(), blits.length]).toEqual([null, false, 2])
  })

  it('draws a slow picture in a hurry as coarse as it must, and copies it at once', () => {
    const { gl, blits, finish } = fakeBufferGl()
    const buffer = new StageBuffer(gl)
    draw(buffer, finish, 60)
    buffer.settle()
    buffer.begin({ hurried: true })
    // A third of the width and height costs a ninth of 60 ms.
    expect([buffer.coarse, buffer.share, buffer.area]).toEqual([true, 1 / 3, { x: 0, y: 0, w: 334, h: 167 }])
    buffer.end()
    expect(blits).toEqual([[0, 0, 334, 167, 0, 0, 1000, 500, undefined, 5]])
    // A second one may wait behind it, not a third.
    expect(buffer.settle()).toBe(false)
    buffer.begin({ hurried: true })
    buffer.end()
    expect(buffer.settle()).toBe(true)
    finish()
    expect(buffer.settle()).toBe(false)
  })

  it('draws one that has time in bands that cover it without a gap, and shows it after the last', () => {
    const { gl, blits, finish } = fakeBufferGl()
    const buffer = new StageBuffer(gl)
    draw(buffer, finish, 65)
    buffer.settle()
    const { bands } = buffer
    expect(bands).toBe(7)
    let top = 0
    for (let band = 0; band < bands; band++) {
      buffer.begin({ band, bands })
      expect(buffer.area.y).toBe(top)
      top += buffer.area.h
      buffer.end()
      now += 10
      finish()
      expect([buffer.settle(), blits.length]).toEqual(band === bands - 1 ? [true, 1] : [false, 0])
    }
    expect(top).toBe(500)
  })

  it('makes bands narrower when they take too long', () => {
    const { gl, finish } = fakeBufferGl()
    const buffer = new StageBuffer(gl)
    draw(buffer, finish, 100)
    buffer.settle()
    expect(buffer.bands).toBe(10)
    draw(buffer, finish, 50, { band: 0, bands: 10 })
    buffer.settle()
    expect(buffer.bands).toBe(12)
  })

  it('plans the first large picture after small ones by what a pixel costs', () => {
    const { gl, bound, finish } = fakeBufferGl()
    const buffer = new StageBuffer(gl)
    buffer.expect(100_000)
    draw(buffer, finish, 10)
    buffer.settle()
    buffer.expect(2_000_000)
    expect(buffer.bands).toBe(20)
    buffer.begin()
    expect(bound.at(-1)).toBe('behind')
    // And a small one after that is quick again.
    buffer.end()
    finish()
    buffer.settle()
    buffer.expect(1000)
    expect(buffer.bands).toBe(1)
  })

  it('can be told the price beforehand, and learns nothing from a picture of a few pixels', () => {
    const { gl, finish } = fakeBufferGl()
    const buffer = new StageBuffer(gl, 1e-4)
    buffer.expect(500_000)
    expect(buffer.bands).toBe(5)
    buffer.expect(10)
    draw(buffer, finish, 19)
    buffer.settle()
    buffer.expect(500_000)
    expect(buffer.bands).toBe(5)
  })

  it('draws a running effect coarser where it would hold up edits, and waits for what is slow all the same', () => {
    const { gl, blits, finish } = fakeBufferGl()
    const buffer = new StageBuffer(gl, 0.002)
    buffer.expect(10_000)
    buffer.begin({ playing: true })
    expect(buffer.coarse).toBe(false)
    buffer.end()
    buffer.expect(400_000)
    draw(buffer, finish, 90, { playing: true })
    expect(buffer.coarse).toBe(true)
    buffer.settle()
    const shown = blits.length
    // The last one took too long to be shown without waiting.
    buffer.begin({ playing: true })
    buffer.end()
    expect(blits).toHaveLength(shown)
    finish()
    expect([buffer.settle(), blits.length]).toEqual([true, shown + 1])
    expect(buffer.settle()).toBe(false)
    // Once nothing runs it is drawn in full.
    buffer.begin({})
    expect(buffer.coarse).toBe(false)
  })
})
