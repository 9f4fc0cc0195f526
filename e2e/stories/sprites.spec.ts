/**
 * Stories of pictures: how they come in, are cut, animated, packed, replaced, and seen on running particles.
 */
import { encodePng } from '@gliv/pixels'
import { expect, test } from '@playwright/test'
import { dialogGone, file, filled, flakes, give, openSprites, paste, sheetNames, type } from '../pictures.ts'
import { Studio } from '../studio.ts'

test('a pasted picture is cut, becomes a clip, and is seen on the stage', async ({ page }) => {
  const studio = await new Studio(page).openDemoEffect('Pier dust')
  await studio.selectEmitter('Grit')
  await page.getByRole('button', { name: 'Sprites', exact: true }).click()
  await page.getByTestId('sprites-drawer').waitFor()
  await paste(page, encodePng(flakes()), 'snow.png')
  const dialog = page.getByRole('dialog')
  await expect(dialog.getByText('no line of this grid cuts anything')).toBeVisible()
  await expect(dialog.getByRole('button', { name: 'Add 8 frames' })).toBeEnabled()
  await type(page, 'Columns', '2')
  await expect(dialog.getByRole('button', { name: 'Add 4 frames' })).toBeEnabled()
  await type(page, 'Columns', '4')
  await dialog.getByRole('button', { name: 'Add 8 frames' }).click()
  await dialogGone(page)
  await expect(page.getByLabel('Sheet', { exact: true })).toHaveValue(/^sheet-/)

  await page.getByRole('tab', { name: 'Clips' }).click()
  await page.getByRole('button', { name: 'Clip of all 8 frames' }).click()
  await expect(page.getByTestId('film-step')).toHaveCount(8)
  await page.getByRole('button', { name: 'Hold frame 1 longer' }).click()
  await page.getByRole('button', { name: 'Duplicate frame 2', exact: true }).click()
  await page.getByRole('button', { name: 'Remove frame 9' }).click()
  await expect(page.getByTestId('film-step')).toHaveCount(8)
  await studio.drag(page.getByTestId('film-step').nth(1).locator('.film-grip'), 104, 0, 8)
  await type(page, 'Lasts', '0.45')
  await expect(page.getByLabel('Frames per second')).toHaveValue('20')
  await studio.pick('Plays', 'back and forth')
  await page.getByRole('button', { name: 'Use for Grit' }).click()
  await studio.openGroup('look')
  await expect(page.locator('.clip-name')).toContainText('clip Clip')
  await studio.freezeAt(20)
  await studio.saved()
  const moving = await studio.picture()
  await studio.freezeAt(23)
  expect(await studio.picture()).not.toBe(moving)
  // Parting keeps the frames, as many as the holds say.
  await page.locator('.clip-name').getByRole('button', { name: 'part' }).click()
  await expect(page.locator('.picture-frames .clip-frame')).toHaveCount(9)
})

test('a picture is replaced under the running effect; frames, clips and types stay', async ({ page }) => {
  const studio = await new Studio(page).openDemoEffect('Keg pop')
  await studio.hideHandles()
  await studio.freezeAt(10)
  const green = [20, 220, 60] as const
  const before = await studio.picture()
  await page.keyboard.press('p')
  await page
    .getByTestId('sprites-drawer')
    .getByLabel('Sheet', { exact: true })
    .selectOption({ label: 'Hard pixels' })
  await page.getByRole('tab', { name: 'Frames' }).click()
  const picture = filled(195, 34, 255, 255, 255)
  await page.getByLabel('New picture').setInputFiles([file('hard.png', encodePng(picture))])
  await expect(page.getByRole('dialog')).toContainText('Same size, 195 × 34 px: all 9 frames')
  await page.getByRole('button', { name: 'Replace', exact: true }).click()
  await dialogGone(page)
  await studio.saved()
  expect(await studio.picture()).not.toBe(before)
  await page.getByRole('tab', { name: 'Clips' }).click()
  await expect(page.getByTestId('film-step')).toHaveCount(6)

  // Twice as large: frames grow with it, and a word says so.
  await page.getByLabel('New picture').setInputFiles([file('hard.png', encodePng(filled(390, 68, ...green)))])
  await page.getByRole('button', { name: 'Replace', exact: true }).click()
  await dialogGone(page)
  await expect(page.getByText('The new picture is 390 × 68 instead of 195 × 34')).toBeVisible()
  await page.getByRole('tab', { name: 'Frames' }).click()
  await expect(page.getByText('1 of 9 · 64 × 64 px')).toBeVisible()
})

