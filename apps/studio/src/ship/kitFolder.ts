/** A kit as a folder of plain files, for repositories in which several people work. */
import { writeKitFolder } from '@gliv/document'
import { type Folder, filesOf, pickFolder, writeFile } from '../shared/folders.ts'
import { useDocument } from '../state/document.ts'

const say = (notice: string): void => useDocument.setState({ notice })

const PARTS = /^(effects|types|sheets|stages|palettes|sounds|references)\/([^/]+)$/

/** Whether a folder is empty or a kit's: files of something else would be mistaken for its parts. */
const isUsable = (there: ReadonlyMap<string, Uint8Array>): boolean =>
  there.size === 0 || /"format":\s*"gliv-kit"/.test(new TextDecoder().decode(there.get('kit.json')))

/** Takes away the files of parts that are gone. */
const clear = async (
  folder: Folder,
  there: ReadonlyMap<string, unknown>,
  files: ReadonlyMap<string, unknown>,
) => {
  for (const path of there.keys()) {
    const [, part, name] = PARTS.exec(path) ?? []
    if (part === undefined || files.has(path)) continue
    await (await folder.getDirectoryHandle(part, { create: false })).removeEntry(name!)
  }
}

/** Writes the open kit to a folder that is chosen now; only what differs. */
export const writeKitToFolder = async (): Promise<void> => {
  const { kit, pictures } = useDocument.getState()
  if (!kit) return
  try {
    const folder = await pickFolder('readwrite', 'gliv-kit')
    const files = writeKitFolder({ kit, pictures })
    const there = await filesOf(folder)
    if (!isUsable(there))
      return say(`${folder.name} holds other things and no kit. Choose an empty folder, or that of a kit.`)
    let written = 0
    for (const [path, bytes] of files) if (await writeFile(folder, path, bytes)) written++
    await clear(folder, there, files)
    say(`${written} of ${files.size} files were written to ${folder.name}.`)
  } catch (error) {
    if ((error as Error).name !== 'AbortError')
      say(`The kit was not written: ${(error as Error).message}. Choose another folder.`)
  }
}
