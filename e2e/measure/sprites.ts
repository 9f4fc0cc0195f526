/** npm run measure:sprites — how soon sheets are cut, packed and drawn on. Run "npm run build -- --peek" first. */
import { blit, createImage, encodePng, makeSprite } from '@gliv/pixels'
import type { Page } from '@playwright/test'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Studio } from '../studio.ts'
import { percentile, withStudio } from './run.ts'

/** Files lie on disk: handing their bytes over would stop the page by itself. */
const folder = mkdtempSync(join(tmpdir(), 'gliv-sprites-'))
const file = (name: string, bytes: Uint8Array): string => {
  const path = join(folder, name)
  writeFileSync(path, bytes)
  return path
}

/** 4096 × 4096 with 4,096 cells of 64 × 64, each with something in it. */
const largeSheet = (): Uint8Array => {
  const sheet = createImage(4096, 4096)
  const faces = Array.from({ length: 16 }, (_, seed) =>
    makeSprite('smoke', { size: 56, hardness: 0.3, seed }),
  )
  for (let k = 0; k < 4096; k++)
    blit(faces[(k * 7) % 16]!, sheet, (k % 64) * 64 + 4, Math.floor(k / 64) * 64 + 4)
  return encodePng(sheet)
}

/** Longest stretch in which the page did not answer since the last call, in ms. */
const longest = (page: Page): Promise<number> =>
  page.evaluate(() => {
    const host = globalThis as unknown as { longTasks?: number[] }
    if (!host.longTasks) {
      host.longTasks = []
      new PerformanceObserver((list) =>
        host.longTasks!.push(...list.getEntries().map((e) => e.duration)),
      ).observe({ entryTypes: ['longtask'] })
    }
    return Math.round(Math.max(0, ...host.longTasks.splice(0)))
  })

const says = (line: string): void => console.log(line)

/** A sheet of 4,096 frames: read, taken in, cut, scrolled, zoomed. */
const largeSheets = async (studio: Studio, page: Page): Promise<void> => {
  let start = performance.now()
  await page.getByLabel('Pictures', { exact: true }).setInputFiles(file('smoke 64x64.png', largeSheet()))
  await page.getByRole('button', { name: 'Add 4096 frames' }).waitFor({ timeout: 60_000 })
  says(
    `4096² read and its grid offered: ${Math.round(performance.now() - start)} ms, longest pause ${await longest(page)} ms`,
  )
  start = performance.now()
  await page.getByRole('button', { name: 'Add 4096 frames' }).click()
  await page.getByRole('dialog').waitFor({ state: 'detached', timeout: 60_000 })
  await page.getByText('1 of 4096').waitFor()
  await studio.drawn()
  says(
    `4096² taken in and shown: ${Math.round(performance.now() - start)} ms, longest pause ${await longest(page)} ms`,
  )
  await page.getByRole('button', { name: 'Cut…' }).click()
  start = performance.now()
  await page.getByLabel('Cell width').fill('128')
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: 'Cut into 2048 frames' }).waitFor({ timeout: 60_000 })
  says(
    `4096² cut otherwise: ${Math.round(performance.now() - start)} ms, longest pause ${await longest(page)} ms`,
  )
  await page.getByRole('button', { name: 'Cancel' }).click()
  const list = (await page.getByRole('listbox', { name: 'Frames' }).boundingBox())!
  await page.mouse.move(list.x + 100, list.y + 100)
  for (let k = 0; k < 40; k++) await page.mouse.wheel(0, 700)
  await studio.drawn()
  says(`frames scrolled: longest pause ${await longest(page)} ms`)
  const view = (await page.getByTestId('picture-view').boundingBox())!
  await page.mouse.move(view.x + 200, view.y + 200)
  for (let k = 0; k < 20; k++) await page.mouse.wheel(0, k < 10 ? -240 : 240)
  await page.mouse.down()
  for (let k = 0; k < 20; k++) await page.mouse.move(view.x + 200 + k * 6, view.y + 200 + k * 3)
  await page.mouse.up()
  await studio.drawn()
  says(`sheet zoomed and moved: longest pause ${await longest(page)} ms`)
}

