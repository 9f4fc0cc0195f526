/**
 * The loop between a change and a look: numbers, search, ways of looking, levers, shelves, the table, time.
 */
import { expect, type Page, test } from '@playwright/test'
import { Studio } from '../studio.ts'

/** The stored kit's effect as text, without the interface in between. */
const textOf = (page: Page): Promise<string> =>
  page.evaluate(() =>
    JSON.stringify(
      (globalThis as unknown as { glivStage: { simulation: { program: { effect: unknown } } } }).glivStage
        .simulation.program.effect,
    ),
  )

test('numbers are calculated, reset, copied, split, pinned and found; nothing moves under the pointer', async ({
  page,
}) => {
  const studio = await new Studio(page).openDemoEffect('Cargo blast')
  await studio.selectEmitter('Sparks')
  await studio.freezeAt(12)
  await studio.type('speed', '*=0.5', 'to')
  await expect(studio.number('speed', 'to')).toHaveText('280')
  await studio.type('speed', '*=150%', 'to')
  await expect(studio.number('speed', 'to')).toHaveText('420')
  // What is touched last stands on top, in a line that keeps its height.
  const top = page.getByLabel('Pinned and last touched')
  await expect(top).toContainText('Speed')
  const height = (await top.boundingBox())!.height
  await studio.number('fan').click({ button: 'right' })
  await page.getByRole('menuitem', { name: 'Pin on top' }).click()
  await expect(top).toContainText('Fan')
  expect((await top.boundingBox())!.height).toBe(height)
  // Copied from one number, pasted into another of the same unit.
  const launch = page.locator('[data-group="launch"]')
  await launch.locator('[data-row="fan"] .drag-number').click({ button: 'right' })
  await page.getByRole('menuitem', { name: 'Copy' }).click()
  await page.locator('.MuiMenu-root').waitFor({ state: 'detached' })
  await launch.locator('[data-row="fan"] .drag-number').dblclick()
  await expect(launch.locator('[data-row="fan"] .drag-number')).toHaveText('30°')
  await studio.openGroup('facing')
  await page.locator('[data-row="startAngle"] .drag-number').first().click({ button: 'right' })
  await page.getByRole('menuitem', { name: 'Paste' }).click()
  await page.locator('.MuiMenu-root').waitFor({ state: 'detached' })
  await expect(page.locator('[data-row="startAngle"] .row-digits')).toHaveText('36°')
  await page.locator('[data-row="startAngle"] .drag-number').first().click({ button: 'right' })
  await page.getByRole('menuitem', { name: 'Split into a range' }).click()
  await page.locator('.MuiMenu-root').waitFor({ state: 'detached' })
  await expect(page.locator('[data-row="startAngle"] .drag-number')).toHaveCount(2)
  await page.getByRole('button', { name: 'Reset Facing' }).click()
  await expect(page.locator('[data-row="startAngle"] .row-digits')).toHaveText('0°')
  // Search: other words, and a force that is not there yet.
  await page.keyboard.press('Control+f')
  await page.keyboard.type('turbulence')
  await page.keyboard.press('Enter')
  await expect(page.locator('[data-force="churn"]')).toBeInViewport()
  await page.getByLabel('Find a property').fill('qwertz')
  await expect(page.getByText('Nothing is called “qwertz”')).toBeVisible()
  await page.keyboard.press('Escape')
  await page.getByLabel('Find a property').fill('fade')
  await page
    .getByRole('option', { name: /^Opacity/ })
    .first()
    .click()
  await expect(page.locator('[data-group="opacity"]')).toHaveClass(/open/)
})

