/**
 * Kit files from outside, read in a worker of their own: shown while it lasts, and cancelled by a press.
 * Lifetime: moment.
 */
import type { KitFile } from '@gliv/document'
import { proxy, wrap } from 'comlink'
import { db, useDocument } from '../state/document.ts'
import { makeId } from '../state/ids.ts'
import { addKit } from '../state/shelf.ts'
import { useImporting } from './importing.ts'
import type { KitApi } from '../workers/kit.worker.ts'

const set = useImporting.setState

const notify = (notice: string): void => useDocument.setState({ notice })

/** Said when somebody cancels; nothing else needs to be. */
class Cancelled extends Error {}

const read = async (file: File): Promise<KitFile> => {
  const worker = new Worker(new URL('../workers/kit.worker.ts', import.meta.url), { type: 'module' })
  try {
    const cancelled = new Promise<never>((_, fail) =>
      set({ now: { name: file.name, share: 0, cancel: () => fail(new Cancelled()) } }),
    )
    const broken = new Promise<never>((_, fail) =>
      worker.addEventListener('error', () =>
        fail(new Error('It cannot be read here: it takes too much memory; make the kit smaller')),
      ),
    )
    const work = file.arrayBuffer().then(
      (bytes) =>
        wrap<KitApi>(worker).read(
          new Uint8Array(bytes),
          proxy((share: number) => set(({ now }) => ({ now: now && { ...now, share } }))),
        ) as Promise<KitFile>,
    )
    return await Promise.race([work, cancelled, broken])
  } finally {
    worker.terminate()
    set({ now: null })
  }
}

/**
 * Reads kit files one after the other; one that cannot be read leaves everything as it was and says why.
 * Gives the ids of the kits.
 */
export const importKits = async (files: readonly File[]): Promise<string[]> => {
  const ids: string[] = []
  for (const file of files) {
    try {
      ids.push(await addKit(db, await read(file), () => makeId('kit')))
    } catch (error) {
      if (!(error instanceof Cancelled))
        notify(`${file.name} was not imported. ${error instanceof Error ? error.message : String(error)}`)
    }
  }
  return ids
}
