/** By finger and by pen: two fingers move and zoom what is shown, a light pen draws thin, targets are large enough. */
import { type CDPSession, expect, type Locator, type Page, test } from '@playwright/test'
import { Studio } from '../studio.ts'

test.use({ hasTouch: true, isMobile: true, viewport: { width: 1280, height: 800 } })

type Place = readonly [x: number, y: number]
const touch = (to: CDPSession, type: 'touchStart' | 'touchMove' | 'touchEnd', points: readonly Place[]) =>
  to.send('Input.dispatchTouchEvent', { type, touchPoints: points.map(([x, y], id) => ({ x, y, id })) })

/** Two fingers come down around the middle, go apart and together to the right, and are lifted. */
const pinch = async (page: Page, what: Locator): Promise<void> => {
  const cdp = await page.context().newCDPSession(page)
  const box = (await what.boundingBox())!
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2]
  const at = (apart: number, right: number): readonly Place[] => [
    [x - apart + right, y],
    [x + apart + right, y],
  ]
  await touch(cdp, 'touchStart', at(20, 0).slice(0, 1))
  await touch(cdp, 'touchStart', at(20, 0))
  for (let k = 1; k <= 5; k++) await touch(cdp, 'touchMove', at(20 + 6 * k, 4 * k))
  await touch(cdp, 'touchEnd', [])
}

interface Seen {
  readonly glivStage: { readonly camera: { readonly zoom: number; readonly x: number } }
}
const camera = (page: Page) => page.evaluate(() => ({ ...(globalThis as unknown as Seen).glivStage.camera }))

test('two fingers zoom and move the stage, pictures of sheets, bakes and the drawing, and draw nothing', async ({
  page,
}) => {
  test.slow()
  const studio = await new Studio(page).openDemoEffect('Keg pop')
  await studio.freezeAt(12)
  await page.keyboard.press('h')
  const before = await camera(page)
  await pinch(page, studio.stage)
  await expect.poll(async () => (await camera(page)).zoom).toBeGreaterThan(before.zoom * 1.5)

  await studio.goWithin('/kit/last-ferry/sprites')
  const view = page.getByTestId('picture-view')
  const zoom = view.getByRole('button', { name: /^(×|1∕)/ })
  const first = await zoom.textContent()
  await pinch(page, view)
  await expect(zoom).not.toHaveText(first!)

  await studio.goWithin('/kit/last-ferry/ship/keg-pop')
  for (const name of ['As the game shows it', 'The sheet']) {
    const picture = page.getByRole('region', { name, exact: true })
    await expect(page.getByTestId('sheet-facts')).toBeVisible()
    await pinch(page, picture.locator('canvas'))
    const whole = picture.getByRole('button', { name: /show all of it$/ })
    await expect(whole).toHaveText(/^[2-9]\.\d×/)
    await whole.tap()
    await expect(whole).toHaveCount(0)
  }

  await studio.goWithin('/kit/last-ferry/sprites')
  await page.getByRole('tab', { name: 'Draw' }).tap()
  const canvas = page.getByTestId('draw-canvas')
  await expect(canvas).toBeVisible()
  const undo = page.getByRole('button', { name: 'Undo' })
  const start = Number(await canvas.getAttribute('data-zoom'))
  await pinch(page, canvas)
  await expect.poll(async () => Number(await canvas.getAttribute('data-zoom'))).toBeGreaterThan(start * 1.5)
  await expect(undo).toBeDisabled()
  await page.getByRole('button', { name: 'Show all of it' }).tap()
  await expect.poll(async () => Number(await canvas.getAttribute('data-zoom'))).toBe(start)
})

test('by finger everything that is pressed is at least 40 px high and wide', async ({ page }) => {
  const studio = await new Studio(page).openDemoEffect('Wake')
  await studio.freezeAt(20)
  await studio.stage.tap({ position: { x: 20, y: 20 } })
  for (const path of ['/effect/boat-wake', '', '/ship/boat-wake']) {
    await studio.goWithin(`/kit/last-ferry${path}`)
    await page.locator('.app-header button').first().waitFor()
    await page.locator('main button').first().waitFor()
    const small = await page.evaluate(() =>
      [...document.querySelectorAll<HTMLElement>('button, select, [role="combobox"], [role="option"]')]
        .filter((one) => one.checkVisibility({ visibilityProperty: true, opacityProperty: true }))
        .map((one) => ({ name: one.outerHTML.slice(0, 90), box: one.getBoundingClientRect() }))
        .filter(({ box }) => box.width > 0 && (box.width < 39.5 || box.height < 39.5))
        .map(({ name, box }) => `${name} ${Math.round(box.width)} × ${Math.round(box.height)}`),
    )
    expect(small, path).toEqual([])
  }
})
