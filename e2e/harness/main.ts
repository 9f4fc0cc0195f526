/**
 * Runs the core inside a browser for the tests: state hashes, and pictures of each drawing path against
 * paint.
 */
import { maskReader } from '@gliv/bake'
import { makeDemo } from '@gliv/demo'
import { frozenDemo } from '@gliv/demo/frozen'
import { resolveEffect } from '@gliv/document'
import { compile, createSimulation, stateHash, tickOf } from '@gliv/engine'
import { INSTANCE_WORDS, type Blend, type Frame, type Sampling } from '@gliv/model'
import { createCanvas, fill, paintFrame, prepareSheet, toStraight, type PaintSheet } from '@gliv/paint'
import { decodePng, dot, encodePng, paintField, puff } from '@gliv/pixels'
import { StageBuffer } from '../../apps/studio/src/editor/playback/stageRenderer/stageBuffer.ts'
import type { FrameBudget } from '../../apps/studio/src/editor/playback/stageRenderer/stageRenderer.ts'
import { createRenderer, decodeSheetImage, type DrawPath, type RenderSheet } from '@gliv/player/renderers'
import { onsets } from './onsets.ts'
import { playerHarness } from './player.ts'
import { sceneHashes } from './sceneHash.ts'

export interface Scene {
  readonly name: string
  readonly sampling: Sampling
  readonly blend: Blend
  /** `opaque`: a card of hard colours; `soft`: a puff with soft edges; `many`: a soft dot of many colours. */
  readonly sprite: 'opaque' | 'soft' | 'many'
  /** Its pixels' hue, saturation and value differ from sprite to sprite. */
  readonly placed: 'whole' | 'free'
  readonly shifted: boolean
  readonly zoom?: number
}

export interface Comparison {
  readonly channels: number
  /** Channels further from paint than 2 per overlap. */
  readonly off: number
  readonly largest: number
}

const SIZE = 160
const GROUND: readonly [number, number, number] = [0x56, 0x60, 0x6c]

const card = (): { width: number; height: number; data: Uint8Array } => {
  const data = new Uint8Array(12 * 12 * 4)
  for (let i = 0; i < 144; i++) data.set([(i * 37) & 255, (i * 91) & 255, (i * 13) & 255, 255], i * 4)
  return { width: 12, height: 12, data }
}

const SPRITES = {
  opaque: card,
  /** Soft, and of many colours. */
  many: () => {
    const image = paintField(24, 24, dot(0.3))
    for (let i = 0; i < 576; i++) image.data.set([(i % 24) * 10, Math.floor(i / 24) * 10, 90], i * 4)
    return image
  },
  soft: () => paintField(24, 24, (x, y) => puff(5)(x * 1.15, y * 1.15) * dot(0.3)(x, y)),
}

/** A generator of its own, so that scenes are the same everywhere. */
const chance = (seed: number) => () => {
  seed = (Math.imul(seed, 1664525) + 1013904223) >>> 0
  return seed / 4294967296
}

const frameOf = (scene: Scene, width: number, height: number): Frame => {
  const count = 60
  const f32 = new Float32Array(count * INSTANCE_WORDS)
  const u32 = new Uint32Array(f32.buffer)
  const next = chance(scene.name.length * 97)
  for (let i = 0; i < count; i++) {
    const whole = scene.placed === 'whole'
    const x = whole ? Math.floor(next() * (SIZE - width)) : next() * (SIZE - width)
    const y = whole ? Math.floor(next() * (SIZE - height)) : next() * (SIZE - height)
    const angle = whole ? 0 : next() * Math.PI * 2
    const scale = whole ? 1 : 0.5 + next() * 1.6
    const [c, s] = [Math.cos(angle) * scale, Math.sin(angle) * scale]
    const opaque = whole && scene.sprite === 'opaque'
    f32.set(
      [
        x,
        y,
        c * width,
        s * width,
        -s * height,
        c * height,
        0,
        0,
        width,
        height,
        0,
        opaque ? 1 : 0.3 + next() * 0.7,
      ],
      i * INSTANCE_WORDS,
    )
    u32[i * INSTANCE_WORDS + 10] = opaque
      ? 0xffffffff
      : (0xff000000 |
          (Math.floor(next() * 64) * 4) |
          ((Math.floor(next() * 64) * 4) << 8) |
          ((Math.floor(next() * 64) * 4) << 16)) >>>
        0
  }
  // On the grid that a 2D canvas keeps shifts on.
  const shifts = new Float32Array(scene.shifted ? count * 3 : 0)
  for (let o = 0; o < shifts.length; o += 3)
    shifts.set(
      [Math.floor(next() * 60) * 6, 0.5 + Math.floor(next() * 20) / 20, 0.5 + Math.floor(next() * 16) / 20],
      o,
    )
  return {
    f32,
    u32,
    count,
    shifts,
    batches: [{ sheet: 0, blend: scene.blend, layer: 'front', first: 0, count, shifted: scene.shifted }],
    batchCount: 1,
    originX: 0,
    originY: 0,
  }
}

