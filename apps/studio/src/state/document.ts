/**
 * The document store. Lifetime: document. Holds the open kit, the kit as a drag in progress shows it
 * (moment), and
 * passes every change to the journal.
 */
import {
  changedLives,
  changedSizes,
  changedVariants,
  followLives,
  followMasters,
  followSizes,
  hashPicture,
  type Kit,
  refuseChange,
  type SetAside,
} from '@gliv/document'
import { applyPatches, freeze, type Patch, produceWithPatches } from 'immer'
import { create } from 'zustand'
import { nextTask } from '../shared/tasks.ts'
import { whenIdle } from '../shared/whenIdle.ts'
import type { Commit } from './db.ts'
import { handOver, takeHandovers } from './handover.ts'
import {
  EMPTY_HISTORY,
  type Entry,
  type History,
  popRedo,
  popUndo,
  pushEdit,
  replayForeign,
} from './history.ts'
import {
  appendCommit,
  Conflict,
  foreignCommits,
  type NewCommit,
  openKit,
  recoverDrafts,
  saveDraft,
  snapshotOf,
} from './journal.ts'
import { completePictures, hashesIn, loadBlobs, loadPictures, putPictures } from './pictureStore.ts'
import { makeId } from './ids.ts'
import { putOnShelf } from './shelf.ts'
import { enqueue, savedWithin, tryAgain, useSaving } from './saving.ts'
import { db } from './storage.ts'
import { claimTab, isTabAlive, TAB } from './tab.ts'

export { saved } from './saving.ts'
export { db } from './storage.ts'

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
  readonly history: History
  readonly pictures: ReadonlyMap<string, Uint8Array>
  /** Pictures that are stood in for. */
  readonly missing: ReadonlySet<string>
  /** What could not be read when the kit was opened. */
  readonly aside: readonly SetAside[]
  /** A message for the user; cleared when it was shown. */
  readonly notice: string | null
}

const CLOSED = {
  kit: null,
  moment: null,
  history: EMPTY_HISTORY,
  pictures: new Map<string, Uint8Array>(),
  missing: new Set<string>(),
  aside: [],
}

export const useDocument = create<DocumentState>(() => ({ ...CLOSED, notice: null }))

const get = useDocument.getState
const set = useDocument.setState
const channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel('gliv-revisions')

/** What the screen shows: the drag in progress, else the document. */
export const shownKit = (state: DocumentState = get()): Kit | null => state.moment?.kit ?? state.kit

/** A kit's way into the database, which goes on after the kit was closed. */
interface Session {
  readonly id: string
  /** Revision and state that are written. */
  rev: number
  written: Kit
  /** Commits that wait, oldest first. */
  readonly waiting: NewCommit[]
  /** Whether this tab's copy of what waits lies beside the database. */
  handedOver: boolean
}

const sessions = new Map<string, Session>()
let session: Session | null = null

/** Copies what waits, for the next opening; throws when there is no room for it. */
const handOverNow = (of: Session): void => {
  if (of.waiting.length === 0 && !of.handedOver) return
  handOver(of.id, { tab: TAB, baseRev: of.rev, commits: of.waiting })
  of.handedOver = of.waiting.length > 0
}

const openSession = (id: string, rev: number, written: Kit): Session => {
  const made: Session = { id, rev, written, waiting: [], handedOver: false }
  sessions.set(id, made)
  return made
}

const reload = async (of: Session): Promise<void> => {
  const opened = await openKit(db, of.id)
  Object.assign(of, { rev: opened.rev, written: opened.kit })
  of.waiting.length = 0
  if (of.handedOver) handOverNow(of)
  if (session === of)
    set({
      kit: opened.kit,
      history: opened.history,
      moment: null,
      ...(await picturesOf(opened.kit, opened.history)),
    })
}

const picturesOf = async (
  kit: Kit,
  history: History,
): Promise<Pick<DocumentState, 'pictures' | 'missing' | 'aside'>> =>
  completePictures(kit, await loadBlobs(db, kit, history))

