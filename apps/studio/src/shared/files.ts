/** Single files of this machine, where the browser hands them out when it is asked. */
import type { Asked, FileHandle } from './folders.ts'

/** The little of a file's handle that is used beside its bytes. */
export interface DiskFile extends FileHandle, Asked {
  readonly name: string
  getFile(): Promise<File>
  isSameEntry(other: unknown): Promise<boolean>
}

interface Types {
  readonly description: string
  readonly accept: Readonly<Record<string, readonly string[]>>
}
interface Pickers {
  showOpenFilePicker?: (options: {
    types?: readonly Types[]
    multiple?: boolean
    id: string
  }) => Promise<DiskFile[]>
  showSaveFilePicker?: (options: {
    types?: readonly Types[]
    suggestedName: string
    id: string
  }) => Promise<DiskFile>
}
const pickers = globalThis as Pickers

/** Whether this browser hands out files that can be written again. */
export const canPickFiles = (): boolean =>
  pickers.showOpenFilePicker !== undefined && pickers.showSaveFilePicker !== undefined

/** What a choice of files is about; the browser remembers a folder for each. */
const KIT_FILES: Types = { description: 'Kits of Gliv', accept: { 'application/x-gliv': ['.gliv'] } }
const PICTURE_FILES: Types = {
  description: 'Pictures',
  accept: { 'image/*': ['.png', '.apng', '.gif', '.webp', '.jpg', '.jpeg', '.svg'] },
}

/** Asks for files of any kind that comes in: kits, pictures, sounds. Rejects with `AbortError` when none is chosen. */
export const pickFiles = async (): Promise<File[]> =>
  Promise.all((await pickers.showOpenFilePicker!({ multiple: true, id: 'gliv-kit' })).map(withHandle))

/** Asks where a kit is to be written. Rejects with `AbortError` when nothing is chosen. */
export const pickKitToWrite = (suggestedName: string): Promise<DiskFile> =>
  pickers.showSaveFilePicker!({ types: [KIT_FILES], suggestedName, id: 'gliv-kit' })

/** Asks for one picture. Rejects with `AbortError` when none is chosen. */
export const pickPicture = async (): Promise<DiskFile | undefined> =>
  (await pickers.showOpenFilePicker!({ types: [PICTURE_FILES], id: 'gliv-picture' }))[0]

/** The handle that came with a file that was dropped or chosen; undefined where the browser gives none. */
export const handleOf = (file: File): DiskFile | undefined => {
  const { handle } = file as { handle?: DiskFile }
  return handle && typeof handle.getFile === 'function' ? handle : undefined
}

/** A file with the handle that it was read by. */
export const withHandle = async (handle: DiskFile): Promise<File> =>
  Object.defineProperty(await handle.getFile(), 'handle', { value: handle })

export const writeBytes = async (file: DiskFile, bytes: Uint8Array): Promise<void> => {
  const stream = await file.createWritable()
  await stream.write(bytes)
  await stream.close()
}
