/**
 * How soon a change on the ship screen is seen, as a draft: the scale of an effect is typed anew, ten times
 * (goal 300 ms). `npm run measure:ship`, after a build with --peek.
 */
import type { Page } from '@playwright/test'
import { percentile, withStudio } from './run.ts'

const EFFECTS = ['coin', 'keg-pop', 'signal-flare', 'stove-fire', 'pier-dust'] as const

/** Types a scale, and gives the milliseconds until its draft stood on the page, as the page itself counts them. */
const change = async (page: Page, scale: number): Promise<number | null> => {
  await page.evaluate(() => (document.querySelector<HTMLElement>('.ship-main')!.dataset['took'] = '-1'))
  const field = page.locator('.ship-rows').getByLabel('Scale', { exact: true })
  await field.fill(String(scale))
  await field.press('Enter')
  // Two changes that took the same leave the page as it is: such a one is not counted.
  const took = await page
    .waitForFunction(
      () => {
        const { took: said } = document.querySelector<HTMLElement>('.ship-main')!.dataset
        return said === '-1' ? null : said
      },
      undefined,
      { polling: 10, timeout: 5000 },
    )
    .catch(() => null)
  return took && Number(await took.jsonValue())
}

await withStudio(async (studio, page) => {
  await studio.openShelf()
  for (const effect of EFFECTS) {
    await page.goto(`/kit/last-ferry/ship/${effect}`)
    await page.locator('[data-draft="1"]').waitFor({ timeout: 60_000 })
    const line = page.getByRole('region', { name: 'Frame size', exact: true }).locator('.ship-line')
    if ((await line.getAttribute('aria-expanded')) !== 'true') await line.click()
    const took: number[] = []
    for (let k = 0; k < 10; k++) {
      const ms = await change(page, 90 + ((k * 7) % 30))
      if (ms !== null) took.push(ms)
      // The whole picture follows before the next change.
      await page.locator('[data-draft="1"]').waitFor({ timeout: 60_000 })
    }
    console.log(
      `${effect.padEnd(14)} median ${percentile(took, 0.5).toFixed(0)} ms, first ${took[0]!.toFixed(0)}, longest ${Math.max(...took).toFixed(0)} (goal 300)`,
    )
  }
})
