/** Where the effect is and what the view shows, moment by moment; the tape made ready for look-ups. */
import { Refusal, type PoseParts, type Surface, type Tape, type ViewRect } from '@gliv/model'
import { checkSurfaces, NO_SURROUNDINGS, surfacesBetween, Surroundings } from './contact/surroundings.ts'

/** A placed effect: first mirrored (left and right), then scaled, turned and moved. Degrees. */
export interface Pose {
  x: number
  y: number
  rotate: number
  scale: number
  mirror: boolean
}

export const emptyPose = (): Pose => ({ x: 0, y: 0, rotate: 0, scale: 1, mirror: false })

/** What the view shows when nobody says: 640 × 360 px around the world's origin. */
export const DEFAULT_VIEW: ViewRect = { x: -320, y: -180, w: 640, h: 360 }

export type MutableView = { -readonly [K in keyof ViewRect]: number }

/** Times are in ticks, so that exact comparisons need no division. */
export interface CompiledTape {
  /** The pose never changes, so that one look-up is enough. */
  readonly still: boolean
  /** Writes the effect's pose at a moment in ticks (fractions allowed). */
  poseInto(ticks: number, out: Pose): void
  viewInto(ticks: number, out: MutableView): void
  /** The surfaces on the way from the tick before to this one. */
  surroundings(tick: number): Surroundings
  /** Whether the way from one tick to the next was a jump, which emits nothing per pixel. */
  jumpsTo(tick: number): boolean
  /** Whether a birth at this moment (in ticks) may happen; the stop is not counted. */
  emitsAt(ticks: number): boolean
  /** True when some birth is ever withheld, so that counts cannot be taken from ordinals alone. */
  readonly withholds: boolean
  /** Tick of the stop; Infinity when there is none. */
  stopTick(): number
  /** Tick from which on nothing is ever emitted; Infinity when emission never ends for good. */
  endTick(): number
  /** Called once before each tick is stepped; a live tape takes over its latest inputs here. */
  advance?(tick: number): void
}

/** The shorter way from one angle to another, in degrees. */
const shorterTurn = (from: number, to: number): number => {
  const turn = to - from
  return turn - 360 * Math.floor((turn + 180) / 360)
}

export const samePose = (a: Readonly<Pose>, b: Readonly<Pose>): boolean =>
  a.x === b.x && a.y === b.y && a.rotate === b.rotate && a.scale === b.scale && a.mirror === b.mirror

const copyPose = (from: Readonly<Pose>, out: Pose): void => {
  out.x = from.x
  out.y = from.y
  out.rotate = from.rotate
  out.scale = from.scale
  out.mirror = from.mirror
}

const betweenInto = (a: Readonly<Pose>, b: Readonly<Pose>, t: number, out: Pose): void => {
  out.x = a.x + (b.x - a.x) * t
  out.y = a.y + (b.y - a.y) * t
  out.rotate = a.rotate === b.rotate ? a.rotate : a.rotate + shorterTurn(a.rotate, b.rotate) * t
  out.scale = a.scale + (b.scale - a.scale) * t
  // Mirrors jump when the sample is reached.
  out.mirror = t < 1 ? a.mirror : b.mirror
}

const viewBetweenInto = (a: ViewRect, b: ViewRect, t: number, out: MutableView): void => {
  out.x = a.x + (b.x - a.x) * t
  out.y = a.y + (b.y - a.y) * t
  out.w = a.w + (b.w - a.w) * t
  out.h = a.h + (b.h - a.h) * t
}

export const posed = (base: Readonly<Pose>, parts: PoseParts): Pose => ({
  x: parts.x ?? base.x,
  y: parts.y ?? base.y,
  rotate: parts.rotate ?? base.rotate,
  scale: parts.scale ?? base.scale,
  mirror: parts.mirror ?? base.mirror,
})

/**
 * The tape of a running game: keeps only the last two poses, so it cannot be replayed.
 * Inputs given between two ticks take effect with the next one.
 */
export class LiveTape implements CompiledTape {
  readonly withholds = true
  readonly still = false
  #tick = -1
  #from: Pose
  #to: Pose
  #next: Pose
  #fromView: ViewRect
  #toView: ViewRect
  #nextView: ViewRect
  #jump = true
  #jumped = true
  #surfaces: readonly Surface[] = []
  #nextSurfaces: readonly Surface[] = []
  #surroundings = NO_SURROUNDINGS
  #on = true
  #stopped = false
  #stoppedAt = Infinity

  constructor(start: PoseParts = {}, view: ViewRect = DEFAULT_VIEW, surfaces: readonly Surface[] = []) {
    this.setSurfaces(surfaces)
    this.#surfaces = surfaces
    this.#from = this.#to = this.#next = posed(emptyPose(), start)
    this.#fromView = this.#toView = this.#nextView = view
  }

  /** Moves the owner; births of the next tick lie on the way, unless it is a jump. */
  moveTo(pose: PoseParts, jump = false): void {
    this.#next = posed(this.#next, pose)
    this.#jump = jump
  }