test('looking never changes the effect: tracer, paths, one particle, the other blend and ground, without an emitter', async ({
  page,
}) => {
  const studio = await new Studio(page).openDemoEffect('Cargo blast')
  await studio.selectEmitter('Sparks')
  await studio.freezeAt(14)
  await studio.saved()
  const [before, picture, alive] = [await textOf(page), await studio.picture(), await studio.alive()]
  // The tracer's mark is the only place on the strip.
  await page.keyboard.press('t')
  await expect(page.getByTestId('trace')).toBeVisible()
  await expect(page.getByTestId('trace-mark')).toContainText('px/s')
  const values = await page.getByTestId('trace-mark').textContent()
  await page.keyboard.press(']')
  await expect(page.getByTestId('trace-mark')).not.toHaveText(values!)
  await page.keyboard.press('[')
  await page.keyboard.press('t')
  await expect(page.getByTestId('trace')).toHaveCount(0)
  await page.keyboard.press('r')
  await expect(page.getByTestId('ways').locator('path')).toHaveCount(24)
  await page.keyboard.press('r')
  for (const key of ['b', 'n', 'w']) {
    await page.keyboard.down(key)
    await expect.poll(() => studio.picture(), { message: key }).not.toBe(picture)
    await page.keyboard.up(key)
    await expect.poll(() => studio.picture(), { message: `${key} let go` }).toBe(picture)
  }
  await page.keyboard.press('o')
  await expect.poll(() => studio.alive()).toBeLessThan(alive - 20)
  await page.keyboard.press('o')
  await expect.poll(() => studio.alive()).toBe(alive)
  expect(await textOf(page)).toBe(before)
  await expect(page.getByRole('button', { name: 'Undo', exact: true })).toBeDisabled()
  // Dwelling on a number shows what it governs.
  await page.locator('[data-row="speed"]').hover()
  await expect(page.getByTestId('dwell')).toHaveAttribute('data-governs', 'ways')
  await page.mouse.move(900, 20)
  await expect(page.getByTestId('dwell')).toHaveCount(0)
  // A press on a particle selects its emitter.
  await studio.hideHandles()
  const at = await page.evaluate(() => {
    const stage = (
      globalThis as unknown as {
        glivStage: {
          camera: { x: number; y: number; zoom: number }
          simulation: {
            runs: {
              program: { source: { name: string } }
              pool: { size: number; x: Float64Array; y: Float64Array }
            }[]
          }
        }
      }
    ).glivStage
    const run = stage.simulation.runs.find((r) => r.program.source.name === 'Chunks')!
    const far = Array.from({ length: run.pool.size }, (_, i) => i).sort(
      (a, b) => Math.hypot(run.pool.x[b]!, run.pool.y[b]!) - Math.hypot(run.pool.x[a]!, run.pool.y[a]!),
    )
    return [
      (run.pool.x[far[0]!]! - stage.camera.x) * stage.camera.zoom,
      (run.pool.y[far[0]!]! - stage.camera.y) * stage.camera.zoom,
    ]
  })
  const box = (await page.locator('.stage canvas').first().boundingBox())!
  await page.mouse.click(box.x + at[0]!, box.y + at[1]!)
  await expect(page.getByRole('textbox', { name: 'Emitter name' })).toHaveValue('Chunks')
})

test('a throw sets speed and heading, so that the typical particle ends where it was dropped', async ({
  page,
}) => {
  const studio = await new Studio(page).openDemoEffect('Pier dust')
  await studio.selectEmitter('Grit')
  await studio.freezeAt(10)
  await page.keyboard.press('r')
  const end = studio.handle('throw-end')
  await end.waitFor()
  const box = (await end.boundingBox())!
  const to = { x: box.x + box.width / 2 + 60, y: box.y + box.height / 2 - 30 }
  const speed = await studio.number('speed', 'to').textContent()
  await studio.drag(end, 60, -30, 8)
  await expect(studio.number('speed', 'to')).not.toHaveText(speed!)
  const after = (await studio.handle('throw-end').boundingBox())!
  expect(Math.hypot(after.x + after.width / 2 - to.x, after.y + after.height / 2 - to.y)).toBeLessThan(6)
  await studio.undo()
  await expect(studio.number('speed', 'to')).toHaveText(speed!)
})

test('levers rewrite the whole effect and are one step of undo; colours go onto a palette and back', async ({
  page,
}) => {
  const studio = await new Studio(page).openDemoEffect('Cargo blast')
  await studio.selectEmitter('Sparks')
  await studio.freezeAt(12)
  const before = await textOf(page)
  await page.getByRole('button', { name: 'Levers' }).click()
  const levers = page.getByLabel('Levers', { exact: true })
  await levers.getByLabel('Longer, times').fill('2')
  await page.keyboard.press('Enter')
  await expect.poll(() => textOf(page)).not.toBe(before)
  const longer = await textOf(page)
  await levers.getByLabel('Bigger, times').fill('50%')
  await page.keyboard.press('Enter')
  await expect.poll(() => textOf(page)).not.toBe(longer)
  // The levers are a page of the column: the numbers are there again when it is closed.
  await page.keyboard.press('Escape')
  await expect(studio.number('speed', 'to')).toHaveText('140')
  await page.getByRole('button', { name: 'Levers' }).click()
  await levers.getByLabel('Frames', { exact: true }).fill('24')
  await levers.getByRole('button', { name: 'Fit' }).click()
  await expect(levers.getByRole('button', { name: 'Fit' })).toHaveAttribute('title', 'It is 1 s long now')
  await levers.getByLabel('Palette to retint with').click()
  await page.getByRole('option', { name: 'Keg' }).click()
  await levers.getByRole('button', { name: 'Back' }).click()
  await levers.getByLabel('Palette to retint with').click()
  await page.getByRole('option', { name: 'Keg' }).click()
  await levers.getByRole('button', { name: 'Keep' }).click()
  await expect.poll(() => textOf(page)).toContain('#d8602a')
  await page.keyboard.press('Escape')
  await expect(levers).toHaveCount(0)
  for (let k = 0; k < 4; k++) await studio.undo()
  await expect.poll(() => textOf(page)).toBe(before)
})

