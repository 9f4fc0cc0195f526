/** Reading clips: GIF, APNG, WebM, and several pictures that follow one another. */
import { mediaTypeOf } from '@gliv/base'
import { encodeApng, type Image } from '@gliv/pixels'
import { nextTask } from '../shared/tasks.ts'
import { readFile } from '../sprites/sheets/jobs.ts'
import { type Clip, MOST_FRAMES, shrinkOf } from './clip.ts'

/** Seconds that a picture of a sequence stays: twelve a second, as drawn animation has them. */
const SEQUENCE_SECONDS = 1 / 12

export interface ReadClip {
  readonly name: string
  readonly clip: Clip
  /** What the kit keeps when it is asked to. */
  readonly bytes: Uint8Array
}

/** Told how far it is: a share from 0 to 1. */
export type Progress = (share: number) => void

const refuse = (message: string): never => {
  throw new Error(message)
}

const startsOf = (seconds: readonly number[]): { starts: number[]; seconds: number } => {
  let at = 0
  const starts = seconds.map((length) => {
    const start = at
    at += length
    return start
  })
  return { starts, seconds: at }
}

/** A canvas on which each picture is drawn at its size and read back, premultiplied. */
const reader = (width: number, height: number) => {
  const canvas = new OffscreenCanvas(width, height)
  const context = canvas.getContext('2d', { willReadFrequently: true })!
  return (source: CanvasImageSource): Uint8ClampedArray<ArrayBuffer> => {
    context.clearRect(0, 0, width, height)
    context.drawImage(source, 0, 0, width, height)
    return premultiplied(context.getImageData(0, 0, width, height).data)
  }
}

const premultiplied = (rgba: Uint8ClampedArray<ArrayBuffer>): Uint8ClampedArray<ArrayBuffer> => {
  for (let i = 0; i < rgba.length; i += 4) {
    const alpha = rgba[i + 3]!
    if (alpha === 255) continue
    for (let c = 0; c < 3; c++) rgba[i + c] = (rgba[i + c]! * alpha) / 255
  }
  return rgba
}

const fromImages = async (
  images: readonly Image[],
  times: readonly number[],
  progress: Progress,
): Promise<Clip> => {
  const width = Math.max(...images.map((image) => image.width))
  const height = Math.max(...images.map((image) => image.height))
  const shrink = shrinkOf(width, height, images.length)
  const [w, h] = [Math.max(1, Math.round(width * shrink)), Math.max(1, Math.round(height * shrink))]
  const read = shrink < 1 ? reader(w, h) : null
  const frames: Uint8ClampedArray<ArrayBuffer>[] = []
  for (const [k, image] of images.entries()) {
    // Each in a task of its own, so that the page goes on.
    await nextTask()
    progress(k / images.length)
    const data = new ImageData(new Uint8ClampedArray(image.data), image.width, image.height)
    if (!read && image.width === w && image.height === h) frames.push(premultiplied(data.data))
    else frames.push((read ?? reader(w, h))(await createImageBitmap(data)))
  }
  return { width: w, height: h, frames, ...startsOf(times) }
}

const fromWebm = async (bytes: Uint8Array, progress: Progress): Promise<Clip> => {
  const { BufferSource, CanvasSink, Input, WEBM } = await import('mediabunny')
  const input = new Input({ formats: [WEBM], source: new BufferSource(bytes.slice().buffer) })
  const track = await input.getPrimaryVideoTrack()
  if (!track) return refuse('it has no pictures; choose a WebM with a video track')
  if (!(await track.canDecode())) return refuse('this browser cannot decode its video; save it as VP8 or VP9')
  const length = await track.computeDuration()
  const count = (await track.computePacketStats()).packetCount
  if (count > MOST_FRAMES) return refuse(`it has ${count} pictures; at most ${MOST_FRAMES} are read; cut it`)
  const [width, height] = [track.displayWidth, track.displayHeight]
  const shrink = shrinkOf(width, height, count)
  const [w, h] = [Math.max(1, Math.round(width * shrink)), Math.max(1, Math.round(height * shrink))]
  const read = reader(w, h)
  const frames: Uint8ClampedArray<ArrayBuffer>[] = []
  const starts: number[] = []
  let first: number | null = null
  for await (const { canvas, timestamp } of new CanvasSink(track, {
    width: w,
    height: h,
    fit: 'fill',
    poolSize: 2,
    alpha: true,
  }).canvases()) {
    first ??= timestamp
    frames.push(read(canvas))
    starts.push(timestamp - first)
    progress(frames.length / Math.max(1, count))
    await nextTask()
  }
  return { width: w, height: h, frames, starts, seconds: Math.max(length, starts.at(-1) ?? 0) }
}

const readOne = async (bytes: Uint8Array, name: string, progress: Progress): Promise<Clip> => {
  const type = mediaTypeOf(bytes)
  if (type === 'video/webm') return fromWebm(bytes, progress)
  if (type !== 'image/gif' && type !== 'image/png')
    return refuse('it is no GIF, APNG, WebM or PNG; save it as one of these')
  const { frames, seconds } = await readFile(bytes, name)
  return fromImages(frames, frames.length > 1 ? seconds : [SEQUENCE_SECONDS], progress)
}

const byName = (a: File, b: File): number => a.name.localeCompare(b.name, 'en', { numeric: true })
const stem = (name: string): string => name.replace(/\.[^.]*$/, '')

/** Several pictures in the order of their names, as numbers count. */
const readSequence = async (files: readonly File[], progress: Progress): Promise<ReadClip> => {
  const images: Image[] = []
  for (const [k, file] of [...files].sort(byName).entries()) {
    const bytes = new Uint8Array(await file.arrayBuffer())
    const { frames } = await readFile(bytes, file.name)
    if (frames[0]) images.push(frames[0])
    progress((k / files.length) * 0.5)
  }
  const [first, ...more] = images
  if (!first) return refuse('there is no picture among them')
  const odd = more.find(({ width, height }) => width !== first.width || height !== first.height)
  if (odd)
    return refuse(
      `its pictures differ in size: ${first.width} × ${first.height} and ${odd.width} × ${odd.height}; make them one size`,
    )
  const times = images.map(() => SEQUENCE_SECONDS)
  const clip = await fromImages(images, times, (share) => progress(0.5 + share / 2))
  await nextTask()
  return { name: stem(files[0]!.name), clip, bytes: encodeApng([first, ...more], times) }
}

/**
 * A clip from one file, or from several pictures.
 * @throws Error in words: what is wrong, and what to do
 */
export const readClip = async (files: readonly File[], progress: Progress = () => {}): Promise<ReadClip> => {
  const [file, ...more] = files
  if (!file) return refuse('no file was chosen')
  if (files.length > MOST_FRAMES)
    return refuse(`these are ${files.length} pictures; at most ${MOST_FRAMES} are read`)
  if (more.length > 0) return readSequence(files, progress)
  const bytes = new Uint8Array(await file.arrayBuffer())
  return { name: stem(file.name), clip: await readOne(bytes, file.name, progress), bytes }
}

/** A clip that the kit has kept. */
export const readKept = (bytes: Uint8Array, name: string): Promise<Clip> => readOne(bytes, name, () => {})
