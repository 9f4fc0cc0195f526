/** Pictures for stories, and the sprites' screens in a user's words. */
import { blit, createImage, type Image, makeSprite } from '@gliv/pixels'
import type { Page } from '@playwright/test'
import { Studio } from './studio.ts'

export const file = (name: string, bytes: Uint8Array, mimeType = 'image/png') => ({
  name,
  mimeType,
  buffer: Buffer.from(bytes),
})

export const filled = (width: number, height: number, r: number, g: number, b: number): Image => {
  const image = createImage(width, height)
  for (let i = 0; i < width * height; i++) image.data.set([r, g, b, 255], i * 4)
  return image
}

/** Eight flakes in two rows of four, apart from one another. */
export const flakes = (): Image => {
  const image = createImage(128, 64)
  for (let k = 0; k < 8; k++)
    blit(
      makeSprite('flake', { size: 24, hardness: 0.6, seed: k }),
      image,
      (k % 4) * 32 + 4,
      Math.floor(k / 4) * 32 + 4,
    )
  return image
}

export const openSprites = async (page: Page): Promise<Studio> => {
  const studio = await (await new Studio(page).openShelf()).openKit()
  await page.getByRole('link', { name: 'Sprites', exact: true }).click()
  await page.getByRole('tab', { name: 'Frames' }).waitFor()
  return studio
}

export const give = (page: Page, ...files: ReturnType<typeof file>[]): Promise<void> =>
  page.getByLabel('Pictures', { exact: true }).setInputFiles(files)

export const dialogGone = (page: Page): Promise<void> =>
  page.getByRole('dialog').waitFor({ state: 'detached' })

export const sheetNames = (page: Page): Promise<string[]> =>
  page.getByRole('list', { name: 'Sheets' }).locator('b').allTextContents()

/** A number of a form, typed. */
export const type = async (page: Page, label: string, text: string): Promise<void> => {
  await page.getByLabel(label, { exact: true }).fill(text)
  await page.keyboard.press('Enter')
}

/** Pastes a picture as the browser hands it over. */
export const paste = (page: Page, bytes: Uint8Array, name: string): Promise<void> =>
  page.evaluate(
    ([base64, fileName]) => {
      const data = new DataTransfer()
      data.items.add(
        new File([Uint8Array.from(atob(base64!), (c) => c.charCodeAt(0))], fileName!, { type: 'image/png' }),
      )
      document.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true }))
    },
    [Buffer.from(bytes).toString('base64'), name],
  )

/** Presses a texel of the drawing; with `to` a stroke between two. */
export const drawAt = async (
  page: Page,
  from: readonly [number, number],
  to?: readonly [number, number],
): Promise<void> => {
  const canvas = page.getByTestId('draw-canvas')
  const box = (await canvas.boundingBox())!
  const [zoom, left, top] = await Promise.all(
    ['data-zoom', 'data-left', 'data-top'].map(async (name) => Number(await canvas.getAttribute(name))),
  )
  const place = ([x, y]: readonly [number, number]): [number, number] => [
    box.x + left! + (x + 0.5) * zoom!,
    box.y + top! + (y + 0.5) * zoom!,
  ]
  await page.mouse.move(...place(from))
  await page.mouse.down()
  if (to) await page.mouse.move(...place(to), { steps: 5 })
  await page.mouse.up()
}

/** How many pixels of the stage are about this colour. */
export const pixelsLike = async (
  studio: Studio,
  colour: readonly [number, number, number],
): Promise<number> => {
  const picture = await studio.picture()
  return studio.page.evaluate(
    async ([base64, wanted]) => {
      const bitmap = await createImageBitmap(await (await fetch(`data:image/png;base64,${base64}`)).blob())
      const context = new OffscreenCanvas(bitmap.width, bitmap.height).getContext('2d')!
      context.drawImage(bitmap, 0, 0)
      const { data } = context.getImageData(0, 0, bitmap.width, bitmap.height)
      let count = 0
      for (let o = 0; o < data.length; o += 4)
        if ([0, 1, 2].every((c) => Math.abs(data[o + c]! - wanted[c]!) < 40)) count++
      return count
    },
    [picture, colour] as const,
  )
}