test('starters are found, dropped on the stage and set down; ramps at hand are used, kept, copied and pasted', async ({
  page,
}) => {
  const studio = await new Studio(page).openDemoEffect('Pier dust')
  await page.getByRole('button', { name: 'Add emitter' }).click()
  await page.getByRole('menuitem', { name: 'Starters…' }).click()
  await page.getByLabel('Find a starter').fill('weather')
  await expect(page.locator('.technique-card')).toHaveCount(3)
  await page.getByLabel('Find a starter').fill('explosion')
  await page
    .getByRole('button', { name: 'Add Blast' })
    .dragTo(page.locator('.stage canvas').first(), { targetPosition: { x: 300, y: 90 } })
  await expect(studio.tracks).toHaveCount(6)
  await expect(page.getByRole('textbox', { name: 'Emitter name' })).toHaveValue('Flash')
  await page.getByLabel('Find a starter').fill('ring')
  await page.getByRole('button', { name: 'Add Ring', exact: true }).click()
  await expect(studio.tracks).toHaveCount(7)
  await page.getByRole('button', { name: 'Close the starters' }).click()
  await studio.undo()
  await expect(studio.tracks).toHaveCount(6)
  await studio.selectEmitter('Flash')
  await studio.freezeAt(4)
  const ramp = page.getByTestId('ramp-scale').locator('.ramp-line')
  const shape = await ramp.getAttribute('d')
  await page.getByRole('button', { name: 'At hand' }).click()
  await page.getByLabel('Name of the kept ramp').fill('Mine')
  await page.getByRole('button', { name: 'Keep this ramp' }).click()
  await page.getByRole('button', { name: 'Use the ramp Blink' }).click()
  await expect(ramp).not.toHaveAttribute('d', shape!)
  await page.locator('.MuiPopover-root').waitFor({ state: 'detached' })
  await page.getByRole('button', { name: 'At hand' }).click()
  await page.getByRole('button', { name: 'Use the ramp Mine' }).click()
  await expect(ramp).toHaveAttribute('d', shape!)
  await page.locator('.MuiPopover-root').waitFor({ state: 'detached' })
  await page.getByRole('button', { name: 'Copy ramp' }).click()
  await page.getByRole('group', { name: 'Ramp' }).getByRole('button', { name: 'Opacity' }).click()
  await page.getByRole('button', { name: 'Paste ramp' }).click()
  await expect(page.getByTestId('ramp-opacity').locator('.ramp-line')).toHaveAttribute('d', shape!)
})

test('time: a burst by double-click, a locked and marked track, a stretch that plays again and again, both ends marked', async ({
  page,
}) => {
  const studio = await new Studio(page).openDemoEffect('Cargo blast')
  await studio.selectEmitter('Fire')
  await expect(studio.track('Fire').locator('.population path')).toHaveCount(1)
  await expect(page.getByTestId('end-emission')).toBeVisible()
  await expect(page.getByTestId('end-latest')).toBeVisible()
  const time = studio.track('Fire').locator('.track-time')
  const box = (await time.boundingBox())!
  await page.mouse.dblclick(box.x + box.width - 60, box.y + 10)
  await expect(studio.track('Fire').getByTestId('burst-tick')).toHaveCount(2)
  await studio.undo()
  await studio.track('Fire').hover()
  await page.getByRole('button', { name: 'Lock Fire' }).click()
  await page.mouse.dblclick(box.x + box.width - 60, box.y + 10)
  await expect(studio.track('Fire').getByTestId('burst-tick')).toHaveCount(1)
  await page.keyboard.press('Shift+Delete')
  await expect(page.getByText('“Fire” is locked')).toBeVisible()
  await expect(studio.track('Fire')).toHaveCount(1)
  await page.getByRole('button', { name: 'Colour mark of Fire' }).click()
  await expect(page.getByRole('button', { name: 'Colour mark of Fire' })).not.toHaveClass(/none/)
  const ruler = (await page.getByTestId('ruler').boundingBox())!
  await page.keyboard.down('Shift')
  await page.mouse.move(ruler.x + 60, ruler.y + 8)
  await page.mouse.down()
  await page.mouse.move(ruler.x + 160, ruler.y + 8, { steps: 4 })
  await page.mouse.up()
  await page.keyboard.up('Shift')
  await expect(page.getByTestId('loop-region')).toBeVisible()
  if (await page.getByRole('button', { name: 'Play', exact: true }).isVisible())
    await page.keyboard.press('Space')
  const region = await page.evaluate(
    () => (globalThis as unknown as { glivStage: { region: { from: number; to: number } } }).glivStage.region,
  )
  const seen = await page.evaluate(
    (count) =>
      new Promise<number[]>((done) => {
        const stage = (globalThis as unknown as { glivStage: { playback: { seconds: number } } }).glivStage
        const list: number[] = []
        const look = (): void => {
          list.push(stage.playback.seconds)
          if (list.length < count) requestAnimationFrame(look)
          else done(list)
        }
        requestAnimationFrame(look)
      }),
    60,
  )
  for (const at of seen.slice(3)) expect(at >= region.from - 0.02 && at <= region.to + 0.05).toBe(true)
  await page.getByTestId('ruler').dblclick()
  await expect(page.getByTestId('loop-region')).toHaveCount(0)
})

