/** A birth: place on the shape, heading and speed, brought into the space that the particle lives in. */
import { type NumbersOf, type PropertyId, type ResolvedEmitter, STREAMS } from '@gliv/model'
import { depthFactor, type CompiledRamp, compileRamp, rampAt } from '../appearance/index.ts'
import {
  AIMERS,
  N,
  READ,
  type PathPlace,
  type PlaceQuestion,
  PLACERS,
  emptyPose,
  PoseTransform,
  type MutableView,
  type Pose,
  samePose,
  createShape,
  emptySpot,
  onView,
  type Shape,
  SHAPE_SAMPLERS,
  type ShapeSampler,
} from '../geometry/index.ts'
import { type Moment, type SimulationContext, EmitterCentre } from '../input/index.ts'
import { angleOf, cosSinIn, sample, sampleInto, sampleRangeInto } from '../maths/index.ts'
import { type EmitterProgram, pieceCount, withLane } from '../program/index.ts'
import type { Pool } from '../state/index.ts'
import { writeLaunchParameters, writePoseParameters } from './kernelLaunch.ts'
import { relayedInto } from './relays/relayedPlace.ts'

/** Where a drawn number arrives: a value that a function gives back may cost an object. */
const sampled = new Float64Array(1)

const turn = new Float64Array(2)
const anchorX = new Float64Array(1)
const anchorY = new Float64Array(1)
/** A unit direction, as cos and sin; draws of a place go through here, too, before there is one. */
const pair = new Float64Array(2)

/** Sizes of a shape that lanes and the view may change. */
const SIZES = {
  width: 'shapeWidth',
  height: 'shapeHeight',
  radius: 'shapeRadius',
  inner: 'shapeInner',
  arc: 'shapeArc',
  angle: 'shapeAngle',
  tilt: 'shapeTilt',
  endX: 'endX',
  endY: 'endY',
  depth: 'edgeDepth',
  outset: 'edgeOutset',
} as const satisfies { readonly [K in keyof Shape]?: PropertyId }
const SIZE_KEYS = Object.keys(SIZES) as (keyof typeof SIZES)[]
/** What percent of the view means: of its width, its height, or the shorter of both. */
const VIEW_SHARES = {
  width: 'w',
  height: 'h',
  radius: 'both',
  inner: 'both',
  endX: 'w',
  endY: 'h',
  depth: 'both',
  outset: 'both',
} as const

export class Launcher {
  readonly #program: EmitterProgram
  readonly #source: ResolvedEmitter
  readonly #numbers: NumbersOf<'emitter'>
  readonly #context: SimulationContext
  readonly #shape: Shape
  readonly #sample: ShapeSampler
  readonly #dynamic: boolean
  /** A game may say where its segment ends. */
  readonly #anchored: boolean
  readonly #end = { x: 0, y: 0 }
  readonly #view: boolean
  readonly #outline: boolean
  readonly #centre: EmitterCentre
  readonly #spot = emptySpot()
  readonly #way: PathPlace = { x: 0, y: 0, tx: 1, ty: 0 }
  readonly #pose: Pose = emptyPose()
  readonly #before: Pose = emptyPose()
  readonly #transform = new PoseTransform()
  readonly #rect: MutableView = { x: 0, y: 0, w: 0, h: 0 }
  /** The numbers of `READ`, as they are now. */
  readonly #now = new Float64Array(READ.length)
  readonly #laned: boolean
  #delay: CompiledRamp | null = null
  #byKernels = false
  #pathDeg = 0
  #ticks = 0
  /** What the placement asks about; the caller fills in ordinals before `place`. */
  readonly question: PlaceQuestion

