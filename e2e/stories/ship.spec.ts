/** Effects leave as sheets: set, seen, changed, written, written again, taken in again. */
import { readFile } from 'node:fs/promises'
import { expect, type Page, test } from '@playwright/test'
import { unzipSync } from 'fflate'
import { decodePng } from '@gliv/pixels'
import { dialogGone, file, give } from '../pictures.ts'
import { Studio } from '../studio.ts'

interface Json {
  readonly version: number
  readonly loop: unknown
  readonly frames: readonly { readonly w: number; readonly h: number; readonly seconds: number }[]
  readonly clips: readonly { readonly effect: string; readonly count: number }[]
}

/** A folder in the page's memory stands for one of the machine. */
const withFolder = (page: Page): Promise<unknown> =>
  page.addInitScript(() => {
    const writes: string[] = []
    interface Handle {
      readonly kind: string
    }
    const fileAt = (name: string) => {
      let bytes = new Uint8Array()
      return {
        kind: 'file',
        getFile: () => Promise.resolve(new Blob([bytes])),
        createWritable: () =>
          Promise.resolve({
            write: (data: Uint8Array) => {
              writes.push(name)
              bytes = data.slice()
              return Promise.resolve()
            },
            close: () => Promise.resolve(),
          }),
      }
    }
    const folderAt = (name: string): object => {
      const inside = new Map<string, Handle>()
      const get = (one: string, make: (name: string) => object) => {
        if (!inside.has(one)) inside.set(one, make(one) as Handle)
        return Promise.resolve(inside.get(one))
      }
      return {
        kind: 'directory',
        name,
        getFileHandle: (one: string) => get(one, fileAt),
        getDirectoryHandle: (one: string) => get(one, folderAt),
        removeEntry: (one: string) => Promise.resolve(inside.delete(one)),
        entries: async function* () {
          yield* inside
        },
      }
    }
    const folder = folderAt('sprites')
    Object.assign(globalThis, { showDirectoryPicker: () => Promise.resolve(folder), glivWrites: writes })
  })

const openShip = async (page: Page, effect: string): Promise<Studio> => {
  const studio = await new Studio(page).openDemoEffect(effect)
  await page.getByRole('link', { name: 'Ship', exact: true }).click()
  await expect(page.getByTestId('sheet-facts')).toContainText('of texture memory')
  return studio
}

const tick = (page: Page, name: string) => page.getByLabel(`Write ${name}`, { exact: true }).check()
const choose = async (page: Page, name: string): Promise<void> =>
  page.locator('.ship-effect button', { hasText: name }).first().click()
const sentence = async (page: Page, name: string): Promise<void> => {
  const line = page.getByRole('region', { name, exact: true }).locator('.ship-line')
  if ((await line.getAttribute('aria-expanded')) !== 'true') await line.click()
}
const type = async (page: Page, label: string, text: string): Promise<void> => {
  const field = page.locator('.ship-rows').getByLabel(label, { exact: true })
  await field.fill(text)
  await field.press('Enter')
}
const word = async (page: Page, label: string, option: string | RegExp): Promise<void> => {
  await page
    .locator('.ship-rows')
    .getByRole('button', { name: new RegExp(`^${label}: `) })
    .click()
  await page.getByRole('menuitem', { name: option }).click()
}
const ready = (page: Page) => page.getByRole('button', { name: /^Write \d+ files? · / })

/** Writes as a download, and gives the files. */
const written = async (page: Page): Promise<Record<string, Uint8Array>> => {
  await expect(ready(page)).toBeEnabled({ timeout: 60_000 })
  await page.getByRole('button', { name: 'Where to write' }).click()
  const [zip] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('menuitem', { name: 'As a download' }).click(),
  ])
  return unzipSync(new Uint8Array(await readFile(await zip.path())))
}
const jsonOf = (files: Record<string, Uint8Array>, name: string): Json =>
  JSON.parse(Buffer.from(files[name]!).toString()) as Json

