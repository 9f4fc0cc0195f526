import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { BackBuffer } from './backBuffer.ts'
import { fakeBufferGl } from '../testing/bufferGl.ts'

let now = 0
beforeEach(() => {
  now = 1000
  vi.spyOn(performance, 'now').mockImplementation(() => now)
})
afterEach(() => void vi.restoreAllMocks())

/** A picture that takes so many ms. */
const draw = (buffer: BackBuffer, finish: () => void, ms: number): void => {
  buffer.begin()
  buffer.end()
  now += ms
  finish()
}

describe('a back buffer', () => {
  it('draws quick pictures straight to the canvas', () => {
    const { gl, bound, blits, finish } = fakeBufferGl()
    const buffer = new BackBuffer(gl)
    for (let k = 0; k < 3; k++) {
      draw(buffer, finish, 5)
      expect(buffer.settle()).toBe(false)
    }
    expect([bound, blits.length]).toEqual([[null, null, null], 0])
  })

  it('draws behind the scenes after a slow one, says so until it is ready, and goes back when they are quick', () => {
    const { gl, bound, blits, finish } = fakeBufferGl()
    const buffer = new BackBuffer(gl)
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
})
