/**
 * Keys after everything that a hand does: what is undone, played, chosen and moved, and where the focus is.
 */
import { expect, type Locator, type Page, test } from '@playwright/test'
import { peek } from '../peek.ts'
import { Studio } from '../studio.ts'

const openSparks = async (page: Page): Promise<Studio> => {
  const studio = await new Studio(page).openDemoEffect('Cargo blast')
  await studio.selectEmitter('Sparks')
  return studio.freezeAt(12)
}

test('undo and play work after a typed number, a dragged one, a knob, a ramp point and a handle', async ({
  page,
}) => {
  // Many drags, one after the other.
  test.slow()
  const studio = await openSparks(page)
  await studio.openGroup('launch')
  const before = (await peek(page)).effect
  const deeds: Readonly<Record<string, () => Promise<unknown>>> = {
    'typed, Enter': () => studio.type('speed', '33', 'to'),
    'typed, Tab': async () => {
      await studio.number('speed', 'to').click()
      await page.locator('.number-input:focus').fill('444')
      await page.keyboard.press('Tab')
    },
    'number dragged': () => studio.drag(studio.number('speed', 'to'), 40, 0),
    'knob dragged': () => studio.drag(page.getByTestId('slider-speed').locator('.knob').last(), 30, 0),
    'ramp point dragged': () =>
      studio.drag(page.getByTestId('ramp-scale').getByTestId('ramp-point').last(), 0, -20),
    'handle dragged': () => studio.drag(studio.handle('move'), 30, 20),
    'handle stepped': async () => {
      await studio.handle('move').focus()
      await page.keyboard.press('ArrowRight')
    },
    'track bar dragged': () => studio.drag(studio.track('Sparks').getByTestId('burst-tick').first(), 24, 0),
  }
  for (const [name, deed] of Object.entries(deeds)) {
    await deed()
    await expect.poll(async () => (await peek(page)).effect, name).not.toBe(before)
    await page.keyboard.press('Control+z')
    await expect.poll(async () => (await peek(page)).effect, `${name}, undone`).toBe(before)
    await page.keyboard.press('Space')
    expect((await peek(page)).playing, `${name}, then Space`).toBe(true)
    await page.keyboard.press('Space')
    expect((await peek(page)).playing).toBe(false)
    const { tick } = await peek(page)
    await page.keyboard.press(']')
    expect((await peek(page)).tick, `${name}, then ]`).toBe(tick + 1)
  }
})

test('undo never falls through to the browser: a typed name stays when later steps are taken back', async ({
  page,
}) => {
  const studio = await openSparks(page)
  const name = page.getByRole('textbox', { name: 'Effect name' })
  const { effect } = await peek(page)
  await name.fill('Cargo blast, loud')
  // While it is typed, undo is the text's own.
  await name.press('x')
  await page.keyboard.press('Control+z')
  await expect(name).toHaveValue('Cargo blast, loud')
  await page.keyboard.press('Enter')
  await studio.openGroup('launch')
  await studio.type('speed', '310', 'to')
  await studio.type('speed', '320', 'to')
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  await expect.poll(async () => (await peek(page)).effect.replace(', loud', '')).toBe(effect)
  await expect(name).toHaveValue('Cargo blast, loud')
  await page.keyboard.press('Control+z')
  await expect(name).toHaveValue('Cargo blast')
  // In a field in which nothing is typed it is Gliv's, too.
  await name.focus()
  await page.keyboard.press('Control+Shift+z')
  await expect(name).toHaveValue('Cargo blast, loud')
  await page.goto('/')
  await expect(page.getByTestId('kit-card').first()).toBeVisible()
})

test('a key does only what it is for: after a choice, on a focused button, on a closed list', async ({
  page,
}) => {
  const studio = await openSparks(page)
  const plays = page.getByRole('combobox', { name: 'How the effect plays' })
  await studio.pickFrom(plays, 'loops')
  for (const key of ['r', 's', 'l', 'o']) await page.keyboard.press(key)
  await expect(plays).toHaveText('loops')
  expect((await peek(page)).inspect).toMatchObject({ paths: true, one: true })
  expect((await peek(page)).solo).toHaveLength(1)
  await page.keyboard.press('p')
  await expect(page.getByTestId('sprites-drawer')).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(page.getByTestId('sprites-drawer')).toBeHidden()
  // Reached by keys, the list keeps its keys, and letters choose only while it is open.
  await plays.focus()
  await page.keyboard.press('s')
  await expect(plays).toHaveText('loops')
  await page.keyboard.press('ArrowDown')
  await expect(page.getByRole('listbox')).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(page.getByRole('listbox')).toHaveCount(0)
  await expect(plays).toBeFocused()

  const solo = studio.track('Sparks').getByRole('button', { name: 'Solo Sparks' })
  await solo.focus()
  const soloed = (await peek(page)).solo.length
  await page.keyboard.press('Space')
  expect((await peek(page)).solo.length).not.toBe(soloed)
  expect((await peek(page)).playing).toBe(false)
  // Pressed by the pointer it gives the focus back.
  await solo.click()
  await expect(studio.stage).toBeFocused()
  await page.keyboard.press('Space')
  expect((await peek(page)).playing).toBe(true)
  await page.keyboard.press('Space')

  const group = page.locator('[data-group="launch"] .group-title')
  const open = await group.getAttribute('aria-expanded')
  await group.focus()
  await page.keyboard.press('Space')
  await expect(group).not.toHaveAttribute('aria-expanded', open!)

  const { offsetX } = (await peek(page)).emitter('Sparks')
  await page.getByRole('button', { name: 'Levers' }).focus()
  await page.keyboard.press('ArrowRight')
  await plays.focus()
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Escape')
  expect((await peek(page)).emitter('Sparks').offsetX).toBe(offsetX)
  await studio.stage.focus()
  await page.keyboard.press('ArrowRight')
  expect((await peek(page)).emitter('Sparks').offsetX).toBe(offsetX + 1)
})

