/**
 * The file of a kit: where the browser hands out files, a kit is saved to the one that it was opened from; elsewhere
 * it is downloaded.
 */
import { canPickFiles, type DiskFile, isAllowed, pickKitToWrite, writeBytes } from '../shared/files.ts'
import type { FileRow } from '../state/db.ts'
import { db, useDocument } from '../state/document.ts'
import { hashNow } from '../state/pictureStore.ts'
import { exportKit, kitBytes } from './exportKit.ts'

const say = (notice: string): void => useDocument.setState({ notice })

const bytesOf = async (file: DiskFile): Promise<Uint8Array> =>
  new Uint8Array(await (await file.getFile()).arrayBuffer())

const remember = (kit: string, handle: DiskFile, hash: string): Promise<unknown> =>
  // Without storage for it, it is asked for again the next time.
  db.files.put({ kit, handle, name: handle.name, hash }).catch(() => undefined)

/** A kit was opened from this file: it is saved there from now on. */
export const rememberKitFile = async (kit: string, handle: DiskFile): Promise<void> => {
  try {
    await remember(kit, handle, await hashNow(await bytesOf(handle)))
  } catch {
    // A file that is gone again is nothing to save to.
  }
}

/** The kit on the shelf that came from this file and is as the file is; null when there is none. */
export const kitOfFile = async (handle: DiskFile): Promise<string | null> => {
  const rows = await db.files.toArray().catch(() => [])
  for (const row of rows)
    if (await handle.isSameEntry(row.handle as DiskFile).catch(() => false)) {
      const kept = await db.kits.get(row.kit)
      if (kept && !kept.deletedAt && (await hashNow(await bytesOf(handle))) === row.hash) return row.kit
    }
  return null
}

/** Kits whose file was changed by others, and which the next press saves over it all the same. */
const warned = new Map<string, string>()

/** Whether the file is as it was left, or the user knows that it is not. */
const mayReplace = async (kit: string, handle: DiskFile, known: string): Promise<boolean> => {
  const now = await bytesOf(handle).then(hashNow, () => known)
  if (now === known || warned.get(kit) === now) return true
  warned.set(kit, now)
  say(
    `${handle.name} was changed by something else since it was read here, and is left as it is. Save once more to write over it, save to another file, or open it as a kit of its own.`,
  )
  return false
}

const writeTo = async (kitId: string, handle: DiskFile): Promise<void> => {
  const { content } = await kitBytes()
  const bytes = typeof content === 'string' ? new TextEncoder().encode(content) : content
  const hash = await hashNow(bytes)
  await writeBytes(handle, bytes)
  await remember(kitId, handle, hash)
  warned.delete(kitId)
  say(`Saved to ${handle.name}.`)
}

const chosen = async (): Promise<DiskFile> => pickKitToWrite((await kitBytes()).name)

const saveTo = async (kitId: string, row: FileRow): Promise<void> => {
  const handle = row.handle as DiskFile
  if (!(await isAllowed(handle, 'readwrite', true)))
    say(`The browser does not let Gliv write ${row.name}. Allow it, or save to another file.`)
  else if (await mayReplace(kitId, handle, row.hash)) await writeTo(kitId, handle)
}

/** What is typed belongs to what is saved. */
const endTyping = (): void => {
  const focused = document.activeElement
  if (focused instanceof HTMLElement && focused.matches('input, textarea')) focused.blur()
}

/** Saves the open kit to its file; asks for one when there is none, or when another one is wanted. */
export const saveKit = async (elsewhere = false): Promise<void> => {
  const kitId = useDocument.getState().kit?.id
  if (kitId === undefined) return
  endTyping()
  if (!canPickFiles()) return exportKit()
  try {
    const row = elsewhere ? undefined : await db.files.get(kitId).catch(() => undefined)
    if (row?.handle) await saveTo(kitId, row)
    else await writeTo(kitId, await chosen())
  } catch (error) {
    if ((error as Error).name !== 'AbortError')
      say(`The kit was not saved: ${(error as Error).message}. Save it to another file, or export it.`)
  }
}
