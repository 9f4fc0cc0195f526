/** The life strip: several ramps at once, colours from the screen. */
import { expect, type Locator, test } from '@playwright/test'
import { Studio } from '../studio.ts'

test('a colour is taken from the stage and from a sheet where the browser has no pipette of its own', async ({
  page,
}) => {
  await page.addInitScript(() => Object.defineProperty(globalThis, 'EyeDropper', { value: undefined }))
  const studio = await new Studio(page).openDemoEffect('Cargo blast')
  await studio.selectEmitter('Fire')
  await studio.freezeAt(10)
  await page.getByRole('group', { name: 'Ramp' }).getByRole('button', { name: 'Tint', exact: true }).click()
  const take = page.getByRole('button', { name: 'Take a colour from the screen' })
  const typed = page.getByLabel('Life strip').getByLabel('Colour', { exact: true })
  const before = await typed.inputValue()
  const stage = (await studio.stage.boundingBox())!
  // Giving up takes none.
  await take.click()
  await page.keyboard.press('Escape')
  await expect(page.locator('.pipette-veil')).toHaveCount(0)
  await expect(typed).toHaveValue(before)
  await take.click()
  await page.mouse.click(stage.x + 12, stage.y + stage.height - 12)
  await expect(typed).toHaveValue('#16171c')
  // In the middle of the blast it is bright, and what is seen, not the particle's own colour.
  const origin = (await studio.handle('move').boundingBox())!
  await take.click()
  await page.mouse.click(origin.x + origin.width / 2, origin.y + origin.height / 2)
  await expect(typed).not.toHaveValue('#16171c')
  const bright = await typed.inputValue()
  expect(parseInt(bright.slice(1, 3), 16)).toBeGreaterThan(200)
  await page.keyboard.press('p')
  const sheet = page.getByTestId('picture-view')
  await sheet.waitFor()
  await studio.drawn()
  const box = (await sheet.boundingBox())!
  await take.click()
  await page.mouse.click(box.x + 4, box.y + 4)
  await expect(typed).not.toHaveValue(bright)
  await studio.undo()
  await expect(typed).toHaveValue(bright)
})

test('ramps at once: a moment that is moved, added or removed in one comes along in the other, in one step of undo', async ({
  page,
}) => {
  const studio = await new Studio(page).openDemoEffect('Cargo blast')
  await studio.selectEmitter('Flash')
  await studio.freezeAt(4)
  const tab = (name: string) =>
    page.getByRole('group', { name: 'Ramp' }).getByRole('button', { name, exact: true })
  const points = page.getByTestId('ramp-point')
  const mates = page.getByTestId('mate-point')
  await tab('Scale').click()
  await expect(mates).toHaveCount(0)
  await tab('Opacity').click({ modifiers: ['Shift'] })
  await expect(tab('Scale')).toHaveAttribute('aria-pressed', 'true')
  const [own, other] = [await points.count(), await mates.count()]
  expect(other).toBeGreaterThan(1)
  const plot = (await page.getByTestId('ramp-scale').locator('.ramp-plot').boundingBox())!
  const share = async (what: Locator): Promise<number> => {
    const box = (await what.boundingBox())!
    return Math.round(((box.x + box.width / 2 - plot.x) / plot.width) * 100)
  }
  await page.mouse.click(plot.x + plot.width * 0.55, plot.y + plot.height * 0.85)
  await expect(points).toHaveCount(own + 1)
  await expect(mates).toHaveCount(other + 1)
  const added = points.and(page.locator('.chosen'))
  const shares = (): Promise<number[]> => mates.all().then((all) => Promise.all(all.map(share)))
  const at = (await shares()).findIndex((u) => Math.abs(u - 55) <= 1)
  await studio.drag(added, plot.width * 0.1, -6)
  expect(await share(added)).toBeCloseTo(65, -0.5)
  expect(await share(mates.nth(at))).toBe(await share(added))
  await studio.undo()
  expect(await share(mates.nth(at))).toBeCloseTo(55, -0.5)
  await studio.drag(mates.nth(at), plot.width * 0.05, 0)
  expect(await share(added)).toBeCloseTo(60, -0.5)
  await added.dblclick()
  await expect(points).toHaveCount(own)
  await expect(mates).toHaveCount(other)
  // Pressing a point of the other makes that one the ramp at hand; both stay together until another is
  // chosen.
  await mates.first().click()
  await expect(tab('Opacity')).toHaveAttribute('aria-pressed', 'true')
  await expect(points).toHaveCount(other)
  await expect(mates).toHaveCount(own)
  await tab('Speed').click()
  await expect(mates).toHaveCount(0)
})
