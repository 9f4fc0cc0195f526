/** The shelf: all kits of this browser. */
import type { Kit, KitFile } from '@gliv/document'
import type { Database, KitRow } from './db.ts'
import { appendCommit, openKit, snapshotOf } from './journal.ts'
import { TAB } from './tab.ts'
import { completePictures, hashNow, loadBlobs, putPictures } from './pictureStore.ts'

/** The hash of a snapshot of a kit, off this thread where the browser can. */
const snapshotHashSoon = (kit: Kit): Promise<string> => hashNow(new TextEncoder().encode(JSON.stringify(kit)))

const rowOf = (kit: Kit): KitRow => ({
  id: kit.id,
  name: kit.name,
  rev: 0,
  effects: kit.effectOrder.length,
  updatedAt: Date.now(),
})

/**
 * Pictures first, then the kit that names them. A kit with a known id comes in as a copy under `freshId`.
 * Gives its id.
 */
export const addKit = async (
  db: Database,
  { kit, pictures }: KitFile,
  freshId: () => string,
): Promise<string> => {
  await putPictures(db, pictures)
  const name = await freeKitName(db, kit.name)
  // Most kits come under an id that is free; their hash is made before the transaction, by the browser.
  const named: Kit = { ...kit, name }
  const hash = await snapshotHashSoon(named)
  return db.transaction('rw', db.kits, db.snapshots, db.commits, async () => {
    const own: Kit = (await isTaken(db, kit.id)) ? { ...named, id: freshId() } : named
    await db.kits.add(rowOf(own))
    await db.snapshots.add(snapshotOf(own.id, 0, own, own === named ? hash : undefined))
    return own.id
  })
}

/** Rows of a kit whose entry on the shelf was lost must not be taken for another's. */
const isTaken = async (db: Database, id: string): Promise<boolean> =>
  (await db.kits.get(id)) !== undefined ||
  (await db.snapshots.where('kit').equals(id).count()) > 0 ||
  (await db.commits.where('kit').equals(id).count()) > 0

const freeKitName = async (db: Database, wanted: string): Promise<string> => {
  const names = (await db.kits.toArray()).flatMap(({ name, deletedAt }) => (deletedAt ? [] : [name]))
  let name = wanted
  for (let n = 2; names.includes(name) && n < 1000; n++) name = `${wanted} ${n}`
  return name
}

/** Days for which a deleted kit can be put back. */
export const DELETED_DAYS = 30
const DAY_MS = 86_400_000

/** Takes a kit from the shelf; it stays in the browser for a while. */
export const takeFromShelf = async (db: Database, id: string, now = Date.now()): Promise<void> => {
  // One whose row was lost has one from now on.
  const row = (await db.kits.get(id)) ?? (await shelfRows(db)).find((one) => one.id === id)
  if (row) await db.kits.put({ ...row, deletedAt: now })
}

/** A deleted kit stands on the shelf again, under a name that is free. */
export const putOnShelf = async (db: Database, id: string): Promise<void> => {
  const row = await db.kits.get(id)
  if (!row) return
  const { deletedAt: _deleted, ...rest } = row
  await db.kits.put(rest)
}

/** Kits that were deleted lately, the latest first. */
export const deletedRows = async (db: Database): Promise<KitRow[]> =>
  (await db.kits.toArray()).filter(({ deletedAt }) => deletedAt).sort((a, b) => b.deletedAt! - a.deletedAt!)

/** Whole days that a deleted kit still has. */
export const daysLeft = ({ deletedAt = 0 }: KitRow, now = Date.now()): number =>
  Math.max(0, Math.ceil(DELETED_DAYS - (now - deletedAt) / DAY_MS))

/** Kits whose time is over leave the browser. */
export const purgeDeleted = async (db: Database, now = Date.now()): Promise<void> => {
  for (const row of await deletedRows(db)) if (daysLeft(row, now) === 0) await deleteKit(db, row.id)
}

/** Gives a kit another name, as a step of its history. */
export const renameKit = async (db: Database, id: string, wanted: string): Promise<void> => {
  const name = wanted.trim().slice(0, 200)
  const { kit, rev } = await openKit(db, id)
  if (name === '' || name === kit.name) return
  await appendCommit(db, { ...kit, name }, rev, {
    kit: id,
    label: `Rename the kit ${kit.name}`,
    patches: [{ op: 'replace', path: ['name'], value: name }],
    inverse: [{ op: 'replace', path: ['name'], value: kit.name }],
    tab: TAB,
    kind: 'edit',
    at: Date.now(),
  })
}

/** A copy of a kit beside it, with the takes of its effects, without its history. Gives its id. */
export const duplicateKit = async (
  db: Database,
  id: string,
  makeId: (prefix: string) => string,
): Promise<string> => {
  const file = await kitFileOf(db, id)
  const made = await addKit(db, { ...file, kit: { ...file.kit, id: makeId('kit') } }, () => makeId('kit'))
  const takes = await db.takes.where('kit').equals(id).toArray()
  await db.takes.bulkAdd(takes.map((take) => ({ ...take, id: makeId('take'), kit: made })))
  const tags = (await db.kits.get(id))?.tags
  if (tags) await db.kits.update(made, { tags })
  return made
}

export const tagKit = async (db: Database, id: string, tags: readonly string[]): Promise<void> =>
  void (await db.kits.update(id, { tags: [...new Set(tags)].slice(0, 20) }))

/** Ends a kit and everything that is kept of it. */
export const deleteKit = (db: Database, id: string): Promise<void> =>
  db.transaction(
    'rw',
    [db.kits, db.commits, db.snapshots, db.drafts, db.aside, db.takes, db.marks, db.files, db.links],
    async () => {
      await db.kits.delete(id)
      await db.files.delete(id)
      for (const table of [db.commits, db.snapshots, db.drafts, db.aside, db.takes, db.marks, db.links])
        await table.where('kit').equals(id).delete()
    },
  )

/**
 * Rows as the shelf shows them, newest first; what is damaged in one is filled in, and a kit whose row was
 * lost is found by its snapshots.
 */
export const shelfRows = async (db: Database): Promise<KitRow[]> => {
  const rows: Partial<KitRow>[] = await db.kits.toArray()
  const known = new Set(rows.map(({ id }) => id))
  const lost = [...new Set((await db.snapshots.toCollection().primaryKeys()).map(([kit]) => kit))].filter(
    (id) => typeof id === 'string' && !known.has(id),
  )
  const whole = [...rows, ...lost.map((id) => ({ id }))].filter(
    (row): row is KitRow => typeof row.id === 'string',
  )
  return whole
    .filter(({ deletedAt }) => !deletedAt)
    .map(({ id, name, rev, effects, updatedAt, tags }) => ({
      id,
      name: typeof name === 'string' && name !== '' ? name : `Kit ${id}`,
      rev: Number(rev) || 0,
      effects: Number(effects) || 0,
      updatedAt: Number(updatedAt) || 0,
      ...(Array.isArray(tags) ? { tags: tags.filter((tag) => typeof tag === 'string') } : {}),
    }))
    .sort((a, b) => b.updatedAt - a.updatedAt)
}

/** A kit as a file, for export and for its picture on the shelf. */
export const kitFileOf = async (db: Database, id: string): Promise<KitFile> => {
  const { kit } = await openKit(db, id)
  return { kit, pictures: completePictures(kit, await loadBlobs(db, kit)).pictures }
}
