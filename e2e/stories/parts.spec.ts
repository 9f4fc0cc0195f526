/** Menus of things, parts of kits through the system's clipboard, starters of one's own, several things at once. */
import { expect, type Locator, type Page, test } from '@playwright/test'
import { peek } from '../peek.ts'
import { Studio } from '../studio.ts'

test.use({ permissions: ['clipboard-read', 'clipboard-write'] })

const message = (page: Page) => page.getByRole('alert')
const menu = (page: Page, name: string) => page.getByRole('menu', { name, exact: true })

/** Opens the menu of a thing by the pointer and runs one of its commands. */
const choose = async (page: Page, thing: Locator, name: string, item: string): Promise<void> => {
  await thing.click({ button: 'right' })
  await menu(page, name)
    .getByRole('menuitem', { name: new RegExp(`^${item}`) })
    .click()
  await expect(menu(page, name)).toHaveCount(0)
}
const undoes = async (page: Page): Promise<string | undefined> => (await peek(page)).undo.at(-1)

test('bars, bursts, ramps, points, groups, types and the stage have menus; keys go on after them', async ({
  page,
}) => {
  test.slow()
  const studio = await new Studio(page).openDemoEffect('Cargo blast')
  await studio.freezeAt(30)
  await studio.selectEmitter('Sparks')
  const tick = studio.track('Sparks').getByTestId('burst-tick').first()
  await choose(page, tick, 'Burst', 'Duplicate')
  await expect(studio.track('Sparks').getByTestId('burst-tick')).toHaveCount(3)
  expect(await undoes(page)).toBe('Duplicate a burst')
  // By keys alone: the menu's own key on the burst that has the focus.
  await tick.focus()
  await page.keyboard.press('Shift+F10')
  await expect(menu(page, 'Burst')).toBeVisible()
  await page.keyboard.press('ArrowUp')
  await page.keyboard.press('Enter')
  await expect(studio.track('Sparks').getByTestId('burst-tick')).toHaveCount(2)
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  await expect(studio.track('Sparks').getByTestId('burst-tick')).toHaveCount(2)

  await choose(page, studio.track('Smoke').getByTestId('bar'), 'Bar', 'Begin at the moment')
  expect(await undoes(page)).toBe('Begin at the moment')
  await studio.selectEmitter('Fire')
  const scale = page.getByRole('button', { name: 'Show the scale ramp in the life strip' })
  await choose(page, scale, 'Ramp', 'Turn upside down')
  expect(await undoes(page)).toMatch(/upside down/)
  await page.keyboard.press('Control+z')
  await scale.click()
  const points = page.getByTestId('ramp-point')
  const count = await points.count()
  await choose(page, points.nth(1), 'Point of a ramp', 'Remove')
  await expect(points).toHaveCount(count - 1)
  await page.keyboard.press('Control+z')
  await expect(points).toHaveCount(count)

  const group = page.locator('[data-group="life"] .group-title')
  await choose(page, group, 'Group of the Recipe', 'As in a new emitter')
  expect(await undoes(page)).toBe('Reset Life')
  await studio.stage.focus()
  await page.keyboard.press('Control+z')
  // Another type by the menu, and back by keys.
  await choose(page, page.locator('header.band.two-lines .band-kind'), 'Particle type', 'Use another')
  await page
    .getByRole('menuitem', { name: /^Share “/ })
    .first()
    .click()
  await expect.poll(() => undoes(page)).toMatch(/^Share /)
  await studio.stage.focus()
  await page.keyboard.press('Control+z')
  await choose(page, page.locator('header.band.two-lines .band-kind'), 'Particle type', 'Copy')
  await expect(message(page)).toContainText('Copied the particle type')
  await studio.stage.click({ button: 'right', position: { x: 40, y: 40 } })
  await expect(menu(page, 'Stage').getByRole('menuitem', { name: /^Tracer/ })).toContainText('T')
  await menu(page, 'Stage')
    .getByRole('menuitem', { name: /^Tracer/ })
    .click()
  await expect.poll(async () => (await peek(page)).inspect.tracer).toBe(true)
  await page.keyboard.press('t')
  await expect.poll(async () => (await peek(page)).inspect.tracer).toBe(false)
  await choose(page, page.locator('[data-handle="radius"]'), 'Handle', 'As in a new emitter')
  expect(await undoes(page)).toBe('Radius as in a new emitter')
})

