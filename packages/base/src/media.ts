/** What bytes are, by what they begin with: pictures, sounds and clips that a kit may hold. */
import { isPng } from './bytes.ts'

/** Media types, the ending of their files, and what the bytes are to people. */
export const MEDIA = {
  'image/png': { ending: 'png', label: 'PNG', kind: 'picture' },
  'image/gif': { ending: 'gif', label: 'GIF', kind: 'clip' },
  'video/webm': { ending: 'webm', label: 'WebM', kind: 'clip' },
  'audio/wav': { ending: 'wav', label: 'WAV', kind: 'sound' },
  'audio/ogg': { ending: 'ogg', label: 'OGG', kind: 'sound' },
  'audio/mpeg': { ending: 'mp3', label: 'MP3', kind: 'sound' },
} as const
/** One of the media types that a kit may hold. */
export type MediaType = keyof typeof MEDIA

const says = (bytes: Uint8Array, at: number, text: string): boolean =>
  bytes.length >= at + text.length && [...text].every((c, k) => bytes[at + k] === c.charCodeAt(0))

const TESTS: { readonly [T in MediaType]: (bytes: Uint8Array) => boolean } = {
  'image/png': isPng,
  'image/gif': (bytes) => says(bytes, 0, 'GIF8'),
  'video/webm': (bytes) => bytes[0] === 0x1a && bytes[1] === 0x45 && bytes[2] === 0xdf && bytes[3] === 0xa3,
  'audio/wav': (bytes) => says(bytes, 0, 'RIFF') && says(bytes, 8, 'WAVE'),
  'audio/ogg': (bytes) => says(bytes, 0, 'OggS'),
  // An ID3 tag, else the first frame's sync with a layer.
  'audio/mpeg': (bytes) =>
    says(bytes, 0, 'ID3') || (bytes[0] === 0xff && (bytes[1]! & 0xe0) === 0xe0 && (bytes[1]! & 0x06) !== 0),
}

/** The media type of bytes; null for what is none of these. */
export const mediaTypeOf = (bytes: Uint8Array): MediaType | null =>
  (Object.keys(TESTS) as MediaType[]).find((type) => TESTS[type](bytes)) ?? null

/** Seconds of a WAV by its header; null when it has none that can be read. */
export const wavSeconds = (bytes: Uint8Array): number | null => {
  if (!TESTS['audio/wav'](bytes)) return null
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  let perSecond = 0
  for (let at = 12; at + 8 <= bytes.length;) {
    const size = view.getUint32(at + 4, true)
    if (says(bytes, at, 'fmt ') && at + 20 <= bytes.length) perSecond = view.getUint32(at + 16, true)
    if (says(bytes, at, 'data'))
      return perSecond > 0 ? Math.min(size, bytes.length - at - 8) / perSecond : null
    at += 8 + size + (size % 2)
  }
  return null
}
