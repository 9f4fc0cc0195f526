/**
 * What contacts leave behind: a log of marks in columns, capped, the oldest going first. A mark lies along
 * the surface that was
 * hit, moves with it, and fades or lasts.
 */
import { parseColour } from '@gliv/base'
import { type Frame, type FrameRect, INSTANCE_WORDS, STREAMS } from '@gliv/model'
import type { EmitterProgram } from '../program/index.ts'
import type { EdgeSet } from '../geometry/index.ts'
import { sampleRangeInto, angleOf, cosSinInto, absorb, sample, type Key } from '../maths/index.ts'
import { EVENT, EVENT_ROW, type EventLog, openBatch, reserve, type Pool } from '../state/index.ts'
import { scaleAndTintAt, type Appearance, fromWhite, multiplyColours } from '../appearance/index.ts'
import type { SimulationContext } from '../input/index.ts'

/** Where a drawn number arrives: a value that a function gives back may cost an object. */
const sampled = new Float64Array(1)

/**
 * Numbers of a row. Places are the world's; (tx, ty) is the surface's direction; `left` and `right` are how
 * far it goes on beside the mark.
 */
const ROW = 15
const MARK = {
  x: 0,
  y: 1,
  tx: 2,
  ty: 3,
  deg: 4,
  scale: 5,
  tint: 6,
  opacity: 7,
  frame: 8,
  clock: 9,
  edge: 10,
  left: 11,
  right: 12,
  hi: 13,
  lo: 14,
} as const

const pair = new Float64Array(2)
const appearance = { scaleX: 1, tint: 0xffffff }

export interface MarkReport {
  readonly emitterId: string
  /** Of the particle that left it. */
  readonly key: string
  readonly bornSeconds: number
  readonly x: number
  readonly y: number
  readonly angleDeg: number
  readonly scale: number
  readonly tint: string
  readonly opacity: number
  readonly frame: number
  readonly sheetId: string
}

/**
 * Leaves of a mark's quad only what lies inside the surface: its picture under the pivot, or over it when it is
 * turned. Of a mark across the surface the nearer half stays.
 */
const intoBody = (rect: FrameRect, f32: Float32Array, o: number, turned: boolean): void => {
  const [top, rows] = turned ? [0, rect.pivotY] : [rect.pivotY, rect.h - rect.pivotY]
  const [downX, downY] = [f32[o + 4]! / rect.h, f32[o + 5]! / rect.h]
  f32[o] = f32[o]! + downX * top
  f32[o + 1] = f32[o + 1]! + downY * top
  f32[o + 4] = downX * rows
  f32[o + 5] = downY * rows
  f32[o + 7] = rect.y + top
  f32[o + 9] = rows
}

export class MarkLog {
  count = 0
  readonly #program: EmitterProgram
  readonly #context: SimulationContext
  readonly #pool: Pool
  readonly #appearance: Appearance
  readonly #colours: readonly number[]
  readonly #rows: Float64Array
  readonly #cap: number
  /** Index of the oldest. */
  #first = 0

