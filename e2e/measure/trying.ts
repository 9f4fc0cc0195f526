/** npm run measure:trying — how soon a held take is on the stage, and whether Explore keeps the page quick. */
import type { Page } from '@playwright/test'
import type { Studio } from '../studio.ts'
import { withStudio } from './run.ts'

const middle = (values: readonly number[]): number => values.toSorted((a, b) => a - b)[values.length >> 1]!
const most = (values: readonly number[]): number => Math.max(0, ...values)

/** ms from the press of the key to the submitted picture, at a frozen moment; to the take and back. */
const switches = (page: Page): Promise<number[]> =>
  page.evaluate(async () => {
    const stage = (globalThis as unknown as { glivStage: { onPicture: (() => void) | null } }).glivStage
    const took: number[] = []
    const press = (type: 'keydown' | 'keyup'): Promise<void> =>
      new Promise((done) => {
        const start = performance.now()
        stage.onPicture = () => {
          took.push(performance.now() - start)
          stage.onPicture = null
          setTimeout(done, 250)
        }
        document.body.dispatchEvent(new KeyboardEvent(type, { key: 'x', code: 'KeyX', bubbles: true }))
      })
    for (let n = 0; n < 10; n++) {
      await press('keydown')
      await press('keyup')
    }
    return took
  })

const measureTakes = async (studio: Studio, page: Page): Promise<void> => {
  await studio.openDemoEffect('Stove fire')
  await studio.freezeAt(60)
  await page.keyboard.press('k')
  await studio.openGroup('launch')
  await studio.type('fan', '120')
  await studio.stage.focus()
  await page.keyboard.press('k')
  await page.getByRole('button', { name: 'Compare Take 1' }).click()
  await studio.drawn()
  const took = await switches(page)
  console.log(
    `held take: ${middle(took).toFixed(1)} ms from key to picture, at most ${most(took).toFixed(1)} (20 switches)`,
  )
}

interface Smoothness {
  readonly tasks: number[]
  readonly gaps: number[]
}

/** Long tasks, and gaps between turns of the screen, over so many ms. */
const watched = (page: Page, ms: number): Promise<Smoothness> =>
  page.evaluate(
    (time) =>
      new Promise<Smoothness>((done) => {
        const tasks: number[] = []
        const gaps: number[] = []
        const observer = new PerformanceObserver((list) =>
          tasks.push(...list.getEntries().map(({ duration }) => duration)),
        )
        observer.observe({ entryTypes: ['longtask'] })
        const end = performance.now() + time
        let last = performance.now()
        const turn = (now: number): void => {
          gaps.push(now - last)
          last = now
          if (now < end) return void requestAnimationFrame(turn)
          observer.disconnect()
          done({ tasks, gaps })
        }
        requestAnimationFrame(turn)
      }),
    ms,
  )

const line = (what: string, { tasks, gaps }: Smoothness): void =>
  console.log(
    `${what}: longest task ${most(tasks).toFixed(0)} ms, over 100 ms ${tasks.filter((ms) => ms > 100).length}; turns of the screen ${middle(gaps).toFixed(1)} ms in the middle, ${most(gaps).toFixed(0)} at most`,
  )

/** Particles of the effect whose variations run side by side. */
const LEAST_ALIVE = 300

const measureExplore = async (studio: Studio, page: Page): Promise<void> => {
  await studio.openDemoEffect('Canal rain')
  // The takes were looked at in a frozen moment; so many live once the first drops have come down.
  const play = page.getByRole('button', { name: 'Play', exact: true })
  if (await play.isVisible()) await play.click()
  await page.waitForFunction(
    (least) =>
      Number(/(\d+) alive/.exec(document.querySelector('[data-testid="clock"]')?.textContent ?? '')?.[1]) >
      least,
    LEAST_ALIVE,
  )
  const alive = await studio.alive()
  await page.keyboard.press('q')
  line('Explore, drawing its rows', await watched(page, 4000))
  await page.getByText('drawing…').first().waitFor({ state: 'detached', timeout: 60_000 })
  const cells = await page.getByRole('button', { name: /^Go on from / }).count()
  line(`Explore, ${cells} variations of ${alive} particles running`, await watched(page, 6000))
}

await withStudio(async (studio, page) => {
  await measureTakes(studio, page)
  await measureExplore(studio, page)
})
