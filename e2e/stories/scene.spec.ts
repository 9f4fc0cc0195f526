/** A designer judges effects in the game's own picture: stages, actors, cues, recordings, one moment. */
import { expect, type Page, test } from '@playwright/test'
import { Studio } from '../studio.ts'

/** What the scene around the effect is, looked at inside. */
interface Inside {
  readonly glivStage: {
    readonly sceneTick: number
    readonly origin: readonly [number, number]
    readonly simulation: {
      readonly tick: number
      frame(alpha: number): { f32: Float32Array; count: number; originX: number }
    }
    readonly scene: {
      readonly offset: number
      readonly lost: boolean
      readonly firings: readonly { tick: number }[]
    }
  }
}

const moment = (page: Page) =>
  page.evaluate(() => {
    const { sceneTick, origin, simulation, scene } = (globalThis as unknown as Inside).glivStage
    const { f32, count, originX } = simulation.frame(1)
    const across = Array.from({ length: count }, (_, i) => {
      const at = i * 12
      return f32[at]! + (f32[at + 2]! + f32[at + 4]!) / 2 + originX - origin[0]
    })
    const down = Array.from({ length: count }, (_, i) => f32[i * 12 + 1]!)
    return {
      sceneTick,
      tick: simulation.tick,
      offset: scene.offset,
      lost: scene.lost,
      left: across.filter((x) => x < -2).length,
      right: across.filter((x) => x > 2).length,
      text: JSON.stringify([across, down]),
    }
  })

/** A place of the world on the stage's picture, from its own overlay. */
const onPicture = async (page: Page, x: number, y: number): Promise<[number, number]> => {
  const matrix = await page.locator('[data-testid="stage-overlay"] > g').evaluate((g) => {
    const m = (g as SVGGElement).getScreenCTM()!
    return [m.a, m.e, m.f] as const
  })
  return [x * matrix[0] + matrix[1], y * matrix[0] + matrix[2]]
}

const pull = async (page: Page, from: [number, number], to: [number, number]): Promise<void> => {
  const [a, b] = [await onPicture(page, ...from), await onPicture(page, ...to)]
  await page.mouse.move(...a)
  await page.mouse.down()
  await page.mouse.move((a[0] + b[0]) / 2, (a[1] + b[1]) / 2)
  await page.mouse.move(...b)
  await page.mouse.up()
}

const choose = async (page: Page, word: string | RegExp, option: string): Promise<void> => {
  await page.locator('.event-sentence').last().getByRole('button', { name: word }).first().click()
  await page.getByRole('menuitem', { name: option, exact: true }).click()
}

const stageNames = (page: Page): Promise<string[]> => page.locator('.stage-list a').allTextContents()

/** Plays by keys until the figure has landed again, and keeps the run. */
const jumpOnce = async (page: Page): Promise<void> => {
  await page.getByRole('button', { name: 'Play it yourself' }).click()
  await expect(page.getByText('Escape ends it').first()).toBeVisible()
  await page.keyboard.down('ArrowRight')
  await page.keyboard.press('z', { delay: 60 })
  await page.waitForFunction(
    () => Number(document.querySelector('[data-testid="scene-clock"]')?.textContent?.split(' ')[0]) > 1.4,
  )
  await page.keyboard.up('ArrowRight')
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Keep this run' }).click()
}

test('a floor is drawn, dust is bound to landing, a jump is played and kept, and the landing is edited while frozen; all of it is undone', async ({
  page,
}) => {
  const studio = await new Studio(page).openShelf()
  await studio.openKit()
  const before = await stageNames(page)
  await page.getByRole('button', { name: 'New stage' }).click()
  await page.getByTestId('scene-picture').waitFor()
  // The floor that is there goes by key; another is drawn.
  const surfaces = page.getByTestId('stage-overlay').locator('[data-surface]')
  await expect(surfaces).toHaveCount(1)
  await surfaces.focus()
  await page.keyboard.press('Delete')
  await expect(surfaces).toHaveCount(0)
  await page.getByRole('group', { name: 'Tools' }).getByRole('button', { name: 'Box' }).click()
  await pull(page, [-200, 110], [200, 140])
  await expect(surfaces).toHaveCount(1)
  // Its corners can be pulled now, and moved by keys.
  const corner = page.getByRole('slider', { name: 'Point 1 of the box' })
  await expect(corner).toHaveAttribute('aria-valuetext', '-200 px right, 110 px down')
  await corner.focus()
  await page.keyboard.press('ArrowUp')
  await expect(corner).toHaveAttribute('aria-valuetext', '-200 px right, 109 px down')
  await page.getByRole('button', { name: 'When something happens…' }).click()
  await choose(page, /^Effect:/, 'Pier dust')
  await expect(page.locator('.event-sentence')).toContainText('landing plays Pier dust + at feet')
  await jumpOnce(page)
  // The landing stands on the timeline with what it set off.
  await expect(page.locator('.scene-firing').filter({ hasText: 'Pier dust' }).last()).toBeVisible()
  const name = await page.getByRole('textbox', { name: 'Stage name' }).inputValue()
  await studio.saved()
  await page.reload()
  await expect(page.locator('.scene-firing').filter({ hasText: 'Pier dust' }).last()).toBeVisible()

  // In the effect's own editor the same scene plays behind it.
  await studio.openDemoEffect('Pier dust')
  await page.getByRole('button', { name: 'Alone', exact: true }).click()
  await page.getByRole('menuitem', { name: `In “${name}”` }).click()
  await page.locator('.scene-mark.own').last().click()
  for (let k = 0; k < 8; k++) await page.keyboard.press(']')
  const frozen = await moment(page)
  expect(frozen.tick).toBe(8)
  expect(frozen.sceneTick).toBe(frozen.offset + 8)
  // Dust is at the feet on both sides of the figure.
  expect(Math.min(frozen.left, frozen.right)).toBeGreaterThan(2)
  await studio.selectEmitter('Grit')
  await studio.type('gravity', '-900')
  const edited = await moment(page)
  expect(edited.text, 'the frozen landing follows the edit').not.toBe(frozen.text)
  expect([edited.tick, edited.offset]).toEqual([8, frozen.offset])
  // One key shows the effect alone, at the same moment of its own.
  await page.keyboard.press('e')
  await expect(page.locator('.scene-line')).toBeHidden()
  await expect(page.getByTestId('clock')).toContainText('0.13 s')
  await page.keyboard.press('e')
  await expect(page.locator('.scene-line')).toBeVisible()
  await expect.poll(async () => (await moment(page)).tick).toBe(8)
  // All of it is taken back, step by step.
  const undo = page.getByRole('button', { name: /^Undo/ })
  for (let k = 0; k < 30 && (await undo.isEnabled()); k++) await page.keyboard.press('Control+z')
  await studio.saved()
  await studio.openShelf()
  await studio.openKit()
  expect(await stageNames(page)).toEqual(before)
})
