/** The shelf: kits renamed, tagged, duplicated, exported one by one and together, deleted and put back. */
import { readFile } from 'node:fs/promises'
import { readKitFile } from '@gliv/document'
import { expect, test } from '@playwright/test'
import { Studio } from '../studio.ts'

test('kits are renamed, tagged, duplicated, leave together and come back, and a deleted one is put back', async ({
  page,
}) => {
  test.slow()
  const studio = new Studio(page)
  await studio.openShelf()
  const cards = page.getByTestId('kit-card')
  await studio.choose('More of Last Ferry', 'Duplicate')
  await expect(cards).toHaveCount(2)
  await studio.choose('More of Last Ferry 2', 'Rename')
  await expect(page.getByRole('textbox', { name: 'Name of Last Ferry 2' })).toBeFocused()
  await page.keyboard.type('Night Ferry')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('link', { name: 'Open Night Ferry', exact: true })).toBeVisible()
  await studio.choose('More of Night Ferry', 'Tags')
  await expect(page.getByRole('textbox', { name: /^Tags of Night Ferry/ })).toBeFocused()
  await page.keyboard.type('canal, work in progress')
  await page.keyboard.press('Enter')
  await page.getByRole('searchbox', { name: 'Find kits' }).fill('progress')
  await expect(cards).toHaveCount(1)
  await page.getByRole('searchbox', { name: 'Find kits' }).fill('')

  // One alone, then all as a zip that comes in again.
  const one = page.waitForEvent('download')
  await studio.choose('More of Night Ferry', 'Export')
  const kit = readKitFile(await readFile(await (await one).path())).kit
  expect(kit.name).toBe('Night Ferry')
  const all = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Export all' }).click()
  const zip = await (await all).path()

  await page.getByRole('button', { name: 'Delete Night Ferry', exact: true }).click()
  await expect(cards).toHaveCount(1)
  const deleted = page.getByRole('region', { name: 'Deleted lately' })
  await expect(deleted).toContainText('for 30 more days')
  await page.reload()
  await deleted.getByRole('button', { name: 'Put Night Ferry back' }).click()
  await expect(cards).toHaveCount(2)
  await expect(deleted).toBeHidden()
  await page.getByTestId('import-input').setInputFiles({
    name: 'gliv-kits.zip',
    mimeType: 'application/zip',
    buffer: await readFile(zip),
  })
  await expect(cards).toHaveCount(4)

  // By keys: renamed, deleted, and ended for good.
  await page.keyboard.press('Tab')
  await page.getByRole('link', { name: 'Open Night Ferry 2', exact: true }).focus()
  await page.keyboard.press('F2')
  await page.keyboard.type('Day Ferry')
  await page.keyboard.press('Enter')
  await page.getByRole('link', { name: 'Open Day Ferry', exact: true }).focus()
  await page.keyboard.press('Delete')
  await deleted.getByRole('button', { name: 'Delete Day Ferry for good' }).click()
  await expect(deleted).toBeHidden()
  await expect(cards).toHaveCount(3)
  await studio.openKit('Night Ferry')
  await expect(page.getByTestId('effect-card').first()).toBeVisible()
  // In an open kit, too, a zip of kits is kits, not pictures.
  await page.getByTestId('import-input').setInputFiles({
    name: 'gliv-kits.zip',
    mimeType: 'application/zip',
    buffer: await readFile(zip),
  })
  await expect(cards).toHaveCount(5)
})

test('a card whose picture runs under the pointer is opened by a press, however slow', async ({ page }) => {
  await new Studio(page).openShelf()
  const card = page.getByTestId('kit-card').first()
  await card.hover()
  await expect(card.locator('.thumbnail-run')).toBeVisible()
  await page.mouse.down()
  // What the press does to the focus is over when two pictures have passed.
  await page.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))))
  await expect(card.locator('.thumbnail-run')).toBeVisible()
  await page.mouse.up()
  await expect(page.getByRole('button', { name: 'New effect' })).toBeVisible()
})