  setView(view: ViewRect): void {
    this.#nextView = view
  }

  /** Surfaces with the same id move to their new place within the next tick. */
  setSurfaces(surfaces: readonly Surface[]): void {
    checkSurfaces('surfaces', surfaces)
    this.#nextSurfaces = surfaces
  }

  emit(on: boolean): void {
    this.#on = on
  }

  stop(): void {
    this.#stopped = true
  }

  advance(tick: number): void {
    this.#tick = tick
    this.#jumped = this.#jump
    this.#from = this.#jump ? this.#next : this.#to
    this.#to = this.#next
    this.#jump = false
    this.#fromView = this.#toView
    this.#toView = this.#nextView
    if (this.#surroundings.before !== this.#surfaces || this.#surroundings.after !== this.#nextSurfaces)
      this.#surroundings = new Surroundings(this.#surfaces, this.#nextSurfaces)
    this.#surfaces = this.#nextSurfaces
    if (this.#stopped && this.#stoppedAt === Infinity) this.#stoppedAt = Math.max(0, tick - 1)
  }

  surroundings(): Surroundings {
    return this.#surroundings
  }

  jumpsTo(): boolean {
    return this.#jumped
  }

  stopTick(): number {
    return this.#stoppedAt
  }

  endTick(): number {
    return this.#stopped ? Math.min(this.#stoppedAt, this.#tick + 1) : Infinity
  }

  emitsAt(): boolean {
    return this.#on
  }

  poseInto(ticks: number, out: Pose): void {
    betweenInto(this.#from, this.#to, Math.min(1, Math.max(0, ticks - (this.#tick - 1))), out)
  }

  viewInto(ticks: number, out: MutableView): void {
    viewBetweenInto(this.#fromView, this.#toView, Math.min(1, Math.max(0, ticks - (this.#tick - 1))), out)
  }
}

const POSE_NUMBERS = ['x', 'y', 'rotate', 'scale'] as const

/** Throws for a scale that is no size. @param place of the message */
export const checkPose = (place: string, parts: PoseParts): void => {
  for (const key of POSE_NUMBERS) {
    const value = parts[key]
    if (value !== undefined && !Number.isFinite(value))
      throw new Refusal(place, `${key} is ${value}; it must be a finite number`)
  }
  if (parts.scale !== undefined && !(parts.scale >= 0.001 && parts.scale <= 1000))
    throw new Refusal(
      place,
      `scale is ${parts.scale}; it must be from 0.001 to 1000; to turn left into right use mirror`,
    )
}

export const checkView = (place: string, view: ViewRect): void => {
  for (const key of ['x', 'y', 'w', 'h'] as const)
    if (!Number.isFinite(view[key]))
      throw new Refusal(place, `${key} is ${view[key]}; give x, y, w, h in world pixels`)
  if (!(view.w > 0 && view.h > 0))
    throw new Refusal(place, `the view is ${view.w} × ${view.h}; both sides must be over 0`)
}

const checkTape = (tape: Tape): void => {
  let last = 0
  tape.forEach((entry, i) => {
    if (!Number.isInteger(entry.tick) || entry.tick < last)
      throw new Refusal(
        `tape[${i}].tick`,
        `${entry.tick} is not a whole tick at or after ${last}; sort the entries and use whole ticks from 0`,
      )
    last = entry.tick
    if (entry.do === 'move' || entry.do === 'teleport') {
      checkPose(`tape[${i}]`, entry)
      if (![...POSE_NUMBERS, 'mirror' as const].some((key) => entry[key] !== undefined))
        throw new Refusal(
          `tape[${i}]`,
          `"${entry.do}" says no x, y, rotate, scale or mirror; give at least one`,
        )
    }
    if (entry.do === 'view') checkView(`tape[${i}]`, entry)
    if (entry.do === 'surfaces') checkSurfaces(`tape[${i}].surfaces`, entry.surfaces)
  })
}

interface Timed<T> {
  readonly tick: number
  readonly value: T
  readonly jump: boolean
}

/** Last index whose tick is ≤ `ticks`, or −1. */
const lastAt = (rows: readonly { readonly tick: number }[], ticks: number): number => {
  let low = 0
  let high = rows.length
  while (low < high) {
    const mid = (low + high) >> 1
    if (rows[mid]!.tick <= ticks) low = mid + 1
    else high = mid
  }
  return low - 1
}

/** Calls `between` with the rows around a moment and how far it is from the first to the second. */
const lookUp = <T>(
  rows: readonly Timed<T>[],
  ticks: number,
  between: (a: T, b: T, t: number) => void,
): void => {
  const i = rows.length === 1 ? 0 : Math.max(0, lastAt(rows, ticks))
  const here = rows[i]!
  const next = rows[i + 1]
  if (!next || next.jump || ticks <= here.tick) between(here.value, here.value, 1)
  else between(here.value, next.value, (ticks - here.tick) / (next.tick - here.tick))
}

/** Surroundings of this many ticks are kept, while surfaces move. */
const KEPT_TICKS = 64

/** Looks up the surfaces of a tick; still ones are made ready once. */
const surroundingsOf = (
  rows: readonly { readonly tick: number; readonly value: readonly Surface[] }[],
): ((tick: number) => Surroundings) => {
  const still = new Map<readonly Surface[], Surroundings>()
  const moving = new Map<number, Surroundings>()
  const at = (tick: number): readonly Surface[] => {
    const i = Math.max(0, lastAt(rows, tick))
    const here = rows[i]!
    const next = rows[i + 1]
    return next
      ? surfacesBetween(here.value, next.value, (tick - here.tick) / (next.tick - here.tick))
      : here.value
  }
  const stillFrom = (tick: number): readonly Surface[] | null => {
    const i = Math.max(0, lastAt(rows, Math.max(0, tick - 1)))
    const here = rows[i]!
    const next = rows[i + 1]
    return next && next.value.some((surface) => here.value.some((other) => other.id === surface.id))
      ? null
      : here.value
  }
  return (tick) => {
    const fixed = stillFrom(tick)
    if (fixed) {
      if (!still.has(fixed)) still.set(fixed, new Surroundings(fixed))
      return still.get(fixed)!
    }
    let found = moving.get(tick)
    if (!found) {
      if (moving.size >= KEPT_TICKS) moving.clear()
      // The way to the tick of the next entry ends where that entry begins.
      const i = Math.max(0, lastAt(rows, Math.max(0, tick - 1)))
      const [here, next] = [rows[i]!, rows[i + 1]!]
      const share = (t: number): number => (t - here.tick) / (next.tick - here.tick)
      moving.set(
        tick,
        (found = new Surroundings(
          at(Math.max(0, tick - 1)),
          surfacesBetween(here.value, next.value, Math.min(1, share(tick))),
        )),
      )
    }
    return found
  }
}

/**
 * Compiles a tape for an effect placed at a pose. Throws `Refusal` on unsorted or broken entries. @param warm
 * ticks that pass before the tape's tick 0
 */
export const compileTape = (
  tape: Tape,
  start: PoseParts = {},
  view: ViewRect = DEFAULT_VIEW,
  warm = 0,
  surfaces: readonly Surface[] = [],
): CompiledTape => {
  checkPose('the effect', start)
  checkView('--view', view)
  checkSurfaces('surfaces', surfaces)
  checkTape(tape)
  const poses: Timed<Pose>[] = [{ tick: 0, value: posed(emptyPose(), start), jump: true }]
  const views: Timed<ViewRect>[] = [{ tick: 0, value: view, jump: true }]
  const grounds: { tick: number; value: readonly Surface[] }[] = [{ tick: 0, value: surfaces }]
  const gates: { tick: number; on: boolean }[] = []
  const jumps = new Set<number>()
  let stop = Infinity
  for (const entry of tape) {
    const tick = entry.tick + warm
    if (entry.do === 'stop') stop = Math.min(stop, tick)
    else if (entry.do === 'emit') gates.push({ tick, on: entry.on })
    else if (entry.do === 'surfaces') grounds.push({ tick, value: entry.surfaces })
    else if (entry.do === 'view')
      views.push({ tick, value: { x: entry.x, y: entry.y, w: entry.w, h: entry.h }, jump: false })
    else {
      poses.push({ tick, value: posed(poses.at(-1)!.value, entry), jump: entry.do === 'teleport' })
      if (entry.do === 'teleport') jumps.add(tick)
    }
  }
  // One function each, made once: a look-up allocates nothing.
  let poseOut: Pose
  let viewOut: MutableView
  const toPose = (a: Pose, b: Pose, t: number): void =>
    a === b ? copyPose(a, poseOut) : betweenInto(a, b, t, poseOut)
  const toView = (a: ViewRect, b: ViewRect, t: number): void => viewBetweenInto(a, b, t, viewOut)
  return {
    still: poses.length === 1,
    withholds: gates.some((g) => !g.on) || stop < Infinity,
    stopTick: () => stop,
    endTick: () => {
      // Emission ends for good at the stop, or at the first gate after which none opens again.
      let end = stop
      for (let i = gates.length - 1; i >= 0 && !gates[i]!.on; i--) end = Math.min(end, gates[i]!.tick)
      return end
    },
    emitsAt: (ticks) => {
      const i = gates.length === 0 ? -1 : lastAt(gates, ticks)
      return i < 0 || gates[i]!.on
    },
    jumpsTo: (tick) => jumps.has(tick),
    surroundings: surroundingsOf(grounds),
    poseInto: (ticks, out) => {
      poseOut = out
      lookUp(poses, ticks, toPose)
    },
    viewInto: (ticks, out) => {
      viewOut = out
      lookUp(views, ticks, toView)
    },
  }
}
