/**
 * Sheets whose picture follows a file on the disk: what an art program saves comes in again, with frames, pivots and
 * clips kept. One tab of a kit looks at the files; a picture that was drawn on here since is not replaced unasked.
 * Lifetime: what is followed is kept with the kit in this browser, what is known of it now lasts as long as the kit
 * is open.
 */
import { liveQuery } from 'dexie'
import { create } from 'zustand'
import type { LinkRow } from '../state/db.ts'
import { db, useDocument } from '../state/document.ts'
import type { DiskFile } from '../shared/files.ts'
import { isAllowed } from '../shared/folders.ts'
import { tell } from './sheets/pictures.ts'

/** `asks`: the browser wants a press first. `differs`: the file has changed, and so has the picture here. */
export type LinkState = 'follows' | 'asks' | 'differs' | 'gone'

export interface Link {
  readonly name: string
  readonly state: LinkState
}

export const useLinks = create<{ readonly bySheet: Readonly<Record<string, Link>> }>(() => ({ bySheet: {} }))

/** How often files are looked at while the page is seen, ms. */
const LOOK_EVERY_MS = 1000

const setLink = (sheet: string, link: Link | null): void =>
  useLinks.setState(({ bySheet }) => {
    if (bySheet[sheet]?.state === link?.state && bySheet[sheet]?.name === link?.name) return {}
    const { [sheet]: _old, ...rest } = bySheet
    return { bySheet: link ? { ...rest, [sheet]: link } : rest }
  })

const sheetOf = (id: string) => useDocument.getState().kit?.sheets[id]

/** Puts what the file holds now in the place of the sheet's picture. */
const takeIn = async (row: LinkRow, file: File): Promise<void> => {
  const [{ readArrival }, { replacePicture }] = await Promise.all([
    import('./arrivals.ts'),
    import('./addArrivals.ts'),
  ])
  const sheet = sheetOf(row.sheet)
  if (!sheet) return
  await replacePicture(sheet, await readArrival(file))
  const { lastModified: modified, size } = file
  await db.links.put({ ...row, modified, size, picture: sheetOf(row.sheet)?.picture ?? '' })
}

const handleIn = (row: LinkRow): DiskFile => row.handle as DiskFile

/** Looks at one file. @param force takes it in even where the picture was drawn on here */
const look = async (row: LinkRow, force: boolean): Promise<LinkState> => {
  if (!(await isAllowed(handleIn(row), 'read', false))) return 'asks'
  let file: File
  try {
    file = await handleIn(row).getFile()
  } catch {
    return 'gone'
  }
  const changed = file.lastModified !== row.modified || file.size !== row.size
  if (!changed && !force) return 'follows'
  if (!force && sheetOf(row.sheet)?.picture !== row.picture) return 'differs'
  await takeIn(row, file)
  return 'follows'
}

/** A file that cannot be read is said once, not with every look. */
const refused = new Map<string, number>()

const lookAndTell = async (row: LinkRow, force = false): Promise<void> => {
  if (!sheetOf(row.sheet)) return setLink(row.sheet, null)
  try {
    setLink(row.sheet, { name: row.name, state: await look(row, force) })
  } catch (error) {
    const { lastModified } = await handleIn(row).getFile()
    if (refused.get(row.sheet) === lastModified && !force) return
    refused.set(row.sheet, lastModified)
    tell(
      `${row.name} changed and was not taken in. ${error instanceof Error ? error.message : String(error)}`,
    )
  }
}

const rowOf = (sheet: string): Promise<LinkRow | undefined> =>
  db.links.get([useDocument.getState().kit?.id ?? '', sheet])

/** What is known of the file may be newer than the list that is gone through. */
const lookNow = async (sheet: string): Promise<void> => {
  const row = await rowOf(sheet)
  if (row) await lookAndTell(row)
}

/** A sheet follows a file from now on; what the file holds comes in at once. */
export const linkSheet = async (sheetId: string, handle: DiskFile, isIn: boolean): Promise<void> => {
  const kit = useDocument.getState().kit
  const sheet = kit?.sheets[sheetId]
  if (!kit || !sheet) return
  const file = await handle.getFile()
  const row: LinkRow = {
    kit: kit.id,
    sheet: sheetId,
    handle,
    name: handle.name,
    modified: file.lastModified,
    size: file.size,
    picture: sheet.picture,
  }
  await db.links.put(row)
  setLink(sheetId, { name: handle.name, state: 'follows' })
  if (!isIn) await lookAndTell(row, true)
}

export const unlinkSheet = async (sheetId: string): Promise<void> => {
  await db.links.delete([useDocument.getState().kit?.id ?? '', sheetId])
  setLink(sheetId, null)
}

/** Goes on following after the browser was asked, or takes the file in where both have changed. */
export const followAgain = async (sheetId: string): Promise<void> => {
  const row = await rowOf(sheetId)
  if (!row) return setLink(sheetId, null)
  const force = useLinks.getState().bySheet[sheetId]?.state === 'differs'
  if (await isAllowed(handleIn(row), 'read', true)) await lookAndTell(row, force)
  else tell(`The browser does not let Gliv read ${row.name}; allow it, or choose the file again`)
}

/** Looks at each file in turn, again and again, until the answer is called. */
const watch = (rows: readonly LinkRow[], kitId: string): (() => void) => {
  let stopped = false
  let wake = (): void => undefined
  const rest = (): Promise<void> =>
    new Promise((done) => {
      wake = done
      setTimeout(done, LOOK_EVERY_MS)
    })
  const run = async (): Promise<void> => {
    while (!stopped) {
      // Never under a drag.
      if (!document.hidden && useDocument.getState().moment === null)
        for (const { sheet } of rows) await lookNow(sheet).catch(() => undefined)
      await rest()
    }
  }
  // One tab of a kit at a time.
  if (navigator.locks) void navigator.locks.request(`gliv-links-${kitId}`, run).catch(() => undefined)
  else void run()
  const soon = (): void => wake()
  addEventListener('focus', soon)
  return () => {
    stopped = true
    removeEventListener('focus', soon)
    wake()
  }
}

/** Follows the linked files of the open kit until the answer is called; where there are none nothing runs. */
export const followLinks = (kitId: string): (() => void) => {
  let stop = (): void => undefined
  const linked = liveQuery(() => db.links.where('kit').equals(kitId).toArray())
  const subscription = linked.subscribe({
    next: (rows) => {
      stop()
      const known = new Set(rows.map(({ sheet }) => sheet))
      for (const id of Object.keys(useLinks.getState().bySheet)) if (!known.has(id)) setLink(id, null)
      stop = rows.length > 0 ? watch(rows, kitId) : () => undefined
    },
    // Without them the kit opens as always; linking again says what is wrong.
    error: () => undefined,
  })
  return () => {
    subscription.unsubscribe()
    stop()
    useLinks.setState({ bySheet: {} })
  }
}
