/** The benchmark's side in Node: the kernels, garbage over 10,000 ticks, and a bake. Run with --expose-gc. */
import { PerformanceObserver } from 'node:perf_hooks'
import { compile, createSimulation } from '@gliv/engine'
import { createCanvas, fill, paintFrame, prepareSheet, toStraight } from '@gliv/paint'
import { bare, fullEffect, median, report } from './kernel.ts'
import { playerReport } from './player.ts'

const STEADY_TICKS = 10_000

/** Collections while a steady state steps and draws. */
const collections = async (count: number): Promise<number> => {
  const simulation = createSimulation(compile(fullEffect(count)))
  const tick = (): void => {
    simulation.step()
    simulation.frame(0.5)
  }
  // Until the compiler has done with it: its own work leaves garbage too.
  for (let k = 0; k < 3000 + 6_000_000 / count; k++) tick()
  let seen = 0
  const observer = new PerformanceObserver((list) => void (seen += list.getEntries().length))
  await new Promise((done) => setTimeout(done, 50))
  ;(globalThis as { gc?: () => void }).gc?.()
  await new Promise((done) => setTimeout(done, 50))
  observer.observe({ entryTypes: ['gc'] })
  for (let k = 0; k < STEADY_TICKS; k++) tick()
  await new Promise((done) => setTimeout(done, 50))
  observer.disconnect()
  return seen
}

/** ms for 64 frames of 256 × 256 with 300 particles of 32 px. */
const bakeCost = (sampling: 'nearest' | 'smooth'): number => {
  const texels = new Uint8Array(32 * 32 * 4)
  for (let y = 0; y < 32; y++)
    for (let x = 0; x < 32; x++)
      texels.set([255, 255, 255, Math.max(0, 255 - Math.hypot(x - 15.5, y - 15.5) * 16)], (y * 32 + x) * 4)
  const sheet = prepareSheet(32, 32, texels, sampling)
  const effect = fullEffect(300)
  const [emitter] = effect.emitters
  const picture = {
    sheetId: 's',
    sheet: 0,
    weight: 1,
    frameIndices: [0],
    frames: [{ x: 0, y: 0, w: 32, h: 32, pivotX: 16, pivotY: 16 }],
  }
  const simulation = createSimulation(
    compile({ ...effect, emitters: [{ ...emitter!, type: { ...emitter!.type, pictures: [picture] } }] }),
  )
  const canvas = createCanvas(256, 256)
  const bakeAll = (): number => {
    const start = performance.now()
    for (let k = 0; k < 64; k++) {
      simulation.seek(150 + k * 2)
      fill(canvas)
      paintFrame(canvas, simulation.frame(1), [sheet], { x: -128, y: -128, zoom: 1 })
      toStraight(canvas)
    }
    return performance.now() - start
  }
  return median(Array.from({ length: 3 }, bakeAll))
}

if (!process.argv.includes('--player')) {
  console.log(`bare loop: ${bare.toString().replace(/\s+/g, ' ')}`)
  for (const line of report('node')) console.log(line)
  for (const count of [200, 2000, 10_000])
    console.log(`collections in ${STEADY_TICKS} ticks, ${count} particles: ${await collections(count)}`)
  console.log(
    `bake 64 frames 256², 300 particles of 32 px: nearest ${bakeCost('nearest').toFixed(0)} ms, smooth ${bakeCost('smooth').toFixed(0)} ms`,
  )
}
for (const line of playerReport('node', () => process.memoryUsage().heapUsed)) console.log(line)
