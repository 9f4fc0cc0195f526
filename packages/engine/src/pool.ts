/** The particles of one emitter: columns of float64 and uint32 in one buffer, kept in birth order. */

/** Numbers of float64 and uint32 columns. */
const FLOATS = 14
const WORDS = 4

/** A class with its columns as plain fields: loops read them once and then run over bare arrays. */
export class Pool {
  readonly capacity: number
  /** Slots in use, the dead that were not yet compacted included. */
  size = 0
  readonly born: Float64Array
  readonly life: Float64Array
  readonly x: Float64Array
  readonly y: Float64Array
  readonly lastX: Float64Array
  readonly lastY: Float64Array
  readonly vx: Float64Array
  readonly vy: Float64Array
  readonly scale: Float64Array
  readonly scaleFloor: Float64Array
  readonly opacity: Float64Array
  readonly opacityFloor: Float64Array
  readonly angle: Float64Array
  readonly spin: Float64Array
  readonly keyHi: Uint32Array
  readonly keyLo: Uint32Array
  readonly ordinal: Uint32Array
  readonly source: Uint32Array
  readonly #columns: readonly (Float64Array | Uint32Array)[]

  /** A pool with room for `capacity` particles. It never grows: the program bounds what can be alive. */
  constructor(capacity: number) {
    this.capacity = capacity
    const buffer = new ArrayBuffer(capacity * (FLOATS * 8 + WORDS * 4))
    const floats = (column: number) => new Float64Array(buffer, column * capacity * 8, capacity)
    const words = (column: number) => new Uint32Array(buffer, capacity * (FLOATS * 8 + column * 4), capacity)
    this.born = floats(0)
    this.life = floats(1)
    this.x = floats(2)
    this.y = floats(3)
    this.lastX = floats(4)
    this.lastY = floats(5)
    this.vx = floats(6)
    this.vy = floats(7)
    this.scale = floats(8)
    this.scaleFloor = floats(9)
    this.opacity = floats(10)
    this.opacityFloor = floats(11)
    this.angle = floats(12)
    this.spin = floats(13)
    this.keyHi = words(0)
    this.keyLo = words(1)
    this.ordinal = words(2)
    this.source = words(3)
    this.#columns = [this.born, this.life, this.x, this.y, this.lastX, this.lastY, this.vx, this.vy, this.scale, this.scaleFloor, this.opacity, this.opacityFloor, this.angle, this.spin, this.keyHi, this.keyLo, this.ordinal, this.source]
  }

  /** Moves the living together, in order. Dropping a slot never changes what is drawn or hashed. */
  compact(now: number): void {
    const { born, life, size } = this
    let to = 0
    for (let from = 0; from < size; from++) {
      if (now - born[from]! >= life[from]!) continue
      if (to !== from) for (const column of this.#columns) column[to] = column[from]!
      to++
    }
    this.size = to
  }

  /** How many live at a time in seconds. */
  countAlive(now: number): number {
    const { born, life, size } = this
    let alive = 0
    for (let i = 0; i < size; i++) if (now - born[i]! < life[i]!) alive++
    return alive
  }
}

/** Dead at a time in seconds: age = now − birth, never summed. */
export const isDead = (pool: Pool, i: number, now: number): boolean => now - pool.born[i]! >= pool.life[i]!
