/** The particles of one emitter: columns of float64 and uint32 in one buffer, kept in birth order. */
import { BIRTH_NUMBERS, giveBack, largerRoom, NUMBERS, roomFor, type Slab, WORDS } from '../kernels/index.ts'

const FLOAT_COLUMNS = [
  'born',
  'life',
  'x',
  'y',
  'lastX',
  'lastY',
  'vx',
  'vy',
  'scale',
  'scaleFloor',
  'opacity',
  'opacityFloor',
  'angle',
  'spin',
  // Scale down, when it runs apart; else the same as `scale`.
  'scaleY',
  'scaleYFloor',
  // Where on the shape it was born, 0 to 1.
  'along',
  // The effect's turn in degrees at birth, and its scale, negative when it was mirrored; 0 and 1 for carried
  // ones.
  'effectTurnDeg',
  'effectScale',
  // Last direction of travel, of any length.
  'faceX',
  'faceY',
] as const
const WORD_COLUMNS = [
  'keyHi',
  'keyLo',
  'ordinal',
  'source',
  // Index of its picture, and its own colour as 0xbbggrr.
  'picture',
  'colour',
] as const

/** Columns that only full motion needs. */
const MOTION_COLUMNS = [
  // Speed in px/s that is added to the particle's own: drift, sway, rail.
  'addedVx',
  'addedVy',
  // Where its first step began, in its own space.
  'homeX',
  'homeY',
  // Share of the rail that lies behind it.
  'rail',
  // Which way thrust drives it: 1 along its travel, −1 against.
  'thrustSign',
  // Number of the surface edge that it sticks to, counted from 1; 0 when it is free.
  'stuck',
  // For relays: px travelled, contacts so far, and whether it was fast at the last tick.
  'travelled',
  'hits',
  'fast',
  // Acceleration that the forces of a step have added up.
  'ax',
  'ay',
] as const

type FloatOffsets = Readonly<Record<(typeof FLOAT_COLUMNS)[number], number>>

/**
 * Lives that stand for an end before their time: in this tick, by what the particle met; and seen by
 * everyone.
 */
export const ENDED = -1
export const GONE = -2

/** Slots that stay, in order; shared by all pools. */
let staying = new Int32Array(0)

// Two functions, so that each runs over one kind of array.
const gatherFloats = (column: Float64Array, count: number): void => {
  for (let to = 0; to < count; to++) column[to] = column[staying[to]!]!
}
const gatherWords = (column: Uint32Array, count: number): void => {
  for (let to = 0; to < count; to++) column[to] = column[staying[to]!]!
}

/** Columns that kernels read. */
const REACHED_FLOATS = [
  'born',
  'life',
  'x',
  'y',
  'lastX',
  'lastY',
  'vx',
  'vy',
  'scale',
  'scaleFloor',
  'opacity',
  'opacityFloor',
  'angle',
  'spin',
  'effectScale',
  'effectTurnDeg',
  'faceX',
  'faceY',
  'along',
  'scaleY',
  'scaleYFloor',
  'homeX',
  'homeY',
  'ax',
  'ay',
] as const
const REACHED_WORDS = ['keyHi', 'keyLo', 'colour'] as const
const FLOAT_PLACES = [...FLOAT_COLUMNS, ...MOTION_COLUMNS] as string[]

/** Released pools that are kept, without the columns of motion and with them; and how many, of what size. */
const spare: readonly [Pool[], Pool[]] = [[], []]
const SPARE_POOLS = 96
const SPARE_CAPACITY = 200

/** Pools are numbered, so that a slab knows which one it was told of last. */
let made = 0

