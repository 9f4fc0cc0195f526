/**
 * The file or folder of a kit: where the browser hands them out, a kit is saved to the one that it was opened from;
 * elsewhere it is downloaded.
 */
import { canPickFiles, pickKitToWrite } from '../shared/files.ts'
import { isAllowed, pickFolder } from '../shared/folders.ts'
import type { FileRow } from '../state/db.ts'
import { db, useDocument } from '../state/document.ts'
import { exportKit, kitBytes } from './exportKit.ts'
import { type KitHandle, placeOf } from './kitPlaces.ts'

const say = (notice: string): void => useDocument.setState({ notice })

const remember = (kit: string, handle: KitHandle, hash: string): Promise<unknown> =>
  // Without storage for it, it is asked for again the next time.
  db.files.put({ kit, handle, name: handle.name, hash }).catch(() => undefined)

/** A kit was opened from here: it is saved here from now on. */
export const rememberPlace = async (kit: string, handle: KitHandle): Promise<void> => {
  try {
    await remember(kit, handle, await placeOf(handle).hash())
  } catch {
    // What is gone again is nothing to save to.
  }
}

/** The kit on the shelf that came from this file or folder and is as it is there; null when there is none. */
export const kitOfPlace = async (handle: KitHandle): Promise<string | null> => {
  const rows = await db.files.toArray().catch(() => [])
  for (const row of rows)
    if (await (row.handle as KitHandle).isSameEntry(handle).catch(() => false)) {
      const kept = await db.kits.get(row.kit)
      if (kept && !kept.deletedAt && (await placeOf(handle).hash()) === row.hash) return row.kit
    }
  return null
}

/** Kits whose place was changed by others, and which the next press saves over it all the same. */
const warned = new Map<string, string>()

/** Whether the place is as it was left, or the user knows that it is not. */
const mayReplace = async (kit: string, handle: KitHandle, known: string): Promise<boolean> => {
  const now = await placeOf(handle)
    .hash()
    .catch(() => known)
  if (now === known || warned.get(kit) === now) return true
  warned.set(kit, now)
  say(
    `${handle.name} was changed by something else since it was read here, and is left as it is. ` +
      'Save once more to write over it, save to another file, or open it as a kit of its own.',
  )
  return false
}

const writeTo = async (kitId: string, handle: KitHandle): Promise<void> => {
  const { hash, said } = await placeOf(handle).write()
  await remember(kitId, handle, hash)
  warned.delete(kitId)
  say(said)
}

const saveTo = async (kitId: string, row: FileRow): Promise<void> => {
  const handle = row.handle as KitHandle
  if (!(await isAllowed(handle, 'readwrite', true)))
    say(`The browser does not let Gliv write ${row.name}. Allow it, or save to another file.`)
  else if (await mayReplace(kitId, handle, row.hash)) await writeTo(kitId, handle)
}

/** What is typed belongs to what is saved. */
const endTyping = (): void => {
  const focused = document.activeElement
  if (focused instanceof HTMLElement && focused.matches('input, textarea')) focused.blur()
}

/** Saves with words for what goes wrong; that nothing was chosen is no fault. */
const saving = async (save: (kitId: string) => Promise<void>): Promise<void> => {
  const kitId = useDocument.getState().kit?.id
  if (kitId === undefined) return
  endTyping()
  try {
    await save(kitId)
  } catch (error) {
    if ((error as Error).name !== 'AbortError')
      say(`The kit was not saved: ${(error as Error).message}. Save it to another place, or export it.`)
  }
}

/** Saves the open kit to its file or folder; asks for a file when it has none, or when another one is wanted. */
export const saveKit = (elsewhere = false): Promise<void> =>
  saving(async (kitId) => {
    if (!canPickFiles()) return exportKit()
    const row = elsewhere ? undefined : await db.files.get(kitId).catch(() => undefined)
    if (row?.handle) await saveTo(kitId, row)
    else await writeTo(kitId, await pickKitToWrite((await kitBytes()).name))
  })

/** Saves the open kit as a folder of plain files, which is chosen now, and there from now on. */
export const saveKitAsFolder = (): Promise<void> =>
  saving(async (kitId) => writeTo(kitId, await pickFolder('readwrite', 'gliv-kit')))
