/** Folders of this machine, where the browser hands them out when it is asked. */

/** The little of a file's handle that is used; the language's own library does not have all of it. */
export interface FileHandle {
  readonly kind: 'file'
  getFile(): Promise<Blob>
  createWritable(): Promise<{ write(data: Uint8Array): Promise<void>; close(): Promise<void> }>
}
/** The little of a folder's handle. */
export interface Folder extends Asked {
  readonly kind: 'directory'
  readonly name: string
  getFileHandle(name: string, options: { create: boolean }): Promise<FileHandle>
  getDirectoryHandle(name: string, options: { create: boolean }): Promise<Folder>
  removeEntry(name: string): Promise<void>
  entries(): AsyncIterable<[string, FileHandle | Folder]>
  isSameEntry(other: unknown): Promise<boolean>
}
type Mode = 'read' | 'readwrite'
/** What the browser may be asked of a handle; not every browser asks. */
export interface Asked {
  queryPermission?(options: { mode: Mode }): Promise<PermissionState>
  requestPermission?(options: { mode: Mode }): Promise<PermissionState>
}
type Picker = (options: { mode: Mode; id: string }) => Promise<Folder>

const pickerOf = (): Picker | undefined =>
  (globalThis as { showDirectoryPicker?: Picker }).showDirectoryPicker

/** Whether this browser hands out folders. */
export const canPickFolders = (): boolean => pickerOf() !== undefined

/** Asks for a folder. Rejects with `AbortError` when none is chosen. @param id what the browser remembers it for */
export const pickFolder = (mode: Mode, id: string): Promise<Folder> => pickerOf()!({ mode, id })

/** Whether a file or folder of before may be read or written now; `ask` lets the browser ask, which needs a press. */
export const isAllowed = async (handle: Asked, mode: Mode, ask: boolean): Promise<boolean> => {
  if (!handle.queryPermission || (await handle.queryPermission({ mode })) === 'granted') return true
  return ask && (await handle.requestPermission?.({ mode })) === 'granted'
}

const bytesIn = async (handle: FileHandle): Promise<Uint8Array> =>
  new Uint8Array(await (await handle.getFile()).arrayBuffer())

const isSame = (a: Uint8Array, b: Uint8Array): boolean =>
  a.length === b.length && a.every((byte, k) => byte === b[k])

const folderOf = async (folder: Folder, path: readonly string[]): Promise<Folder> => {
  let at = folder
  for (const name of path) at = await at.getDirectoryHandle(name, { create: true })
  return at
}

/** Writes a file, unless it is there with the same bytes. Gives whether it wrote. */
export const writeFile = async (folder: Folder, path: string, bytes: Uint8Array): Promise<boolean> => {
  const parts = path.split('/')
  const handle = await (
    await folderOf(folder, parts.slice(0, -1))
  ).getFileHandle(parts.at(-1)!, { create: true })
  if (isSame(await bytesIn(handle), bytes)) return false
  const stream = await handle.createWritable()
  await stream.write(bytes)
  await stream.close()
  return true
}

/** The files of a folder and of those right in it, by path. */
export const filesOf = async (folder: Folder): Promise<Map<string, Uint8Array>> => {
  const files = new Map<string, Uint8Array>()
  for await (const [name, handle] of folder.entries()) {
    if (handle.kind === 'file') files.set(name, await bytesIn(handle))
    else
      for await (const [inner, file] of handle.entries())
        if (file.kind === 'file') files.set(`${name}/${inner}`, await bytesIn(file))
  }
  return files
}
