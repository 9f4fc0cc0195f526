/** Files of the system: a kit opened, changed and saved to the same file; a picture that follows its file; room. */
import { makeDemo } from '@gliv/demo'
import { emptyKit, readKitFile, writeKitZip } from '@gliv/document'
import { createImage, encodePng } from '@gliv/pixels'
import { expect, type Locator, type Page, test } from '@playwright/test'
import { Studio } from '../studio.ts'

/** The browser's own private files stand for those of the disk: the same handles, without a dialog. */
const offer = (page: Page, kit: Uint8Array) =>
  page.addInitScript(
    ({ bytes }) => {
      const at = async (name: string): Promise<FileSystemFileHandle> =>
        (await navigator.storage.getDirectory()).getFileHandle(name, { create: true })
      const write = async (name: string, content: Uint8Array<ArrayBuffer>): Promise<void> => {
        const stream = await (await at(name)).createWritable()
        await stream.write(content)
        await stream.close()
      }
      Object.assign(globalThis, {
        disk: {
          choose: 'harbour.gliv',
          write: (name: string, content: number[]) => write(name, new Uint8Array(content)),
          read: async (name: string) => [
            ...new Uint8Array(await (await (await at(name)).getFile()).arrayBuffer()),
          ],
        },
        showOpenFilePicker: async () => {
          const { disk } = globalThis as unknown as { disk: { choose: string } }
          const handle = await at(disk.choose)
          if (disk.choose === 'harbour.gliv' && (await handle.getFile()).size === 0)
            await write('harbour.gliv', new Uint8Array(bytes))
          return [handle]
        },
        showDirectoryPicker: async () =>
          (await navigator.storage.getDirectory()).getDirectoryHandle('repository', { create: true }),
        showSaveFilePicker: async ({ suggestedName }: { suggestedName: string }) => at(suggestedName),
      })
    },
    { bytes: [...kit] },
  )

interface Disk {
  choose: string
  write(name: string, content: number[]): Promise<void>
  read(name: string): Promise<number[]>
}
const onDisk = async (page: Page, name: string): Promise<Uint8Array> =>
  new Uint8Array(await page.evaluate((one) => (globalThis as unknown as { disk: Disk }).disk.read(one), name))
const writeDisk = (page: Page, name: string, content: Uint8Array): Promise<void> =>
  page.evaluate(([one, bytes]) => (globalThis as unknown as { disk: Disk }).disk.write(one, bytes), [
    name,
    [...content],
  ] as [string, number[]])
const choose = (page: Page, name: string): Promise<void> =>
  page.evaluate((one) => void ((globalThis as unknown as { disk: Disk }).disk.choose = one), name)

/** A small kit: one sheet, no effect yet. */
const harbour = (name = 'Harbour'): Uint8Array => {
  const { kit, pictures } = makeDemo()
  const sheet = kit.sheets[kit.sheetOrder[0]!]!
  const small = { ...emptyKit('harbour', name), sheets: { [sheet.id]: sheet }, sheetOrder: [sheet.id] }
  return writeKitZip({ kit: small, pictures: new Map([[sheet.picture, pictures.get(sheet.picture)!]]) })
}
const message = (page: Page, text: RegExp) => page.locator('#notistack-snackbar', { hasText: text })

/** Opens the small kit from its file by the key for that; gives the field of its name. */
const openHarbour = async (page: Page): Promise<Locator> => {
  await offer(page, harbour())
  const studio = await new Studio(page).openShelf()
  await page.keyboard.press('Control+o')
  const name = page.getByRole('textbox', { name: 'Kit name' })
  await expect(name).toHaveValue('Harbour')
  await studio.saved()
  return name
}

test('a kit is opened from a file, changed by keys, saved to it, and told when others changed it', async ({
  page,
}) => {
  const name = await openHarbour(page)

  // Typed and saved at once: what is typed belongs to it.
  await name.fill('Harbour at night')
  await page.keyboard.press('Control+s')
  await expect(message(page, /Saved to harbour\.gliv/)).toBeVisible()
  expect(readKitFile(await onDisk(page, 'harbour.gliv')).kit.name).toBe('Harbour at night')

  // The same file again is the kit that is here, not a copy.
  await page.getByRole('link', { name: 'Shelf of kits' }).click()
  await expect(page.getByTestId('kit-card')).toHaveCount(2)
  await page.keyboard.press('Control+o')
  await expect(page).toHaveURL(/\/kit\/harbour$/)
  await page.getByRole('link', { name: 'Shelf of kits' }).click()
  await expect(page.getByTestId('kit-card')).toHaveCount(2)

  // Someone else saves to it: it is not written over unasked, and can be opened beside.
  await page.getByRole('link', { name: 'Open Harbour at night' }).click()
  const others = harbour('Harbour of another')
  await writeDisk(page, 'harbour.gliv', others)
  await name.fill('Harbour at dawn')
  await page.keyboard.press('Control+s')
  await expect(message(page, /changed by something else/)).toBeVisible()
  expect(await onDisk(page, 'harbour.gliv')).toEqual(others)
  await page.keyboard.press('Control+s')
  await expect
    .poll(async () => readKitFile(await onDisk(page, 'harbour.gliv')).kit.name)
    .toBe('Harbour at dawn')

  // To another file, by the key of that.
  await page.keyboard.press('Control+Shift+s')
  await expect.poll(async () => (await onDisk(page, 'harbour-at-dawn.gliv')).length).toBeGreaterThan(1000)
})

