/**
 * Pictures of a kit in the database: read with their hashes checked; one that is missing or broken has a
 * stand-in of its size.
 */
import { mediaTypeOf } from '@gliv/base'
import { hashPicture, type Kit, type KitFile, namedBlobs, type SetAside } from '@gliv/document'
import { createImage, encodePng } from '@gliv/pixels'
import type { Database } from './db.ts'

export const putPictures = async (db: Database, pictures: KitFile['pictures']): Promise<void> => {
  await db.pictures.bulkPut(
    [...pictures].map(([hash, bytes]) => ({ hash, mediaType: mediaTypeOf(bytes) ?? 'image/png', bytes })),
  )
}

/**
 * Content hashes that a document, a journal or patches name; anything else of 32 hex digits is just not
 * found.
 */
export const hashesIn = (value: unknown): string[] => [...new Set(hashesInText(JSON.stringify(value)))]

/** The same of what was written as JSON already; a hash that stands twice comes twice. */
export const hashesInText = (json: string): readonly string[] => json.match(/(?<=")[0-9a-f]{32}(?=")/g) ?? []

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

/** All that a kit names, and what else is named: pictures, sounds, clips. */
export const loadBlobs = (
  db: Database,
  kit: Kit,
  ...more: readonly unknown[]
): Promise<Map<string, Uint8Array>> =>
  loadPictures(
    db,
    namedBlobs(kit).map(({ hash }) => hash),
    ...more,
  )

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

/** Silence as a WAV: 8 bits, 8,000 samples a second, a tenth of a second. */
const silence = (): Uint8Array => {
  const samples = 800
  const bytes = new Uint8Array(44 + samples).fill(128, 44)
  const view = new DataView(bytes.buffer)
  const text = (at: number, value: string): void =>
    [...value].forEach((c, k) => void (bytes[at + k] = c.charCodeAt(0)))
  text(0, 'RIFF')
  view.setUint32(4, 36 + samples, true)
  text(8, 'WAVEfmt ')
  view.setUint32(16, 16, true)
  view.setUint16(20, 1, true)
  view.setUint16(22, 1, true)
  view.setUint32(24, 8000, true)
  view.setUint32(28, 8000, true)
  view.setUint16(32, 1, true)
  view.setUint16(34, 8, true)
  text(36, 'data')
  view.setUint32(40, samples, true)
  return bytes
}

/** All that a kit names, stand-ins for what is not there: checks, silence, a clip of one small picture. */
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
  for (const { hash, place, name, kind } of namedBlobs(kit)) {
    if (kind === 'picture' || pictures.has(hash)) continue
    missing.add(hash)
    pictures.set(hash, kind === 'sound' ? silence() : standIn(8, 8))
    aside.push({
      place,
      message: `the ${kind} “${name}” is missing or damaged; ${kind === 'sound' ? 'silence' : 'a small picture'} stands in for it until it is added again`,
    })
  }
  return { pictures, missing, aside }
}
