/**
 * A kit as a folder, for repositories in which several people work: one JSON an effect, type, sheet and stage, plain
 * pictures and sounds beside them, canonical order. Nothing that is derived is written, so that edits of different
 * things touch different files.
 */
import { MEDIA } from '@gliv/base'
import { Refusal } from '@gliv/model'
import { strFromU8, strToU8 } from 'fflate'
import { blobOf, mediaOf, type NamedBlob, namedBlobs, withOwnHashes } from './blobs.ts'
import { canonicalJson } from './canonical.ts'
import { readKit } from './check.ts'
import type { KitFile } from './kit.ts'
import { hashPicture, pngSize } from './pictures.ts'

/** Files by their path in the folder, with slashes. */
export type FolderFiles = ReadonlyMap<string, Uint8Array>

type Data = Record<string, unknown>

/** What has a file each: its map in the kit, the list of its order, its folder. */
const PARTS = [
  { map: 'effects', order: 'effectOrder' },
  { map: 'types', order: 'typeOrder' },
  { map: 'sheets', order: 'sheetOrder' },
  { map: 'stages', order: 'stageOrder' },
  { map: 'palettes', order: 'paletteOrder' },
] as const

/** Names that some systems keep for themselves. */
const RESERVED = /^(con|prn|aux|nul|com\d|lpt\d)$/

const escaped = (sign: string): string =>
  [...strToU8(sign)].map((byte) => `%${byte.toString(16).padStart(2, '0')}`).join('')

/** An id as a file name that is the same in every system: what is not a small letter, digit, _ or - is escaped. */
export const pathOfId = (id: string): string => {
  const name = [...id].map((sign) => (/[a-z0-9_-]/.test(sign) ? sign : escaped(sign))).join('')
  return RESERVED.test(name) ? escaped(name[0]!) + name.slice(1) : name
}

const shareOf = (kit: Data): { head: Data; effects: Data } => {
  const { ship, ...head } = kit
  const { effects = {}, ...others } = (ship ?? {}) as { effects?: Data }
  return { head: ship === undefined ? head : { ...head, ship: others }, effects }
}

/** Where the bytes that something names lie, without an ending. */
const pathOfBlob = ({ place, kind }: NamedBlob): string => {
  const at = place.indexOf('.')
  const [map, id] = [place.slice(0, at), place.slice(at + 1)]
  return kind === 'clip'
    ? `references/${pathOfId(id.replace(/[.]reference$/, ''))}`
    : `${map}/${pathOfId(id)}`
}

/** The files of a kit. Throws `Refusal` when a picture is missing. */
export const writeKitFolder = (file: KitFile): FolderFiles => {
  const { kit, pictures } = withOwnHashes(file)
  const { head, effects: ships } = shareOf(kit as unknown as Data)
  const files = new Map<string, Uint8Array>()
  const put = (path: string, data: unknown): void => void files.set(path, strToU8(canonicalJson(data)))
  for (const { map } of PARTS)
    for (const [id, part] of Object.entries(kit[map])) {
      // How an effect ships stands with it, and a picture's hash is that of the file beside it.
      const { picture: _, ...own } = part as unknown as Data
      put(
        `${map}/${pathOfId(id)}.json`,
        map === 'effects' && ships[id] ? { ...withoutClip(own), ship: ships[id] } : withoutClip(own),
      )
    }
  for (const { map } of PARTS) delete head[map]
  for (const named of namedBlobs(kit)) {
    const bytes = blobOf(pictures, named)
    files.set(`${pathOfBlob(named)}.${MEDIA[mediaOf(bytes)].ending}`, bytes)
  }
  put('kit.json', withoutBlobs(head))
  return files
}

/** A reference clip is named by its file. */
const withoutClip = (part: Data): Data => {
  const { reference, ...own } = part as { reference?: Data }
  if (!reference) return part
  const { blob: _, ...clip } = reference
  return { ...own, reference: clip }
}

/** Sounds are named by their files, too. */
const withoutBlobs = (head: Data): Data =>
  Array.isArray(head['sounds'])
    ? { ...head, sounds: (head['sounds'] as Data[]).map(({ blob: _, ...sound }) => sound) }
    : head

const jsonAt = (path: string, bytes: Uint8Array): Data => {
  try {
    const data: unknown = JSON.parse(strFromU8(bytes))
    if (typeof data === 'object' && data !== null && !Array.isArray(data)) return data as Data
  } catch (error) {
    throw new Refusal(path, `it is not readable JSON (${(error as Error).message}); correct it`)
  }
  throw new Refusal(path, 'it is no JSON object; write it anew from the kit')
}

