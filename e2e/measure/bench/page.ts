/** The benchmark's side in the browser: the kernels, and each drawing path at 20,000 sprites. */
import { compile, createSimulation } from '@gliv/engine'
import { createRenderer, type DrawPath } from '@gliv/player/renderers'
import { fullEffect, median, report } from './kernel.ts'

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

export const run = async (): Promise<string[]> => [
  ...report('chromium'),
  await drawCost('instanced'),
  await drawCost('expanded'),
  await drawCost('canvas2d'),
]

Object.assign(globalThis, { glivBench: run })
