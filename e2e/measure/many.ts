/**
 * npm run measure:many — a kit of many effects, and one of twenty: import, first card, scrolling, opening, deleting,
 * duplicating, undo. Times in ms until the screen shows it. Run "npm run build -- --peek" first.
 */
import { deleteEffect, duplicateEffect, writeKitZip } from '@gliv/document'
import { makeDemo } from '@gliv/demo'
import type { Page } from '@playwright/test'
import type { Studio } from '../studio.ts'
import { percentile, withStudio } from './run.ts'

const MANY = 300
const FEW = 20

/** The demo's effects again and again, no two alike. */
const kitOf = (count: number): Buffer => {
  const { kit, pictures } = makeDemo()
  let n = 0
  const makeId = (prefix: string): string => `${prefix}-m${++n}`
  const first = [...kit.effectOrder]
  for (let i = 0; kit.effectOrder.length < count; i++) {
    const id = duplicateEffect(kit, first[i % first.length]!, makeId)
    kit.effects[id]!.seed = 1000 + i
  }
  // With all that names them: cues, parts, what happens on stages.
  for (const id of kit.effectOrder.slice(count)) deleteEffect(kit, id)
  kit.effectOrder.forEach((id, i) => (kit.effects[id]!.name = `Effect ${i + 1}`))
  kit.id = `kit-many-${count}`
  kit.name = `Many ${count}`
  return Buffer.from(writeKitZip({ kit, pictures }))
}

/** What the screen must show: something that matches, and nothing that matches. */
interface Wanted {
  readonly there?: string
  readonly gone?: string
}

/** Milliseconds from a press in the page until the screen shows what is wanted. */
const until = (page: Page, press: string, wanted: Wanted): Promise<number> =>
  page.evaluate(
    ([pressed, { there, gone }]) =>
      new Promise<number>((done, fail) => {
        const start = performance.now()
        const look = (): void => {
          const shown =
            (there === undefined || document.querySelector(there) !== null) &&
            (gone === undefined || document.querySelector(gone) === null)
          if (shown) return void requestAnimationFrame(() => done(performance.now() - start))
          if (performance.now() - start > 60_000) return fail(new Error(`never: ${there ?? gone}`))
          requestAnimationFrame(look)
        }
        document.querySelector<HTMLElement>(pressed)!.click()
        look()
      }),
    [press, wanted] as const,
  )

const line = (what: string, ms: number, goal: string): void =>
  console.log(`${what.padEnd(52)} ${ms.toFixed(0).padStart(7)} ms   ${goal}`)

const labelled = (label: string): string => `[aria-label="${label}"]`

/** Waits for the picture of a card. */
const cardShown = (page: Page): Promise<unknown> =>
  page.waitForFunction(() =>
    [...document.querySelectorAll<HTMLImageElement>('[data-testid="effect-card"] img')].some(
      (image) => image.complete && image.naturalWidth > 0,
    ),
  )

const importKit = async (page: Page, count: number): Promise<void> => {
  const buffer = kitOf(count)
  const start = Date.now()
  await page.getByTestId('import-input').setInputFiles({
    name: 'many.gliv',
    mimeType: 'application/zip',
    buffer,
  })
  await page.getByTestId('effect-card').first().waitFor()
  line(`import of ${count}`, Date.now() - start, count === MANY ? 'goal 1500' : '')
}

const reload = async (page: Page, goal: string): Promise<void> => {
  const start = Date.now()
  await page.reload({ waitUntil: 'commit' })
  await cardShown(page)
  line('from reload to the first card with its picture', Date.now() - start, goal)
}

/** Frame times and long tasks while the page scrolls for some seconds. */
const scroll = async (page: Page): Promise<void> => {
  const { frames, long } = await page.evaluate(
    () =>
      new Promise<{ frames: number[]; long: number[] }>((done) => {
        const frames: number[] = []
        const long: number[] = []
        const observer = new PerformanceObserver((list) =>
          long.push(...list.getEntries().map((entry) => entry.duration)),
        )
        observer.observe({ entryTypes: ['longtask'] })
        const end = performance.now() + 6000
        let last = performance.now()
        const step = (now: number): void => {
          frames.push(now - last)
          last = now
          scrollBy(0, 14)
          if (now < end) requestAnimationFrame(step)
          else {
            observer.disconnect()
            done({ frames: frames.slice(1), long })
          }
        }
        requestAnimationFrame(step)
      }),
  )
  line('a frame while scrolling, median', percentile(frames, 0.5), 'goal: the display’s rate')
  line('a frame while scrolling, 95 %', percentile(frames, 0.95), '')
  line(`longest task while scrolling (${long.length} over 50)`, Math.max(0, ...long), 'goal: none over 50')
}

const many = async (studio: Studio, page: Page): Promise<void> => {
  await studio.openShelf()
  await importKit(page, MANY)
  await reload(page, 'goal 1000')
  await page.waitForLoadState('networkidle')
  await scroll(page)
  await page.evaluate(() => scrollTo(0, document.body.scrollHeight / 2))
  await page.getByRole('link', { name: 'Open Effect 150', exact: true }).waitFor()
  const open = await until(page, labelled('Open Effect 150'), { there: '[data-testid="track"]' })
  line('opening the 150th', open, 'goal 1500')
  await page.goBack()
  await page.getByTestId('effect-card').first().waitFor()
  const name = await page.getByTestId('effect-card').first().locator('h2').textContent()
  line(
    'deleting one',
    await until(page, labelled(`Delete ${name}`), { gone: labelled(`Delete ${name}`) }),
    'goal 200',
  )
}

const few = async (studio: Studio, page: Page): Promise<void> => {
  await studio.openShelf()
  await importKit(page, FEW)
  await cardShown(page)
  const duplicates: number[] = []
  const undos: number[] = []
  for (let i = 0; i < 7; i++) {
    const copy = labelled('Delete Effect 21')
    duplicates.push(await until(page, labelled('Duplicate Effect 3'), { there: copy }))
    undos.push(await until(page, labelled('Undo'), { gone: copy }))
  }
  line('duplicating one of 20, median', percentile(duplicates, 0.5), 'goal 100')
  line('undo on the kit page, median', percentile(undos, 0.5), 'goal 50')
  await studio.openEffect('Effect 3')
  const editorUndos: number[] = []
  for (let i = 0; i < 9; i++) {
    const first = page
      .getByTestId('track')
      .first()
      .getByRole('button', { name: /^Mute / })
    const mute = labelled((await first.getAttribute('aria-label'))!)
    await until(page, mute, { gone: mute })
    editorUndos.push(await until(page, labelled('Undo'), { there: mute }))
  }
  line('undo in the editor, median', percentile(editorUndos, 0.5), 'goal 50')
}

await withStudio(many)
await withStudio(few)
