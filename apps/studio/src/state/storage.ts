/** Where kits are kept: the browser's database, or the memory of this page where the browser gives none. */
import { create } from 'zustand'
import { Database } from './db.ts'

interface Storage {
  /** Why nothing outlasts the page; null while the browser keeps it. */
  readonly inMemory: string | null
}

export const useStorage = create<Storage>(() => ({ inMemory: null }))

/** The database that is in use; another one from the moment on in which storage turns out to be refused. */
export let db = new Database()

/** How long the browser may take to open the database, in ms: another tab with an older Gliv can hold it. */
const OPEN_WITHIN_MS = 6000

const reasonOf = (error: unknown): string => {
  const { name, message } = error as Error
  if (name === 'VersionError') return 'a newer Gliv has used this storage; reload the page to get it'
  if (name === 'TimeoutError') return 'another tab with an older Gliv holds the storage; close it and reload'
  if (name === 'SecurityError' || name === 'MissingAPIError' || name === 'InvalidStateError')
    return 'the browser refuses storage here (private window, or blocked for this site)'
  return message || name
}

const within = async (ms: number, work: PromiseLike<unknown>): Promise<void> => {
  let timer: ReturnType<typeof setTimeout> | undefined
  const late = new Promise<never>((_, fail) => {
    timer = setTimeout(
      () => fail(Object.assign(new Error('it does not answer'), { name: 'TimeoutError' })),
      ms,
    )
  })
  try {
    await Promise.race([work, late])
  } finally {
    clearTimeout(timer)
  }
}

/**
 * Opens the database; where that is refused, one in memory takes its place, and nothing that is stored is
 * touched.
 */
export const openStorage = async (): Promise<void> => {
  try {
    await within(OPEN_WITHIN_MS, db.open())
  } catch (error) {
    db.close({ disableAutoOpen: true })
    const { IDBFactory, IDBKeyRange } = await import('fake-indexeddb')
    db = new Database('gliv', { indexedDB: new IDBFactory(), IDBKeyRange })
    await db.open()
    useStorage.setState({ inMemory: reasonOf(error) })
  }
}
