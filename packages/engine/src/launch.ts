/** A birth: place on the shape, heading and speed, brought into the space that the particle lives in. */
import { type Aim, type NumbersOf, type PropertyId, type ResolvedEmitter, STREAMS } from '@gliv/model'
import type { EmitterProgram } from './compile.ts'
import { drawRange } from './draws.ts'
import { withLane } from './lanes.ts'
import { cosSinInto } from './maths.ts'
import type { PathPlace } from './paths.ts'
import { PLACERS, type PlaceQuestion } from './placement.ts'
import type { Pool } from './pool.ts'
import { draw } from './random.ts'
import type { Moment, Setting } from './setting.ts'
import { createShape, emptySpot, onView, SHAPE_SAMPLERS, type Shape, type Spot } from './shapes.ts'
import { emptyPose, type MutableView, type Pose } from './tape.ts'
import { TravelPath } from './travel.ts'

const pair = new Float64Array(2)
const turn = new Float64Array(2)

/** Writes a unit direction to `pair`, or leaves it alone where the aim has none, so that the heading counts. */
type Aimer = (spot: Spot, targetX: number, targetY: number, hi: number, lo: number) => void

const toward = (x: number, y: number): void => {
  const length = Math.sqrt(x * x + y * y)
  if (length === 0) return
  pair[0] = x / length
  pair[1] = y / length
}

const AIMERS = {
  direction: () => undefined,
  outward: (spot) => toward(spot.x, spot.y),
  inward: (spot) => toward(-spot.x, -spot.y),
  along: (spot) => toward(spot.tx, spot.ty),
  normal: (spot) => toward(spot.nx, spot.ny),
  towards: (spot, x, y) => toward(x - spot.x, y - spot.y),
  // A direction in space, seen from the front: even on the sphere, so that the speed on screen falls short by √(1 − z²).
  ball: (_spot, _x, _y, hi, lo) => {
    const z = 2 * draw(hi, lo, STREAMS.ball, 0) - 1
    const flat = Math.sqrt(1 - z * z)
    cosSinInto(360 * draw(hi, lo, STREAMS.fan, 0), turn)
    pair[0] = turn[0]! * flat
    pair[1] = turn[1]! * flat
  },
} as const satisfies Record<Aim, Aimer>

/** Sizes of a shape that lanes and the view may change. */
const SIZES = { width: 'shapeWidth', height: 'shapeHeight', radius: 'shapeRadius', inner: 'shapeInner', arc: 'shapeArc', angle: 'shapeAngle', endX: 'endX', endY: 'endY', depth: 'edgeDepth', outset: 'edgeOutset' } as const satisfies { readonly [K in keyof Shape]?: PropertyId }
const SIZE_KEYS = Object.keys(SIZES) as (keyof typeof SIZES)[]
/** What percent of the view means: of its width, its height, or the shorter of both. */
const VIEW_SHARES = { width: 'w', height: 'h', radius: 'both', inner: 'both', endX: 'w', endY: 'h', depth: 'both', outset: 'both' } as const

export class Launcher {
  readonly #program: EmitterProgram
  readonly #source: ResolvedEmitter
  readonly #numbers: NumbersOf<'emitter'>
  readonly #setting: Setting
  readonly #shape: Shape
  readonly #sample: (shape: Shape, a: number, b: number, spot: Spot) => void
  readonly #dynamic: boolean
  readonly #view: boolean
  readonly #outline: boolean
  readonly #travel: TravelPath | null
  readonly #spot = emptySpot()
  readonly #way: PathPlace = { x: 0, y: 0, tx: 1, ty: 0 }
  readonly #pose: Pose = emptyPose()
  readonly #before: Pose = emptyPose()
  readonly #rect: MutableView = { x: 0, y: 0, w: 0, h: 0 }
  /** What the placement asks about; the caller fills in ordinals before `place`. */
  readonly question: PlaceQuestion

  constructor(program: EmitterProgram, setting: Setting) {
    const { source } = program
    this.#program = program
    this.#source = source
    this.#numbers = source.numbers
    this.#setting = setting
    this.#shape = createShape(source, source.numbers, source.mask)
    this.#sample = SHAPE_SAMPLERS[source.shape]
    this.#dynamic = source.sizeUnit === 'view' || SIZE_KEYS.some((key) => program.lanes[SIZES[key]] !== undefined)
    this.#view = onView(source.shape)
    this.#outline = source.fill === 'outline' || (this.#shape.path !== null && this.#shape.inside === null && source.shape !== 'ellipse')
    this.#travel = source.travel ? new TravelPath(source.travel, source.numbers.travelSeconds) : null
    this.question = { ordinal: 0, inBurst: 0, burstCount: 0, places: program.places, seed: setting.seed ^ source.salt }
  }

