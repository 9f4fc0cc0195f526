/** The benchmark's side in the browser: the kernels, and each drawing path at 20,000 sprites. */
import { compile, createSimulation } from '@gliv/engine'
import { createRenderer, type DrawPath } from '@gliv/player/renderers'
import { loadPack, Player } from '@gliv/player'
import { frozenDemo } from '@gliv/demo/frozen'
import { packBytes } from '@gliv/export'
import { fullEffect, median, report } from './kernel.ts'
import { playerReport } from './player.ts'

const SPRITES = 20_000
const PICTURES = 12

/** A soft dot of 16 px. */
const dot = async (): Promise<ImageBitmap> => {
  const canvas = new OffscreenCanvas(16, 16)
  const context = canvas.getContext('2d')!
  const gradient = context.createRadialGradient(8, 8, 0, 8, 8, 8)
  gradient.addColorStop(0, '#ffffffff')
  gradient.addColorStop(1, '#ffffff00')
  context.fillStyle = gradient
  context.fillRect(0, 0, 16, 16)
  return createImageBitmap(canvas)
}

/** ms of handing over and of the whole picture, pixels included. */
const drawCost = async (path: DrawPath): Promise<string> => {
  const canvas = document.createElement('canvas')
  canvas.width = 1280
  canvas.height = 720
  const renderer = createRenderer(canvas, path)
  renderer.setSheets([{ image: await dot(), width: 16, height: 16, sampling: 'smooth' }])
  const simulation = createSimulation(compile(fullEffect(SPRITES)), { x: 640, y: 360 })
  simulation.seek(150)
  const frame = simulation.frame(1)
  const gl = path === 'canvas2d' ? null : canvas.getContext('webgl2')
  const pixel = new Uint8Array(4)
  const submit: number[] = []
  const total: number[] = []
  for (let k = 0; k < PICTURES; k++) {
    const start = performance.now()
    renderer.begin('#000000')
    renderer.draw(frame, { x: 0, y: 0, zoom: 1 })
    submit.push(performance.now() - start)
    if (gl) gl.readPixels(0, 0, 1, 1, gl.RGBA, gl.UNSIGNED_BYTE, pixel)
    else canvas.getContext('2d')!.getImageData(0, 0, 1, 1)
    total.push(performance.now() - start)
    renderer.end()
    renderer.settle()
  }
  renderer.dispose()
  return `draw ${path} ${frame.count} sprites: submit ${median(submit).toFixed(2)} ms, with pixels ${median(total).toFixed(1)} ms`
}

const EFFECTS = 300

/** ms of JavaScript and GL calls of a picture of many effects, ticks left out; in view, and out of it. */
const manyCost = async (): Promise<string> => {
  const canvas = document.createElement('canvas')
  canvas.width = 640
  canvas.height = 360
  // In a context of its own a player leaves slow pictures out, which would measure nothing.
  const player = new Player(canvas.getContext('webgl2')!, await loadPack(packBytes(frozenDemo())))
  const [shown, hidden] = [
    { x: 0, y: 0, zoom: 1 },
    { x: 90_000, y: 0, zoom: 1 },
  ]
  const times: { shown: number[]; hidden: number[] } = { shown: [], hidden: [] }
  let alive = 0
  for (let k = 0; k < 90; k++) {
    while (player.playing < EFFECTS)
      player.play('Pier dust', {
        x: 20 + (player.playing % 30) * 20,
        y: 20 + Math.floor(player.playing / 30) * 32,
      })
    player.update(1 / 60)
    alive = player.alive
    for (const [name, camera] of [
      ['shown', shown],
      ['hidden', hidden],
    ] as const) {
      const start = performance.now()
      player.draw(camera, '#203040')
      times[name].push(performance.now() - start)
      // Until the picture is there, so that the next one is not left out.
      canvas.getContext('webgl2')?.finish()
      await new Promise((done) => setTimeout(done))
    }
  }
  player.dispose()
  return `${EFFECTS} effects, ${alive} particles: a picture ${median(times.shown).toFixed(2)} ms (1.0), out of view ${median(times.hidden).toFixed(2)} ms`
}

export const run = async (player: boolean): Promise<string[]> => [
  ...(player
    ? []
    : [
        ...report('chromium'),
        await drawCost('instanced'),
        await drawCost('expanded'),
        await drawCost('canvas2d'),
      ]),
  await manyCost(),
  ...playerReport('chromium'),
]

Object.assign(globalThis, { glivBench: run })
