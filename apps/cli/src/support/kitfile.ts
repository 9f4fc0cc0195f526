/** Kits on disk: a file, or the folder of one. */
import { readdir, readFile, stat } from 'node:fs/promises'
import { join, relative, sep } from 'node:path'
import { FILE_LIMIT_BYTES, type KitFile, readKitFile, readKitFolder } from '@gliv/document'
import { Refusal } from '@gliv/model'
import { reasonOf } from './reasons.ts'

/** Most files of a kit's folder: what has more is the folder of something else. */
const MOST_FILES = 20_000

/** Parts of a kit's folder; whatever else lies there is left alone. */
const KNOWN = /^(kit\.json|(effects|types|sheets|stages|palettes|sounds|references)\/[^/]+)$/

const filesIn = async (folder: string): Promise<Map<string, Uint8Array>> => {
  const entries = await readdir(folder, { recursive: true, withFileTypes: true })
  const paths = entries
    .filter((entry) => entry.isFile())
    .map((entry) => relative(folder, join(entry.parentPath, entry.name)).split(sep).join('/'))
    .filter((path) => KNOWN.test(path))
  if (paths.length > MOST_FILES)
    throw new Refusal(
      folder,
      `it has ${paths.length} files; a kit has at most ${MOST_FILES}; name its own folder`,
    )
  const files = new Map<string, Uint8Array>()
  let bytes = 0
  for (const path of paths) {
    const data = await readFile(join(folder, path))
    bytes += data.length
    if (bytes > FILE_LIMIT_BYTES)
      throw new Refusal(
        folder,
        `it is larger than ${FILE_LIMIT_BYTES / 1024 / 1024} MB; make its pictures smaller`,
      )
    files.set(path, data)
  }
  return files
}

/** Reads a kit from a file, or from its folder. Throws `Refusal` in words. */
export const loadKit = async (path: string): Promise<KitFile> => {
  let read: Uint8Array | Map<string, Uint8Array>
  try {
    read = (await stat(path)).isDirectory() ? await filesIn(path) : await readFile(path)
  } catch (error) {
    if (error instanceof Refusal) throw error
    throw new Refusal(path, reasonOf(error))
  }
  return read instanceof Map ? readKitFolder(read) : readKitFile(read)
}