test('several pictures at once are packed; more are added; nothing in use can be deleted', async ({
  page,
}) => {
  const studio = await openSprites(page)
  const loose = [filled(10, 6, 255, 0, 0), filled(4, 12, 0, 255, 0), filled(7, 7, 0, 0, 255)]
  await give(page, ...loose.map((image, i) => file(`bit ${i + 1}.png`, encodePng(image))))
  await expect(page.getByRole('button', { name: 'Pack 3 pictures' })).toBeVisible()
  await page.getByLabel('Name of the sheet').fill('Debris')
  await type(page, 'Edge extrusion', '2')
  await page.getByLabel('Width and height powers of two').check()
  await page.getByRole('button', { name: 'Pack 3 pictures' }).click()
  await dialogGone(page)
  expect(await sheetNames(page)).toEqual([
    'Soft shapes',
    'Bits',
    'Hard pixels',
    'Backdrops',
    'Deckhand',
    'Debris',
  ])
  await expect(page.getByText('32 × 32 px ·')).toBeVisible()
  await expect(page.getByRole('listbox', { name: 'Frames' }).getByRole('option')).toHaveText([
    'bit 1',
    'bit 2',
    'bit 3',
  ])
  await expect(page.locator('.sheet-sum')).toContainText('1 not used')

  await give(page, file('more.png', encodePng(filled(5, 5, 9, 9, 9))))
  await studio.pick('Comes in as', 'more frames for “Debris”')
  await page.getByRole('button', { name: 'Add 1 frame', exact: true }).click()
  await dialogGone(page)
  await expect(page.getByRole('listbox', { name: 'Frames' }).getByRole('option')).toHaveText([
    'bit 1',
    'bit 2',
    'bit 3',
    'more',
  ])
  await page.getByRole('button', { name: 'Delete frame' }).click()
  await expect(page.getByRole('listbox', { name: 'Frames' }).getByRole('option')).toHaveText([
    'bit 2',
    'bit 3',
    'more',
  ])
  await page.getByRole('button', { name: 'Layout…' }).click()
  await type(page, 'Padding', '4')
  await page.getByRole('button', { name: 'Lay out 3 frames' }).click()
  await page.getByRole('button', { name: 'Layout…' }).waitFor()

  const remove = async (name: string): Promise<void> => {
    await page.getByRole('button', { name, exact: true }).click()
    await studio.choose('More about this sheet', 'Delete the sheet')
  }
  await remove('Bits')
  await expect(page.getByText(/"Bits" is used by/)).toBeVisible()
  await remove('Debris')
  await expect
    .poll(() => sheetNames(page))
    .toEqual(['Soft shapes', 'Bits', 'Hard pixels', 'Backdrops', 'Deckhand'])
})

