/**
 * npm run measure:bake — what a bake costs, in one run: painting and packing against a native canvas that does the
 * same work, threads, the frozen demo with default settings, the start of the command line. Ratios count.
 */
import { execFileSync, spawnSync } from 'node:child_process'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { createCanvas, Image } from '@napi-rs/canvas'
import { drawJob, jobOf, plainJob, sheetOf, writeSheet } from '@gliv/bake'
import { writeKitZip } from '@gliv/document'
import { frozenDemo } from '@gliv/demo/frozen'
import { fastDeflate, painters, zlibDeflate } from '@gliv/node'
import { type Frame, INSTANCE_WORDS, type Sampling, SHIP_DEFAULTS } from '@gliv/model'
import { createPainter, prepareSheet, toStraight } from '@gliv/paint'
import { encodePng, packPng } from '@gliv/pixels'

const ROOT = fileURLToPath(new URL('../..', import.meta.url))
const [FRAMES, SIDE, COUNT, SPRITE] = [64, 256, 300, 32]

/** CPU of several ways of the same work, ms: the middle of `rounds` in which they take turns. */
const costs = async (ways: readonly (() => unknown)[], rounds = 7): Promise<number[]> => {
  const seen: number[][] = ways.map(() => [])
  for (let round = 0; round <= rounds; round++)
    for (const [k, way] of ways.entries()) {
      const before = process.cpuUsage()
      await way()
      const { user, system } = process.cpuUsage(before)
      if (round > 0) seen[k]!.push((user + system) / 1000)
    }
  return seen.map((all) => all.sort((a, b) => a - b)[rounds >> 1]!)
}

const noise = (seed: number): number => {
  const x = Math.imul(seed ^ (seed >>> 15), 0x2c1b3c6d)
  return ((x ^ (x >>> 12)) >>> 0) / 2 ** 32
}

/** A soft round sprite. */
const soft = Uint8Array.from({ length: SPRITE * SPRITE * 4 }, (_, i) => {
  const [x, y] = [((i >> 2) % SPRITE) - SPRITE / 2 + 0.5, Math.floor((i >> 2) / SPRITE) - SPRITE / 2 + 0.5]
  return i % 4 === 3 ? Math.max(0, 255 * (1 - Math.hypot(x, y) / (SPRITE / 2))) : [255, 180, 90][i % 4]!
})

/** Place, angle and opacity of sprite i of frame k. */
const placed = (k: number, i: number) => {
  const at = k * COUNT + i
  return {
    x: noise(at * 4 + 1) * SIDE,
    y: noise(at * 4 + 2) * SIDE,
    angle: noise(at * 4 + 3) * 6.28,
    opacity: 0.2 + noise(at * 4 + 4) * 0.8,
  }
}

const frameAt = (k: number): Frame => {
  const f32 = new Float32Array(COUNT * INSTANCE_WORDS)
  const u32 = new Uint32Array(f32.buffer)
  for (let i = 0; i < COUNT; i++) {
    const { x, y, angle, opacity } = placed(k, i)
    const [c, s] = [Math.cos(angle) * SPRITE, Math.sin(angle) * SPRITE]
    f32.set(
      [x - (c - s) / 2, y - (s + c) / 2, c, s, -s, c, 0, 0, SPRITE, SPRITE, 0, opacity],
      i * INSTANCE_WORDS,
    )
    u32[i * INSTANCE_WORDS + 10] = 0xffffffff
  }
  const batches = [{ sheet: 0, blend: 'normal' as const, layer: '', first: 0, count: COUNT, shifted: false }]
  return {
    f32,
    u32,
    count: COUNT,
    shifts: new Float32Array(0),
    batches,
    batchCount: 1,
    originX: 0,
    originY: 0,
  }
}

const frames = Array.from({ length: FRAMES }, (_, k) => frameAt(k))

const ours = (sampling: Sampling): Uint8Array[] => {
  const painter = createPainter(SIDE, SIDE, [prepareSheet(SPRITE, SPRITE, soft, sampling)])
  return frames.map((frame) => toStraight(painter.paint(frame, { x: 0, y: 0, zoom: 1 })))
}

const image = new Image()
image.src = Buffer.from(encodePng({ width: SPRITE, height: SPRITE, data: soft }))

