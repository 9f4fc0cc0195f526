/** The kit page: searched by typing, chosen in numbers, carried, renamed, grouped, tidied; one step of undo each. */
import { expect, type Page, test } from '@playwright/test'
import { Studio } from '../studio.ts'

const names = (page: Page) => page.locator('.all-effects .effect-card h2').allTextContents()
const link = (page: Page, name: string) => page.getByRole('link', { name: `Open ${name}`, exact: true })

test('effects are found by typing, several are chosen and changed at once, names make groups', async ({
  page,
}) => {
  test.slow()
  const studio = await (await new Studio(page).openShelf()).openKit()
  await page.locator('.effect-card').nth(7).waitFor()
  const before = await names(page)

  // Typing anywhere searches; Enter opens what is found first, and it stands in the first row then.
  await page.keyboard.type('uses churn')
  await expect(page.getByRole('status').filter({ hasText: / of \d+$/ })).toBeVisible()
  await expect.poll(async () => (await names(page)).length).toBeLessThan(before.length / 2)
  const search = page.getByRole('searchbox', { name: 'Find effects' })
  await search.fill('canal rain')
  await expect.poll(async () => (await names(page))[0]).toBe('Canal rain')
  await page.keyboard.press('Enter')
  await studio.stage.waitFor()
  await page.goBack()
  await expect(page.getByRole('region', { name: 'Opened lately' })).toContainText('Canal rain')

  // Three are chosen by pointer and Shift, tagged, duplicated and deleted; each is one step.
  await link(page, before[0]!).click({ modifiers: ['ControlOrMeta'] })
  await link(page, before[2]!).click({ modifiers: ['Shift'] })
  const bar = page.getByRole('toolbar', { name: 'Chosen effects' })
  await expect(bar).toContainText('3 chosen')
  await bar.getByRole('textbox', { name: 'Tag them' }).fill('smoke, pier')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: 'pier', exact: true })).toBeVisible()
  await page.getByRole('button', { name: 'pier', exact: true }).click()
  await expect.poll(() => names(page)).toEqual(before.slice(0, 3))
  await page.getByRole('button', { name: 'pier', exact: true }).click()
  await expect.poll(async () => (await names(page)).length).toBeGreaterThan(3)
  await bar.getByRole('button', { name: 'Delete' }).click()
  await expect.poll(async () => (await names(page))[0]).toBe(before[3])
  await page.keyboard.press('Control+z')
  await expect.poll(async () => (await names(page)).slice(0, 4)).toEqual(before.slice(0, 4))

  // By keys alone: to the next card, played, carried, renamed into a group.
  await page.keyboard.press('Tab')
  await link(page, before[0]!).focus()
  await page.keyboard.press('ArrowRight')
  await expect(link(page, before[1]!)).toBeFocused()
  await page.keyboard.press('Space')
  await expect(page.locator(`.effect-card`).nth(1).locator('canvas')).toHaveCount(1)
  await page.keyboard.press('Alt+ArrowLeft')
  await expect.poll(async () => (await names(page)).slice(0, 2)).toEqual([before[1], before[0]])
  await expect(link(page, before[1]!)).toBeFocused()
  await page.keyboard.press('F2')
  await page.keyboard.type('water/drops')
  await page.keyboard.press('Enter')
  const group = page.getByRole('button', { name: /^water 1$/ })
  await expect(group).toHaveAttribute('aria-expanded', 'true')
  await group.click()
  await expect(link(page, 'water/drops')).toBeHidden()
  await page.reload()
  await expect(page.getByRole('button', { name: /^water 1$/ })).toHaveAttribute('aria-expanded', 'false')
  await expect(link(page, 'water/drops')).toBeHidden()
})

test('an effect is carried by a drag, the list is sorted, and what nothing uses is tidied up', async ({
  page,
}) => {
  await (await new Studio(page).openShelf()).openKit()
  await page.locator('.effect-card').nth(7).waitFor()
  const before = await names(page)
  const [from, to] = [link(page, before[3]!), link(page, before[0]!)]
  const [a, b] = [(await from.boundingBox())!, (await to.boundingBox())!]
  await page.mouse.move(a.x + 40, a.y + 40)
  await page.mouse.down()
  await page.mouse.move(a.x + 20, a.y + 40, { steps: 3 })
  await page.mouse.move(b.x + 40, b.y + 40, { steps: 6 })
  await page.mouse.up()
  await expect.poll(async () => (await names(page))[0]).toBe(before[3])
  await expect(page).toHaveURL(/\/kit\/last-ferry$/)
  await page.keyboard.press('Control+z')
  await expect.poll(async () => (await names(page))[0]).toBe(before[0])

  await page.getByRole('combobox', { name: 'Sorted' }).selectOption('name')
  await expect
    .poll(async () => (await names(page))[0])
    .toBe([...before].sort((x, y) => x.localeCompare(y))[0])
  await page.getByRole('combobox', { name: 'Sorted' }).selectOption('order')

  // A sound that only the coin played is left over.
  await page.getByRole('button', { name: 'Delete Coin', exact: true }).click()
  await page.getByRole('button', { name: 'Tidy up' }).click()
  const dialog = page.getByRole('dialog', { name: 'Tidy up' })
  await expect(dialog.getByRole('listitem')).toHaveText(['Sound Chime'])
  await dialog.getByRole('checkbox').uncheck()
  await expect(dialog.getByRole('button', { name: 'Take 0 away' })).toBeDisabled()
  await dialog.getByRole('checkbox').check()
  await dialog.getByRole('button', { name: 'Take 1 away' }).click()
  await page.getByRole('button', { name: 'Tidy up' }).click()
  await expect(dialog).toContainText('Everything in this kit is used')
  await page.keyboard.press('Escape')
  await page.keyboard.press('Control+z')
  await page.getByRole('button', { name: 'Tidy up' }).click()
  await expect(dialog.getByRole('listitem')).toHaveText(['Sound Chime'])
})
