import { readdir, readFile } from 'node:fs/promises'
import { expect, test } from '@playwright/test'
import { makeDemo } from '@gliv/demo'
import { BLENDS } from '@gliv/model'
import golden from '@gliv/demo/golden.json' with { type: 'json' }
import type { Comparison, Harness, Scene } from '../harness/main.ts'

import { sceneHashes } from '../harness/sceneHash.ts'

declare const harness: Harness

test.beforeEach(async ({ page }) => {
  await page.goto('/harness/')
  await page.waitForFunction(() => 'harness' in globalThis)
})

test('the browser computes the same states as Node, to the byte', async ({ page }) => {
  const moments = Object.keys(golden)
    .map((at) => at.split(' @ '))
    .map(([effect, seconds]) => [effect!, Number(seconds)] as const)
  expect(await page.evaluate((m) => harness.hashes(m), moments)).toEqual(Object.values(golden))
  expect(await page.evaluate(() => harness.pictures())).toEqual([...makeDemo().pictures.keys()])
})

test('stages in motion are the same as in Node, to the byte, whatever moment is asked for first', async ({
  page,
}) => {
  for (const stage of ['pier', 'engine-room', 'open-canal']) {
    const ticks = [0, 73, 119, 200, 61, 239]
    const here = sceneHashes(stage, ticks)
    expect(await page.evaluate(([s, t]) => harness.scenes(s, t), [stage, ticks] as const), stage).toEqual(
      here,
    )
    // A moment that is asked for alone is the same.
    expect(sceneHashes(stage, [ticks[2]!])).toEqual([here[2]])
  }
})

const WHOLE: Scene[] = (['nearest', 'smooth'] as const).map((sampling) => ({
  name: `whole ${sampling}`,
  sampling,
  blend: 'normal',
  sprite: 'opaque',
  placed: 'whole',
  shifted: false,
}))
const FREE: Scene[] = (['nearest', 'smooth'] as const).flatMap((sampling) =>
  BLENDS.map((blend): Scene => ({
    name: `free ${sampling} ${blend}`,
    sampling,
    blend,
    sprite: 'soft',
    placed: 'free',
    shifted: false,
  })),
)
/** Pixels whose hue, saturation and value are shifted. */
const SHIFTED: Scene[] = BLENDS.map((blend) => ({
  name: `shifted ${blend}`,
  sampling: 'smooth',
  blend,
  sprite: 'many',
  placed: 'free',
  shifted: true,
}))
const agreement = ({ channels, off }: Comparison): number => 1 - off / channels

for (const path of ['instanced', 'expanded', 'canvas2d'] as const) {
  test(`${path} draws integer-placed sprites exactly as paint`, async ({ page }) => {
    for (const scene of WHOLE)
      expect(
        (await page.evaluate(([s, p]) => harness.compare(s, p), [scene, path] as const)).largest,
        scene.name,
      ).toBe(0)
  })

  test(`${path} agrees with paint on free scenes and on the demo`, async ({ page }) => {
    for (const scene of [...FREE, ...SHIFTED]) {
      // A 2D canvas softens the edges of turned pictures and has its own way to the nearest texel; soft
      // sprites hide the first, not the second.
      if (path === 'canvas2d' && scene.sampling === 'nearest') continue
      expect(
        agreement(await page.evaluate(([s, p]) => harness.compare(s, p), [scene, path] as const)),
        scene.name,
      ).toBeGreaterThanOrEqual(0.995)
    }
    for (const [effect, seconds] of [
      ['funnel-steam', 2],
      ['pier-dust', 0.2],
      ['signal-flare', 0.5],
      ['canal-rain', 1],
      ['cargo-blast', 0.2],
      ['stove-fire', 1.5],
      ['seed-fluff', 1],
      ['tow-line-spark', 0.1],
      ['hook-swipe', 0.12],
    ] as const)
      expect(
        agreement(
          await page.evaluate(([e, s, p]) => harness.compareDemo(e, s, p), [effect, seconds, path] as const),
        ),
        effect,
      ).toBeGreaterThanOrEqual(0.995)
  })
}

test('a picture drawn behind the scenes is the same as one drawn directly, and shown a turn later', async ({
  page,
}) => {
  const { turns, same, light } = await page.evaluate(() => harness.behindTheScenes())
  expect([same, turns > 1, light > 1000]).toEqual([true, true, true])
})

test('where pictures are slow, hurried ones are coarse and at once, others come in bands and whole', async ({
  page,
}) => {
  const { coarse, hurried, between, whole } = await page.evaluate(() => harness.coarseAndInBands())
  expect([coarse, hurried, between, whole]).toEqual([
    true,
    [255, 255, 255, 255],
    [255, 255, 255, 255],
    [51, 102, 153, 204],
  ])
})

test('a picture that covers far more than the last one is planned for before it is drawn', async ({
  page,
}) => {
  expect(await page.evaluate(() => harness.foreseen(1e-5, [1e4, 2e6, 9.9e6, 1e9]))).toEqual([
    { bands: 1, coarse: false },
    { bands: 1, coarse: false },
    { bands: 10, coarse: true },
    { bands: 32, coarse: true },
  ])
  expect(await page.evaluate(() => harness.foreseen(0, [1e9]))).toEqual([{ bands: 1, coarse: false }])
})

test('every effect of the demo as it is today comes out of both renderers as the reference paints it', async ({
  page,
}) => {
  test.setTimeout(180_000)
  for (const effect of makeDemo().kit.effectOrder)
    for (const path of ['instanced', 'canvas2d'] as const)
      expect(
        agreement(
          await page.evaluate(([e, p]) => harness.compareDemo(e, 0.35, p, true), [effect, path] as const),
        ),
        `${effect}, ${path}`,
      ).toBeGreaterThanOrEqual(0.99)
})

test('a sound sets in within one tick of what sets it off, in samples of what is rendered', async ({
  page,
}) => {
  const { heard, happened } = await page.evaluate(() => harness.onsets())
  expect(happened.length).toBeGreaterThan(4)
  expect(heard.length).toBe(happened.length)
  const late = heard.map((seconds, k) => seconds - happened[k]!)
  console.log(
    `  ${heard.length} onsets, the farthest ${(Math.max(...late.map(Math.abs)) * 1000).toFixed(2)} ms away`,
  )
  for (const by of late) expect(Math.abs(by)).toBeLessThan(1 / 60)
})

test('a lost graphics context comes back with the same picture', async ({ page }) => {
  for (const path of ['instanced', 'expanded'] as const) {
    const { before, lost, after, same } = await page.evaluate((p) => harness.loseContext(p), path)
    expect([lost, same, before === after, before > 1000]).toEqual([true, true, true, true])
  }
})

test('the built player is modules of its own without dependencies, with types', async () => {
  const dist = new URL('../../packages/player/dist/', import.meta.url)
  const files = (await readdir(dist, { recursive: true })).filter((name) => name.endsWith('.js'))
  expect(files.length).toBeGreaterThan(9)
  for (const name of files) {
    const code = await readFile(new URL(name, dist), 'utf8')
    for (const [, from] of code.matchAll(/(?:\bfrom|\bimport)\s*\(?\s*["'`]([^"'`]+)["'`]/g))
      expect(from, name).toMatch(/^\.\.?\/[\w./-]+\.js$/)
  }
  const types = await readFile(new URL('gliv-player.d.ts', dist), 'utf8')
  expect(types).toContain('declare class Player')
  expect(types).not.toContain('@gliv')
})
