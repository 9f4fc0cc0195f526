/**
 * The document store. Lifetime: document. Holds the open kit, the kit as a drag in progress shows it (moment), and
 * passes every change to the journal.
 */
import { hashPicture, type Kit } from '@gliv/document'
import { applyPatches, type Patch, produceWithPatches } from 'immer'
import { create } from 'zustand'
import { type Commit, Database } from './db.ts'
import { EMPTY_HISTORY, type Entry, type History, popRedo, popUndo, pushEdit, replay } from './history.ts'
import { appendCommit, Conflict, foreignCommits, type NewCommit, openKit, recoverDrafts, saveDraft } from './journal.ts'
import { hashesIn, loadPictures, putPictures } from './shelf.ts'
import { nextTask } from '../util/tasks.ts'
import { claimTab, isTabAlive, TAB } from './tab.ts'

export const db = new Database()

/** How often a drag is journalled, in ms: at least twice a second. */
const DRAFT_EVERY_MS = 400

interface Moment {
  readonly label: string
  readonly patches: Patch[]
  readonly inverse: Patch[]
  readonly kit: Kit
}

interface DocumentState {
  readonly kit: Kit | null
  /** Lifetime: moment. Set while a drag is in progress. */
  readonly moment: Moment | null
  readonly rev: number
  readonly history: History
  readonly pictures: ReadonlyMap<string, Uint8Array>
  /** Changes that are not yet in the database. */
  readonly pending: number
  /** A message for the user; cleared when it was shown. */
  readonly notice: string | null
}

const CLOSED = { kit: null, moment: null, rev: 0, history: EMPTY_HISTORY, pictures: new Map<string, Uint8Array>() }

export const useDocument = create<DocumentState>(() => ({ ...CLOSED, pending: 0, notice: null }))

const get = useDocument.getState
const set = useDocument.setState
const channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel('gliv-revisions')

/** What the screen shows: the drag in progress, else the document. */
export const shownKit = (state: DocumentState = get()): Kit | null => state.moment?.kit ?? state.kit

/** All writes go through one queue, so that commits keep their order. */
let queue: Promise<unknown> = Promise.resolve()
const enqueue = (work: () => Promise<void>): void => {
  set({ pending: get().pending + 1 })
  queue = queue
    .then(work)
    .catch((error: unknown) => set({ notice: error instanceof Error ? error.message : String(error) }))
    .finally(() => set({ pending: get().pending - 1 }))
}

/** Resolves when everything so far is in the database. */
export const saved = (): Promise<unknown> => queue

const reload = async (id: string): Promise<void> => {
  const opened = await openKit(db, id)
  set({ kit: opened.kit, rev: opened.rev, history: opened.history, moment: null, pictures: await loadPictures(db, opened.kit.sheets, opened.history) })
}

/** Opens a kit, recovering drags of tabs that were killed. */
export const openDocument = async (id: string): Promise<void> => {
  await claimTab()
  await saved()
  const recovered = await recoverDrafts(db, id, isTabAlive)
  const opened = await openKit(db, id)
  const notice = opened.setAside.length > 0 ? `${opened.setAside.length} changes could not be read and were left out: ${opened.setAside.join(', ')}` : recovered.length > 0 ? `Recovered: ${recovered.join(', ')}` : null
  set({ ...CLOSED, kit: opened.kit, rev: opened.rev, history: opened.history, pictures: await loadPictures(db, opened.kit.sheets, opened.history), ...(notice ? { notice } : {}) })
}

/** Ends what is in progress and closes the kit once everything is written. */
export const closeDocument = (): void => {
  endMoment()
  enqueue(async () => set(CLOSED))
}

/** Rises when the state was thrown away; edits queued before that are dropped with a word. */
let epoch = 0

const write = (entry: Entry, kind: NewCommit['kind']): void => {
  const madeIn = epoch
  const { label } = entry
  const [patches, inverse] = kind === 'undo' ? [entry.inverse, entry.patches] : [entry.patches, entry.inverse]
  const { id } = get().kit!
  enqueue(async () => {
    const { rev, kit: shown } = get()
    if (madeIn !== epoch || !shown) throw new Error(`"${label}" was not kept: it was made on a state that another tab replaced`)
    try {
      const made: NewCommit = { kit: id, label, patches, inverse, tab: TAB, kind, ...(kind === 'edit' || entry.rev === null ? {} : { of: entry.rev }) }
      const { commit, foreign } = await appendCommit(db, shown, rev, made)
      if (kind === 'edit') entry.rev = commit.rev
      await fetchMissing(foreign)
      takeForeign(foreign, commit.rev)
      channel?.postMessage({ kit: id, rev: commit.rev })
    } catch (error) {
      if (!(error instanceof Conflict)) {
        const reason = error instanceof Error ? error.message : String(error)
        throw new Error(`"${label}" could not be saved (${reason}); it is still here, so export the kit to keep it`, { cause: error })
      }
      epoch++
      await reload(id)
      set({ notice: `"${label}" was not kept: ${error.message}` })
    }
  })
}

/** Takes over commits of other tabs; they are disjoint from ours, so they fit on top of what is shown. */
const takeForeign = (commits: readonly Commit[], rev: number): void => {
  const { kit, history } = get()
  if (!kit) return
  set({ rev, kit: commits.reduce<Kit>((k, c) => applyPatches(k, c.patches), kit), history: commits.reduce(replay, history) })
}

