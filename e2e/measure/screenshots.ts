/** npm run screenshots — takes docs/screenshots/ anew from the demo. Run "npm run build" first. */
import { fileURLToPath } from 'node:url'
import { withStudio } from './run.ts'

const file = (name: string): string => fileURLToPath(new URL(`../../docs/screenshots/${name}.png`, import.meta.url))

const ticks = { flare: 30 }

await withStudio(async (studio, page) => {
  const shoot = async (name: string): Promise<void> => {
    await page.mouse.move(640, 300)
    await studio.drawn()
    // The film follows when there is time; wait until it has.
    await page.evaluate(() => new Promise((done) => requestIdleCallback(() => done(null), { timeout: 2000 })))
    await studio.drawn()
    await page.screenshot({ path: file(name) })
    console.log(`docs/screenshots/${name}.png`)
  }
  await studio.openShelf()
  await shoot('shelf')
  await studio.openKit()
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

  // Births and looks: a shape with its handles and ramps, a lane under its number, pictures and colours.
  await page.goBack()
  await studio.openEffect('Cargo blast')
  await studio.selectEmitter('Sparks')
  await studio.freezeAt(11)
  for (const group of ['facing', 'how-many', 'forces', 'tint']) await studio.openGroup(group)
  await page.locator('[data-group="tint"]').scrollIntoViewIfNeeded()
  await shoot('looks')
  await page.goBack()
  await studio.openEffect('Boat-hook swipe')
  await studio.selectEmitter('Blade')
  await studio.freezeAt(8)
  await studio.openGroup('where')
  await page.locator('[data-group="how-many"] .group-title').click()
  await page.locator('[data-group="launch"]').scrollIntoViewIfNeeded()
  await page.getByRole('button', { name: 'Delay', exact: true }).click()
  await shoot('shapes')
  await page.goBack()
  await studio.openEffect('Wake')
  await studio.selectEmitter('Foam')
  await studio.freezeAt(200)
  await page.getByRole('button', { name: 'Placed' }).click()
  await page.locator('.MuiPopover-paper').evaluate((paper) => Promise.all(paper.getAnimations().map((a) => a.finished)))
  await shoot('moving')
  await page.keyboard.press('Escape')
  await page.goBack()
  await studio.openEffect('Signal flare burst')
  await studio.freezeAt(ticks.flare)

  await page.getByRole('button', { name: 'Bake & ship' }).click()
  await page.getByLabel('Frames per second').fill('12')
  await page.getByLabel('To, in s').fill('1.5')
  await page.getByRole('button', { name: 'Bake', exact: true }).click()
  await page.getByTestId('baked-sheet').waitFor()
  await shoot('ship')

  await page.goto('/ferry/')
  await page.getByRole('radio', { name: 'Funnel steam' }).click()
  await page.mouse.move(574, 440)
  await page.mouse.down()
  await page.waitForFunction(() => Number(document.body.dataset["alive"]) > 45, undefined, { timeout: 8000 }).catch(() => {})
  await page.mouse.up()
  for (const [effect, x, y] of [['Pier dust', 1060, 604], ['Signal flare burst', 820, 220]] as const) {
    await page.getByRole('radio', { name: effect }).click()
    await page.mouse.click(x, y)
  }
  await page.waitForFunction(() => performance.now() > 0)
  await studio.drawn()
  await page.waitForTimeout(350)
  await page.screenshot({ path: file('game') })
  console.log('docs/screenshots/game.png')
})

