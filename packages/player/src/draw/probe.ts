/**
 * Which way of drawing is faster here: measured once a page on a small canvas of its own, then remembered.
 */
import { INSTANCE_WORDS, type Frame } from '@gliv/model'
import { newCanvas } from './newCanvas.ts'
import { createExpandedPath, createInstancedPath, type GlPath } from './glPaths.ts'

const SPRITES = 1500
/** Of a sprite, in px. */
const SIDE = 8
const ROUNDS = 3

export interface Probed {
  readonly path: 'instanced' | 'expanded'
  /** ms that a covered pixel takes, from above. */
  readonly perPixel: number
}

let known: Probed | null = null

const sampleFrame = (): Frame => {
  const f32 = new Float32Array(SPRITES * INSTANCE_WORDS)
  const u32 = new Uint32Array(f32.buffer)
  for (let i = 0; i < SPRITES; i++) {
    f32.set([(i % 40) * 3, ((i / 40) | 0) * 3, SIDE, 0, 0, SIDE, 0, 0, 1, 1], i * INSTANCE_WORDS)
    u32[i * INSTANCE_WORDS + 10] = 0xffffffff
    f32[i * INSTANCE_WORDS + 11] = 0.5
  }
  return {
    f32,
    u32,
    count: SPRITES,
    shifts: new Float32Array(0),
    batches: [{ sheet: 0, blend: 'normal', layer: 'front', first: 0, count: SPRITES, shifted: false }],
    batchCount: 1,
    originX: 0,
    originY: 0,
  }
}

/** Milliseconds of one picture, until its pixels are there. */
const timeOnce = (gl: WebGL2RenderingContext, path: GlPath, frame: Frame, pixel: Uint8Array): number => {
  const start = performance.now()
  gl.useProgram(path.program.program)
  path.upload(frame)
  gl.uniform4f(path.program.turned, 2 / 128, 0, 0, -2 / 128)
  gl.uniform2f(path.program.start, -1, 1)
  gl.uniform2f(path.program.sheetSize, 1, 1)
  path.drawBatch(frame.batches[0]!)
  gl.readPixels(0, 0, 1, 1, gl.RGBA, gl.UNSIGNED_BYTE, pixel)
  return performance.now() - start
}

const median = (values: number[]): number => values.sort((a, b) => a - b)[values.length >> 1]!

export const probe = (): Probed => {
  if (known) return known
  const gl = newCanvas(128, 128).getContext('webgl2') as WebGL2RenderingContext | null
  if (!gl) return { path: 'expanded', perPixel: 0 }
  gl.bindTexture(gl.TEXTURE_2D, gl.createTexture())
  gl.texImage2D(
    gl.TEXTURE_2D,
    0,
    gl.RGBA,
    1,
    1,
    0,
    gl.RGBA,
    gl.UNSIGNED_BYTE,
    Uint8Array.of(255, 255, 255, 255),
  )
  gl.texParameteri(gl.TEXTURE_2D, gl.TEXTURE_MIN_FILTER, gl.NEAREST)
  const frame = sampleFrame()
  const pixel = new Uint8Array(4)
  const times = [createInstancedPath(gl), createExpandedPath(gl)].map((path) => {
    timeOnce(gl, path, frame, pixel) // warms up
    return median(Array.from({ length: ROUNDS }, () => timeOnce(gl, path, frame, pixel)))
  })
  gl.getExtension('WEBGL_lose_context')?.loseContext()
  known = {
    path: times[0]! <= times[1]! ? 'instanced' : 'expanded',
    perPixel: Math.min(...times) / (SPRITES * SIDE * SIDE),
  }
  return known
}