const nativeSheet = (isSmooth: boolean) => {
  const sheet = createCanvas(SIDE * 8, SIDE * 8)
  const into = sheet.getContext('2d')
  const canvas = createCanvas(SIDE, SIDE)
  const context = canvas.getContext('2d')
  context.imageSmoothingEnabled = isSmooth
  for (let k = 0; k < FRAMES; k++) {
    context.clearRect(0, 0, SIDE, SIDE)
    for (let i = 0; i < COUNT; i++) {
      const { x, y, angle, opacity } = placed(k, i)
      context.globalAlpha = opacity
      context.setTransform(Math.cos(angle), Math.sin(angle), -Math.sin(angle), Math.cos(angle), x, y)
      context.drawImage(image, -SPRITE / 2, -SPRITE / 2)
    }
    context.setTransform(1, 0, 0, 1, 0, 0)
    context.globalAlpha = 1
    context.getImageData(0, 0, SIDE, SIDE)
    into.drawImage(canvas, (k % 8) * SIDE, (k >> 3) * SIDE)
  }
  return sheet
}

const ratio = (a: number, b: number): string => `${(a / b).toFixed(2)}×`
const say = (what: string, text: string): void => console.log(`${what}: ${text}`)

const deflate = await zlibDeflate()
const bigSheet = (images: readonly Uint8Array[]) => {
  const data = new Uint8Array(SIDE * 8 * SIDE * 8 * 4)
  images.forEach((own, k) => {
    for (let y = 0; y < SIDE; y++)
      data.set(
        own.subarray(y * SIDE * 4, (y + 1) * SIDE * 4),
        (((k >> 3) * SIDE + y) * SIDE * 8 + (k % 8) * SIDE) * 4,
      )
  })
  return { width: SIDE * 8, height: SIDE * 8, data }
}

for (const sampling of ['smooth', 'nearest'] as const) {
  const [a = 0, b = 0] = await costs([() => ours(sampling), () => nativeSheet(sampling === 'smooth')])
  say(
    `paint ${FRAMES} × ${SIDE}², ${COUNT} sprites of ${SPRITE}, ${sampling}`,
    `${a.toFixed(0)} ms, native ${b.toFixed(0)}: ${ratio(a, b)}`,
  )
}
const [whole = 0, native = 0, fast = 0] = await costs(
  [
    () => packPng(bigSheet(ours('smooth')), deflate),
    () => nativeSheet(true).toBuffer('image/png'),
    () => packPng(bigSheet(ours('smooth')), fastDeflate),
  ],
  3,
)
say(
  'the same as a PNG',
  `${whole.toFixed(0)} ms, native ${native.toFixed(0)}: ${ratio(whole, native)}; by the platform's deflate ${ratio(fast, native)}`,
)

const file = frozenDemo()
const before = process.cpuUsage()
let refused = 0
for (const id of file.kit.effectOrder)
  try {
    const job = plainJob(file.kit.effects[id]!, SHIP_DEFAULTS)
    const sheet = sheetOf(file.kit, [await drawJob(file, job)])
    await writeSheet(file.kit, [job], sheet, { deflate })
  } catch {
    refused++
  }
const spent = process.cpuUsage(before)
say(
  'the frozen demo by default settings',
  `${((spent.user + spent.system) / 1e6).toFixed(1)} s of CPU, ${refused} refused`,
)

const entry = new URL('../../apps/cli/bin/thread.mjs', import.meta.url)
const time = async (count: number): Promise<number> => {
  const pool = painters(entry, file, count)
  const job = jobOf(file.kit, 'stove-fire')
  const run = () => drawJob(file, job, { painter: pool.painterFor(job) })
  await run()
  const began = performance.now()
  for (let k = 0; k < 3; k++) await run()
  await pool.close()
  return performance.now() - began
}
const [one, two] = [await time(1), await time(2)]
say('two threads against one, a fire of 60 frames', ratio(one, two))

execFileSync(process.execPath, ['scripts/buildCli.mjs'], { cwd: ROOT })
const folder = mkdtempSync(join(tmpdir(), 'gliv-measure-'))
const kit = join(folder, 'demo.gliv')
writeFileSync(kit, writeKitZip(file))
/** CPU of a program from start to end, s, the middle of five. */
const start = (...argv: string[]): number => {
  const seen = Array.from({ length: 5 }, () => {
    const { stderr } = spawnSync(
      'bash',
      ['-c', `TIMEFORMAT='%U %S'; time "$0" "$@" > /dev/null 2>&1`, process.execPath, ...argv],
      { encoding: 'utf8' },
    )
    return stderr
      .trim()
      .split(' ')
      .map(Number)
      .reduce((sum, one) => sum + one, 0)
  })
  return seen.sort((a, b) => a - b)[2]!
}
const gliv = join(ROOT, 'apps/cli/dist/gliv.mjs')
say(
  'the command line, CPU',
  `--help ${start(gliv, '--help').toFixed(2)} s, check of the demo ${start(gliv, 'check', kit).toFixed(2)} s; Node alone ${start('-e', '0').toFixed(2)} s`,
)
