import { expect, test } from '@playwright/test'
import type { PlayerHarness } from '../harness/player.ts'

declare const playerHarness: PlayerHarness

test.beforeEach(async ({ page }) => {
  await page.goto('/harness/')
  await page.waitForFunction(() => 'playerHarness' in globalThis)
})

test('in a game’s own context it draws the same whatever the game has set, and puts it back', async ({
  page,
}) => {
  const kinds = await page.evaluate(() => playerHarness.kinds())
  expect(kinds.length).toBeGreaterThan(18)
  for (const kind of kinds)
    for (const path of ['instanced', 'expanded'] as const) {
      const result = await page.evaluate(([k, p]) => playerHarness.hostile(k, p, false), [
        kind,
        path,
      ] as const)
      expect(result.light, kind).toBeGreaterThan(10_000)
      expect({ ...result, light: 0 }, `${kind}, ${path}`).toEqual({
        ...{ off: 0, light: 0, error: 0, changed: [] },
        largest: result.largest,
      })
    }
})

test('it draws in a context of several samples, and into a part of a target of the game’s own', async ({
  page,
}) => {
  const { off, error } = await page.evaluate(() => playerHarness.hostile('clean', 'instanced', true))
  // Edges are smoothed there.
  expect([off < 400, error]).toEqual([true, 0])
  expect(await page.evaluate(() => playerHarness.intoTarget())).toEqual({
    inside: 0,
    outside: 0,
    error: 0,
    bound: true,
  })
})

test('nothing is left in a context after players were disposed of; two share a pack and a context', async ({
  page,
}) => {
  for (const own of [true, false]) expect(await page.evaluate((o) => playerHarness.left(o), own)).toEqual({})
  expect(await page.evaluate(() => playerHarness.sharing())).toEqual({ off: 0, error: 0 })
})

test('a canvas that is resized before each picture is never empty', async ({ page }) => {
  for (const antialias of [false, true])
    expect(await page.evaluate((a) => playerHarness.resizing(a), antialias)).toEqual({ empty: 0, error: 0 })
})

test('without a ground it keeps what is there', async ({ page }) => {
  for (const path of ['instanced', 'canvas2d'] as const)
    expect(await page.evaluate((p) => playerHarness.keeping(p), path), path).toEqual([255, 0, 0, 255])
})

test('all paths agree with paint, with what the game does to tint and opacity, and with a turned camera', async ({
  page,
}) => {
  for (const path of ['instanced', 'expanded', 'canvas2d'] as const)
    for (const looks of [false, true]) {
      const result = await page.evaluate(
        ([p, l]) => playerHarness.againstPaint(p, { x: -48, y: -70, zoom: 1 }, l),
        [path, looks] as const,
      )
      expect(result.light, path).toBeGreaterThan(10_000)
      // Channels off by more than four, of 36,864; a 2D canvas has its tints in steps.
      expect(result.off, `${path} ${looks}`).toBeLessThan(path === 'canvas2d' ? 553 : 184)
    }
  const { off, light } = await page.evaluate(() => playerHarness.turned())
  expect([light > 10_000, off < 60]).toEqual([true, true])
})

test('in a scene of pixi.js it shows the same', async ({ page }) => {
  const { off, light, meshes } = await page.evaluate(() => playerHarness.inPixi())
  expect([light > 10_000, off < 184, meshes > 1]).toEqual([true, true, true])
})

test('many effects are one upload, and one draw call a run of blend and sheet', async ({ page }) => {
  const { draws, uploads, alive } = await page.evaluate(() => playerHarness.calls(200, { path: 'instanced' }))
  expect(alive).toBeGreaterThan(1000)
  expect([draws, uploads]).toEqual([1, 1])
})

test('a worker plays on a canvas that was handed over, and on one of its own', async ({ page }) => {
  expect(await page.evaluate(() => playerHarness.inWorker())).toEqual({ handed: 0, own: 0, same: true })
})
