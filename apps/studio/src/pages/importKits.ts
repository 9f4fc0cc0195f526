/**
 * Kit files from outside, read in a worker of their own: shown while it lasts, and cancelled by a press.
 * Lifetime: moment.
 */
import type { KitFile } from '@gliv/document'
import { proxy } from 'comlink'
import { kitOfPlace, rememberPlace } from '../frame/kitFile.ts'
import { handleOf } from '../shared/files.ts'
import { filesOf, pickFolder } from '../shared/folders.ts'
import { Cancelled, workerJob } from '../shared/workerJob.ts'
import { db, useDocument } from '../state/document.ts'
import { makeId } from '../state/ids.ts'
import { keepStorage } from '../state/storageUse.ts'
import { addKit } from '../state/shelf.ts'
import { useImporting } from './importing.ts'
import type { KitApi } from '../workers/kit.worker.ts'

const set = useImporting.setState

const notify = (notice: string): void => useDocument.setState({ notice })

const openWorker = (): Worker =>
  new Worker(new URL('../workers/kit.worker.ts', import.meta.url), { type: 'module' })

const TOO_LARGE = 'It cannot be read here: it takes too much memory; make the kit smaller'

const read = async (file: File): Promise<KitFile> => {
  const onProgress = (share: number): void => set(({ now }) => ({ now: now && { ...now, share } }))
  const job = workerJob<KitApi, KitFile>(
    openWorker(),
    async (api) => api.read(new Uint8Array(await file.arrayBuffer()), proxy(onProgress)),
    TOO_LARGE,
  )
  set({ now: { name: file.name, share: 0, cancel: job.cancel } })
  try {
    return await job.result
  } finally {
    set({ now: null })
  }
}

/** Largest zip of kits that is looked into, in bytes. */
const LARGEST_ZIP = 1_000_000_000

const isZip = ({ name, size }: File): boolean => /\.zip$/i.test(name) && size <= LARGEST_ZIP
const isKitName = (name: string): boolean => /\.gliv(\.json)?$/i.test(name)

/** Those of some files that are zips of kits: other zips may hold pictures. */
export const zipsOfKits = async (files: readonly File[]): Promise<readonly File[]> => {
  const zips = files.filter(isZip)
  if (zips.length === 0) return []
  const { unzipSync } = await import('fflate')
  const holdsKit = async (file: File): Promise<boolean> => {
    let some = false
    const note = (name: string): boolean => {
      some ||= isKitName(name)
      return false
    }
    try {
      unzipSync(new Uint8Array(await file.arrayBuffer()), { filter: ({ name }) => note(name) })
    } catch {
      // What is no zip is refused in words by who reads it.
    }
    return some
  }
  const held = await Promise.all(zips.map(holdsKit))
  return zips.filter((_, k) => held[k])
}

/** The kit files in a zip of several; any other file is itself. */
const unpacked = async (file: File): Promise<readonly File[]> => {
  if (!isZip(file)) return [file]
  try {
    const { unzipSync } = await import('fflate')
    const entries = unzipSync(new Uint8Array(await file.arrayBuffer()), {
      filter: ({ name }) => isKitName(name),
    })
    const kits = Object.entries(entries).map(
      ([name, bytes]) => new File([bytes as Uint8Array<ArrayBuffer>], name.split('/').at(-1)!),
    )
    return kits.length > 0 ? kits : [file]
  } catch {
    // What is no zip is refused in words by the reader.
    return [file]
  }
}

/**
 * Reads kit files one after the other; one that was read before and is the same is the kit that is here; one that
 * cannot be read leaves everything as it was and says why. Gives the ids of the kits.
 */
export const importKits = async (chosen: readonly File[]): Promise<string[]> => {
  const ids: string[] = []
  for (const file of (await Promise.all(chosen.map(unpacked))).flat()) {
    try {
      const handle = handleOf(file)
      const known = handle && (await kitOfPlace(handle))
      const id = known ?? (await addKit(db, await read(file), () => makeId('kit')))
      if (handle && !known) await rememberPlace(id, handle)
      ids.push(id)
      void keepStorage()
    } catch (error) {
      if (!(error instanceof Cancelled))
        notify(`${file.name} was not imported. ${error instanceof Error ? error.message : String(error)}`)
    }
  }
  return ids
}

/** Reads a kit from its folder, which is chosen now. Gives its id; null when there is none. */
export const importFolder = async (): Promise<string | null> => {
  let name = 'The folder'
  try {
    const folder = await pickFolder('read', 'gliv-kit')
    name = folder.name
    const known = await kitOfPlace(folder)
    if (known !== null) return known
    const files = await filesOf(folder)
    const job = workerJob<KitApi, KitFile>(openWorker(), (api) => api.readFolder(files), TOO_LARGE)
    const id = await addKit(db, await job.result, () => makeId('kit'))
    await rememberPlace(id, folder)
    void keepStorage()
    return id
  } catch (error) {
    if ((error as Error).name !== 'AbortError')
      notify(`${name} was not imported. ${error instanceof Error ? error.message : String(error)}`)
    return null
  }
}
