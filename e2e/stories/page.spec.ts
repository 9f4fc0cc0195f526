/** A page that shows one effect: the same from the studio and from the command line, and it works by itself. */
import { execFileSync } from 'node:child_process'
import { mkdtemp, readFile, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath, pathToFileURL } from 'node:url'
import { expect, test } from '@playwright/test'
import { Studio } from '../studio.ts'

const root = fileURLToPath(new URL('../..', import.meta.url))
const gliv = (...args: string[]): string =>
  execFileSync(process.execPath, [join(root, 'apps/cli/bin/gliv.mjs'), ...args], {
    cwd: root,
    encoding: 'utf8',
  })

test('it plays, pauses, is scrubbed there and back, and takes another seed, with nothing to fetch', async ({
  page,
}) => {
  const folder = await mkdtemp(join(tmpdir(), 'gliv-page-'))
  try {
    gliv('demo', '--out', join(folder, 'demo.gliv'))
    gliv('page', join(folder, 'demo.gliv'), '--effect', 'Stove fire', '--out', join(folder, 'fire.html'))
    const asked: string[] = []
    page.on('request', (request) => asked.push(request.url()))
    const faults: string[] = []
    page.on('pageerror', (error) => faults.push(error.message))
    await page.goto(pathToFileURL(join(folder, 'fire.html')).href)
    const alive = async (): Promise<number> => Number(await page.locator('body').getAttribute('data-alive'))
    const tick = async (): Promise<number> => Number(await page.locator('body').getAttribute('data-tick'))
    // Stories see pages without motion: it waits to be played.
    await expect(page.getByRole('button', { name: 'Play' })).toBeVisible()
    await page.keyboard.press('Space')
    await expect.poll(tick).toBeGreaterThan(20)
    await page.keyboard.press('Space')
    const slider = page.getByRole('slider', { name: 'Tick' })
    const at = async (where: number): Promise<string> => {
      await slider.fill(String(where))
      await expect.poll(tick).toBe(where)
      return `${await alive()} ${(await page.locator('#picture').screenshot()).toString('base64').slice(0, 4000)}`
    }
    let first = ''
    // Slow pictures come a little later than they are asked for.
    await expect
      .poll(async () => {
        const before = first
        first = await at(60)
        return first === before
      })
      .toBe(true)
    await expect.poll(() => at(100)).not.toBe(first)
    // Back again it is the same picture.
    await expect.poll(() => at(60)).toBe(first)
    await page.locator('body').click({ position: { x: 300, y: 300 } })
    await page.keyboard.press('ArrowRight')
    await expect.poll(tick).toBe(61)
    await page.getByLabel('Seed').fill('99')
    await page.getByLabel('Seed').press('Enter')
    await expect.poll(() => at(60)).not.toBe(first)
    await page.getByLabel('Zoom').selectOption('4')
    await page.getByLabel('Ground').fill('#ff0000')
    await expect.poll(() => at(60)).not.toBe(first)
    expect(faults).toEqual([])
    expect(asked.filter((url) => !url.startsWith('file:') && !url.startsWith('data:'))).toEqual([])
  } finally {
    await rm(folder, { recursive: true, force: true })
  }
})

test('the ship page gives the same file, and packs of what is ticked', async ({ page }) => {
  // Four programs of the command line and the studio, one after another.
  test.slow()
  const folder = await mkdtemp(join(tmpdir(), 'gliv-page-'))
  try {
    gliv('demo', '--out', join(folder, 'demo.gliv'))
    gliv('page', join(folder, 'demo.gliv'), '--effect', 'Coin', '--out', join(folder, 'coin.html'))
    gliv('pack', join(folder, 'demo.gliv'), '--effect', 'Coin', '--out', join(folder, 'coin.glivpack'))
    await new Studio(page).openDemoEffect('Coin')
    await page.getByRole('link', { name: 'Ship', exact: true }).click()
    await expect(page.getByTestId('sheet-facts')).toContainText('of texture memory')
    const leaves = async (item: RegExp | string): Promise<Buffer> => {
      await page.getByRole('button', { name: 'Export' }).click()
      const coming = page.waitForEvent('download')
      await page.getByRole('menuitem', { name: item }).click()
      return readFile(await (await coming).path())
    }
    const shown = await leaves('Page that shows Coin')
    expect(shown.equals(await readFile(join(folder, 'coin.html')))).toBe(true)
    await page.getByLabel('Write Coin', { exact: true }).check()
    const packed = await leaves(/^Pack, smaller/)
    expect(packed.equals(await readFile(join(folder, 'coin.glivpack')))).toBe(true)
  } finally {
    await rm(folder, { recursive: true, force: true })
  }
})
