/** What a designer hears, feels and compares: sounds, screen events, reference clips, captures. */
import { readFile } from 'node:fs/promises'
import { SOUNDS } from '@gliv/demo'
import { encodeApng } from '@gliv/pixels'
import { expect, type Page, test } from '@playwright/test'
import { Studio } from '../studio.ts'

interface Heard {
  readonly glivHeard: { start: number; seconds: number }[]
  readonly glivGains: GainNode[]
  readonly glivStage: {
    readonly screen: { readonly over: readonly unknown[]; readonly x: number }
    readonly referenceFrame: number
    readonly simulation: { readonly tick: number }
  }
}

/** Writes down what the graph is asked to play, before the page has made one. */
const listen = (page: Page) =>
  page.addInitScript(() => {
    const heard: { start: number; seconds: number }[] = []
    const gains: GainNode[] = []
    Object.assign(globalThis, { glivHeard: heard, glivGains: gains })
    const { start } = AudioBufferSourceNode.prototype
    AudioBufferSourceNode.prototype.start = function (when = 0, ...more) {
      heard.push({ start: when, seconds: this.buffer?.duration ?? 0 })
      return start.call(this, when, ...more)
    }
    const { createGain } = BaseAudioContext.prototype
    BaseAudioContext.prototype.createGain = function () {
      const gain = createGain.call(this)
      gains.push(gain)
      return gain
    }
  })

const heardNow = (page: Page): Promise<number> =>
  page.evaluate(() => (globalThis as unknown as Heard).glivHeard.length)
const forgetHeard = (page: Page) =>
  page.evaluate(() => void ((globalThis as unknown as Heard).glivHeard.length = 0))
/** The desk's own gain: the first that is made. */
const outGain = (page: Page): Promise<number | undefined> =>
  page.evaluate(() => (globalThis as unknown as Heard).glivGains[0]?.gain.value)

const thump = SOUNDS.find(({ sound }) => sound.id === 'thump')!
/** A sound that the kit does not have yet: the same at half the level. */
const knock = thump.wav.map((byte, k) => (k >= 44 && k % 2 === 1 ? ((byte << 24) >> 25) & 255 : byte))

/** Drops a file as the system does. */
const dropOn = async (
  page: Page,
  selector: string,
  share: number,
  name: string,
  bytes: Uint8Array,
  type: string,
) => {
  await page.evaluate(
    ([to, at, fileName, data, mime]) => {
      const target = document.querySelector(to)!
      const box = target.getBoundingClientRect()
      const dataTransfer = new DataTransfer()
      dataTransfer.items.add(new File([Uint8Array.from(data)], fileName, { type: mime }))
      const where = { clientX: box.left + box.width * at, clientY: box.top + box.height / 2 }
      for (const kind of ['dragenter', 'dragover', 'drop'])
        target.dispatchEvent(new DragEvent(kind, { dataTransfer, bubbles: true, cancelable: true, ...where }))
    },
    [selector, share, name, [...bytes], type] as const,
  )
}

test('a landing’s thump is heard, muted by key and by row, and undone; paused and stepped it is silent', async ({
  page,
}) => {
  await listen(page)
  const studio = await new Studio(page).openDemoEffect('Pier dust')
  await page.getByTestId('stage').focus()
  await studio.freezeAt(0)
  await forgetHeard(page)
  await page.keyboard.press(']')
  await page.keyboard.press(']')
  expect(await heardNow(page)).toBe(0)
  await page.keyboard.press('0')
  await page.keyboard.press('Space')
  await expect.poll(() => heardNow(page)).toBeGreaterThan(0)
  const first = await page.evaluate(() => (globalThis as unknown as Heard).glivHeard[0]!.seconds)
  expect(first).toBeCloseTo(thump.sound.seconds, 2)
  expect(await outGain(page)).toBe(1)
  await page.keyboard.press('a')
  expect(await outGain(page)).toBe(0)
  await page.getByRole('button', { name: 'Mute all sounds' }).click()
  expect(await outGain(page)).toBe(1)
  // Muted in its row it is not played at all.
  await page.getByRole('button', { name: 'The effect’s own page' }).click()
  await page.getByRole('button', { name: 'Mute Thump' }).click()
  await page.getByTestId('stage').focus()
  await forgetHeard(page)
  await page.keyboard.press('0')
  await expect
    .poll(() => page.evaluate(() => (globalThis as unknown as Heard).glivStage.simulation.tick))
    .toBeGreaterThan(8)
  expect(await heardNow(page)).toBe(0)
  await page.keyboard.press('Control+z')
  await expect(page.getByRole('button', { name: 'Mute Thump' })).toHaveAttribute('aria-pressed', 'false')
  await page.keyboard.press('0')
  await page.keyboard.press('Space')
  await page.keyboard.press('0')
  await page.keyboard.press('Space')
  await expect.poll(() => heardNow(page)).toBeGreaterThan(0)
})

