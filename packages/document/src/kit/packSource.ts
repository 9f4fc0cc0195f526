/** The kit that a pack was made from, where it carries it. */
import { PACK_MAGIC, type PackBytes, type PackFile, Refusal } from '@gliv/model'
import { strFromU8 } from 'fflate'
import { fromDataUrl } from './pictures.ts'

const HEAD = PACK_MAGIC.length + 4

const isBinary = (bytes: Uint8Array): boolean =>
  bytes.length > HEAD && strFromU8(bytes.subarray(0, PACK_MAGIC.length), true) === PACK_MAGIC

const noSource = (): never => {
  throw new Refusal(
    'pack',
    'this is a pack for games, and its kit is not inside; open the kit that it was made from, or a pack that was exported with its kit',
  )
}

/** The bytes of the kit inside a binary pack; null for what is none. @throws Refusal for a pack without its kit */
export const kitInBinaryPack = (bytes: Uint8Array): Uint8Array | null => {
  if (!isBinary(bytes)) return null
  const length = new DataView(bytes.buffer, bytes.byteOffset).getUint32(PACK_MAGIC.length, true)
  const parsed = ((): Partial<PackFile> => {
    try {
      return JSON.parse(strFromU8(bytes.subarray(HEAD, HEAD + length))) as Partial<PackFile>
    } catch {
      throw new Refusal('pack', 'this pack is damaged; export it from Gliv again')
    }
  })()
  const { source } = parsed
  if (source === undefined || typeof source === 'string') return noSource()
  const from = HEAD + length + source.at
  return bytes.subarray(from, from + source.length)
}

/** The same of a pack as JSON. @param data what was parsed */
export const kitInPack = (data: unknown): Uint8Array | null => {
  const { format, source } = (data ?? {}) as { format?: unknown; source?: PackBytes }
  if (format !== 'gliv-pack') return null
  return source === undefined ? noSource() : fromDataUrl('pack.source', source)
}
