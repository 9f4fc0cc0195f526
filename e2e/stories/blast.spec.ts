/**
 * From "new effect" to a convincing three-layer blast without starters: every press, drag, key and typed
 * value counts.
 */
import { expect, type Locator, test } from '@playwright/test'
import { Studio } from '../studio.ts'

const GOAL = 60

test('a blast in three layers takes under 60 actions', async ({ page }) => {
  test.slow()
  const studio = new Studio(page)
  await (await studio.openShelf()).openKit()
  let actions = 0
  const press = async (what: Locator): Promise<void> => {
    actions++
    await what.click()
  }
  const key = async (name: string): Promise<void> => {
    actions++
    await page.keyboard.press(name)
  }
  /** A press on the number, the typed value, and Enter. */
  const type = async (
    property: string,
    text: string,
    part: 'value' | 'from' | 'to' | 'both' = 'value',
  ): Promise<void> => {
    actions += 3
    await studio.type(property, text, part)
  }
  const choose = async (group: string, now: string, option: string): Promise<void> => {
    await press(page.locator(`[data-group="${group}"]`).getByRole('button', { name: now, exact: true }))
    await press(page.getByRole('menuitem', { name: option, exact: true }))
    await page.locator('.MuiMenu-root').waitFor({ state: 'detached' })
  }
  const frame = async (name: string): Promise<void> => {
    await press(page.locator('[data-group="look"] .word-choice').first())
    await press(page.getByRole('button', { name, exact: true }).first())
    await page.locator('.MuiPopover-root').waitFor({ state: 'detached' })
  }
  const add = async (): Promise<void> => {
    await press(page.getByRole('button', { name: 'Add emitter' }))
    await press(page.getByRole('menuitem', { name: 'Burst', exact: true }))
    await page.locator('.MuiMenu-root').waitFor({ state: 'detached' })
  }
  const ramp = async (kind: string, name: string): Promise<void> => {
    await press(page.getByRole('group', { name: 'Ramp' }).getByRole('button', { name: kind, exact: true }))
    await press(page.getByRole('button', { name: 'At hand' }))
    await press(page.getByRole('button', { name: `Use the ramp ${name}` }))
    await key('Escape')
    await page.locator('.MuiPopover-root').waitFor({ state: 'detached' })
  }

  await press(page.getByRole('button', { name: 'New effect' }))
  await press(page.getByRole('button', { name: 'Begin with Empty' }))
  await studio.stage.waitFor()
  // Smoke, below.
  await add()
  await frame('puff')
  await type('life', '0.9-1.6', 'from')
  await type('speed', '20-80', 'from')
  await ramp('Tint', 'Smoke')
  // Fire.
  await add()
  await frame('torn puff')
  await choose('look', 'normal', 'additive')
  await type('life', '0.3-0.7', 'from')
  await type('scale', '0.8-1.6', 'both')
  await ramp('Tint', 'Fire')
  // Sparks, on top.
  await add()
  await frame('spark')
  await choose('look', 'normal', 'additive')
  await type('burstCount', '50', 'both')
  await type('life', '0.3-0.9', 'from')
  await type('speed', '150-500', 'from')
  await ramp('Tint', 'Cooling ember')

  console.log(`a blast in three layers: ${actions} actions (goal: under ${GOAL})`)
  expect(actions).toBeLessThan(GOAL)
  await expect(studio.tracks).toHaveCount(3)
  await studio.freezeAt(12)
  expect(await studio.alive()).toBeGreaterThan(80)
  const effect = await page.evaluate(() => {
    const { emitters } = (
      globalThis as unknown as {
        glivStage: {
          simulation: {
            program: {
              effect: { emitters: { type: { blend: string; ramps: { tint: { points: unknown[] } } } }[] }
            }
          }
        }
      }
    ).glivStage.simulation.program.effect
    return emitters.map((e) => [e.type.blend, e.type.ramps.tint.points.length])
  })
  expect(effect).toEqual([
    ['normal', 2],
    ['additive', 4],
    ['additive', 3],
  ])
})
