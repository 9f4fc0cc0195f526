/**
 * Keeping what was made. A commit is one transaction that appends patches; the history is linear, shared by
 * all tabs
 * and survives a reload; undo appends the inverse as a new commit.
 */
import { type Kit, KIT_VERSION, readKit, type SetAside } from '@gliv/document'
import { applyPatches, type Patch } from 'immer'
import { READER } from './build.ts'
import type { Commit, Database, Draft, Snapshot } from './db.ts'
import { overlaps } from './paths.ts'
import {
  commitHash,
  isFromNewer,
  type Restored,
  hashAhead,
  restore,
  snapshotHash,
  type Stored,
} from './restore.ts'

/** A snapshot every so many commits: loading replays at most this many patches. */
export const SNAPSHOT_EVERY = 100
/** Snapshots that stay, so that an older one is there when the newest is damaged. */
const SNAPSHOTS_KEPT = 5

/** Our edit and another tab's touch the same place. */
export class Conflict extends Error {
  override readonly name = 'Conflict'
}

/** The journal was written by a newer Gliv. */
export class OutOfDate extends Error {
  override readonly name = 'OutOfDate'
}

/** The kit is no longer in the database: deleted in another tab, or together with the site's data. */
export class Gone extends Error {
  override readonly name = 'Gone'
}

/** Nothing that is stored under this id can be read as a kit. */
export class Unreadable extends Error {
  override readonly name = 'Unreadable'
}

export type Opened = Restored

const after = (db: Database, kit: string, rev: number) =>
  db.commits.where('[kit+rev]').between([kit, rev], [kit, Infinity], false, true)

const OUT_OF_DATE = 'This kit was changed by a newer Gliv; reload the page to get it'

/** Rows of a kit, in a transaction. */
const readStored = async (
  db: Database,
  id: string,
): Promise<Stored & { readonly known: boolean; readonly deleted: boolean; readonly name: string }> => {
  const [row, snapshots, commits] = [
    await db.kits.get(id),
    await db.snapshots.where('kit').equals(id).toArray(),
    await db.commits.where('kit').equals(id).toArray(),
  ]
  const rev: unknown = row?.rev
  return {
    id,
    known: row !== undefined || snapshots.length > 0,
    deleted: Boolean(row?.deletedAt),
    name: row?.name ?? id,
    rev: typeof rev === 'number' && Number.isInteger(rev) && rev >= 0 ? rev : 0,
    snapshots,
    commits,
  }
}

/** Snapshot plus journal. What is broken is set aside and named; everything else opens. */
export const openKit = async (db: Database, id: string): Promise<Opened> => {
  const stored = await db.transaction('r', db.kits, db.snapshots, db.commits, () => readStored(db, id))
  if (stored.deleted) throw new Gone(`“${stored.name}” was deleted; put it back on the shelf to open it`)
  if (!stored.known) throw new Gone(`There is no kit "${id}" in this browser; import its file again`)
  if (isFromNewer(stored)) throw new OutOfDate(OUT_OF_DATE)
  await hashAhead(stored.snapshots.at(-1))
  const restored = restore(stored)
  if (!restored)
    throw new Unreadable(
      `Nothing of the kit "${id}" can be read; save its raw data as a file before you delete it`,
    )
  return restored
}

export interface NewCommit {
  readonly kit: string
  readonly label: string
  readonly patches: Patch[]
  readonly inverse: Patch[]
  readonly tab: string
  readonly kind: Commit['kind']
  readonly of?: number
  readonly ofUid?: string
  readonly uid?: string
  /** ms since 1970. */
  readonly at?: number
}

export interface Committed {
  readonly commit: Commit
  /** What other tabs committed in between, oldest first. */
  readonly foreign: readonly Commit[]
}

/** A document as it is read back after it was stored. */
const readBack = (document: Kit): Kit => readKit(JSON.parse(JSON.stringify(document)))

/** Adds a snapshot of the present state, if the loader's own code can read it again; the last few stay. */
const addSnapshot = async (db: Database, id: string, rev: number): Promise<void> => {
  const restored = restore(await readStored(db, id))
  if (!restored) return
  let document: Kit
  try {
    document = readBack(restored.kit)
  } catch {
    return // the journal has everything; a snapshot that cannot be opened would take it away
  }
  await db.snapshots.put(snapshotOf(id, rev, document))
  const revs = (await db.snapshots.where('kit').equals(id).toArray())
    .map((s) => s.rev)
    .filter((r) => Number.isInteger(r))
    .sort((a, b) => b - a)
  for (const old of revs.slice(SNAPSHOTS_KEPT)) await db.snapshots.delete([id, old])
}

export const snapshotOf = (
  kit: string,
  rev: number,
  document: Kit,
  hash = snapshotHash(document),
): Snapshot => ({
  kit,
  rev,
  document,
  hash,
  savedAt: Date.now(),
  ...(READER === null ? {} : { reader: READER }),
})

/**
 * Appends a commit made on revision `baseRev`. If another tab moved on, its patches come first, and ours
 * follow where
 * the paths are disjoint; else `Conflict` is thrown and nothing is written. `shown` describes the kit for the
 * shelf.
 */
