/** The player in a game's own pictures, in a real browser. */
import { frozenDemo } from '@gliv/demo/frozen'
import { packBytes } from '@gliv/export'
import { createCanvas, fill, paintFrame, prepareSheet, toStraight } from '@gliv/paint'
import { decodePng } from '@gliv/pixels'
import {
  type Camera,
  HeadlessPlayer,
  loadPack,
  type LoadedPack,
  Player,
  type PlayerOptions,
} from '@gliv/player'
import { PixiEffects } from '@gliv/player/pixi'
import * as pixi from 'pixi.js'
import { HOSTILE, type Hostile, stateOf } from './hostile.ts'

const SIZE = 96
const GROUND = '#56606c'

let loading: Promise<LoadedPack> | null = null
const demo = (): Promise<LoadedPack> => (loading ??= loadPack(packBytes(frozenDemo())))

const canvasOf = (): HTMLCanvasElement => {
  const canvas = document.createElement('canvas')
  canvas.width = canvas.height = SIZE
  return canvas
}

const pixelsOf = (gl: WebGL2RenderingContext, size = SIZE): Uint8Array => {
  const out = new Uint8Array(size * size * 4)
  gl.bindBuffer(gl.PIXEL_PACK_BUFFER, null)
  gl.readPixels(0, 0, size, size, gl.RGBA, gl.UNSIGNED_BYTE, out)
  return out
}

const upright = (pixels: Uint8Array, size = SIZE): Uint8Array => {
  const out = new Uint8Array(pixels.length)
  for (let row = 0; row < size; row++)
    out.set(pixels.subarray(row * size * 4, (row + 1) * size * 4), (size - 1 - row) * size * 4)
  return out
}

/** The most that two pictures differ in a channel, and how many channels by more than 4. */
const compared = (a: Uint8Array, b: Uint8Array): { off: number; largest: number; light: number } => {
  let [off, largest, light] = [0, 0, 0]
  for (let i = 0; i < a.length; i++) {
    const difference = Math.abs(a[i]! - b[i]!)
    largest = Math.max(largest, difference)
    if (difference > 4) off++
    if (i % 4 < 3) light += Math.abs(a[i]! - [0x56, 0x60, 0x6c][i % 4]!)
  }
  return { off, largest, light }
}

const CAMERA: Camera = { x: -48, y: -70, zoom: 1 }
const EFFECT = 'Stove fire'

/** A player with some effects under way, always the same. */
const started = (player: Player): Player => {
  player.play(EFFECT, { seed: 'designed' })
  player.play('Signal flare burst', { seed: 'designed', x: -20 })
  for (let k = 0; k < 60; k++) player.update(1 / 60 + 1e-9)
  return player
}

/** What a player shows, by the reference. */
const paintedBy = (player: HeadlessPlayer, { contents }: LoadedPack, camera: Camera): Uint8Array => {
  const painted = createCanvas(SIZE, SIZE)
  fill(painted, [0x56, 0x60, 0x6c])
  const sheets = contents.pages.map(({ image, width, height, sampling }) =>
    prepareSheet(width, height, decodePng(image).data, sampling),
  )
  paintFrame(painted, player.frame(), sheets, camera)
  return toStraight(painted)
}

/** How it ought to look: on a canvas that nobody else uses. */
const reference = async (camera = CAMERA): Promise<Uint8Array> => {
  const canvas = canvasOf()
  const player = started(new Player(canvas, await demo(), { path: 'instanced' }))
  player.draw(camera, GROUND)
  const pixels = pixelsOf(canvas.getContext('webgl2')!)
  player.dispose()
  return pixels
}

const MADE = /^create(Buffer|Texture|Program|Shader|VertexArray|Framebuffer|Renderbuffer|Sampler)$/

