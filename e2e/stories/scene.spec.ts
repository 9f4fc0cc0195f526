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

/** A sentence that is there already. */
const sentence = (page: Page, text: string) => page.locator('.event-sentence').filter({ hasText: text })

const openStage = async (page: Page, name: string): Promise<Studio> => {
  const studio = await new Studio(page).openShelf()
  await studio.openKit()
  await page.getByRole('link', { name: `Open the stage ${name}`, exact: true }).click()
  await page.getByTestId('scene-picture').waitFor()
  return studio
}

test('a swipe on frame 4 of an attack plays at the hand, where the frame has it', async ({ page }) => {
  const studio = await openStage(page, 'The pier')
  const swipe = sentence(page, 'Boat-hook swipe')
  await swipe.getByRole('textbox', { name: 'Frame' }).fill('4')
  await page.keyboard.press('Enter')
  await expect(swipe).toContainText('frame')
  // The hand is further out there, typed frame by frame.
  await page
    .getByText(/^Points: feet, hand/)
    .first()
    .click()
  await page.getByRole('button', { name: 'Frames of hand' }).click()
  await page.getByRole('textbox', { name: 'Each frame of hand' }).fill('0,0 0,0 0,0 30')
  await page.keyboard.press('Enter')
  await expect(page.getByText('Type →,↓ for each frame')).toBeVisible()
  await page.getByRole('textbox', { name: 'Each frame of hand' }).fill('0,0 0,0 0,0 30,-4')
  await page.keyboard.press('Enter')
  // A card that is dropped on a point starts a sentence there.
  await expect(page.locator('.event-sentence')).toHaveCount(12)
  await page.getByText('Effects to drop on a point').click()
  await page.locator('[data-card="signal-flare"]').dragTo(page.getByRole('slider', { name: 'Point feet' }))
  await expect(page.locator('.event-sentence')).toHaveCount(13)
  await expect(page.locator('.event-sentence').last()).toContainText(
    'landing of Deckhand plays Signal flare burst + at feet',
  )
  await studio.saved()
  await studio.openDemoEffect('Boat-hook swipe')
  await page.keyboard.press('e')
  await page.locator('.scene-mark.own').first().click()
  const at = await page.evaluate(() => {
    const { scene, origin } = (
      globalThis as unknown as {
        glivStage: {
          origin: readonly [number, number]
          scene: {
            offset: number
            scene: {
              track: {
                actorAt(
                  id: string,
                  tick: number,
                ): { x: number; y: number; facing: number; since: number; state: string }
              }
            }
          }
        }
      }
    ).glivStage
    const now = scene.scene.track.actorAt('deckhand', scene.offset)
    return {
      dx: (origin[0] - now.x) * now.facing,
      dy: origin[1] - now.y,
      state: now.state,
      after: scene.offset - now.since,
    }
  })
  expect(at).toMatchObject({ dx: 36, dy: -25, state: 'attack' })
  // Frame 4 of a clip of 14 pictures a second.
  expect(at.after).toBe(Math.ceil((3 * 60) / 14))
})

test('mud leaves its marks on the drawn wall alone', async ({ page }) => {
  const studio = await new Studio(page).openShelf()
  await studio.openKit()
  await page.getByRole('button', { name: 'New stage' }).click()
  await page.getByTestId('scene-picture').waitFor()
  await page.getByTestId('stage-overlay').locator('[data-surface]').focus()
  await page.keyboard.press('Delete')
  // A wall, drawn as a line with two presses of its tool, and closed by Enter.
  await page.getByRole('group', { name: 'Tools' }).getByRole('button', { name: 'Outline' }).click()
  for (const [x, y] of [
    [40, -80],
    [70, -80],
    [70, 120],
    [40, 120],
  ] as const)
    await page.mouse.click(...(await onPicture(page, x, y)))
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('stage-overlay').locator('path.surface')).toHaveCount(1)
  await page.getByRole('button', { name: 'When something happens…' }).click()
  await choose(page, /^Event:/, 'the beginning')
  await choose(page, /^Actor:/, 'the stage')
  await choose(page, /^Effect:/, 'Mud splat')
  await page.getByRole('button', { name: /^Play$/ }).click()
  await expect(page.locator('.scene-cost')).not.toContainText('0 effects')
  await studio.saved()
  const name = await page.getByRole('textbox', { name: 'Stage name' }).inputValue()
  await studio.openDemoEffect('Mud splat')
  await page.getByRole('button', { name: 'Alone', exact: true }).click()
  await page.getByRole('menuitem', { name: `In “${name}”` }).click()
  await page.locator('.scene-mark.own').first().click()
  await studio.freezeAt(90)
  const marks = await page.evaluate(() => {
    const { simulation } = (
      globalThis as unknown as {
        glivStage: {
          simulation: {
            frame(a: number, s: undefined, l: string): { f32: Float32Array; count: number; originX: number }
          }
        }
      }
    ).glivStage
    const { f32, count, originX } = simulation.frame(1, undefined, 'marks')
    return Array.from(
      { length: count },
      (_, i) => originX + f32[i * 12]! + (f32[i * 12 + 2]! + f32[i * 12 + 4]!) / 2,
    )
  })
  expect(marks.length).toBeGreaterThan(0)
  for (const x of marks) {
    expect(x).toBeGreaterThan(30)
    expect(x).toBeLessThan(80)
  }
})