test('set, look, change, write; bytes are told before, a dot says what has changed since', async ({
  page,
}) => {
  const studio = await openShip(page, 'Keg pop')
  await tick(page, 'Keg pop')
  await sentence(page, 'Range')
  await type(page, 'Rate', '12')
  await expect(page.locator('.ship-times')).toHaveText('9 × 83 ms')
  await sentence(page, 'Frame order')
  await word(page, 'Order', 'out, then in')
  await expect(page.locator('.ship-times')).toHaveText('18 × 83 ms')
  await type(page, 'Every', 'many')
  await expect(page.getByText('Type a whole number from 1 to 64')).toBeVisible()
  await page.keyboard.press('Escape')
  await sentence(page, 'Colours')
  await type(page, 'Colours', '6')
  const told = await expect(ready(page))
    .toBeEnabled({ timeout: 60_000 })
    .then(() => ready(page).textContent())
  const files = await written(page)
  expect(Object.keys(files).sort()).toEqual(['keg-pop.json', 'keg-pop.png'])
  const bytes = Object.values(files).reduce((sum, one) => sum + one.length, 0)
  expect(told).toBe(`Write 2 files · ${Math.round(bytes / 1024)} kB`)
  const json = jsonOf(files, 'keg-pop.json')
  expect([json.version, json.frames.length]).toEqual([2, 18])
  const { data } = decodePng(files['keg-pop.png']!)
  const colours = new Set<number>()
  for (let o = 0; o < data.length; o += 4)
    if (data[o + 3]! > 0) colours.add((data[o]! << 16) | (data[o + 1]! << 8) | data[o + 2]!)
  expect(colours.size).toBeLessThanOrEqual(6)

  // Nothing has changed since; then something has, here and on the kit's page, and undo takes it back.
  await expect(page.getByRole('img', { name: 'changed since it was written' })).toHaveCount(0)
  await type(page, 'Colours', '4')
  await expect(page.getByRole('img', { name: 'changed since it was written' })).toBeVisible()
  await page.getByRole('link', { name: 'Last Ferry' }).click()
  await expect(page.getByRole('img', { name: 'changed since written' })).toBeVisible()
  await page.goBack()
  await page.locator('.ship-main').click({ position: { x: 500, y: 60 } })
  await page.keyboard.press('Control+z')
  await sentence(page, 'Colours')
  await expect(page.locator('.ship-rows').getByLabel('Colours', { exact: true })).toHaveValue('6')
  await studio.saved()
})

test('frames: a press shows, keys hold and leave out, a drag reorders; an edit of the effect keeps the list', async ({
  page,
}) => {
  await openShip(page, 'Keg pop')
  await sentence(page, 'Range')
  await type(page, 'Rate', '10')
  await expect(page.locator('.ship-cell')).toHaveCount(8)
  const cell = (k: number) => page.locator(`.ship-cell [data-frame="${k}"]`)
  await cell(2).click()
  await page.keyboard.press('+')
  await page.keyboard.press('+')
  await expect(cell(2)).toHaveAccessibleName('Frame 3, held 3 times')
  // With the focus on the frame itself, as by Tab.
  await cell(2).focus()
  await page.keyboard.press('ArrowRight')
  await expect(cell(3)).toHaveAttribute('aria-pressed', 'true')
  await page.keyboard.press('Delete')
  await expect(page.locator('.ship-cell')).toHaveCount(7)
  await expect(page.locator('.ship-times')).toHaveText('7 in 0.9 s')
  // Times are typed, too; the next key goes on with the frames.
  const stays = page.getByRole('textbox', { name: 'How long the frame stays' })
  await stays.fill('soon')
  await expect(page.getByText('Type a time like 120 ms')).toBeVisible()
  await stays.fill('250 150 ms')
  await stays.press('Enter')
  await expect(page.locator('.ship-times')).toHaveText('7 in 1.1 s')
  await expect(cell(3)).toHaveAccessibleName('Frame 4, held 2.5 times')
  await page.keyboard.press('-')
  await expect(cell(3)).toHaveAccessibleName('Frame 4, held 1.5 times')
  const [from, to] = [await cell(0).boundingBox(), await cell(4).boundingBox()]
  await page.mouse.move(from!.x + 20, from!.y + 20)
  await page.mouse.down()
  await page.mouse.move(to!.x + 20, to!.y + 24, { steps: 8 })
  await page.mouse.up()
  await expect(cell(4)).toHaveAttribute('aria-pressed', 'true')
  await expect(cell(1)).toHaveAccessibleName('Frame 2, held 3 times')
  await page.keyboard.press('Control+z')
  await expect(cell(2)).toHaveAccessibleName('Frame 3, held 3 times')
  await page.getByRole('button', { name: 'as the sentences say' }).click()
  await expect(page.locator('.ship-cell')).toHaveCount(8)
})

test('one preset for five effects: who follows changes with it, a dot shows what differs', async ({
  page,
}) => {
  await openShip(page, 'Keg pop')
  await sentence(page, 'Frame size')
  await type(page, 'Padding', '4')
  await page.getByRole('button', { name: 'Preset: none' }).click()
  await page.getByRole('menuitem', { name: 'Keep these sentences as a preset' }).click()
  await expect(page.getByRole('button', { name: /· 1 follows$/ })).toBeVisible()
  const more = ['Pier dust', 'Coin', 'Slip', 'Boat-hook swipe']
  await choose(page, more[0]!)
  for (const name of more.slice(1))
    await page
      .locator('.ship-effect button', { hasText: name })
      .first()
      .click({ modifiers: ['Control'] })
  await page.getByRole('button', { name: 'Preset: none' }).click()
  await page.getByRole('menuitem', { name: /^Follow Keg pop preset/ }).click()
  await expect(page.getByRole('button', { name: /· 5 follow$/ })).toBeVisible()

  await choose(page, 'Coin')
  await sentence(page, 'Frame size')
  await type(page, 'Padding', '7')
  const size = page.getByRole('region', { name: 'Frame size', exact: true })
  await expect(size.getByRole('img', { name: 'differs from its preset' })).toBeVisible()
  await page.getByRole('button', { name: /· 5 follow$/ }).click()
  await page.getByRole('menuitem', { name: 'Edit the preset' }).click()
  await expect(page.getByText('Preset · 5 effects follow')).toBeVisible()
  await sentence(page, 'Frame size')
  await type(page, 'Padding', '1')
  await page.getByRole('button', { name: 'done', exact: true }).click()
  await sentence(page, 'Frame size')
  await expect(page.getByLabel('Padding', { exact: true })).toHaveValue('7')
  await size.getByRole('button', { name: 'back to preset' }).click()
  await expect(page.getByLabel('Padding', { exact: true })).toHaveValue('1')
  await choose(page, 'Slip')
  await sentence(page, 'Frame size')
  await expect(page.getByLabel('Padding', { exact: true })).toHaveValue('1')
})