/** A pool with room for `capacity` particles; the program bounds what can be alive, unless a game makes more of it. */
export class Pool {
  // The columns are plain fields, set from the lists above: loops read them once and then run over bare
  // arrays.
  declare readonly born: Float64Array
  declare readonly life: Float64Array
  declare readonly x: Float64Array
  declare readonly y: Float64Array
  declare readonly lastX: Float64Array
  declare readonly lastY: Float64Array
  declare readonly vx: Float64Array
  declare readonly vy: Float64Array
  declare readonly scale: Float64Array
  declare readonly scaleFloor: Float64Array
  declare readonly opacity: Float64Array
  declare readonly opacityFloor: Float64Array
  declare readonly angle: Float64Array
  declare readonly spin: Float64Array
  declare readonly scaleY: Float64Array
  declare readonly scaleYFloor: Float64Array
  declare readonly along: Float64Array
  declare readonly effectTurnDeg: Float64Array
  declare readonly effectScale: Float64Array
  declare readonly faceX: Float64Array
  declare readonly faceY: Float64Array
  declare readonly addedVx: Float64Array
  declare readonly addedVy: Float64Array
  declare readonly homeX: Float64Array
  declare readonly homeY: Float64Array
  declare readonly rail: Float64Array
  declare readonly thrustSign: Float64Array
  declare readonly stuck: Float64Array
  declare readonly travelled: Float64Array
  declare readonly hits: Float64Array
  declare readonly fast: Float64Array
  declare readonly ax: Float64Array
  declare readonly ay: Float64Array
  declare readonly keyHi: Uint32Array
  declare readonly keyLo: Uint32Array
  declare readonly ordinal: Uint32Array
  declare readonly source: Uint32Array
  declare readonly picture: Uint32Array
  declare readonly colour: Uint32Array
  capacity = 0
  /** Slots in use, the dead that were not yet compacted included. */
  size = 0
  /** Those before it are dead. */
  first = 0
  /**
   * All float columns in one array, and where each begins: a loop over many columns needs one pointer and one
   * bound instead of one pair for each.
   */
  all!: Float64Array
  at!: FloatOffsets
  /** Where kernels can reach it; null where there are none. */
  readonly slab: Slab | null
  /** How its particles are born, for kernels; empty where there are none. */
  birth!: Float64Array
  readonly #motion: boolean
  #id = ++made
  /** What the slab's block says of it. */
  readonly #addresses: Int32Array
  readonly #floats: Float64Array[] = []
  readonly #words: Uint32Array[] = []