/** Every file of the folder that stands for a repository, as text. */
const inFolder = (page: Page): Promise<Record<string, string>> =>
  page.evaluate(async () => {
    const found: Record<string, string> = {}
    const read = async (folder: FileSystemDirectoryHandle, path: string): Promise<void> => {
      // The language's own library does not know yet that folders can be gone through.
      const entries = folder as unknown as AsyncIterable<[string, FileSystemHandle]>
      for await (const [name, entry] of entries)
        if (entry.kind === 'directory') await read(entry as FileSystemDirectoryHandle, `${path}${name}/`)
        else found[`${path}${name}`] = await (await (entry as FileSystemFileHandle).getFile()).text()
    }
    const root = await navigator.storage.getDirectory()
    await read(await root.getDirectoryHandle('repository', { create: true }), '')
    return found
  })

test('a kit as a folder: written once by the menu, then saved there by its key, and read again', async ({
  page,
}) => {
  const name = await openHarbour(page)
  await page.getByRole('button', { name: 'Export', exact: true }).click()
  await page.getByRole('menuitem', { name: 'Kit as a folder' }).click()
  await expect(message(page, /files were written to repository/)).toBeVisible()
  const first = await inFolder(page)
  expect(Object.keys(first)).toContain('kit.json')

  // From now on its key saves there, and only what differs.
  await name.fill('Harbour in fog')
  await page.keyboard.press('Control+s')
  await expect(message(page, /^1 of \d+ files were written to repository/)).toBeVisible()
  const second = await inFolder(page)
  expect(second['kit.json']).toContain('Harbour in fog')
  expect(Object.keys(second).filter((path) => second[path] !== first[path])).toEqual(['kit.json'])

  // The folder is the kit that is here; not a copy.
  await page.getByRole('link', { name: 'Shelf of kits' }).click()
  await expect(page.getByTestId('kit-card')).toHaveCount(2)
  await page.getByRole('button', { name: 'Import a folder' }).click()
  await expect(name).toHaveValue('Harbour in fog')
  await page.getByRole('link', { name: 'Shelf of kits' }).click()
  await expect(page.getByTestId('kit-card')).toHaveCount(2)
})

/** A picture of one colour with a hole, as an art program would save it. */
const picture = (red: number, size: readonly [number, number]): Uint8Array => {
  const image = createImage(...size)
  for (let i = 0; i < image.data.length; i += 4) image.data.set([red, 90, 40, i < 64 ? 0 : 255], i)
  return encodePng(image)
}

test('a picture follows its file on the disk, and is not replaced unasked once it was drawn on here', async ({
  page,
}) => {
  await offer(page, harbour())
  const studio = await new Studio(page).openShelf()
  await studio.openKit()
  await page.getByRole('link', { name: 'Sprites', exact: true }).first().click()
  const facts = page.locator('.sheet-size')
  await expect(facts).toBeVisible()
  const [w, h] = (await facts.textContent())!.match(/\d+/g)!.map(Number) as [number, number]
  await writeDisk(page, 'hull.png', picture(200, [w, h]))
  await choose(page, 'hull.png')
  const menu = page.getByRole('button', { name: 'More about this sheet' })
  await menu.click()
  await page.getByRole('menuitem', { name: 'Follow a file on the disk…' }).click()
  await expect(page.getByText('follows hull.png')).toBeVisible()
  const undo = page.getByRole('button', { name: 'Undo' })
  await expect(undo).toBeEnabled()

  // Saved again outside, at another size: it comes in by itself, and says what became of the frames.
  await writeDisk(page, 'hull.png', picture(90, [w * 2, h * 2]))
  await expect(facts).toContainText(`${w * 2} × ${h * 2}`)

  // After a reload the file is still followed.
  await studio.saved()
  await page.reload()
  await expect(page.getByText('follows hull.png')).toBeVisible()
  await writeDisk(page, 'hull.png', picture(10, [w, h]))
  await expect(facts).toContainText(`${w} × ${h}`)

  // Taken back here: from now on the file waits for a press.
  await page.keyboard.press('Control+z')
  await expect(facts).toContainText(`${w * 2} × ${h * 2}`)
  await writeDisk(page, 'hull.png', picture(33, [w, h]))
  const take = page.getByRole('button', { name: 'Take hull.png in' })
  await take.click()
  await expect(facts).toContainText(`${w} × ${h}`)
  await expect(page.getByText('follows hull.png')).toBeVisible()

  // What is no picture is refused in words, once, and changes nothing.
  await writeDisk(page, 'hull.png', new TextEncoder().encode('no picture at all'))
  await expect(message(page, /hull\.png changed and was not taken in\./)).toBeVisible()
  await expect(facts).toContainText(`${w} × ${h}`)
  await menu.click()
  await page.getByRole('menuitem', { name: 'Follow hull.png no longer' }).click()
  await expect(page.getByText('hull.png')).toHaveCount(1) // the message alone
})

