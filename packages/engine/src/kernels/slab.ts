/**
 * WebAssembly memories in which pools lie where the kernels can reach them. A slab is one memory of a fixed size, so
 * that its arrays are never detached; rooms are handed out first fit.
 */
import { INTEGERS, RADIANS_PER_TURN_STEP, TURN_MASK, TURN_TABLE, TURNS_PER_DEG } from '../maths/index.ts'
import { BINARY } from './binary.ts'
import { CopyShelf } from './tableCopies.ts'
import {
  CELL_BYTES,
  CHURN_SIDE,
  FRAME_AT,
  APPEARANCE_BYTES,
  CHUNK,
  FIRST_AT_ONCE,
  LEFT_AT_ONCE,
  NUMBERS,
  NUMBERS_AT,
  SMALL_AT,
  TABLE_CELLS,
  WORDS,
} from './layout.ts'

/** Numbers that never change. */
const CONSTANTS = [
  ['halved', 0.5],
  ['one', 1],
  ['two', 2],
  ['sign', -0],
  ['perDeg', TURNS_PER_DEG],
  ['perStep', RADIANS_PER_TURN_STEP],
  ['integers', INTEGERS],
] as const

export interface Kernels {
  countAlive(from: number, size: number): number
  ends(from: number, to: number): number
  moveFreely(from: number, to: number): void
  moveRamped(from: number, to: number): number
  drawPlain(from: number, to: number): number
  drawBetween(from: number, to: number): number
  push(from: number, to: number, forces: number): number
  pushFirst(from: number, to: number, forces: number): void
  launch(from: number, to: number): void
  drawLooks(from: number, to: number): void
  coefficients(from: number, to: number): void
  between(from: number, to: number, t: number, out: number, count: number): void
}

/**
 * Bytes of a table of a ramp and of one of looks, and how many of each that lie elsewhere a slab keeps a copy
 * of.
 */
const RAMP_BYTES = (TABLE_CELLS + 4) * CELL_BYTES
const RAMPS = 12
const APPEARANCES_BYTES = (TABLE_CELLS + 1) * APPEARANCE_BYTES
const LOOKS = 8
const RAMPS_AT = 1024
const LOOKS_AT = RAMPS_AT + RAMP_BYTES * RAMPS
const TURNS_AT = LOOKS_AT + APPEARANCES_BYTES * LOOKS
const INSTANCE_BYTES = 48
export const OUT_AT = TURNS_AT + TURN_TABLE.byteLength
/** A kernel writes up to one instance more. */
const LEFT_AT = OUT_AT + (CHUNK + 1) * INSTANCE_BYTES
const LEFT_BYTES = LEFT_AT_ONCE * 4
const FIRSTS_AT = LEFT_AT + LEFT_BYTES
const HEAP_AT = FIRSTS_AT + FIRST_AT_ONCE * 24

const PAGE = 65_536
/** The first memory is small; each further one has twice as many pages, up to the most. */
const FIRST_PAGES = 256
const MOST_PAGES = 1024
/** Beside a pool that is larger than that, for the field of churn and tables. */
const SPARE_PAGES = 64
/** More would be a leak: simulations beyond run without kernels. */
const MOST_SLABS = 8

interface Span {
  at: number
  bytes: number
}

let module: WebAssembly.Module | null | undefined

const decode = (digits: string): Uint8Array<ArrayBuffer> =>
  Uint8Array.from({ length: digits.length / 2 }, (_, i) =>
    Number.parseInt(digits.slice(i * 2, i * 2 + 2), 16),
  )

/** Null where there is no WebAssembly, or one without vectors of two, or a page that forbids it. */
const kernelsModule = (): WebAssembly.Module | null => {
  if (module === undefined) {
    try {
      module = new WebAssembly.Module(decode(BINARY))
    } catch {
      module = null
    }
  }
  return module
}

export class Slab {
  readonly buffer: ArrayBuffer
  readonly kernels: Kernels
  readonly words: Int32Array
  /** Number of the pool whose columns the words name. */
  open = 0
  readonly numbers: Float64Array
  /** Of the frame that is drawn: x, y, w, h; pivot x, x, y, y; w, w, h, −h. */
  readonly frame: Float32Array
  /** Pairs of slots (for drawing: slot and instance) that a kernel has left to its twin. */
  readonly left: Int32Array
  /** What `drawPlain` has written, as views of 16, 32, … instances. */
  readonly drawn: readonly Float32Array[]
  readonly #free: Span[]
  readonly ramps: CopyShelf
  readonly appearance: CopyShelf

