/** Heavy work on pictures: reading files, cutting, packing, colours, writing PNG. */
import {
  type Cell,
  checkFile,
  coloursOf,
  type DecodedPicture,
  decodePicture,
  decodePng,
  encodeGif,
  encodePng,
  type Likely,
  type Image,
  isDecoded,
  likelySlicing,
  onPalette,
  packImages,
  type PackingOptions,
  PictureError,
  refuseSize,
  slice,
  type Slicing,
} from '@gliv/pixels'
import { hashPicture } from '@gliv/document'
import { expose, transfer } from 'comlink'

/**
 * Straight-alpha bytes of what the browser has decoded; through a texture, because a canvas would change
 * colours.
 */
const bytesOfBitmap = (bitmap: ImageBitmap): Image => {
  const { width, height } = bitmap
  const gl = new OffscreenCanvas(1, 1).getContext('webgl2')
  if (!gl) throw new PictureError('This browser cannot read the picture exactly; save it as PNG')
  gl.bindTexture(gl.TEXTURE_2D, gl.createTexture())
  gl.texImage2D(gl.TEXTURE_2D, 0, gl.RGBA, gl.RGBA, gl.UNSIGNED_BYTE, bitmap)
  const target = gl.createFramebuffer()
  gl.bindFramebuffer(gl.FRAMEBUFFER, target)
  gl.framebufferTexture2D(
    gl.FRAMEBUFFER,
    gl.COLOR_ATTACHMENT0,
    gl.TEXTURE_2D,
    gl.getParameter(gl.TEXTURE_BINDING_2D) as WebGLTexture,
    0,
  )
  const data = new Uint8Array(width * height * 4)
  gl.readPixels(0, 0, width, height, gl.RGBA, gl.UNSIGNED_BYTE, data)
  gl.getExtension('WEBGL_lose_context')?.loseContext()
  return { width, height, data }
}

const TYPES = { webp: 'image/webp', jpeg: 'image/jpeg' } as const
type ByBrowser = keyof typeof TYPES

/** All frames of a WebP or JPEG, by the browser's decoder; one that has none gives the first. */
const decodeInBrowser = async (bytes: Uint8Array, kind: ByBrowser): Promise<DecodedPicture> => {
  const blob = new Blob([bytes as Uint8Array<ArrayBuffer>], { type: TYPES[kind] })
  const first = await createImageBitmap(blob, {
    premultiplyAlpha: 'none',
    colorSpaceConversion: 'none',
  }).catch(() => {
    throw new PictureError(`The ${kind} picture is damaged; save it again`)
  })
  refuseSize(first.width, first.height)
  const still: DecodedPicture = { frames: [bytesOfBitmap(first)], seconds: [0] }
  if (typeof ImageDecoder === 'undefined' || kind === 'jpeg') return still
  const decoder = new ImageDecoder({
    data: await blob.arrayBuffer(),
    type: TYPES[kind],
    colorSpaceConversion: 'none',
  })
  await decoder.tracks.ready
  await decoder.completed
  const count = decoder.tracks.selectedTrack?.frameCount ?? 1
  refuseSize(first.width, first.height, count)
  if (count < 2) return still
  const frames: Image[] = []
  const seconds: number[] = []
  for (let frameIndex = 0; frameIndex < count; frameIndex++) {
    const { image } = await decoder.decode({ frameIndex })
    frames.push(
      bytesOfBitmap(
        await createImageBitmap(image, { premultiplyAlpha: 'none', colorSpaceConversion: 'none' }),
      ),
    )
    seconds.push(Math.max(0.01, (image.duration ?? 100_000) / 1e6))
    image.close()
  }
  decoder.close()
  return { frames, seconds }
}

/** The picture that was cut last, so that a grid can be tried out without sending it again. */
let held: { readonly key: string; readonly image: Image } | null = null

const hold = (key: string, png: Uint8Array): Image => {
  if (held?.key !== key) held = { key, image: decodePng(png) }
  return held.image
}

/** A file's frames, how the first one is likely cut, and that frame as PNG. */
export interface ReadPicture extends DecodedPicture {
  readonly guess: Likely
  readonly png: Uint8Array
}

const api = {
  /** A picture file to frames, with a guess how the first one is cut. */
  async read(bytes: Uint8Array, name: string): Promise<ReadPicture> {
    const kind = checkFile(bytes)
    const picture = isDecoded(kind) ? decodePicture(bytes) : await decodeInBrowser(bytes, kind as ByBrowser)
    const [first] = picture.frames
    const read = { ...picture, guess: likelySlicing(first!, name), png: encodePng(first!) }
    // Handed over, not copied: a large sheet would stop the page while it is.
    return transfer(read, [...new Set(read.frames.map(({ data }) => data.buffer as ArrayBuffer))])
  },
  decode: (png: Uint8Array): Image => {
    const image = decodePng(png)
    return transfer(image, [image.data.buffer as ArrayBuffer])
  },
  encode: (image: Image): Uint8Array => encodePng(image),
  /** Pictures as an animated GIF; told a share from 0 to 1. */
  gif: (
    images: readonly Image[],
    seconds: readonly number[],
    progress?: (share: number) => void,
  ): Uint8Array => encodeGif(images, seconds, progress ? { progress } : {}),
  /** A written picture as the renderers draw it, premultiplied, and its content hash. */
  bitmap: async (png: Uint8Array): Promise<{ readonly bitmap: ImageBitmap; readonly hash: string }> => {
    const { width, height, data } = decodePng(png)
    const made = await createImageBitmap(
      new ImageData(
        new Uint8ClampedArray(data.buffer as ArrayBuffer, data.byteOffset, data.byteLength),
        width,
        height,
      ),
      { premultiplyAlpha: 'premultiply', colorSpaceConversion: 'none' },
    )
    return transfer({ bitmap: made, hash: hashPicture(png) }, [made])
  },
  cut: (key: string, png: Uint8Array, slicing: Slicing): Cell[] => slice(hold(key, png), slicing),
  /** Packs and writes; told in hundredths. */
  pack(
    images: readonly Image[],
    options: PackingOptions,
    progress?: (done: number) => void,
  ): { readonly png: Uint8Array; readonly image: Image; readonly cells: readonly Cell[] } {
    let told = 0
    const packed = packImages(images, options, (done) => {
      if (done - told < 0.01) return
      told = done
      progress?.(done * 0.5)
    })
    const png = encodePng(packed.image)
    progress?.(1)
    return { png, ...packed }
  },
  colours: (png: Uint8Array, most: number): string[] => coloursOf(decodePng(png), most),
  onPalette: (png: Uint8Array, colours: readonly string[]): Image => onPalette(decodePng(png), colours),
}

export type PicturesApi = typeof api

expose(api)
