/**
 * Takes of the effect that is open. Rows live in the database, beside the kit; which of them is looked at is of the
 * moment and goes with the page.
 */
import {
  canonicalJson,
  countedIds,
  freeName,
  keptPiece,
  type Kit,
  putBack,
  readKit,
  type WhenShared,
} from '@gliv/document'
import { liveQuery } from 'dexie'
import { produce } from 'immer'
import { create } from 'zustand'
import type { TakeRow } from './db.ts'
import { db, edit, fetchNamed, useDocument } from './document.ts'
import { hintOf } from '../shared/keys/keymap.ts'
import { makeId } from './ids.ts'

export type Take = TakeRow

/** As many states as one looks at side by side, the present one among them. */
export const BESIDE_MOST = 4

interface TakesState {
  /** Of the open effect, the oldest first. */
  readonly takes: readonly Take[]
  /** The row of takes is unfolded. */
  readonly open: boolean
  /** The take that is compared, and that the held key shows. */
  readonly other: string | null
  /** It is shown instead of the effect, while the key is held. */
  readonly held: boolean
  /** Takes that run beside the present state. */
  readonly beside: readonly string[]
  /** What a take does with types that others send out. */
  readonly whenShared: WhenShared
  /** What was removed last, to be put back. */
  readonly removed: Take | null
}

const NOTHING = { takes: [], other: null, held: false, beside: [], removed: null } as const

export const useTakes = create<TakesState>(() => ({ ...NOTHING, open: false, whenShared: 'own' }))
const get = useTakes.getState
const set = useTakes.setState
export const setTakes = set

const notice = (text: string): void => useDocument.setState({ notice: text })

/** Takes as this Gliv reads them, each once; one that it cannot read is said in words and left where it is. */
const reader = (effectId: string): ((take: TakeRow) => Take | null) => {
  const pieces = new Map<string, Kit | null>()
  const pieceOf = ({ id, name, piece }: TakeRow): Kit | null => {
    try {
      const kit = readKit(piece)
      return kit.effects[effectId] ? kit : null
    } catch {
      notice(
        `The take “${name}” (${id}) cannot be read: its data is damaged, or of a newer Gliv; the others are here`,
      )
      return null
    }
  }
  return (take) => {
    if (!pieces.has(take.id)) pieces.set(take.id, pieceOf(take))
    const piece = pieces.get(take.id)
    return piece ? { ...take, piece } : null
  }
}

/** Follows the takes of an effect until it is closed; other tabs' takes come in, too. */
export const followTakes = (kitId: string, effectId: string): (() => void) => {
  set(NOTHING)
  const rows = liveQuery(() => db.takes.where('[kit+effect]').equals([kitId, effectId]).sortBy('at'))
  const read = reader(effectId)
  const subscription = rows.subscribe({
    next: (stored) => {
      const takes = stored.flatMap((take) => read(take) ?? [])
      const ids = new Set(takes.map(({ id }) => id))
      const { other, beside } = get()
      set({
        takes,
        other: other !== null && ids.has(other) ? other : null,
        beside: beside.filter((id) => ids.has(id)),
        ...(get().takes.length === 0 && takes.length > 0 ? { open: true } : {}),
      })
      void fetchNamed(takes.map(({ piece }) => piece)).catch(() => undefined)
    },
    error: () =>
      notice('The takes of this effect cannot be read from the browser’s storage; reload the page'),
  })
  return () => {
    subscription.unsubscribe()
    set(NOTHING)
  }
}

const contentOf = (piece: Kit, effectId: string): string =>
  canonicalJson({
    ...piece,
    name: '',
    effects: { ...piece.effects, [effectId]: { ...piece.effects[effectId]!, name: '' } },
  })

const write = async (take: Take): Promise<boolean> => {
  try {
    await db.takes.put(take)
    return true
  } catch {
    notice(
      `“${take.name}” was not kept: the browser’s storage does not take it; make room, then keep it again`,
    )
    return false
  }
}