/** Counts what is made in a context and not deleted again, by kind. */
const counting = (gl: WebGL2RenderingContext): (() => Record<string, number>) => {
  const left: Record<string, number> = {}
  const owner = gl as unknown as Record<string, (...args: unknown[]) => unknown>
  for (const name in gl) {
    const kind = MADE.exec(name)?.[1]
    if (!kind) continue
    const make = owner[name]!.bind(gl)
    const free = owner[`delete${kind}`]!.bind(gl)
    owner[name] = (...args) => {
      left[kind] = (left[kind] ?? 0) + 1
      return make(...args)
    }
    owner[`delete${kind}`] = (one) => {
      if (one) left[kind]!--
      return free(one)
    }
  }
  const fence = gl.fenceSync.bind(gl)
  const unfence = gl.deleteSync.bind(gl)
  gl.fenceSync = (...args) => {
    left['Sync'] = (left['Sync'] ?? 0) + 1
    return fence(...args)
  }
  gl.deleteSync = (sync) => {
    left['Sync']!--
    unfence(sync)
  }
  return () => Object.fromEntries(Object.entries(left).filter(([, count]) => count !== 0))
}

/** An empty scene of pixi.js on the ground. */
const pixiScene = async (
  size: number,
): Promise<{ renderer: pixi.Renderer; stage: pixi.Container; canvas: HTMLCanvasElement }> => {
  const canvas = document.createElement('canvas')
  const renderer = await pixi.autoDetectRenderer({
    ...{ preference: 'webgl', canvas, width: size, height: size, background: GROUND },
    ...{ antialias: false, preserveDrawingBuffer: true },
  })
  return { renderer, stage: new pixi.Container(), canvas }
}

