/** Packs as they come: read, checked once, and refused in words. */
import { type Pack, PACK_FEATURES, PACK_VERSION, Refusal, type ResolvedEffect } from '@gliv/model'
import { checkPack } from './checkPack.ts'
import { withLatest } from './olderPacks.ts'

/** A pack that was read and checked, ready for a player that draws nothing. */
export interface ReadPack {
  readonly pack: Pack
}

export const blobOfDataUrl = (url: string): Blob => {
  const [head, body] = url.split(',', 2) as [string, string]
  const bytes = Uint8Array.from(atob(body), (c) => c.charCodeAt(0))
  return new Blob([bytes], { type: head.slice(5).split(';')[0] ?? 'image/png' })
}

const refuseForeign = (data: unknown): Pack => {
  const { format, version } = (data ?? {}) as { format?: unknown; version?: unknown }
  if (format !== 'gliv-pack')
    throw new Refusal('', 'This is not a Gliv pack: "format" is not "gliv-pack"; export a pack from Gliv')
  if (version !== PACK_VERSION)
    throw new Refusal(
      '',
      `This pack has format ${String(version)} but this player reads format ${PACK_VERSION}; use the player that came with the pack`,
    )
  const unknown = ((data as Pack).needs ?? []).filter(
    (need) => !(PACK_FEATURES as readonly string[]).includes(need),
  )
  if (unknown.length > 0)
    throw new Refusal(
      '',
      `This pack needs ${unknown.map((need) => `"${need}"`).join(' and ')}, which this player does not know; use the player that came with the pack`,
    )
  return data as Pack
}

/**
 * Reads what a `.glivpack.json` file holds.
 * @param data the file's text, or what `JSON.parse` made of it
 * @throws Refusal in words for another kind of file, another format, and for damages
 */
export const readPack = (data: unknown): ReadPack => {
  let parsed = data
  if (typeof data === 'string')
    try {
      parsed = JSON.parse(data)
    } catch (error) {
      throw new Refusal('', `The pack is damaged: ${(error as Error).message}; export it from Gliv again`)
    }
  const pack = withLatest(checkPack(refuseForeign(parsed)))
  return { pack }
}

export const findInPack = (pack: Pack, idOrName: string): ResolvedEffect => {
  const effect = pack.effects.find((e) => e.id === idOrName) ?? pack.effects.find((e) => e.name === idOrName)
  if (!effect)
    throw new Refusal(
      'play',
      `The pack has no effect "${idOrName}"; it has ${pack.effects.map((e) => e.name).join(', ')}`,
    )
  return effect
}
