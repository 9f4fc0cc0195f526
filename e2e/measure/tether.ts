/** npm run measure:tether — how soon a linked game follows a drag: between tabs, and through the server. */
import type { Page } from '@playwright/test'
import type { Studio } from '../studio.ts'
import { percentile, withStudio } from './run.ts'

const STEPS = 60

/** What the game said of each edit: ms from its submit until the game had taken it. */
const collect = (game: Page): Promise<void> =>
  game.evaluate(() => {
    const seen: number[] = []
    Object.assign(globalThis, { lates: seen })
    new MutationObserver(() => seen.push(Number(document.body.dataset['late']))).observe(document.body, {
      attributeFilter: ['data-late'],
    })
  })

const drag = async (studio: Studio, page: Page): Promise<void> => {
  await page.bringToFront()
  await studio.number('gravity').scrollIntoViewIfNeeded()
  const box = (await studio.number('gravity').boundingBox())!
  await page.mouse.move(box.x + 5, box.y + 5)
  await page.mouse.down()
  for (let k = 1; k <= STEPS; k++) {
    await page.mouse.move(box.x + 5 - (k % 20) * 3, box.y + 5)
    await page.waitForTimeout(30)
  }
  await page.mouse.up()
}

await withStudio(async (studio, page) => {
  const browser = page.context().browser()!
  await studio.openDemoEffect('Pier dust')
  await studio.selectEmitter('Grit')
  for (const way of ['tabs', 'server'] as const) {
    if (way === 'server') {
      await page.getByRole('button', { name: /^Game/ }).click()
      await page.getByLabel('Games elsewhere, through the server').check()
      await page.keyboard.press('Escape')
    }
    // Through the server: as on another machine, in a browser profile that shares nothing with the studio's.
    const context =
      way === 'tabs' ? page.context() : await browser.newContext({ baseURL: new URL(page.url()).origin })
    const game = await context.newPage()
    await game.setViewportSize({ width: 640, height: 400 })
    await game.goto(way === 'tabs' ? '/ferry/' : '/ferry/#tether')
    await game.waitForFunction(() => document.body.dataset['link'] === 'linked', undefined, {
      timeout: 30_000,
    })
    await collect(game)
    await drag(studio, page)
    await game.waitForTimeout(500)
    const lates = (await game.evaluate(() => (globalThis as unknown as { lates: number[] }).lates)).filter(
      (ms) => ms > 0,
    )
    const [median, worst] = [percentile(lates, 0.5), percentile(lates, 0.95)]
    console.log(
      `${way.padEnd(7)} ${lates.length} edits of ${STEPS}: median ${median.toFixed(1)} ms, 95 % ${worst.toFixed(1)} ms`,
    )
    await game.close()
  }
})
