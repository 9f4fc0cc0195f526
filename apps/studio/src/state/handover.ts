/**
 * Commits that were not in the database yet when the page went away. They are copied at once, without
 * waiting, to where
 * the next opening takes them from; one that was written after all is known by its name and is not taken
 * twice.
 */
import { type Kit, readKit, type SetAside } from '@gliv/document'
import { applyPatches } from 'immer'
import type { Commit, Database } from './db.ts'
import { appendCommit, type NewCommit, openKit } from './journal.ts'
import { overlaps } from './paths.ts'

export interface Handover {
  readonly tab: string
  /** Revision that the first of them was made on. */
  readonly baseRev: number
  readonly commits: readonly NewCommit[]
}

const PREFIX = 'gliv-handover:'
const keyOf = (kit: string, tab: string): string => `${PREFIX}${kit}:${tab}`

/**
 * Copies, replacing what this tab handed over before; nothing to hand over takes that away. Throws when there
 * is no room.
 */
export const handOver = (kit: string, handover: Handover): void => {
  if (handover.commits.length === 0) localStorage.removeItem(keyOf(kit, handover.tab))
  else localStorage.setItem(keyOf(kit, handover.tab), JSON.stringify(handover))
}

const isHandover = (value: unknown): value is Handover => {
  const { tab, baseRev, commits } = (value ?? {}) as Partial<Record<keyof Handover, unknown>>
  return (
    typeof tab === 'string' &&
    typeof baseRev === 'number' &&
    Array.isArray(commits) &&
    commits.every(
      (c) =>
        typeof (c as NewCommit | null)?.label === 'string' &&
        Array.isArray((c as NewCommit).patches) &&
        Array.isArray((c as NewCommit).inverse),
    )
  )
}

const readHandover = (key: string): Handover | null => {
  try {
    const value: unknown = JSON.parse(localStorage.getItem(key) ?? 'null')
    return isHandover(value) ? value : null
  } catch {
    return null
  }
}

const keysOf = (kit: string): string[] =>
  Array.from({ length: localStorage.length }, (_, i) => localStorage.key(i) ?? '').filter((key) =>
    key.startsWith(`${PREFIX}${kit}:`),
  )

/**
 * A page that was reloaded may still hold its name for a moment; what it handed over is waited for, this many
 * times.
 */
const TRIES = 20
const PAUSE_MS = 100

const isGone = async (tab: string, isAlive: (tab: string) => Promise<boolean>): Promise<boolean> => {
  for (let k = 0; k < TRIES; k++) {
    if (!(await isAlive(tab))) return true
    await new Promise((done) => setTimeout(done, PAUSE_MS))
  }
  return false
}

const append = async (
  db: Database,
  id: string,
  { baseRev }: Handover,
  made: NewCommit,
  own: ReadonlySet<string>,
): Promise<void> => {
  const { kit, rev } = await openKit(db, id)
  const commits: Commit[] = await db.commits.where('kit').equals(id).toArray()
  if (commits.some(({ uid }) => uid !== undefined && uid === made.uid)) return
  const foreign = commits.filter((c) => c.rev > baseRev && !own.has(c.uid ?? ''))
  const clash = foreign.find((c) => overlaps(c.patches, made.patches))
  if (clash) throw new Error(`another tab changed the same thing meanwhile (“${clash.label}”)`)
  const next: Kit = readKit(applyPatches(kit, made.patches))
  await appendCommit(db, next, rev, made)
}

/**
 * Takes in what tabs that are gone handed over. Gives the labels of what was not in the database, and what
 * could not be taken.
 */
export const takeHandovers = async (
  db: Database,
  id: string,
  isAlive: (tab: string) => Promise<boolean>,
): Promise<{ readonly lost: readonly SetAside[] }> => {
  const lost: SetAside[] = []
  for (const key of typeof localStorage === 'undefined' ? [] : keysOf(id)) {
    const handover = readHandover(key)
    if (handover && !(await isGone(handover.tab, isAlive))) continue
    if (!handover)
      lost.push({ place: 'handover', message: 'what was handed over when the page was left cannot be read' })
    const own = new Set(handover?.commits.flatMap(({ uid }) => uid ?? []))
    for (const made of handover?.commits ?? []) {
      try {
        await append(db, id, handover!, made, own)
      } catch (error) {
        lost.push({
          place: 'handover',
          message: `“${made.label}” was made just before the page was left and no longer fits: ${error instanceof Error ? error.message : String(error)}`,
        })
      }
    }
    localStorage.removeItem(key)
  }
  return { lost }
}