test('GIF, WebP, JPEG and SVG come in; broken, hostile and foreign files say why and change nothing', async ({
  page,
}) => {
  const studio = await openSprites(page)
  const encoded = (type: string): Promise<number[]> =>
    page.evaluate(async (kind) => {
      const canvas = new OffscreenCanvas(12, 8)
      const context = canvas.getContext('2d')!
      context.fillStyle = '#3060c0'
      context.fillRect(0, 0, 12, 8)
      return [...new Uint8Array(await (await canvas.convertToBlob({ type: kind, quality: 1 })).arrayBuffer())]
    }, type)
  for (const kind of ['webp', 'jpeg'] as const) {
    await give(page, file(`water.${kind}`, Uint8Array.from(await encoded(`image/${kind}`)), `image/${kind}`))
    await expect(page.getByRole('dialog')).toContainText('12 × 8 px')
    await page.getByRole('button', { name: 'Cancel' }).click()
    await dialogGone(page)
  }
  const drawing = (inside: string): string =>
    `<svg xmlns="http://www.w3.org/2000/svg" width="10" height="20">${inside}<circle cx="5" cy="5" r="5" fill="red"/></svg>`
  await give(
    page,
    file(
      'owned.svg',
      new TextEncoder().encode(drawing('<script>document.title = "owned"</script>')),
      'image/svg+xml',
    ),
  )
  await expect(page.getByText(/owned\.svg was not imported.*holds a script/)).toBeVisible()
  const svg = drawing('')
  await give(page, file('ball.svg', new TextEncoder().encode(svg), 'image/svg+xml'))
  await expect(page.getByRole('dialog')).toContainText('10 × 20 px')
  await type(page, 'Drawn with a width of', '40')
  await expect(page.getByRole('dialog')).toContainText('40 × 80 px')
  await page.getByRole('button', { name: /^Add \d+ frame/ }).click()
  await dialogGone(page)
  expect(await page.title()).not.toBe('owned')

  // Two frames of 4 × 1, the second held twice as long.
  const gif = Uint8Array.from(
    [...'GIF89a']
      .map((c) => c.charCodeAt(0))
      .concat([
        4, 0, 1, 0, 0x80, 0, 0, 255, 0, 0, 0, 0, 255, 0x21, 0xf9, 4, 0, 10, 0, 0, 0, 0x2c, 0, 0, 0, 0, 4, 0,
        1, 0, 0, 2, 2, 0x04, 0x50, 0, 0x21, 0xf9, 4, 0, 20, 0, 0, 0, 0x2c, 0, 0, 0, 0, 4, 0, 1, 0, 0, 2, 2,
        0x04, 0x50, 0, 0x3b,
      ]),
  )
  await give(page, file('blink.gif', gif, 'image/gif'))
  await expect(page.getByRole('dialog')).toContainText('2 frames: they become one sheet with a clip')
  await page.getByRole('button', { name: 'Add 2 frames' }).click()
  await dialogGone(page)
  await page.getByRole('tab', { name: 'Clips' }).click()
  await expect(page.getByLabel('Frames per second')).toHaveValue('10')
  await expect(page.getByLabel('Lasts')).toHaveValue('0.3')

  await studio.saved()
  const sheets = await sheetNames(page)
  const good = encodePng(flakes())
  const bomb = good.slice()
  new DataView(bomb.buffer).setUint32(16, 60_000)
  await give(
    page,
    file('cut.png', good.subarray(0, 300)),
    file('huge.png', bomb),
    file('song.png', new TextEncoder().encode('la la la la')),
    file('bad.svg', new TextEncoder().encode('<svg xmlns="http://www.w3.org/2000/svg"><g'), 'image/svg+xml'),
  )
  await expect(page.getByText('cut.png was not imported. The PNG is cut short or damaged')).toBeVisible()
  await expect(
    page.getByText(/huge\.png was not imported\. The picture is 60000 pixels on a side; at most 8192/),
  ).toBeVisible()
  await expect(page.getByText('song.png was not imported. This is no picture that Gliv reads')).toBeVisible()
  await expect(page.getByRole('dialog')).toBeHidden()
  expect(await sheetNames(page)).toEqual(sheets)
})

