import { isPng, mediaTypeOf } from '@gliv/base'
import { Refusal } from '@gliv/model'
import { strToU8 } from 'fflate'
import { said } from './said.ts'
import { sha256 } from '@noble/hashes/sha2.js'

/** Content hash of a picture: the first 128 bits of SHA-256 in hex. */
export const hashPicture = (bytes: Uint8Array): string =>
  Array.from(sha256(bytes).subarray(0, 16), (b) => b.toString(16).padStart(2, '0')).join('')

/** Size in pixels from a PNG's header. Throws `Refusal` for what is no PNG. */
export const pngSize = (place: string, bytes: Uint8Array): { width: number; height: number } => {
  if (bytes.length < 33 || !isPng(bytes))
    throw new Refusal(place, 'it is not a PNG; save the picture as PNG and try again')
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  return { width: view.getUint32(16), height: view.getUint32(20) }
}

const PREFIX = /^data:(?:image\/(?:png|gif)|video\/webm|application\/zip|audio\/(?:wav|ogg|mpeg));base64,/
const ALPHABET = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789+/'

/** Base64 by hand: the core has neither the DOM's nor Node's functions. */
export const toBase64 = (bytes: Uint8Array): string => {
  const parts: string[] = []
  for (let i = 0; i < bytes.length; i += 3) {
    const n = (bytes[i]! << 16) | ((bytes[i + 1] ?? 0) << 8) | (bytes[i + 2] ?? 0)
    parts.push(
      ALPHABET[n >> 18]! +
        ALPHABET[(n >> 12) & 63]! +
        (i + 1 < bytes.length ? ALPHABET[(n >> 6) & 63]! : '=') +
        (i + 2 < bytes.length ? ALPHABET[n & 63]! : '='),
    )
  }
  return parts.join('')
}

/** Bytes as a data URL; what is neither a picture nor a zip, a sound or a clip is taken for a PNG. */
export const toDataUrl = (bytes: Uint8Array): string => {
  const isZip = bytes[0] === 0x50 && bytes[1] === 0x4b
  return `data:${isZip ? 'application/zip' : (mediaTypeOf(bytes) ?? 'image/png')};base64,${toBase64(bytes)}`
}

/**
 * Bytes of a data URL of a picture, a sound or a clip. Throws `Refusal` at `place` for anything else, or for damaged
 * base64.
 */
export const fromDataUrl = (place: string, url: unknown): Uint8Array => {
  const prefix = typeof url === 'string' ? PREFIX.exec(url)?.[0] : undefined
  if (typeof url !== 'string' || prefix === undefined)
    throw new Refusal(
      place,
      `${said(url)} is no picture; it must be a PNG, or a sound or clip, as a data URL starting with "data:image/png;base64,"; export the kit again`,
    )
  const text = url.slice(prefix.length).replace(/=+$/, '')
  const bytes = new Uint8Array(Math.floor((text.length * 3) / 4))
  let bits = 0
  let held = 0
  let at = 0
  for (const character of text) {
    const value = ALPHABET.indexOf(character)
    if (value < 0)
      throw new Refusal(
        place,
        `"${character}" does not belong into base64; the picture is damaged; export the kit again`,
      )
    bits = ((bits << 6) | value) & 0xffffff
    held += 6
    if (held >= 8) {
      held -= 8
      bytes[at++] = (bits >> held) & 255
    }
  }
  return bytes
}

/** Hash of text: the first 128 bits of SHA-256 of its UTF-8 in hex. */
export const hashText = (text: string): string => hashPicture(strToU8(text))
