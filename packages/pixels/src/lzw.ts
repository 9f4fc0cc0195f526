/**
 * The LZW of GIF (GIF89a, appendix F), bounded by the picture: a hostile stream ends with the last pixel,
 * never later.
 */

/** Codes have at most 12 bits. */
const TABLE = 4096

/** Bytes of a frame's data without the lengths of its sub-blocks. `at` is the place of the first length. */
const joined = (bytes: Uint8Array, at: number): Uint8Array => {
  const parts: Uint8Array[] = []
  let total = 0
  for (let place = at; place < bytes.length;) {
    const size = bytes[place]!
    if (size === 0) break
    const part = bytes.subarray(place + 1, place + 1 + size)
    parts.push(part)
    total += part.length
    place += 1 + size
  }
  const all = new Uint8Array(total)
  let to = 0
  for (const part of parts) {
    all.set(part, to)
    to += part.length
  }
  return all
}

/**
 * Palette indices of a frame, `pixels` of them; what the stream does not say stays 0.
 * `at` is the place of the smallest code size, as a frame's image data begins with it. Each code writes at
 * least one
 * index or resets the table, so that there are never more steps than pixels and bits.
 */
export const gifIndices = (bytes: Uint8Array, at: number, pixels: number): Uint8Array => {
  const out = new Uint8Array(pixels)
  const least = bytes[at] ?? 0
  if (least < 1 || least > 11) return out
  const data = joined(bytes, at + 1)
  const clear = 1 << least
  const [prefix, suffix, stack] = [new Uint16Array(TABLE), new Uint8Array(TABLE), new Uint8Array(TABLE + 1)]
  for (let code = 0; code < clear; code++) suffix[code] = code
  let [next, width, last, first] = [clear + 2, least + 1, -1, 0]
  let [held, bits, place, written] = [0, 0, 0, 0]
  while (written < pixels) {
    while (bits < width && place < data.length) {
      held |= data[place++]! << bits
      bits += 8
    }
    if (bits < width) break
    const code = held & ((1 << width) - 1)
    held >>>= width
    bits -= width
    if (code === clear) {
      ;[next, width, last] = [clear + 2, least + 1, -1]
      continue
    }
    if (code === clear + 1 || code > next || (code === next && last < 0)) break
    // A prefix always has a smaller code than what it begins, so that the way back ends.
    let [from, depth] = [code, 0]
    if (code === next) {
      stack[depth++] = first
      from = last
    }
    while (from >= clear) {
      stack[depth++] = suffix[from]!
      from = prefix[from]!
    }
    first = suffix[from]!
    stack[depth++] = first
    while (depth > 0 && written < pixels) out[written++] = stack[--depth]!
    if (last >= 0 && next < TABLE) {
      prefix[next] = last
      suffix[next] = first
      next++
      if (next === 1 << width && width < 12) width++
    }
    last = code
  }
  return out
}

/** Rows in the order in which an interlaced picture has them. */
export const interlacedRows = (height: number): number[] =>
  [
    [0, 8],
    [4, 8],
    [2, 4],
    [1, 2],
  ].flatMap(([from, by]) =>
    Array.from({ length: Math.max(0, Math.ceil((height - from!) / by!)) }, (_, k) => from! + k * by!),
  )
