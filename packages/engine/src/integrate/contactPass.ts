/**
 * What happens at surfaces: the step of each particle is swept, held against the edges on its way, and led
 * on.
 */
import { type Contact, STREAMS } from '@gliv/model'
import type { EmitterProgram } from '../program/index.ts'
import { sampleRangeInto } from '../maths/index.ts'
import type { StepScope } from './step/stepScope.ts'
import type { Affine } from './step/reference.ts'
import { Reference } from './step/reference.ts'
import { ENDED, type Pool, type EventLog } from '../state/index.ts'
import type { SimulationContext } from '../input/index.ts'
import { type EdgeGrid, SKIN, Sweep } from '../geometry/index.ts'

/** Where a drawn number arrives: a value that a function gives back may cost an object. */
const sampled = new Float64Array(1)

const sweeper = new Sweep()
const { way: WAY, hit: HIT } = sweeper

/** Most contacts of a particle in one tick; what would come after waits until the next. */
export const CONTACT_LIMIT = 8

/** How each kind of contact goes on. */
const BOUNCES = {
  none: false,
  bounce: true,
  slide: false,
  stick: false,
  end: false,
  loseLife: true,
} as const satisfies Record<Contact, boolean>

export class ContactPass {
  readonly #program: EmitterProgram
  readonly #context: SimulationContext
  readonly #events: EventLog
  readonly #after: Reference
  #grid: EdgeGrid | null = null
  #tickSeconds = 0
  #friction = 0
  /** Velocity as it would be at the tick's start, and what the forces add until its end. */
  readonly #v = new Float64Array(4)
  /** Share of the tick at which the step at hand began: more than 0 for a newborn. */
  #begin = 0

  constructor(program: EmitterProgram, context: SimulationContext, events: EventLog) {
    this.#program = program
    this.#context = context
    this.#events = events
    this.#after = new Reference(context, program.source.space)
  }

  /** Reads the surfaces of the tick that ends at `tick`. */
  set(tick: number, scope: StepScope): void {
    const surroundings = this.#context.tape.surroundings(tick)
    const { numbers } = this.#program.source.type
    this.#grid = surroundings.empty
      ? null
      : surroundings.grid(numbers.contactRadius * scope.reference.pose.scale)
    this.#tickSeconds = scope.seconds
    this.#friction = numbers.friction
    this.#after.set(tick)
  }

  /**
   * Particles of the scope's range, after their step; `startVx`, `startVy` are their velocities before it.
   */
  apply(scope: StepScope): void {
    const grid = this.#grid
    const { pool, from, to } = scope
    if (!grid || grid.edges.count === 0) {
      // What stuck to something that is gone is free again.
      pool.stuck.fill(0, from, to)
      return
    }
    const carried = this.#program.source.space === 'carried'
    const share = this.#tickSeconds > 0 ? Math.max(0, 1 - scope.seconds / this.#tickSeconds) : 0
    for (let i = from; i < to; i++) {
      if (scope.end - pool.born[i]! >= pool.life[i]!) continue
      if (pool.stuck[i]! > 0) this.#holdOn(scope, grid, i, carried)
      else this.#touch(scope, grid, i, share, carried)
    }
  }

