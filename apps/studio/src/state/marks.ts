/**
 * Marks: states of the whole kit that are kept beside its history, by name or by themselves. Rows live in the database
 * and survive everything that the history does.
 */
import { type Kit, readKit } from '@gliv/document'
import type { Table } from 'dexie'
import equal from 'fast-deep-equal'
import { whenIdle } from '../shared/whenIdle.ts'
import type { MarkRow } from './db.ts'
import { db, edit, fetchNamed, useDocument } from './document.ts'
import { makeId } from './ids.ts'
import { NOTHING, weigh, type Weight } from './weight.ts'

export type Mark = MarkRow

/** A mark is made by itself after so many edits, or after an edit once so much time has passed. */
export const EVERY_EDITS = 50
export const EVERY_MS = 10 * 60_000
/** Marks made by themselves that stay. */
export const AUTO_KEPT = 20

const notice = (text: string): void => useDocument.setState({ notice: text })

export const marksOf = (kitId: string): Promise<Mark[]> =>
  db.marks.where('kit').equals(kitId).reverse().sortBy('at')

const write = async (kit: Kit, name: string, auto: boolean): Promise<void> => {
  await db.marks.put({ id: makeId('mark'), kit: kit.id, name, at: Date.now(), auto, document: kit })
  if (!auto) return
  const old = (await marksOf(kit.id)).filter((mark) => mark.auto).slice(AUTO_KEPT)
  await db.marks.bulkDelete(old.map(({ id }) => id))
}

/** Keeps the state of the open kit under a name. */
export const markNow = async (name: string): Promise<void> => {
  const { kit } = useDocument.getState()
  if (!kit) return
  try {
    await write(kit, name.trim().slice(0, 200) || 'Mark', false)
  } catch {
    notice('The mark was not kept: the browser’s storage does not take it; make room, then mark it again')
  }
}

export const renameMark = async (id: string, name: string): Promise<void> => {
  const wanted = name.trim().slice(0, 200)
  // Who gives it a name wants to keep it.
  if (wanted !== '') await db.marks.update(id, { name: wanted, auto: false })
}

export const removeMark = (id: string): Promise<void> => db.marks.delete(id)

/** Under which id the browser keeps it. */
const KEYS_THAT_STAY: ReadonlySet<string> = new Set(['id'])

type Plain = Record<string, unknown>

/** Maps of things by their ids. */
const MAPS: ReadonlySet<string> = new Set(['effects', 'types', 'sheets', 'palettes', 'stages'])
const NONE: ReadonlySet<string> = new Set()

/** Makes one thing what another is, and leaves what is the same: a step names no more than it changes. */
const become = (to: Plain, from: Plain, stays: ReadonlySet<string> = NONE): void => {
  for (const key of Object.keys(to)) if (!stays.has(key) && !(key in from)) delete to[key]
  for (const [key, value] of Object.entries(from)) {
    if (stays.has(key) || equal(to[key], value)) continue
    if (MAPS.has(key) && to[key]) become(to[key] as Plain, value as Plain)
    else to[key] = structuredClone(value)
  }
}

/** A mark's kit as this Gliv reads it; null when it cannot. */
export const kitOfMark = ({ document }: Mark): Kit | null => {
  try {
    return readKit(document)
  } catch {
    return null
  }
}

/** The kit becomes what it was in a state: one step of undo. */
export const takeAllBack = async (label: string, state: Kit): Promise<void> => {
  // Pictures and sounds that only the older state names come along.
  await fetchNamed(state)
  edit(label, (kit) => become(kit as unknown as Plain, state as unknown as Plain, KEYS_THAT_STAY))
}

/** What decides whether a mark is due. */
export interface SinceMark {
  readonly edits: number
  readonly ms: number
}

export const isDue = ({ edits, ms }: SinceMark): boolean =>
  edits >= EVERY_EDITS || (edits > 0 && ms >= EVERY_MS)

/** Makes marks by itself while a kit is open; the first is of the state before the first edit. */
export const followMarks = (kitId: string): (() => void) => {
  let before = useDocument.getState()
  let edits = 0
  let last = Date.now()
  let opened = before.kit
  const keep = (kit: Kit, name: string): void => {
    edits = 0
    last = Date.now()
    whenIdle(() => void write(kit, name, true).catch(() => undefined))
  }
  return useDocument.subscribe((state) => {
    const { kit, history } = state
    const made = kit !== before.kit && history.undo.length > 0 && history.undo !== before.history.undo
    before = state
    if (!kit || kit.id !== kitId || !made) return
    edits++
    if (opened && opened !== kit) {
      keep(opened, 'When it was opened')
      opened = null
    } else if (isDue({ edits, ms: Date.now() - last })) keep(kit, 'By itself')
  })
}

/** Bytes that a kit takes in this browser, by what they are for. */
export interface KeptSizes {
  readonly steps: number
  readonly stepCount: number
  readonly snapshots: number
  readonly marks: number
  readonly takes: number
}

export const sizesOf = async (kitId: string): Promise<KeptSizes> => {
  const of = async <R, K>(table: Table<R, K>): Promise<Weight> =>
    (await weigh(table.where('kit').equals(kitId), () => '')).get('') ?? NOTHING
  const commits = await of(db.commits)
  return {
    steps: commits.bytes,
    stepCount: commits.rows,
    snapshots: (await of(db.snapshots)).bytes,
    marks: (await of(db.marks)).bytes,
    takes: (await of(db.takes)).bytes,
  }
}