/** 500 loose pictures: read and packed. */
const loosePictures = async (page: Page): Promise<void> => {
  const loose = Array.from({ length: 500 }, (_, k) =>
    file(
      `bit ${k}.png`,
      encodePng(makeSprite('puff', { size: 16 + ((k * 37) % 49), hardness: 0.4, seed: k })),
    ),
  )
  let start = performance.now()
  await page.getByLabel('Pictures', { exact: true }).setInputFiles(loose)
  says(
    `500 files handed over by the browser, before the page has them: longest pause ${await longest(page)} ms`,
  )
  await page.getByRole('button', { name: 'Pack 500 pictures' }).waitFor({ timeout: 120_000 })
  says(
    `500 pictures read: ${Math.round(performance.now() - start)} ms, longest pause ${await longest(page)} ms`,
  )
  start = performance.now()
  await page.getByRole('button', { name: 'Pack 500 pictures' }).click()
  await page.getByRole('dialog').waitFor({ state: 'detached', timeout: 60_000 })
  says(
    `500 pictures packed: ${Math.round(performance.now() - start)} ms (goal 2000), longest pause ${await longest(page)} ms`,
  )
}

/** From the pointer to the texture, and to the submitted picture of the playing effect. */
const watchStrokes = async (studio: Studio, page: Page): Promise<void> => {
  await page.goto('/')
  await studio.openDemoEffect('Pier dust')
  await studio.selectEmitter('Grit')
  await page.keyboard.press('p')
  await page.getByTestId('sprites-drawer').getByRole('button', { name: 'Draw', exact: true }).click()
  await page.getByRole('button', { name: '16 × 16', exact: true }).click()
  await page.locator('.MuiPopover-root').waitFor({ state: 'detached' })
  await page.getByTestId('draw-canvas').waitFor()
  await page.evaluate(() => {
    const host = globalThis as unknown as {
      glivStage: { patchSheet(...a: unknown[]): void; renderer: { end(): void } }
      strokes: number[][]
    }
    host.strokes = []
    let at = 0
    let patched = 0
    addEventListener('pointermove', (event) => (at = event.timeStamp), { capture: true })
    const { patchSheet } = host.glivStage
    host.glivStage.patchSheet = function (...patch) {
      patchSheet.apply(this, patch)
      patched = performance.now()
    }
    const { renderer } = host.glivStage
    const end = renderer.end.bind(renderer)
    renderer.end = () => {
      end()
      if (patched > 0) host.strokes.push([patched - at, performance.now() - at])
      patched = 0
    }
  })
}

const strokes = async (studio: Studio, page: Page): Promise<void> => {
  await watchStrokes(studio, page)
  const canvas = (await page.getByTestId('draw-canvas').boundingBox())!
  for (let row = 0; row < 8; row++) {
    await page.mouse.move(canvas.x + canvas.width / 2 - 80, canvas.y + canvas.height / 2 - 80 + row * 20)
    await page.mouse.down()
    for (let k = 0; k < 16; k++) {
      await page.mouse.move(
        canvas.x + canvas.width / 2 - 80 + k * 10,
        canvas.y + canvas.height / 2 - 80 + row * 20,
      )
      await studio.drawn()
    }
    await page.mouse.up()
  }
  const steps = await page.evaluate(() => (globalThis as unknown as { strokes: number[][] }).strokes)
  const text = (k: number): string =>
    `${percentile(
      steps.map((s) => s[k]!),
      0.5,
    ).toFixed(1)} / ${percentile(
      steps.map((s) => s[k]!),
      0.95,
    ).toFixed(1)} ms`
  says(
    `${steps.length} stroke steps, median / 95 %: pointer to texture ${text(0)}, to the submitted picture of the playing effect ${text(1)} (a frame of the screen is 16.7)`,
  )
}

await withStudio(async (studio, page) => {
  await studio.openShelf()
  await studio.openKit()
  await page.getByRole('link', { name: 'Sprites', exact: true }).click()
  await page.getByRole('tab', { name: 'Frames' }).waitFor()
  await longest(page)
  await largeSheets(studio, page)
  await loosePictures(page)
  await strokes(studio, page)
})
