/** The shelf: all kits of this browser. */
import type { Kit, KitFile } from '@gliv/document'
import type { Database, KitRow } from './db.ts'
import { openKit, snapshotOf } from './journal.ts'
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
  const names = (await db.kits.toArray()).map(({ name }) => name)
  let name = wanted
  for (let n = 2; names.includes(name) && n < 1000; n++) name = `${wanted} ${n}`
  return name
}

export const deleteKit = (db: Database, id: string): Promise<void> =>
  db.transaction(
    'rw',
    [db.kits, db.commits, db.snapshots, db.drafts, db.aside, db.takes, db.marks],
    async () => {
      await db.kits.delete(id)
      for (const table of [db.commits, db.snapshots, db.drafts, db.aside, db.takes, db.marks])
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
    .map(({ id, name, rev, effects, updatedAt }) => ({
      id,
      name: typeof name === 'string' && name !== '' ? name : `Kit ${id}`,
      rev: Number(rev) || 0,
      effects: Number(effects) || 0,
      updatedAt: Number(updatedAt) || 0,
    }))
    .sort((a, b) => b.updatedAt - a.updatedAt)
}

/** A kit as a file, for export and for its picture on the shelf. */
export const kitFileOf = async (db: Database, id: string): Promise<KitFile> => {
  const { kit } = await openKit(db, id)
  return { kit, pictures: completePictures(kit, await loadBlobs(db, kit)).pictures }
}