  /** @param motion with the columns of full motion; they are empty else */
  constructor(capacity: number, motion = false) {
    this.#motion = motion
    this.#addresses = new Int32Array(WORDS.birth + 1)
    const { buffer, at, slab } = roomFor(this, this.#sizes(capacity).bytes)
    this.slab = slab
    this.#layOut(capacity, buffer, at)
  }

  #sizes(capacity: number): {
    room: number
    words: number
    birth: number
    bytes: number
    floats: readonly string[]
  } {
    const floats = [...FLOAT_COLUMNS, ...(this.#motion ? MOTION_COLUMNS : [])]
    // Kernels take four from any slot on, and may write three behind the last.
    const room = (capacity + 4) & ~1
    const words = floats.length * room * 8
    const birth = words + WORD_COLUMNS.length * room * 4
    return { room, words, birth, bytes: birth + BIRTH_NUMBERS * 8, floats }
  }

  #layOut(capacity: number, buffer: ArrayBuffer, at: number): void {
    const { room, words, birth, floats } = this.#sizes(capacity)
    this.capacity = capacity
    this.birth = new Float64Array(buffer, at + birth, BIRTH_NUMBERS)
    for (const name of REACHED_FLOATS)
      this.#addresses[WORDS[name]] = at + FLOAT_PLACES.indexOf(name) * room * 8
    for (const name of REACHED_WORDS)
      this.#addresses[WORDS[name]] = at + words + WORD_COLUMNS.indexOf(name) * room * 4
    this.#addresses[WORDS.birth] = at + birth
    this.all = new Float64Array(buffer, at, floats.length * room)
    this.at = Object.fromEntries(FLOAT_COLUMNS.map((name, i) => [name, i * room])) as FloatOffsets
    const columns = this as unknown as Record<string, Float64Array | Uint32Array>
    for (const name of MOTION_COLUMNS) columns[name] = new Float64Array(0)
    this.#floats.length = this.#words.length = 0
    floats.forEach((name, i) =>
      this.#floats.push((columns[name] = new Float64Array(buffer, at + i * room * 8, room))),
    )
    WORD_COLUMNS.forEach((name, i) =>
      this.#words.push((columns[name] = new Uint32Array(buffer, at + words + i * room * 4, room))),
    )
  }

  /** For a pool that is done with: it, or its memory, serves the next one. */
  release(): void {
    const list = spare[this.#motion ? 1 : 0]
    if (this.capacity <= SPARE_CAPACITY && list.length < SPARE_POOLS && !list.includes(this)) list.push(this)
    else giveBack(this)
  }

  /** An empty pool: one that was released, or a new one. Making its columns costs more than a tick of them. */
  static make(capacity: number, motion: boolean): Pool {
    const list = spare[motion ? 1 : 0]
    for (let k = list.length - 1; k >= 0; k--) {
      const pool = list[k]!
      if (pool.capacity < capacity || pool.capacity > 2 * capacity + 16) continue
      list[k] = list[list.length - 1]!
      list.length--
      pool.#clear()
      return pool
    }
    return new Pool(capacity, motion)
  }

  #clear(): void {
    this.size = this.first = 0
    this.all.fill(0)
    this.birth.fill(0)
    for (const column of this.#words) column.fill(0)
  }

  /** Doubles its room; false, and nothing has changed, when there is none. */
  grow(): boolean {
    const capacity = this.capacity * 2
    const { bytes } = this.#sizes(capacity)
    const from = [...this.#floats, ...this.#words, this.birth]
    const at = this.slab ? largerRoom(this, bytes) : 0
    if (at === null) return false
    this.#layOut(capacity, this.slab?.buffer ?? new ArrayBuffer(bytes), at)
    const to = [...this.#floats, ...this.#words, this.birth]
    from.forEach((column, k) => to[k]!.set(column as never))
    // Kernels are told anew where it lies.
    this.#id = ++made
    return true
  }

  /** Moves the living together, in order. Dropping a slot never changes what is drawn or hashed. */
  compact(now: number): void {
    const { born, life, size } = this
    if (staying.length < size) staying = new Int32Array(Math.max(size, staying.length * 2))
    let count = 0
    for (let i = this.first; i < size; i++) if (now - born[i]! < life[i]!) staying[count++] = i
    this.size = count
    this.first = 0
    // Where all live equally long the oldest end first, and what is left only moves down.
    const first = count > 0 ? staying[0]! : 0
    if (count > 0 && staying[count - 1]! - first === count - 1) {
      for (const column of this.#floats) column.copyWithin(0, first, first + count)
      for (const column of this.#words) column.copyWithin(0, first, first + count)
      return
    }
    for (const column of this.#floats) gatherFloats(column, count)
    for (const column of this.#words) gatherWords(column, count)
  }

  /** Tells the kernels where this pool lies. */
  open(slab: Slab): void {
    if (slab.open === this.#id) return
    slab.open = this.#id
    slab.words.set(this.#addresses)
  }

  /** Leaves out those that ended first, by a time in seconds: nothing moves or shows them any more. */
  skipDead(now: number): void {
    const { born, life, size } = this
    let { first } = this
    while (first < size && now - born[first]! >= life[first]!) first++
    this.first = first
  }

  empty(): void {
    this.size = this.first = 0
  }

  /** How many live at a time in seconds. */
  countAlive(now: number): number {
    if (this.slab) {
      this.open(this.slab)
      this.slab.numbers[NUMBERS.time] = now
      return this.slab.kernels.countAlive(this.first, this.size)
    }
    const { born, life, size } = this
    let alive = 0
    for (let i = this.first; i < size; i++) if (now - born[i]! < life[i]!) alive++
    return alive
  }

  /** Ends the oldest that lives; its life turns negative, so that it is dead at any age. */
  endOldest(now: number): void {
    for (let i = this.first; i < this.size; i++)
      if (!isDead(this, i, now)) {
        this.life[i] = GONE
        return
      }
  }
}

/** Dead at a time in seconds: age = now − birth, never summed. */
export const isDead = (pool: Pool, i: number, now: number): boolean => now - pool.born[i]! >= pool.life[i]!