test('bursts, forces, ramps and types go to all selected emitters, in another effect, too', async ({
  page,
}) => {
  test.slow()
  const studio = await new Studio(page).openDemoEffect('Cargo blast')
  await studio.freezeAt(30)
  await studio.selectEmitter('Sparks')
  // A burst by keys, into two emitters at once, at the moment.
  await studio.track('Sparks').getByTestId('burst-tick').first().focus()
  await page.keyboard.press('Control+c')
  await expect(message(page)).toContainText('Copied the burst')
  await studio.selectEmitter('Chunks')
  await studio
    .track('Flash')
    .getByRole('button', { name: 'Flash', exact: true })
    .click({ modifiers: ['Control'] })
  await studio.stage.focus()
  await page.keyboard.press('Control+Shift+v')
  for (const name of ['Chunks', 'Flash'])
    await expect(studio.track(name).getByTestId('burst-tick')).toHaveCount(2)
  await page.keyboard.press('Control+z')
  for (const name of ['Chunks', 'Flash'])
    await expect(studio.track(name).getByTestId('burst-tick')).toHaveCount(1)

  // One force of one emitter, into an emitter of another effect that has none of it.
  await studio.selectEmitter('Sparks')
  await studio.openGroup('forces')
  await choose(page, page.locator('[data-force="drag"] header'), 'Force', 'Copy')
  await studio.goWithin('/kit/last-ferry/effect/canal-rain')
  await studio.selectEmitter('Near rain')
  await studio.stage.focus()
  await page.keyboard.press('Control+v')
  await expect(page.locator('[data-force="drag"]')).toBeVisible()
  await page.keyboard.press('Control+z')

  // A type: shared, and parted by a press.
  await studio.selectEmitter('Far rain')
  await choose(page, page.locator('header.band.two-lines .band-kind'), 'Particle type', 'Copy')
  await studio.selectEmitter('Splash rings')
  await choose(page, page.locator('header.band.two-lines .band-kind'), 'Particle type', 'Paste')
  await expect(page.locator('header.band.two-lines')).toContainText('used by 2 emitters')
  await page.getByRole('button', { name: 'Own copy' }).click()
  await expect(page.locator('header.band.two-lines')).not.toContainText('used by')

  // A ramp of numbers is no tint.
  await choose(
    page,
    page.getByRole('button', { name: 'Show the scale ramp in the life strip' }),
    'Ramp',
    'Copy',
  )
  await choose(
    page,
    page.getByRole('button', { name: 'Show the tint ramp in the life strip' }),
    'Ramp',
    'Paste',
  )
  await expect(message(page).last()).toContainText('paste it on scale, opacity or another number')
})

test('a stage goes to another kit with its pictures and cues; surfaces are chosen, copied and moved together', async ({
  page,
}) => {
  test.slow()
  const studio = new Studio(page)
  await studio.openShelf()
  await studio.openKit()
  await page.keyboard.press('Tab')
  await page.getByRole('link', { name: 'Open the stage The pier' }).focus()
  await page.keyboard.press('Control+c')
  await expect(message(page)).toContainText('Copied the stage “The pier”')
  await page.getByRole('link', { name: 'Shelf of kits' }).click()
  await page.getByRole('button', { name: 'New kit' }).click()
  await page.getByRole('button', { name: 'New effect' }).waitFor()
  // A new kit begins in its search; that takes words, and leaves a clip to the page.
  const search = page.getByRole('searchbox', { name: 'Find a beginning' })
  await expect(search).toBeFocused()
  await page.keyboard.press('Control+v')
  await page.getByRole('link', { name: 'Open the stage The pier' }).click()
  const surfaces = page.locator('[data-surface]')
  await expect(surfaces.first()).toBeVisible()
  const count = await surfaces.count()
  await surfaces.first().focus()
  await page.keyboard.press('Control+a')
  await expect(page.locator('.surface-handle.chosen')).toHaveCount(count)
  await page.keyboard.press('Control+c')
  await page.keyboard.press('Control+v')
  await expect(surfaces).toHaveCount(count * 2)
  await expect(page.locator('.surface-handle.chosen')).toHaveCount(count)
  // What was pasted is moved as one, and removed as one.
  await page.locator('.surface-handle.chosen').first().focus()
  await page.keyboard.press('Shift+ArrowUp')
  await expect(page.getByLabel(/^Undo: Move (a surface|\d+ surfaces)$/)).toBeVisible()
  await page.keyboard.press('Delete')
  await expect(surfaces).toHaveCount(count)
  await page.getByTestId('scene-picture').focus()
  await page.keyboard.press('Control+z')
  await expect(surfaces).toHaveCount(count * 2)
})