test('a screenshot is pasted as backdrop at the scale of its pixels, a map and a picture give surfaces; rubbish is refused', async ({
  page,
}) => {
  await openStage(page, 'Lock basin')
  // Three px of the screenshot are one of the game.
  await page.evaluate(async () => {
    const canvas = document.createElement('canvas')
    canvas.width = 96
    canvas.height = 60
    const context = canvas.getContext('2d')!
    for (let y = 0; y < 20; y++)
      for (let x = 0; x < 32; x++) {
        context.fillStyle = `hsl(${(x * 47 + y * 91) % 360} 60% 40%)`
        context.fillRect(x * 3, y * 3, 3, 3)
      }
    const blob = await new Promise<Blob>((done) => canvas.toBlob((b) => done(b!)))
    const data = new DataTransfer()
    data.items.add(new File([blob], 'shot.png', { type: 'image/png' }))
    window.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true }))
  })
  await expect(page.getByText('a pixel of the game is 3 px there')).toBeVisible()
  await expect(page.getByLabel('Scale of shot')).toHaveValue('0.333')
  const surfaces = page.getByTestId('stage-overlay').locator('path.surface')
  await expect(surfaces).toHaveCount(1)
  await page.getByRole('button', { name: 'Bring in…' }).click()
  await page.getByRole('menuitem', { name: 'Outline of “shot” as surfaces' }).click()
  await expect(surfaces).toHaveCount(2)
  const files = page.locator('.stage-bar input[type="file"]').nth(1)
  const map = {
    width: 3,
    height: 2,
    tilewidth: 16,
    tileheight: 16,
    layers: [{ name: 'ground', type: 'tilelayer', data: [0, 1, 0, 1, 1, 1] }],
  }
  await files.setInputFiles({
    name: 'level.json',
    mimeType: 'application/json',
    buffer: Buffer.from(JSON.stringify(map)),
  })
  await expect(surfaces).toHaveCount(3)
  await expect(page.getByText('4 solid tiles of “ground” are surfaces now')).toBeVisible()
  await files.setInputFiles({
    name: 'level.json',
    mimeType: 'application/json',
    buffer: Buffer.from('{"width": 3'),
  })
  await expect(page.getByText('level.json was not taken: it is no JSON')).toBeVisible()
  await page.getByTestId('scene-picture').focus()
  for (const left of [2, 1, 1]) {
    await page.keyboard.press('Control+z')
    await expect(surfaces).toHaveCount(left)
  }
  await expect(page.getByLabel('Scale of shot')).toBeHidden()
  await expect(page.getByTestId('scene-picture')).toBeVisible()
})

