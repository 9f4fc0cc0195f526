/**
 * The tape of a running game that keeps what held in its last ticks, so that an effect can be run again with other
 * numbers: while a game is being made, not in the game that ships.
 */
import { BoundedCache } from '@gliv/base'
import type { KnobValues, PoseParts, Surface, ViewRect } from '@gliv/model'
import { type MutableView, type Pose, Surroundings, viewBetweenInto } from '../geometry/index.ts'
import { KnobTrack } from './knobTrack.ts'
import { HAIR, LiveTape, onTheWay, shareOf, type TapeRow } from './liveTape.ts'
import { type CompiledTape, DEFAULT_VIEW } from './tape.ts'

/** The tick on whose way a moment lies. */
const tickOf = (ticks: number): number => Math.ceil(ticks - HAIR)

/** Surroundings of this many ticks are kept, while surfaces move. */
const KEPT_SURROUNDINGS = 64

/** A game's tape that remembers its last ticks; moments before them read as the first that is remembered. */
export class KeptTape extends LiveTape {
  /** Ticks that are kept. */
  readonly length: number
  readonly #rows: TapeRow[] = []
  /** Tick of the first row. */
  #first = 0
  readonly #turned: KnobTrack
  /** How knobs were set from the beginning, and when they were turned: the tick whose step had it first. */
  readonly startKnobs: KnobValues
  readonly turns: { readonly tick: number; readonly name: string; readonly value: number | string }[] = []
  #clock = -1
  readonly #moving = new BoundedCache<TapeRow, Surroundings>(KEPT_SURROUNDINGS)
  /** Of surfaces that stay. */
  readonly #still = new WeakMap<readonly Surface[], Surroundings>()
  readonly #reading: TapePart

  /** @param length ticks that are kept */
  constructor(
    length: number,
    start: PoseParts = {},
    view: ViewRect = DEFAULT_VIEW,
    surfaces: readonly Surface[] = [],
    knobs: KnobValues = {},
  ) {
    super(start, view, surfaces, knobs)
    this.length = length
    this.#turned = new KnobTrack(knobs)
    this.startKnobs = knobs
    this.#reading = new TapePart(this)
  }

  override get reading(): TapePart {
    return this.#reading
  }

  /** First tick that is known; what lies before is as it was there. */
  get first(): number {
    return this.#first
  }

  /** What is kept, oldest first; the last is of the present tick. */
  get rows(): readonly TapeRow[] {
    return this.#rows
  }

  /** Tick on the clock, warm-up included. */
  get now(): number {
    return this.#clock
  }

  /** Several simulations may read one tape: the first that comes to a tick takes it over. */
  override advance(tick: number): void {
    if (tick <= this.#clock) return
    super.advance(tick)
    this.#keep(tick)
  }

  override settle(tick: number): void {
    super.settle(tick)
    // As if everything had always stood there.
    this.#rows.length = 0
    this.#keep(tick)
    this.#first = 0
    this.#turned.settle()
  }

  #keep(tick: number): void {
    if (this.#rows.length === 0) this.#first = tick
    this.#clock = tick
    this.#rows.push(this.row)
    if (this.#rows.length <= this.length * 2) return
    // Rarely, and then many at once.
    this.#rows.splice(0, this.#rows.length - this.length)
    this.#first = tick - this.length + 1
  }

  #rowAt(tick: number): TapeRow {
    const back = this.#clock - tick
    return this.#rows[Math.min(this.#rows.length - 1, Math.max(0, this.#rows.length - 1 - back))] ?? this.row
  }

  override turn(name: string, value: number | string): void {
    super.turn(name, value)
    this.#turned.set(name, value, this.#clock + 1)
    this.turns.push({ tick: this.#clock + 1, name, value })
    if (this.turns.length > this.length) this.turns.shift()
  }

  override knobAt(name: string, tick: number): number | string | undefined {
    return this.#turned.at(name, tick)
  }

  override emitsAt(_ticks: number, tick: number): boolean {
    return this.#rowAt(tick).on
  }

  override jumpsTo(tick: number): boolean {
    return this.#rowAt(tick).jumped
  }

  override surroundings(tick: number): Surroundings {
    const row = this.#rowAt(tick)
    const { before, surfaces } = row
    const moves = before !== surfaces
    const known = moves ? this.#moving.get(row) : this.#still.get(surfaces)
    if (known) return known
    const made = new Surroundings(before, surfaces)
    if (moves) this.#moving.set(row, made)
    else this.#still.set(surfaces, made)
    return made
  }

  override poseInto(ticks: number, out: Pose): void {
    const tick = tickOf(ticks)
    const { from, to, jumped } = this.#rowAt(tick)
    onTheWay(from, to, jumped, shareOf(ticks, tick), out)
  }

  override viewInto(ticks: number, out: MutableView): void {
    const tick = tickOf(ticks)
    const { fromView, toView } = this.#rowAt(tick)
    viewBetweenInto(fromView, toView, shareOf(ticks, tick), out)
  }

  override endInto(ticks: number, out: { x: number; y: number }): boolean {
    const tick = tickOf(ticks)
    const { fromEnd, toEnd } = this.#rowAt(tick)
    if (!fromEnd || !toEnd) return false
    const t = shareOf(ticks, tick)
    out.x = fromEnd.x + (toEnd.x - fromEnd.x) * t
    out.y = fromEnd.y + (toEnd.y - fromEnd.y) * t
    return true
  }
}

/** A kept tape as one of several simulations reads it, which only sends out between two ticks. */
export class TapePart implements CompiledTape {
  readonly #of: KeptTape
  readonly #opens: number
  #closes = Infinity

  /** @param opens tick on the clock after which something is born */
  constructor(of: KeptTape, opens = -Infinity) {
    this.#of = of
    this.#opens = opens
  }

  /** Nothing is born any more after a tick; what lives goes on. */
  close(tick: number): void {
    this.#closes = tick
  }

  get opens(): number {
    return this.#opens
  }

  get still(): boolean {
    return false
  }

  get hasEmitToggle(): boolean {
    return this.#of.hasEmitToggle || this.#opens > -Infinity || this.#closes < Infinity
  }

  get knobsSaid(): boolean {
    return this.#of.knobsSaid
  }

  emitsAt(ticks: number, tick: number): boolean {
    return tick > this.#opens && tick <= this.#closes && this.#of.emitsAt(ticks, tick)
  }

  stopTick(): number {
    return this.#of.stopTick()
  }

  endTick(): number {
    return Math.min(this.#closes, this.#of.endTick())
  }

  advance(tick: number): void {
    this.#of.advance(tick)
  }

  settle(tick: number): void {
    this.#of.settle(tick)
  }

  knobAt(name: string, tick: number): number | string | undefined {
    return this.#of.knobAt(name, tick)
  }

  jumpsTo(tick: number): boolean {
    return this.#of.jumpsTo(tick)
  }

  surroundings(tick: number): Surroundings {
    return this.#of.surroundings(tick)
  }

  poseInto(ticks: number, out: Pose): void {
    this.#of.poseInto(ticks, out)
  }

  viewInto(ticks: number, out: MutableView): void {
    this.#of.viewInto(ticks, out)
  }

  endInto(ticks: number, out: { x: number; y: number }): boolean {
    return this.#of.endInto(ticks, out)
  }
}
