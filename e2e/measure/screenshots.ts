/** npm run screenshots — takes docs/screenshots/ anew from the demo. Run "npm run build -- --peek" first. */
import { fileURLToPath } from 'node:url'
import type { Page } from '@playwright/test'
import type { Studio } from '../studio.ts'
import { withStudio } from './run.ts'

const file = (name: string): string =>
  fileURLToPath(new URL(`../../docs/screenshots/${name}.png`, import.meta.url))

const ticks = { flare: 30 }

interface Shot {
  readonly studio: Studio
  readonly page: Page
  readonly shoot: (name: string) => Promise<void>
}

/** The shelf, a kit, the editor by day and by night. */
const shelfAndEditor = async ({ studio, page, shoot }: Shot): Promise<void> => {
  await studio.openShelf()
  // The card draws its kit's picture.
  await page.waitForTimeout(2000)
  await shoot('shelf')
  await studio.openKit()
  await page.getByRole('button', { name: 'Export' }).waitFor()
  // The cards draw themselves one after the other.
  await page.waitForTimeout(3000)
  await shoot('kit')

  await studio.openEffect('Signal flare burst')
  await studio.selectEmitter('Stars')
  await studio.freezeAt(ticks.flare)
  await shoot('editor')
  await page.getByRole('group', { name: 'Ramp' }).getByRole('button', { name: 'Tint' }).click()
  await page.getByRole('button', { name: 'Theme' }).click()
  await page.getByRole('menuitem', { name: 'Night' }).click()
  await studio.selectEmitter('Embers')
  await studio.openGroup('how-many')
  await studio.openGroup('forces')
  await shoot('editor-night')
  await page.getByRole('button', { name: 'Theme' }).click()
  await page.getByRole('menuitem', { name: 'Paper' }).click()
}

/** From an effect to the page of its kit. */
const toKit = async (page: Page): Promise<void> => {
  await page.locator('.crumb').first().click()
  await page.getByRole('searchbox', { name: 'Find effects' }).waitFor()
}

/** The tracer and paths, starters, the table. */
const inspecting = async ({ studio, page, shoot }: Shot): Promise<void> => {
  await toKit(page)
  await studio.openEffect('Cargo blast')
  await studio.selectEmitter('Sparks')
  await studio.freezeAt(14)
  await page.keyboard.press('t')
  await page.keyboard.press('r')
  await page.getByTestId('trace').waitFor()
  await page.getByTestId('ways').locator('path').first().waitFor()
  await shoot('looking')
  await page.keyboard.press('t')
  await page.keyboard.press('r')
  await page.getByRole('button', { name: 'Table', exact: true }).click()
  await page.locator('.recipe-table').getByRole('button', { name: 'Speed', exact: true }).click()
  await shoot('table')
  await page.getByRole('button', { name: 'Close the table' }).click()
  await page.locator('.MuiDialog-root').waitFor({ state: 'detached' })
  await page.getByRole('button', { name: 'Add emitter' }).click()
  await page.getByRole('menuitem', { name: 'Starters…' }).click()
  await page.locator('.technique-card').first().waitFor()
  await page.waitForTimeout(900)
  await shoot('starters')
  await page.getByRole('button', { name: 'Close the starters' }).click()
}

/** Takes side by side, Explore, the history, the list of commands. */
const trying = async ({ studio, page, shoot }: Shot): Promise<void> => {
  await toKit(page)
  await studio.openEffect('Stove fire')
  await studio.freezeAt(60)
  await studio.hideHandles()
  await page.keyboard.press('k')
  await studio.openGroup('launch')
  await studio.type('speed', '220', 'to')
  await studio.type('fan', '110')
  await studio.stage.focus()
  await page.keyboard.press('k')
  await page.getByRole('button', { name: 'Compare Take 1' }).click()
  await page.keyboard.press('d')
  await page.getByRole('group', { name: 'States side by side' }).waitFor()
  await page.waitForTimeout(1500)
  await shoot('takes')
  await page.keyboard.press('q')
  await page.getByText('drawing…').first().waitFor()
  await page.getByText('drawing…').first().waitFor({ state: 'detached', timeout: 60_000 })
  await page.waitForTimeout(2500)
  await shoot('explore')
  await page.keyboard.press('Escape')
  await page.keyboard.press('Control+k')
  await page.keyboard.type('emitter')
  await page.getByRole('dialog', { name: 'Commands' }).getByRole('option').first().waitFor()
  await shoot('commands')
  await page.keyboard.press('Escape')
  await page.getByRole('dialog', { name: 'Commands' }).waitFor({ state: 'detached' })
  await page.getByRole('button', { name: 'History', exact: true }).click()
  await page.getByRole('button', { name: /^When it was opened/ }).click()
  await page.getByRole('button', { name: 'Take Stove fire back' }).waitFor()
  await page.waitForTimeout(1500)
  await shoot('history')
  await page.getByRole('button', { name: 'Done' }).click()
  await toKit(page)
  await studio.openEffect('Signal flare burst')
  await studio.freezeAt(ticks.flare)
}