test('palettes are read, taken from a picture, put on a sheet, and lock what is shown', async ({ page }) => {
  const studio = await openSprites(page)
  await page.getByRole('button', { name: 'Hard pixels', exact: true }).click()
  await page.getByRole('tab', { name: 'Palettes' }).click()
  await page.getByLabel('Colours as text').fill('#102030 #405060\n#708090')
  await page.getByRole('button', { name: 'Add these' }).click()
  await expect(page.getByRole('region', { name: 'Palette', exact: true })).toContainText('3 colours')
  await page.getByRole('button', { name: 'Take from “Hard pixels”' }).click()
  await expect(page.getByRole('region', { name: 'Hard pixels' })).toContainText('6 colours')
  await page.getByLabel('Palette file').setInputFiles([
    {
      name: 'sea.gpl',
      mimeType: 'text/plain',
      buffer: Buffer.from('GIMP Palette\nName: Sea\n#\n 10 20 30 a\n200 210 220 b\n'),
    },
  ])
  await expect(page.getByRole('region', { name: 'Sea' })).toContainText('2 colours')
  const saved = page.waitForEvent('download')
  await studio.choose(
    page.getByRole('region', { name: 'Sea' }).getByRole('button', { name: 'Save as…' }),
    'Palette file (.pal)',
  )
  const stream = await (await saved).createReadStream()
  const chunks: Buffer[] = []
  for await (const chunk of stream) chunks.push(chunk as Buffer)
  expect(Buffer.concat(chunks).toString()).toBe('JASC-PAL\r\n0100\r\n2\r\n10 20 30\r\n200 210 220\r\n')
  await page
    .getByRole('region', { name: 'Sea' })
    .getByRole('button', { name: 'Put “Hard pixels” on it' })
    .click()
  await page.getByRole('region', { name: 'Sea' }).getByRole('button', { name: 'Delete palette Sea' }).click()
  await page.getByRole('button', { name: 'Take from “Hard pixels”' }).click()
  await expect(page.getByRole('region', { name: 'Hard pixels 2' })).toContainText('2 colours')
  await page.getByLabel('Colours as text').fill('no colour')
  await page.getByRole('button', { name: 'Add these' }).click()
  await expect(page.getByText('There is no colour in this text; write one as #rrggbb a line')).toBeVisible()
})

test('a rubber band chooses frames in the list and on the picture, Ctrl adds; they become a clip at once', async ({
  page,
}) => {
  await openSprites(page)
  await page.getByRole('button', { name: 'Hard pixels', exact: true }).click()
  await page.getByRole('tab', { name: 'Frames' }).click()
  const frames = page.getByRole('listbox', { name: 'Frames' })
  const chosen = frames.getByRole('option', { selected: true })
  const box = (await frames.getByRole('option').nth(1).boundingBox())!
  await page.mouse.move(box.x + 6, box.y + 6)
  await page.mouse.down()
  await page.mouse.move(box.x + 40, box.y + 20, { steps: 3 })
  await page.mouse.move(box.x + box.width + 30, box.y + 40, { steps: 4 })
  await expect(page.locator('.frame-scroll .rubber-band')).toBeVisible()
  await page.mouse.up()
  await expect(chosen).toHaveCount(2)
  await expect(page.locator('.rubber-band')).toHaveCount(0)
  // On the picture itself, with Shift: around all of it.
  const view = (await page.getByTestId('picture-view').boundingBox())!
  await page.keyboard.down('Shift')
  await page.mouse.move(view.x + 2, view.y + 2)
  await page.mouse.down()
  await page.mouse.move(view.x + 90, view.y + 60, { steps: 3 })
  await page.mouse.move(view.x + view.width - 3, view.y + view.height - 3, { steps: 4 })
  await page.mouse.up()
  await page.keyboard.up('Shift')
  await expect(chosen).toHaveCount(9)
  await page.getByRole('button', { name: 'Clip of 9 frames' }).click()
  await expect(page.getByTestId('film-step')).toHaveCount(9)
  await page.keyboard.press('Control+z')
  await expect(page.getByTestId('film-step')).not.toHaveCount(9)
})

test('come to by its address, the page of sprites shows every sheet and frame by its picture', async ({
  page,
}) => {
  await new Studio(page).openShelf()
  await page.goto('/kit/last-ferry/sprites')
  const pictures = page.locator('.sheet-list canvas, .frame-cell canvas')
  await expect(pictures.first()).toBeVisible()
  const blank = (): Promise<number> =>
    pictures.evaluateAll(
      (all) =>
        (all as HTMLCanvasElement[]).filter(
          (one) =>
            !one
              .getContext('2d')!
              .getImageData(0, 0, one.width, one.height)
              .data.some((value) => value > 0),
        ).length,
    )
  await expect.poll(blank).toBe(0)
  expect(await pictures.count()).toBeGreaterThan(15)
})
