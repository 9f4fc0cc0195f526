/** Nothing is lost: what the storage, the network or a file does wrong is said, and the work goes on. */
import { readFile } from 'node:fs/promises'
import { makeDemo } from '@gliv/demo'
import { readKitFile, writeKitZip } from '@gliv/document'
import { encodePng } from '@gliv/pixels'
import { expect, type Page, test } from '@playwright/test'
import { strToU8, zipSync } from 'fflate'
import { inDatabase } from '../database.ts'
import { peek } from '../peek.ts'
import { Studio } from '../studio.ts'

const openDust = async (page: Page): Promise<Studio> => {
  const studio = await new Studio(page).openDemoEffect('Pier dust')
  await studio.selectEmitter('Grit')
  return studio.freezeAt(20)
}

test('a damaged kit opens; what was set aside is listed, repaired, and a snapshot can be gone back to', async ({
  page,
}) => {
  const studio = await openDust(page)
  await studio.type('drag', '3')
  await studio.saved()
  await inDatabase(page, 'damage')
  await page.reload()
  await studio.stage.waitFor()
  await expect(page.getByTestId('set-aside')).toContainText('could not be read')
  await studio.selectEmitter('Grit')
  await expect(studio.number('drag')).toHaveText('3 per s')
  await page.getByRole('link', { name: 'See and repair' }).click()
  await expect(page.getByTestId('aside-list')).toContainText('keg-pop')
  await expect(page.getByTestId('aside-list')).toContainText(/(?:picture of|sound) “.+” is missing/)
  await expect(page.getByTestId('snapshot-card')).toHaveCount(1)
  const [raw] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Raw data as a file' }).click(),
  ])
  expect(JSON.parse(await readFile(await raw.path(), 'utf8'))).toMatchObject({
    format: 'gliv-raw',
    kit: 'last-ferry',
  })
  await page.getByRole('button', { name: 'Repair' }).click()
  await expect(page.getByTestId('effect-card').first()).toBeVisible()
  await page.goto('/kit/last-ferry/recovery')
  await expect(page.getByText('Noted by earlier repairs')).toBeVisible()
  // The picture stays missing until it is replaced; everything else is whole again.
  await expect(page.getByTestId('aside-list').first()).not.toContainText('keg-pop')
  const older = page.getByTestId('snapshot-card').last()
  await older.getByRole('button', { name: 'Go back to it' }).click()
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await studio.saved()
})

test('what the storage refuses stands as not saved, is tried again, and can be exported meanwhile', async ({
  page,
}) => {
  const studio = await openDust(page)
  await studio.saved()
  await page.evaluate(() => {
    const { add } = IDBObjectStore.prototype
    Object.assign(globalThis, { restore: () => Object.assign(IDBObjectStore.prototype, { add }) })
    IDBObjectStore.prototype.add = () => {
      throw new DOMException('no room', 'QuotaExceededError')
    }
  })
  await studio.type('drag', '2.5')
  await expect(page.getByTestId('save-state')).toHaveText('not saved')
  await expect(page.getByTestId('not-saved')).toContainText('The storage is full')
  await studio.type('drag', '3.5')
  await expect(page.getByTestId('save-state')).toHaveText('not saved')
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Export what is here' }).click(),
  ])
  const grit = Object.values(readKitFile(new Uint8Array(await readFile(await file.path()))).kit.types).find(
    (type) => type.name === 'Grit',
  )!
  expect(grit.numbers.drag).toBe(3.5)
  // In one go: it tries again by itself, too, and the button would be gone before a hand reaches it.
  await page.getByRole('button', { name: 'Try now' }).evaluate((button: HTMLElement) => {
    ;(globalThis as unknown as { restore(): void }).restore()
    button.click()
  })
  await studio.saved()
  await expect(page.getByTestId('not-saved')).toHaveCount(0)
  await page.reload()
  await studio.selectEmitter('Grit')
  await expect(studio.number('drag')).toHaveText('3.5 per s')
})

test('a kit that is deleted under the page is said to be gone, and is put back', async ({ page }) => {
  const studio = await openDust(page)
  await studio.saved()
  await inDatabase(page, 'clear')
  await studio.type('drag', '2.5')
  await expect(page.getByTestId('not-saved')).toContainText('no longer in this browser')
  await page.getByRole('button', { name: 'Put it back' }).click()
  await studio.saved()
  await page.reload()
  await studio.selectEmitter('Grit')
  await expect(studio.number('drag')).toHaveText('2.5 per s')
})

