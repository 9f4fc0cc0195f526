/** WebGL2 for tests of back buffers. */

/** As much of WebGL2 as a back buffer asks for; pictures are finished when `finish` says so. */
export const fakeBufferGl = () => {
  const bound: unknown[] = []
  const blits: number[][] = []
  const pending: { done: boolean }[] = []
  const scissors: number[][] = []
  const gl = {
    FRAMEBUFFER: 1,
    READ_FRAMEBUFFER: 2,
    DRAW_FRAMEBUFFER: 3,
    SIGNALED: 4,
    LINEAR: 5,
    NEAREST: 6,
    getContextAttributes: () => ({ antialias: false }),
    drawingBufferWidth: 1000,
    drawingBufferHeight: 500,
    createFramebuffer: () => 'behind',
    createRenderbuffer: () => 'colour',
    bindFramebuffer: (target: number, buffer: unknown) => void (target === 1 && bound.push(buffer)),
    viewport: () => {},
    scissor: (...area: number[]) => void scissors.push(area),
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
  return { gl: gl as unknown as WebGL2RenderingContext, bound, blits, scissors, finish }
}
