import { readFile } from 'node:fs/promises'
import { expect, test, type Page } from '@playwright/test'
import { makeDemo } from '@gliv/demo'
import { readKitFile, writeKitJson, writeKitZip } from '@gliv/document'
import { Studio } from '../studio.ts'

const download = async (
  page: Page,
  start: () => Promise<unknown>,
): Promise<{ name: string; path: string; bytes: Buffer }> => {
  const [file] = await Promise.all([page.waitForEvent('download'), start()])
  const path = await file.path()
  return { name: file.suggestedFilename(), path, bytes: await readFile(path) }
}

/** What the unfinished drag in the studio's database says of gravity; null while there is none. */
const draftedGravity = (page: Page): Promise<number | null> =>
  page.evaluate(
    () =>
      new Promise<number | null>((done, fail) => {
        const open = indexedDB.open('gliv')
        open.onerror = () => fail(new Error('no database'))
        open.onsuccess = () => {
          const all = open.result.transaction('drafts').objectStore('drafts').getAll() as IDBRequest<
            { patches: { path: string[]; value: number }[] }[]
          >
          all.onsuccess = () => {
            open.result.close()
            done(all.result[0]?.patches.find((p) => p.path.at(-1) === 'gravity')?.value ?? null)
          }
        }
      }),
  )

test('a page killed in the middle of a drag loses neither earlier edits nor the drag', async ({
  page,
  context,
}) => {
  const studio = await new Studio(page).openDemoEffect('Pier dust')
  await studio.selectEmitter('Grit')
  await studio.freezeAt(20)
  await studio.type('drag', '3')
  await studio.saved()
  const address = page.url()
  const gravity = studio.number('gravity')
  const box = (await gravity.boundingBox())!
  await page.mouse.move(box.x + 5, box.y + 5)
  await page.mouse.down()
  for (let i = 1; i <= 10; i++) await page.mouse.move(box.x + 5 - i * 6, box.y + 5)
  const dragged = await gravity.textContent()
  expect(dragged).not.toBe('620 px/s²')
  const reached = Number(await gravity.getAttribute('aria-valuenow'))
  await expect.poll(() => draftedGravity(page)).toBe(reached)
  // Killed, as by the system: no unload, no chance to save. The new page is there before, for the crash ends
  // its neighbour.
  const after = new Studio(await context.newPage())
  const crashed = page.waitForEvent('crash')
  const session = await context.newCDPSession(page)
  void session.send('Page.crash').catch(() => {})
  await crashed
  await after.page.goto(address)
  await after.selectEmitter('Grit')
  await expect(after.page.getByText(/^Recovered: Gravity/)).toBeVisible()
  await expect(after.number('drag')).toHaveText('3 per s')
  await expect(after.number('gravity')).toHaveText(dragged!)
  await after.undo()
  await expect(after.number('gravity')).toHaveText('620 px/s²')
  await after.undo()
  await expect(after.number('drag')).toHaveText('0.6 per s')
})

test('two tabs see each other’s edits, and one history', async ({ page, context }) => {
  const one = await new Studio(page).openDemoEffect('Pier dust')
  await one.selectEmitter('Grit')
  const two = new Studio(await context.newPage())
  await two.page.goto(page.url())
  await two.selectEmitter('Grit')
  await one.type('drag', '2')
  await expect(two.number('drag')).toHaveText('2 per s')
  await two.type('gravity', '50')
  await expect(one.number('gravity')).toHaveText('50 px/s²')
  // What another tab did is named first, and taken back by the second press.
  await one.undo()
  await expect(
    one.page.getByText(/next step to undo is “Gravity of Grit”.*made in another tab/),
  ).toBeVisible()
  await expect(two.number('gravity')).toHaveText('50 px/s²')
  await one.undo()
  await expect(two.number('gravity')).toHaveText('620 px/s²')
})

test('kit and pack leave; the game page plays the pack', async ({ page, context }) => {
  // Two pages draw at once.
  test.slow()
  const studio = await new Studio(page).openDemoEffect('Pier dust')
  await studio.selectEmitter('Cloud')
  await studio.type('burstCount', '40', 'both')
  await page.getByRole('link', { name: 'Ship', exact: true }).click()
  const leaves = (name: RegExp) =>
    download(page, async () => {
      await page.getByRole('button', { name: 'Export' }).click()
      await page.getByRole('menuitem', { name }).click()
    })
  const kit = await leaves(/^Kit file/)
  expect(kit.name).toBe('last-ferry.gliv')
  expect(
    readKitFile(new Uint8Array(kit.bytes)).kit.effects['pier-dust']!.emitters['dust-cloud']!.bursts[0]!
      .numbers.burstCount,
  ).toEqual({ from: 40, to: 40 })
  const pack = await leaves(/^Pack for a game/)
  expect(pack.name).toBe('last-ferry.glivpack.json')

  const game = await context.newPage()
  await game.goto('/ferry/')
  const said = game.locator('#status')
  await expect(said).toContainText('Last Ferry plays')
  await game.getByLabel('Load a pack').setInputFiles(pack.path)
  // A pack that was brought by hand plays as it is.
  await expect(game.getByRole('button', { name: 'Not linked' })).toBeVisible()
  await game.getByRole('button', { name: 'By hand' }).click()
  await game.getByRole('radio', { name: 'Pier dust' }).click()
  await game.mouse.click(500, 400)
  // 40 in the cloud and 18 of grit at tick 0: the pack from the studio, not the one that was there.
  const most = () =>
    game.evaluate(
      () =>
        (
          globalThis as unknown as {
            glivGame: { show: { player: { handles: { name: string; alive: number }[] } } }
          }
        ).glivGame.show.player.handles.find(({ name }) => name === 'Pier dust')?.alive ?? 0,
    )
  await expect.poll(most).toBeGreaterThanOrEqual(50)
  await expect.poll(most).toBe(0)
  await game.getByLabel('Load a pack').setInputFiles({
    name: 'x.json',
    mimeType: 'application/json',
    buffer: Buffer.from('{"format":"gliv-pack","version":8}'),
  })
  await expect(said).toContainText('format 8')
})

