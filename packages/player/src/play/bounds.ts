/** Where in the world an effect shows, so that what nobody sees need not be drawn. */
import {
  type Frame,
  INSTANCE_WORDS,
  type ResolvedEffect,
  type ResolvedEmitter,
  type ViewRect,
} from '@gliv/model'

/** Bounds are measured every so many ticks. */
export const MEASURE_TICKS = 6
/** Room around them in px, beside what may be travelled until they are measured again. */
const ROOM = 32

/** How far an effect reaches at once, whatever happens in it. */
export interface Extent {
  /** What it shows follows the view, or depends on it, so that it is never out of it. */
  readonly followsView: boolean
  /** The fastest that anything is sent out, in px/s. */
  readonly speed: number
  /** How far from its place something may be born, its sprite included, in px. */
  readonly reach: number
}

const onView = ({ shape, space, wrap, wrapIn, sizeUnit }: ResolvedEmitter): boolean =>
  shape === 'view' ||
  shape === 'viewEdge' ||
  space === 'pinned' ||
  sizeUnit === 'view' ||
  (wrap !== 'none' && wrapIn === 'view')

const size = (value: number | { readonly from: number; readonly to: number }): number =>
  typeof value === 'number' ? Math.abs(value) : Math.max(Math.abs(value.from), Math.abs(value.to))

/** Numbers that say how far from its effect an emitter sends out; those of other shapes make it larger, not wrong. */
const LENGTHS = [
  ...['offsetX', 'offsetY', 'shapeWidth', 'shapeHeight', 'shapeRadius', 'endX', 'endY', 'edgeOutset'],
  ...['jitterX', 'jitterY'],
] as const satisfies readonly (keyof ResolvedEmitter['numbers'])[]

/** Largest distance from the origin in a list of places, whatever form they have. */
const farthest = (places: unknown): number => {
  if (typeof places === 'number') return Math.abs(places)
  if (typeof places !== 'object' || places === null) return 0
  return Object.values(places).reduce<number>((most, part) => Math.max(most, farthest(part)), 0)
}

const emitterReach = ({ numbers, lanes, drives = {}, mask, path, travel, type }: ResolvedEmitter): number => {
  const lane = (id: (typeof LENGTHS)[number]): number => {
    const most = ({ from = 0, to = 0 } = {}): number => Math.max(Math.abs(from), Math.abs(to))
    return most(lanes[id]) + most(drives[id])
  }
  const places = LENGTHS.reduce((sum, id) => sum + size(numbers[id]) + lane(id), 0)
  const sprites = type.pictures.flatMap(({ frames }) => frames.map(({ w, h }) => w + h))
  return (
    places +
    farthest([mask?.x, mask?.y, path, travel]) +
    Math.max(0, ...sprites) * Math.max(1, size(type.numbers.scale))
  )
}

const extents = new WeakMap<ResolvedEffect, Extent>()

/** Found once an effect. */
export const extentOf = (effect: ResolvedEffect): Extent => {
  let extent = extents.get(effect)
  if (!extent) extents.set(effect, (extent = findExtent(effect)))
  return extent
}

const findExtent = ({ emitters, parts }: ResolvedEffect): Extent => {
  const inner = [
    ...emitters.flatMap(({ relays }) =>
      relays.flatMap(({ effect }) => (effect ? [{ away: 0, ...extentOf(effect) }] : [])),
    ),
    ...parts.flatMap(({ choices, numbers }) =>
      choices.map(({ effect }) => ({
        ...extentOf(effect),
        away: Math.abs(numbers.partX) + Math.abs(numbers.partY),
      })),
    ),
  ]
  const speedOf = ({ numbers, lanes, drives = {} }: ResolvedEmitter): number =>
    [lanes.speed, drives.speed].reduce(
      (speed, lane) => speed * Math.max(1, lane?.from ?? 1, lane?.to ?? 1),
      size(numbers.speed),
    )
  return {
    followsView: emitters.some(onView) || inner.some((one) => one.followsView),
    speed: Math.max(0, ...emitters.map(speedOf), ...inner.map(({ speed }) => speed)),
    reach: Math.max(0, ...emitters.map(emitterReach), ...inner.map(({ away, reach }) => away + reach)),
  }
}

/** The box that the last measured picture filled, the effect's own place always in it. */
export class Bounds {
  left = 0
  top = 0
  right = 0
  bottom = 0
  #tick = -1
  /** How far an edge may have moved until the next measurement. */
  #reach: number
  readonly #least: number
  /** How far from its place something may be born, in px. */
  readonly #around: number

  constructor(x: number, y: number, { speed: sent, reach }: Extent, scale: number, rate: number) {
    this.#least = (scale * sent * MEASURE_TICKS) / rate
    this.#reach = this.#least
    this.#around = reach * scale
    this.#startAt(x, y)
  }

  #startAt(x: number, y: number): void {
    this.left = x - this.#around
    this.right = x + this.#around
    this.top = y - this.#around
    this.bottom = y + this.#around
  }

  /** Whether a tick asks for another measurement. */
  isDue(tick: number): boolean {
    return this.#tick < 0 || tick - this.#tick >= MEASURE_TICKS || tick < this.#tick
  }

  /** Takes the box of a picture. @param x, y the effect's own place */
  measure({ f32, count, originX, originY }: Frame, x: number, y: number, tick: number): void {
    const { left, top, right, bottom } = this
    this.#startAt(x - originX, y - originY)
    for (let i = 0, o = 0; i < count; i++, o += INSTANCE_WORDS) this.#include(f32, o)
    this.left += originX
    this.right += originX
    this.top += originY
    this.bottom += originY
    const grown = Math.max(left - this.left, top - this.top, this.right - right, this.bottom - bottom)
    this.#reach = Math.max(this.#least, this.#tick < 0 ? 0 : grown)
    this.#tick = tick
  }

  #include(f32: Float32Array, o: number): void {
    const x = f32[o]!
    const y = f32[o + 1]!
    const ax = f32[o + 2]!
    const ay = f32[o + 3]!
    const dx = f32[o + 4]!
    const dy = f32[o + 5]!
    const left = x + Math.min(0, ax) + Math.min(0, dx)
    const top = y + Math.min(0, ay) + Math.min(0, dy)
    const right = x + Math.max(0, ax) + Math.max(0, dx)
    const bottom = y + Math.max(0, ay) + Math.max(0, dy)
    if (left < this.left) this.left = left
    if (top < this.top) this.top = top
    if (right > this.right) this.right = right
    if (bottom > this.bottom) this.bottom = bottom
  }

  /** The effect has moved: it may show wherever it did, and there as well. */
  moved(dx: number, dy: number): void {
    if (dx < 0) this.left += dx
    else this.right += dx
    if (dy < 0) this.top += dy
    else this.bottom += dy
  }

  /** How far in px the box is from a view, what may have been travelled taken off; 0 where it may be inside. */
  distanceTo({ x, y, w, h }: ViewRect): number {
    const dx = Math.max(x - this.right, this.left - (x + w), 0)
    const dy = Math.max(y - this.bottom, this.top - (y + h), 0)
    return Math.max(0, Math.max(dx, dy) - this.#reach - ROOM)
  }
}