test('held arrows are one step; the next step of another effect is named and shown before it is undone', async ({
  page,
}) => {
  const studio = await openSparks(page)
  const start = (await peek(page)).emitter('Sparks').offsetX
  await studio.stage.focus()
  const steps = (await peek(page)).undo.length
  for (let k = 0; k < 12; k++) await page.keyboard.down('ArrowRight')
  await page.keyboard.up('ArrowRight')
  expect((await peek(page)).emitter('Sparks').offsetX).toBe(start + 12)
  await page.keyboard.press('Control+z')
  expect((await peek(page)).emitter('Sparks').offsetX).toBe(start)
  expect((await peek(page)).undo).toHaveLength(steps)
  await studio.openGroup('launch')
  const { effect } = await peek(page)
  await studio.type('speed', '315', 'to')
  const typed = (await peek(page)).effect
  expect(typed).not.toBe(effect)

  await page.getByRole('button', { name: 'Other effects of this kit' }).click()
  await page.getByRole('menuitem', { name: 'Pier dust' }).click()
  await expect(page.getByRole('textbox', { name: 'Effect name' })).toHaveValue('Pier dust')
  await page.keyboard.press('Control+z')
  await expect(page.getByText(/next step to undo is “Speed of Sparks”, in Cargo blast/)).toBeVisible()
  await expect(page.getByRole('textbox', { name: 'Effect name' })).toHaveValue('Cargo blast')
  await expect.poll(async () => (await peek(page)).effect).toBe(typed)
  await page.keyboard.press('Control+z')
  await expect.poll(async () => (await peek(page)).effect).toBe(effect)
})

test('Escape closes what is open, from inside of its fields, and takes back what was not kept', async ({
  page,
}) => {
  const studio = await openSparks(page)
  const before = (await peek(page)).effect
  const levers = page.getByLabel('Levers', { exact: true })
  await page.getByRole('button', { name: 'Levers' }).click()
  await levers.getByLabel('Frames', { exact: true }).focus()
  await page.keyboard.press('Escape')
  await expect(levers).toHaveCount(0)

  await page.getByRole('button', { name: 'Levers' }).click()
  await studio.pickFrom(levers.getByLabel('Palette to retint with'), 'Keg')
  await expect.poll(async () => (await peek(page)).effect).not.toBe(before)
  await page.keyboard.press('Escape')
  await expect(levers).toHaveCount(0)
  await expect.poll(async () => (await peek(page)).effect).toBe(before)

  await page.getByRole('button', { name: 'Add emitter' }).click()
  await page.getByRole('menuitem', { name: 'Starters…' }).click()
  await page.getByLabel('Find a starter').fill('rain')
  await page.keyboard.press('Escape')
  await expect(page.getByLabel('Find a starter')).toHaveCount(0)
  await page.keyboard.press('g')
  await expect(page.getByLabel('Recipe')).toHaveCount(0)
  await page.keyboard.press('Escape')
  await expect(page.getByLabel('Recipe')).toBeVisible()
  // What is typed is given up first.
  await studio.number('life', 'from').click()
  await page.locator('.number-input:focus').fill('9')
  await page.keyboard.press('Escape')
  await expect(page.locator('.number-input:focus')).toHaveCount(0)
  expect((await peek(page)).effect).toBe(before)
})

const moved = async (page: Page, what: Locator, key: string, read: () => Promise<unknown>): Promise<void> => {
  const before = await read()
  await what.focus()
  await expect(what).toBeFocused()
  const reading = await what.getAttribute('aria-valuetext')
  expect(reading).toBeTruthy()
  await page.keyboard.press(key)
  await expect.poll(read).not.toEqual(before)
  await expect(what).not.toHaveAttribute('aria-valuetext', reading!)
}

test('handles, bars, burst marks and the ruler are reached, read and moved by keys; a link skips the Recipe', async ({
  page,
}) => {
  const studio = await new Studio(page).openDemoEffect('Pier dust')
  await studio.selectEmitter('Grit')
  await studio.freezeAt(12)
  const effect = async (): Promise<unknown> => (await peek(page)).effect
  await moved(page, studio.handle('move'), 'ArrowRight', effect)
  await moved(page, studio.handle('heading'), 'ArrowDown', effect)
  await moved(page, studio.handle('fan'), 'Shift+ArrowRight', effect)
  await moved(page, page.getByRole('slider', { name: 'Time of burst 1 of Grit' }), 'ArrowRight', effect)
  await moved(page, page.getByRole('slider', { name: 'Delay of Grit' }), 'Shift+ArrowRight', effect)
  await moved(
    page,
    page.getByRole('slider', { name: 'Moment', exact: true }),
    'ArrowRight',
    async () => (await peek(page)).tick,
  )
  await page.keyboard.press('Home')
  expect((await peek(page)).tick).toBe(0)
  const height = (): Promise<number> => studio.stage.evaluate((stage) => stage.clientHeight)
  const tall = await height()
  await page.getByRole('separator', { name: 'Height of the stage' }).focus()
  await page.keyboard.press('ArrowUp')
  await expect.poll(height).not.toBe(tall)
  await page.locator('.home').focus()
  await page.keyboard.press('Shift+Tab')
  await page.keyboard.press('Enter')
  await expect(studio.stage).toBeFocused()
})
