/**
 * The browser is killed in the middle of work, as by the system, and started again on the same profile: what
 * was shown as
 * saved is there, what was not is at most a second of it. `GLIV_LONG=1` (npm run test:long): a hundred kills
 * and reloads.
 */
import { spawn, type ChildProcess } from 'node:child_process'
import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { type Browser, chromium, expect, type Page, test } from '@playwright/test'
import { ADDRESS, CHROMIUM } from '../browser.ts'
import { dice } from '../dice.ts'

const LONG = process.env['GLIV_LONG'] === '1'
const KILLS = Number(process.env['GLIV_KILLS'] ?? (LONG ? 100 : 3))
const RELOADS = Number(process.env['GLIV_RELOADS'] ?? (LONG ? 100 : 8))
const SEED = Number(process.env['GLIV_KILL_SEED'] ?? 27)
const EFFECT = `${ADDRESS}/kit/last-ferry/effect/pier-dust`

/** A browser of our own, so that it can be killed by its process id and nothing else is. */
const start = async (profile: string): Promise<{ child: ChildProcess; browser: Browser; page: Page }> => {
  const child = spawn(
    CHROMIUM.executablePath,
    [
      ...CHROMIUM.args,
      '--headless=new',
      '--remote-debugging-port=0',
      `--user-data-dir=${profile}`,
      '--window-size=1280,800',
      '--force-prefers-reduced-motion',
      'about:blank',
    ],
    { stdio: ['ignore', 'ignore', 'pipe'], detached: true },
  )
  const address = await new Promise<string>((done, fail) => {
    let told = ''
    child.stderr!.on('data', (data: Buffer) => {
      told += String(data)
      const found = /ws:\/\/\S+/.exec(told)
      if (found) done(found[0])
    })
    child.on('exit', () => fail(new Error(`Chromium did not start: ${told.slice(-400)}`)))
  })
  const browser = await chromium.connectOverCDP(address)
  const page = browser.contexts()[0]!.pages()[0] ?? (await browser.contexts()[0]!.newPage())
  return { child, browser, page }
}

/** All processes of that browser at once, without a word to them. */
const kill = async ({ child, browser }: { child: ChildProcess; browser: Browser }): Promise<void> => {
  const gone = new Promise((done) => child.on('exit', done))
  process.kill(-child.pid!, 'SIGKILL')
  await gone
  await browser.close().catch(() => {})
}

const open = async (page: Page): Promise<void> => {
  await page.goto(EFFECT)
  await page.getByTestId('stage').waitFor()
  await page.getByRole('button', { name: 'Grit', exact: true }).click()
}

const number = (page: Page, property: string) =>
  page.getByLabel('Recipe').locator(`[data-group] [data-property="${property}"]`).first()
const read = async (page: Page, property: string): Promise<number> =>
  Number(await number(page, property).getAttribute('aria-valuenow'))
const isSaved = async (page: Page): Promise<boolean> =>
  (await page.getByTestId('save-state').textContent()) === 'saved'

const type = async (page: Page, value: number): Promise<void> => {
  await number(page, 'drag').click()
  await page.locator('.number-input:focus').fill(String(value))
  await page.keyboard.press('Enter')
}

test(`${KILLS} kills while editing and dragging: nothing that was shown as saved is lost, nor more than a second`, async () => {
  test.setTimeout(60_000 + KILLS * 30_000)
  const profile = await mkdtemp(join(tmpdir(), 'gliv-kill-'))
  const roll = dice(SEED)
  let [lost, corrupt] = [0, 0]
  let running = await start(profile)
  try {
    await running.page.goto(`${ADDRESS}/`)
    await running.page.getByTestId('kit-card').first().waitFor()
    await open(running.page)
    for (let k = 0; k < KILLS; k++) {
      const { page } = running
      // What may be found: what was shown as saved last, or anything typed since.
      let possible = [await read(page, 'drag')]
      const dragging = roll(2) === 1
      let gravitySecondAgo = await read(page, 'gravity')
      if (dragging) {
        const box = (await number(page, 'gravity').boundingBox())!
        await page.mouse.move(box.x + 4, box.y + 6)
        await page.mouse.down()
        const steps: [number, number][] = []
        // Moved for a while, so that there is a second to look back to.
        for (let i = 1; i <= 50 + roll(20); i++) {
          await page.mouse.move(box.x + 4 - i, box.y + 6)
          await page.evaluate(
            () => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))),
          )
          steps.push([Date.now(), await read(page, 'gravity')])
        }
        const now = Date.now()
        gravitySecondAgo = steps.findLast(([at]) => now - at >= 1000)?.[1] ?? gravitySecondAgo
      } else
        for (let n = 0; n <= roll(3); n++) {
          const value = Math.round((2 + roll(400) / 100) * 100) / 100
          await type(page, value)
          if (roll(2) === 1) await expect.poll(() => isSaved(page)).toBe(true)
          possible = (await isSaved(page)) ? [value] : [...possible, value]
        }
      await kill(running)
      running = await start(profile)
      await open(running.page)
      if ((await running.page.getByTestId('set-aside').count()) > 0) corrupt++
      const kept = await read(running.page, 'drag')
      if (!possible.includes(kept)) lost++
      // A drag only grows here, so that what is a second old or younger is at or beyond where it was then.
      if (dragging && (await read(running.page, 'gravity')) > gravitySecondAgo) lost++
    }
  } finally {
    await kill(running)
    await rm(profile, { recursive: true, force: true })
  }
  console.log(`  ${KILLS} kills (seed ${SEED}): ${lost} lost, ${corrupt} corrupt`)
  expect([lost, corrupt]).toEqual([0, 0])
})

test(`${RELOADS} reloads while editing and dragging lose nothing`, async ({ page }) => {
  test.setTimeout(60_000 + RELOADS * 10_000)
  await page.goto('/')
  await page.getByTestId('kit-card').first().waitFor()
  await open(page)
  const roll = dice(SEED + 1)
  let lost = 0
  for (let k = 0; k < RELOADS; k++) {
    const way = roll(4)
    // As many digits as the field shows: typing what stands there already is no edit.
    const value = Math.round(20 + roll(40)) / 10
    if (way === 3) {
      const box = (await number(page, 'gravity').boundingBox())!
      await page.mouse.move(box.x + 4, box.y + 6)
      await page.mouse.down()
      for (let i = 1; i <= 3 + roll(8); i++)
        await page.mouse.move(box.x + 4 + (roll(2) === 0 ? i : -i) * 3, box.y + 6)
    } else if (way === 2) {
      // Typed and not entered.
      await number(page, 'drag').click()
      await page.locator('.number-input:focus').fill(String(value))
    } else await type(page, value)
    const expected = way === 3 ? await read(page, 'gravity') : value
    // By the button, or by leaving and coming back.
    if (roll(2) === 0) await page.reload()
    else {
      await page.goto('about:blank')
      await page.goBack()
    }
    await page.mouse.up()
    await page.getByTestId('stage').waitFor()
    const kept = await read(page, way === 3 ? 'gravity' : 'drag')
    if (kept !== expected) {
      lost++
      console.log(
        `  reload ${k}, ${['typed', 'typed', 'typed and not entered', 'dragged'][way]}: ${expected} was seen, ${kept} was kept`,
      )
    }
  }
  console.log(`  ${RELOADS} reloads (seed ${SEED + 1}): ${lost} lost`)
  expect(lost).toBe(0)
})