  #laned(id: keyof NumbersOf<'emitter'>, seconds: number): number {
    return withLane(this.#program.lanes[id], this.#numbers[id] as number, seconds)
  }

  /** Sizes as they are now; percent of the view are taken back through the effect's scale, because the view does not scale. */
  #resize(seconds: number): void {
    const shape = this.#shape
    const percent = this.#source.sizeUnit === 'view'
    for (const key of SIZE_KEYS) {
      let size = this.#laned(SIZES[key], seconds)
      const share = percent ? (VIEW_SHARES as Record<string, 'w' | 'h' | 'both'>)[key] : undefined
      if (share) size *= (share === 'both' ? Math.min(this.#rect.w, this.#rect.h) : this.#rect[share]) / 100 / (this.#view ? 1 : this.#pose.scale)
      shape[key] = size
    }
  }

  /** Share of the shape at which the particle with this key will be born; `question` must be filled in. */
  along(hi: number, lo: number): number {
    pair[0] = draw(hi, lo, STREAMS.place, 0)
    pair[1] = draw(hi, lo, STREAMS.place, 1)
    PLACERS[this.#source.placement](this.question, this.#source.shape, this.#outline, pair)
    return pair[0]
  }

  /** Offset of the emitter's centre inside the effect, its own travel included. */
  #centreInto(seconds: number, out: PathPlace): void {
    out.x = out.y = 0
    this.#travel?.placeInto(seconds - this.#numbers.delay, out)
    out.x += this.#laned('offsetX', seconds)
    out.y += this.#laned('offsetY', seconds)
  }

  /** World place of the emitter's centre at a moment, for the way that it makes. */
  centreOfWorldInto(ticks: number, seconds: number, out: PathPlace): void {
    this.#setting.tape.poseInto(ticks, this.#pose)
    this.#centreInto(seconds, out)
    toWorld(this.#pose, out)
  }

  /** Writes place, velocity and what belongs to the place into slot `i`; the key must be there. No step is made yet. */
  launch(pool: Pool, i: number, moment: Moment): void {
    const hi = pool.keyHi[i]!
    const lo = pool.keyLo[i]!
    const seconds = moment.timeline
    const numbers = this.#numbers
    const spot = this.#spot
    const { tape } = this.#setting
    tape.poseInto(moment.ticks, this.#pose)
    if (this.#dynamic || this.#view || this.#source.space === 'pinned') tape.viewInto(moment.ticks, this.#rect)
    if (this.#view) Object.assign(this.#shape.view, this.#rect)
    if (this.#dynamic) this.#resize(seconds)
    this.along(hi, lo)
    spot.colour = 0xffffff
    this.#sample(this.#shape, pair[0]!, pair[1]!, spot)
    pool.along[i] = pair[0]!
    pool.colour[i] = spot.colour
    const jitterX = this.#laned('jitterX', seconds)
    const jitterY = this.#laned('jitterY', seconds)
    if (jitterX > 0) spot.x += (2 * draw(hi, lo, STREAMS.jitter, 0) - 1) * jitterX
    if (jitterY > 0) spot.y += (2 * draw(hi, lo, STREAMS.jitter, 1) - 1) * jitterY
    const heading = this.#laned('heading', seconds)
    cosSinInto(heading, pair)
    AIMERS[this.#source.aim](spot, this.#laned('targetX', seconds), this.#laned('targetY', seconds), hi, lo)
    if (this.#source.aim !== 'ball') this.#fanOut(heading, this.#laned('fan', seconds), hi, lo)
    const speed = withLane(this.#program.lanes.speed, drawRange(numbers.speed, STREAMS.speed, hi, lo), seconds)
    this.#centreInto(seconds, this.#way)
    pool.x[i] = spot.x + this.#way.x
    pool.y[i] = spot.y + this.#way.y
    pool.faceX[i] = pair[0]!
    pool.faceY[i] = pair[1]!
    pool.vx[i] = pair[0]! * speed
    pool.vy[i] = pair[1]! * speed
    this.#intoSpace(pool, i, moment)
  }

  /** Turns `pair` by the drawn part of the fan. A plain heading is turned before its cosine is taken, which is exact. */
  #fanOut(heading: number, fan: number, hi: number, lo: number): void {
    if (fan === 0) return
    const by = fan * (draw(hi, lo, STREAMS.fan, 0) - 0.5)
    if (this.#source.aim === 'direction') {
      cosSinInto(heading + by, pair)
      return
    }
    cosSinInto(by, turn)
    const x = pair[0]!
    const y = pair[1]!
    pair[0] = x * turn[0]! - y * turn[1]!
    pair[1] = y * turn[0]! + x * turn[1]!
  }

  #intoSpace(pool: Pool, i: number, moment: Moment): void {
    const { space } = this.#source
    const pose = this.#pose
    const inherit = this.#laned('inherit', moment.timeline)
    pool.turn[i] = 0
    pool.grow[i] = 1
    if (space === 'carried') {
      if (this.#view) this.#viewToLocal(pool, i)
      if (inherit !== 0) this.#addOwnWay(pool, i, moment, inherit)
      return
    }
    const sign = pose.mirror ? -1 : 1
    const x = pool.x[i]! * sign * pose.scale
    const y = pool.y[i]! * pose.scale
    cosSinInto(pose.rotate, turn)
    const c = turn[0]!
    const s = turn[1]!
    if (this.#view) {
      pool.x[i] = this.#rect.x + this.#rect.w / 2 + pool.x[i]!
      pool.y[i] = this.#rect.y + this.#rect.h / 2 + pool.y[i]!
    } else {
      pool.x[i] = pose.x + x * c - y * s
      pool.y[i] = pose.y + x * s + y * c
    }
    if (inherit !== 0 && this.#travel) this.#addOwnWay(pool, i, moment, inherit)
    const vx = pool.vx[i]! * sign * pose.scale
    const vy = pool.vy[i]! * pose.scale
    pool.vx[i] = vx * c - vy * s
    pool.vy[i] = vx * s + vy * c
    const fx = pool.faceX[i]! * sign
    const fy = pool.faceY[i]!
    pool.faceX[i] = fx * c - fy * s
    pool.faceY[i] = fx * s + fy * c
    pool.turn[i] = pose.rotate
    pool.grow[i] = sign * pose.scale
    if (inherit !== 0) this.#addOwnerWay(pool, i, moment, inherit)
    if (space === 'pinned') {
      pool.x[i]! -= this.#rect.x
      pool.y[i]! -= this.#rect.y
    }
  }

  /** Places on the view, seen from a carried effect. */
  #viewToLocal(pool: Pool, i: number): void {
    const pose = this.#pose
    const x = this.#rect.x + this.#rect.w / 2 + pool.x[i]! - pose.x
    const y = this.#rect.y + this.#rect.h / 2 + pool.y[i]! - pose.y
    cosSinInto(pose.rotate, turn)
    pool.x[i] = ((x * turn[0]! + y * turn[1]!) / pose.scale) * (pose.mirror ? -1 : 1)
    pool.y[i] = (y * turn[0]! - x * turn[1]!) / pose.scale
  }

  /** Speed of the emitter's travel, in local px per second: from a thousandth of a second before. */
  #addOwnWay(pool: Pool, i: number, moment: Moment, inherit: number): void {
    if (!this.#travel) return
    const { delay } = this.#numbers
    this.#travel.placeInto(moment.timeline - delay, this.#way)
    const { x, y } = this.#way
    this.#travel.placeInto(moment.timeline - delay - WAY_SECONDS, this.#way)
    pool.vx[i]! += ((x - this.#way.x) / WAY_SECONDS) * inherit
    pool.vy[i]! += ((y - this.#way.y) / WAY_SECONDS) * inherit
  }

  /** Speed of the effect's owner over the tick of the birth. */
  #addOwnerWay(pool: Pool, i: number, moment: Moment, inherit: number): void {
    const { tape, clock } = this.#setting
    const tick = Math.max(1, Math.ceil(moment.ticks))
    if (tape.jumpsTo(tick)) return
    tape.poseInto(tick - 1, this.#before)
    tape.poseInto(tick, this.#pose)
    const seconds = clock.secondsAt(tick) - clock.secondsAt(tick - 1)
    if (!(seconds > 0)) return
    pool.vx[i]! += ((this.#pose.x - this.#before.x) / seconds) * inherit
    pool.vy[i]! += ((this.#pose.y - this.#before.y) / seconds) * inherit
  }
}

const WAY_SECONDS = 1e-3

/** A place of the effect → the world's. */
export const toWorld = (pose: Pose, place: { x: number; y: number }): void => {
  const x = place.x * (pose.mirror ? -pose.scale : pose.scale)
  const y = place.y * pose.scale
  cosSinInto(pose.rotate, turn)
  place.x = pose.x + x * turn[0]! - y * turn[1]!
  place.y = pose.y + x * turn[1]! + y * turn[0]!
}
