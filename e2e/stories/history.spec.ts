/** The history: steps gone back to and forth, marks by hand and by themselves, one effect and all of it taken back. */
import { expect, type Page, test } from '@playwright/test'
import { peek } from '../peek.ts'
import { Studio } from '../studio.ts'

const dialog = (page: Page) => page.getByRole('dialog', { name: 'History' })
const state = (page: Page) => dialog(page).getByRole('region', { name: 'This state beside now' })

test('a mark is taken back, one effect first, then all of it, and the steps are jumped through', async ({
  page,
}) => {
  test.slow()
  const studio = new Studio(page)
  await studio.openDemoEffect('Pier dust')
  await studio.freezeAt(10)
  const began = (await peek(page)).effect
  await studio.openGroup('launch')
  await studio.type('speed', '300', 'to')
  await studio.type('fan', '200')

  // By key: a mark with a name; one was made by itself, of the state before the first edit.
  await page.keyboard.press('Shift+h')
  await dialog(page).getByRole('button', { name: 'Mark now' }).click()
  await page.keyboard.type('Wide')
  await page.keyboard.press('Enter')
  await expect(dialog(page).getByRole('region', { name: 'Marks' }).getByRole('listitem')).toHaveCount(2)
  await expect(dialog(page)).toContainText('When it was opened')
  await expect(dialog(page)).toContainText(/2 steps \d+ (bytes|kB), snapshots/)
  await page.keyboard.press('Escape')
  await expect(dialog(page)).toBeHidden()
  const wide = (await peek(page)).effect

  // Two effects change; then the first alone comes back from the mark.
  await studio.type('heading', '-10')
  await studio.goWithin('/kit/last-ferry/effect/keg-pop')
  await expect(page.getByRole('textbox', { name: 'Effect name' })).toHaveValue('Keg pop')
  await page.getByRole('textbox', { name: 'Seed' }).fill('99')
  await page.keyboard.press('Enter')
  await studio.saved()
  await page.reload()
  await studio.stage.waitFor()
  await page.getByRole('button', { name: 'History', exact: true }).click()
  await dialog(page).getByRole('button', { name: /^Wide/ }).click()
  await expect(state(page).getByRole('article')).toHaveCount(2)
  await expect(state(page)).toContainText('Heading')
  await dialog(page).getByRole('button', { name: 'Take Pier dust back' }).click()
  await expect(state(page).getByRole('article')).toHaveCount(1)
  await dialog(page).getByRole('button', { name: 'Done' }).click()
  await studio.goWithin('/kit/last-ferry/effect/pier-dust')
  await expect.poll(async () => (await peek(page)).effect === wide).toBe(true)

  // Steps: back to the beginning, and forth to the latest again.
  await page.keyboard.press('Shift+h')
  const steps = dialog(page).getByRole('region', { name: 'Steps' })
  await expect(steps.getByRole('listitem')).toHaveCount(6)
  await steps.getByRole('button', { name: /^The beginning/ }).click()
  await dialog(page).getByRole('button', { name: 'Undo 5 to here' }).click()
  await expect(steps.getByRole('button', { name: /undone/ })).toHaveCount(5)
  await page.keyboard.press('Escape')
  await expect.poll(async () => (await peek(page)).effect === began).toBe(true)
  await page.keyboard.press('Shift+h')
  await steps.getByRole('button', { name: /^“Pier dust” as in “Wide”/ }).click()
  await dialog(page).getByRole('button', { name: 'Redo 5 to here' }).click()

  // All of the first mark, as one step that undo takes back.
  await dialog(page)
    .getByRole('button', { name: /^When it was opened/ })
    .last()
    .click()
  await dialog(page).getByRole('button', { name: 'Take all of it back' }).click()
  await expect(state(page)).toContainText('It is what the kit is now')
  await page.keyboard.press('Escape')
  await expect.poll(async () => (await peek(page)).effect === began).toBe(true)
  await page.keyboard.press('Control+z')
  await expect.poll(async () => (await peek(page)).effect === wide).toBe(true)
})
