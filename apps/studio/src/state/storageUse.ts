/**
 * What lies in this browser's storage, by kit and by kind; what can be given up; and whether the browser promises to
 * keep it.
 */
import { create } from 'zustand'
import { useStorage } from './storage.ts'
import { type Database, type PictureRow } from './db.ts'
import { hashesIn } from './pictureStore.ts'
import { deletedRows, deleteKit } from './shelf.ts'

interface StorageUse {
  /** Bytes that the browser counts for Gliv, and how many it allows; null where it does not say. */
  readonly estimate: { readonly used: number; readonly quota: number } | null
  /** Whether the browser gives it up only when its user says so; null where it does not say. */
  readonly kept: boolean | null
}

export const useStorageUse = create<StorageUse>(() => ({ estimate: null, kept: null }))

/** From this share of the room on it is said that it is nearly full. */
export const NEARLY_FULL = 0.9
/** How often the room is looked at while the studio is open, ms. */
const LOOK_EVERY_MS = 60_000

export const isNearlyFull = ({ estimate }: StorageUse): boolean =>
  estimate !== null && estimate.quota > 0 && estimate.used / estimate.quota >= NEARLY_FULL

const manager = (): StorageManager | undefined =>
  typeof navigator === 'undefined' ? undefined : navigator.storage

/** Looks at the room once. */
export const lookAtRoom = async (): Promise<void> => {
  try {
    const estimate = await manager()?.estimate?.()
    const kept = (await manager()?.persisted?.()) ?? null
    const { usage, quota } = estimate ?? {}
    useStorageUse.setState({
      kept,
      estimate: usage !== undefined && quota !== undefined ? { used: usage, quota } : null,
    })
  } catch {
    // A browser that says nothing is not warned about.
  }
}

export const followRoom = (): (() => void) => {
  void lookAtRoom()
  const timer = setInterval(() => void lookAtRoom(), LOOK_EVERY_MS)
  return () => clearInterval(timer)
}

/** Asks the browser to keep everything until its user deletes it. Gives whether it does. */
export const askToKeep = async (): Promise<boolean> => {
  const kept =
    (await manager()
      ?.persist?.()
      .catch(() => false)) ?? false
  useStorageUse.setState({ kept })
  return kept
}

/** At the first kit of one's own: before it there is nothing that would be a loss. */
export const keepStorage = async (): Promise<void> => {
  if (useStorage.getState().inMemory !== null) return
  if (
    (await manager()
      ?.persisted?.()
      .catch(() => true)) === false
  )
    await askToKeep()
}

/** Bytes of one kit by what they are for. */
export interface KitUse {
  readonly id: string
  readonly name: string
  readonly deleted: boolean
  /** The states that it is opened from, and the steps since. */
  readonly document: number
  readonly pictures: number
  readonly marks: number
  readonly takes: number
}

/** Kinds of things that can be given up, each with its bytes. */
export type CleanUpId = 'stills' | 'autoMarks' | 'orphans' | 'deleted'

export interface Use {
  readonly kits: readonly KitUse[]
  readonly freeable: Readonly<Record<CleanUpId, number>>
}

const textBytes = (rows: readonly unknown[]): number =>
  rows.reduce<number>((sum, row) => sum + JSON.stringify(row).length, 0)

type OfKit = { readonly kit: string }
const ofKit = <R extends OfKit>(rows: readonly R[], kit: string): R[] => rows.filter((row) => row.kit === kit)

interface Rows {
  readonly documents: readonly OfKit[]
  readonly marks: readonly (OfKit & { readonly auto: boolean })[]
  readonly takes: readonly OfKit[]
  readonly pictures: ReadonlyMap<string, number>
}

const rowsOf = async (db: Database): Promise<Rows> => {
  const pictures = new Map<string, number>()
  await db.pictures.each(({ hash, bytes }: PictureRow) => void pictures.set(hash, bytes.byteLength))
  return {
    documents: [
      ...(await db.snapshots.toArray()),
      ...(await db.commits.toArray()),
      ...(await db.drafts.toArray()),
    ],
    marks: await db.marks.toArray(),
    takes: await db.takes.toArray(),
    pictures,
  }
}

