/**
 * One emitter running: its pool, stepped tick by tick.
 * A tick: the dead of the last tick leave → motion → births, each with its own shorter step → census.
 */
import { type Range, type ResolvedEmitter, STREAMS } from '@gliv/model'
import { type EmitterProgram, type Looks, compileLooks } from './compile.ts'
import { cosSinInto, dragStepInto } from './maths.ts'
import { isDead, Pool } from './pool.ts'
import { draw, keyInto, type Key } from './random.ts'
import type { Source } from './schedule.ts'
import type { CompiledTape } from './tape.ts'

/** Room for the dead that wait for compaction, which comes at a quarter dead. */
const SLACK = 4 / 3

const pair = new Float64Array(2)
const step = new Float64Array(3)
const key: Key = { hi: 0, lo: 0 }

/** Draws a range: `from` + (`to` − `from`) × u. */
const drawRange = (range: Range, stream: number, hi: number, lo: number): number =>
  range.from === range.to ? range.from : range.from + (range.to - range.from) * draw(hi, lo, stream, 0)

export class EmitterRun {
  program: EmitterProgram
  looks: Looks
  readonly pool: Pool
  births = 0
  refused = 0
  alive = 0
  tick = -1
  readonly #seed: number
  readonly #rate: number
  readonly #tape: CompiledTape
  /** Next ordinal of each source within the tick that is being stepped, and its end. */
  readonly #next: number[]
  readonly #end: number[]

  constructor(program: EmitterProgram, seed: number, rate: number, tape: CompiledTape) {
    this.program = program
    this.looks = program.looks
    this.pool = new Pool(Math.ceil(program.aliveBound * SLACK) + 8)
    this.#seed = seed
    this.#rate = rate
    this.#tape = tape
    this.#next = program.schedule.sources.map(() => 0)
    this.#end = program.schedule.sources.map(() => 0)
  }

  get deaths(): number {
    return this.births - this.alive
  }

  /**
   * Brings the emitter to a tick. Goes on from where it is when that is shorter than a restart; else it starts again
   * from one longest life before. Where births can be refused, a census without motion counts up to there.
   */
  seek(tick: number): void {
    const start = Math.max(-1, tick - this.program.horizonTicks - 1)
    if (tick < this.tick || this.tick < start) this.#restart(start)
    while (this.tick < tick) this.step()
  }

  #restart(start: number): void {
    this.pool.size = 0
    this.births = this.refused = this.alive = 0
    this.tick = -1
    if (this.program.capMayBind || this.#tape.withholds) while (this.tick < start) this.#stepWith(false)
    else {
      this.tick = start
      this.births = this.program.schedule.countThrough(start)
    }
  }

  step(): void {
    this.#stepWith(true)
  }