test('several on one atlas, written to a folder, and again: only what has changed', async ({ page }) => {
  await withFolder(page)
  await openShip(page, 'Keg pop')
  for (const name of ['Keg pop', 'Coin', 'Slip']) await tick(page, name)
  await choose(page, 'Keg pop')
  for (const name of ['Coin', 'Slip'])
    await page
      .locator('.ship-effect button', { hasText: name })
      .first()
      .click({ modifiers: ['Control'] })
  await sentence(page, 'Sheet')
  await page.getByLabel('One for all ticked').check()
  await expect(ready(page)).toHaveText(/^Write 2 files/, { timeout: 60_000 })
  await ready(page).click()
  await expect(page.getByText('2 of 2 files were written to sprites.')).toBeVisible()
  await ready(page).click()
  await expect(page.getByText('Nothing has changed: 2 files in sprites')).toBeVisible()
  const writes = () => page.evaluate(() => (globalThis as unknown as { glivWrites: string[] }).glivWrites)
  expect((await writes()).sort()).toEqual(['last-ferry.json', 'last-ferry.png'])
})

test('a baked sheet comes back in with its cells', async ({ page }) => {
  await openShip(page, 'Coin')
  await tick(page, 'Coin')
  const files = await written(page)
  await page.goto('/kit/last-ferry/sprites')
  await give(
    page,
    ...Object.entries(files).map(([name, data]) =>
      file(name, data, name.endsWith('.png') ? 'image/png' : 'application/json'),
    ),
  )
  const count = jsonOf(files, 'coin.json').frames.length
  await expect(page.getByRole('dialog')).toContainText(`Cut by the numbers of “coin.json”: ${count} frames`)
  await page.getByRole('button', { name: /^Add \d+ frame/ }).click()
  await dialogGone(page)
})

test('a PNG sequence in its zip comes back in as one animation', async ({ page }) => {
  await openShip(page, 'Keg pop')
  await tick(page, 'Keg pop')
  await sentence(page, 'Range')
  await type(page, 'Rate', '10')
  await sentence(page, 'Write')
  await page.locator('.ship-rows').getByLabel('PNG sequence', { exact: true }).check()
  const files = await written(page)
  const zip = files['keg-pop-frames.zip']!
  const count = Object.keys(unzipSync(zip)).length
  expect(count).toBe(8)
  await page.goto('/kit/last-ferry/sprites')
  await give(page, file('keg-pop-frames.zip', zip, 'application/zip'))
  await expect(page.getByRole('dialog')).toContainText(`${count} frames`)
  await page.getByRole('button', { name: /^Add/ }).last().click()
  await dialogGone(page)
  await page.getByRole('tab', { name: 'Clips' }).click()
  await expect(page.getByTestId('film-step')).toHaveCount(count)
  await expect(page.getByLabel('Frames per second')).toHaveValue('12')
})

test('a kit leaves as a folder of plain files, and comes back from it', async ({ page }) => {
  await withFolder(page)
  const studio = await openShip(page, 'Coin')
  await tick(page, 'Coin')
  const toFolder = async (): Promise<void> => {
    await page.getByRole('button', { name: 'Export' }).click()
    await page.getByRole('menuitem', { name: /^Kit as a folder/ }).click()
  }
  await toFolder()
  await expect(page.getByText(/^(\d+) of \1 files were written to sprites\.$/)).toBeVisible()
  await tick(page, 'Slip')
  await toFolder()
  await expect(page.getByText(/^1 of \d+ files were written to sprites\.$/)).toBeVisible()
  await studio.goWithin('/')
  await page.getByRole('button', { name: 'Import a folder' }).click()
  await expect(page.getByRole('link', { name: /^Open Coin$/ })).toBeVisible()
  await page.getByRole('link', { name: 'Ship', exact: true }).click()
  await expect(page.getByLabel('Write Slip', { exact: true })).toBeChecked()
})