export const appendCommit = (
  db: Database,
  shown: Pick<Kit, 'name' | 'effectOrder'>,
  baseRev: number,
  made: NewCommit,
): Promise<Committed> =>
  db.transaction('rw', db.kits, db.commits, db.snapshots, db.drafts, async () => {
    const row = await db.kits.get(made.kit)
    if (!row || row.deletedAt) throw new Gone(`“${shown.name}” is no longer in this browser's storage`)
    const foreign = row.rev === baseRev ? [] : await after(db, made.kit, baseRev).sortBy('rev')
    if (foreign.some((c) => c.formatVersion > KIT_VERSION)) throw new OutOfDate(OUT_OF_DATE)
    const own = made.uid === undefined ? undefined : foreign.find((c) => c.uid === made.uid)
    // It was written before, and only the word of it was lost.
    if (own) return { commit: own, foreign: foreign.filter((c) => c !== own) }
    const clash = foreign.find((c) => overlaps(c.patches, made.patches))
    if (clash) throw new Conflict(`another tab changed the same thing ("${clash.label}")`)
    const rev = row.rev + 1
    const before = (await db.commits.get([made.kit, row.rev]))?.hash ?? ''
    const commit: Commit = {
      ...made,
      rev,
      formatVersion: KIT_VERSION,
      ...(READER === null ? {} : { reader: READER }),
      before,
      hash: commitHash({ ...made, rev, before }),
    }
    await db.commits.add(commit)
    await db.kits.update(made.kit, {
      rev,
      name: shown.name,
      effects: shown.effectOrder.length,
      updatedAt: Date.now(),
    })
    if (rev % SNAPSHOT_EVERY === 0) await addSnapshot(db, made.kit, rev)
    await db.drafts.delete([made.kit, made.tab])
    return { commit, foreign }
  })

export const foreignCommits = (db: Database, kit: string, rev: number): Promise<Commit[]> =>
  after(db, kit, rev).sortBy('rev')

export const saveDraft = async (db: Database, draft: Draft): Promise<void> => {
  await db.drafts.put(draft)
}

/**
 * Turns drafts of tabs that are gone into commits, where they still fit. Gives the labels of what was
 * recovered.
 * `isAlive` tells whether a tab still runs.
 */
export const recoverDrafts = async (
  db: Database,
  id: string,
  isAlive: (tab: string) => Promise<boolean>,
): Promise<string[]> => {
  const recovered: string[] = []
  for (const draft of await db.drafts.where('kit').equals(id).toArray()) {
    if (await isAlive(draft.tab)) continue
    try {
      const { kit, rev } = await openKit(db, id)
      if (rev === draft.baseRev) {
        readKit(applyPatches(kit, draft.patches))
        await appendCommit(db, kit, rev, {
          kit: id,
          label: draft.label,
          patches: draft.patches,
          inverse: draft.inverse,
          tab: draft.tab,
          kind: 'edit',
        })
        recovered.push(draft.label)
      }
    } catch {
      // A draft that no longer fits is dropped: the journal itself is whole.
    }
    await db.drafts.delete([id, draft.tab])
  }
  return recovered
}

/**
 * Makes what was opened the newest snapshot, so that the next opening begins with it, and keeps the list of
 * what was
 * set aside. The damaged rows stay as they are.
 */
export const repairKit = (
  db: Database,
  id: string,
  { kit, rev, setAside }: Pick<Opened, 'kit' | 'rev' | 'setAside'>,
): Promise<void> => {
  const document = readBack(kit)
  return db.transaction('rw', db.kits, db.snapshots, db.aside, async () => {
    // A revision of its own, so that a damaged snapshot of this one is not overwritten.
    const row = await db.kits.get(id)
    const at = Math.max(rev, row?.rev ?? 0) + 1
    await db.snapshots.put(snapshotOf(id, at, document))
    await db.kits.put({
      id,
      name: document.name,
      effects: document.effectOrder.length,
      updatedAt: Date.now(),
      rev: at,
    })
    await db.aside.bulkAdd(
      setAside.map(({ place, message }: SetAside) => ({ kit: id, at: Date.now(), place, message })),
    )
  })
}

export interface OlderSnapshot {
  readonly rev: number
  readonly savedAt: number | null
  readonly kit: Kit
}

/** Snapshots that can be opened, newest first. */
export const olderSnapshots = async (db: Database, id: string): Promise<OlderSnapshot[]> => {
  const rows: unknown[] = await db.snapshots.where('kit').equals(id).reverse().sortBy('rev')
  return rows.flatMap((row) => {
    const restored = restore({ id, rev: 0, snapshots: [row], commits: [] })
    const savedAt = (row as Partial<Snapshot>).savedAt
    return restored
      ? [{ rev: restored.rev, savedAt: typeof savedAt === 'number' ? savedAt : null, kit: restored.kit }]
      : []
  })
}

/** Everything that is stored of a kit, as it is, for a file. */
export const rawData = async (db: Database, id: string): Promise<object> => ({
  format: 'gliv-raw',
  kit: id,
  row: (await db.kits.get(id)) ?? null,
  snapshots: await db.snapshots.where('kit').equals(id).toArray(),
  commits: await db.commits.where('kit').equals(id).toArray(),
  drafts: await db.drafts.where('kit').equals(id).toArray(),
  aside: await db.aside.where('kit').equals(id).toArray(),
})