test('an effect and two emitters are kept as starters with tags, found by them in another kit, and removed', async ({
  page,
}) => {
  test.slow()
  const studio = await new Studio(page).openDemoEffect('Stove fire')
  await studio.selectEmitter('Heart')
  await studio
    .track('Body')
    .getByRole('button', { name: 'Body', exact: true })
    .click({ modifiers: ['Control'] })
  await choose(page, studio.track('Body').locator('.track-name'), 'Track', 'Keep as a starter')
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Small flame')
  await page.getByRole('textbox', { name: /^Tags/ }).fill('fire, warm')
  await page.keyboard.press('Enter')
  await expect(message(page)).toContainText('“Small flame” is among the starters')
  await page.goto('/kit/last-ferry')
  await choose(page, page.getByRole('link', { name: 'Open Pier dust' }).last(), 'Effect', 'Keep as a starter')
  await page.keyboard.press('Enter')
  await page.getByRole('link', { name: 'Shelf of kits' }).click()
  await page.getByRole('button', { name: 'New kit' }).click()
  await page.getByRole('searchbox', { name: 'Find a beginning' }).fill('warm')
  await page.getByRole('button', { name: 'Use your starter Small flame' }).click()
  await expect(page.getByRole('textbox', { name: 'Effect name' })).toHaveValue('Small flame')
  await expect(studio.tracks).toHaveCount(2)
  await page.getByRole('button', { name: 'Add emitter' }).click()
  await page.getByRole('menuitem', { name: /starter/i }).click()
  const shelf = page.getByRole('dialog', { name: 'Starters' })
  await shelf.getByRole('button', { name: 'Use your starter Pier dust' }).click()
  await expect(studio.tracks).toHaveCount(4)
  await shelf.getByRole('button', { name: 'Remove your starter Pier dust' }).click()
  await expect(shelf.getByRole('button', { name: 'Use your starter Pier dust' })).toHaveCount(0)
  await page.keyboard.press('Escape')
  await page.keyboard.press('Control+z')
  await expect(studio.tracks).toHaveCount(2)
})