/** How many quads cover each pixel. */
const overlaps = ({ f32, count }: Frame, zoom: number, size: number): Uint16Array => {
  const out = new Uint16Array(size * size)
  for (let i = 0; i < count; i++) {
    const [ox, oy, ax, ay, dx, dy] = [0, 1, 2, 3, 4, 5].map((k) => f32[i * INSTANCE_WORDS + k]! * zoom) as [
      number,
      number,
      number,
      number,
      number,
      number,
    ]
    const det = ax * dy - ay * dx
    for (let y = 0; y < size; y++)
      for (let x = 0; x < size; x++) {
        const s = ((x + 0.5 - ox) * dy - (y + 0.5 - oy) * dx) / det
        const t = ((y + 0.5 - oy) * ax - (x + 0.5 - ox) * ay) / det
        if (s > -0.05 && s < 1.05 && t > -0.05 && t < 1.05) out[y * size + x]!++
      }
  }
  return out
}

const drawn = (
  path: DrawPath,
  sheets: RenderSheet[],
  frame: Frame,
  zoom: number,
  x = 0,
  y = 0,
  size = SIZE,
): Uint8Array => {
  const canvas = document.createElement('canvas')
  canvas.width = canvas.height = size
  const renderer = createRenderer(canvas, path)
  if (renderer.path !== path) throw new Error(`asked for ${path}, got ${renderer.path}`)
  renderer.setSheets(sheets)
  renderer.begin('#56606c')
  renderer.draw(frame, { x, y, zoom })
  const out = new Uint8Array(size * size * 4)
  if (path === 'canvas2d') out.set(canvas.getContext('2d')!.getImageData(0, 0, size, size).data)
  else {
    const gl = canvas.getContext('webgl2')!
    gl.readPixels(0, 0, size, size, gl.RGBA, gl.UNSIGNED_BYTE, out)
    // GL rows run from the bottom.
    for (let row = 0; row < size / 2; row++) {
      const top = out.slice(row * size * 4, (row + 1) * size * 4)
      out.copyWithin(row * size * 4, (size - 1 - row) * size * 4, (size - row) * size * 4)
      out.set(top, (size - 1 - row) * size * 4)
    }
  }
  renderer.dispose()
  return out
}

const painted = (sheets: PaintSheet[], frame: Frame, zoom: number, x = 0, y = 0, size = SIZE): Uint8Array => {
  const canvas = createCanvas(size, size)
  fill(canvas, GROUND)
  paintFrame(canvas, frame, sheets, { x, y, zoom })
  return toStraight(canvas)
}

const measure = (a: Uint8Array, b: Uint8Array, cover: Uint16Array): Comparison => {
  let off = 0
  let largest = 0
  for (let i = 0; i < a.length; i++) {
    const difference = Math.abs(a[i]! - b[i]!)
    largest = Math.max(largest, difference)
    if (difference > 2 * Math.max(1, cover[i >> 2]!)) off++
  }
  return { channels: a.length, off, largest }
}

