/** Packs as they come: read, checked once, and refused in words. */
import {
  type Pack as PackContents,
  PACK_FEATURES,
  PACK_MAGIC,
  PACK_VERSION,
  type PackBytes,
  type PackFile,
  Refusal,
  type ResolvedEffect,
} from '@gliv/model'
import { checkFile, checkPack } from './checkPack.ts'
import { type ByteReader, unpack } from './unpack.ts'

/** A pack that was read and checked; several players may share one. */
export class Pack {
  /** What the kit is called that it was made from. */
  readonly name: string
  /** Names of its effects and of its cues. */
  readonly effects: readonly string[]
  readonly cues: readonly string[]
  /** @internal */
  readonly contents: PackContents

  /** @internal */
  constructor(contents: PackContents) {
    this.name = contents.name
    this.effects = contents.effects.map(({ name }) => name)
    this.cues = (contents.cues ?? []).map(({ name }) => name)
    this.contents = contents
  }
}

const bytesOfDataUrl = (url: string): Uint8Array =>
  Uint8Array.from(atob(url.slice(url.indexOf(',') + 1)), (c) => c.charCodeAt(0))

const refuseForeign = (data: unknown): PackFile => {
  const { format, version } = (data ?? {}) as { format?: unknown; version?: unknown }
  if (format !== 'gliv-pack')
    throw new Refusal('', 'This is not a Gliv pack: "format" is not "gliv-pack"; export a pack from Gliv')
  if (version !== PACK_VERSION)
    throw new Refusal(
      '',
      `This pack has format ${String(version)} but this player reads format ${PACK_VERSION}; use the player that came with the pack`,
    )
  const unknown = ((data as PackFile).needs ?? []).filter(
    (need) => !(PACK_FEATURES as readonly string[]).includes(need),
  )
  if (unknown.length > 0)
    throw new Refusal(
      '',
      `This pack needs ${unknown.map((need) => `"${need}"`).join(' and ')}, which this player does not know; use the player that came with the pack`,
    )
  return data as PackFile
}

const damaged = (why: string): never => {
  throw new Refusal('', `The pack is damaged: ${why}; export it from Gliv again`)
}

const parsed = (text: string): unknown => {
  try {
    return JSON.parse(text)
  } catch {
    if (text.slice(0, 100).includes('gliv-pack')) return damaged('it ends too early, or was changed')
    throw new Refusal('', 'This is not a Gliv pack: it is not even JSON; export a pack from Gliv')
  }
}

/** JSON and the bytes behind it, of a binary pack; null for what is none. */
const binaryParts = (bytes: Uint8Array): { readonly json: unknown; readonly rest: Uint8Array } | null => {
  const text = new TextDecoder()
  const head = PACK_MAGIC.length
  if (text.decode(bytes.subarray(0, head)) !== PACK_MAGIC) return null
  if (bytes.length < head + 4) return damaged('it ends too early')
  const length = new DataView(bytes.buffer, bytes.byteOffset).getUint32(head, true)
  const end = head + 4 + length
  return { json: parsed(text.decode(bytes.subarray(head + 4, end))), rest: bytes.subarray(end) }
}

const reader =
  (rest: Uint8Array): ByteReader =>
  (bytes: PackBytes) => {
    if (typeof bytes === 'string')
      try {
        return bytesOfDataUrl(bytes)
      } catch {
        return damaged('a picture or a sound is no data URL')
      }
    const found = rest.subarray(bytes.at, bytes.at + bytes.length)
    return found.length === bytes.length ? found : damaged('it ends too early')
  }

/** What an entry lacks shows where it is read. */
const unpacked = (file: PackFile, bytesOf: ByteReader): PackContents => {
  try {
    return unpack(file, bytesOf)
  } catch (error) {
    if (error instanceof Refusal) throw error
    return damaged(`something that an effect needs is missing (${(error as Error).message})`)
  }
}

const isBytes = (data: unknown): data is ArrayBuffer | Uint8Array =>
  data instanceof ArrayBuffer || ArrayBuffer.isView(data)

/**
 * Reads what a `.glivpack.json` or a `.glivpack` file holds.
 * @param data the file's bytes or text, or what `JSON.parse` made of it
 * @throws Refusal in words for another kind of file, another format, and for damages
 */
export const readPack = (data: unknown): Pack => {
  const bytes = isBytes(data) ? new Uint8Array(data as ArrayBuffer) : null
  const binary = bytes && binaryParts(bytes)
  const text = bytes ? new TextDecoder().decode(bytes) : data
  const file = refuseForeign(binary ? binary.json : typeof text === 'string' ? parsed(text) : text)
  checkFile(file)
  return new Pack(checkPack(unpacked(file, reader(binary?.rest ?? new Uint8Array(0)))))
}

export const findInPack = (pack: PackContents, idOrName: string): ResolvedEffect => {
  const effect = pack.effects.find((e) => e.id === idOrName) ?? pack.effects.find((e) => e.name === idOrName)
  if (!effect)
    throw new Refusal(
      'play',
      `The pack has no effect "${idOrName}"; it has ${pack.effects.map((e) => e.name).join(', ')}`,
    )
  return effect
}
