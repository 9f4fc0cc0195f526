/**
 * A designer sets births and looks: every kind of control of the Recipe changes the running effect, and undo
 * brings it back.
 */
import { expect, test } from '@playwright/test'
import { Studio } from '../studio.ts'

test('how many: so many alive, a rhythm, repeats of a burst, a minimum, per pixel', async ({ page }) => {
  const studio = await new Studio(page).openDemoEffect('Funnel steam')
  await studio.selectEmitter('Steam')
  await studio.openGroup('how-many')
  await studio.freezeAt(170)
  const before = await studio.alive()
  await page.getByLabel('About so many alive').fill('120')
  await page.keyboard.press('Enter')
  await expect.poll(() => studio.alive()).toBeGreaterThan(before + 60)
  await expect(studio.number('flow')).toHaveText('52.2 per s')
  const even = await studio.picture()
  await studio.pick('Rhythm', 'at random')
  expect(await studio.picture()).not.toBe(even)
  await studio.undo()
  expect(await studio.picture()).toBe(even)
  await studio.type('flow', '0')
  await page.getByRole('button', { name: 'Add a burst' }).click()
  await page.getByRole('button', { name: 'All of this burst' }).click()
  await studio.type('burstRepeats', '4')
  await studio.type('burstInterval', '0.4', 'both')
  // Bursts of 20 at 0, 0.4, 0.8 and 1.2 s; lives are 1.8 to 2.8 s.
  await studio.freezeAt(75)
  expect(await studio.alive()).toBeGreaterThanOrEqual(80)
  await expect(page.locator('.burst-echo')).toHaveCount(3)
  await studio.type('minimum', '200')
  await expect.poll(() => studio.alive()).toBeGreaterThanOrEqual(200)
  // Too many at least for the cap is said in words.
  await studio.type('flowPerPx', '0.2')
  await studio.freezeAt(100)
  expect(await studio.alive()).toBeGreaterThan(200)
})

test('where: shapes with their handles, a path to bend, a picture to be born from, travel and spaces', async ({
  page,
}) => {
  test.slow()
  const studio = await new Studio(page).openDemoEffect('Pier dust')
  await studio.selectEmitter('Cloud')
  await studio.openGroup('where')
  await studio.freezeAt(6)
  let last = await studio.picture()
  const changes = async (what: string): Promise<void> => {
    const now = await studio.picture()
    expect(now, what).not.toBe(last)
    last = now
  }
  for (const shape of ['a ring', 'an edge of the view']) {
    await studio.pick('Shape', shape)
    await changes(shape)
  }
  await expect(page.locator('.view-frame')).toBeVisible()
  // The strip lies outside what the stage shows; its frame and the sentence tell.
  await studio.pick('Side', 'bottom')
  await expect(page.locator('[data-group="where"] .sentence')).toContainText('bottom')
  await studio.pick('Shape', 'a segment to B')
  // B may lie outside what the stage shows; a step back brings it in.
  const box = (await studio.stage.boundingBox())!
  await page.mouse.move(box.x + box.width / 2, box.y + 40)
  const before = (await studio.handle('end').getAttribute('transform'))!
  await page.mouse.wheel(0, 700)
  await expect(studio.handle('end')).not.toHaveAttribute('transform', before)
  await studio.drawn()
  await studio.drag(studio.handle('end'), -40, 60)
  await expect(studio.number('endX')).not.toHaveText('160 px')
  await studio.pick('Shape', 'a curve')
  last = await studio.picture()
  await studio.drag(studio.handle('Path-1'), 30, -50)
  await changes('path point')
  await studio.handle('Path-add-0').click()
  await expect(studio.handle('Path-2')).toBeVisible()
  await studio.handle('Path-1').dblclick()
  await expect(studio.handle('Path-2')).toHaveCount(0)
  await studio.drag(studio.handle('Path-add-0'), 20, 30)
  await expect(studio.handle('Path-2')).toBeVisible()
  await page.keyboard.press('Control+z')
  await expect(studio.handle('Path-2')).toHaveCount(0)
  await studio.pick('Shape', 'a picture')
  await page.getByRole('button', { name: 'Picture that particles are born from' }).click()
  await page.getByRole('button', { name: 'crate' }).click()
  await changes('picture')
  await studio.pick('Born on', 'its edge, facing out')
  await changes('edge')
  await page.getByRole('button', { name: 'Travel from A to B' }).click()
  await studio.pick('Shape', 'a point')
  await studio.drag(studio.handle('Travel-0'), 0, 70)
  await changes('travel')
  await studio.pick('Once born', 'carried by the effect')
  await expect(page.locator('[data-group="where"] .sentence')).toContainText('carried by the effect')
})

test('a number gets a bias and a lane; the lane’s ramp bends by free handles', async ({ page }) => {
  const studio = await new Studio(page).openDemoEffect('Signal flare burst')
  await studio.selectEmitter('Stars')
  await studio.openGroup('launch')
  await studio.freezeAt(30)
  const before = await studio.picture()
  await page.getByRole('button', { name: 'Bias of Speed: even' }).click()
  await page.getByRole('button', { name: 'Bias of Speed: middle' }).click()
  await expect(page.getByRole('button', { name: 'Bias of Speed: low' })).toBeVisible()
  const low = await studio.picture()
  expect(low).not.toBe(before)
  await page.locator('.property-row', { has: page.getByTestId('slider-speed') }).hover()
  await page.getByRole('button', { name: 'Add lane of Speed' }).click()
  // A new lane changes nothing.
  expect(await studio.picture()).toBe(low)
  await page.getByLabel('Lane top').fill('0.4')
  await page.keyboard.press('Enter')
  const laned = await studio.picture()
  expect(laned).not.toBe(low)
  const lane = page.getByTestId('ramp-speed')
  await studio.pickFrom(lane.getByRole('combobox', { name: 'Way to the next point' }), 'Free handles')
  const straight = await lane.locator('.ramp-line').getAttribute('d')
  await studio.drag(lane.getByTestId('free-handle').first(), 20, 30)
  expect(await lane.locator('.ramp-line').getAttribute('d')).not.toBe(straight)
  // Off the numbers, which would show what they govern.
  await page.mouse.move(640, 3)
  // The stars are all born at 0 s, where the lane still has its first value.
  expect(await studio.picture()).toBe(laned)
  await page.getByRole('button', { name: 'Remove lane of Speed' }).click()
  expect(await studio.picture()).toBe(low)
})