test('without storage the work goes on in memory, and says so; odd preferences do no harm', async ({
  page,
}) => {
  await page.addInitScript(() => {
    localStorage.setItem('gliv-preferences', '{"state":{"theme":"sepia"},"version":0}')
    sessionStorage.setItem(
      'gliv-session',
      '{"state":{"speed":"fast","ramp":"width","ground":"plaid","openGroups":7},"version":0}',
    )
    sessionStorage.setItem('gliv-sprites', 'not even JSON')
    IDBFactory.prototype.open = () => {
      throw new DOMException('denied', 'SecurityError')
    }
  })
  // By the links of the page: what is in memory is gone with another page.
  const studio = await (await (await new Studio(page).openShelf()).openKit()).openEffect('Pier dust')
  await studio.selectEmitter('Grit')
  await studio.freezeAt(20)
  await expect(page.getByTestId('in-memory')).toContainText('Nothing outlasts this page')
  await studio.type('drag', '2.5')
  await expect(page.getByTestId('save-state')).toHaveText('in memory only')
  await expect(studio.number('drag')).toHaveText('2.5 per s')
  await expect(page.getByRole('button', { name: 'Export what is here' })).toBeVisible()
})

test('a part whose file is missing reloads the page once, then says so and leaves the rest alone', async ({
  page,
}) => {
  const studio = await openDust(page)
  await studio.saved()
  let asked = 0
  await page.route(/LeversPanel-.*\.js/, (route) => {
    asked++
    return route.fulfill({ status: 404, body: 'gone' })
  })
  const reloaded = page.waitForEvent('load')
  await page.getByRole('button', { name: 'Levers' }).click()
  await reloaded
  await studio.selectEmitter('Grit')
  await page.getByRole('button', { name: 'Levers' }).click()
  await expect(page.getByTestId('failed-part')).toContainText('The levers stopped')
  expect(asked).toBeGreaterThanOrEqual(1)
  await page.keyboard.press('Escape')
  await studio.type('drag', '2')
  await expect(studio.number('drag')).toHaveText('2 per s')
})

test('a reload in the moment of Enter, while typing or while dragging loses nothing', async ({ page }) => {
  const studio = await openDust(page)
  await studio.saved()
  for (let k = 0; k < 4; k++) {
    const value = `${2 + k / 10}`
    await studio.number('drag').click()
    await page.locator('.number-input:focus').fill(value)
    // With Enter, or typed and not entered.
    if (k % 2 === 0) await page.keyboard.press('Enter')
    await page.reload()
    await studio.stage.waitFor()
    await expect(studio.number('drag')).toHaveText(`${value} per s`)
  }
  const gravity = studio.number('gravity')
  const box = (await gravity.boundingBox())!
  await page.mouse.move(box.x + 5, box.y + 5)
  await page.mouse.down()
  for (let i = 1; i <= 6; i++) await page.mouse.move(box.x + 5 - i * 8, box.y + 5)
  const dragged = await gravity.textContent()
  await page.reload()
  await page.mouse.up()
  await studio.stage.waitFor()
  await expect(studio.number('gravity')).toHaveText(dragged!)
})

test('the page’s policy lets the kernels run and nothing from elsewhere', async ({ page }) => {
  await page.addInitScript(() => {
    const { Instance } = WebAssembly
    const made = { count: 0 }
    Object.assign(globalThis, { kernels: made })
    WebAssembly.Instance = new Proxy(Instance, {
      construct: (target, args) => {
        const instance = Reflect.construct(target, args) as object
        made.count++
        return instance
      },
    })
  })
  await openDust(page)
  expect(
    await page.evaluate(() => (globalThis as unknown as { kernels: { count: number } }).kernels.count),
  ).toBeGreaterThan(0)
  const ran = await page.evaluate(() => {
    const script = document.createElement('script')
    script.textContent = 'globalThis.intruder = true'
    document.head.append(script)
    return 'intruder' in globalThis
  })
  expect(ran).toBe(false)
})