/** Sprites beside the stage, drawing, baking. */
const spritesAndShip = async ({ studio, page, shoot }: Shot): Promise<void> => {
  await page.getByRole('button', { name: 'Sprites', exact: true }).click()
  await page.getByTestId('sprites-drawer').waitFor()
  await studio.drawn()
  await shoot('sprites')
  await page.getByTestId('sprites-drawer').getByRole('tab', { name: 'Draw' }).click()
  await page.getByTestId('draw-canvas').waitFor()
  await shoot('drawing')
  await page.getByRole('button', { name: 'Sprites', exact: true }).click()
  await page.goto('/kit/last-ferry/ship/keg-pop')
  for (const name of ['Keg pop', 'Pier dust', 'Canal rain']) await page.getByLabel(`Write ${name}`).check()
  await page.getByRole('button', { name: 'Pause' }).click()
  await page.locator('.ship-cell [data-frame="8"]').click()
  await page.getByRole('button', { name: /^Write \d+ files/ }).waitFor({ timeout: 60_000 })
  await shoot('ship')
}

/** A stage on its page, an effect in its scene at the moment of a landing. */
const scenes = async ({ studio, page, shoot }: Shot): Promise<void> => {
  await page.keyboard.press('Escape')
  await page.goto('/kit/last-ferry/stage/pier')
  await page.locator('.scene-firing').first().waitFor()
  const ruler = page.getByRole('slider', { name: 'Moment of the scene' })
  await ruler.focus()
  for (let k = 0; k < 9; k++) await page.keyboard.press('Shift+ArrowRight')
  for (let k = 0; k < 7; k++) await page.keyboard.press('ArrowRight')
  await shoot('stage')
  await studio.openDemoEffect('Pier dust')
  await studio.selectEmitter('Cloud')
  await page.getByRole('button', { name: 'Alone', exact: true }).click()
  await page.getByRole('menuitem', { name: 'In “The pier”' }).click()
  await page.locator('.scene-mark.own').first().click()
  await studio.freezeAt(13)
  await shoot('scene')
}

interface Ferry {
  readonly hand: { x: number; y: number; facing: number }
  readonly boat: { x: number; heat: number; before: number }
  readonly hours: { hour: number; wet: number }
  torch: boolean
}

/** Late in the evening, in the rain, aboard, the stove alight: as one finds it after some minutes. */
const evening = async (page: Page): Promise<void> => {
  await page.locator('#status', { hasText: 'plays' }).waitFor()
  await page.evaluate(() => {
    const { glivFerry: ferry } = globalThis as unknown as { glivFerry: Ferry }
    Object.assign(ferry.hours, { hour: 19.6, wet: 0.85 })
    Object.assign(ferry.boat, { x: 215, before: 215, heat: 0.95 })
    Object.assign(ferry.hand, { x: 262, y: -20 })
    ferry.torch = true
  })
  await page.waitForTimeout(7000)
}

/** Last Ferry by night in the rain, and on a page of a phone's size. */
const game = async ({ page }: Shot): Promise<void> => {
  await page.goto('/ferry/')
  await evening(page)
  await page.keyboard.press('i')
  await page.keyboard.press('g')
  await page.waitForTimeout(1500)
  await page.screenshot({ path: file('game') })
  console.log('docs/screenshots/game.png')
  const { origin } = new URL(page.url())
  const phone = await page
    .context()
    .browser()!
    .newContext({ ...PHONE, baseURL: origin })
  const small = await phone.newPage()
  await small.addInitScript({ content: 'globalThis.__name ??= (value) => value' })
  await small.goto('/ferry/')
  await evening(small)
  await small.screenshot({ path: file('phone') })
  console.log('docs/screenshots/phone.png')
  await phone.close()
}

const PHONE = { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true } as const

/** The studio beside a game that follows it. */
const linked = async ({ studio, page, shoot }: Shot): Promise<void> => {
  await studio.openDemoEffect('Stove fire')
  const other = await page.context().newPage()
  await other.goto('/ferry/')
  await other.locator('#link', { hasText: 'Linked' }).waitFor()
  await evening(other)
  await page.bringToFront()
  await page.getByRole('button', { name: /^Game/ }).click()
  await page.getByRole('button', { name: 'Pause the game here' }).click()
  await page
    .getByRole('list', { name: 'What plays there' })
    .getByRole('button', { name: 'Stove fire' })
    .click()
  await page.getByRole('button', { name: 'as designed again' }).waitFor()
  await page.getByRole('button', { name: /^Game/ }).click()
  await shoot('linked')
  await page.keyboard.press('Escape')
  await other.close()
}

const SECTIONS = { shelfAndEditor, inspecting, trying, spritesAndShip, scenes, game, linked }

await withStudio(async (studio, page) => {
  const shoot = async (name: string): Promise<void> => {
    await page.mouse.move(640, 300)
    // A tooltip that is fading belongs to nothing.
    await page.locator('.MuiTooltip-popper').waitFor({ state: 'detached' })
    await studio.drawn()
    // The film follows when there is time; wait until it has.
    await page.evaluate(() => new Promise((done) => requestIdleCallback(() => done(null), { timeout: 2000 })))
    await studio.drawn()
    await page.screenshot({ path: file(name) })
    console.log(`docs/screenshots/${name}.png`)
  }
  const shot = { studio, page, shoot }
  // Those that are named, or all: `npm run screenshots -- game linked`.
  const named = process.argv.slice(2)
  for (const [name, take] of Object.entries(SECTIONS))
    if (named.length === 0 || named.includes(name)) await take(shot)
})