  constructor(program: EmitterProgram, context: SimulationContext) {
    const { source } = program
    this.#program = program
    this.#source = source
    this.#numbers = source.numbers
    this.#context = context
    this.#shape = createShape(source, source.numbers, source.mask)
    this.#sample = SHAPE_SAMPLERS[source.shape]
    this.#anchored = source.shape === 'segment' && context.tape.endInto !== undefined
    this.#dynamic =
      source.sizeUnit === 'view' || SIZE_KEYS.some((key) => program.lanes[SIZES[key]] !== undefined)
    this.#view = onView(source.shape)
    this.#outline =
      source.fill === 'outline' ||
      (this.#shape.path !== null && this.#shape.inside === null && source.shape !== 'ellipse')
    this.#centre = new EmitterCentre(program, context)
    this.#laned = READ.some((id) => program.lanes[id] !== undefined)
    READ.forEach((id, k) => (this.#now[k] = source.numbers[id]))
    context.tape.poseInto(0, this.#pose)
    this.question = {
      ordinal: 0,
      inBurst: 0,
      burstCount: 0,
      places: program.places,
      seed: context.seed ^ source.salt,
    }
  }

  /** Tells a pool how to launch by itself, where it ever can. */
  writeKernelParameters(pool: Pool): void {
    this.#byKernels =
      pool.slab !== null &&
      !this.#dynamic &&
      !this.#view &&
      writeLaunchParameters(pool, this.#program, this.#shape, this.#pose)
  }

  /**
   * Whether the pool can launch the births of a tick by itself: the effect must stand still meanwhile, unless
   * they are carried.
   */
  leaves(pool: Pool, tick: number): boolean {
    const { tape } = this.#context
    if (this.#anchored && tape.endInto!(tick, this.#end)) return false
    if (!this.#byKernels || tape.still || this.#source.space === 'carried') return this.#byKernels
    tape.poseInto(tick - 1, this.#before)
    tape.poseInto(tick, this.#pose)
    if (!samePose(this.#before, this.#pose)) return false
    writePoseParameters(pool, this.#pose)
    return true
  }

  /** Takes over the lanes' values at a moment. */
  #relane(seconds: number): void {
    for (let k = 0; k < READ.length; k++)
      this.#now[k] = withLane(this.#program.lanes[READ[k]!], this.#numbers[READ[k]!], seconds)
  }

  /**
   * Sizes as they are now; percent of the view are taken back through the effect's scale, because the view
   * does not scale.
   */
  #resize(seconds: number): void {
    const shape = this.#shape
    const percent = this.#source.sizeUnit === 'view'
    for (const key of SIZE_KEYS) {
      let size: number = withLane(this.#program.lanes[SIZES[key]], this.#numbers[SIZES[key]], seconds)
      const share = percent ? (VIEW_SHARES as Record<string, 'w' | 'h' | 'both'>)[key] : undefined
      if (share)
        size *=
          (share === 'both' ? Math.min(this.#rect.w, this.#rect.h) : this.#rect[share]) /
          100 /
          (this.#view ? 1 : this.#pose.scale)
      shape[key] = size
    }
  }

  /** The segment ends where the game says, as seen from its own beginning; it has as many places as then fit. */
  #endAtAnchor(seconds: number): void {
    if (!this.#context.tape.endInto!(this.#ticks, this.#end)) return
    const shape = this.#shape
    anchorX[0] = this.#end.x
    anchorY[0] = this.#end.y
    this.#transform.set(this.#pose)
    this.#transform.localPlaceIn(anchorX, anchorY, 0)
    this.#centre.localInto(seconds, this.#way)
    shape.endX = anchorX[0]! - this.#way.x
    shape.endY = anchorY[0]! - this.#way.y
    const { pieceFit, numbers } = this.#source
    const { endX, endY } = shape
    this.question.places = pieceCount({ pieceFit, numbers: { ...numbers, endX, endY } })
  }

  /** Share of the shape at which the particle with this key will be born; `question` must be filled in. */
  along(hi: number, lo: number): number {
    pair[0] = sample(hi, lo, STREAMS.place, 0)
    pair[1] = sample(hi, lo, STREAMS.place, 1)
    this.#placeInOrder()
    return Math.min(1, pair[0]!)
  }

  /** Share of the delay along the shape for a relayed birth with this key. */
  delayShare(hi: number, lo: number, ordinal: number): number {
    this.question.ordinal = ordinal
    this.question.burstCount = 0
    this.#delay ??= compileRamp(this.#source.along.delay)
    return rampAt(this.#delay, this.along(hi, lo))
  }

  /** Draws the place in slot `i` into `pair`. */
  #choosePlace(pool: Pool, i: number): void {
    sampleInto(pool.keyHi, pool.keyLo, i, STREAMS.place, 0, sampled)
    pair[0] = sampled[0]!
    sampleInto(pool.keyHi, pool.keyLo, i, STREAMS.place, 1, sampled)
    pair[1] = sampled[0]!
    if (this.#source.placement !== 'random') this.#placeInOrder()
  }

  /** The place of `question`, counted from the shape's start, into `pair`. */
  #placeInOrder(): void {
    const { placement, shape } = this.#source
    const { pieces, places } = this.#program
    PLACERS[placement](this.question, shape, this.#outline, pair)
    const { burstCount } = this.question
    // Bursts of another number than there are pieces spread as they like.
    const whole = placement !== 'evenly' || burstCount === places
    if (pieces && whole) pair[0]! *= pieces.spacing
  }

  /**
   * Writes place, velocity and what belongs to the place into slot `i`; the key must be there. No step is
   * made yet.
   * @param from what a relay has ordered; the shape then stands there, and headings count from its direction
   */
  launch(pool: Pool, i: number, moment: Moment, from: Float64Array | null = null): void {
    const spot = this.#spot
    this.#readMoment(moment)
    this.#choosePlace(pool, i)
    pool.along[i] = Math.min(1, pair[0]!)
    spot.colour = 0xffffff
    this.#sample(this.#shape, pair, spot)
    pool.colour[i] = spot.colour
    if (this.#now[N.jitterX]! > 0 || this.#now[N.jitterY]! > 0) this.#jitter(pool, i)
    this.#aim(pool, i)
    sampleRangeInto(this.#numbers.speed, pool.keyHi, pool.keyLo, i, STREAMS.speed, sampled)
    const speed = this.#slowed(
      pool,
      i,
      this.#program.lanes.speed === undefined
        ? sampled[0]!
        : withLane(this.#program.lanes.speed, sampled[0]!, moment.timeline),
    )
    this.#centre.localInto(moment.timeline, this.#way)
    pool.x[i] = spot.x + this.#way.x
    pool.y[i] = spot.y + this.#way.y
    pool.faceX[i] = pair[0]!
    pool.faceY[i] = pair[1]!
    pool.vx[i] = pair[0]! * speed
    pool.vy[i] = pair[1]! * speed
    // The path's own direction where it was born: the fan has no say.
    this.#pathDeg = this.#source.type.facing === 'path' ? angleOf(spot.tx, spot.ty) : 0
    if (from) this.#intoRelayed(pool, i, from)
    else this.#intoSpace(pool, i, moment)
  }

  /** A launch speed as it is at the particle's depth. */
  #slowed(pool: Pool, i: number, speed: number): number {
    const { depthSpeed } = this.#source.type.numbers
    if (depthSpeed === 1) return speed
    sampleInto(pool.keyHi, pool.keyLo, i, STREAMS.depth, 0, sampled)
    return speed * depthFactor(depthSpeed, sampled[0]!)
  }

  #intoRelayed(pool: Pool, i: number, from: Float64Array): void {
    relayedInto(pool, i, this.#source.space, this.#pose, this.#rect, from)
    if (this.#pathDeg !== 0) pool.effectTurnDeg[i]! += this.#pathDeg * (pool.effectScale[i]! < 0 ? -1 : 1)
  }

  /** Where the effect stands, what the view shows, and what lanes say, at a birth. */
  #readMoment(moment: Moment): void {
    const { tape } = this.#context
    if (!tape.still) tape.poseInto(moment.ticks, this.#pose)
    if (this.#dynamic || this.#view || this.#source.space === 'pinned')
      tape.viewInto(moment.ticks, this.#rect)
    if (this.#view) Object.assign(this.#shape.view, this.#rect)
    this.#ticks = moment.ticks
    if (this.#dynamic) this.#resize(moment.timeline)
    if (this.#anchored) this.#endAtAnchor(moment.timeline)
    if (this.#laned) this.#relane(moment.timeline)
  }

  /** Writes the direction of the particle in slot `i` to `pair`. */
  #aim(pool: Pool, i: number): void {
    const now = this.#now
    const fanned = this.#source.aim !== 'ball' && now[N.fan]! !== 0
    // A plain heading with a fan is turned by it before its cosine is taken.
    if (!fanned || this.#source.aim !== 'direction') {
      pair[0] = now[N.heading]!
      cosSinIn(pair)
      AIMERS[this.#source.aim](this.#spot, pair, now, pool, i)
    }
    if (fanned) this.#fanOut(pool, i)
  }

  #jitter(pool: Pool, i: number): void {
    sampleInto(pool.keyHi, pool.keyLo, i, STREAMS.jitter, 0, sampled)
    this.#spot.x += (2 * sampled[0]! - 1) * this.#now[N.jitterX]!
    sampleInto(pool.keyHi, pool.keyLo, i, STREAMS.jitter, 1, sampled)
    this.#spot.y += (2 * sampled[0]! - 1) * this.#now[N.jitterY]!
  }

  /**
   * Turns `pair` by the drawn part of the fan. A plain heading is turned before its cosine is taken, which is
   * exact.
   */
  #fanOut(pool: Pool, i: number): void {
    sampleInto(pool.keyHi, pool.keyLo, i, STREAMS.fan, 0, sampled)
    const by = this.#now[N.fan]! * (sampled[0]! - 0.5)
    if (this.#source.aim === 'direction') {
      pair[0] = this.#now[N.heading]! + by
      cosSinIn(pair)
      return
    }
    turn[0] = by
    cosSinIn(turn)
    const x = pair[0]!
    const y = pair[1]!
    pair[0] = x * turn[0]! - y * turn[1]!
    pair[1] = y * turn[0]! + x * turn[1]!
  }

  #intoSpace(pool: Pool, i: number, moment: Moment): void {
    const { space } = this.#source
    const pose = this.#pose
    const inherit = this.#now[N.inherit]!
    pool.effectTurnDeg[i] = this.#pathDeg
    pool.effectScale[i] = 1
    if (space === 'carried') {
      if (this.#view) this.#viewToLocal(pool, i)
      if (inherit !== 0) this.#addOwnWay(pool, i, moment, inherit)
      return
    }
    const transform = this.#transform
    transform.set(pose)
    if (this.#view) {
      pool.x[i] = this.#rect.x + this.#rect.w / 2 + pool.x[i]!
      pool.y[i] = this.#rect.y + this.#rect.h / 2 + pool.y[i]!
    } else transform.placeIn(pool.x, pool.y, i)
    if (inherit !== 0) this.#addOwnWay(pool, i, moment, inherit)
    transform.vectorIn(pool.vx, pool.vy, i)
    transform.directionIn(pool.faceX, pool.faceY, i)
    pool.effectTurnDeg[i] = pose.rotate + transform.side * this.#pathDeg
    pool.effectScale[i] = transform.side * pose.scale
    if (inherit !== 0) this.#addOwnerWay(pool, i, moment, inherit)
    if (space === 'pinned') {
      pool.x[i]! -= this.#rect.x
      pool.y[i]! -= this.#rect.y
    }
  }

  /** Places on the view, seen from a carried effect. */
  #viewToLocal(pool: Pool, i: number): void {
    this.#transform.set(this.#pose)
    pool.x[i] = this.#rect.x + this.#rect.w / 2 + pool.x[i]!
    pool.y[i] = this.#rect.y + this.#rect.h / 2 + pool.y[i]!
    this.#transform.localPlaceIn(pool.x, pool.y, i)
  }

  /** Speed of the emitter's travel, in local px per second: from a thousandth of a second before. */
  #addOwnWay(pool: Pool, i: number, moment: Moment, inherit: number): void {
    if (!this.#centre.travels) return
    this.#centre.travelInto(moment.timeline, 0, this.#way)
    const { x, y } = this.#way
    this.#centre.travelInto(moment.timeline, WAY_SECONDS, this.#way)
    pool.vx[i]! += ((x - this.#way.x) / WAY_SECONDS) * inherit
    pool.vy[i]! += ((y - this.#way.y) / WAY_SECONDS) * inherit
  }

  /** Speed of the effect's owner over the tick of the birth. */
  #addOwnerWay(pool: Pool, i: number, moment: Moment, inherit: number): void {
    const { tape, clock } = this.#context
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
