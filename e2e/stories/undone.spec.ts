/** Edits at random, by pointer and keys, and all of them taken back; a hundred in npm run test:long. */
import { readFile } from 'node:fs/promises'
import { expect, type Page, test } from '@playwright/test'
import { unzipSync } from 'fflate'
import { dice, type Roll } from '../dice.ts'
import { Studio } from '../studio.ts'

const EDITS = process.env['GLIV_LONG'] === '1' ? 100 : 35

/** The stored kit as its file has it, byte for byte. */
const stored = async (page: Page): Promise<string> => {
  await page.getByRole('link', { name: 'Last Ferry' }).click()
  await page.getByRole('button', { name: 'Export' }).click()
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('menuitem', { name: /^Kit file/ }).click(),
  ])
  const parts = unzipSync(await readFile(await file.path()))
  await page.goBack()
  const name = Object.keys(parts).find((part) => part.endsWith('.json'))!
  return Buffer.from(parts[name]!).toString()
}

const anyNumber = async (page: Page, roll: Roll): Promise<void> => {
  const numbers = page.locator('[data-group] .drag-number')
  await numbers.nth(roll(await numbers.count())).focus()
  await page.keyboard.press(['ArrowUp', 'ArrowDown', 'Shift+ArrowUp', 'Alt+ArrowDown'][roll(4)]!)
}

/** What somebody may do next; each is one step of undo, or nothing where a limit is reached. */
const DEEDS: readonly ((studio: Studio, page: Page, roll: Roll) => Promise<unknown>)[] = [
  (_studio, page, roll) => anyNumber(page, roll),
  (_studio, page, roll) => anyNumber(page, roll),
  async (_studio, page, roll) => {
    const numbers = page.locator('[data-group] .drag-number')
    await numbers.nth(roll(await numbers.count())).focus()
    await page.keyboard.press('Enter')
    await page.locator('.number-input:focus').fill(['12', '8*1.5', '4', '0.5'][roll(4)]!)
    await page.keyboard.press('Enter')
  },
  async (_studio, page, roll) => {
    const points = page.getByTestId('ramp-point')
    await points.nth(roll(await points.count())).focus()
    await page.keyboard.press(['ArrowUp', 'ArrowDown', 'ArrowLeft', 'Shift+ArrowRight'][roll(4)]!)
  },
  (studio, _page, roll) => studio.drag(studio.handle('move'), 6 + roll(20), roll(16) - 8, 2),
  async (studio, _page, roll) =>
    studio.tracks
      .nth(roll(await studio.tracks.count()))
      .getByRole('button', { name: /^(Mute|Unmute) / })
      .click(),
  async (_studio, page, roll) =>
    page
      .getByRole('group', { name: 'Ramp' })
      .getByRole('button', { name: ['Scale', 'Opacity', 'Speed'][roll(3)]!, exact: true })
      .click(),
]

test('random edits are undone to the stored copy, byte for byte, and brought back', async ({ page }) => {
  test.setTimeout(300_000)
  const studio = await new Studio(page).openDemoEffect('Cargo blast')
  const names = ['Fire', 'Sparks', 'Smoke', 'Chunks']
  const undo = page.getByRole('button', { name: 'Undo', exact: true })
  await studio.selectEmitter(names[0]!)
  await studio.freezeAt(6)
  const before = await stored(page)
  await expect(undo).toBeDisabled()
  const roll = dice(20)
  let edits = 0
  let text = await textNow(page)
  for (let k = 0; k < 3 * EDITS && edits < EDITS; k++) {
    if (roll(12) === 0) await studio.selectEmitter(names[roll(names.length)]!)
    await DEEDS[roll(DEEDS.length)]!(studio, page, roll)
    const next = await textNow(page)
    if (next !== text) edits++
    text = next
  }
  expect(edits).toBe(EDITS)
  const after = await stored(page)
  expect(after).not.toBe(before)

  let steps = 0
  for (; steps < 2 * EDITS && (await undo.isEnabled()); steps++) await page.keyboard.press('Control+z')
  expect(steps).toBeGreaterThanOrEqual(EDITS)
  expect(await stored(page)).toBe(before)
  for (let k = 0; k < steps; k++) await page.keyboard.press('Control+Shift+z')
  expect(await stored(page)).toBe(after)
  for (let k = 0; k < steps; k++) await page.keyboard.press('Control+z')
  await studio.saved()
  await page.reload()
  await studio.stage.waitFor()
  expect(await stored(page)).toBe(before)
})

/** The effect as the stage runs it. */
const textNow = (page: Page): Promise<string> =>
  page.evaluate(() =>
    JSON.stringify(
      (globalThis as unknown as { glivStage: { simulation: { program: { effect: unknown } } } }).glivStage
        .simulation.program.effect,
    ),
  )
