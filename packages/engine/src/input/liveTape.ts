import type { KnobValues, PoseParts, Surface, ViewRect } from '@gliv/model'
import {
  copyPose,
  emptyPose,
  type MutableView,
  type Pose,
  poseBetweenInto,
  posed,
  viewBetweenInto,
  Surroundings,
} from '../geometry/index.ts'
import { KnobTrack } from './knobTrack.ts'
import { type CompiledTape, DEFAULT_VIEW } from './tape.ts'

/** Ticks that moments at a tick may be off by: counted from other sides they read a hair earlier or later. */
export const HAIR = 1e-9

/** How far a moment is on the way to a tick, 0 to 1. */
export const shareOf = (ticks: number, tick: number): number => {
  const share = ticks - (tick - 1)
  return share < HAIR ? 0 : share > 1 - HAIR ? 1 : share
}

/** A jump happens at the very tick, as on any tape. */
export const onTheWay = (from: Pose, to: Pose, jumped: boolean, share: number, out: Pose): void => {
  if (jumped && share < 1) copyPose(from, out)
  else poseBetweenInto(from, to, share, out)
}

/** What holds on the way from one tick to the next. @internal */
export interface TapeRow {
  readonly from: Pose
  readonly to: Pose
  readonly fromView: ViewRect
  readonly toView: ViewRect
  readonly fromEnd: Place | null
  readonly toEnd: Place | null
  readonly jumped: boolean
  readonly before: readonly Surface[]
  readonly surfaces: readonly Surface[]
  readonly on: boolean
}

interface Place {
  readonly x: number
  readonly y: number
}

/**
 * The tape of a running game: keeps only the last two poses, so it cannot be replayed.
 * Inputs given between two ticks take effect with the next one.
 */
export class LiveTape implements CompiledTape {
  /** Something has been withheld, so that ordinals alone do not tell what was born. */
  hasEmitToggle = false
  readonly still = false
  #tick = -1
  #from: Pose
  #to: Pose
  #next: Pose
  #fromView: ViewRect
  #toView: ViewRect
  #nextView: ViewRect
  /** Point B of segments, where somebody has said so. */
  #fromEnd: Place | null = null
  #toEnd: Place | null = null
  #nextEnd: Place | null = null
  #jump = true
  #jumped = true
  #surfaces: readonly Surface[] = []
  #nextSurfaces: readonly Surface[] = []
  #before: readonly Surface[] = []
  /** Made when something asks for it: a player may be without contact. */
  #surroundings: Surroundings | null = null
  #on = true
  #stopped = false
  #stoppedAt = Infinity

  readonly #knobs: KnobTrack

  constructor(
    start: PoseParts = {},
    view: ViewRect = DEFAULT_VIEW,
    surfaces: readonly Surface[] = [],
    knobs: KnobValues = {},
  ) {
    this.#knobs = new KnobTrack(knobs, true)
    this.#before = this.#surfaces = this.#nextSurfaces = surfaces
    this.#from = this.#to = this.#next = posed(emptyPose(), start)
    this.#fromView = this.#toView = this.#nextView = view
  }

  /** Moves the owner; births of the next tick lie on the way, unless it is a jump. */
  moveTo(pose: PoseParts, jump = false): void {
    this.#next = posed(this.#next, pose)
    this.#jump = jump
  }

  /** Moves point B of segments to a place in the world; births of the next tick lie on the way. */
  anchorTo(x: number, y: number): void {
    this.#nextEnd = { x, y }
    // The first place is not on a way.
    if (!this.#toEnd) this.#fromEnd = this.#toEnd = this.#nextEnd
  }

  endInto(ticks: number, out: { x: number; y: number }): boolean {
    const [from, to] = [this.#fromEnd, this.#toEnd]
    if (!from || !to) return false
    const t = shareOf(ticks, this.#tick)
    out.x = from.x + (to.x - from.x) * t
    out.y = from.y + (to.y - from.y) * t
    return true
  }

  /** Turns a knob. */
  turn(name: string, value: number | string): void {
    this.#knobs.set(name, value, this.#tick + 1)
  }

  get knobsSaid(): boolean {
    return this.#knobs.said
  }

  knobAt(name: string, tick: number): number | string | undefined {
    return this.#knobs.at(name, tick)
  }

  setView(view: ViewRect): void {
    this.#nextView = view
  }

  /** Surfaces with the same id move to their new place within the next tick. */
  setSurfaces(surfaces: readonly Surface[]): void {
    this.#nextSurfaces = surfaces
  }

  /**
   * Everything stands where it was last said to, as if it had come there by a jump: for a seek to a tick.
   * @param tick on the clock, warm-up included
   */
  settle(tick: number): void {
    this.#tick = tick
    this.#knobs.settle()
    this.#from = this.#to = this.#next
    this.#fromView = this.#toView = this.#nextView
    this.#fromEnd = this.#toEnd = this.#nextEnd
    this.#jump = this.#jumped = false
    this.#before = this.#surfaces = this.#nextSurfaces
    this.#surroundings = null
  }

  emit(on: boolean): void {
    this.hasEmitToggle ||= !on
    this.#on = on
  }

  stop(): void {
    this.#stopped = this.hasEmitToggle = true
  }

  advance(tick: number): void {
    this.#tick = tick
    this.#jumped = this.#jump
    this.#from = this.#to
    this.#to = this.#next
    this.#jump = false
    this.#fromView = this.#toView
    this.#toView = this.#nextView
    this.#fromEnd = this.#toEnd
    this.#toEnd = this.#nextEnd
    if (this.#before !== this.#surfaces || this.#surfaces !== this.#nextSurfaces) this.#surroundings = null
    this.#before = this.#surfaces
    this.#surfaces = this.#nextSurfaces
    if (this.#stopped && this.#stoppedAt === Infinity) this.#stoppedAt = Math.max(0, tick - 1)
  }

  /** What a simulation reads. @internal */
  get reading(): CompiledTape {
    return this
  }

  /** What holds now; for who keeps it. @internal */
  protected get row(): TapeRow {
    return {
      ...{ from: this.#from, to: this.#to, fromView: this.#fromView, toView: this.#toView },
      ...{ fromEnd: this.#fromEnd, toEnd: this.#toEnd, jumped: this.#jumped },
      ...{ before: this.#before, surfaces: this.#surfaces, on: this.#on },
    }
  }

  surroundings(_tick?: number): Surroundings {
    return (this.#surroundings ??= new Surroundings(this.#before, this.#surfaces))
  }

  jumpsTo(_tick?: number): boolean {
    return this.#jumped
  }

  stopTick(): number {
    return this.#stoppedAt
  }

  endTick(): number {
    return this.#stopped ? Math.min(this.#stoppedAt, this.#tick + 1) : Infinity
  }

  emitsAt(_ticks?: number, _tick?: number): boolean {
    return this.#on
  }

  poseInto(ticks: number, out: Pose): void {
    onTheWay(this.#from, this.#to, this.#jumped, shareOf(ticks, this.#tick), out)
  }

  viewInto(ticks: number, out: MutableView): void {
    viewBetweenInto(this.#fromView, this.#toView, shareOf(ticks, this.#tick), out)
  }
}
