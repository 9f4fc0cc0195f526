/**
 * Small pictures of effects: made once in a worker for each content, kept in the database by its hash, and in
 * memory as addresses that an image shows. Lifetime: the page.
 */
import { BoundedCache, parseColour } from '@gliv/base'
import { hashText, type Kit, type KitFile, pieceOf } from '@gliv/document'
import { type Remote, wrap } from 'comlink'
import type { Database } from '../state/db.ts'
import { db } from '../state/document.ts'
import { GROUNDS } from '../state/session.ts'
import type { Show } from './still.ts'
import type { StillApi } from './still.worker.ts'

/** A still that can be shown. */
export interface ShownStill {
  readonly url: string
  readonly show: Show
}

/** Raise it when stills look different from before: none of the old ones is shown again. */
const EDITION = 3
/** Stills kept in the database, and addresses kept in memory. */
const KEPT_ROWS = 4000
const KEPT_ADDRESSES = 1000

/** An effect that the engine refuses has `null`. */
const known = new BoundedCache<string, { readonly still: ShownStill | null }>(Infinity)
const underway = new Map<string, Promise<ShownStill | null>>()

/** What an effect shows: the same for two effects that differ in name and id alone. */
export const stillHash = (piece: Kit, effectId: string): string => {
  const { effects, types, sheets, palettes, stages, stageOrder, rate, wholePixels } = piece
  // What is heard, told or held against is not seen.
  const {
    name: _name,
    id: _id,
    sounds: _sounds,
    events: _events,
    screen: _screen,
    reference: _reference,
    tags: _tags,
    note: _note,
    ...shown
  } = effects[effectId]!
  const inner = Object.values(effects).filter(({ id }) => id !== effectId)
  return hashText(
    JSON.stringify([EDITION, rate, wholePixels, shown, inner, types, sheets, palettes, stages, stageOrder]),
  )
}

let worker: Remote<StillApi> | null = null
const sent = new Set<string>()

const workerApi = (): Remote<StillApi> =>
  (worker ??= wrap<StillApi>(new Worker(new URL('./still.worker.ts', import.meta.url), { type: 'module' })))

const makeOne = async (
  piece: Kit,
  effectId: string,
  pictures: KitFile['pictures'],
): Promise<{ png: Uint8Array; show: Show } | null> => {
  const fresh = new Map<string, Uint8Array>()
  for (const { picture } of Object.values(piece.sheets)) {
    const bytes = pictures.get(picture)
    if (!bytes || sent.has(picture)) continue
    sent.add(picture)
    fresh.set(picture, bytes)
  }
  return workerApi().make(piece, effectId, fresh, parseColour(GROUNDS.dark))
}

/** The oldest go when there are many more than are kept. Not waited for. */
const prune = async (database: Database): Promise<void> => {
  const over = (await database.stills.count()) - KEPT_ROWS
  if (over > KEPT_ROWS / 10) await database.stills.orderBy('madeAt').limit(over).delete()
}

const find = async (
  hash: string,
  piece: Kit,
  effectId: string,
  pictures: KitFile['pictures'],
): Promise<ShownStill | null> => {
  // A database that cannot be read is no reason to show nothing.
  const row = await db.stills.get(hash).catch(() => undefined)
  const made = row ? { png: row.png, show: row.show as Show } : await makeOne(piece, effectId, pictures)
  if (!made) return null
  if (!row)
    void db.stills
      .put({ hash, png: made.png, show: made.show, madeAt: Date.now() })
      .then(() => prune(db))
      .catch(() => undefined)
  const blob = new Blob([made.png as Uint8Array<ArrayBuffer>], { type: 'image/png' })
  return { url: URL.createObjectURL(blob), show: made.show }
}

const keep = (hash: string, still: ShownStill | null): ShownStill | null => {
  known.set(hash, { still })
  while (known.size > KEPT_ADDRESSES) {
    const oldest = known.takeOldest()?.still
    if (oldest) URL.revokeObjectURL(oldest.url)
  }
  return still
}

/** The still of an effect that is at hand at once; undefined when it must be found first. */
export const stillAtHand = (hash: string): ShownStill | null | undefined => known.get(hash)?.still

/** The still of an effect; null when the engine refuses the effect. */
export const stillOf = (
  hash: string,
  kit: Kit,
  effectId: string,
  pictures: KitFile['pictures'],
): Promise<ShownStill | null> => {
  const waiting = underway.get(hash)
  if (waiting) return waiting
  const work = find(hash, kit, effectId, pictures)
    .then((still) => keep(hash, still))
    .finally(() => underway.delete(hash))
  underway.set(hash, work)
  return work
}

interface Piece {
  readonly piece: Kit
  readonly hash: string
}

const pieces = new WeakMap<object, Piece & { readonly parts: readonly unknown[] }>()

const partsOf = ({ effects, types, sheets, palettes, stages, rate, wholePixels }: Kit): unknown[] => [
  rate,
  wholePixels,
  stages,
  ...[effects, types, sheets, palettes].flatMap((map) => Object.values<unknown>(map)),
]

/** The part of a kit that an effect's still depends on, with its hash; the same object while none of it changes. */
export const stillPiece = (kit: Kit, effectId: string): Piece => {
  const piece = pieceOf(kit, [effectId])
  const parts = partsOf(piece)
  const effect = kit.effects[effectId]!
  const before = pieces.get(effect)
  if (before && before.parts.length === parts.length && parts.every((part, i) => part === before.parts[i]))
    return before
  const made = { piece, hash: stillHash(piece, effectId), parts }
  pieces.set(effect, made)
  return made
}

/** What is known of effects from their stills; those that have none yet are made one after the other. */
export const showsOf = async (
  kit: Kit,
  effectIds: readonly string[],
  pictures: KitFile['pictures'],
  tell: (shows: ReadonlyMap<string, Show>) => void,
  goesOn: () => boolean,
): Promise<void> => {
  const shows = new Map<string, Show>()
  const hashes = new Map(effectIds.map((id) => [id, stillPiece(kit, id)]))
  const rows = await db.stills.bulkGet([...hashes.values()].map(({ hash }) => hash)).catch(() => [])
  const byHash = new Map(rows.flatMap((row) => (row ? [[row.hash, row.show as Show]] : [])))
  for (const [id, { hash }] of hashes) {
    const show = byHash.get(hash)
    if (show) shows.set(id, show)
  }
  tell(new Map(shows))
  for (const [id, { hash, piece }] of hashes) {
    if (shows.has(id)) continue
    const still = await stillOf(hash, piece, id, pictures)
    if (!goesOn()) return
    if (still) tell(new Map(shows.set(id, still.show)))
  }
}