const harness = {
  hashes(moments: readonly (readonly [string, number])[]): string[] {
    const { kit, pictures } = frozenDemo()
    return moments.map(([effect, seconds]) => {
      const simulation = createSimulation(
        compile(
          resolveEffect(
            kit,
            kit.effects[effect]!,
            maskReader(() => pictures),
          ),
        ),
        { surfaces: kit.stages['pier']!.surfaces },
      )
      simulation.seek(tickOf(seconds, simulation.rate))
      return stateHash(simulation)
    })
  },

  /** When sounds set in, against what set them off. */
  onsets,

  /** Stages in motion: the same states as in Node. */
  scenes: sceneHashes,

  /** Content hashes of the demo's pictures, to be the same as in Node. */
  pictures: (): string[] => [...makeDemo().pictures.keys()],

  async compare(scene: Scene, path: DrawPath): Promise<Comparison> {
    const { width, height, data } = SPRITES[scene.sprite]()
    const image = await decodeSheetImage(
      new Blob([encodePng({ width, height, data }) as Uint8Array<ArrayBuffer>]),
    )
    const frame = frameOf(scene, width, height)
    const zoom = scene.zoom ?? 1
    return measure(
      drawn(path, [{ image, width, height, sampling: scene.sampling }], frame, zoom),
      painted([prepareSheet(width, height, data, scene.sampling)], frame, zoom),
      overlaps(frame, zoom, SIZE),
    )
  },

  /**
   * A picture in a hurry is on the whole canvas at once; one in bands only when the last of them is drawn.
   * Reds of the four quarters, from below.
   */
  async coarseAndInBands(): Promise<{
    coarse: boolean
    hurried: number[]
    between: number[]
    whole: number[]
  }> {
    const canvas = document.createElement('canvas')
    canvas.width = 60
    canvas.height = 40
    const gl = canvas.getContext('webgl2', { antialias: false, preserveDrawingBuffer: true })!
    const back = new StageBuffer(gl, 0, -1, -1)
    const draw = async (budget: FrameBudget, red: number): Promise<void> => {
      back.begin(budget)
      gl.clearColor(red, 0, 0, 1)
      gl.clear(gl.COLOR_BUFFER_BIT)
      back.end()
      for (let turns = 1; turns < 600 && back.settle(); turns++)
        await new Promise((done) => requestAnimationFrame(done))
    }
    const reds = (): number[] =>
      [5, 15, 25, 35].map((y) => {
        const pixel = new Uint8Array(4)
        gl.bindFramebuffer(gl.READ_FRAMEBUFFER, null)
        gl.readPixels(30, y, 1, 1, gl.RGBA, gl.UNSIGNED_BYTE, pixel)
        return pixel[0]!
      })
    await draw({}, 0)
    await draw({ hurried: true }, 1)
    const { coarse } = back
    const hurried = reds()
    for (let band = 0; band < 3; band++) await draw({ band, bands: 4 }, (band + 1) / 5)
    const between = reds()
    await draw({ band: 3, bands: 4 }, 4 / 5)
    return { coarse, hurried, between, whole: reds() }
  },

  /**
   * What a buffer that knows the price of a pixel plans for pictures of so many, none of which was drawn yet.
   */
  foreseen(perPixel: number, pixels: readonly number[]): { bands: number; coarse: boolean }[] {
    const gl = document.createElement('canvas').getContext('webgl2')!
    return pixels.map((count) => {
      const back = new StageBuffer(gl, perPixel)
      back.expect(count)
      const { bands } = back
      back.begin({ hurried: true })
      return { bands, coarse: back.coarse }
    })
  },

  /**
   * Draws stripes directly and then behind the scenes: how many turns the second took, and whether they are
   * the same.
   */
  async behindTheScenes(): Promise<{ turns: number; same: boolean; light: number }> {
    const canvas = document.createElement('canvas')
    canvas.width = 60
    canvas.height = 40
    const gl = canvas.getContext('webgl2', { antialias: false, preserveDrawingBuffer: true })!
    const back = new StageBuffer(gl, 0, -1, -1)
    const settled = async (): Promise<number> => {
      for (let turns = 1; turns < 600; turns++) {
        if (!back.settle()) return turns
        await new Promise((done) => requestAnimationFrame(done))
      }
      throw new Error('never settled')
    }
    const picture = async (): Promise<{ pixels: Uint8Array; turns: number }> => {
      back.begin()
      gl.viewport(0, 0, 60, 40)
      gl.enable(gl.SCISSOR_TEST)
      for (let i = 0; i < 6; i++) {
        gl.scissor(i * 10, i * 5, 10, 40)
        gl.clearColor(i / 6, 1 - i / 6, 0.5, 1)
        gl.clear(gl.COLOR_BUFFER_BIT)
      }
      gl.disable(gl.SCISSOR_TEST)
      back.end()
      const turns = await settled()
      gl.bindFramebuffer(gl.FRAMEBUFFER, null)
      const pixels = new Uint8Array(60 * 40 * 4)
      gl.readPixels(0, 0, 60, 40, gl.RGBA, gl.UNSIGNED_BYTE, pixels)
      return { pixels, turns }
    }
    const direct = await picture()
    gl.clearColor(0, 0, 0, 0)
    gl.clear(gl.COLOR_BUFFER_BIT)
    const behind = await picture()
    return {
      turns: behind.turns,
      same: direct.pixels.every((v, i) => v === behind.pixels[i]),
      light: direct.pixels.reduce((sum, v) => sum + v, 0),
    }
  },

  /** Draws, loses the graphics context, gets it back, draws again: both pictures. */
  async loseContext(
    path: 'instanced' | 'expanded',
  ): Promise<{ before: number; lost: boolean; after: number; same: boolean }> {
    const { width, height, data } = SPRITES.soft()
    const image = await decodeSheetImage(
      new Blob([encodePng({ width, height, data }) as Uint8Array<ArrayBuffer>]),
    )
    const frame = frameOf(
      { name: 'lost', sampling: 'smooth', blend: 'normal', sprite: 'soft', placed: 'free', shifted: false },
      width,
      height,
    )
    const canvas = document.createElement('canvas')
    canvas.width = canvas.height = SIZE
    const renderer = createRenderer(canvas, path)
    renderer.setSheets([{ image, width, height, sampling: 'smooth' }])
    const gl = canvas.getContext('webgl2')!
    const shoot = (): Uint8Array => {
      renderer.begin('#000000')
      renderer.draw(frame, { x: 0, y: 0, zoom: 1 })
      const out = new Uint8Array(SIZE * SIZE * 4)
      if (!renderer.lost) gl.readPixels(0, 0, SIZE, SIZE, gl.RGBA, gl.UNSIGNED_BYTE, out)
      renderer.end()
      return out
    }
    const light = (pixels: Uint8Array): number => pixels.reduce((sum, v, i) => sum + (i % 4 < 3 ? v : 0), 0)
    const before = shoot()
    const extension = gl.getExtension('WEBGL_lose_context')!
    const happened = (name: string): Promise<unknown> =>
      new Promise((done) => canvas.addEventListener(name, done, { once: true }))
    const gone = happened('webglcontextlost')
    extension.loseContext()
    await gone
    const lost = renderer.lost
    shoot() // without effect, and without an error
    const back = happened('webglcontextrestored')
    setTimeout(() => extension.restoreContext())
    await back
    const after = shoot()
    return { before: light(before), lost, after: light(after), same: before.every((v, i) => v === after[i]) }
  },

  /** A real moment of the demo by a drawing path against paint. */
  async compareDemo(effect: string, seconds: number, path: DrawPath, today = false): Promise<Comparison> {
    const { kit, pictures } = today ? makeDemo() : frozenDemo()
    const sheets = kit.sheetOrder.map((id) => ({
      sheet: kit.sheets[id]!,
      bytes: pictures.get(kit.sheets[id]!.picture)!,
    }))
    const rendered = await Promise.all(
      sheets.map(async ({ sheet, bytes }) => ({
        image: await decodeSheetImage(new Blob([bytes as Uint8Array<ArrayBuffer>])),
        width: sheet.width,
        height: sheet.height,
        sampling: sheet.sampling,
      })),
    )
    const prepared = sheets.map(({ sheet, bytes }) =>
      prepareSheet(sheet.width, sheet.height, decodePng(bytes).data, sheet.sampling),
    )
    const simulation = createSimulation(
      compile(
        resolveEffect(
          kit,
          kit.effects[effect]!,
          maskReader(() => pictures),
        ),
      ),
    )
    simulation.seek(tickOf(seconds, simulation.rate))
    const frame = simulation.frame()
    const at = -SIZE / 2
    return measure(
      drawn(path, rendered, frame, 1, at, at),
      painted(prepared, frame, 1, at, at),
      overlaps({ ...frame, f32: frame.f32.map((v, i) => (i % INSTANCE_WORDS < 2 ? v - at : v)) }, 1, SIZE),
    )
  },
}

export type Harness = typeof harness

Object.assign(globalThis, { harness, playerHarness })