export const playerHarness = {
  /** Kinds of state that a game may leave behind. */
  kinds: (): Hostile[] => Object.keys(HOSTILE) as Hostile[],

  /** A picture in a game's own context, after the game has left something behind, against one by itself. */
  async hostile(
    kind: Hostile,
    path: 'instanced' | 'expanded',
    antialias: boolean,
  ): Promise<{ off: number; largest: number; light: number; error: number; changed: string[] }> {
    const gl = canvasOf().getContext('webgl2', { antialias, stencil: true, depth: true })!
    HOSTILE[kind](gl)
    const changed = stateOf(gl)
    const player = started(new Player(gl, await demo(), { path, restoreState: true }))
    player.draw(CAMERA, GROUND)
    const after = changed()
    const error = gl.getError()
    // What spoils pictures spoils reading them, too.
    const pixels = pixelsOf(gl)
    const result = { ...compared(pixels, await reference()), error, changed: after }
    player.dispose()
    return result
  },

  /** Into a target of the game's own, in a part of it; the rest must stay. */
  async intoTarget(): Promise<{ inside: number; outside: number; error: number; bound: boolean }> {
    const gl = canvasOf().getContext('webgl2', { antialias: true })!
    const target = gl.createFramebuffer()
    const colour = gl.createTexture()
    gl.bindTexture(gl.TEXTURE_2D, colour)
    gl.texStorage2D(gl.TEXTURE_2D, 1, gl.RGBA8, SIZE * 2, SIZE * 2)
    gl.bindFramebuffer(gl.FRAMEBUFFER, target)
    gl.framebufferTexture2D(gl.FRAMEBUFFER, gl.COLOR_ATTACHMENT0, gl.TEXTURE_2D, colour, 0)
    gl.clearColor(1, 0, 0, 1)
    gl.clear(gl.COLOR_BUFFER_BIT)
    const player = started(new Player(gl, await demo(), { path: 'instanced' }))
    player.viewport = { x: 40, y: 30, w: SIZE, h: SIZE }
    player.draw(CAMERA, GROUND)
    const bound = gl.getParameter(gl.DRAW_FRAMEBUFFER_BINDING) === target
    const all = pixelsOf(gl, SIZE * 2)
    const inside = new Uint8Array(SIZE * SIZE * 4)
    let outside = 0
    for (let y = 0; y < SIZE * 2; y++)
      for (let x = 0; x < SIZE * 2; x++) {
        const o = (y * SIZE * 2 + x) * 4
        if (x >= 40 && x < 40 + SIZE && y >= 30 && y < 30 + SIZE)
          inside.set(all.subarray(o, o + 4), ((y - 30) * SIZE + x - 40) * 4)
        else if (all[o] !== 255 || all[o + 1] !== 0) outside++
      }
    const error = gl.getError()
    player.dispose()
    return { inside: compared(inside, await reference()).off, outside, error, bound }
  },

  /** What is left in a context after players were made and disposed of there. */
  async left(own: boolean): Promise<Record<string, number>> {
    const canvas = canvasOf()
    const gl = canvas.getContext('webgl2', { antialias: false })!
    const count = counting(gl)
    for (const path of ['instanced', 'expanded'] as const) {
      const player = started(new Player(own ? canvas : gl, await demo(), { path }))
      for (let k = 0; k < 3; k++) player.draw(CAMERA, k === 2 ? undefined : GROUND)
      player.dispose()
    }
    return count()
  },

  /** Two players of one pack on one context, each with its own effects: both draw over one another. */
  async sharing(): Promise<{ off: number; error: number }> {
    const gl = canvasOf().getContext('webgl2', { antialias: false })!
    const pack = await demo()
    const [a, b] = [new Player(gl, pack, { path: 'instanced' }), new Player(gl, pack, { path: 'expanded' })]
    a.play(EFFECT, { seed: 'designed' })
    b.play('Signal flare burst', { seed: 'designed', x: -20 })
    for (let k = 0; k < 60; k++) for (const player of [a, b]) player.update(1 / 60 + 1e-9)
    a.draw(CAMERA, GROUND)
    b.draw(CAMERA)
    const pixels = pixelsOf(gl)
    const error = gl.getError()
    a.dispose()
    b.dispose()
    return { off: compared(pixels, await reference()).off, error }
  },

  /** Another size before each picture: none of them may be empty. */
  async resizing(antialias: boolean): Promise<{ empty: number; error: number }> {
    const canvas = canvasOf()
    const gl = canvas.getContext('webgl2', { antialias, preserveDrawingBuffer: true })!
    const player = started(new Player(canvas, await demo(), { path: 'expanded' }))
    let empty = 0
    for (let k = 0; k < 12; k++) {
      canvas.width = SIZE + (k % 5) * 8
      player.update(1 / 60)
      player.draw(CAMERA, GROUND)
      if (pixelsOf(gl).every((value) => value === 0)) empty++
      await new Promise((done) => requestAnimationFrame(done))
    }
    const error = gl.getError()
    player.dispose()
    return { empty, error }
  },

  /** Over what the game has drawn, and with nothing said about the ground: that stays. */
  async keeping(path: 'instanced' | 'canvas2d'): Promise<number[]> {
    const canvas = canvasOf()
    const context = canvas.getContext(path === 'canvas2d' ? '2d' : 'webgl2', { preserveDrawingBuffer: true })
    const player = new Player(canvas, await demo(), { path })
    player.draw(CAMERA, '#ff0000')
    player.draw(CAMERA, undefined)
    player.draw(CAMERA)
    player.drawLayer('front', CAMERA)
    const pixel =
      path === 'canvas2d'
        ? [...(context as CanvasRenderingContext2D).getImageData(3, 3, 1, 1).data]
        : [...pixelsOf(context as WebGL2RenderingContext).subarray(0, 4)]
    player.dispose()
    return pixel
  },

  /** A path, and what the game does to effects, against paint. */
  async againstPaint(
    path: 'instanced' | 'expanded' | 'canvas2d',
    camera: Camera,
    looks: boolean,
  ): Promise<{ off: number; largest: number; light: number }> {
    const canvas = canvasOf()
    const loaded = await demo()
    const player = started(new Player(canvas, loaded, { path }))
    if (looks) for (const handle of player.handles) [handle.tint, handle.opacity] = ['#80c0ff', 0.75]
    player.draw(camera, GROUND)
    const drawn =
      path === 'canvas2d'
        ? new Uint8Array(canvas.getContext('2d')!.getImageData(0, 0, SIZE, SIZE).data)
        : upright(pixelsOf(canvas.getContext('webgl2')!))
    const result = compared(drawn, paintedBy(player, loaded, camera))
    player.dispose()
    return result
  },

  /** In a scene of pixi.js, against paint: twice, so that meshes are filled anew. */
  async inPixi(): Promise<{ off: number; largest: number; light: number; meshes: number }> {
    const loaded = await demo()
    const player = new HeadlessPlayer(loaded)
    const { renderer, stage, canvas } = await pixiScene(SIZE)
    const effects = new PixiEffects(pixi, player, loaded)
    effects.container.position.set(-CAMERA.x, -CAMERA.y)
    stage.addChild(effects.container)
    player.play(EFFECT, { seed: 'designed' })
    player.play('Signal flare burst', { seed: 'designed', x: -20 })
    for (let k = 0; k < 60; k++) {
      player.update(1 / 60 + 1e-9)
      if (k % 20 === 0) effects.update()
      if (k % 20 === 0) renderer.render(stage)
    }
    effects.update()
    renderer.render(stage)
    const copy = document.createElement('canvas')
    copy.width = copy.height = SIZE
    const context = copy.getContext('2d')!
    context.drawImage(canvas, 0, 0)
    const drawn = new Uint8Array(context.getImageData(0, 0, SIZE, SIZE).data)
    const result = compared(drawn, paintedBy(player, loaded, CAMERA))
    const meshes = effects.container.children.length
    effects.destroy()
    renderer.destroy()
    player.dispose()
    return { ...result, meshes }
  },

  /** A turned camera shows what a still one shows, turned. */
  async turned(): Promise<{ off: number; light: number }> {
    const straight = await reference()
    const canvas = canvasOf()
    const player = started(new Player(canvas, await demo(), { path: 'instanced' }))
    player.draw({ ...CAMERA, rotation: 180 }, GROUND)
    const pixels = pixelsOf(canvas.getContext('webgl2')!)
    const around = new Uint8Array(pixels.length)
    for (let p = 0; p < SIZE * SIZE; p++)
      around.set(pixels.subarray(p * 4, p * 4 + 4), (SIZE * SIZE - 1 - p) * 4)
    player.dispose()
    return compared(around, straight)
  },

  /** Draw calls and uploads of a picture of many effects. */
  async calls(
    count: number,
    options: PlayerOptions,
  ): Promise<{ draws: number; uploads: number; alive: number }> {
    const gl = canvasOf().getContext('webgl2')!
    const player = new Player(gl, await demo(), options)
    for (let k = 0; k < count; k++)
      player.play('Pier dust', { x: (k % 30) * 10 - 150, y: Math.floor(k / 30) * 9 })
    for (let k = 0; k < 12; k++) player.update(1 / 60 + 1e-9)
    let [draws, uploads] = [0, 0]
    for (const name of ['drawArraysInstanced', 'drawElements', 'bufferSubData'] as const) {
      const real = gl[name].bind(gl) as (...args: unknown[]) => void
      Object.assign(gl, {
        [name]: (...args: unknown[]) => {
          if (name === 'bufferSubData') uploads++
          else draws++
          real(...args)
        },
      })
    }
    player.draw({ x: -160, y: -40, zoom: 0.3 }, GROUND)
    const { alive } = player
    player.dispose()
    return { draws, uploads, alive }
  },

  /** A worker that plays on a canvas that the page handed over, and one with a canvas of its own. */
  async inWorker(): Promise<{ handed: number; own: number; same: boolean }> {
    const pack = packBytes(frozenDemo())
    const worker = new Worker(new URL('./playerWorker.ts', import.meta.url), { type: 'module' })
    const canvas = canvasOf()
    const offscreen = canvas.transferControlToOffscreen()
    const answer = new Promise<{ own: Uint8Array; handed: Uint8Array; error?: string }>((done, fail) => {
      worker.onmessage = ({ data }) => done(data as never)
      worker.onerror = (event) => fail(new Error(event.message))
    })
    worker.postMessage({ pack, offscreen, camera: CAMERA, ground: GROUND, effect: EFFECT }, [offscreen])
    const { own, handed, error } = await answer
    worker.terminate()
    if (error) throw new Error(error)
    const should = await reference()
    return {
      handed: compared(handed, should).off,
      own: compared(own, should).off,
      same: handed.every((v, i) => v === own[i]),
    }
  },
}
export type PlayerHarness = typeof playerHarness
