/**
 * What lies in this browser's storage, by kit and by kind; what can be given up; and whether the browser promises to
 * keep it.
 */
import { create } from 'zustand'
import { useStorage } from './storage.ts'
import type { Database, KitRow, MarkRow, PictureRow } from './db.ts'
import { deletedRows, deleteKit } from './shelf.ts'
import { NOTHING, together, weigh, type Weight } from './weight.ts'

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

/** What every kit's rows weigh, by what they are for. */
interface Weights {
  readonly documents: ReadonlyMap<string, Weight>
  readonly marks: ReadonlyMap<string, Weight>
  readonly takes: ReadonlyMap<string, Weight>
}

const kitOf = ({ kit }: { readonly kit: string }): string => kit

const merged = (...maps: readonly ReadonlyMap<string, Weight>[]): ReadonlyMap<string, Weight> =>
  new Map(
    [...new Set(maps.flatMap((map) => [...map.keys()]))].map((key) => [
      key,
      together(...maps.flatMap((map) => map.get(key) ?? [])),
    ]),
  )

const weightsOf = async (db: Database): Promise<Weights> => ({
  documents: merged(
    await weigh(db.snapshots.toCollection(), kitOf),
    await weigh(db.commits.toCollection(), kitOf),
    await weigh(db.drafts.toCollection(), kitOf),
  ),
  marks: await weigh(db.marks.toCollection(), kitOf),
  takes: await weigh(db.takes.toCollection(), kitOf),
})

/** Bytes of every picture, sound and clip by its hash. */
const blobSizes = async (db: Database): Promise<ReadonlyMap<string, number>> => {
  const sizes = new Map<string, number>()
  await db.pictures.each(({ hash, bytes }: PictureRow) => void sizes.set(hash, bytes.byteLength))
  return sizes
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
const namedIn = ({ documents, marks, takes }: Weights): ReadonlySet<string> =>
  new Set([...together(...documents.values(), ...marks.values(), ...takes.values()).hashes, ...handedOver()])

/** A picture that two kits show is counted with each: it goes when both are gone. */
const useOf = (
  weights: Weights,
  sizes: ReadonlyMap<string, number>,
  { id, name, deletedAt }: KitRow,
): KitUse => {
  const of = (map: ReadonlyMap<string, Weight>): Weight => map.get(id) ?? NOTHING
  const [documents, marks, takes] = [of(weights.documents), of(weights.marks), of(weights.takes)]
  const { hashes } = together(documents, marks, takes)
  return {
    id,
    name,
    deleted: deletedAt !== undefined,
    document: documents.bytes,
    pictures: [...hashes].reduce((sum, hash) => sum + (sizes.get(hash) ?? 0), 0),
    marks: marks.bytes,
    takes: takes.bytes,
  }
}

/** Measures everything; takes a moment where there is much. */
export const measureUse = async (db: Database): Promise<Use> => {
  const [weights, sizes] = [await weightsOf(db), await blobSizes(db)]
  const named = namedIn(weights)
  const kits = (await db.kits.toArray()).map((row) => useOf(weights, sizes, row))
  let stills = 0
  await db.stills.each(({ png }) => void (stills += png.byteLength))
  const auto = await weigh(db.marks.filter(isAuto), () => '')
  const total = ({ document, marks, takes }: KitUse): number => document + marks + takes
  return {
    kits: kits.toSorted((a, b) => total(b) + b.pictures - total(a) - a.pictures),
    freeable: {
      stills,
      autoMarks: (auto.get('') ?? NOTHING).bytes,
      orphans: [...sizes].reduce((sum, [hash, size]) => sum + (named.has(hash) ? 0 : size), 0),
      deleted: kits.filter(({ deleted }) => deleted).reduce((sum, kit) => sum + total(kit), 0),
    },
  }
}

const isAuto = ({ auto }: MarkRow): boolean => auto

const CLEAN_UPS: Readonly<Record<CleanUpId, (db: Database) => Promise<unknown>>> = {
  stills: (db) => db.stills.clear(),
  autoMarks: async (db) => db.marks.bulkDelete(await db.marks.filter(isAuto).primaryKeys()),
  // What is named is looked up and deleted at once, so that what another tab adds meanwhile stays.
  orphans: (db) =>
    db.transaction('rw', [db.pictures, db.snapshots, db.commits, db.drafts, db.marks, db.takes], async () => {
      const named = namedIn(await weightsOf(db))
      const hashes = await db.pictures.toCollection().primaryKeys()
      await db.pictures.bulkDelete(hashes.filter((hash) => !named.has(hash)))
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