/** How long opening waits for what another opening of the same kit still has to write, in ms. */
const PATIENCE_MS = 3000

/** After so many ms an opened kit is shown, and what can wait is done. */
const AFTER_OPENING_MS = 2000

/** Opens a kit, recovering what tabs that are gone had not written. */
export const openDocument = async (id: string): Promise<void> => {
  await claimTab()
  if (
    sessions.get(id)?.waiting.length &&
    !(await savedWithin(PATIENCE_MS)) &&
    (await adopt(sessions.get(id)!))
  )
    return
  const { lost } = await takeHandovers(db, id, isTabAlive)
  const recovered = await recoverDrafts(db, id, isTabAlive)
  const opened = await openKit(db, id)
  const found = await picturesOf(opened.kit, opened.history)
  const aside = [...lost, ...opened.setAside, ...found.aside]
  session = openSession(id, opened.rev, opened.kit)
  set({
    ...CLOSED,
    kit: opened.kit,
    history: opened.history,
    ...found,
    aside,
    ...(aside.length === 0 && recovered.length > 0 ? { notice: `Recovered: ${recovered.join(', ')}` } : {}),
  })
  // The first edit of a large kit would do it, and be felt. Cards and their pictures come first.
  setTimeout(() => whenIdle(() => void freeze(opened.kit, true)), AFTER_OPENING_MS)
}

/** Goes on with a kit whose changes could not be written yet: they are only here. */
const adopt = async (of: Session): Promise<boolean> => {
  const kit = of.waiting.reduce<Kit>((before, made) => applyPatches(before, made.patches), of.written)
  session = of
  set({
    ...CLOSED,
    kit,
    ...completePictures(kit, await loadBlobs(db, kit).catch(() => new Map<string, Uint8Array>())),
  })
  return true
}

/** Ends what is in progress and closes the kit; what waits goes on into the database. */
export const closeDocument = (): void => {
  endMoment()
  session = null
  set(CLOSED)
}

let uids = 0

const write = (entry: Entry, kind: NewCommit['kind'], uid: string): void => {
  const of = session
  if (!of) return
  const { label } = entry
  const [patches, inverse] = kind === 'undo' ? [entry.inverse, entry.patches] : [entry.patches, entry.inverse]
  const made: NewCommit = {
    kit: of.id,
    label,
    patches,
    inverse,
    tab: TAB,
    kind,
    uid,
    at: Date.now(),
    ...(kind === 'edit' || entry.uid === undefined ? {} : { ofUid: entry.uid }),
    ...(kind === 'edit' || entry.rev === null ? {} : { of: entry.rev }),
  }
  of.waiting.push(made)
  enqueue(() => writeNow(of, made, entry))
}

const writeNow = async (of: Session, made: NewCommit, entry: Entry): Promise<void> => {
  // Thrown away meanwhile, together with the state that it was made on.
  if (!of.waiting.includes(made)) return
  try {
    const next = applyPatches(of.written, made.patches)
    const { commit, foreign } = await appendCommit(db, next, of.rev, made)
    if (made.kind === 'edit') entry.rev = commit.rev
    of.waiting.splice(of.waiting.indexOf(made), 1)
    Object.assign(of, {
      rev: commit.rev,
      written: [...foreign.map((c) => c.patches), made.patches].reduce<Kit>(
        (kit, patches) => applyPatches(kit, patches),
        of.written,
      ),
    })
    if (of.handedOver) handOverNow(of)
    // Written already: a picture that cannot be fetched must not keep the other tab's edits from being shown.
    await fetchMissing(foreign).catch(() => undefined)
    takeForeign(of, foreign)
    channel?.postMessage({ kit: of.id, rev: commit.rev })
  } catch (error) {
    if (!(error instanceof Conflict)) throw error
    const dropped = of.waiting.slice(1).map(({ label }) => `"${label}"`)
    await reload(of)
    set({
      notice: `"${made.label}" was not kept: ${error.message}${dropped.length > 0 ? `; nor was what was made on it: ${dropped.join(', ')}` : ''}`,
    })
  }
}

