/** Marks and check sums of open file forms. */

/** The first eight bytes of every PNG. */
export const PNG_SIGNATURE: readonly number[] = [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]

/** Whether bytes begin as a PNG does; what follows is not looked at. */
export const isPng = (bytes: Uint8Array): boolean => PNG_SIGNATURE.every((b, i) => bytes[i] === b)

/** Table of the polynomial 0xedb88320, reflected, as zip and PNG use it. */
const CRC_TABLE = Uint32Array.from({ length: 256 }, (_, n) => {
  let c = n
  for (let k = 0; k < 8; k++) c = (c & 1) === 1 ? 0xedb88320 ^ (c >>> 1) : c >>> 1
  return c
})

/** CRC-32 of bytes (ISO 3309, as in zip and PNG), unsigned. */
export const crc32 = (bytes: Uint8Array): number => {
  let crc = 0xffffffff
  for (let i = 0; i < bytes.length; i++) crc = CRC_TABLE[(crc ^ bytes[i]!) & 255]! ^ (crc >>> 8)
  return (crc ^ 0xffffffff) >>> 0
}

/** Bytes one after another. */
export const joined = (parts: readonly Uint8Array[]): Uint8Array => {
  const out = new Uint8Array(parts.reduce((n, part) => n + part.length, 0))
  let at = 0
  for (const part of parts) {
    out.set(part, at)
    at += part.length
  }
  return out
}
