/**
 * Pictures of a kit in the database: read with their hashes checked; one that is missing or broken has a
 * stand-in of its size.
 */
import { hashPicture, type Kit, type KitFile, type SetAside } from '@gliv/document'
import { createImage, encodePng } from '@gliv/pixels'
import type { Database } from './db.ts'

export const putPictures = async (db: Database, pictures: KitFile['pictures']): Promise<void> => {
  await db.pictures.bulkPut([...pictures].map(([hash, bytes]) => ({ hash, bytes })))
}

/**
 * Content hashes that a document, a journal or patches name; anything else of 32 hex digits is just not
 * found.
 */
export const hashesIn = (value: unknown): string[] => [
  ...new Set(JSON.stringify(value).match(/(?<=")[0-9a-f]{32}(?=")/g) ?? []),
]

/** The content hash of bytes, by the browser where it can. */
export const hashNow = async (bytes: Uint8Array): Promise<string> => {
  if (!globalThis.crypto?.subtle) return hashPicture(bytes)
  const whole = new Uint8Array(await crypto.subtle.digest('SHA-256', bytes as Uint8Array<ArrayBuffer>))
  return Array.from(whole.subarray(0, 16), (b) => b.toString(16).padStart(2, '0')).join('')
}

const asBytes = (value: unknown): Uint8Array | null =>
  ArrayBuffer.isView(value) ? new Uint8Array(value.buffer, value.byteOffset, value.byteLength) : null

/** Pictures that are named in `named`; those whose bytes no longer have their hash are left out. */
export const loadPictures = async (
  db: Database,
  ...named: readonly unknown[]
): Promise<Map<string, Uint8Array>> => {
  const hashes = [...new Set(named.flatMap(hashesIn))]
  const rows = await db.pictures.bulkGet(hashes)
  const sound = new Map<string, Uint8Array>()
  for (const row of rows) {
    const bytes = row && asBytes(row.bytes)
    if (row && bytes && (await hashNow(bytes)) === row.hash) sound.set(row.hash, bytes)
  }
  return sound
}

/** Texels of a square of the stand-in's checks. */
const CHECK = 4
const COLOURS = [
  [214, 60, 160, 255],
  [40, 20, 34, 255],
] as const

/** Checks in a colour that no game has, as large as the picture was. */
const standIn = (width: number, height: number): Uint8Array => {
  const image = createImage(width, height)
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      image.data.set(COLOURS[(Math.floor(x / CHECK) + Math.floor(y / CHECK)) % 2]!, (y * width + x) * 4)
  return encodePng(image)
}

export interface Completed {
  readonly pictures: ReadonlyMap<string, Uint8Array>
  /** Hashes of pictures that are stood in for. */
  readonly missing: ReadonlySet<string>
  readonly aside: readonly SetAside[]
}

/** All pictures that a kit's sheets name, stand-ins for those that are not there. */
export const completePictures = (kit: Kit, found: ReadonlyMap<string, Uint8Array>): Completed => {
  const pictures = new Map(found)
  const missing = new Set<string>()
  const aside: SetAside[] = []
  for (const sheet of Object.values(kit.sheets)) {
    if (found.has(sheet.picture)) continue
    missing.add(sheet.picture)
    pictures.set(sheet.picture, standIn(sheet.width, sheet.height))
    aside.push({
      place: `sheets.${sheet.id}`,
      message: `the picture of “${sheet.name}” is missing or damaged; checks stand in for it until it is replaced`,
    })
  }
  return { pictures, missing, aside }
}