test('an effect is played by hand, set beside itself, and shown under nine seeds; what it costs is said', async ({
  page,
}) => {
  const studio = await new Studio(page).openDemoEffect('Pier dust')
  await studio.freezeAt(200)
  await expect(page.getByTestId('clock')).toContainText(/ 0 alive/)
  const still = await studio.picture()
  await page.getByRole('button', { name: 'Play here' }).click()
  const box = (await studio.stage.boundingBox())!
  await page.mouse.move(box.x + box.width / 3, box.y + box.height / 2)
  await page.mouse.down()
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2, { steps: 4 })
  await page.mouse.up()
  const here = () =>
    page.evaluate(
      () => (globalThis as unknown as { glivStage: { here: { busy: boolean } } }).glivStage.here.busy,
    )
  expect(await here()).toBe(true)
  await expect.poll(here, { timeout: 15_000 }).toBe(false)
  // A key plays it where the pointer is; Escape ends the mode.
  await page.keyboard.press('i')
  expect(await here()).toBe(true)
  await page.keyboard.press('Escape')
  await expect(page.getByRole('button', { name: 'Play here' })).toHaveAttribute('aria-pressed', 'false')
  await expect.poll(here, { timeout: 15_000 }).toBe(false)
  await page.mouse.move(460, 20)
  expect(await studio.picture()).toBe(still)

  await studio.freezeAt(10)
  const alone = await studio.picture()
  await page.getByRole('button', { name: 'The effect’s own page' }).click()
  await page.getByRole('button', { name: 'Another instance' }).click()
  await page.getByLabel('Instance 2 ×').fill('2')
  await page.keyboard.press('Enter')
  expect(await studio.picture()).not.toBe(alone)
  await page.getByRole('slider', { name: 'Instance 2' }).focus()
  await page.keyboard.press('Shift+ArrowRight')
  await expect(page.getByRole('slider', { name: 'Instance 2' })).toHaveAttribute('aria-valuenow', '90')
  await page.keyboard.press('Delete')
  await page.getByRole('textbox', { name: 'Scale by strength' }).fill('2:50 1:80')
  await page.keyboard.press('Enter')
  await expect(page.getByText('Type strength:percent')).toBeVisible()
  await page.getByRole('textbox', { name: 'Scale by strength' }).fill('0.5:70 2:150')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('textbox', { name: 'Scale by strength' })).toHaveValue('0.5:70 2:150')
  await studio.undo()
  await page.getByTestId('cost').click()
  await expect(page.getByRole('complementary', { name: 'What it costs' }).getByRole('row')).toHaveCount(3)
  await expect(page.getByTestId('cost')).toHaveText(/^\d+\.\d× · \d+ draws? · \d+\.\d ms$/)
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Nine seeds' }).click()
  await expect(page.getByRole('group', { name: 'Nine seeds' }).getByRole('button')).toHaveCount(9)
  const label = (await page
    .getByRole('button', { name: /^Take seed/ })
    .first()
    .getAttribute('aria-label'))!
  await page
    .getByRole('button', { name: /^Take seed/ })
    .first()
    .click()
  await expect(page.getByLabel('Seed', { exact: true })).toHaveValue(label.replace('Take seed ', ''))
  await studio.undo()
  expect(await studio.picture()).toBe(alone)
})

test('a held key shows the bake in the effect’s place, at its cue, with both costs; an edit is baked anew', async ({
  page,
}) => {
  test.slow()
  const studio = await new Studio(page).openDemoEffect('Pier dust')
  await studio.selectEmitter('Grit')
  await page.getByRole('button', { name: 'Alone', exact: true }).click()
  await page.getByRole('menuitem', { name: 'In “The pier”' }).click()
  await page.locator('.scene-mark.own').first().click()
  await studio.freezeAt(9)
  const live = await studio.picture()
  const both = page.getByRole('group', { name: 'Live or baked' })
  await page.keyboard.down('v')
  await expect(page.getByTestId('cost-baked')).toContainText(
    /Baked .*\d+ frames at \d+ a second · \d+ × \d+ px/,
    {
      timeout: 60_000,
    },
  )
  await expect.poll(() => studio.picture()).not.toBe(live)
  const baked = await studio.picture()
  await page.keyboard.up('v')
  expect(await studio.picture()).toBe(live)
  await expect(both).toContainText(/Live \d+\.\d× · \d+ draws?/)
  // By the button, too; a number that is typed then changes the bake.
  await studio.type('gravity', '-300')
  const button = page.getByRole('button', { name: 'Hold to see the bake' })
  await button.focus()
  await page.keyboard.down('Enter')
  await expect
    .poll(
      async () => {
        const now = await studio.picture()
        return now !== baked && now !== live
      },
      { timeout: 60_000 },
    )
    .toBe(true)
  await page.keyboard.up('Enter')
  await studio.undo()
  expect(await studio.picture()).toBe(live)
  await both.getByRole('button', { name: 'close' }).click()
  await expect(both).toBeHidden()
})