/** Pictures that other tabs' commits name. */
const fetchMissing = async (commits: readonly Commit[]): Promise<void> => {
  const missing = hashesIn(commits).filter((hash) => !get().pictures.has(hash))
  if (missing.length === 0) return
  const found = await loadPictures(db, missing)
  set({ pictures: new Map([...get().pictures, ...found]) })
}

/** Takes a picture in, so that the next edit can name it: it is written before what names it. Gives its content hash, which is computed unless it is known. */
export const keepPicture = (png: Uint8Array, hash = hashPicture(png)): string => {
  if (get().pictures.has(hash)) return hash
  set({ pictures: new Map([...get().pictures, [hash, png]]) })
  // Not in the task that shows it.
  enqueue(() => nextTask().then(() => putPictures(db, new Map([[hash, png]]))))
  return hash
}

type Recipe = (kit: Kit) => void

const commit = (entry: Entry, next: Kit): void => {
  set({ kit: next, moment: null, history: pushEdit(get().history, entry) })
  write(entry, 'edit')
}

/** One undoable change. Does nothing when the kit comes out the same. */
export const edit = (label: string, recipe: Recipe): void => {
  if (get().moment) endMoment()
  const { kit } = get()
  if (!kit) return
  const [next, patches, inverse] = produceWithPatches(kit, (draft) => void recipe(draft as Kit))
  if (patches.length === 0) return
  commit({ rev: null, tab: TAB, label, patches, inverse }, next)
}

let lastDraft = 0
let draftTimer: ReturnType<typeof setTimeout> | null = null

const journalDraft = (): void => {
  draftTimer = null
  const { moment, kit, rev } = get()
  if (!moment || !kit) return
  lastDraft = performance.now()
  const { label, patches, inverse } = moment
  enqueue(() => saveDraft(db, { kit: kit.id, tab: TAB, baseRev: rev, label, patches, inverse }))
}

/** A step of a drag: always made on the state before the drag, so that the latest value wins. */
export const editMoment = (label: string, recipe: Recipe): void => {
  const { kit } = get()
  if (!kit) return
  const [next, patches, inverse] = produceWithPatches(kit, (draft) => void recipe(draft as Kit))
  set({ moment: { label, patches, inverse, kit: next } })
  draftTimer ??= setTimeout(journalDraft, Math.max(0, DRAFT_EVERY_MS - (performance.now() - lastDraft)))
}

/** Presses of one kind that follow each other within this many ms are one step of undo. */
const RUN_MS = 700
let runTimer: ReturnType<typeof setTimeout> | null = null

/** Ends a run of presses; a drag goes on. */
export const endRun = (): void => {
  if (runTimer) endMoment()
}

/** A step of held or repeated presses, made on the state before the first of them; those of one `label` are one step of undo. */
export const editStep = (label: string, recipe: Recipe): void => {
  const { moment } = get()
  if (moment && !(runTimer && moment.label === label)) endMoment()
  if (runTimer) clearTimeout(runTimer)
  editMoment(label, recipe)
  runTimer = setTimeout(endMoment, RUN_MS)
}

/** Ends a drag: one commit, one step of undo. */
export const endMoment = (): void => {
  const { moment, kit } = get()
  if (runTimer) clearTimeout(runTimer)
  runTimer = null
  if (draftTimer) clearTimeout(draftTimer)
  draftTimer = null
  if (!moment || !kit) return
  const { label, patches, inverse } = moment
  // On the present state, which may hold another tab's edits since the drag's last step.
  if (patches.length > 0) commit({ rev: null, tab: TAB, label, patches, inverse }, applyPatches(kit, patches))
  else set({ moment: null })
}

/** Gives a drag up: back to the state before it. */
export const cancelMoment = (): void => {
  const { kit } = get()
  if (runTimer) clearTimeout(runTimer)
  runTimer = null
  if (draftTimer) clearTimeout(draftTimer)
  draftTimer = null
  set({ moment: null })
  if (kit) enqueue(() => db.drafts.delete([kit.id, TAB]))
}

const revert = (kind: 'undo' | 'redo'): void => {
  endMoment()
  const { kit, history } = get()
  const entry = history[kind].at(-1)
  if (!kit || !entry) return
  try {
    set({ kit: applyPatches(kit, kind === 'undo' ? entry.inverse : entry.patches), history: kind === 'undo' ? popUndo(history) : popRedo(history) })
  } catch {
    set({ notice: `"${entry.label}" cannot be ${kind === 'undo' ? 'undone' : 'redone'}: a later change elsewhere removed what it touched` })
    return
  }
  write(entry, kind)
}

export const undo = (): void => revert('undo')
export const redo = (): void => revert('redo')

/** Another tab said "rev N": take over what it wrote. */
channel?.addEventListener('message', (event: MessageEvent<{ kit: string; rev: number }>) => {
  enqueue(async () => {
    const { kit, rev } = get()
    if (!kit || event.data.kit !== kit.id || event.data.rev <= rev) return
    const commits = await foreignCommits(db, kit.id, rev)
    await fetchMissing(commits)
    takeForeign(commits, commits.at(-1)?.rev ?? rev)
  })
})