  constructor(program: EmitterProgram, context: SimulationContext, pool: Pool) {
    const { type } = program.source
    this.#program = program
    this.#context = context
    this.#pool = pool
    this.#appearance = program.appearance
    this.#cap = type.numbers.markCap
    this.#rows = new Float64Array(ROW * this.#cap)
    this.#colours = type.markColours.map((colour) => {
      const [r, g, b] = parseColour(colour)
      return r | (g << 8) | (b << 16)
    })
  }

  /** Most at a time. */
  get cap(): number {
    return this.#cap
  }

  /** How many were left at or after a moment, in seconds on the clock. */
  leftSince(seconds: number): number {
    let n = this.count
    while (n > 0 && this.#rows[this.#at(n - 1) + MARK.clock]! >= seconds) n--
    return this.count - n
  }

  clear(): void {
    this.count = this.#first = 0
  }

  /**
   * Marks go with their surfaces, before this tick's are added; those that have faded leave. Seconds on the
   * clock.
   */
  begin(tick: number, now: number): void {
    const { markFade } = this.#program.source.type.numbers
    if (markFade > 0)
      while (this.count > 0 && now - this.#rows[this.#first * ROW + MARK.clock]! >= markFade) this.#drop()
    const edges = this.#edges(tick)
    if (!edges?.moves) return
    for (let n = 0; n < this.count; n++) {
      const o = this.#at(n)
      const k = this.#rows[o + MARK.edge]!
      if (k >= edges.count) continue
      this.#rows[o + MARK.x]! += edges.wx[k]!
      this.#rows[o + MARK.y]! += edges.wy[k]!
    }
  }

  #edges(tick: number): EdgeSet | null {
    const surroundings = this.#context.tape.surroundings(tick)
    return surroundings.empty ? null : surroundings.grid(0).edges
  }

  #at(n: number): number {
    return ((this.#first + n) % this.#cap) * ROW
  }

  #drop(): void {
    this.#first = (this.#first + 1) % this.#cap
    this.count--
  }

  /** Takes in the contacts of a log. */
  add(events: EventLog, tick: number, before: number, now: number): void {
    const { rows } = events
    for (let n = 0; n < events.count; n++)
      this.#leave(
        rows,
        n * EVENT_ROW,
        tick,
        now > before ? (rows[n * EVENT_ROW + EVENT.clock]! - before) / (now - before) : 1,
      )
  }

  #leave(events: Float64Array, o: number, tick: number, share: number): void {
    const edges = this.#edges(tick)
    const k = events[o + EVENT.edge]!
    if (!edges) return
    if (this.count === this.#cap) this.#drop()
    const at = this.#at(this.count++)
    const rows = this.#rows
    const pool = this.#pool
    const i = events[o + EVENT.slot]!
    const { type } = this.#program.source
    const key: Key = { hi: pool.keyHi[i]!, lo: pool.keyLo[i]! }
    absorb(key, Math.floor(events[o + EVENT.clock]! * 1e6) | 0)
    const nx = events[o + EVENT.nx]!
    const ny = events[o + EVENT.ny]!
    const w = k < edges.count ? 1 - share : 0
    // The place on the surface itself, under a particle of some size.
    const radius = type.numbers.contactRadius
    const x = events[o + EVENT.x]! - nx * radius
    const y = events[o + EVENT.y]! - ny * radius
    rows[at + MARK.x] = x + (w > 0 ? edges.wx[k]! * w : 0)
    rows[at + MARK.y] = y + (w > 0 ? edges.wy[k]! * w : 0)
    rows[at + MARK.tx] = -ny
    rows[at + MARK.ty] = nx
    this.#measure(at, edges, k, x, y)
    rows[at + MARK.clock] = events[o + EVENT.clock]!
    rows[at + MARK.edge] = k
    rows[at + MARK.hi] = pool.keyHi[i]!
    rows[at + MARK.lo] = pool.keyLo[i]!
    const his = Uint32Array.of(key.hi)
    const los = Uint32Array.of(key.lo)
    const drawn = (id: 'markAngle' | 'markScale' | 'markOpacity'): number => {
      sampleRangeInto(type.numbers[id], his, los, 0, STREAMS[id], sampled)
      return sampled[0]!
    }
    rows[at + MARK.deg] = drawn('markAngle')
    rows[at + MARK.scale] = drawn('markScale') * Math.abs(pool.effectScale[i]!)
    rows[at + MARK.opacity] = drawn('markOpacity')
    rows[at + MARK.frame] = Math.floor(
      sample(key.hi, key.lo, STREAMS.markFrame, 0) * type.mark!.frames.length,
    )
    const life = pool.life[i]!
    const age = events[o + EVENT.clock]! - pool.born[i]!
    if (life < 0) pool.life[i] = Math.max(1e-9, age * (1 + 1e-9))
    scaleAndTintAt(this.#appearance, pool, i, age, appearance)
    pool.life[i] = life
    const own = this.#colours[Math.floor(sample(key.hi, key.lo, STREAMS.markTint, 0) * this.#colours.length)]!
    rows[at + MARK.tint] = multiplyColours(own, fromWhite(appearance.tint, type.numbers.markTint))
  }

  /** How far the surface goes on to both sides of the mark, in px; circles have no ends. */
  #measure(at: number, edges: EdgeSet, k: number, x: number, y: number): void {
    const rows = this.#rows
    if (k >= edges.count || edges.length[k]! < 0) {
      rows[at + MARK.left] = rows[at + MARK.right] = Infinity
      return
    }
    const along = (x - edges.x[k]!) * edges.tx[k]! + (y - edges.y[k]!) * edges.ty[k]!
    rows[at + MARK.left] = Math.max(0, along)
    rows[at + MARK.right] = Math.max(0, edges.length[k]! - along)
    rows[at + MARK.tx] = edges.tx[k]!
    rows[at + MARK.ty] = edges.ty[k]!
  }

  /** Appends them in the order in which they were left. `now` in seconds on the clock. */
  append(frame: Frame, now: number): void {
    const { type } = this.#program.source
    const { mark, numbers } = type
    if (!mark || this.count === 0) return
    reserve(frame, this.count)
    const { f32, u32 } = frame
    openBatch(frame, mark.sheet, type.markBlend, 'marks', frame.count)
    let written = 0
    for (let n = 0; n < this.count; n++) {
      const at = this.#at(n)
      const opacity = this.#opacityOf(at, now, numbers.markFade)
      if (opacity <= 0) continue
      const o = (frame.count + written++) * INSTANCE_WORDS
      this.#quad(at, mark.frames[this.#rows[at + MARK.frame]!]!, f32, o, frame.originX, frame.originY)
      if (type.markClip === 'body')
        intoBody(mark.frames[this.#rows[at + MARK.frame]!]!, f32, o, this.#turned(at))
      u32[o + 10] = (this.#rows[at + MARK.tint]! | 0xff000000) >>> 0
      f32[o + 11] = opacity
    }
    frame.batches[frame.batchCount - 1]!.count += written
    frame.count += written
  }

  #opacityOf(at: number, now: number, fade: number): number {
    const age = now - this.#rows[at + MARK.clock]!
    return age < 0 ? 0 : this.#rows[at + MARK.opacity]! * (fade > 0 ? Math.max(0, 1 - age / fade) : 1)
  }

  /**
   * A quad that lies along the surface; one that lies in line with it is cut off where the surface ends, any
   * other is moved in.
   */
  #quad(at: number, rect: FrameRect, f32: Float32Array, o: number, originX: number, originY: number): void {
    const rows = this.#rows
    const scale = rows[at + MARK.scale]!
    const deg = rows[at + MARK.deg]!
    const tx = rows[at + MARK.tx]!
    const ty = rows[at + MARK.ty]!
    cosSinInto(deg, pair)
    const c = (tx * pair[0]! - ty * pair[1]!) * scale
    const s = (ty * pair[0]! + tx * pair[1]!) * scale
    let from = 0
    let to = rect.w
    let move = 0
    const inLine = deg - 180 * Math.floor(deg / 180) === 0
    if (inLine && scale > 0) {
      const turned = pair[0]! < 0
      const left = rows[at + (turned ? MARK.right : MARK.left)]! / scale
      const right = rows[at + (turned ? MARK.left : MARK.right)]! / scale
      from = Math.min(rect.w, Math.max(0, rect.pivotX - left))
      to = Math.max(from, Math.min(rect.w, rect.pivotX + right))
    } else {
      const reach = (Math.abs(pair[0]!) * rect.w + Math.abs(pair[1]!) * rect.h) * scale * 0.5
      move = Math.max(0, reach - rows[at + MARK.left]!) - Math.max(0, reach - rows[at + MARK.right]!)
    }
    const w = to - from
    f32[o] = rows[at]! - originX + tx * move - c * (rect.pivotX - from) + s * rect.pivotY
    f32[o + 1] = rows[at + 1]! - originY + ty * move - s * (rect.pivotX - from) - c * rect.pivotY
    f32[o + 2] = c * w
    f32[o + 3] = s * w
    f32[o + 4] = -s * rect.h
    f32[o + 5] = c * rect.h
    f32[o + 6] = rect.x + from
    f32[o + 7] = rect.y
    f32[o + 8] = w
    f32[o + 9] = rect.h
  }

  /** Its picture stands on its head there. */
  #turned(at: number): boolean {
    cosSinInto(this.#rows[at + MARK.deg]!, pair)
    return pair[0]! < 0
  }

  /** As data, the oldest first. */
  report(now: number, warm: number): MarkReport[] {
    const { source } = this.#program
    const { mark, numbers } = source.type
    if (!mark) return []
    return Array.from({ length: this.count }, (_, n): MarkReport => {
      const row = this.#rows.subarray(this.#at(n), this.#at(n) + ROW)
      const hex = (value: number, digits: number): string => (value >>> 0).toString(16).padStart(digits, '0')
      const tint = row[MARK.tint]!
      return {
        emitterId: source.id,
        key: hex(row[MARK.hi]!, 8) + hex(row[MARK.lo]!, 8),
        bornSeconds: row[MARK.clock]! - warm,
        x: row[MARK.x]!,
        y: row[MARK.y]!,
        angleDeg: angleOf(row[MARK.tx]!, row[MARK.ty]!) + row[MARK.deg]!,
        scale: row[MARK.scale]!,
        tint: `#${hex(((tint & 255) << 16) | (tint & 0xff00) | (tint >> 16), 6)}`,
        opacity: this.#opacityOf(this.#at(n), now, numbers.markFade),
        frame: mark.frameIndices[row[MARK.frame]!]!,
        sheetId: mark.sheetId,
      }
    })
  }
}