/** Takes over commits of other tabs; they are disjoint from ours, so they fit on top of what is shown. */
const takeForeign = (of: Session, commits: readonly Commit[]): void => {
  const { kit, history } = get()
  if (!kit || session !== of || commits.length === 0) return
  set({
    kit: commits.reduce<Kit>((k, c) => applyPatches(k, c.patches), kit),
    history: commits.reduce(replayForeign, history),
  })
}

/** Pictures that other tabs' commits name. */
const fetchMissing = (commits: readonly Commit[]): Promise<void> => fetchNamed(commits)

/** Reads pictures and sounds that something beside the kit names. */
export const fetchNamed = async (named: unknown): Promise<void> => {
  const missing = hashesIn(named).filter((hash) => !get().pictures.has(hash))
  if (missing.length === 0) return
  const found = await loadPictures(db, missing)
  if (found.size > 0 && get().kit) set({ pictures: new Map([...get().pictures, ...found]) })
}

/** Pictures are too large to be handed over. */
let picturesWaiting = 0

/**
 * Takes a picture in, so that the next edit can name it: it is written before what names it. Gives its
 * content hash, which is computed unless it is known.
 */
export const keepPicture = (png: Uint8Array, hash = hashPicture(png)): string => {
  if (get().pictures.has(hash)) return hash
  set({ pictures: new Map([...get().pictures, [hash, png]]) })
  picturesWaiting++
  enqueue(async () => {
    // Not in the task that shows it.
    await nextTask()
    await putPictures(db, new Map([[hash, png]]))
    picturesWaiting--
  })
  return hash
}

type Recipe = (kit: Kit) => void

const makeUid = (): string => `${TAB}.${++uids}`

/** Takes a change when the loader would take it, too; else says why not and leaves everything as it was. */
const commit = (label: string, patches: Patch[], inverse: Patch[], next: Kit): void => {
  const { kit, history } = get()
  const refusal = kit && refuseChange(kit, next)
  if (refusal) {
    set({ moment: null, notice: `“${label}” was not taken. ${refusal}` })
    return
  }
  const entry: Entry = { rev: null, uid: makeUid(), at: Date.now(), label, patches, inverse }
  set({ kit: next, moment: null, history: pushEdit(history, entry) })
  write(entry, 'edit', entry.uid!)
}

/** The kit after a change; sizes in px follow their pictures, lives their clips, variants their masters. */
const changed = (kit: Kit, recipe: Recipe): readonly [next: Kit, patches: Patch[], inverse: Patch[]] => {
  const [next, patches, inverse] = produceWithPatches(kit, (draft) => void recipe(draft as Kit))
  const sizes = changedSizes(kit, next)
  const lives = changedLives(kit, next)
  const variants = changedVariants(kit, next)
  if (sizes.length + lives.length + variants.length === 0) return [next, patches, inverse]
  const [sized, further, back] = produceWithPatches(next, (draft) => {
    followSizes(draft as Kit, sizes)
    followLives(draft as Kit, kit, lives)
    followMasters(draft as Kit, kit, variants, makeId)
  })
  return [sized, [...patches, ...further], [...back, ...inverse]]
}

/**
 * What a change would make of the kit, without making it. Throws what the change throws, or in words why the loader
 * would not take it.
 */
export const tried = (kit: Kit, recipe: Recipe): Kit => {
  const [next] = changed(kit, recipe)
  const refusal = refuseChange(kit, next)
  if (refusal) throw new Error(refusal)
  return next
}

/** One undoable change. Does nothing when the kit comes out the same. */
export const edit = (label: string, recipe: Recipe): void => {
  if (get().moment) endMoment()
  const { kit } = get()
  if (!kit) return
  const [next, patches, inverse] = changed(kit, recipe)
  if (patches.length === 0) return
  commit(label, patches, inverse, next)
}

let lastDraft = 0
let draftTimer: ReturnType<typeof setTimeout> | null = null

