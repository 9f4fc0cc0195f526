/**
 * Kit files: `.gliv` (a zip of kit.json, pictures, sounds and clips) and `.gliv.json` (one file, all that as data
 * URLs).
 */
import { crc32 } from '@gliv/base'
import { Refusal } from '@gliv/model'
import { inflateSync, strFromU8, strToU8, zipSync, type Zippable } from 'fflate'
import { canonicalJson } from './canonical.ts'
import { readKit } from './check.ts'
import type { Kit, KitFile, Pictures } from './kit.ts'
import { blobOf, blobPath, checkBlob, namedBlobs, withOwnHashes } from './blobs.ts'
import { kitInBinaryPack, kitInPack } from './packSource.ts'
import { fromDataUrl, pngSize, toDataUrl } from './pictures.ts'
import { said, saidPlace } from './said.ts'
import { zipEntries, type ZipEntry } from './zipCheck.ts'

/** Larger kits are refused, packed or unpacked: a browser tab has to hold them several times. */
export const FILE_LIMIT_BYTES = 256 * 1024 * 1024
/** A kit's document alone: read as JSON it takes about ten times as much memory. */
const KIT_JSON_LIMIT_BYTES = 48 * 1024 * 1024
/** The one-file form, whose pictures are text. */
const JSON_FORM_LIMIT_BYTES = 128 * 1024 * 1024

/** The earliest time a zip can carry; a fixed one makes equal kits equal files. */
const ZIP_TIME = new Date(1980, 0, 1)

/**
 * A kit with its pictures as the bytes of a `.gliv` file: a zip of `kit.json` and of PNG, sound and clip files by
 * content hash. The same kit gives the same bytes. Throws `Refusal` when a picture is missing.
 */
export const writeKitZip = (file: KitFile): Uint8Array => {
  const { kit, pictures } = withOwnHashes(file)
  const files: Zippable = { 'kit.json': [strToU8(canonicalJson(kit)), { mtime: ZIP_TIME, level: 6 }] }
  const paths = new Map(
    namedBlobs(kit).map((named) => {
      const bytes = blobOf(pictures, named)
      return [blobPath(named.kind, named.hash, bytes), bytes] as const
    }),
  )
  for (const path of [...paths.keys()].sort()) files[path] = [paths.get(path)!, { mtime: ZIP_TIME, level: 0 }]
  return zipSync(files)
}

/**
 * A kit with its pictures as the bytes of a `.gliv.json` file: canonical JSON in UTF-8, pictures as data URLs.
 * Throws `Refusal` when a picture is missing.
 */
export const writeKitJson = (file: KitFile): Uint8Array => {
  const { kit, pictures } = withOwnHashes(file)
  return strToU8(
    canonicalJson({
      ...kit,
      pictures: Object.fromEntries(
        [...pictures].sort(([a], [b]) => (a < b ? -1 : 1)).map(([hash, bytes]) => [hash, toDataUrl(bytes)]),
      ),
    }),
  )
}

