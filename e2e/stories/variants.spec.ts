/** Variants: a master is changed and its variant follows, except where it is dotted. */
import { expect, test } from '@playwright/test'
import { peek } from '../peek.ts'
import { Studio } from '../studio.ts'

test('a variant follows its master except where it is its own, and follows again on request', async ({
  page,
}) => {
  test.slow()
  const studio = new Studio(page)
  await studio.openDemoEffect('Pier dust')
  await studio.freezeAt(12)
  await page.getByRole('button', { name: 'The effect’s own page' }).click()
  await page.getByRole('button', { name: 'Make a variant' }).click()
  const name = page.getByRole('textbox', { name: 'Effect name' })
  await expect(name).toHaveValue('Pier dust 2')
  await name.fill('Pier dust, light')
  await name.press('Enter')
  const variant = new URL(page.url()).pathname
  await studio.openGroup('launch')
  const dot = (row: string) => page.locator(`[data-row="${row}"]`).getByRole('img', { name: 'Its own' })
  await expect(dot('speed')).toHaveCount(0)
  await studio.type('speed', '333', 'to')
  await expect(dot('speed')).toBeVisible()
  await expect(dot('fan')).toHaveCount(0)

  // The master: one number that the variant has for itself, one that it has not.
  await studio.goWithin('/kit/last-ferry/effect/pier-dust')
  await expect(name).toHaveValue('Pier dust')
  await studio.type('speed', '222', 'to')
  await studio.type('fan', '99')
  await studio.saved()
  await studio.goWithin(variant)
  await expect(name).toHaveValue('Pier dust, light')
  await expect(studio.number('fan')).toHaveText('99°')
  await expect(studio.number('speed', 'to')).toHaveText('333')

  // On its page what is its own is listed; it follows again, and undo by key takes that back.
  await page.getByRole('button', { name: 'The effect’s own page' }).click()
  await expect(page.getByRole('list', { name: 'Its own' }).getByRole('listitem')).toHaveCount(1)
  await page.getByRole('button', { name: /^Follow again: .*Speed/ }).click()
  await expect(page.getByText('Nothing is its own')).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(studio.number('speed', 'to')).toHaveText('222')
  await page.keyboard.press('Control+z')
  await expect(studio.number('speed', 'to')).toHaveText('333')
  await expect(dot('speed')).toBeVisible()

  // The kit page says so, and all of it is there after a reload.
  await page.getByRole('link', { name: 'Last Ferry', exact: true }).click()
  const card = page.getByTestId('effect-card').filter({ hasText: 'Pier dust, light' })
  await expect(card).toContainText('variant of Pier dust')
  await page.reload()
  await expect(card).toContainText('variant of Pier dust')
  await studio.openEffect('Pier dust, light')
  await expect(name).toHaveValue('Pier dust, light')
  expect((await peek(page)).undo).toContain('Make a variant of Pier dust')
})