/** All files of a folder part, by the id that each says. */
const partsIn = (files: FolderFiles, map: string): Record<string, Data> => {
  const parts: Record<string, Data> = {}
  for (const path of [...files.keys()].sort()) {
    if (!path.startsWith(`${map}/`) || !path.endsWith('.json')) continue
    const data = jsonAt(path, files.get(path)!)
    const { id } = data
    if (typeof id !== 'string' || path !== `${map}/${pathOfId(id)}.json`)
      throw new Refusal(
        path,
        `its id is ${JSON.stringify(id)}, which belongs to ${map}/${typeof id === 'string' ? pathOfId(id) : '…'}.json; rename the file or correct the id`,
      )
    parts[id] = data
  }
  return parts
}

/** The order as it is kept; what nobody ordered comes last, what is gone is left out. */
const orderOf = (kept: unknown, parts: Readonly<Record<string, Data>>): string[] => {
  const order = Array.isArray(kept)
    ? kept.filter((id) => typeof id === 'string' && Object.hasOwn(parts, id))
    : []
  const all = [...new Set(order as string[])]
  return [...all, ...Object.keys(parts).filter((id) => !all.includes(id))]
}

/** The file beside a JSON: a picture, sound or clip with its name. */
const besideOf = (files: FolderFiles, base: string): Uint8Array | undefined => {
  for (const { ending } of Object.values(MEDIA)) {
    const bytes = files.get(`${base}.${ending}`)
    if (bytes) return bytes
  }
  return undefined
}

/** Reads the blobs that stand beside their parts. */
class Beside {
  readonly pictures = new Map<string, Uint8Array>()
  readonly #files: FolderFiles
  constructor(files: FolderFiles) {
    this.#files = files
  }

  /** Hash of the file of a part. Throws `Refusal` when there is none. */
  hash(map: string, id: string): string {
    const base = `${map}/${pathOfId(id)}`
    const bytes = besideOf(this.#files, base)
    if (!bytes)
      throw new Refusal(base, 'the file that belongs to it is missing; put it back, or remove its JSON')
    const hash = hashPicture(bytes)
    this.pictures.set(hash, bytes)
    return hash
  }
}

const sheetsWith = (sheets: Record<string, Data>, beside: Beside): Record<string, Data> =>
  Object.fromEntries(
    Object.entries(sheets).map(([id, sheet]) => {
      const picture = beside.hash('sheets', id)
      pngSize(`sheets/${pathOfId(id)}.png`, beside.pictures.get(picture)!)
      return [id, { ...sheet, picture }]
    }),
  )

/** Effects without how they ship, which the kit keeps together. */
const effectsWith = (effects: Record<string, Data>, beside: Beside) => {
  const ships: Data = {}
  const own = Object.fromEntries(
    Object.entries(effects).map(([id, { ship, ...effect }]) => {
      if (ship !== undefined) ships[id] = ship
      const reference = effect['reference'] as Data | undefined
      if (!reference) return [id, effect]
      return [id, { ...effect, reference: { ...reference, blob: beside.hash('references', id) } }]
    }),
  )
  return { effects: own, ships }
}

/** A kit from its files; those that it does not know are left alone. Throws `Refusal` with the file that is wrong. */
export const readKitFolder = (files: FolderFiles): KitFile => {
  const head = files.get('kit.json')
  if (!head) throw new Refusal('kit.json', 'the folder has no kit.json; choose the folder of a kit')
  const kit = jsonAt('kit.json', head)
  const beside = new Beside(files)
  const maps = Object.fromEntries(PARTS.map(({ map }) => [map, partsIn(files, map)])) as Record<
    (typeof PARTS)[number]['map'],
    Record<string, Data>
  >
  const { effects, ships } = effectsWith(maps.effects, beside)
  const sounds = kit['sounds'] as Data[] | undefined
  const ship = kit['ship'] as Data | undefined
  const made = readKit({
    ...kit,
    ...Object.fromEntries(PARTS.map(({ map, order }) => [order, orderOf(kit[order], maps[map])])),
    ...maps,
    effects,
    sheets: sheetsWith(maps.sheets, beside),
    ...(sounds
      ? { sounds: sounds.map((sound) => ({ ...sound, blob: beside.hash('sounds', String(sound['id'])) })) }
      : {}),
    ...(ship || Object.keys(ships).length > 0 ? { ship: { ...ship, effects: ships } } : {}),
  })
  return { kit: made, pictures: beside.pictures }
}