test('what the loader would refuse is refused where it is typed, and the number stays', async ({ page }) => {
  const studio = await openDust(page)
  await studio.openGroup('how-many')
  const before = (await peek(page)).effect
  await studio.type('cap', '20')
  await studio.type('minimum', '50')
  await expect(page.getByText(/50 is over what cap allows \(20\)/)).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(studio.number('minimum')).toHaveText(/^0\b/)
  await studio.drag(studio.number('minimum'), 400, 0)
  await expect(studio.number('minimum')).toHaveText(/^20\b/)
  await studio.saved()
  await page.reload()
  await studio.selectEmitter('Grit')
  await expect(page.getByTestId('set-aside')).toHaveCount(0)
  await expect(studio.number('minimum')).toHaveText(/^20\b/)
  expect((await peek(page)).effect).not.toBe(before)
})

test('hostile files are refused in words; numbers beside a sheet are used', async ({ page }) => {
  await new Studio(page).openShelf()
  const bring = (...files: { name: string; buffer: Buffer }[]) =>
    page.getByTestId('import-input').setInputFiles(files.map((file) => ({ ...file, mimeType: '' })))
  await bring({
    name: 'bomb.gliv',
    buffer: Buffer.from(zipSync({ 'kit.json': new Uint8Array(60 * 1024 * 1024) }, { level: 9 })),
  })
  await expect(page.getByText(/bomb\.gliv was not imported.*at most 50331648 are read/)).toBeVisible()
  await bring({ name: 'text.gliv', buffer: Buffer.from('hello, this is no kit') })
  await expect(
    page.getByText(/text\.gliv was not imported.*begins with "hello, this is no kit"/),
  ).toBeVisible()
  const twice = Buffer.from(zipSync({ 'kit.json': strToU8('{}'), kit2json: strToU8('{}') }))
  for (let at = twice.indexOf('kit2json'); at >= 0; at = twice.indexOf('kit2json'))
    twice.write('kit.json', at)
  await bring({ name: 'twice.gliv', buffer: twice })
  await expect(page.getByText(/twice\.gliv was not imported.*twice/)).toBeVisible()
  await expect(page.getByTestId('kit-card')).toHaveCount(1)

  await new Studio(page).openKit()
  const svg = (inside: string): Buffer =>
    Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" width="16" height="16">${inside}</svg>`)
  await bring({
    name: 'slow.svg',
    buffer: svg(
      '<filter id="f"><feTurbulence numOctaves="99"/></filter><rect width="16" height="16" filter="url(#f)"/>',
    ),
  })
  await expect(page.getByText(/slow\.svg was not imported.*filters/)).toBeVisible()
  await bring({ name: 'plain.svg', buffer: svg('<rect width="16" height="16" fill="#f80"/>') })
  await expect(page.getByRole('dialog')).toContainText('16 × 16 px')
  await page.getByRole('dialog').getByRole('button', { name: 'Cancel' }).click()

  const png = Buffer.from(encodePng({ width: 24, height: 8, data: new Uint8Array(24 * 8 * 4).fill(255) }))
  const numbers = {
    format: 'gliv-sheet',
    image: 'puff.png',
    fps: 15,
    pivot: { x: 4, y: 7 },
    frames: [0, 8, 16].map((x) => ({ x, y: 0, w: 8, h: 8 })),
  }
  await bring(
    { name: 'puff.png', buffer: png },
    { name: 'puff.json', buffer: Buffer.from(JSON.stringify(numbers)) },
  )
  await expect(page.getByRole('dialog')).toContainText(
    'Cut by the numbers of “puff.json”: 3 frames, pivot at 4, 7, 15 frames per second',
  )
  await page.getByRole('dialog').getByRole('button', { name: 'Add 3 frames' }).click()
  await expect(page.getByRole('dialog')).toHaveCount(0)
  await page.goto('/kit/last-ferry/sprites')
  await page
    .getByRole('tab', { name: 'Clips' })
    .or(page.getByRole('button', { name: 'Clips' }))
    .first()
    .click()
  await expect(page.getByText('puff').first()).toBeVisible()
})

test('a large kit file is read off the page, and can be given up', async ({ page }) => {
  await new Studio(page).openShelf()
  const demo = makeDemo()
  const kit = Buffer.from(writeKitZip(demo))
  // Never answered, so that there is something to give up.
  await page.route(/kit\.worker-.*\.js/, () => {})
  await page.getByTestId('import-input').setInputFiles({ name: 'large.gliv', mimeType: '', buffer: kit })
  await expect(page.getByTestId('import-progress')).toContainText('Reading large.gliv')
  await page.getByRole('button', { name: 'Cancel' }).click()
  await expect(page.getByTestId('import-progress')).toHaveCount(0)
  await expect(page.getByTestId('kit-card')).toHaveCount(1)
})