  #stepWith(moving: boolean): void {
    this.#bury()
    this.tick++
    const now = this.tick / this.#rate
    if (moving) this.#move()
    this.alive = this.pool.countAlive(now)
    this.#bear(now, moving)
  }

  /** Compacts when a quarter is dead, or when the pool has no room left for a tick's births. */
  #bury(): void {
    const { pool } = this
    const dead = pool.size - this.alive
    if (dead * 4 >= pool.size && dead > 0) pool.compact(this.tick / this.#rate)
  }

  #move(): void {
    const { x, y, lastX, lastY, vx, vy, size } = this.pool
    const { gx, gy, tickStep } = this.program
    const e = tickStep[0]!
    const a = tickStep[1]!
    const b = tickStep[2]!
    const gxA = gx * a
    const gyA = gy * a
    const gxB = gx * b
    const gyB = gy * b
    for (let i = 0; i < size; i++) {
      const u = vx[i]!
      const v = vy[i]!
      const px = x[i]!
      const py = y[i]!
      lastX[i] = px
      lastY[i] = py
      x[i] = px + u * a + gxB
      y[i] = py + v * a + gyB
      vx[i] = u * e + gxA
      vy[i] = v * e + gyA
    }
  }

  /** Births due in (tick − 1, tick], in the order of their times, then of their sources. */
  #bear(now: number, moving: boolean): void {
    const { schedule } = this.program
    const last = schedule.lastRepeat(this.tick)
    for (let repeat = schedule.firstRepeat(this.tick); repeat <= last; repeat++) {
      const after = schedule.sinceRepeat(this.tick - 1, repeat)
      const until = schedule.sinceRepeat(this.tick, repeat)
      let left = 0
      for (let s = 0; s < schedule.sources.length; s++) {
        const source = schedule.sources[s]!
        this.#next[s] = this.tick === 0 ? 0 : source.due(after)
        this.#end[s] = source.due(until)
        left += this.#end[s]! - this.#next[s]!
      }
      for (; left > 0; left--) this.#bearNext(repeat, now, moving)
    }
  }

  #bearNext(repeat: number, now: number, moving: boolean): void {
    const { schedule } = this.program
    let best = -1
    let bestTime = Infinity
    for (let s = 0; s < schedule.sources.length; s++) {
      if (this.#next[s]! >= this.#end[s]!) continue
      const source = schedule.sources[s]!
      const time = source.startSeconds + this.#next[s]! * source.stepSeconds
      if (time < bestTime) {
        best = s
        bestTime = time
      }
    }
    const ordinal = this.#next[best]!++
    const born = repeat === 0 ? bestTime : repeat * schedule.repeatSeconds + bestTime
    if (!this.#tape.emitsAt(born * this.#rate)) return
    if (this.alive >= this.program.source.numbers.cap) {
      this.refused++
      return
    }
    this.#birth(schedule.sources[best]!, best, repeat, ordinal, born, now, moving)
  }

  #birth(source: Source, sourceIndex: number, repeat: number, ordinal: number, born: number, now: number, moving: boolean): void {
    const { pool, program } = this
    if (pool.size === pool.capacity) pool.compact(now)
    const { type, salt } = program.source
    const i = pool.size++
    keyInto(key, this.#seed, salt, source.key, repeat, ordinal)
    pool.keyHi[i] = key.hi
    pool.keyLo[i] = key.lo
    pool.ordinal[i] = ordinal
    pool.source[i] = sourceIndex
    pool.born[i] = born
    pool.life[i] = drawRange(type.numbers.life, STREAMS.life, key.hi, key.lo)
    this.births++
    if (!isDead(pool, i, now)) this.alive++
    if (!moving) return
    this.#launch(i, born, now)
    drawLooks(pool, i, type.numbers)
  }

  /** Place and velocity at the birth's own time, then its shorter first step. */
  #launch(i: number, born: number, now: number): void {
    const { pool, program } = this
    const { numbers, fill } = program.source
    const hi = pool.keyHi[i]!
    const lo = pool.keyLo[i]!
    this.#tape.positionInto(born * this.#rate, pair)
    const ownerX = pair[0]!
    const ownerY = pair[1]!
    program.place(numbers, fill, draw(hi, lo, STREAMS.place, 0), draw(hi, lo, STREAMS.place, 1), pair)
    const x = ownerX + numbers.offsetX + pair[0]!
    const y = ownerY + numbers.offsetY + pair[1]!
    const speed = drawRange(numbers.speed, STREAMS.speed, hi, lo)
    cosSinInto(numbers.heading + numbers.fan * (draw(hi, lo, STREAMS.fan, 0) - 0.5), pair)
    const vx = pair[0]! * speed
    const vy = pair[1]! * speed
    const dt = now - born
    dragStepInto(program.drag, dt > 0 ? dt : 0, step)
    pool.lastX[i] = x
    pool.lastY[i] = y
    pool.x[i] = x + vx * step[1]! + program.gx * step[2]!
    pool.y[i] = y + vy * step[1]! + program.gy * step[2]!
    pool.vx[i] = vx * step[0]! + program.gx * step[1]!
    pool.vy[i] = vy * step[0]! + program.gy * step[1]!
  }

  /** Takes over new looks without stepping: ramps are read at output, drawn values are drawn again from the keys. */
  relook(program: EmitterProgram): void {
    this.program = program
    this.looks = compileLooks(program.source.type)
    for (let i = 0; i < this.pool.size; i++) drawLooks(this.pool, i, program.source.type.numbers)
  }
}

/** Draws the values that only the output reads. */
const drawLooks = (pool: Pool, i: number, numbers: ResolvedEmitter['type']['numbers']): void => {
  const hi = pool.keyHi[i]!
  const lo = pool.keyLo[i]!
  pool.scale[i] = drawRange(numbers.scale, STREAMS.scale, hi, lo)
  pool.scaleFloor[i] = drawRange(numbers.scaleFloor, STREAMS.scaleFloor, hi, lo)
  pool.opacity[i] = drawRange(numbers.opacity, STREAMS.opacity, hi, lo)
  pool.opacityFloor[i] = drawRange(numbers.opacityFloor, STREAMS.opacityFloor, hi, lo)
  pool.angle[i] = drawRange(numbers.startAngle, STREAMS.startAngle, hi, lo)
  pool.spin[i] = drawRange(numbers.spin, STREAMS.spin, hi, lo)
}