/** What tabs hand over when they are left: steps that no table has yet. */
const handedOver = (): readonly string[] => {
  try {
    return Object.values(localStorage).flatMap((text: string) => text.match(/[0-9a-f]{32}/g) ?? [])
  } catch {
    return []
  }
}

/** Hashes of pictures that anything kept names, so that undo and marks find them, too. */
const namedIn = ({ documents, marks, takes }: Rows): ReadonlySet<string> =>
  new Set([...[...documents, ...marks, ...takes].flatMap((row) => hashesIn(row)), ...handedOver()])

/** A picture that two kits show is counted with each: it goes when both are gone. */
const useOf = (rows: Rows, id: string, name: string, deleted: boolean): KitUse => {
  const [documents, marks, takes] = [ofKit(rows.documents, id), ofKit(rows.marks, id), ofKit(rows.takes, id)]
  const hashes = new Set([...documents, ...marks, ...takes].flatMap((row) => hashesIn(row)))
  return {
    id,
    name,
    deleted,
    document: textBytes(documents),
    pictures: [...hashes].reduce((sum, hash) => sum + (rows.pictures.get(hash) ?? 0), 0),
    marks: textBytes(marks),
    takes: textBytes(takes),
  }
}

/** Measures everything; takes a moment where there is much. */
export const measureUse = async (db: Database): Promise<Use> => {
  const rows = await rowsOf(db)
  const named = namedIn(rows)
  const kits = (await db.kits.toArray()).map(({ id, name, deletedAt }) =>
    useOf(rows, id, name, deletedAt !== undefined),
  )
  let stills = 0
  await db.stills.each(({ png }) => void (stills += png.byteLength))
  const total = ({ document, marks, takes }: KitUse): number => document + marks + takes
  return {
    kits: kits.toSorted((a, b) => total(b) + b.pictures - total(a) - a.pictures),
    freeable: {
      stills,
      autoMarks: textBytes(rows.marks.filter(({ auto }) => auto)),
      orphans: [...rows.pictures].reduce((sum, [hash, size]) => sum + (named.has(hash) ? 0 : size), 0),
      deleted: kits.filter(({ deleted }) => deleted).reduce((sum, kit) => sum + total(kit), 0),
    },
  }
}

const CLEAN_UPS: Readonly<Record<CleanUpId, (db: Database) => Promise<unknown>>> = {
  stills: (db) => db.stills.clear(),
  autoMarks: async (db) =>
    db.marks.bulkDelete((await db.marks.filter(({ auto }) => auto).toArray()).map(({ id }) => id)),
  // What is named is looked up and deleted at once, so that what another tab adds meanwhile stays.
  orphans: (db) =>
    db.transaction('rw', [db.pictures, db.snapshots, db.commits, db.drafts, db.marks, db.takes], async () => {
      const rows = await rowsOf(db)
      const named = namedIn(rows)
      await db.pictures.bulkDelete([...rows.pictures.keys()].filter((hash) => !named.has(hash)))
    }),
  deleted: async (db) => {
    for (const { id } of await deletedRows(db)) await deleteKit(db, id)
  },
}

/** Held by every tab that has a kit open: it may keep a picture whose step is not written yet. */
const OPEN_LOCK = 'gliv-kit-open'

/** Says to other tabs that a kit is open here, until the answer is called. */
export const holdOpen = (): (() => void) => {
  let release = (): void => undefined
  const until = new Promise<void>((done) => void (release = done))
  void navigator.locks?.request(OPEN_LOCK, { mode: 'shared' }, () => until).catch(() => undefined)
  return release
}

/** Gives up everything of a kind. Gives, in words, why it did not. */
export const cleanUp = async (db: Database, id: CleanUpId): Promise<string | null> => {
  let refusal: string | null = null
  const work = (): Promise<unknown> => CLEAN_UPS[id](db)
  if (id === 'orphans' && navigator.locks)
    await navigator.locks.request(OPEN_LOCK, { ifAvailable: true }, async (lock) => {
      if (lock) await work()
      else
        refusal =
          'A kit is open, here or in another tab, and may just be taking a picture in. Go to the shelf in all tabs, then try it again.'
    })
  else await work()
  await lookAtRoom()
  return refusal
}
