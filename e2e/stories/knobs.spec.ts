/** Knobs: made, let drive numbers, turned on the stage, taken out for a game. */
import { HeadlessPlayer, readPack } from '@gliv/player/headless'
import { readFile } from 'node:fs/promises'
import { expect, type Page, test } from '@playwright/test'
import { Studio } from '../studio.ts'

const taken = async (page: Page, way: RegExp): Promise<string> => {
  const download = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Export' }).click()
  await page.getByRole('menuitem', { name: way }).click()
  return readFile(await (await download).path(), 'utf8')
}

test('a knob of the demo is turned on the stage by pointer and keys, and the effect stays as it is', async ({
  page,
}) => {
  const studio = new Studio(page)
  await studio.openDemoEffect('Canal rain')
  await studio.freezeAt(60)
  const designed = await studio.alive()
  const knobs = page.getByRole('group', { name: 'Knobs' })
  const box = (await knobs.locator('.MuiSlider-root').boundingBox())!
  const camera = (): Promise<unknown> =>
    page.evaluate(() => (globalThis as unknown as { glivStage: { camera: unknown } }).glivStage.camera)
  const seen = await camera()
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
  await page.mouse.down()
  await page.mouse.move(box.x + box.width * 0.75, box.y + box.height / 2, { steps: 4 })
  await page.mouse.up()
  await expect.poll(() => studio.alive()).toBeGreaterThan(designed * 1.2)
  expect(await camera(), 'the view stays').toEqual(seen)
  // After the pointer, keys: they turn the knob, move no emitter, and Space plays.
  await page.keyboard.press('Home')
  await expect.poll(() => studio.alive()).toBeLessThan(designed * 0.3)
  await page.keyboard.press('Space')
  await expect(page.getByRole('button', { name: 'Pause', exact: true })).toBeVisible()
  await page.keyboard.press('Space')
  await studio.freezeAt(60)
  await page.getByRole('button', { name: 'wetness as designed' }).click()
  await expect.poll(() => studio.alive()).toBe(designed)
  await expect(page.getByRole('button', { name: /^Undo/ })).toBeDisabled()
})

test('a number gets a knob of its own, which leaves in the pack and in its types', async ({ page }) => {
  const studio = new Studio(page)
  await studio.openDemoEffect('Pier dust')
  await studio.freezeAt(20)
  await studio.openGroup('launch')
  const row = page.locator('.property-row[data-row="speed"]')
  await row.click({ button: 'right' })
  await page.getByRole('menuitem', { name: 'Driven by a new knob' }).click()
  const drive = page.getByRole('group', { name: 'Speed by a knob' })
  await expect(drive).toBeVisible()
  const low = drive.getByRole('textbox', { name: 'Speed at the knob’s low end' })
  await low.fill('0.5')
  await low.press('Enter')
  // The knob's own page: its name and ends.
  await page.getByRole('button', { name: 'The effect’s own page' }).click()
  const name = page.getByRole('textbox', { name: 'Name of the knob Knob' })
  await name.fill('force')
  await name.press('Enter')
  const high = page.getByRole('textbox', { name: 'High end of force' })
  await high.fill('4')
  await high.press('Enter')
  await expect(page.getByTestId('knob-row')).toContainText('Speed')
  await expect(page.getByRole('group', { name: 'Knobs' }).getByText('force')).toBeVisible()
  await page.keyboard.press('Escape')
  await page.getByRole('link', { name: 'Ship', exact: true }).click()
  expect(await taken(page, /^Names for TypeScript/)).toContain('/** 0 to 4, 1 at first. */')
  const player = new HeadlessPlayer(readPack(JSON.parse(await taken(page, /^Pack for a game/))))
  const handle = player.play('Pier dust', { knobs: { force: 4 } })
  expect(() => handle.turn('force', 5)).toThrow('0 to 4')
  // Each step went by itself, and undo takes them back by the keyboard.
  await page.goBack()
  for (let k = 0; k < 4; k++) await page.keyboard.press('Control+z')
  await expect(drive).toBeHidden()
  await expect(page.getByRole('group', { name: 'Knobs' })).toBeHidden()
})

test('a colour tints what is ticked', async ({ page }) => {
  const studio = new Studio(page)
  await studio.openDemoEffect('Pier dust')
  await studio.freezeAt(12)
  await page.getByRole('button', { name: 'The effect’s own page' }).click()
  const section = page.getByRole('region', { name: 'Knobs' })
  await section.getByRole('button', { name: 'Colour', exact: true }).click()
  const row = page.getByTestId('knob-row')
  await row.getByRole('checkbox').first().check()
  // What is compared is the effect, not the knob's own patch of colour.
  await page.addStyleTag({ content: '.knob-sliders { opacity: 0 }' })
  const before = await studio.picture()
  const field = page.getByRole('group', { name: 'Knobs' }).getByRole('textbox', { name: 'Colour' })
  await field.fill('#ff2020')
  await field.press('Enter')
  await expect.poll(() => studio.picture()).not.toBe(before)
})
