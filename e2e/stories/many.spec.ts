/** Many effects changed at once, numbers as text by a template of one's own, effects from kit to kit. */
import { readFile } from 'node:fs/promises'
import { expect, type Page, test } from '@playwright/test'
import { Studio } from '../studio.ts'

const cardNames = (page: Page) => page.locator('.effect-card h2').allTextContents()

test('many effects are changed at once, seen before, and one undo takes all of it back', async ({ page }) => {
  await (await new Studio(page).openShelf()).openKit()
  await page.locator('.effect-card').nth(7).waitFor()
  const before = await cardNames(page)
  await page.getByRole('link', { name: 'Change many', exact: true }).click()
  const change = page.getByRole('button', { name: /^Change \d+ effects?$/ })
  await expect(page.getByTestId('many-pair').first()).toContainText('as it is')
  await expect(change).toBeDisabled()

  // Two effects: names, size and colours are asked for; nothing is done yet.
  await page.getByRole('region', { name: 'Effects' }).getByRole('button', { name: 'none' }).click()
  for (const name of ['Keg pop', 'Stove fire']) await page.getByLabel(name, { exact: true }).check()
  await expect(page.getByTestId('many-pair')).toHaveCount(2)
  const pattern = page.getByRole('textbox', { name: 'Pattern of names' })
  await pattern.fill('Same')
  await pattern.press('Enter')
  await expect(page.getByRole('status').filter({ hasText: 'would both be called' })).toContainText(
    'add {name} or {n}',
  )
  await expect(change).toBeDisabled()
  await pattern.fill('Big {name}')
  await pattern.press('Enter')
  const factor = page.getByRole('textbox', { name: 'Factor of everything' })
  await factor.fill('0')
  await expect(page.getByText('Type a factor from 0.01 to 100')).toBeVisible()
  await factor.press('Escape')
  await factor.fill('200 %')
  await factor.press('Enter')
  await page.getByRole('button', { name: /^Palette that they become/ }).click()
  await page.getByRole('menuitem', { name: 'Keg', exact: true }).click()
  await expect(page.getByText('2 effects: other colours, × 2, new names.')).toBeVisible()
  const pair = page.getByTestId('many-pair').filter({ hasText: 'Stove fire' })
  await expect(pair).toContainText('Big Stove fire')
  await expect(pair).toContainText('then, × 2')
  const [now, then] = [pair.locator('img').first(), pair.locator('img').last()]
  await expect(then).toBeVisible()
  await expect
    .poll(async () => (await now.getAttribute('src')) === (await then.getAttribute('src')))
    .toBe(false)

  // Done, undone by a key, done again.
  await change.click()
  await expect(page.getByText('Nothing is asked for yet')).toBeVisible()
  await expect(page.getByTestId('many-pair').filter({ hasText: 'Big Keg pop' })).toHaveCount(1)
  await page.keyboard.press('Control+z')
  await expect(page.getByTestId('many-pair').filter({ hasText: 'Big Keg pop' })).toHaveCount(0)
  await page.keyboard.press('Control+Shift+z')
  await expect(page.getByTestId('many-pair').filter({ hasText: 'Big Keg pop' })).toHaveCount(1)
  await page.getByRole('link', { name: 'Last Ferry', exact: true }).click()
  await expect
    .poll(() => cardNames(page))
    .toEqual(before.map((name) => (['Keg pop', 'Stove fire'].includes(name) ? `Big ${name}` : name)))
})

test('numbers leave by a template that is tried as it is typed, and kept with the kit', async ({ page }) => {
  await (await new Studio(page).openShelf()).openKit()
  await page.getByRole('button', { name: 'Export', exact: true }).click()
  await page.getByRole('menuitem', { name: /^Numbers as text/ }).click()
  const result = page.getByRole('region', { name: 'Result' })
  await expect(result).toContainText('Pier dust (once)')
  await page.getByRole('region', { name: 'Effects' }).getByRole('button', { name: 'none' }).click()
  await page.getByLabel('Stove fire', { exact: true }).check()
  await expect(result).not.toContainText('Pier dust (once)')

  const text = page.getByRole('textbox', { name: 'Template text' })
  await expect(text).toHaveAttribute('readonly', '')
  await page.getByRole('button', { name: 'change a copy' }).click()
  const name = page.getByRole('textbox', { name: 'Template name' })
  await name.fill('heads.lua')
  await name.press('Enter')
  await text.fill('{{#effects}}{{#emitters}}{{name}} = {{number.heading.text}}\n{{/emitters}}{{/effects}}')
  await expect(result).toHaveText(/^Body = -90$/m)
  await page.getByRole('button', { name: /^Angles turn/ }).click()
  await page.getByRole('menuitem', { name: 'counterclockwise' }).click()
  await expect(result).toHaveText(/^Body = 90$/m)
  await text.press('Control+Home')
  await text.pressSequentially('{{oops}}')
  await expect(page.getByRole('alert')).toContainText('line 1: there is no “oops”')
  await expect(page.getByRole('button', { name: /^Save/ })).toBeDisabled()
  for (let k = 0; k < 8; k++) await text.press('Backspace')
  await expect(page.getByRole('alert')).toHaveCount(0)
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save heads.lua' }).click(),
  ])
  expect(file.suggestedFilename()).toBe('heads.lua')
  expect(await readFile(await file.path(), 'utf8')).toBe(await result.textContent())

  // It is the kit's: still there after a reload, and gone by one undo of its deletion.
  await expect(page.getByTestId('save-state')).toHaveText('saved')
  await page.reload()
  await expect(page.getByRole('button', { name: 'Template: heads.lua' })).toBeVisible()
  await page.getByRole('button', { name: 'delete', exact: true }).click()
  await expect(page.getByRole('button', { name: 'Template: Commented listing' })).toBeVisible()
  await page.keyboard.press('Control+z')
  await page.getByRole('button', { name: /^Template: / }).click()
  await expect(page.getByRole('menuitem', { name: 'heads.lua' })).toBeVisible()
})

test('an effect goes to another kit through the clipboard with all that it needs', async ({
  page,
  context,
}) => {
  // Two kits with all their moving cards.
  test.slow()
  await context.grantPermissions(['clipboard-read', 'clipboard-write'])
  await (await new Studio(page).openShelf()).openKit()
  await page.getByRole('link', { name: 'Open Stove fire', exact: true }).hover()
  await page.keyboard.press('Control+c')
  await expect(page.getByText('Copied “Stove fire” with all that it needs')).toBeVisible()
  await page.keyboard.press('Control+v')
  await expect(page.getByRole('link', { name: 'Open Stove fire 2', exact: true })).toBeVisible()
  await page.keyboard.press('Control+z')
  await expect(page.getByRole('link', { name: 'Open Stove fire 2', exact: true })).toHaveCount(0)

  await page.getByRole('link', { name: 'Shelf of kits' }).click()
  await page.getByRole('button', { name: 'New kit' }).click()
  await expect(page.getByText('What does the first effect begin with?')).toBeVisible()
  await page.keyboard.press('Control+v')
  await page.getByRole('link', { name: 'Open Stove fire', exact: true }).click()
  await expect(page.getByTestId('clock')).toContainText('alive')
  await expect(page.getByTestId('track')).toHaveCount(6)
  await page.getByRole('button', { name: 'Pause', exact: true }).click()
  await expect(page.getByTestId('clock')).toContainText(/ [1-9]\d* alive/)
})
