/**
 * From stored snapshots and journal entries to a kit. Nothing here refuses a whole kit: what cannot be read
 * is set aside by name.
 */
import {
  hashText,
  type Kit,
  KIT_VERSION,
  readKit,
  refuseChange,
  salvageKit,
  type SetAside,
} from '@gliv/document'
import { applyPatches, enablePatches, type Patch } from 'immer'
import { READER } from './build.ts'
import type { Commit } from './db.ts'
import { hashNow } from './pictureStore.ts'
import { EMPTY_HISTORY, type History, replay } from './history.ts'

enablePatches()

export interface Stored {
  readonly id: string
  /** Revision that the shelf's row names; 0 when it is lost. */
  readonly rev: number
  readonly snapshots: readonly unknown[]
  readonly commits: readonly unknown[]
}

export interface Restored {
  readonly kit: Kit
  readonly rev: number
  readonly history: History
  readonly setAside: readonly SetAside[]
}

type Loose = Readonly<Record<string, unknown>>

const isObject = (value: unknown): value is Loose => typeof value === 'object' && value !== null
const isPatch = (patch: unknown): patch is Patch =>
  isObject(patch) &&
  ['add', 'remove', 'replace'].includes(String(patch['op'])) &&
  Array.isArray(patch['path'])
const isWhole = (rev: unknown): rev is number => typeof rev === 'number' && Number.isInteger(rev) && rev >= 0

const isCommit = (row: unknown): row is Commit =>
  isObject(row) &&
  isWhole(row['rev']) &&
  typeof row['label'] === 'string' &&
  ['edit', 'undo', 'redo'].includes(String(row['kind'])) &&
  Array.isArray(row['patches']) &&
  row['patches'].every(isPatch) &&
  Array.isArray(row['inverse']) &&
  row['inverse'].every(isPatch)

/** What a commit's hash stands for. */
export const commitHash = ({
  rev,
  label,
  patches,
  inverse,
  kind,
  uid,
  before,
}: Pick<Commit, 'rev' | 'label' | 'patches' | 'inverse' | 'kind' | 'uid' | 'before'>): string =>
  hashText(JSON.stringify([rev, label, patches, inverse, kind, uid, before]))

/** Hashes of documents as they were read, made ahead. */
const ahead = new WeakMap<object, string>()

export const snapshotHash = (document: unknown): string =>
  (isObject(document) ? ahead.get(document) : undefined) ?? hashText(JSON.stringify(document))

/**
 * Makes the hash of a snapshot that was just read ahead of `restore`, off this thread where the browser can; for
 * rows that nobody changes.
 */
export const hashAhead = async (row: unknown): Promise<void> => {
  const document = isObject(row) ? row['document'] : undefined
  if (!isObject(document)) return
  ahead.set(document, await hashNow(new TextEncoder().encode(JSON.stringify(document))))
}

const labelOf = (row: unknown): string =>
  isObject(row) && typeof row['label'] === 'string'
    ? `“${row['label'].slice(0, 60)}”`
    : 'a step without a name'

const missing = (from: number, to: number): SetAside => ({
  place: `journal.${from}`,
  message: from === to ? `step ${from} is missing` : `steps ${from} to ${to} are missing`,
})

/** Why an entry cannot be used; null when it can. */
const brokenBy = (row: unknown): string | null => {
  if (!isCommit(row)) return `${labelOf(row)} cannot be read`
  return row.hash !== undefined && row.hash !== commitHash(row)
    ? `${labelOf(row)} is damaged: its content does not have its hash`
    : null
}

/** Not of another line of history: else a commit in between was put there by something else. */
const follows = (row: Commit, before: Commit): boolean =>
  before.rev !== row.rev - 1 ||
  before.hash === undefined ||
  row.before === undefined ||
  row.before === before.hash

/** Entries in order; broken ones, and the places of missing ones, go to `aside`. */
const soundCommits = ({ commits, rev }: Stored, from: number, aside: SetAside[]): Commit[] => {
  const sound: Commit[] = []
  let last = from
  for (const row of [...commits].sort((a, b) => revOf(a) - revOf(b))) {
    const at = revOf(row)
    if (at <= from) continue
    if (at > last + 1 && Number.isFinite(at)) aside.push(missing(last + 1, at - 1))
    last = Number.isFinite(at) ? at : last
    const broken = brokenBy(row)
    if (broken !== null) aside.push({ place: `journal.${at}`, message: broken })
    else {
      const before = sound.at(-1)
      if (before && !follows(row as Commit, before))
        aside.push({
          place: `journal.${at - 1}`,
          message: `${labelOf(before)} is not the step that ${labelOf(row)} was made on`,
        })
      sound.push(row as Commit)
    }
  }
  if (rev > last) aside.push(missing(last + 1, rev))
  return sound
}

