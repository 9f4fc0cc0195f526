/** Several emitters edited at once, the table by keys, blocks through the clipboard, relays of a shared type, views. */
import { expect, type Page, test } from '@playwright/test'
import { Studio } from '../studio.ts'

interface Numbers {
  readonly from: number
  readonly to: number
}

/** A number of each named emitter as the document has it. */
const speeds = (page: Page, ...names: string[]): Promise<Numbers[]> =>
  page.evaluate((wanted) => {
    const { kit } = (
      globalThis as unknown as {
        glivState: {
          document: {
            getState(): {
              kit: {
                effects: Record<
                  string,
                  { emitters: Record<string, { name: string; numbers: { speed: Numbers } }> }
                >
              }
            }
          }
        }
      }
    ).glivState.document.getState()
    const emitters = Object.values(kit.effects['cargo-blast']!.emitters)
    return wanted.map((name) => emitters.find((emitter) => emitter.name === name)!.numbers.speed)
  }, names)

const open = async (page: Page): Promise<Studio> => {
  const studio = await new Studio(page).openDemoEffect('Cargo blast')
  await studio.selectEmitter('Sparks')
  await studio.freezeAt(12)
  return studio
}

test('several emitters at once: what differs is a span; typing sets all, a drag and += add, *= multiplies; then by keys alone', async ({
  page,
}) => {
  const studio = await open(page)
  const names = ['Sparks', 'Chunks']
  const before = await speeds(page, ...names)
  await studio
    .track('Chunks')
    .getByRole('button', { name: 'Chunks', exact: true })
    .click({ modifiers: ['Shift'] })
  await expect(page.getByText('2 emitters at once')).toBeVisible()
  const span = studio.number('speed', 'both')
  const [low, high] = [Math.min(...before.map((r) => r.from)), Math.max(...before.map((r) => r.to))]
  await expect(span).toHaveText(`${low}…${high} px/s`)
  await studio.type('speed', '+=10', 'both')
  expect(await speeds(page, ...names)).toEqual(
    before.map((r) => ({ ...r, from: r.from + 10, to: r.to + 10 })),
  )
  // The number has the focus again: an arrow key goes on from there, and so does undo.
  await page.keyboard.press('ArrowUp')
  await expect.poll(async () => (await speeds(page, ...names))[0]!.from).toBeGreaterThan(before[0]!.from + 10)
  const stepped = await speeds(page, ...names)
  expect(stepped[0]!.from - before[0]!.from).toBe(stepped[1]!.from - before[1]!.from)
  await studio.undo()
  await studio.undo()
  expect(await speeds(page, ...names)).toEqual(before)
  await studio.drag(span, 30, 0)
  const dragged = await speeds(page, ...names)
  expect(dragged[0]!.from - before[0]!.from).toBe(dragged[1]!.from - before[1]!.from)
  await page.keyboard.press('Control+z')
  await expect.poll(() => speeds(page, ...names)).toEqual(before)
  await studio.type('speed', '50-70', 'both')
  expect((await speeds(page, ...names)).map(({ from, to }) => [from, to])).toEqual([
    [50, 70],
    [50, 70],
  ])
  await page.getByRole('button', { name: 'only this one' }).click()
  await studio.type('speed', '80', 'from')
  expect((await speeds(page, ...names)).map(({ from }) => from)).toEqual([80, 50])
})

test('the table by keys: arrows go, Shift marks a block, words are typed, a block is copied and pasted, rubbish is refused', async ({
  page,
  context,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write'])
  const studio = await open(page)
  await page.getByRole('button', { name: 'Table', exact: true }).click()
  const table = page.locator('.recipe-table')
  const at = (row: string, emitter: string) =>
    table.getByRole('gridcell', { name: `${row} of ${emitter}`, exact: true })
  await expect(table.getByRole('gridcell').first()).toBeFocused()
  await at('Speed', 'Sparks').focus()
  await at('Speed', 'Sparks').click({ position: { x: 3, y: 3 } })
  // By keys alone from here on.
  await page.keyboard.press('ArrowUp')
  await page.keyboard.press('ArrowDown')
  await expect(at('Speed', 'Sparks')).toBeFocused()
  await page.keyboard.press('Shift+ArrowUp')
  await expect(at('Fan', 'Sparks')).toHaveAttribute('aria-selected', 'true')
  await page.keyboard.press('Control+c')
  const text = await page.evaluate(() => navigator.clipboard.readText())
  expect(JSON.parse(text)).toMatchObject({ format: 'gliv-clip', version: 1, kind: 'cells' })
  const [sparks, shrapnel] = await speeds(page, 'Sparks', 'Chunks')
  expect(shrapnel).not.toEqual(sparks)
  await at('Fan', 'Chunks').focus()
  await at('Fan', 'Chunks').click({ position: { x: 3, y: 3 } })
  await at('Fan', 'Sparks').click({ position: { x: 3, y: 3 } })
  await at('Speed', 'Sparks').click({ position: { x: 3, y: 3 } })
  await page.keyboard.press('Control+v')
  expect((await speeds(page, 'Chunks'))[0]).toEqual(sparks)
  // A word is typed by how it begins.
  await at('Blend', 'Sparks').focus()
  await at('Blend', 'Sparks').click({ position: { x: 3, y: 3 } })
  await page.keyboard.press('ArrowUp')
  await page.keyboard.press('ArrowDown')
  await page.keyboard.type('screen')
  await page.keyboard.press('Enter')
  await expect(at('Blend', 'Sparks')).toContainText('screen')
  await expect(at('Blend', 'Sparks')).toBeFocused()
  await page.evaluate(() =>
    navigator.clipboard.writeText('{"format":"of another tool","values":[1,2,3,4,5,6,7]}'),
  )
  await page.keyboard.press('Control+v')
  await expect(page.getByRole('alert')).toContainText('The clipboard holds nothing of Gliv')
  await page.getByRole('button', { name: 'Close the table' }).click()
  await studio.undo()
  await studio.undo()
  expect((await speeds(page, 'Chunks'))[0]).toEqual(shrapnel)
})

test('a view size is added, chosen and shown beside the game’s; the weather follows it; undo takes it back', async ({
  page,
}) => {
  const studio = await new Studio(page).openDemoEffect('Seed fluff')
  await studio.freezeAt(60)
  await page.getByRole('button', { name: 'Placed', exact: true }).click()
  await page.getByRole('button', { name: 'Add a view size' }).click()
  await page.getByLabel('Size of View 2').click()
  await page.keyboard.press('Control+a')
  await page.keyboard.type('tiny')
  await page.keyboard.press('Enter')
  await expect(page.getByText('Type width × height in px')).toBeVisible()
  await page.keyboard.press('Control+a')
  await page.keyboard.type('320x180')
  await page.keyboard.press('Enter')
  await page.getByLabel('Judge in View 2, 320 × 180').check()
  const view = () =>
    page.evaluate(
      () =>
        (globalThis as unknown as { glivStage: { simulation: { program: { effect: { view?: unknown } } } } })
          .glivStage.simulation.program.effect.view,
    )
  expect(await view()).toEqual({ w: 320, h: 180 })
  await page.locator('[data-view]').first().getByRole('checkbox').check()
  await page.keyboard.press('Escape')
  await expect(page.getByTestId('view-frame')).toHaveCount(2)
  await studio.undo()
  await studio.undo()
  await expect(page.getByTestId('view-frame')).toHaveCount(1)
  expect(await view()).toBeUndefined()
})
