/** Takes: kept, compared, seen beside each other, used in part, gone back to. Explore: gone on from twice, and back. */
import { expect, type Page, test } from '@playwright/test'
import { peek } from '../peek.ts'
import { Studio } from '../studio.ts'

const takes = (page: Page) => page.getByRole('region', { name: 'Takes' })
const column = (page: Page) => page.getByRole('complementary', { name: 'Compare with a take' })

test('two takes are compared, one difference is used, and going back keeps the present', async ({ page }) => {
  const studio = new Studio(page)
  await studio.openDemoEffect('Pier dust')
  await studio.freezeAt(14)
  await studio.hideHandles()
  await page.keyboard.press('k')
  await expect(takes(page).getByRole('listitem')).toHaveCount(1)
  // The same state is not kept twice.
  await page.keyboard.press('k')
  const first = await studio.picture()
  await studio.openGroup('launch')
  await studio.type('speed', '300', 'to')
  await studio.type('fan', '200')
  const second = await studio.picture()
  expect(second === first).toBe(false)
  await page.keyboard.press('k')
  await expect(takes(page).getByRole('listitem')).toHaveCount(2)
  const edited = (await peek(page)).effect

  // A held key shows the other one at the frozen moment; let go, it is as it was.
  await takes(page).getByRole('button', { name: 'Compare Take 1' }).click()
  await expect(column(page).getByRole('listitem')).toHaveCount(2)
  await expect(column(page)).toContainText('Fan')
  await page.keyboard.down('x')
  await expect.poll(async () => (await studio.picture()) === first).toBe(true)
  await page.keyboard.up('x')
  await expect.poll(async () => (await studio.picture()) === second).toBe(true)
  expect((await peek(page)).effect).toBe(edited)

  // One difference is used; the other stays.
  await column(page)
    .getByRole('button', { name: /^Use this: Fan/ })
    .click()
  await expect(column(page).getByRole('listitem')).toHaveCount(1)
  expect((await peek(page)).undo.at(-1)).toBe('Fan as in “Take 1”')

  // Side by side, in step; then back to the first, which keeps the present.
  await page.keyboard.press('d')
  await expect(page.getByRole('group', { name: 'States side by side' })).toContainText('Take 1')
  await page.keyboard.press('Space')
  await expect(page.getByRole('button', { name: 'Pause', exact: true })).toBeVisible()
  await page.keyboard.press('Space')
  await studio.freezeAt(14)
  await page.keyboard.press('d')
  await expect(page.getByRole('group', { name: 'States side by side' })).toBeHidden()
  await column(page).getByRole('button', { name: 'Go back to it' }).click()
  await expect(column(page)).toContainText('Nothing differs')
  await expect(takes(page).getByRole('listitem')).toHaveCount(3)
  await expect(takes(page)).toContainText('Before')
  await expect.poll(async () => (await studio.picture()) === first).toBe(true)

  // Renamed, removed and put back; all of it is there after a reload.
  await page.keyboard.press('Tab')
  await takes(page).getByRole('button', { name: 'Compare Take 2' }).focus()
  await page.keyboard.press('F2')
  await page.keyboard.type('Wide and fast')
  await page.keyboard.press('Enter')
  await expect(takes(page)).toContainText('Wide and fast')
  await takes(page).getByRole('button', { name: 'Remove Before' }).click()
  await expect(takes(page).getByRole('listitem')).toHaveCount(2)
  await takes(page).getByRole('button', { name: 'Put it back' }).click()
  await expect(takes(page).getByRole('listitem')).toHaveCount(3)
  await studio.saved()
  await page.reload()
  await expect(takes(page).getByRole('listitem')).toHaveCount(3)
  await page.keyboard.press('Control+z')
  await expect.poll(async () => (await peek(page)).redo.at(-1)).toContain('Go back to')
})

test('a variation is gone on from twice, and the trail leads back', async ({ page }) => {
  test.slow()
  const studio = new Studio(page)
  await studio.openDemoEffect('Pier dust')
  const began = (await peek(page)).effect
  await page.keyboard.press('q')
  const explore = page.getByRole('complementary', { name: 'Explore' })
  await expect(explore).toBeVisible()
  const variations = page.getByRole('button', { name: /^Go on from / })
  const drawn = () => expect(page.getByText('drawing…')).toHaveCount(0, { timeout: 60_000 })
  await expect(variations.first()).toBeVisible({ timeout: 30_000 })
  await drawn()
  expect(await variations.count()).toBeGreaterThan(6)

  // What is locked stays; a row that is not wanted goes.
  await explore.getByRole('button', { name: 'Speed', exact: true }).click()
  await explore.getByRole('checkbox', { name: 'Size' }).uncheck()
  await expect(page.getByRole('button', { name: /^Go on from size/ })).toHaveCount(0)
  await drawn()
  await expect(page.getByRole('button', { name: 'Go on from launch 1' })).toBeVisible()
  const speeds = (text: string): string[] => text.match(/"speed":\{[^}]*\}/g) ?? []
  await page.getByRole('button', { name: 'Go on from launch 1' }).click()
  await expect(explore.getByRole('listitem')).toHaveCount(1)
  const once = (await peek(page)).effect
  expect(once).not.toBe(began)
  expect(speeds(once)).toEqual(speeds(began))
  await drawn()
  await page.getByRole('button', { name: 'Go on from timing 2' }).click()
  await expect(explore.getByRole('listitem')).toHaveCount(2)
  const twice = (await peek(page)).effect
  expect(twice).not.toBe(once)

  // Along the trail, by undo and by press.
  await page.keyboard.press('Control+z')
  await expect.poll(async () => (await peek(page)).effect === once).toBe(true)
  await page.keyboard.press('Control+Shift+z')
  await expect.poll(async () => (await peek(page)).effect === twice).toBe(true)
  await explore.getByRole('button', { name: 'Back to state 1 of the trail' }).click()
  await expect(explore.getByRole('listitem')).toHaveCount(0)
  await expect.poll(async () => (await peek(page)).effect === began).toBe(true)
  await page.keyboard.press('Escape')
  await expect(explore).toBeHidden()
  await expect(page.getByRole('group', { name: 'Variations' })).toBeHidden()
})