/** Keeps the state of an effect as it is now. One that is kept already is not kept twice. @returns its take */
export const keepTake = async (effectId: string, wanted?: string): Promise<Take | null> => {
  const { kit } = useDocument.getState()
  if (!kit?.effects[effectId]) return null
  const piece = keptPiece(kit, effectId)
  const content = contentOf(piece, effectId)
  const there = get().takes.find((take) => contentOf(take.piece, effectId) === content)
  if (there) return there
  const name = freeName(
    wanted ?? `Take ${get().takes.length + 1}`,
    get().takes.map((take) => take.name),
  )
  const take: Take = { id: makeId('take'), kit: kit.id, effect: effectId, name, at: Date.now(), piece }
  if (!(await write(take))) return null
  set({ open: true })
  return take
}

export const takeOf = (id: string | null): Take | null => get().takes.find((take) => take.id === id) ?? null

export const renameTake = async (id: string, name: string): Promise<void> => {
  const take = takeOf(id)
  if (take && name.trim() !== '') await write({ ...take, name: name.trim().slice(0, 200) })
}

export const removeTake = async (id: string): Promise<void> => {
  const take = takeOf(id)
  if (!take) return
  await db.takes.delete(id)
  set({ removed: take })
}

export const putTakeAgain = async (): Promise<void> => {
  const { removed } = get()
  if (removed && (await write(removed))) set({ removed: null })
}

/** The effect becomes what a take holds; the present state is kept as a take first. */
export const goToTake = async (id: string): Promise<void> => {
  const take = takeOf(id)
  if (!take) return
  const before = await keepTake(take.effect, 'Before')
  if (!before) return
  const { whenShared } = get()
  edit(`Go back to “${take.name}”`, (kit) => putBack(kit, take.piece, take.effect, { makeId, whenShared }))
}

/** Takes to those that run beside the present one, or out again. */
export const toggleBeside = (id: string): void => {
  const { beside } = get()
  if (beside.includes(id)) return set({ beside: beside.filter((one) => one !== id) })
  if (beside.length >= BESIDE_MOST - 1)
    return notice(`${BESIDE_MOST} states fit side by side; take one away first`)
  set({ beside: [...beside, id] })
}

/** The take that keys mean: the chosen one, else the latest. */
const meant = (): Take | null => takeOf(get().other) ?? get().takes.at(-1) ?? null

const noneYet = (): string =>
  `There is no take of this effect yet; keep its present state first (${hintOf('keepTake')})`

/** Shows the meant take instead of the effect while its key is down. */
export const holdTake = (down: boolean): void => {
  const take = meant()
  if (!take && down) return notice(noneYet())
  set({ held: down && take !== null, ...(take ? { other: take.id } : {}) })
}

/** Puts the meant take beside the present state, or ends showing several. */
export const toggleMeant = (): void => {
  if (get().beside.length > 0) return set({ beside: [] })
  const take = meant()
  if (!take) return notice(noneYet())
  set({ beside: [take.id], other: take.id })
}

interface Chain {
  readonly kit: Kit
  readonly pieces: readonly Kit[]
  readonly kits: readonly Kit[]
}
let last: Chain | null = null

/**
 * Kits in each of which the effect is as one of the pieces has it. Each has all sheets of those before it, in their
 * order and the kit's own first, so that the last one's pictures serve all of them.
 */
export const kitsWith = (kit: Kit, pieces: readonly Kit[], effectId: string): readonly Kit[] => {
  if (
    last?.kit === kit &&
    last.pieces.length === pieces.length &&
    last.pieces.every((piece, k) => piece === pieces[k])
  )
    return last.kits
  const ids = countedIds(kit, ...pieces)
  let before = kit
  const kits = pieces.map((piece) => {
    const start: Kit = { ...kit, sheets: before.sheets, sheetOrder: before.sheetOrder }
    before = produce(start, (draft) =>
      putBack(draft as Kit, piece, effectId, { makeId: ids, whenShared: 'own' }),
    )
    return before
  })
  last = { kit, pieces, kits }
  return kits
}