const journalDraft = (): void => {
  draftTimer = null
  const { moment } = get()
  const of = session
  if (!moment || !of) return
  lastDraft = performance.now()
  const { label, patches, inverse } = moment
  enqueue(() => saveDraft(db, { kit: of.id, tab: TAB, baseRev: of.rev, label, patches, inverse }), false)
}

/** A step of a drag: always made on the state before the drag, so that the latest value wins. */
export const editMoment = (label: string, recipe: Recipe): void => {
  const { kit } = get()
  if (!kit) return
  const [next, patches, inverse] = changed(kit, recipe)
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

/**
 * A step of held or repeated presses, made on the state before the first of them; those of one `label` are
 * one step of undo.
 */
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
  if (patches.length > 0) commit(label, patches, inverse, applyPatches(kit, patches))
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
  if (kit) enqueue(() => db.drafts.delete([kit.id, TAB]), false)
}

const revert = (kind: 'undo' | 'redo'): void => {
  endMoment()
  const { kit, history } = get()
  const entry = history[kind].at(-1)
  if (!kit || !entry) return
  try {
    const next = applyPatches(kit, kind === 'undo' ? entry.inverse : entry.patches)
    const refusal = refuseChange(kit, next)
    if (refusal) throw new Error(refusal)
    set({ kit: next, history: kind === 'undo' ? popUndo(history) : popRedo(history) })
  } catch {
    set({
      notice: `"${entry.label}" cannot be ${kind === 'undo' ? 'undone' : 'redone'}: a later change elsewhere removed what it touched`,
    })
    return
  }
  write(entry, kind, makeUid())
}

export const undo = (): void => revert('undo')
export const redo = (): void => revert('redo')

/**
 * Undoes or redoes until so many steps are undone as can be undone then; stops where a step is refused.
 * @param steps how many steps of the history stay
 */
export const goToStep = (steps: number): void => {
  endMoment()
  for (let n = 0; n < 1000; n++) {
    const { undo: past, redo: future } = get().history
    if (past.length === steps || (past.length < steps && future.length === 0)) return
    revert(past.length > steps ? 'undo' : 'redo')
    if (get().history.undo === past) return
  }
}

/** Another tab said "rev N": take over what it wrote. */
channel?.addEventListener('message', (event: MessageEvent<{ kit: string; rev: number }>) => {
  const of = session
  if (of?.id !== event.data.kit) return
  enqueue(async () => {
    if (event.data.rev <= of.rev) return
    const commits = await foreignCommits(db, of.id, of.rev)
    await fetchMissing(commits)
    Object.assign(of, {
      rev: commits.at(-1)?.rev ?? of.rev,
      written: commits.reduce<Kit>((kit, c) => applyPatches(kit, c.patches), of.written),
    })
    takeForeign(of, commits)
  }, false)
})

/**
 * Puts a kit back that was deleted under the page, as it was when it was last written; what waits follows.
 */
export const keepAgain = async (): Promise<void> => {
  const of = session
  if (!of) return
  await db.transaction('rw', db.kits, db.snapshots, async () => {
    const row = await db.kits.get(of.id)
    // Deleted, and still there: its history is whole.
    if (row?.deletedAt) return void (await putOnShelf(db, of.id))
    if (row) return
    await db.kits.add({
      id: of.id,
      name: of.written.name,
      rev: of.rev,
      effects: of.written.effectOrder.length,
      updatedAt: Date.now(),
    })
    await db.snapshots.put(snapshotOf(of.id, of.rev, of.written))
  })
  await putPictures(db, get().pictures)
  tryAgain()
}

/**
 * The page is about to go: what is typed is taken, the drag in progress is a step, and what is not written
 * yet is
 * copied where the next opening finds it. Gives false where that is impossible, so that somebody has to be
 * asked.
 */
export const leavePage = (): boolean => {
  if (document.activeElement instanceof HTMLElement) document.activeElement.blur()
  endMoment()
  try {
    for (const of of sessions.values()) handOverNow(of)
  } catch {
    return false // no room for a copy
  }
  return !useSaving.getState().problem && picturesWaiting === 0
}