test('what is stored is told by kit and kind, given up on request, and its end is warned of', async ({
  page,
}) => {
  await page.addInitScript(() => {
    let asked = 0
    Object.assign(navigator.storage, {
      persisted: () => Promise.resolve(asked > 1),
      persist: () => Promise.resolve(++asked > 1),
    })
    Object.assign(globalThis, { asked: () => asked })
  })
  const studio = await new Studio(page).openShelf()
  const asked = (): Promise<number> =>
    page.evaluate(() => (globalThis as unknown as { asked: () => number }).asked())
  expect(await asked()).toBe(0)
  await page.getByRole('button', { name: 'New kit' }).click()
  await page.getByRole('button', { name: 'New effect' }).waitFor()
  // The first kit of one's own is worth a promise.
  await expect.poll(asked).toBe(1)
  await page.getByRole('link', { name: 'Shelf of kits' }).click()
  await studio.page.getByRole('button', { name: 'What is stored' }).click()
  const dialog = page.getByRole('dialog', { name: 'What is stored in this browser' })
  const row = dialog.getByRole('row', { name: /^Last Ferry/ })
  await expect(row.getByRole('cell').first()).toHaveText(/^\d+ kB$/)
  await dialog.getByRole('button', { name: 'Ask it to keep everything' }).click()
  await expect(dialog).toContainText('The browser keeps it until you delete it.')

  const orphans = dialog.getByRole('button', { name: 'Give up: Pictures that nothing names' })
  await expect(orphans).toBeDisabled()
  await page.keyboard.press('Escape')
  await expect(dialog).toBeHidden()

  // A picture that no kit shows any more is told, and kept while a kit is open: it may just be coming in.
  await page.evaluate(
    () =>
      new Promise<void>((done) => {
        const open = indexedDB.open('gliv')
        open.onsuccess = () => {
          const work = open.result.transaction('pictures', 'readwrite')
          work
            .objectStore('pictures')
            .put({ hash: '0123456789abcdef0123456789abcdef', bytes: new Uint8Array(5000) })
          work.oncomplete = () => (open.result.close(), done())
        }
      }),
  )
  await studio.openKit()
  await page.keyboard.press('Control+k')
  await page.keyboard.type('what is stored')
  await page.keyboard.press('Enter')
  await orphans.click()
  await expect(dialog.getByRole('alert')).toContainText('A kit is open')
  await page.keyboard.press('Escape')
  await page.getByRole('link', { name: 'Shelf of kits' }).click()
  await page.getByRole('button', { name: 'What is stored' }).click()
  await orphans.click()
  await expect(orphans).toBeDisabled()
  await page.keyboard.press('Escape')

  // A deleted kit is offered, and gone when it is given up.
  await page.getByRole('button', { name: 'Delete New kit' }).click()
  await page.getByRole('button', { name: 'What is stored' }).click()
  await dialog.getByRole('button', { name: 'Give up: Deleted kits' }).click()
  await expect(dialog.getByRole('row', { name: /^New kit/ })).toHaveCount(0)
  await dialog.getByRole('button', { name: 'Close' }).click()
  await expect(page.getByRole('region', { name: 'Deleted lately' })).toHaveCount(0)

  // Nearly full: said with a way out, before anything is lost.
  await page.addInitScript(() =>
    Object.assign(navigator.storage, {
      estimate: () => Promise.resolve({ usage: 950_000, quota: 1_000_000 }),
    }),
  )
  await page.reload()
  const note = page.getByTestId('nearly-full')
  await expect(note).toContainText('928 kB of 977 kB')
  await note.getByRole('button', { name: 'See what takes it' }).click()
  await expect(dialog).toBeVisible()
  await page.keyboard.press('Escape')
  await note.getByRole('button', { name: 'Not now' }).click()
  await expect(note).toBeHidden()
})