test('a WAV is dropped on the timeline, pulled, stepped by keys, bound to contacts; rubbish is refused; it is there after a reload', async ({
  page,
}) => {
  const studio = await new Studio(page).openDemoEffect('Crate shatter')
  await dropOn(page, '.time-area', 0.5, 'knock.wav', knock, 'audio/wav')
  const mark = page.getByRole('slider', { name: 'Moment of knock' })
  await expect(mark).toBeVisible()
  await expect(mark.locator('[data-ready="true"]')).toBeVisible()
  const at = async (): Promise<number> => Number(await mark.getAttribute('aria-valuenow'))
  const first = await at()
  expect(first).toBeGreaterThan(0.1)
  await studio.drag(mark, 40, 0)
  const pulled = await at()
  expect(pulled).toBeGreaterThan(first)
  await mark.press('ArrowRight')
  await mark.press('ArrowRight')
  expect(await at()).toBeCloseTo(pulled + 0.02, 5)
  await page.keyboard.press('Control+z')
  expect(await at()).toBeCloseTo(pulled, 5)
  await dropOn(page, '.time-area', 0.5, 'broken.wav', new Uint8Array([1, 2, 3]), 'audio/wav')
  await expect(page.getByText('broken.wav was not taken: its bytes are no WAV, OGG or MP3')).toBeVisible()
  await page.getByRole('button', { name: 'The effect’s own page' }).click()
  const row = page.getByRole('group', { name: 'Sound knock' })
  await row.getByRole('button', { name: 'Set off by: the moment' }).click()
  await page.getByRole('menuitem', { name: 'each contact' }).click()
  await expect(row).toContainText('each contact of any emitter')
  await expect(mark).toBeHidden()
  await studio.saved()
  await page.reload()
  await page.getByTestId('stage').waitFor()
  await page.getByRole('button', { name: 'The effect’s own page' }).click()
  await expect(row).toContainText('each contact of any emitter')
  await page.goto('/kit/last-ferry')
  await expect(page.getByRole('textbox', { name: 'Name of the sound knock' })).toBeVisible()
  await page.getByRole('button', { name: 'Delete the sound knock' }).click()
  await expect(page.getByRole('textbox', { name: 'Name of the sound knock' })).toBeHidden()
  await page.keyboard.press('Control+z')
  await expect(page.getByRole('textbox', { name: 'Name of the sound knock' })).toBeVisible()
})

test('screen events are added, typed, shown while it plays, and told; one that cannot be is refused', async ({
  page,
}) => {
  const studio = await new Studio(page).openDemoEffect('Crate shatter')
  await studio.freezeAt(0)
  await page.getByRole('button', { name: 'The effect’s own page' }).click()
  await page.getByRole('button', { name: 'Screen event' }).click()
  await page.getByRole('menuitem', { name: 'Flash' }).click()
  const flash = page.getByRole('group', { name: 'Flash' })
  await flash.getByRole('textbox', { name: 'Length of the flash' }).fill('3')
  await page.keyboard.press('Enter')
  await flash.getByRole('textbox', { name: 'Opacity of the flash' }).fill('150')
  await expect(page.getByText('Type a number from 0 to 100')).toBeVisible()
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Event', exact: true }).click()
  await page.getByRole('textbox', { name: 'Name of the event moment' }).fill('crate gone')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('slider', { name: 'Moment of crate gone' })).toBeVisible()
  await page.getByTestId('stage').focus()
  const over = () => page.evaluate(() => (globalThis as unknown as Heard).glivStage.screen.over.length)
  await page.keyboard.press('Space')
  await expect.poll(over).toBe(1)
  await page.keyboard.press('Space')
  await page.getByRole('slider', { name: 'Moment of Flash' }).press('Delete')
  await expect(flash).toBeHidden()
  await page.keyboard.press('Control+z')
  await expect(flash).toBeVisible()
})

