/**
 * Capturing a canvas as it runs: each picture is taken as it was drawn, and written as WebM with what is heard, or as
 * GIF. Lifetime: from the press that begins it to the one that ends it.
 */
import type { Image } from '@gliv/pixels'
import { openDesk } from '../sound/desk.ts'
import { gifJob } from './gifJob.ts'

export const FORMS = { webm: 'WebM, with sound', gif: 'GIF' } as const
export type Form = keyof typeof FORMS

/** What limits each: pictures a second, the longer side in px, seconds. */
const LIMITS = {
  webm: { rate: 60, side: 1280, seconds: 120 },
  gif: { rate: 25, side: 640, seconds: 20 },
} as const satisfies Record<Form, { rate: number; side: number; seconds: number }>

const BITS = 6_000_000

/** Something that takes pictures, and gives the file in the end. */
interface Taker {
  take(canvas: HTMLCanvasElement, seconds: number): void
  /** @param progress told a share from 0 to 1 */
  finish(seconds: number, progress: (share: number) => void): Promise<Uint8Array>
}

const sizeOf = ({ width, height }: HTMLCanvasElement, side: number) => {
  const scale = Math.min(1, side / Math.max(width, height))
  // Codecs want even sides.
  const even = (px: number): number => Math.max(2, Math.round((px * scale) / 2) * 2)
  return { width: even(width), height: even(height) }
}

const gifTaker = (canvas: HTMLCanvasElement): Taker => {
  const { width, height } = sizeOf(canvas, LIMITS.gif.side)
  const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true })!
  const images: Image[] = []
  const times: number[] = []
  return {
    take: (from, seconds) => {
      context.drawImage(from, 0, 0, width, height)
      const { data } = context.getImageData(0, 0, width, height)
      images.push({ width, height, data: new Uint8Array(data.buffer) })
      times.push(seconds)
    },
    finish: (seconds, progress) =>
      gifJob(
        images,
        times.map((at, k) => (times[k + 1] ?? seconds) - at),
        progress,
      ),
  }
}

/** What is heard, as a track; null before anything can be heard. */
const soundTrack = () => {
  const desk = openDesk()
  if (!desk || !(desk.outlet.context instanceof AudioContext)) return null
  const out = desk.outlet.context.createMediaStreamDestination()
  desk.outlet.out.connect(out)
  const [track] = out.stream.getAudioTracks()
  return track ? { track, end: () => desk.outlet.out.disconnect(out) } : null
}

const webmTaker = async (canvas: HTMLCanvasElement): Promise<Taker> => {
  const {
    BufferTarget,
    canEncodeAudio,
    CanvasSource,
    getFirstEncodableVideoCodec,
    MediaStreamAudioTrackSource,
    Output,
    WebMOutputFormat,
  } = await import('mediabunny')
  const size = sizeOf(canvas, LIMITS.webm.side)
  const codec = await getFirstEncodableVideoCodec(['vp9', 'vp8'], size)
  if (!codec) throw new Error('this browser encodes neither VP9 nor VP8; choose GIF')
  const copy = new OffscreenCanvas(size.width, size.height)
  const context = copy.getContext('2d')!
  const target = new BufferTarget()
  const output = new Output({ format: new WebMOutputFormat(), target })
  const pictures = new CanvasSource(copy, { codec, bitrate: BITS })
  output.addVideoTrack(pictures)
  const sound = (await canEncodeAudio('opus')) ? soundTrack() : null
  if (sound) {
    const track = new MediaStreamAudioTrackSource(sound.track as never, { codec: 'opus', bitrate: 128_000 })
    // Without sound the pictures are still worth having.
    track.errorPromise.catch(() => sound.end())
    output.addAudioTrack(track)
  }
  await output.start()
  let busy = false
  let waits: Promise<unknown> = Promise.resolve()
  return {
    // A picture that comes while the last is still being taken is left out: the stage must not wait.
    take: (from, seconds) => {
      if (busy) return
      busy = true
      context.drawImage(from, 0, 0, size.width, size.height)
      waits = pictures.add(seconds).finally(() => (busy = false))
    },
    finish: async () => {
      await waits
      sound?.end()
      await output.finalize()
      return new Uint8Array(target.buffer!)
    },
  }
}

export class Capture {
  readonly form: Form
  readonly #taker: Taker
  readonly #begun = performance.now()
  #last = -Infinity

  private constructor(form: Form, taker: Taker) {
    this.form = form
    this.#taker = taker
  }

  static async begin(form: Form, canvas: HTMLCanvasElement): Promise<Capture> {
    return new Capture(form, form === 'gif' ? gifTaker(canvas) : await webmTaker(canvas))
  }

  /** Since it began, s. */
  get seconds(): number {
    return (performance.now() - this.#begun) / 1000
  }

  /** It is as long as it may be. */
  get full(): boolean {
    return this.seconds >= LIMITS[this.form].seconds
  }

  /** The canvas as it was just drawn, in the same task; nothing when it comes sooner than the form wants. */
  take(canvas: HTMLCanvasElement): void {
    const { seconds } = this
    if (seconds - this.#last < 0.8 / LIMITS[this.form].rate || this.full) return
    this.#last = seconds
    this.#taker.take(canvas, seconds)
  }

  finish(progress: (share: number) => void): Promise<Uint8Array> {
    return this.#taker.finish(Math.min(this.seconds, LIMITS[this.form].seconds), progress)
  }
}
