import { type Pack, PACK_FEATURES, PACK_VERSION, type ResolvedEffect } from '@gliv/model'
import { withLatest } from './olderPacks.ts'
import type { RenderSheet } from './renderer.ts'

/** A pack with its pictures decoded, ready for players. */
export interface LoadedPack {
  readonly pack: Pack
  readonly sheets: readonly RenderSheet[]
}

/** Decodes PNG bytes premultiplied, without colour conversion. */
export const decodeSheetImage = (blob: Blob): Promise<ImageBitmap> =>
  createImageBitmap(blob, { premultiplyAlpha: 'premultiply', colorSpaceConversion: 'none' })

export const blobOfDataUrl = (url: string): Blob => {
  const [head, body] = url.split(',', 2) as [string, string]
  const bytes = Uint8Array.from(atob(body), (c) => c.charCodeAt(0))
  return new Blob([bytes], { type: head.slice(5).split(';')[0] ?? 'image/png' })
}

const refuseForeign = (data: unknown): Pack => {
  const { format, version } = (data ?? {}) as { format?: unknown; version?: unknown }
  if (format !== 'gliv-pack')
    throw new Error('This is not a Gliv pack: "format" is not "gliv-pack"; export a pack from Gliv')
  if (version !== PACK_VERSION)
    throw new Error(
      `This pack has format ${String(version)} but this player reads format ${PACK_VERSION}; use the player that came with the pack`,
    )
  const unknown = ((data as Pack).needs ?? []).filter(
    (need) => !(PACK_FEATURES as readonly string[]).includes(need),
  )
  if (unknown.length > 0)
    throw new Error(
      `This pack needs ${unknown.map((need) => `"${need}"`).join(' and ')}, which this player does not know; use the player that came with the pack`,
    )
  return withLatest(data as Pack)
}

const readSource = async (source: string | URL | Blob | object): Promise<unknown> => {
  if (typeof source === 'string' || source instanceof URL) {
    const answer = await fetch(source)
    if (!answer.ok)
      throw new Error(`The pack ${String(source)} cannot be loaded: the server says ${answer.status}`)
    return answer.json()
  }
  return source instanceof Blob ? JSON.parse(await source.text()) : source
}

/** Loads a pack from an address, a file, or an object. Throws an error in words. */
export const loadPack = async (source: string | URL | Blob | object): Promise<LoadedPack> => {
  const pack = refuseForeign(await readSource(source))
  const sheets = await Promise.all(
    pack.sheets.map(async ({ image, width, height, sampling }) => ({
      image: await decodeSheetImage(blobOfDataUrl(image)),
      width,
      height,
      sampling,
    })),
  )
  return { pack, sheets }
}

export const findInPack = (pack: Pack, idOrName: string): ResolvedEffect => {
  const effect = pack.effects.find((e) => e.id === idOrName) ?? pack.effects.find((e) => e.name === idOrName)
  if (!effect)
    throw new Error(
      `The pack has no effect "${idOrName}"; it has ${pack.effects.map((e) => e.name).join(', ')}`,
    )
  return effect
}
