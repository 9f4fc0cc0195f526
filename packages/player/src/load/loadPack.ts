/** Packs from an address, a file or an object, with their pictures decoded. */
import { Refusal } from '@gliv/model'
import type { RenderSheet } from '../draw/renderer.ts'
import { loadModules } from './modules.ts'
import { Pack, readPack } from './pack.ts'

/** A pack with its pictures decoded. */
export class LoadedPack extends Pack {
  /** @internal */
  readonly sheets: readonly RenderSheet[]

  /** @internal */
  constructor({ contents }: Pack, sheets: readonly RenderSheet[]) {
    super(contents)
    this.sheets = sheets
  }
}

/** Decodes PNG bytes premultiplied, without colour conversion. */
export const decodeSheetImage = (blob: Blob): Promise<ImageBitmap> =>
  createImageBitmap(blob, { premultiplyAlpha: 'premultiply', colorSpaceConversion: 'none' })

const readSource = async (source: string | URL | Blob | object): Promise<unknown> => {
  if (typeof source === 'string' || source instanceof URL) {
    const answer = await fetch(source)
    if (!answer.ok)
      throw new Refusal('', `The pack ${String(source)} cannot be loaded: the server says ${answer.status}`)
    return answer.arrayBuffer()
  }
  return source instanceof Blob ? source.arrayBuffer() : source
}

const decoded = async (page: number, bytes: Uint8Array): Promise<ImageBitmap> => {
  try {
    return await decodeSheetImage(new Blob([bytes as Uint8Array<ArrayBuffer>], { type: 'image/png' }))
  } catch {
    throw new Refusal(`pages[${page}]`, 'its picture cannot be decoded; export the pack from Gliv again')
  }
}

/** How a pack is loaded. */
export interface LoadOptions {
  /** `canvas2d`: players will draw with a 2D context, which else is only loaded where there is no WebGL2. */
  readonly path?: 'canvas2d'
}

const hasWebGl2 = (): boolean => typeof WebGL2RenderingContext !== 'undefined'

/**
 * Loads a pack from an address, a file, bytes or an object, and the modules of the player that it needs.
 * @throws Refusal in words for what is no pack, and for damages
 */
export const loadPack = async (
  source: string | URL | Blob | object,
  { path }: LoadOptions = {},
): Promise<LoadedPack> => {
  const pack = readPack(await readSource(source))
  const drawing = path === 'canvas2d' || !hasWebGl2() ? ['canvas2d'] : []
  await loadModules([...(pack.contents.needs ?? []), ...drawing])
  const sheets = await Promise.all(
    pack.contents.pages.map(async ({ image, width, height, sampling }, page) => {
      const picture = await decoded(page, image)
      if (picture.width !== width || picture.height !== height)
        throw new Refusal(
          `pages[${page}]`,
          `its picture is ${picture.width} × ${picture.height} px and ought to be ${width} × ${height}; export the pack from Gliv again`,
        )
      return { image: picture, width, height, sampling }
    }),
  )
  return new LoadedPack(pack, sheets)
}
