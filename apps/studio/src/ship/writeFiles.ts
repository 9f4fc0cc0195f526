/** Where files go: a folder that was chosen before, where the browser can write to one, else a zip. */
import { bytesOf, type EncodedFile } from '@gliv/bake'
import { strToU8, type Zippable, zipSync } from 'fflate'
import { download } from '../shared/download.ts'
import { type Folder, isAllowed, pickFolder, writeFile } from '../shared/folders.ts'
import { db } from '../state/storage.ts'

/** Folders by kit; a second opening of the studio finds them again where the browser keeps handles. */
const folders = new Map<string, Folder>()

const keptFolder = async (kitId: string): Promise<Folder | null> => {
  const known = folders.get(kitId)
  if (known) return known
  const row = await db.folders.get(kitId).catch(() => undefined)
  return (row?.handle as Folder | undefined) ?? null
}

/** The folder of a kit: the one of before, else one that is chosen now. Rejects with `AbortError` when none is. */
export const folderFor = async (kitId: string, again: boolean): Promise<Folder> => {
  const before = again ? await keptFolder(kitId) : null
  if (before && (await isAllowed(before, 'readwrite', true))) return before
  const folder = await pickFolder('readwrite', 'gliv-ship')
  folders.set(kitId, folder)
  // Some handles cannot be kept, then the folder is asked for anew next time.
  await db.folders.put({ kit: kitId, handle: folder }).catch(() => undefined)
  return folder
}

/** The name of a kit's folder; null when none was chosen. */
export const folderName = async (kitId: string): Promise<string | null> =>
  (await keptFolder(kitId))?.name ?? null

/** Writes files to a folder; those that are there with the same bytes stay untouched. Returns how many were written. */
export const writeToFolder = async (folder: Folder, files: readonly EncodedFile[]): Promise<number> => {
  let written = 0
  for (const file of files) if (await writeFile(folder, file.name, bytesOf(file))) written++
  return written
}

/** Hands files over: one as it is, several as a zip. */
export const downloadFiles = (name: string, files: readonly EncodedFile[]): void => {
  const [only] = files
  if (files.length === 1 && only) return download(only.name, only.data, only.type)
  const entries = files.map(({ name: file, data }) => [
    file,
    typeof data === 'string' ? strToU8(data) : ([data, { level: 0 as const }] as const),
  ])
  download(`${name}.zip`, zipSync(Object.fromEntries(entries) as Zippable), 'application/zip')
}
