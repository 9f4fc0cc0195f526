/** Kit files: `.gliv` (a zip of kit.json and pictures) and `.gliv.json` (one file, pictures as data URLs). */
import { Refusal } from '@gliv/model'
import { strFromU8, strToU8, unzipSync, zipSync, type Zippable } from 'fflate'
import { canonicalJson } from './canonical.ts'
import { readKit } from './check.ts'
import type { Kit, KitFile, Pictures } from './kit.ts'
import { fromDataUrl, hashPicture, pngSize, toDataUrl } from './pictures.ts'

/** Larger kits are refused, packed or unpacked: a browser tab has to hold them several times. */
export const FILE_LIMIT_BYTES = 256 * 1024 * 1024

/** The earliest time a zip can carry; a fixed one makes equal kits equal files. */
const ZIP_TIME = new Date(1980, 0, 1)

const usedPictures = (kit: Kit): string[] => [...new Set(kit.sheetOrder.map((id) => kit.sheets[id]!.picture))].sort()

const pictureOf = (pictures: Pictures, hash: string): Uint8Array => {
  const bytes = pictures.get(hash)
  if (!bytes) throw new Refusal(`pictures.${hash}`, 'a sheet names this picture but it is missing; import the sheet again')
  return bytes
}

export const writeKitZip = ({ kit, pictures }: KitFile): Uint8Array => {
  const files: Zippable = { 'kit.json': [strToU8(canonicalJson(kit)), { mtime: ZIP_TIME, level: 6 }] }
  for (const hash of usedPictures(kit)) files[`pictures/${hash}.png`] = [pictureOf(pictures, hash), { mtime: ZIP_TIME, level: 0 }]
  return zipSync(files)
}

export const writeKitJson = ({ kit, pictures }: KitFile): Uint8Array =>
  strToU8(canonicalJson({ ...kit, pictures: Object.fromEntries(usedPictures(kit).map((hash) => [hash, toDataUrl(pictureOf(pictures, hash))])) }))

const parseJson = (place: string, bytes: Uint8Array): unknown => {
  try {
    return JSON.parse(strFromU8(bytes))
  } catch (error) {
    throw new Refusal(place, `it is not readable JSON (${error instanceof Error ? error.message : 'unknown reason'}); export it again`)
  }
}

const checkPictures = (kit: Kit, pictures: Pictures): void => {
  for (const id of kit.sheetOrder) {
    const sheet = kit.sheets[id]!
    const bytes = pictureOf(pictures, sheet.picture)
    const size = pngSize(`pictures.${sheet.picture}`, bytes)
    if (hashPicture(bytes) !== sheet.picture) throw new Refusal(`sheets.${id}.picture`, 'the picture was changed outside Gliv: its content hash differs; import it again')
    if (size.width !== sheet.width || size.height !== sheet.height)
      throw new Refusal(`sheets.${id}`, `it says ${sheet.width} × ${sheet.height} but its picture is ${size.width} × ${size.height}; correct width and height`)
  }
}

const unzip = (bytes: Uint8Array): Record<string, Uint8Array> => {
  let total = 0
  try {
    return unzipSync(bytes, {
      filter: (file) => {
        total += file.originalSize
        if (total > FILE_LIMIT_BYTES) throw new Refusal('kit', `it unpacks to more than ${FILE_LIMIT_BYTES} bytes; remove pictures`)
        return file.name === 'kit.json' || /^pictures\/[0-9a-f]{32}\.png$/.test(file.name)
      },
    })
  } catch (error) {
    if (error instanceof Refusal) throw error
    throw new Refusal('kit', 'the zip is damaged or cut short; export the kit again')
  }
}

/** Reads either form, told apart by content. Throws `Refusal`; nothing is half read. */
export const readKitFile = (bytes: Uint8Array): KitFile => {
  if (bytes.length > FILE_LIMIT_BYTES) throw new Refusal('kit', `the file has ${bytes.length} bytes; at most ${FILE_LIMIT_BYTES} are read; remove pictures`)
  const pictures = new Map<string, Uint8Array>()
  let data: unknown
  if (bytes[0] === 0x50 && bytes[1] === 0x4b) {
    const files = unzip(bytes)
    const json = files['kit.json']
    if (!json) throw new Refusal('kit', 'the zip holds no kit.json; export the kit from Gliv again')
    data = parseJson('kit.json', json)
    for (const [name, picture] of Object.entries(files)) if (name !== 'kit.json') pictures.set(name.slice(9, 41), picture)
  } else {
    data = parseJson('kit', bytes)
    if (typeof data === 'object' && data !== null) {
      const { pictures: urls, ...rest } = data as Record<string, unknown>
      for (const [hash, url] of Object.entries((urls ?? {}) as object)) pictures.set(hash, fromDataUrl(`pictures.${hash}`, url))
      data = rest
    }
  }
  const kit = readKit(data)
  checkPictures(kit, pictures)
  return { kit, pictures }
}
