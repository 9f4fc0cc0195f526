/**
 * npm run measure:scene — a stage in motion, in the built studio: a recording of 30 s, eight running effects, 3,000
 * particles, the moment at its end. What a picture takes while it plays (engine, upload, interface; drawing in
 * software aside), and how soon an edit of the frozen moment is answered, with and without lasting marks. Then a stage
 * with 2,000 segments.
 */
import { frozenDemo } from '@gliv/demo/frozen'
import { newActor, newEvent, writeKitJson } from '@gliv/document'
import { keyBit, type StageEvent, type Surface } from '@gliv/model'
import type { Locator, Page } from '@playwright/test'
import type { Studio } from '../studio.ts'
import { percentile, withStudio } from './run.ts'

const SECONDS = 30
const EFFECTS = 8
const ALIVE = 3000

interface Inside {
  readonly glivStage: {
    timings: { total: number; interface: number }[] | null
    readonly cost: { readonly ms: number; readonly draws: number }
    readonly playback: { readonly alive: number }
    readonly scene: { readonly length: number; readonly othersAlive: number }
    seekScene(tick: number): void
    play(): void
  }
}

/** The demo with a stage on which one effect runs eight times from the beginning, beside a figure that walks. */
const kitWith = (marks: boolean, segments: number): Buffer => {
  const demo = frozenDemo()
  const { kit } = demo
  const effect = kit.effects['funnel-steam']!
  effect.name = 'Measured'
  effect.play = 'loop'
  effect.numbers.loopSeconds = 2
  const emitter = effect.emitters['steam-wisps']!
  Object.assign(emitter.numbers, { flow: ALIVE / EFFECTS, cap: 2000, duration: 2, fan: 360 })
  const type = kit.types['wisp']!
  type.numbers.life = { from: 1, to: 1 }
  type.numbers.scale = { from: 0.25, to: 0.25 }
  if (marks) {
    Object.assign(type, { contact: 'end', forces: ['gravity'], mark: { sheet: 'soft', frames: [0] } })
    Object.assign(type.numbers, { gravity: 600, gravityHeading: 90 })
  }
  effect.emitterOrder = ['steam-wisps']
  delete effect.emitters['steam-body']
  delete kit.types['steam']
  kit.typeOrder = kit.typeOrder.filter((id) => id !== 'steam')
  const surfaces: Surface[] = Array.from({ length: segments }, (_, k) => ({
    id: `s${k}`,
    kind: 'segment',
    x1: -320 + (k * 640) / segments,
    y1: 120 + ((k * 7) % 11),
    x2: -320 + ((k + 1) * 640) / segments,
    y2: 120 + (((k + 1) * 7) % 11),
  }))
  const press = (k: number): readonly [number, number] => [k * 60, keyBit(k % 2 ? 'left' : 'right')]
  const events = Array.from({ length: EFFECTS }, (_, k): StageEvent => ({
    ...newEvent(`e${k}`, 'start', null, 'go'),
    x: -280 + k * 80,
    y: 40,
  }))
  kit.cues = [{ id: 'go', name: 'go', effects: ['funnel-steam'], strength: 1, chance: 1, most: 16 }]
  kit.stages = {
    long: {
      id: 'long',
      name: 'Long',
      surfaces,
      actors: [newActor('figure', 'walker', 0, 100)],
      events,
      recordings: [
        {
          id: 'r',
          name: 'half a minute',
          ticks: SECONDS * 60,
          presses: Array.from({ length: SECONDS }, (_, k) => press(k)),
        },
      ],
    },
  }
  kit.stageOrder = ['long']
  kit.name = 'Measure a scene'
  return Buffer.from(writeKitJson(demo))
}

const openScene = async (studio: Studio, page: Page, kit: Buffer): Promise<void> => {
  await studio.openShelf()
  await page
    .getByTestId('import-input')
    .setInputFiles({ name: 'measure.gliv.json', mimeType: 'application/json', buffer: kit })
  await page.getByRole('link', { name: 'Open Measured', exact: true }).click()
  await studio.stage.waitFor()
  if (!(await page.locator('.scene-line').isVisible())) await page.keyboard.press('e')
  await page.locator('.scene-line').waitFor()
}

