/** Stories of sprites that are drawn and made, and of frames that break into their pixels. */
import { expect, test } from '@playwright/test'
import { dialogGone, drawAt, openSprites, pixelsLike, type } from '../pictures.ts'
import { Studio } from '../studio.ts'

test('an 8 × 8 dot drawn from nothing flies in the effect, with every stroke', async ({ page }) => {
  const studio = await new Studio(page).openDemoEffect('Pier dust')
  await studio.selectEmitter('Grit')
  await studio.hideHandles()
  await page.keyboard.press('p')
  await page.getByTestId('sprites-drawer').getByRole('button', { name: 'Draw', exact: true }).click()
  await page.getByRole('button', { name: '8 × 8', exact: true }).click()
  await page.getByTestId('draw-canvas').waitFor()
  await page.locator('.MuiPopover-root').waitFor({ state: 'detached' })
  await studio.freezeAt(14)
  await studio.saved()
  const empty = await studio.picture()

  // While the pointer is down, the particles already show the stroke; nothing is kept yet.
  await page.getByRole('radio', { name: 'Disc' }).click()
  const canvas = page.getByTestId('draw-canvas')
  const box = (await canvas.boundingBox())!
  await page.mouse.move(box.x + box.width / 2 - 60, box.y + box.height / 2 - 60)
  await page.mouse.down()
  await page.mouse.move(box.x + box.width / 2 + 60, box.y + box.height / 2 + 60, { steps: 3 })
  await studio.drawn()
  const stage = async (): Promise<string> => (await studio.stage.screenshot()).toString('base64')
  const during = await stage()
  expect(during).not.toBe(empty)
  await page.mouse.up()
  await expect(page.getByRole('button', { name: 'Undo' })).toBeEnabled()
  await studio.saved()
  expect(await studio.picture()).toBe(during)
  await studio.undo()
  await expect.poll(() => studio.picture()).toBe(empty)
  await studio.redo()
  await expect.poll(() => studio.picture()).toBe(during)

  // Fill, eraser, mirror and pick leave their texels; the line's colour is taken up again.
  await page.getByRole('radio', { name: 'Eraser' }).click()
  await page.getByRole('button', { name: 'across', exact: true }).click()
  await drawAt(page, [0, 0], [0, 7])
  await page.getByRole('radio', { name: 'Pencil' }).click()
  await page.getByLabel('Colour', { exact: true }).first().fill('#ff2040')
  await page.keyboard.press('Enter')
  await drawAt(page, [1, 1])
  await expect(page.getByRole('group', { name: 'Colours at hand' }).getByRole('button')).toHaveCount(2)
  await studio.saved()
  await page.reload()
  await studio.stage.waitFor()
  await page.getByTestId('draw-canvas').waitFor()
  await expect(
    page.getByRole('group', { name: 'Colours at hand' }).getByRole('button', { name: 'Draw with #ff2040' }),
  ).toBeVisible()
  // Undo reaches back over the reload, pictures and all.
  await studio.undo()
  await expect(page.getByRole('group', { name: 'Colours at hand' }).getByRole('button')).toHaveCount(1)
})

test('frames of a drawing are added, selected texels moved, the canvas grows, and the running type follows', async ({
  page,
}) => {
  const studio = await openSprites(page)
  await page.getByRole('button', { name: 'Draw', exact: true }).click()
  await type(page, 'Width', '6')
  await type(page, 'Height', '4')
  await page.getByRole('button', { name: 'Draw 6 × 4' }).click()
  await page.locator('.MuiPopover-root').waitFor({ state: 'detached' })
  await page.getByRole('radio', { name: 'Block' }).click()
  await drawAt(page, [0, 0], [1, 1])
  await page.getByRole('radio', { name: 'Select' }).click()
  await drawAt(page, [0, 0], [1, 1])
  await drawAt(page, [0, 0], [3, 2])
  await page.getByRole('radio', { name: 'Pick' }).click()
  await studio.saved()
  await page.getByRole('button', { name: 'Duplicate this frame' }).click()
  await expect(page.getByRole('listbox', { name: 'Frames to draw' }).getByRole('option')).toHaveCount(2)
  await page.getByRole('button', { name: 'Flip across' }).click()
  await page.getByLabel('Onion').check()
  await page.getByLabel('Tiled').check()
  await page.getByRole('button', { name: '6 × 4 px' }).click()
  await type(page, 'Width', '10')
  await page.getByRole('button', { name: 'Change the size' }).click()
  await expect(page.getByRole('button', { name: '10 × 4 px' })).toBeVisible()
  await page.getByRole('tab', { name: 'Frames' }).click()
  await expect(page.getByRole('listbox', { name: 'Frames' }).getByRole('option')).toHaveCount(2)
  await studio.saved()
  // What lies on the sheet: the moved block at (3, 2) of 6, kept in the middle of 10 texels; its mirror image
  // in the second frame.
  const rows = await page.evaluate(async () => {
    const { result } = await new Promise<IDBRequest>((done) => {
      const open = indexedDB.open('gliv')
      open.onsuccess = () => {
        const all = open.result.transaction('pictures').objectStore('pictures').getAll()
        all.onsuccess = () => done(all)
      }
    })
    const pictures = result as { bytes: Uint8Array }[]
    const texts: string[] = []
    for (const { bytes } of pictures) {
      // Sounds lie there, too.
      if (bytes[0] !== 0x89) continue
      const bitmap = await createImageBitmap(new Blob([bytes as Uint8Array<ArrayBuffer>]))
      if (bitmap.width > 40 || bitmap.height > 40) continue
      const context = new OffscreenCanvas(bitmap.width, bitmap.height).getContext('2d')!
      context.drawImage(bitmap, 0, 0)
      const { data } = context.getImageData(0, 0, bitmap.width, bitmap.height)
      texts.push(
        Array.from({ length: bitmap.height }, (_, y) =>
          Array.from({ length: bitmap.width }, (_, x) =>
            data[(y * bitmap.width + x) * 4 + 3]! > 0 ? '#' : '.',
          ).join(''),
        ).join('/'),
      )
    }
    return texts
  })
  const [first, second] = ['.....##...', '...##.....']
  expect(rows.some((text) => text.includes(first!) && text.includes(second!))).toBe(true)
})

