import { expect, test } from '@playwright/test'
import { Studio } from '../studio.ts'

test('the stage is panned, zoomed, framed, given another ground, and all of the screen', async ({ page }) => {
  const studio = await new Studio(page).openDemoEffect('Pier dust')
  await (await studio.hideHandles()).freezeAt(12)
  const framed = await studio.picture()
  const box = (await studio.stage.boundingBox())!
  // Near the middle, so that what is enlarged stays in the picture.
  const [x, y] = [box.x + box.width / 2 - 40, box.y + box.height / 2]
  await page.mouse.move(x, y)
  await page.mouse.wheel(0, -400)
  const zoomed = await studio.picture()
  expect(zoomed).not.toBe(framed)
  await page.mouse.down()
  await page.mouse.move(x + 100, y + 30, { steps: 4 })
  await page.mouse.up()
  expect(await studio.picture()).not.toBe(zoomed)
  await page.keyboard.press('f')
  await page.mouse.move(5, 400)
  expect(await studio.picture()).toBe(framed)
  await page.getByRole('button', { name: 'Ground' }).click()
  expect(await studio.picture()).not.toBe(framed)
  for (let i = 0; i < 3; i++) await page.getByRole('button', { name: 'Ground' }).click()
  expect(await studio.picture()).toBe(framed)
  await page.keyboard.press('g')
  await expect(page.getByLabel('Recipe')).toBeHidden()
  expect((await studio.stage.boundingBox())!.width).toBeGreaterThan(1200)
  await page.keyboard.press('g')
  await expect(page.getByLabel('Recipe')).toBeVisible()
})

test('the ruler goes to a moment; an effect is made to loop, and its repeat is set', async ({ page }) => {
  const studio = await new Studio(page).openDemoEffect('Pier dust')
  await studio.freezeAt(0)
  const ruler = page.getByTestId('ruler')
  const box = (await ruler.boundingBox())!
  await page.mouse.move(box.x + 10, box.y + 10)
  await page.mouse.down()
  await page.mouse.move(box.x + box.width / 2, box.y + 10, { steps: 3 })
  await page.mouse.up()
  await expect(page.getByTestId('clock')).toContainText('0.55 s')
  // Another effect plays this one inside of it, which takes only what plays once.
  await studio.pick('How the effect plays', 'loops')
  await expect(
    page.getByText('“Effect loops” was not taken. “Hard landing”: "Pier dust" does not play once'),
  ).toBeVisible()
  await expect(page.locator('.play-controls')).toHaveText(/plays once/)

  await studio.openDemoEffect('Cargo blast')
  await studio.freezeAt(2)
  const early = await studio.alive()
  await studio.pick('How the effect plays', 'loops')
  const every = page.locator('.play-controls .drag-number')
  await expect(every).toHaveText('2 s')
  await every.click()
  await page.keyboard.type('0.8')
  await page.keyboard.press('Enter')
  await expect(every).toHaveText('0.8 s')
  // Two repeats in, the blast has come again.
  await studio.freezeAt(98)
  expect(await studio.alive()).toBeGreaterThanOrEqual(early)
  await studio.undo()
  await studio.undo()
  await expect(page.locator('.play-controls')).toHaveText(/plays once/)
})

test('folds, theme and what is open stay as they were left', async ({ page }) => {
  const studio = await new Studio(page).openDemoEffect('Funnel steam')
  await studio.selectEmitter('Steam')
  await page.getByRole('button', { name: 'Film' }).click()
  await expect(page.getByTestId('film')).toBeHidden()
  await page.getByRole('button', { name: 'Ramps' }).click()
  await expect(page.getByTestId('ramp-scale')).toBeHidden()
  await page.getByRole('button', { name: 'Show the opacity ramp in the life strip' }).click()
  await expect(page.getByTestId('ramp-opacity')).toBeVisible()
  await studio.openGroup('facing')
  await page.getByRole('button', { name: 'Theme' }).click()
  await page.getByRole('menuitem', { name: 'Night' }).click()
  await page.reload()
  await expect(page.getByTestId('ramp-opacity')).toBeVisible()
  await expect(page.getByTestId('film')).toBeHidden()
  await expect(page.getByTestId('slider-spin')).toBeVisible()
  await expect(page.getByRole('textbox', { name: 'Emitter name' })).toHaveValue('Steam')
  expect(await page.evaluate(() => document.documentElement.dataset['theme'])).toBe('night')
})

test('effects are switched without leaving the editor; an address that is gone says so', async ({ page }) => {
  const studio = await new Studio(page).openDemoEffect('Funnel steam')
  await studio.choose('Other effects of this kit', 'Canal rain')
  await expect(studio.tracks).toHaveCount(3)
  await expect(studio.track('Near rain')).toBeVisible()
  await page.goto(page.url().replace('canal-rain', 'sunken'))
  await expect(page.getByText('This effect does not exist any more')).toBeVisible()
  await page.goto('/kit/nowhere')
  await expect(page.getByRole('alert')).toContainText('There is no kit "nowhere"')
})
