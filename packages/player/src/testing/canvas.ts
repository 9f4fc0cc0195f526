/** Canvases for tests, which write down what is asked of them. */
import { vi } from 'vitest'

export interface Call {
  readonly name: string
  readonly args: readonly unknown[]
  /** Of a 2D context, as they are at the call. */
  readonly alpha: number
  readonly composite: string
  readonly fill: unknown
  readonly smooth: boolean
}

/** A 2D context whose methods are written down with the state that they see. */
export const fakeContext = (
  width: number,
  height: number,
): { readonly context: CanvasRenderingContext2D; readonly calls: Call[] } => {
  const calls: Call[] = []
  const state = {
    globalAlpha: 1,
    globalCompositeOperation: 'source-over',
    fillStyle: '#000000' as unknown,
    imageSmoothingEnabled: true,
    canvas: { width, height },
  }
  const context = new Proxy(state, {
    get: (target, name) =>
      name in target
        ? target[name as keyof typeof target]
        : (...args: unknown[]) => {
            calls.push({
              name: String(name),
              args,
              alpha: target.globalAlpha,
              composite: target.globalCompositeOperation,
              fill: target.fillStyle,
              smooth: target.imageSmoothingEnabled,
            })
            // Pixels are read and made where they are coloured one by one.
            return name === 'getImageData' || name === 'createImageData'
              ? { width, height, data: new Uint8ClampedArray(width * height * 4) }
              : undefined
          },
  }) as unknown as CanvasRenderingContext2D
  return { context, calls }
}

/** Canvases that code makes by itself get such a context, too; returns how many were made. */
export const fakeCanvases = (): (() => number) => {
  let made = 0
  vi.spyOn(HTMLCanvasElement.prototype, 'getContext').mockImplementation(function (this: HTMLCanvasElement) {
    made++
    return fakeContext(this.width, this.height).context as never
  })
  return () => made
}
