import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { BackBuffer } from './backBuffer.ts'

/** As much of WebGL2 as a back buffer asks for; pictures are finished when `finish` says so. */
const fakeGl = () => {
  const bound: unknown[] = []
  const blits: number[][] = []
  const pending: { done: boolean }[] = []
  const gl = {
    FRAMEBUFFER: 1,
    READ_FRAMEBUFFER: 2,
    DRAW_FRAMEBUFFER: 3,
    SIGNALED: 4,
    LINEAR: 5,
    NEAREST: 6,
    drawingBufferWidth: 1000,
    drawingBufferHeight: 500,
    createFramebuffer: () => 'behind',
    createRenderbuffer: () => 'colour',
    bindFramebuffer: (target: number, buffer: unknown) => void (target === 1 && bound.push(buffer)),
    viewport: () => {},
    enable: () => {},
    disable: () => {},
    flush: () => {},
    bindRenderbuffer: () => {},
    renderbufferStorage: () => {},
    framebufferRenderbuffer: () => {},
    blitFramebuffer: (...args: number[]) => void blits.push(args),
    fenceSync: () => {
      const fence = { done: false }
      pending.push(fence)
      return fence
    },
    getSyncParameter: (fence: { done: boolean }) => (fence.done ? 4 : 0),
    deleteSync: () => {},
    deleteFramebuffer: () => {},
    deleteRenderbuffer: () => {},
  }
  const finish = (): void => pending.forEach((fence) => (fence.done = true))
  return { gl: gl as unknown as WebGL2RenderingContext, bound, blits, finish }
}

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
    const { gl, bound, blits, finish } = fakeGl()
    const buffer = new BackBuffer(gl)
    for (let k = 0; k < 3; k++) {
      draw(buffer, finish, 5)
      expect(buffer.settle()).toBe(false)
    }
    expect([bound, blits.length]).toEqual([[null, null, null], 0])
  })

  it('draws behind the scenes after a slow one, says so until it is ready, and goes back when they are quick', () => {
    const { gl, bound, blits, finish } = fakeGl()
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