/** Ten pictures of a dot that goes to the right, a tenth of a second each. */
const drawn = (): Uint8Array => {
  const images = Array.from({ length: 10 }, (_, k) => {
    const data = new Uint8Array(40 * 8 * 4)
    for (let y = 2; y < 6; y++)
      for (let x = 4 * k; x < 4 * k + 4; x++) data.set([255, 90, 40, 255], (y * 40 + x) * 4)
    return { width: 40, height: 8, data }
  })
  return encodeApng(
    images as never,
    images.map(() => 0.1),
  )
}

test('a drawn clip goes with the effect picture by picture, is swapped by a held key, and kept with the kit', async ({
  page,
}) => {
  const studio = await new Studio(page).openDemoEffect('Pier dust')
  await studio.freezeAt(0)
  await page.getByRole('button', { name: 'The effect’s own page' }).click()
  await page
    .getByLabel('Reference clip file')
    .setInputFiles({ name: 'hop.png', mimeType: 'image/png', buffer: Buffer.from(drawn()) })
  await expect(page.getByText(/hop, 10 pictures, 40 × 8 px, 1\.00 s/)).toBeVisible()
  const frame = () => page.evaluate(() => (globalThis as unknown as Heard).glivStage.referenceFrame)
  await page.getByTestId('stage').focus()
  for (let k = 0; k < 8; k++) {
    expect(await frame()).toBe(k)
    for (let n = 0; n < 6; n++) await page.keyboard.press(']')
  }
  await page.getByRole('textbox', { name: 'Onion skin of the clip' }).fill('2')
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: 'Where the clip is shown: under the effect' }).click()
  await page.getByRole('menuitem', { name: 'beside the effect' }).click()
  await studio.hideHandles()
  await page.getByTestId('stage').focus()
  const before = await studio.picture()
  await page.keyboard.down('c')
  await expect.poll(() => studio.picture()).not.toBe(before)
  await page.keyboard.up('c')
  await expect.poll(() => studio.picture()).toBe(before)
  await page.getByRole('checkbox', { name: 'kept with the kit' }).check()
  await studio.saved()
  await page.reload()
  await page.getByTestId('stage').waitFor()
  await page.getByRole('button', { name: 'The effect’s own page' }).click()
  await expect(page.getByText(/hop, 10 pictures/)).toBeVisible()
  await expect(page.getByRole('textbox', { name: 'Onion skin of the clip' })).toHaveValue('2')
  await page.getByRole('button', { name: 'Remove the reference clip' }).click()
  await expect(page.getByRole('button', { name: 'Choose a clip…' })).toBeVisible()
  await page.keyboard.press('Control+z')
  await expect(page.getByText(/hop, 10 pictures/)).toBeVisible()
})

test('what the stage shows is captured as it runs, as a GIF and as a WebM that is taken as a reference clip', async ({
  page,
}) => {
  test.setTimeout(150_000)
  const studio = await new Studio(page).openDemoEffect('Cargo blast')
  await page.getByTestId('stage').focus()
  await studio.freezeAt(0)
  const capture = async (form: string): Promise<Buffer> => {
    await page.getByRole('button', { name: 'Capture the stage' }).click()
    await page.getByRole('menuitem', { name: form }).click()
    await page.getByTestId('stage').focus()
    await page.keyboard.press('0')
    await page.keyboard.press('Space')
    await expect(page.locator('.capture-text')).toHaveText(/^[1-9] s$/)
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'End the capture' }).click(),
    ])
    expect(file.suggestedFilename()).toMatch(/^Cargo-blast\./)
    await page.getByTestId('stage').focus()
    await page.keyboard.press('Space')
    return readFile(await file.path())
  }
  const gif = await capture('GIF')
  expect(gif.subarray(0, 6).toString()).toBe('GIF89a')
  const webm = await capture('WebM, with sound')
  expect([...webm.subarray(0, 4)]).toEqual([0x1a, 0x45, 0xdf, 0xa3])
  await page.getByRole('button', { name: 'The effect’s own page' }).click()
  await page
    .getByLabel('Reference clip file')
    .setInputFiles({ name: 'film.webm', mimeType: 'video/webm', buffer: webm })
  await expect(page.getByText(/film, \d+ pictures/)).toBeVisible()
})
