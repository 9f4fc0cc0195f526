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

/** Codes of growing width, from the lowest bit on. */
class CodeReader {
  readonly #data: Uint8Array
  #held = 0
  #bits = 0
  #place = 0

  constructor(data: Uint8Array) {
    this.#data = data
  }

  /** The next code of so many bits, −1 at the end. */
  next(width: number): number {
    while (this.#bits < width && this.#place < this.#data.length) {
      this.#held |= this.#data[this.#place++]! << this.#bits
      this.#bits += 8
    }
    if (this.#bits < width) return -1
    const code = this.#held & ((1 << width) - 1)
    this.#held >>>= width
    this.#bits -= width
    return code
  }
}

/** What codes stand for: each that was added is another one and one index more. */
class CodeTable {
  readonly #prefix = new Uint16Array(TABLE)
  readonly #suffix = new Uint8Array(TABLE)
  readonly #stack = new Uint8Array(TABLE + 1)
  readonly clear: number
  readonly #least: number
  #next = 0
  #last = -1
  #first = 0
  /** Bits of the next code. */
  width = 0

  /** @param least bits of an index, 1 to 11 */
  constructor(least: number) {
    this.clear = 1 << least
    this.#least = least
    for (let code = 0; code < this.clear; code++) this.#suffix[code] = code
    this.reset()
  }

  reset(): void {
    this.#next = this.clear + 2
    this.width = this.#least + 1
    this.#last = -1
  }

  knows(code: number): boolean {
    return code !== this.clear + 1 && (code < this.#next || (code === this.#next && this.#last >= 0))
  }

  /** Writes a known code's indices to `out` from a place on, and learns from it; gives the place after. */
  take(code: number, out: Uint8Array, at: number): number {
    // A prefix always has a smaller code than what it begins, so that the way back ends.
    let [from, depth, written] = [code, 0, at]
    if (code === this.#next) {
      this.#stack[depth++] = this.#first
      from = this.#last
    }
    while (from >= this.clear) {
      this.#stack[depth++] = this.#suffix[from]!
      from = this.#prefix[from]!
    }
    this.#first = this.#suffix[from]!
    this.#stack[depth++] = this.#first
    while (depth > 0 && written < out.length) out[written++] = this.#stack[--depth]!
    this.#learn()
    this.#last = code
    return written
  }

  #learn(): void {
    if (this.#last < 0 || this.#next >= TABLE) return
    this.#prefix[this.#next] = this.#last
    this.#suffix[this.#next] = this.#first
    this.#next++
    if (this.#next === 1 << this.width && this.width < 12) this.width++
  }
}

/**
 * Palette indices of a frame, `pixels` of them; what the stream does not say stays 0.
 * `at` is the place of the smallest code size, as a frame's image data begins with it. Each code writes at least
 * one index or resets the table, so that there are never more steps than pixels and bits.
 */
export const gifIndices = (bytes: Uint8Array, at: number, pixels: number): Uint8Array => {
  const out = new Uint8Array(pixels)
  const least = bytes[at] ?? 0
  if (least < 1 || least > 11) return out
  const codes = new CodeReader(joined(bytes, at + 1))
  const table = new CodeTable(least)
  let written = 0
  while (written < pixels) {
    const code = codes.next(table.width)
    if (code < 0) break
    if (code === table.clear) table.reset()
    else if (table.knows(code)) written = table.take(code, out, written)
    else break
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