test('a made sprite comes in eight faces; a frame shatters into its pixels and is hidden while they fly', async ({
  page,
}) => {
  const studio = await openSprites(page)
  await page.getByRole('button', { name: 'Make', exact: true }).click()
  await page.getByRole('radio', { name: 'Shard' }).click()
  await type(page, 'Size', '16')
  await page.getByLabel('Frames, each another one').fill('8')
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('make-preview').locator('canvas')).toHaveCount(8)
  await page.getByRole('button', { name: 'Make 8 frames' }).click()
  await dialogGone(page)
  await expect(page.getByRole('listbox', { name: 'Frames' }).getByRole('option')).toHaveCount(8)
  await page.getByRole('button', { name: 'Pivot top left' }).click()
  await expect(page.getByLabel('x', { exact: true })).toHaveValue('0')
  await studio.drag(page.locator('[data-handle="pivot"]'), 60, 30)
  await expect(page.getByLabel('x', { exact: true })).not.toHaveValue('0')
  await page.getByRole('button', { name: 'For all frames' }).click()

  await page.getByRole('button', { name: 'Hard pixels', exact: true }).click()
  await page.getByRole('option', { name: 'crate' }).click()
  await page.getByRole('button', { name: 'Shatter' }).click()
  await studio.stage.waitFor()
  await expect(page.getByRole('textbox', { name: 'Effect name' })).toHaveValue('crate shatters')
  await studio.hideHandles()
  await studio.freezeAt(0)
  expect(await studio.alive()).toBe(1024)
  const wood = [150, 98, 54] as const
  const whole = await pixelsLike(studio, wood)
  expect(whole).toBeGreaterThan(200)
  const begun = await studio.picture()
  await studio.freezeAt(24)
  expect(await studio.picture()).not.toBe(begun)
  // Over: the sprite stands there again, as it was before it broke.
  await studio.freezeAt(200)
  expect(await studio.alive()).toBe(0)
  expect(Math.abs((await pixelsLike(studio, wood)) / whole - 1)).toBeLessThan(0.05)
  // The effect that goes is seen among the others: the first press leads there.
  await studio.undo()
  const cards = page.getByTestId('effect-card')
  await expect(page.getByText(/next step to undo is .*on the kit page/)).toBeVisible()
  await expect(cards.first()).toBeVisible()
  const effects = () =>
    page.evaluate(
      () =>
        (
          globalThis as unknown as {
            glivState: { document: { getState(): { kit: { effectOrder: string[] } } } }
          }
        ).glivState.document.getState().kit.effectOrder.length,
    )
  const before = await effects()
  await studio.undo()
  await expect.poll(effects).toBe(before - 1)
})

test('a kit of whole pixels zooms by whole numbers and shows the very texels', async ({ page }) => {
  const studio = await openSprites(page)
  await page.getByLabel('Whole pixels').check()
  await studio.saved()
  await page.goBack()
  await studio.openEffect('Keg pop')
  const zoom = (): Promise<number> =>
    page.evaluate(
      () => (globalThis as unknown as { glivStage: { camera: { zoom: number } } }).glivStage.camera.zoom,
    )
  expect(Number.isInteger(await zoom())).toBe(true)
  const before = await zoom()
  const box = (await studio.stage.boundingBox())!
  await page.mouse.move(box.x + 60, box.y + 60)
  await page.mouse.wheel(0, -120)
  await expect.poll(zoom).toBe(before + 1)
  expect(await pixelsLike(studio, [0x16, 0x17, 0x1c])).toBeGreaterThan(1000)
})
