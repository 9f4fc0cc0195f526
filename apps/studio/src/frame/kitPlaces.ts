/** Where a kit is kept on the disk: in one file, or as a folder of plain files that several people work in. */
import { writeKitFolder } from '@gliv/document'
import { type DiskFile, writeBytes } from '../shared/files.ts'
import { type Folder, filesOf, writeFile } from '../shared/folders.ts'
import { useDocument } from '../state/document.ts'
import { hashNow } from '../state/pictureStore.ts'
import { kitBytes } from './exportKit.ts'

export type KitHandle = DiskFile | Folder

export interface KitPlace {
  /** Content hash of the kit that lies there now. Rejects when nothing does. */
  readonly hash: () => Promise<string>
  /** Puts the open kit there, and says what was done. Rejects in words. */
  readonly write: () => Promise<{ readonly hash: string; readonly said: string }>
}

const filePlace = (file: DiskFile): KitPlace => ({
  hash: async () => hashNow(new Uint8Array(await (await file.getFile()).arrayBuffer())),
  write: async () => {
    const { content } = await kitBytes()
    const bytes = typeof content === 'string' ? new TextEncoder().encode(content) : content
    await writeBytes(file, bytes)
    return { hash: await hashNow(bytes), said: `Saved to ${file.name}.` }
  },
})

type Files = ReadonlyMap<string, Uint8Array>

const PARTS = /^(effects|types|sheets|stages|palettes|sounds|references)\/([^/]+)$/

/** The kit's own among the files of a folder: a repository keeps more there. */
const ownOf = (files: Files): [string, Uint8Array][] =>
  [...files]
    .filter(([path]) => path === 'kit.json' || PARTS.test(path))
    .toSorted(([a], [b]) => (a < b ? -1 : 1))

const hashOfFiles = async (files: Files): Promise<string> => {
  const lines = await Promise.all(
    ownOf(files).map(async ([path, bytes]) => `${path} ${await hashNow(bytes)}`),
  )
  return hashNow(new TextEncoder().encode(lines.join('\n')))
}

/** Whether a folder is empty or a kit's: files of something else would be mistaken for its parts. */
const isUsable = (there: Files): boolean =>
  there.size === 0 || /"format":\s*"gliv-kit"/.test(new TextDecoder().decode(there.get('kit.json')))

/** Takes away the files of parts that are gone. */
const clear = async (folder: Folder, there: Files, files: Files): Promise<void> => {
  for (const path of there.keys()) {
    const [, part, name] = PARTS.exec(path) ?? []
    if (part === undefined || files.has(path)) continue
    await (await folder.getDirectoryHandle(part, { create: false })).removeEntry(name!)
  }
}

const folderPlace = (folder: Folder): KitPlace => ({
  hash: async () => hashOfFiles(await filesOf(folder)),
  write: async () => {
    const { kit, moment, pictures } = useDocument.getState()
    const files = writeKitFolder({ kit: moment?.kit ?? kit!, pictures })
    const there = await filesOf(folder)
    if (!isUsable(there))
      throw new Error(
        `${folder.name} holds other things and no kit. Choose an empty folder, or that of a kit`,
      )
    let written = 0
    for (const [path, bytes] of files) if (await writeFile(folder, path, bytes)) written++
    await clear(folder, there, files)
    return {
      hash: await hashOfFiles(files),
      said: `${written} of ${files.size} files were written to ${folder.name}.`,
    }
  },
})

export const placeOf = (handle: KitHandle): KitPlace =>
  handle.kind === 'directory' ? folderPlace(handle) : filePlace(handle)
