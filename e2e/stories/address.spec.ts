/** The place in the address: Back and Forward go through emitters, a copied link opens the same moment. */
import { expect, test } from '@playwright/test'
import { peek } from '../peek.ts'
import { Studio } from '../studio.ts'

test('Back goes through emitters and effects; a copied link opens emitter, group and moment elsewhere', async ({
  page,
  context,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write'])
  const studio = new Studio(page)
  await studio.openDemoEffect('Stove fire')
  const name = page.getByRole('textbox', { name: 'Emitter name' })
  await studio.selectEmitter('Smoke')
  await studio.selectEmitter('Heart')
  await expect(page).toHaveURL(/\/kit\/last-ferry\/effect\/stove-fire\/[^/?]+$/)
  await page.goBack()
  await expect(name).toHaveValue('Smoke')
  await page.goBack()
  await expect(name).toHaveValue('Sparks')
  await page.goForward()
  await expect(name).toHaveValue('Smoke')

  // By key, at a frozen moment, with a group open.
  await studio.openGroup('where')
  await studio.freezeAt(37)
  await page.keyboard.press('Control+Shift+l')
  await expect(page.getByText('The link to this moment is copied')).toBeVisible()
  const link = await page.evaluate(() => navigator.clipboard.readText())
  expect(link).toMatch(/\/effect\/stove-fire\/[^/?]+\?group=where&at=0\.617$/)

  const other = await context.newPage()
  await other.goto(link)
  const elsewhere = new Studio(other)
  await elsewhere.stage.waitFor()
  await expect(other.getByRole('textbox', { name: 'Emitter name' })).toHaveValue('Smoke')
  await expect(other.getByTestId('clock')).toContainText('0.62 s')
  await expect(other.locator('[data-group="where"] .group-title')).toHaveAttribute('aria-expanded', 'true')
  await expect(other).toHaveURL(/stove-fire\/[^/?]+$/)
  expect((await peek(other)).tick).toBe(37)
  expect((await peek(other)).playing).toBe(false)
  await other.keyboard.press('Space')
  await expect(other.getByRole('button', { name: 'Pause', exact: true })).toBeVisible()
})

test('the theme follows the system unless one is chosen; panels and folds are remembered', async ({
  page,
}) => {
  await page.emulateMedia({ colorScheme: 'dark' })
  const studio = new Studio(page)
  await studio.openDemoEffect('Pier dust')
  const theme = () => page.evaluate(() => document.documentElement.dataset['theme'])
  expect(await theme()).toBe('night')
  await page.emulateMedia({ colorScheme: 'light' })
  await expect.poll(theme).toBe('paper')
  await page.getByRole('button', { name: 'Theme' }).click()
  await page.getByRole('menuitem', { name: 'Neutral grey' }).click()
  await page.emulateMedia({ colorScheme: 'dark' })
  await expect.poll(theme).toBe('neutral')

  const recipe = page.getByRole('complementary', { name: 'Recipe' })
  const width = async (): Promise<number> => (await recipe.boundingBox())!.width
  const before = await width()
  await studio.drag(page.getByRole('separator', { name: 'Width of the column before it' }).first(), 120, 0)
  await expect.poll(width).toBeGreaterThan(before + 80)
  await page.getByRole('button', { name: 'Film', exact: true }).click()
  await page.keyboard.press('Space')
  const wide = await width()
  await page.reload()
  await studio.stage.waitFor()
  await expect.poll(async () => Math.abs((await width()) - wide)).toBeLessThan(3)
  await expect(page.getByRole('button', { name: 'Film', exact: true })).toHaveAttribute(
    'aria-expanded',
    'false',
  )
  // A window of another size has its own.
  await page.setViewportSize({ width: 1100, height: 720 })
  await page.reload()
  await studio.stage.waitFor()
  await expect(page.getByRole('button', { name: 'Film', exact: true })).toHaveAttribute(
    'aria-expanded',
    'true',
  )
})
