/**
 * Keeping what was made. A commit is one transaction that appends patches; the history is linear, shared by all tabs
 * and survives a reload; undo appends the inverse as a new commit.
 */
import { KIT_VERSION, type Kit, readKit } from '@gliv/document'
import { applyPatches, enablePatches, type Patch } from 'immer'
import type { Commit, Database, Draft } from './db.ts'
import { EMPTY_HISTORY, type History, replay } from './history.ts'
import { overlaps } from './paths.ts'

enablePatches()

/** A snapshot every so many commits: loading replays at most this many patches. */
export const SNAPSHOT_EVERY = 100

/** Our edit and another tab's touch the same place. */
export class Conflict extends Error {
  override readonly name = 'Conflict'
}

/** The journal was written by a newer Gliv. */
export class OutOfDate extends Error {
  override readonly name = 'OutOfDate'
}

export interface Opened {
  readonly kit: Kit
  readonly rev: number
  readonly history: History
  /** Entries that could not be replayed, by label. */
  readonly setAside: readonly string[]
}

const after = (db: Database, kit: string, rev: number) => db.commits.where('[kit+rev]').between([kit, rev], [kit, Infinity], false, true)

/** All entries in one go, checked once at the end: the usual case. Null when one of them is broken; then each is tried by itself. */
const readAtOnce = (document: unknown, commits: readonly Commit[]): Kit | null => {
  try {
    return readKit(commits.reduce<Kit>((kit, commit) => applyPatches(kit, commit.patches), document as Kit))
  } catch {
    return null
  }
}

/** Snapshot plus journal. A broken entry is set aside and named; what comes after it is still tried. */
export const openKit = async (db: Database, id: string): Promise<Opened> => {
  const [row, snapshots, commits] = await db.transaction('r', db.kits, db.snapshots, db.commits, async () => [
    await db.kits.get(id),
    await db.snapshots.where('kit').equals(id).sortBy('rev'),
    await db.commits.where('kit').equals(id).sortBy('rev'),
  ])
  const snapshot = snapshots.at(-1)
  if (!row || !snapshot) throw new Error(`There is no kit "${id}" in this browser; import its file again`)
  if (commits.some((c) => c.formatVersion > KIT_VERSION)) throw new OutOfDate('This kit was changed by a newer Gliv; reload the page to get it')
  const setAside: string[] = []
  const since = commits.filter((c) => c.rev > snapshot.rev)
  const whole = readAtOnce(snapshot.document, since)
  if (whole) return { kit: whole, rev: row.rev, history: commits.reduce(replay, EMPTY_HISTORY), setAside }
  let state: unknown = snapshot.document
  let history = EMPTY_HISTORY
  for (const commit of commits) {
    if (commit.rev > snapshot.rev) {
      try {
        state = readKit(applyPatches(state as Kit, commit.patches))
      } catch {
        setAside.push(commit.label)
        continue
      }
    }
    history = replay(history, commit)
  }
  return { kit: readKit(state), rev: row.rev, history, setAside }
}

export interface NewCommit {
  readonly kit: string
  readonly label: string
  readonly patches: Patch[]
  readonly inverse: Patch[]
  readonly tab: string
  readonly kind: Commit['kind']
  readonly of?: number
}

export interface Committed {
  readonly commit: Commit
  /** What other tabs committed in between, oldest first. */
  readonly foreign: readonly Commit[]
}

/** Replays the journal up to now, inside a transaction. */
const presentState = async (db: Database, id: string): Promise<Kit> => {
  const snapshot = (await db.snapshots.where('kit').equals(id).sortBy('rev')).at(-1)!
  const commits = await after(db, id, snapshot.rev).sortBy('rev')
  return commits.reduce<Kit>((kit, commit) => {
    try {
      return applyPatches(kit, commit.patches)
    } catch {
      return kit // set aside on load too, and shown there
    }
  }, snapshot.document)
}

/**
 * Appends a commit made on revision `baseRev`. If another tab moved on, its patches come first, and ours follow where
 * the paths are disjoint; else `Conflict` is thrown and nothing is written. `shown` describes the kit for the shelf.
 */
export const appendCommit = (db: Database, shown: Pick<Kit, 'name' | 'effectOrder'>, baseRev: number, made: NewCommit): Promise<Committed> =>
  db.transaction('rw', db.kits, db.commits, db.snapshots, db.drafts, async () => {
    const row = await db.kits.get(made.kit)
    if (!row) throw new Conflict('this kit was deleted in another tab')
    const foreign = row.rev === baseRev ? [] : await after(db, made.kit, baseRev).sortBy('rev')
    if (foreign.some((c) => c.formatVersion > KIT_VERSION)) throw new OutOfDate('This kit was changed by a newer Gliv; reload the page to get it')
    const clash = foreign.find((c) => overlaps(c.patches, made.patches))
    if (clash) throw new Conflict(`another tab changed the same thing ("${clash.label}")`)
    const rev = row.rev + 1
    const commit: Commit = { ...made, rev, formatVersion: KIT_VERSION }
    await db.commits.add(commit)
    await db.kits.update(made.kit, { rev, name: shown.name, effects: shown.effectOrder.length, updatedAt: Date.now() })
    if (rev % SNAPSHOT_EVERY === 0) await db.snapshots.put({ kit: made.kit, rev, document: await presentState(db, made.kit) })
    await db.drafts.delete([made.kit, made.tab])
    return { commit, foreign }
  })

export const foreignCommits = (db: Database, kit: string, rev: number): Promise<Commit[]> => after(db, kit, rev).sortBy('rev')

export const saveDraft = async (db: Database, draft: Draft): Promise<void> => {
  await db.drafts.put(draft)
}

/**
 * Turns drafts of tabs that are gone into commits, where they still fit. Gives the labels of what was recovered.
 * `isAlive` tells whether a tab still runs.
 */
export const recoverDrafts = async (db: Database, id: string, isAlive: (tab: string) => Promise<boolean>): Promise<string[]> => {
  const recovered: string[] = []
  for (const draft of await db.drafts.where('kit').equals(id).toArray()) {
    if (await isAlive(draft.tab)) continue
    try {
      const { kit, rev } = await openKit(db, id)
      if (rev === draft.baseRev) {
        readKit(applyPatches(kit, draft.patches))
        await appendCommit(db, kit, rev, { kit: id, label: draft.label, patches: draft.patches, inverse: draft.inverse, tab: draft.tab, kind: 'edit' })
        recovered.push(draft.label)
      }
    } catch {
      // A draft that no longer fits is dropped: the journal itself is whole.
    }
    await db.drafts.delete([id, draft.tab])
  }
  return recovered
}