/** Where JSON stops to be JSON, in words for people: what it begins with, or the line at which it breaks. */
const brokenAt = (text: string, error: unknown): string => {
  const at = /at position (\d+)/.exec(error instanceof Error ? error.message : '')?.[1]
  if (!/^\s*[[{]/.test(text)) return `it begins with ${said(text.trimStart().slice(0, 40))}`
  if (at === undefined) return 'it breaks off before its end'
  const before = text.slice(0, Number(at))
  const line = before.split('\n').length
  return `it breaks in line ${line}, at character ${before.length - before.lastIndexOf('\n')}`
}

const parseJson = (place: string, bytes: Uint8Array): unknown => {
  const text = strFromU8(bytes)
  try {
    return JSON.parse(text)
  } catch (error) {
    throw new Refusal(
      place,
      `it is no JSON: ${brokenAt(text, error)}; choose a kit that Gliv exported, or export it again`,
    )
  }
}

const checkBlobs = (kit: Kit, pictures: Pictures): void => {
  for (const named of namedBlobs(kit)) {
    const bytes = blobOf(pictures, named)
    checkBlob(named, bytes)
    if (named.kind !== 'picture') continue
    const sheet = kit.sheets[named.place.slice('sheets.'.length)]!
    const size = pngSize(`pictures.${named.hash}`, bytes)
    if (size.width !== sheet.width || size.height !== sheet.height)
      throw new Refusal(
        named.place,
        `it says ${sheet.width} × ${sheet.height} but its picture is ${size.width} × ${size.height}; correct width and height`,
      )
  }
}

/** Bytes of an entry, never more than it says: a small zip cannot fill the memory. */
const unpack = ({ name, size, crc, method, packed }: ZipEntry): Uint8Array => {
  if (method !== 0 && method !== 8)
    throw new Refusal(
      'kit',
      `the entry ${said(name)} is packed by method ${method}; only stored and deflated ones are read; pack it again`,
    )
  const bytes = method === 0 ? packed : inflated(name, packed, size)
  if (bytes.length !== size)
    throw new Refusal(
      'kit',
      `the entry ${said(name)} has ${bytes.length} bytes but says ${size}; the zip is damaged; export the kit again`,
    )
  if (crc32(bytes) !== crc)
    throw new Refusal(
      'kit',
      `the entry ${said(name)} does not have the check sum that the zip gives; the zip is damaged; export the kit again`,
    )
  return bytes
}

const inflated = (name: string, packed: Uint8Array, size: number): Uint8Array => {
  try {
    // One byte more than it says shows that there is more; no more than that is ever kept.
    return inflateSync(packed, { out: new Uint8Array(size + 1) })
  } catch {
    throw new Refusal(
      'kit',
      `the entry ${said(name)} cannot be unpacked; the zip is damaged; export the kit again`,
    )
  }
}

const IS_BLOB =
  /^(?:pictures\/[0-9a-f]{32}\.png|sounds\/[0-9a-f]{32}\.(?:wav|ogg|mp3)|clips\/[0-9a-f]{32}\.(?:gif|png|webm))$/

const limitOf = (name: string): number => (name === 'kit.json' ? KIT_JSON_LIMIT_BYTES : FILE_LIMIT_BYTES)

/** How far reading is: a share from 0 to 1. */
export type Progress = (share: number) => void

const unzip = (bytes: Uint8Array, progress: Progress): Map<string, Uint8Array> => {
  const entries = zipEntries(bytes).filter(({ name }) => name === 'kit.json' || IS_BLOB.test(name))
  const total = entries.reduce((sum, { size }) => sum + size, 0)
  for (const { name, size } of entries)
    if (size > limitOf(name))
      throw new Refusal(
        'kit',
        `${said(name)} unpacks to ${size} bytes; at most ${limitOf(name)} are read; make the kit smaller`,
      )
  if (total > FILE_LIMIT_BYTES)
    throw new Refusal(
      'kit',
      `it unpacks to ${total} bytes; at most ${FILE_LIMIT_BYTES} are read; remove pictures`,
    )
  const files = new Map<string, Uint8Array>()
  let done = 0
  for (const entry of entries) {
    files.set(entry.name, unpack(entry))
    done += entry.size
    progress(done / Math.max(1, total))
  }
  return files
}

const jsonParts = (bytes: Uint8Array): { data: unknown; pictures: Map<string, Uint8Array> } => {
  const pictures = new Map<string, Uint8Array>()
  if (bytes.length > JSON_FORM_LIMIT_BYTES)
    throw new Refusal(
      'kit',
      `the file has ${bytes.length} bytes; as JSON at most ${JSON_FORM_LIMIT_BYTES} are read; export the kit as .gliv`,
    )
  const data = parseJson('kit', bytes)
  if (typeof data !== 'object' || data === null) return { data, pictures }
  const { pictures: urls, ...rest } = data as Record<string, unknown>
  if (urls !== undefined && (typeof urls !== 'object' || urls === null))
    throw new Refusal(
      'pictures',
      `${said(urls)} holds no pictures; they stand under their content hashes as data URLs; export the kit again`,
    )
  for (const [hash, url] of Object.entries(urls ?? {}))
    pictures.set(hash, fromDataUrl(saidPlace(`pictures.${hash}`), url))
  return { data: rest, pictures }
}

const zipParts = (
  bytes: Uint8Array,
  progress: Progress,
): { data: unknown; pictures: Map<string, Uint8Array> } => {
  const files = unzip(bytes, progress)
  const json = files.get('kit.json')
  if (!json) throw new Refusal('kit', 'the zip holds no kit.json; export the kit from Gliv again')
  files.delete('kit.json')
  return {
    data: parseJson('kit.json', json),
    pictures: new Map([...files].map(([name, blob]) => [name.split('/')[1]!.slice(0, 32), blob])),
  }
}

/**
 * Reads either form, told apart by content. Throws `Refusal`; nothing is half read. `progress` is told how
 * far unpacking is.
 */
export const readKitFile = (bytes: Uint8Array, progress: Progress = () => {}): KitFile => {
  if (bytes.length === 0) throw new Refusal('kit', 'the file is empty; choose a kit that Gliv exported')
  if (bytes.length > FILE_LIMIT_BYTES)
    throw new Refusal(
      'kit',
      `the file has ${bytes.length} bytes; at most ${FILE_LIMIT_BYTES} are read; remove pictures`,
    )
  const inBinary = kitInBinaryPack(bytes)
  if (inBinary) return readKitFile(inBinary, progress)
  const isZip = bytes[0] === 0x50 && bytes[1] === 0x4b
  const { data, pictures } = isZip ? zipParts(bytes, progress) : jsonParts(bytes)
  const inPack = kitInPack(data)
  if (inPack) return readKitFile(inPack, progress)
  const kit = readKit(data)
  checkBlobs(kit, pictures)
  return { kit, pictures }
}