test('tracks are chosen by a band, points of a ramp together: moved by keys, removed and undone as one', async ({
  page,
}) => {
  const studio = await new Studio(page).openDemoEffect('Cargo blast')
  await studio.freezeAt(30)
  const [top, third] = [
    (await studio.tracks.nth(0).boundingBox())!,
    (await studio.tracks.nth(2).boundingBox())!,
  ]
  // From the free ground behind a name over three tracks.
  const x = top.x + 150
  await page.mouse.move(x, top.y + top.height / 2)
  await page.mouse.down()
  await page.mouse.move(x + 20, third.y + third.height / 2, { steps: 4 })
  await page.mouse.up()
  await expect(page.locator('.track.selected, .track.also')).toHaveCount(3)
  await page.keyboard.press('m')
  await expect(page.locator('.track.muted')).toHaveCount(3)
  await page.keyboard.press('Control+z')
  await expect(page.locator('.track.muted')).toHaveCount(0)

  await studio.selectEmitter('Fire')
  await page.getByRole('button', { name: 'Show the scale ramp in the life strip' }).click()
  const line = page.getByRole('textbox', { name: 'Scale ramp as text' })
  await line.fill('0:20 25:60 60:80 100:40')
  await page.keyboard.press('Enter')
  const points = page.getByTestId('ramp-point')
  await points.nth(1).click()
  await points.nth(2).click({ modifiers: ['Shift'] })
  await points.nth(2).focus()
  await page.keyboard.press('ArrowUp')
  await expect(line).toHaveValue('0:20 25:61 60:81 100:40')
  await page.keyboard.press('Delete')
  await expect(line).toHaveValue('0:20 100:40')
  await studio.stage.focus()
  await page.keyboard.press('Control+z')
  await expect(points).toHaveCount(4)
  // Select all means the points where one of them has the focus, the emitters everywhere else.
  await points.nth(1).focus()
  await page.keyboard.press('Control+a')
  await expect(page.locator('.track.also')).toHaveCount(0)
  await page.keyboard.press('ArrowDown')
  await expect(line).toHaveValue('0:19 25:60 60:80 100:39')
  await studio.stage.focus()
  await page.keyboard.press('Control+z')
  await expect(points).toHaveCount(4)
})

test('points of a path are chosen by presses, a band and keys: moved, removed and undone as one', async ({
  page,
}) => {
  const studio = await new Studio(page).openDemoEffect('Pier dust')
  await studio.selectEmitter('Cloud')
  await studio.openGroup('where')
  await studio.freezeAt(6)
  await studio.pick('Shape', 'a polyline')
  const point = (n: number) => studio.handle(`Path-${n}`)
  await studio.handle('Path-add-0').click()
  await studio.handle('Path-add-1').click()
  await expect(point(3)).toBeVisible()
  const places = async (): Promise<(string | null)[]> =>
    Promise.all([0, 1, 2, 3].map((n) => point(n).getAttribute('aria-valuetext')))
  const before = await places()

  // Two by presses; the arrow keys go on from there and leave the others.
  await point(1).click()
  await point(2).click({ modifiers: ['Shift'] })
  await expect(page.locator('.handle.chosen')).toHaveCount(2)
  await page.keyboard.press('ArrowDown')
  await expect.poll(places).not.toEqual(before)
  const moved = await places()
  expect([moved[0], moved[3]]).toEqual([before[0], before[3]])
  expect([moved[1] === before[1], moved[2] === before[2]]).toEqual([false, false])
  await page.keyboard.press('Control+z')
  await expect.poll(places).toEqual(before)

  // All by a key; they keep their distances under a drag.
  await point(1).focus()
  await page.keyboard.press('Control+a')
  await expect(page.locator('.handle.chosen')).toHaveCount(4)
  await studio.drag(point(2), 30, 20)
  const dragged = await places()
  expect(dragged.some((place, n) => place === before[n])).toBe(false)
  await page.keyboard.press('Control+z')
  await expect.poll(places).toEqual(before)
  // A path needs two: removing all of them is refused and loses nothing.
  await point(2).focus()
  await page.keyboard.press('Delete')
  await expect(page.getByText('A path keeps two points')).toBeVisible()
  await expect(point(3)).toBeVisible()

  // A band around the two in the middle, from the free ground, with Shift.
  const [a, b] = [(await point(1).boundingBox())!, (await point(2).boundingBox())!]
  await page.keyboard.down('Shift')
  await page.mouse.move(Math.min(a.x, b.x) - 30, Math.max(a.y, b.y) + 60)
  await page.mouse.down()
  await page.mouse.move(Math.max(a.x, b.x) + 40, Math.min(a.y, b.y) - 10, { steps: 4 })
  await expect(page.locator('.stage .rubber-band')).toBeVisible()
  await page.mouse.up()
  await page.keyboard.up('Shift')
  await expect(page.locator('.handle.chosen')).toHaveCount(2)
  await point(1).focus()
  await page.keyboard.press('Delete')
  await expect(point(2)).toHaveCount(0)
  await expect(point(1)).toBeVisible()
  await page.keyboard.press('Control+z')
  await expect.poll(places).toEqual(before)
})