  constructor(made: WebAssembly.Module, pages: number) {
    const memory = new WebAssembly.Memory({ initial: pages, maximum: pages })
    this.kernels = new WebAssembly.Instance(made, { env: { memory } }).exports as Kernels
    this.buffer = memory.buffer
    this.words = new Int32Array(this.buffer, 0, NUMBERS_AT / 4)
    this.frame = new Float32Array(this.buffer, FRAME_AT, 12)
    this.numbers = new Float64Array(this.buffer, NUMBERS_AT, (FRAME_AT - NUMBERS_AT) / 8)
    this.left = new Int32Array(this.buffer, LEFT_AT, LEFT_BYTES / 4)
    this.drawn = [16, 32, 64, 128, 256, CHUNK].map(
      (count) => new Float32Array(this.buffer, OUT_AT, (count * INSTANCE_BYTES) / 4),
    )
    for (const [name, value] of CONSTANTS) this.numbers[NUMBERS[name]] = value
    this.words[WORDS.left] = LEFT_AT
    this.words[WORDS.firsts] = FIRSTS_AT
    new Float32Array(this.buffer, SMALL_AT, 1)[0] = 0.5
    new Int32Array(this.buffer, SMALL_AT + 4, 4).set([
      (2 * TABLE_CELLS - 1) * CELL_BYTES,
      TURN_MASK,
      (2 * TABLE_CELLS - 1) * APPEARANCE_BYTES,
      CHURN_SIDE - 1,
    ])
    this.words[WORDS.turns] = TURNS_AT
    this.ramps = new CopyShelf(this.buffer, RAMPS_AT, RAMP_BYTES, RAMPS)
    this.appearance = new CopyShelf(this.buffer, LOOKS_AT, APPEARANCES_BYTES, LOOKS)
    this.#free = [{ at: HEAP_AT, bytes: pages * PAGE - HEAP_AT }]
  }

  setTurns(table: Float32Array): void {
    new Float32Array(this.buffer, TURNS_AT, table.length).set(table)
  }

  /** Address of a room, zeroed; 0 when none is large enough. @param bytes a multiple of 16 */
  take(bytes: number): number {
    const index = this.#free.findIndex((span) => span.bytes >= bytes)
    if (index < 0) return 0
    const span = this.#free[index]!
    const { at } = span
    span.at += bytes
    span.bytes -= bytes
    if (span.bytes === 0) this.#free.splice(index, 1)
    new Uint8Array(this.buffer, at, bytes).fill(0)
    return at
  }

  /** Free spans stay sorted and never touch. */
  give(at: number, bytes: number): void {
    let index = 0
    while (index < this.#free.length && this.#free[index]!.at < at) index++
    this.#free.splice(index, 0, { at, bytes })
    const [before, here, after] = [this.#free[index - 1], this.#free[index]!, this.#free[index + 1]]
    if (after && here.at + here.bytes === after.at) {
      here.bytes += after.bytes
      this.#free.splice(index + 1, 1)
    }
    if (before && before.at + before.bytes === here.at) {
      before.bytes += here.bytes
      this.#free.splice(index, 1)
    }
  }
}

const slabs: Slab[] = []
/** Set by those who want the loops in TypeScript: tests compare both. */
let allowed = true

/** For tests: pools made from now on have kernels or not. */
export const allowKernels = (yes: boolean): void => {
  allowed = yes
}

/** A room in a slab. */
export interface Claim {
  readonly slab: Slab
  readonly at: number
  readonly bytes: number
}

/** Rooms are multiples of 16 bytes, with as much behind them that kernels may read. */
export const roundUp = (wanted: number): number => Math.ceil(wanted / 16) * 16 + 16

/** Room for so many bytes; null without kernels, or where there is none. */
export const claim = (wanted: number): Claim | null => {
  const made = allowed ? kernelsModule() : null
  if (!made) return null
  const bytes = roundUp(wanted)
  for (const slab of slabs) {
    const at = slab.take(bytes)
    if (at !== 0) return { slab, at, bytes }
  }
  if (slabs.length >= MOST_SLABS) return null
  const pages = Math.min(MOST_PAGES, FIRST_PAGES << slabs.length)
  const slab = openSlab(made, Math.max(pages, Math.ceil((HEAP_AT + bytes) / PAGE) + SPARE_PAGES))
  return slab && { slab, at: slab.take(bytes), bytes }
}

const openSlab = (made: WebAssembly.Module, pages: number): Slab | null => {
  try {
    const slab = new Slab(made, pages)
    slab.setTurns(TURN_TABLE)
    slabs.push(slab)
    return slab
  } catch {
    // No memory of that size: the pool goes on without.
    return null
  }
}

/** The slab that an array lies in. */
export const slabOf = (array: Float64Array | Float32Array): Slab | null =>
  slabs.find((slab) => slab.buffer === array.buffer) ?? null

/** For tests: bytes of each memory. */
export const slabBytes = (): readonly number[] => slabs.map(({ buffer }) => buffer.byteLength)