/** Main-thread time of each picture: from its first callback to the first task after it. */
const pictureTimes = (page: Page, pictures: number): Promise<{ all: number[]; engine: number[] }> =>
  page.evaluate(
    (count) =>
      new Promise((done) => {
        const all: number[] = []
        const engine: number[] = []
        const channel = new MessageChannel()
        let start = 0
        channel.port1.onmessage = () => void all.push(performance.now() - start)
        const turn = (): void => {
          start = performance.now()
          engine.push((globalThis as unknown as Inside).glivStage.cost.ms)
          channel.port2.postMessage(0)
          if (all.length < count) requestAnimationFrame(turn)
          else done({ all, engine })
        }
        requestAnimationFrame(turn)
      }),
    pictures,
  )

const drag = async (page: Page, what: Locator, steps: number): Promise<void> => {
  await what.evaluate((element) => element.scrollIntoView({ block: 'center' }))
  const box = (await what.boundingBox())!
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2]
  await page.mouse.move(x, y)
  await page.mouse.down()
  for (let i = 1; i <= steps; i++) await page.mouse.move(x + i, y)
  await page.mouse.up()
}

const shares = (values: readonly number[]): string =>
  [0.5, 0.95, 1].map((share) => percentile(values, share).toFixed(1).padStart(7)).join('')

const edits = async (page: Page, title: string, what: Locator, steps = 80): Promise<void> => {
  await page.evaluate(() => void ((globalThis as unknown as Inside).glivStage.timings = []))
  await drag(page, what, steps)
  const timings = await page.evaluate(() => (globalThis as unknown as Inside).glivStage.timings!)
  const totals = timings.filter(({ total }) => total > 0).map(({ total }) => total)
  console.log(`  ${title.padEnd(44)}${shares(totals)}   (${totals.length} edits)`)
}

const frozenEdits = async (studio: Studio, page: Page, marks: boolean, steps = 80): Promise<void> => {
  await page.evaluate(
    (tick) => {
      const { glivStage } = globalThis as unknown as Inside
      glivStage.seekScene(tick)
    },
    SECONDS * 60 - 20,
  )
  const alive = await page.evaluate(() => {
    const { playback, scene } = (globalThis as unknown as Inside).glivStage
    return playback.alive + scene.othersAlive
  })
  console.log(
    `\nfrozen near the end of ${SECONDS} s, ${alive} particles alive${marks ? ', lasting marks' : ''}; ms: median, 95 %, most`,
  )
  for (const group of ['launch', 'scale']) await studio.openGroup(group)
  await edits(page, 'speed (births)', studio.number('speed', 'to'), steps)
  if (marks) await edits(page, 'gravity (motion)', studio.number('gravity'), steps)
  await edits(page, 'scale (output)', page.locator('[data-group="scale"] [data-property="scale"]').first())
}

await withStudio(async (studio, page) => {
  for (const marks of [false, true]) {
    await openScene(studio, page, kitWith(marks, 1))
    if (!marks) {
      await page.evaluate(
        (tick) => {
          const { glivStage } = globalThis as unknown as Inside
          glivStage.seekScene(tick)
          glivStage.play()
        },
        (SECONDS - 8) * 60,
      )
      await page.waitForFunction(() => (globalThis as unknown as Inside).glivStage.cost.ms > 0)
      const { all, engine } = await pictureTimes(page, 200)
      console.log(`playing, eight effects; ms a picture: median, 95 %, most (goal 8 at the median)`)
      console.log(`  engine and drawing calls, smoothed          ${shares(engine)}`)
      console.log(`  all of the main thread                      ${shares(all)}`)
      await page.keyboard.press('Space')
    }
    await frozenEdits(studio, page, marks)
  }
  await openScene(studio, page, kitWith(true, 2000))
  await frozenEdits(studio, page, true, 15)
  console.log('  (2,000 segments)')
})
