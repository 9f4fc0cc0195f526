/** Animations as another decoder reads them: the browser’s own, frame by frame, against the PNG sequence. */
import { readFile } from 'node:fs/promises'
import { expect, type Page, test } from '@playwright/test'
import { unzipSync } from 'fflate'
import { Studio } from '../studio.ts'

/** What a decoder of the browser says of a file: every frame's hash, size and time. */
interface Decoded {
  readonly frames: readonly {
    readonly hash: string
    readonly w: number
    readonly h: number
    readonly ms: number
  }[]
}

const decode = (page: Page, bytes: Uint8Array, type: string): Promise<Decoded> =>
  page.evaluate(
    async ([data, mime]) => {
      const binary = Uint8Array.from(atob(data), (sign) => sign.charCodeAt(0))
      const decoder = new ImageDecoder({
        data: binary,
        type: mime,
        colorSpaceConversion: 'none',
      })
      await decoder.tracks.ready
      await decoder.completed
      const count = decoder.tracks.selectedTrack!.frameCount
      const frames: { hash: string; w: number; h: number; ms: number }[] = []
      for (let frameIndex = 0; frameIndex < count; frameIndex++) {
        const { image } = await decoder.decode({ frameIndex })
        const { codedWidth: w, codedHeight: h, duration } = image
        const pixels = new Uint8Array(image.allocationSize({ format: 'RGBA' }))
        await image.copyTo(pixels, { format: 'RGBA' })
        // What is transparent has no colour to compare.
        for (let o = 0; o < pixels.length; o += 4) if (pixels[o + 3] === 0) pixels.fill(0, o, o + 3)
        const digest = new Uint8Array(await crypto.subtle.digest('SHA-256', pixels))
        const hash = [...digest.slice(0, 8)].map((byte) => byte.toString(16).padStart(2, '0')).join('')
        frames.push({ hash, w, h, ms: Math.round((duration ?? 0) / 1000) })
        image.close()
      }
      return { frames }
    },
    [Buffer.from(bytes).toString('base64'), type] as const,
  )

const bake = async (
  page: Page,
  effect: string,
  formats: readonly string[],
): Promise<Record<string, Uint8Array>> => {
  await new Studio(page).openDemoEffect(effect)
  await page.getByRole('link', { name: 'Ship', exact: true }).click()
  await expect(page.getByTestId('sheet-facts')).toContainText('of texture memory')
  await page.getByLabel(`Write ${effect}`, { exact: true }).check()
  const rows = page.locator('.ship-rows')
  await page.getByRole('region', { name: 'Range', exact: true }).locator('.ship-line').click()
  const line = page.getByRole('region', { name: 'Range', exact: true }).locator('.ship-line')
  if ((await line.getAttribute('aria-expanded')) !== 'true') await line.click()
  await rows.getByLabel('Rate', { exact: true }).fill('10')
  await rows.getByLabel('Rate', { exact: true }).press('Enter')
  await page.getByRole('region', { name: 'Write', exact: true }).locator('.ship-line').click()
  for (const label of formats) await rows.getByLabel(label, { exact: true }).check()
  await expect(page.getByRole('button', { name: /^Write \d+ files? · / })).toBeEnabled({ timeout: 60_000 })
  await page.getByRole('button', { name: 'Where to write' }).click()
  const [zip] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('menuitem', { name: 'As a download' }).click(),
  ])
  return unzipSync(new Uint8Array(await readFile(await zip.path())))
}

for (const [effect, withGif] of [
  ['Keg pop', true],
  ['Stove fire', false],
] as const)
  test(`${effect}: APNG${withGif ? ' and GIF hold' : ' holds'} the frames of the PNG sequence, for their times`, async ({
    page,
  }) => {
    const files = await bake(page, effect, ['PNG sequence', 'APNG', ...(withGif ? ['GIF'] : [])])
    const zip = unzipSync(Object.entries(files).find(([name]) => name.endsWith('-frames.zip'))![1])
    const stills = await Promise.all(
      Object.keys(zip)
        .sort()
        .map((name) => decode(page, zip[name]!, 'image/png')),
    )
    const hashes = stills.map(({ frames }) => frames[0]!.hash)
    expect(new Set(hashes).size).toBeGreaterThan(3)

    const apng = Object.entries(files).find(([name]) => name.endsWith('.apng.png'))![1]
    const animated = await decode(page, apng, 'image/png')
    expect(animated.frames.map(({ hash }) => hash)).toEqual(hashes)
    expect(new Set(animated.frames.map(({ ms }) => ms))).toEqual(new Set([100]))
    if (!withGif) return
    const gif = await decode(page, files['keg-pop.gif']!, 'image/gif')
    expect(gif.frames.map(({ ms }) => ms)).toEqual(hashes.map(() => 100))
    expect(gif.frames.map(({ hash }) => hash)).toEqual(hashes)
  })
