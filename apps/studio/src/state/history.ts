/**
 * What can be undone and redone. Shared by all tabs, rebuilt from the journal on load, kept in memory with
 * its patches.
 */
import type { Patch } from 'immer'
import type { Commit } from './db.ts'

export interface Entry {
  /** Revision of the edit's commit; null until it is in the database. */
  rev: number | null
  /** The edit's own name; those of before have none. */
  readonly uid?: string | undefined
  /** When it was made, ms since 1970; those of before have none. */
  readonly at?: number | undefined
  /** Made in another tab while this one was open. */
  readonly foreign?: true
  readonly label: string
  readonly patches: Patch[]
  readonly inverse: Patch[]
}

export interface History {
  readonly undo: readonly Entry[]
  readonly redo: readonly Entry[]
}

export const EMPTY_HISTORY: History = { undo: [], redo: [] }

/** Steps kept in memory. */
const DEPTH = 500

export const pushEdit = (history: History, entry: Entry): History => ({
  undo: [...history.undo, entry].slice(-DEPTH),
  redo: [],
})
export const popUndo = (history: History): History => ({
  undo: history.undo.slice(0, -1),
  redo: [...history.redo, history.undo.at(-1)!],
})
export const popRedo = (history: History): History => ({
  undo: [...history.undo, history.redo.at(-1)!],
  redo: history.redo.slice(0, -1),
})

/** Takes a commit of the journal into account. */
export const replay = (history: History, commit: Commit): History => {
  if (commit.kind === 'edit')
    return pushEdit(history, {
      rev: commit.rev,
      uid: commit.uid,
      at: commit.at,
      label: commit.label,
      patches: commit.patches,
      inverse: commit.inverse,
    })
  const from = commit.kind === 'undo' ? history.undo : history.redo
  const last = from.at(-1)
  if (commit.ofUid === undefined ? last?.rev !== commit.of : last?.uid !== commit.ofUid) return history
  return commit.kind === 'undo' ? popUndo(history) : popRedo(history)
}

/** The same for a commit that another tab has just made. */
export const replayForeign = (history: History, commit: Commit): History => {
  const next = replay(history, commit)
  const last = next.undo.at(-1)
  return commit.kind === 'edit' && last
    ? { ...next, undo: [...next.undo.slice(0, -1), { ...last, foreign: true }] }
    : next
}
