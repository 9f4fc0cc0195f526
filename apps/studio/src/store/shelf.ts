/** The shelf: all kits of this browser. */
import type { Kit, KitFile } from '@gliv/document'
import type { Database, KitRow } from './db.ts'
import { openKit } from './journal.ts'

const rowOf = (kit: Kit): KitRow => ({ id: kit.id, name: kit.name, rev: 0, effects: kit.effectOrder.length, updatedAt: Date.now() })

export const putPictures = async (db: Database, pictures: KitFile['pictures']): Promise<void> => {
  await db.pictures.bulkPut([...pictures].map(([hash, bytes]) => ({ hash, bytes })))
}

/** Pictures first, then the kit that names them. A kit with a known id comes in as a copy under `freshId`. Gives its id. */
export const addKit = async (db: Database, { kit, pictures }: KitFile, freshId: () => string): Promise<string> => {
  await putPictures(db, pictures)
  return db.transaction('rw', db.kits, db.snapshots, async () => {
    const taken = await db.kits.get(kit.id)
    const names = (await db.kits.toArray()).map((k) => k.name)
    let { name } = kit
    for (let n = 2; names.includes(name) && n < 1000; n++) name = `${kit.name} ${n}`
    const own: Kit = { ...kit, id: taken ? freshId() : kit.id, name }
    await db.kits.add(rowOf(own))
    await db.snapshots.add({ kit: own.id, rev: 0, document: own })
    return own.id
  })
}

export const deleteKit = (db: Database, id: string): Promise<void> =>
  db.transaction('rw', db.kits, db.commits, db.snapshots, db.drafts, async () => {
    await db.kits.delete(id)
    for (const table of [db.commits, db.snapshots, db.drafts]) await table.where('kit').equals(id).delete()
  })

/** Content hashes that a document, a journal or patches name; anything else of 32 hex digits is just not found. */
export const hashesIn = (value: unknown): string[] => [...new Set(JSON.stringify(value).match(/(?<=")[0-9a-f]{32}(?=")/g) ?? [])]

/** Pictures of a kit; with its history also those that undo can bring back. */
export const loadPictures = async (db: Database, ...named: readonly unknown[]): Promise<Map<string, Uint8Array>> => {
  const hashes = [...new Set(named.flatMap(hashesIn))]
  const rows = await db.pictures.bulkGet(hashes)
  return new Map(rows.flatMap((row) => (row ? [[row.hash, row.bytes] as const] : [])))
}

/** A kit as a file, for export from the shelf. */
export const kitFileOf = async (db: Database, id: string): Promise<KitFile> => {
  const { kit } = await openKit(db, id)
  return { kit, pictures: await loadPictures(db, kit.sheets) }
}