test('the table: one text into a whole row, in proportion; what is wrong is said and changes nothing', async ({
  page,
}) => {
  const studio = await new Studio(page).openDemoEffect('Cargo blast')
  await studio.selectEmitter('Sparks')
  await studio.freezeAt(12)
  const before = await textOf(page)
  await page.getByRole('button', { name: 'Table', exact: true }).click()
  const table = page.locator('.recipe-table')
  await table.getByRole('button', { name: 'Speed', exact: true }).click()
  const field = page.getByLabel('Type into the marked cells')
  await field.fill('quick')
  await field.press('Enter')
  await expect(page.getByText('“quick” is no number')).toBeVisible()
  expect(await textOf(page)).toBe(before)
  await field.fill('*=0.5')
  await field.press('Enter')
  await page.getByRole('button', { name: 'Close the table' }).click()
  await expect(studio.number('speed', 'to')).toHaveText('280')
  await studio.undo()
  await expect.poll(() => textOf(page)).toBe(before)
})

test('keys: nudge, zoom by whole numbers, frame one emitter', async ({ page }) => {
  const studio = await new Studio(page).openDemoEffect('Cargo blast')
  await studio.selectEmitter('Sparks')
  await studio.freezeAt(12)
  await studio.stage.focus()
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Shift+ArrowDown')
  await studio.openGroup('where')
  await expect(page.locator('[data-row="offsetX"] .row-digits')).toHaveText('1 px')
  await expect(page.locator('[data-row="offsetY"] .row-digits')).toHaveText('10 px')
  // Two emitters move together, by keys and by the handle.
  const places = (): Promise<number[][]> =>
    page.evaluate(() =>
      (
        globalThis as unknown as {
          glivStage: {
            simulation: {
              program: {
                effect: { emitters: { name: string; numbers: { offsetX: number; offsetY: number } }[] }
              }
            }
          }
        }
      ).glivStage.simulation.program.effect.emitters
        .filter((e) => e.name === 'Sparks' || e.name === 'Fire')
        .map((e) => [e.numbers.offsetX, e.numbers.offsetY]),
    )
  const apart = async (): Promise<number[]> =>
    ((p) => [p[1]![0]! - p[0]![0]!, p[1]![1]! - p[0]![1]!])(await places())
  const distance = await apart()
  await studio
    .track('Fire')
    .getByRole('button', { name: 'Fire', exact: true })
    .click({ modifiers: ['Shift'] })
  await studio.stage.focus()
  await page.keyboard.press('ArrowRight')
  await studio.drag(studio.handle('move'), 50, 30, 6)
  expect(await apart()).toEqual(distance)
  expect((await places())[0]![0]).not.toBe(1)
  await studio.undo()
  await studio.undo()
  const zoom = (): Promise<number> =>
    page.evaluate(
      () => (globalThis as unknown as { glivStage: { camera: { zoom: number } } }).glivStage.camera.zoom,
    )
  for (const times of [3, 1, 2]) {
    await page.keyboard.press(String(times))
    expect(await zoom()).toBeCloseTo(times, 9)
  }
  await page.keyboard.press('Shift+F')
  const close = await zoom()
  await page.keyboard.press('f')
  expect(await zoom()).not.toBeCloseTo(close, 6)
})