  /** A particle that sticks moves with its edge, and nothing else moves it. */
  #holdOn({ pool, reference }: StepScope, { edges }: EdgeGrid, i: number, carried: boolean): void {
    const k = pool.stuck[i]! - 1
    WAY[0] = pool.lastX[i]!
    WAY[1] = pool.lastY[i]!
    if (carried) turnPlace(reference.toWorld, WAY)
    WAY[2] = k < edges.count ? edges.wx[k]! : 0
    WAY[3] = k < edges.count ? edges.wy[k]! : 0
    this.#v.fill(0)
    this.#write(pool, i, carried)
    pool.addedVx[i] = pool.addedVy[i] = 0
  }

  #touch(scope: StepScope, grid: EdgeGrid, i: number, share: number, carried: boolean): void {
    const { pool } = scope
    WAY[0] = pool.lastX[i]!
    WAY[1] = pool.lastY[i]!
    let endX = pool.x[i]!
    let endY = pool.y[i]!
    if (carried) {
      turnPlace(scope.reference.toWorld, WAY)
      const m = this.#after.toWorld
      const x = m.a * endX + m.c * endY + m.e
      endY = m.b * endX + m.d * endY + m.f
      endX = x
    }
    WAY[2] = endX - WAY[0]!
    WAY[3] = endY - WAY[1]!
    WAY[4] = this.#begin = share
    let edge = sweeper.first(grid)
    if (edge < 0) return
    this.#readVelocity(scope, i, carried)
    for (let n = 0; edge >= 0; n++) {
      if (n === CONTACT_LIMIT) {
        WAY[2] = WAY[3] = 0
        break
      }
      this.#stepTo(grid, edge)
      this.#events.contact(
        i,
        scope.start + (scope.end - scope.start) * this.#gone,
        this.#gone,
        WAY,
        HIT,
        this.#v,
        edge,
      )
      if (this.#respond(scope, grid, edge, i)) break
      edge = sweeper.first(grid)
    }
    this.#write(pool, i, carried)
  }

  /** Velocities in the world: v at the step's start, and its gain. */
  #readVelocity(scope: StepScope, i: number, carried: boolean): void {
    const { pool, startVx, startVy } = scope
    const v = this.#v
    v[0] = startVx[i]!
    v[1] = startVy[i]!
    v[2] = pool.vx[i]! - v[0]!
    v[3] = pool.vy[i]! - v[1]!
    if (!carried) return
    const m = this.#after.toWorld
    const [x, y, gx, gy] = v as unknown as [number, number, number, number]
    v[0] = m.a * x + m.c * y
    v[1] = m.b * x + m.d * y
    v[2] = m.a * gx + m.c * gy
    v[3] = m.b * gx + m.d * gy
  }

  /** Goes to the contact, a skin's width back along the way. */
  #stepTo({ edges }: EdgeGrid, k: number): void {
    const left = 1 - WAY[4]!
    const dx = WAY[2]! - edges.wx[k]! * left
    const dy = WAY[3]! - edges.wy[k]! * left
    const toward = -(dx * HIT[1]! + dy * HIT[2]!)
    const t = toward > 0 ? Math.max(0, HIT[0]! - SKIN / toward) : 0
    WAY[0]! += WAY[2]! * t
    WAY[1]! += WAY[3]! * t
    WAY[2]! *= 1 - t
    WAY[3]! *= 1 - t
    WAY[4] = WAY[4]! + left * t
  }

  /** Share of its step that a particle has done. */
  get #gone(): number {
    return this.#begin < 1 ? (WAY[4]! - this.#begin) / (1 - this.#begin) : 1
  }

  /** Changes the way that is left and the velocity; true when the particle goes no further in this tick. */
  #respond(scope: StepScope, grid: EdgeGrid, k: number, i: number): boolean {
    const { pool } = scope
    const { contact, numbers } = this.#program.source.type
    if (contact === 'end') {
      pool.life[i] = ENDED
      WAY[2] = WAY[3] = 0
      return true
    }
    if (contact === 'stick') {
      const left = 1 - WAY[4]!
      pool.stuck[i] = k + 1
      this.#v.fill(0)
      WAY[2] = grid.edges.wx[k]! * left
      WAY[3] = grid.edges.wy[k]! * left
      return true
    }
    if (contact === 'loseLife') {
      const age = scope.start + (scope.end - scope.start) * this.#gone - pool.born[i]!
      pool.life[i] = age + (pool.life[i]! - age) * (1 - numbers.lifeLoss)
      if (numbers.lifeLoss >= 1) {
        pool.life[i] = ENDED
        WAY[2] = WAY[3] = 0
        return true
      }
    }
    sampleRangeInto(numbers.bounce, pool.keyHi, pool.keyLo, i, STREAMS.bounce, sampled)
    this.#reflect(grid, k, BOUNCES[contact] ? sampled[0]! : 0)
    return false
  }

  /**
   * Off an edge with normal n that moves with w: the speed against it comes back times the bounce; along it,
   * friction takes at
   * most its share of the whole push (Coulomb). What comes back slower than the forces press within a tick
   * stays on the
   * surface, which then takes their pressure too.
   */
  #reflect({ edges }: EdgeGrid, k: number, bounce: number): void {
    const v = this.#v
    const nx = HIT[1]!
    const ny = HIT[2]!
    const gone = this.#gone
    const left = 1 - WAY[4]!
    const seconds = this.#tickSeconds
    const surfaceX = seconds > 0 ? edges.wx[k]! / seconds : 0
    const surfaceY = seconds > 0 ? edges.wy[k]! / seconds : 0
    const press = v[2]! * nx + v[3]! * ny
    const relX = v[0]! + v[2]! * gone - surfaceX
    const relY = v[1]! + v[3]! * gone - surfaceY
    const into = relX * nx + relY * ny
    const rests = into <= 0 && bounce * -into <= -press
    const back = rests ? 0 : bounce
    const blow = into < 0 ? (1 + back) * -into : 0
    const pressure = rests ? -press * (1 - gone) : 0
    // Along the surface, at the end of the step for what rests and at the contact for what leaves it.
    const later = rests ? 1 - gone : 0
    const sideX = relX - into * nx + (v[2]! - press * nx) * later
    const sideY = relY - into * ny + (v[3]! - press * ny) * later
    const keep = kept(this.#friction * (blow + pressure), Math.sqrt(sideX * sideX + sideY * sideY))
    if (rests) {
      v[0] = surfaceX + sideX * keep
      v[1] = surfaceY + sideY * keep
      v[2] = v[3] = 0
    } else if (into < 0) {
      v[0] = surfaceX + sideX * keep - back * into * nx - v[2]! * gone
      v[1] = surfaceY + sideY * keep - back * into * ny - v[3]! * gone
    }
    const wx = edges.wx[k]! * left
    const wy = edges.wy[k]! * left
    const wayX = WAY[2]! - wx
    const wayY = WAY[3]! - wy
    const deep = wayX * nx + wayY * ny
    const alongX = wayX - deep * nx
    const alongY = wayY - deep * ny
    // Pressure slows evenly, which costs half of the way that the speed loses.
    const keepWay = rests
      ? kept(
          this.#friction * (blow + pressure / 2) * seconds * left,
          Math.sqrt(alongX * alongX + alongY * alongY),
        )
      : keep
    WAY[2] = wx + alongX * keepWay - back * deep * nx
    WAY[3] = wy + alongY * keepWay - back * deep * ny
  }

  #write(pool: Pool, i: number, carried: boolean): void {
    const v = this.#v
    const x = WAY[0]! + WAY[2]!
    const y = WAY[1]! + WAY[3]!
    const vx = v[0]! + v[2]!
    const vy = v[1]! + v[3]!
    if (!carried) {
      pool.x[i] = x
      pool.y[i] = y
      pool.vx[i] = vx
      pool.vy[i] = vy
      return
    }
    const m = this.#after.toWorld
    const det = m.a * m.d - m.b * m.c
    pool.x[i] = (m.d * (x - m.e) - m.c * (y - m.f)) / det
    pool.y[i] = (m.a * (y - m.f) - m.b * (x - m.e)) / det
    pool.vx[i] = (m.d * vx - m.c * vy) / det
    pool.vy[i] = (m.a * vy - m.b * vx) / det
  }
}

/** Share that is left of an amount when so much is taken off. */
const kept = (loss: number, of: number): number => (of > 0 ? Math.max(0, 1 - loss / of) : 1)

const turnPlace = (m: Affine, io: Float64Array): void => {
  const x = io[0]!
  const y = io[1]!
  io[0] = m.a * x + m.c * y + m.e
  io[1] = m.b * x + m.d * y + m.f
}
