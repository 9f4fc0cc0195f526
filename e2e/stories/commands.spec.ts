/** Every command: found by typing, run by keys alone, given another key, its clashes shown. */
import { expect, type Page, test } from '@playwright/test'
import { commandRow, COMMANDS, type CommandId } from '../../apps/studio/src/shared/keys/table.ts'
import { peek } from '../peek.ts'
import { Studio } from '../studio.ts'

const list = (page: Page) => page.getByRole('dialog', { name: 'Commands' })
const sheet = (page: Page) => page.getByRole('dialog', { name: 'Keys of all commands' })

/** Opens the list and runs the command of exactly this name by Enter. */
const run = async (page: Page, name: string): Promise<void> => {
  await page.keyboard.press('Control+k')
  await page.keyboard.type(name)
  await expect(list(page).getByRole('option').first()).toContainText(name)
  await page.keyboard.press('Enter')
  await expect(list(page)).toBeHidden()
}

test('every command of the editor is found in the list and runs by keyboard alone', async ({ page }) => {
  test.slow()
  const studio = new Studio(page)
  await studio.openDemoEffect('Stove fire')
  await studio.freezeAt(20)
  // What leads elsewhere, asks the clipboard or opens a dialog is pressed last, or has its own story.
  const elsewhere: readonly CommandId[] = [
    'toShelf',
    'toKit',
    'toSprites',
    'toShip',
    'shortcuts',
    'history',
    'copyLink',
    'guide',
    'whatIs',
    'recipes',
    'tour',
    'openFile',
    'saveFile',
    'saveFileAs',
    'storage',
  ]
  const ids = (Object.keys(COMMANDS) as CommandId[]).filter(
    (id) =>
      ['application', 'kit', 'editor', 'view'].includes(commandRow(id).context) &&
      !['commands', 'escape'].includes(id) &&
      !elsewhere.includes(id),
  )
  for (const id of ids) {
    const { name, byKey } = commandRow(id)
    await run(page, byKey ? `${name}:` : name)
    await expect(page.getByText('failed', { exact: false })).toHaveCount(0)
  }
  await expect(studio.stage).toBeVisible()
  // They did what they say: some of what is left of that.
  const { undo } = await peek(page)
  expect(undo).toContain('Nudge an emitter')
  expect(undo.some((label) => label.startsWith('Duplicate'))).toBe(true)
  await page.keyboard.press('Escape')
  await run(page, 'Go to the kit page')
  await expect(page.getByRole('searchbox', { name: 'Find effects' })).toBeVisible()
  await run(page, 'Go to the sprites')
  await expect(page).toHaveURL(/\/sprites$/)
  await run(page, 'Go to the shelf of kits')
  await expect(page.getByTestId('kit-card').first()).toBeVisible()
  // Elsewhere it is listed, and says where it works.
  await page.keyboard.press('Control+k')
  await page.keyboard.type('solo')
  await expect(list(page).getByRole('option').first()).toContainText('in the effect editor')
  await page.keyboard.press('Enter')
  await expect(list(page)).toBeVisible()
})

test('a command gets another key, a clash is shown and settled, and all are as they were again', async ({
  page,
}) => {
  const studio = new Studio(page)
  await studio.openDemoEffect('Pier dust')
  await studio.freezeAt(10)
  await page.keyboard.press('?')
  const change = (name: string) =>
    sheet(page).getByRole('button', { name: `Change the key of ${name}`, exact: true })
  await change('Tracer').click()
  await page.keyboard.press('Tab')
  await expect(sheet(page)).toContainText('Tab belongs to the browser or to every field; choose another key')
  await page.keyboard.press('j')
  await expect(sheet(page).getByRole('listitem').filter({ hasText: 'Tracer' })).toContainText('J')

  // A key that another command has: both are named; it is taken from the other.
  await change('Paths').click()
  await page.keyboard.press('m')
  await expect(sheet(page)).toContainText('M is the key of “Mute or unmute the selected emitters”')
  await sheet(page).getByRole('button', { name: 'Take it' }).click()
  await sheet(page).getByRole('button', { name: 'Done' }).click()
  await expect(sheet(page)).toBeHidden()

  await page.keyboard.press('j')
  expect((await peek(page)).inspect.tracer).toBe(true)
  await page.keyboard.press('t')
  expect((await peek(page)).inspect.tracer).toBe(true)
  await page.keyboard.press('m')
  expect((await peek(page)).inspect.paths).toBe(true)
  await expect(page.locator('.track.muted')).toHaveCount(0)
  await page.getByRole('button', { name: 'Tracer', exact: true }).hover()
  await expect(page.getByRole('tooltip')).toContainText('(J)')

  // Kept over a reload; then as they were.
  await page.reload()
  await studio.stage.waitFor()
  await expect(page.getByTestId('clock')).toContainText('alive')
  await page.keyboard.press('j')
  expect((await peek(page)).inspect.tracer).toBe(true)
  await run(page, 'Keys of all commands')
  await sheet(page).getByRole('button', { name: 'All as they were' }).click()
  await page.keyboard.press('Escape')
  await expect(sheet(page)).toBeHidden()
  await page.keyboard.press('t')
  expect((await peek(page)).inspect.tracer).toBe(false)
})
