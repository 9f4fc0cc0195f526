/**
 * npm run measure:edit — how soon an edit is answered, in the built studio, interface included.
 * 1. Frozen moment: about 500 particles at 1 s, 120 steps of a drag; from the input event to the submitted
 * draw.
 * 2. The same with 2,000 particles of a burst, of contact, and of warm-up and a relay, for every class of
 * property.
 * 3. While 20,000 particles play under software rendering: 50 edits, and whether the last value won.
 */
import { writeKitJson } from '@gliv/document'
import { frozenDemo } from '@gliv/demo/frozen'
import type { Locator, Page } from '@playwright/test'
import { CLASSES, EDITED, editedKit } from './editKits.ts'
import type { Studio } from '../studio.ts'
import { percentile, withStudio } from './run.ts'

interface Timing {
  total: number
  engine: number
  upload: number
  interface: number
}
type Recorded = {
  timings: Timing[] | null
  playback: { alive: number; playing: boolean }
  simulation: { program: { effect: { emitters: { numbers: { speed: { to: number } } }[] } } }
}
declare const glivStage: Recorded

/** The demo with one effect made as large as is asked for: flow × life particles alive. */
const kitWith = (particles: number): Buffer => {
  const demo = frozenDemo()
  const effect = demo.kit.effects['funnel-steam']!
  effect.name = `Measured ${particles}`
  const emitter = effect.emitters['steam-wisps']!
  Object.assign(emitter.numbers, {
    flow: particles,
    cap: particles + 2000,
    duration: 3,
    fan: 360,
    speed: { from: 40, to: 160 },
  })
  const type = demo.kit.types['wisp']!
  type.numbers.life = { from: 1, to: 1 }
  type.numbers.scale = { from: 0.25, to: 0.25 }
  effect.emitterOrder = ['steam-wisps']
  delete effect.emitters['steam-body']
  delete demo.kit.types['steam']
  demo.kit.typeOrder = demo.kit.typeOrder.filter((id) => id !== 'steam')
  demo.kit.name = `Measure ${particles}`
  return Buffer.from(writeKitJson(demo))
}

const openWith = async (studio: Studio, page: Page, name: string, buffer: Buffer): Promise<void> => {
  await studio.openShelf()
  await page
    .getByTestId('import-input')
    .setInputFiles({ name: 'measure.gliv.json', mimeType: 'application/json', buffer })
  await page.getByRole('link', { name: `Open ${name}`, exact: true }).click()
  await studio.stage.waitFor()
  await page.waitForFunction(() => 'glivStage' in globalThis)
}

const record = (page: Page): Promise<void> => page.evaluate(() => void (glivStage.timings = []))
const recorded = (page: Page): Promise<Timing[]> =>
  page.evaluate(() => glivStage.timings!.filter((t) => t.interface > 0 && t.total > 0))

const print = (title: string, timings: readonly Timing[]): void => {
  if (timings.length === 0) throw new Error(`${title}: no edit was recorded`)
  const row = (name: keyof Timing): string =>
    [0.5, 0.9, 0.95, 1]
      .map((share) =>
        percentile(
          timings.map((t) => t[name]),
          share,
        )
          .toFixed(1)
          .padStart(7),
      )
      .join('')
  console.log(`\n${title}: ${timings.length} edits, in ms            median    90 %   95 %    most`)
  console.log(`  input event to draw submitted         ${row('total')}`)
  console.log(`  … and until the interface has followed${row('interface')}`)
  console.log(`  of it: engine                         ${row('engine')}`)
  console.log(`  of it: upload                         ${row('upload')}`)
}

const dragSlowly = async (page: Page, what: Locator, steps: number, perStep: number): Promise<void> => {
  // Bands stay on top of what scrolls, so "if needed" is not enough.
  await what.evaluate((element) => element.scrollIntoView({ block: 'center' }))
  const box = (await what.boundingBox())!
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2]
  await page.mouse.move(x, y)
  await page.mouse.down()
  for (let i = 1; i <= steps; i++) await page.mouse.move(x + i * perStep, y)
  await page.mouse.up()
}

/** `--playing` measures the last part alone. */
const PLAYING_ALONE = process.argv.includes('--playing')

const frozenDrags = async (studio: Studio, page: Page): Promise<void> => {
  await openWith(studio, page, 'Measured 500', kitWith(500))
  await studio.freezeAt(60)
  console.log(`frozen moment: ${await page.evaluate(() => glivStage.playback.alive)} particles at 1 s`)
  const drags: [string, () => Promise<Locator>][] = [
    ['number in a sentence (speed: births change)', async () => studio.number('speed', 'to')],
    ['number of a force (gravity: motion changes)', async () => studio.number('gravity')],
    ['ramp point (scale: output changes)', async () => page.getByTestId('ramp-point').nth(1)],
    ['handle on the stage (place)', async () => studio.handle('move')],
  ]
  // One short drag first, so that the page's code is compiled as it is for somebody who has worked for a
  // minute.
  await dragSlowly(page, await drags[0]![1](), 30, 1)
  for (const [name, find] of drags) {
    await record(page)
    await dragSlowly(page, await find(), 120, name.startsWith('ramp') ? -1 : 1)
    print(`Frozen drag of a ${name}`, await recorded(page))
  }

  for (const what of EDITED) {
    await page.evaluate(() => sessionStorage.clear())
    await openWith(studio, page, `Edited ${what}`, editedKit(what))
    await studio.selectEmitter('Wisps')
    await studio.freezeAt(60)
    console.log(`\n${what}: ${await page.evaluate(() => glivStage.playback.alive)} particles at 1 s`)
    for (const [touches, id, end] of CLASSES[what]) {
      await record(page)
      await dragSlowly(page, studio.number(id, end), 120, 0.5)
      print(`Frozen drag, ${what}, ${touches} (${id})`, await recorded(page))
    }
  }
}

await withStudio(async (studio, page) => {
  if (!PLAYING_ALONE) {
    await frozenDrags(studio, page)
    await page.evaluate(() => sessionStorage.clear())
  }
  await openWith(studio, page, 'Measured 20000', kitWith(20_000))
  if (!(await page.evaluate(() => glivStage.playback.playing))) await page.keyboard.press('Space')
  await page.waitForFunction(() => glivStage.playback.alive >= 19_000, undefined, { timeout: 120_000 })
  console.log(
    `\nplaying: ${await page.evaluate(() => glivStage.playback.alive)} particles, playing ${await page.evaluate(() => glivStage.playback.playing)}`,
  )
  await record(page)
  await dragSlowly(page, studio.number('speed', 'to'), 50, 2)
  print('Edits while 20,000 play', await recorded(page))
  const [shown, simulated] = [
    Number(await studio.number('speed', 'to').getAttribute('aria-valuenow')),
    await page.evaluate(() => glivStage.simulation.program.effect.emitters[0]!.numbers.speed.to),
  ]
  console.log(
    `last value wins: the recipe says ${shown}, the simulation has ${simulated}: ${shown === simulated ? 'yes' : 'NO'}`,
  )
})
