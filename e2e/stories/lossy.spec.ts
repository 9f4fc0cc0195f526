/** What only a browser encodes: WebP and WebM stay within 35 dB of what was drawn. */
import { readFile } from 'node:fs/promises'
import { type Browser, expect, type Page, test } from '@playwright/test'
import { unzipSync } from 'fflate'
import { Studio } from '../studio.ts'

const ticked = async (page: Page, effect: string): Promise<void> => {
  await new Studio(page).openDemoEffect(effect)
  await page.getByRole('link', { name: 'Ship', exact: true }).click()
  await expect(page.getByTestId('sheet-facts')).toContainText('of texture memory')
  await page.getByLabel(`Write ${effect}`, { exact: true }).check()
  await page.getByRole('region', { name: 'Write', exact: true }).locator('.ship-line').click()
  for (const label of ['PNG sequence', 'WebP', 'WebM'])
    await page.locator('.ship-rows').getByLabel(label, { exact: true }).check()
}

const written = async (page: Page): Promise<Record<string, Uint8Array>> => {
  await expect(page.getByRole('button', { name: /^Write \d+ files? · / })).toBeEnabled({ timeout: 90_000 })
  await page.getByRole('button', { name: 'Where to write' }).click()
  const [zip] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('menuitem', { name: 'As a download' }).click(),
  ])
  return unzipSync(new Uint8Array(await readFile(await zip.path())))
}

const GROUNDS = ['#000000', '#ffffff', '#102030'] as const

const url = (type: string, bytes: Uint8Array): string =>
  `data:${type};base64,${Buffer.from(bytes).toString('base64')}`

/** A page of no application decodes, so that another reader judges than the one that wrote. */
const judge = async (browser: Browser) => {
  const page = await (await browser.newContext()).newPage()
  await page.evaluate(() => {
    type Drawn = HTMLImageElement | HTMLVideoElement
    const pixels = (source: Drawn, width: number, height: number, ground: string): Uint8ClampedArray => {
      const canvas = document.createElement('canvas')
      Object.assign(canvas, { width, height })
      const context = canvas.getContext('2d')!
      context.fillStyle = ground
      context.fillRect(0, 0, width, height)
      context.drawImage(source, 0, 0)
      return context.getImageData(0, 0, width, height).data
    }
    const load = async (src: string): Promise<HTMLImageElement> => {
      const image = new Image()
      image.src = src
      await image.decode()
      return image
    }
    /** Peak signal to noise in dB. */
    const psnr = (a: Uint8ClampedArray, b: Uint8ClampedArray): number => {
      let sum = 0
      for (let o = 0; o < a.length; o++) sum += o % 4 === 3 ? 0 : (a[o]! - b[o]!) ** 2
      return 10 * Math.log10((255 * 255) / Math.max(1e-9, sum / (a.length * 0.75)))
    }
    const stills = async (a: string, b: string, grounds: readonly string[]): Promise<number> => {
      const [one, other] = [await load(a), await load(b)]
      if (one.width !== other.width || one.height !== other.height) throw new Error('the sizes differ')
      const at = (image: HTMLImageElement, ground: string) => pixels(image, one.width, one.height, ground)
      return Math.min(...grounds.map((ground) => psnr(at(one, ground), at(other, ground))))
    }
    const film = async (
      src: string,
      frames: readonly { readonly png: string; readonly at: number }[],
      ground: string,
    ): Promise<number> => {
      const video = document.createElement('video')
      Object.assign(video, { muted: true, preload: 'auto', src })
      await new Promise((done, fail) => {
        video.addEventListener('loadeddata', done, { once: true })
        video.addEventListener('error', () => fail(new Error(video.error?.message)), { once: true })
      })
      const found: number[] = []
      for (const { png, at } of frames) {
        const sought = new Promise((done) => video.addEventListener('seeked', done, { once: true }))
        video.currentTime = at
        await sought
        const image = await load(png)
        const of = (source: Drawn) => pixels(source, image.width, image.height, ground)
        found.push(psnr(of(image), of(video)))
      }
      return Math.min(...found)
    }
    Object.assign(globalThis, { judge: { stills, film } })
  })
  interface Judge {
    stills(a: string, b: string, grounds: readonly string[]): Promise<number>
    film(src: string, frames: readonly { png: string; at: number }[], ground: string): Promise<number>
  }
  return {
    stills: (png: Uint8Array, webp: Uint8Array): Promise<number> =>
      page.evaluate(
        ([a, b, grounds]) => (globalThis as unknown as { judge: Judge }).judge.stills(a, b, grounds),
        [url('image/png', png), url('image/webp', webp), GROUNDS] as const,
      ),
    film: (webm: Uint8Array, frames: readonly { png: Uint8Array; at: number }[]): Promise<number> =>
      page.evaluate(
        ([src, list, ground]) =>
          (globalThis as unknown as { judge: Judge }).judge.film(src, [...list], ground),
        [
          url('video/webm', webm),
          frames.map(({ png, at }) => ({ png: url('image/png', png), at })),
          GROUNDS[2],
        ] as const,
      ),
  }
}

for (const effect of ['Keg pop', 'Stove fire'])
  test(`${effect} as WebP and WebM is within 35 dB of its PNGs`, async ({ page, browser }) => {
    test.slow()
    await ticked(page, effect)
    const files = await written(page)
    const [name] = Object.keys(files).filter((one) => one.endsWith('.webm'))
    const base = name!.replace('.webm', '')
    const judged = await judge(browser)
    const still = await judged.stills(files[`${base}.png`]!, files[`${base}.webp`]!)
    const frames = unzipSync(files[`${base}-frames.zip`]!)
    const pngs = Object.keys(frames).sort()
    const json = JSON.parse(Buffer.from(files[`${base}.json`]!).toString()) as {
      frames: readonly { seconds: number }[]
    }
    const starts = json.frames.map((_, k) =>
      json.frames.slice(0, k).reduce((sum, { seconds }) => sum + seconds, 0),
    )
    const some = [0, Math.floor(pngs.length / 3), pngs.length - 1]
    const film = await judged.film(
      files[`${base}.webm`]!,
      some.map((k) => ({ png: frames[pngs[k]!]!, at: starts[k]! + json.frames[k]!.seconds / 2 })),
    )
    console.log(`${effect}: WebP ${still.toFixed(1)} dB, WebM ${film.toFixed(1)} dB`)
    expect(still).toBeGreaterThanOrEqual(35)
    expect(film).toBeGreaterThanOrEqual(35)
  })