const revOf = (row: unknown): number => (isObject(row) && isWhole(row['rev']) ? row['rev'] : Infinity)

const isNewer = (row: unknown): boolean =>
  isObject(row) && typeof row['formatVersion'] === 'number' && row['formatVersion'] > KIT_VERSION

/** Whether the journal was written by a newer Gliv; it must not be misread as damage. */
export const isFromNewer = ({ commits }: Stored): boolean => commits.some(isNewer)

const soundDocument = (row: unknown): Kit | null => {
  if (!isObject(row) || !isWhole(row['rev'])) return null
  try {
    if (typeof row['hash'] === 'string' && row['hash'] !== snapshotHash(row['document'])) return null
    // What this very reader wrote, and what still has its hash, it has read before.
    if (READER !== null && row['reader'] === READER && typeof row['hash'] === 'string')
      return row['document'] as Kit
    return readKit(row['document'])
  } catch {
    return null
  }
}

interface Base {
  readonly rev: number
  readonly document: Kit
}

/** The newest snapshot that is whole; else what can be saved of the newest that is something. */
const baseOf = ({ id, snapshots }: Stored, aside: SetAside[]): Base | null => {
  const newestFirst = [...snapshots].sort((a, b) => revOf(b) - revOf(a))
  const saidOf = (row: unknown): string => `snapshot.${Number.isFinite(revOf(row)) ? revOf(row) : 'unknown'}`
  const broken: SetAside[] = []
  for (const row of newestFirst) {
    const document = soundDocument(row)
    if (document) {
      aside.push(...broken)
      return { rev: revOf(row), document }
    }
    broken.push({
      place: saidOf(row),
      message: 'this snapshot is damaged; an older one and the journal are used instead',
    })
  }
  for (const row of newestFirst) {
    const saved = isObject(row) ? salvageKit(row['document'], id) : null
    if (!saved) continue
    aside.push(
      ...broken.map(({ place }) => ({
        place,
        message: 'this snapshot is damaged; what is whole in it was opened',
      })),
      ...saved.aside,
    )
    return { rev: Number.isFinite(revOf(row)) ? revOf(row) : 0, document: saved.kit }
  }
  return null
}

/**
 * All entries at once, checked once at the end: the usual case. Null when one does not fit; then each is
 * tried by itself.
 */
const readAtOnce = (document: Kit, commits: readonly Commit[]): Kit | null => {
  if (commits.length === 0) return document
  try {
    const next = commits.reduce<Kit>((kit, commit) => applyPatches(kit, commit.patches), document)
    // Of this reader's own steps only what they changed is looked at.
    if (READER !== null && commits.every(({ reader }) => reader === READER))
      return refuseChange(document, next) === null ? next : null
    return readKit(next)
  } catch {
    return null
  }
}

/** Entry by entry; one that does not fit is set aside, and what comes after it is still tried. */
const readOneByOne = (
  document: Kit,
  commits: readonly Commit[],
  aside: SetAside[],
): { readonly kit: Kit; readonly left: ReadonlySet<number> } => {
  const left = new Set<number>()
  let kit = document
  for (const commit of commits) {
    try {
      kit = readKit(applyPatches(kit, commit.patches))
    } catch (error) {
      left.add(commit.rev)
      aside.push({
        place: `journal.${commit.rev}`,
        message: `${labelOf(commit)} no longer fits: ${error instanceof Error ? error.message : String(error)}`,
      })
    }
  }
  return { kit, left }
}

/** Steps that can be undone: those of the journal that are whole, in the order in which they were made. */
const historyOf = (stored: Stored, left: ReadonlySet<number>): History =>
  stored.commits
    .filter(isCommit)
    .filter(
      (commit) => !left.has(commit.rev) && (commit.hash === undefined || commit.hash === commitHash(commit)),
    )
    .sort((a, b) => a.rev - b.rev)
    .reduce(replay, EMPTY_HISTORY)

/** Null when no snapshot holds anything of a kit. */
export const restore = (stored: Stored): Restored | null => {
  const setAside: SetAside[] = []
  const base = baseOf(stored, setAside)
  if (!base) return null
  const since = soundCommits(stored, base.rev, setAside)
  const whole = readAtOnce(base.document, since)
  const { kit, left } = whole
    ? { kit: whole, left: new Set<number>() }
    : readOneByOne(base.document, since, setAside)
  const rev = Math.max(stored.rev, base.rev, ...stored.commits.map(revOf).filter(Number.isFinite))
  return {
    kit: kit.id === stored.id ? kit : { ...kit, id: stored.id },
    rev,
    history: historyOf(stored, left),
    setAside,
  }
}