test('looks: pictures by weight, a clip, facing and stretch, order, tint picks and a palette', async ({
  page,
}) => {
  // Thirteen pictures in full.
  test.slow()
  const studio = await new Studio(page).openDemoEffect('Pier dust')
  await studio.selectEmitter('Grit')
  for (const group of ['look', 'frames', 'tint', 'facing', 'order', 'scale']) await studio.openGroup(group)
  await studio.freezeAt(9)
  let last = await studio.picture()
  const changes = async (what: string): Promise<void> => {
    const now = await studio.picture()
    expect(now, what).not.toBe(last)
    last = now
  }
  await page.getByRole('button', { name: 'Add a picture' }).click()
  await page.getByRole('button', { name: 'spark', exact: true }).click()
  await changes('a second picture')
  await page.getByLabel('Weight of picture 2').fill('9')
  await page.keyboard.press('Enter')
  await changes('weight')
  await page.getByRole('button', { name: 'Add a frame to picture 2' }).click()
  await page.getByRole('button', { name: 'ring', exact: true }).click()
  await studio.pick('Shows', 'played in a loop')
  // At 0.15 s the third frame is due, which is the second of two.
  await studio.type('fps', '20')
  await changes('a clip')
  await studio.pick('Blend', 'screen')
  await changes('screen')
  await studio.pick('Faces', 'along travel')
  await changes('facing')
  await studio.type('stretch', '1.5')
  await changes('stretch')
  await studio.pick('Stretches', 'behind the head')
  await changes('anchor')
  await studio.pick('Height', 'on its own')
  await studio.type('scaleY', '3', 'both')
  await changes('height')
  await studio.pick('Each takes', 'one of a list each')
  await page.getByLabel('Colours to pick from').getByLabel('Colour', { exact: true }).fill('#3366ff')
  await page.keyboard.press('Enter')
  await changes('pick')
  await page.getByRole('button', { name: 'New palette from the ramp' }).click()
  await changes('palette')
  await studio.pick('On top', 'larger on top')
  await changes('order')
})

test('a companion follows its partner; a placed effect is mirrored, turned and moved without a change of the document', async ({
  page,
}) => {
  const studio = await new Studio(page).openDemoEffect('Stove fire')
  await studio.selectEmitter('Spark glows')
  await studio.freezeAt(90)
  await expect(page.locator('[data-group="how-many"] .sentence')).toContainText(
    'one with each particle of Sparks',
  )
  await expect(page.locator('[data-group="launch"]')).toHaveCount(0)
  const before = await studio.picture()
  await studio.openGroup('how-many')
  await studio.pick('Follows', 'nobody')
  expect(await studio.picture()).not.toBe(before)
  await studio.undo()
  expect(await studio.picture()).toBe(before)
  await studio.selectEmitter('Sparks')
  await page.getByRole('button', { name: 'Add a companion' }).click()
  await expect(page.getByLabel('Emitter name')).toHaveValue('Sparks glow')
  await studio.undo()
  await studio.selectEmitter('Spark glows')
  expect(await studio.picture()).toBe(before)
  await page.getByRole('button', { name: 'Placed' }).click()
  await page.getByRole('checkbox', { name: 'Mirrored' }).check()
  await page.getByLabel('Angle of the effect').fill('40')
  await page.keyboard.press('Enter')
  const close = async (): Promise<void> => {
    await page.keyboard.press('Escape')
    await expect(page.getByLabel('Recipe')).toBeVisible()
  }
  await close()
  const placed = await studio.picture()
  expect(placed).not.toBe(before)
  await page.getByRole('button', { name: 'Placed' }).click()
  await page.getByRole('combobox', { name: 'Way on the stage' }).click()
  await page.getByRole('option', { name: 'goes in a circle' }).click()
  await page.getByRole('button', { name: 'As designed', exact: true }).click()
  await close()
  expect(await studio.picture()).toBe(before)
  await expect(page.getByRole('button', { name: 'Redo', exact: true })).toBeEnabled()
})

test('an effect that sustains: its middle is set, and it warms up', async ({ page }) => {
  const studio = await new Studio(page).openDemoEffect('Funnel steam')
  await page.getByRole('combobox', { name: 'How the effect plays' }).click()
  await page.getByRole('option', { name: 'sustains' }).click()
  await page.getByRole('button', { name: 'The effect’s own page' }).click()
  const menu = page.locator('.effect-page')
  await expect(menu.locator('[data-property="sustainTo"]')).toBeVisible()
  await menu.locator('[data-property="warmUp"]').click()
  await menu.locator('.number-input:focus').fill('2')
  await page.keyboard.press('Enter')
  await page.keyboard.press('Escape')
  await studio.freezeAt(0)
  expect(await studio.alive()).toBeGreaterThan(20)
})