test('kits are imported by button and by drop; a broken file says why and changes nothing', async ({
  page,
}) => {
  const studio = await new Studio(page).openShelf()
  const demo = makeDemo()
  demo.kit.name = 'Other boat'
  await page.getByTestId('import-input').setInputFiles({
    name: 'other.gliv',
    mimeType: 'application/zip',
    buffer: Buffer.from(writeKitZip(demo)),
  })
  await expect(page.getByLabel('Kit name')).toHaveValue('Other boat')
  // Only cards in sight are made: here all of them are.
  await page.setViewportSize({ width: 1280, height: 3000 })
  await expect(page.getByTestId('effect-card')).toHaveCount(Object.keys(demo.kit.effects).length)
  await page.setViewportSize({ width: 1280, height: 800 })
  await studio.openShelf()
  await expect(page.getByTestId('kit-card')).toHaveCount(2)

  const drop = async (name: string, text: string): Promise<void> => {
    const data = await page.evaluateHandle(
      ([n, t]) => {
        const transfer = new DataTransfer()
        transfer.items.add(new File([t!], n!))
        return transfer
      },
      [name, text],
    )
    await page.locator('.app-header').dispatchEvent('drop', { dataTransfer: data })
  }
  await drop('broken.gliv.json', '{"format":"gliv-kit","version":99}')
  await expect(page.getByText(/broken.gliv.json was not imported.*99 is newer/)).toBeVisible()
  await expect(page.getByTestId('kit-card')).toHaveCount(2)
  demo.kit.name = 'Dropped boat'
  await drop('dropped.gliv.json', Buffer.from(writeKitJson(demo)).toString())
  await expect(page.getByLabel('Kit name')).toHaveValue('Dropped boat')
  // Also in the middle of work on an effect, which goes on untouched.
  await studio.openEffect('Pier dust')
  demo.kit.name = 'Third boat'
  await drop('third.gliv.json', Buffer.from(writeKitJson(demo)).toString())
  await expect(page.getByLabel('Kit name')).toHaveValue('Third boat')
})

test('deleting an effect that another plays says so; undo brings both back', async ({ page }) => {
  const studio = await new Studio(page).openShelf()
  await studio.goWithin(`/kit/${makeDemo().kit.id}`)
  const cards = page.getByTestId('effect-card')
  await expect(cards.first()).toBeVisible()
  await page.setViewportSize({ width: 1280, height: 3000 })
  const count = Object.keys(makeDemo().kit.effects).length
  await expect(cards).toHaveCount(count)
  await page.getByRole('button', { name: 'Delete Mud splat', exact: true }).click()
  await expect(cards).toHaveCount(count - 1)
  await expect(page.getByText('“Mud splat” was also played by “Hard landing”')).toBeVisible()
  await page.keyboard.press('Control+z')
  await expect(cards).toHaveCount(count)
  await studio.goWithin(`/kit/${makeDemo().kit.id}/effect/hard-landing`)
  await expect(page.getByLabel('Beginning of the part Mud splat')).toBeVisible()
})

test('a new kit: empty page, first effect running, duplicated, deleted, brought back', async ({ page }) => {
  await new Studio(page).openShelf()
  await page.getByRole('button', { name: 'New kit' }).click()
  // An empty kit shows at once what one may begin with; a later effect asks in a dialog.
  await expect(page.getByRole('heading', { name: 'What does the first effect begin with?' })).toBeVisible()
  await expect(page.getByRole('button', { name: 'Begin with Blast' }).locator('canvas')).toBeVisible()
  await page.getByRole('searchbox', { name: 'Find a beginning' }).fill('steady')
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('track')).toHaveCount(1)
  await expect(page.getByLabel('How the effect plays')).toHaveText('loops')
  await expect(page.getByTestId('clock')).toContainText(/ [1-9]\d* alive/)
  await page.getByRole('link', { name: 'New kit' }).click()
  await page.getByRole('button', { name: 'Duplicate New effect' }).click()
  await expect(page.getByTestId('effect-card')).toHaveCount(2)
  await page.getByRole('button', { name: 'Delete New effect', exact: true }).click()
  await expect(page.getByTestId('effect-card')).toHaveCount(1)
  await page.keyboard.press('Control+z')
  await expect(page.getByTestId('effect-card')).toHaveCount(2)
  await page.getByRole('link', { name: 'Shelf of kits' }).click()
  await page.getByRole('button', { name: 'Delete New kit' }).click()
  await expect(page.getByTestId('kit-card')).toHaveCount(1)
})
