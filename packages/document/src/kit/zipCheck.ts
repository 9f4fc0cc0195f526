/**
 * What a zip says of itself, looked at before anything is unpacked: names, sizes, check sums, encryption. The
 * archive
 * package leaves these out; the layout is that of APPNOTE 6.3.10, sections 4.3.12 and 4.3.16.
 */
import { Refusal } from '@gliv/model'
import { said } from './said.ts'

export interface ZipEntry {
  readonly name: string
  /** Bytes unpacked, as the zip says. */
  readonly size: number
  /** CRC-32 of the unpacked bytes. */
  readonly crc: number
  /** 0 stored, 8 deflated. */
  readonly method: number
  /** Packed bytes, a view into the zip. */
  readonly packed: Uint8Array
}

const END_SIGNATURE = 0x06054b50
const ENTRY_SIGNATURE = 0x02014b50
const LOCAL_SIGNATURE = 0x04034b50
const END_BYTES = 22
/** A comment after the end record has at most so many bytes. */
const COMMENT_BYTES = 0xffff
const ENCRYPTED = 1
/** More entries than any kit has; a zip that claims more is not read at all. */
const MOST_ENTRIES = 20_000

const damaged = (what: string): Refusal =>
  new Refusal('kit', `the zip is damaged: ${what}; export the kit again`)

const endOf = (view: DataView): number => {
  for (
    let at = view.byteLength - END_BYTES;
    at >= 0 && at >= view.byteLength - END_BYTES - COMMENT_BYTES;
    at--
  )
    if (view.getUint32(at, true) === END_SIGNATURE) return at
  throw damaged('its end is missing, so it was cut short')
}

const dataStart = (view: DataView, local: number): number => {
  if (local + 30 > view.byteLength || view.getUint32(local, true) !== LOCAL_SIGNATURE)
    throw damaged('an entry begins nowhere')
  return local + 30 + view.getUint16(local + 26, true) + view.getUint16(local + 28, true)
}

/**
 * Entries of a zip's directory. Throws `Refusal` for what is cut short, encrypted, or names one thing twice.
 */
export const zipEntries = (bytes: Uint8Array): readonly ZipEntry[] => {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const end = endOf(view)
  const count = view.getUint16(end + 10, true)
  if (count > MOST_ENTRIES) throw damaged(`it lists ${count} entries`)
  let at = view.getUint32(end + 16, true)
  const entries: ZipEntry[] = []
  const names = new Set<string>()
  for (let k = 0; k < count; k++) {
    if (at + 46 > end || view.getUint32(at, true) !== ENTRY_SIGNATURE)
      throw damaged('its directory does not fit its contents')
    const nameLength = view.getUint16(at + 28, true)
    const name = nameOf(bytes.subarray(at + 46, at + 46 + nameLength))
    if ((view.getUint16(at + 8, true) & ENCRYPTED) !== 0)
      throw new Refusal(
        'kit',
        `the entry ${said(name)} of the zip is encrypted; Gliv reads only open zips; export the kit without a password`,
      )
    if (names.has(name))
      throw new Refusal(
        'kit',
        `the zip holds ${said(name)} twice; it must hold each thing once; export the kit again`,
      )
    names.add(name)
    const start = dataStart(view, view.getUint32(at + 42, true))
    const packedSize = view.getUint32(at + 20, true)
    if (start + packedSize > bytes.length) throw damaged(`the entry ${said(name)} is cut short`)
    entries.push({
      name,
      size: view.getUint32(at + 24, true),
      crc: view.getUint32(at + 16, true),
      method: view.getUint16(at + 10, true),
      packed: bytes.subarray(start, start + packedSize),
    })
    at += 46 + nameLength + view.getUint16(at + 30, true) + view.getUint16(at + 32, true)
  }
  return entries
}

const nameOf = (bytes: Uint8Array): string =>
  Array.from(bytes.subarray(0, 300), (b) => String.fromCharCode(b)).join('')
