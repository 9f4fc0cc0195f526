/** One playing effect, as a game steers it. */
import {
  checkKnob,
  checkKnobs,
  checkPose,
  createSimulation,
  emptyFrame,
  type EffectEvents,
  knobsWithin,
  LiveTape,
  type Program,
  type Shown,
  type Simulation,
  tintWord,
  viewAround,
} from '@gliv/engine'
import {
  type Frame,
  Refusal,
  type ResolvedKnob,
  STRENGTH_KNOB,
  type Surface,
  type ViewRect,
} from '@gliv/model'
import { grained } from '@gliv/scene/strength'
import { Bounds, type Extent, extentOf } from './bounds.ts'
import { INTERFACE, layersWithin } from './layers.ts'
import { type Look, PLAIN_LOOK, type Swap } from './merged.ts'
import { checkOption, checkSeconds, type Knobs, type Placing, type PlayOptions } from './options.ts'

const poseOf = ({
  rotation,
  mirror,
  scale,
}: Placing): { rotate?: number; mirror?: boolean; scale?: number } => ({
  ...(rotation === undefined ? {} : { rotate: rotation }),
  ...(mirror === undefined ? {} : { mirror }),
  ...(scale === undefined ? {} : { scale }),
})

const DEFAULTS = {
  ...{ x: 0, y: 0, rotation: 0, mirror: false, scale: 1, surfaces: [], strength: 1, tint: '#ffffff' },
  ...{ opacity: 1, speed: 1, priority: 0, space: 'world' },
} as const satisfies PlayOptions

type Filled = Required<Pick<PlayOptions, keyof typeof DEFAULTS>>

/** What is undefined counts as left out. */
const withDefaults = (options: PlayOptions): Filled => ({
  ...DEFAULTS,
  ...Object.fromEntries(Object.entries(options).filter(([, value]) => value !== undefined)),
})

/** Longest stretch that is caught up at once, in seconds: after a hidden tab, effects go on from there. */
const CATCH_UP_SECONDS = 1

/** What pictures of effects are made in, one after the other, before they are put together. @internal */
export const SCRATCH = emptyFrame()

const onLayers = new Map<string, (what: Shown) => boolean>()

const onLayer = (layer: string): ((what: Shown) => boolean) => {
  let made = onLayers.get(layer)
  if (!made) onLayers.set(layer, (made = (what) => what.layer === layer))
  return made
}

/** Ticks of a warm-up between two pictures, where it is spread. */
const WARM_AT_ONCE = 40

/** What a game's inputs are kept in. @internal */
export type NewTape = (...inputs: ConstructorParameters<typeof LiveTape>) => LiveTape

const plainTape: NewTape = (...inputs) => new LiveTape(...inputs)

/** What goes away with an effect: told once, when it is over. */
type Ended = () => void

/** One playing effect. It frees itself when it is over; what is asked of it then does nothing. */
export class EffectHandle<K extends object = Knobs> {
  /** Resolves when the last particle is gone; the effect has then freed itself. */
  readonly finished: Promise<void>
  /** Another one, while a game is being made, when the effect is edited. @internal */
  simulation: Simulation
  /** What lives on of it as it was before an edit. @internal */
  readonly rest: Simulation[] = []
  /** @internal */
  readonly said: PlayOptions
  /** @internal */
  readonly tape: LiveTape
  /** Id and name of the effect. */
  readonly effect: string
  readonly name: string
  /** Unsigned 32 bits: with it the same effect plays the same again. */
  readonly seed: number
  /** Which effects stay when the player's limits are reached. */
  readonly priority: number
  readonly space: 'world' | 'interface'
  /** Its time stands still. */
  paused = false
  /** @internal */
  readonly swaps: Swap[] = []
  readonly #bounds: Bounds
  readonly #extent: Extent
  #behind = 0
  #over = false
  #asleep = false
  #stopped = false
  #resolve: () => void = () => {}
  readonly #onEnd: Ended[] = []
  #placed: { x: number; y: number; rotation: number; mirror: boolean; scale: number }
  #look: Look = PLAIN_LOOK
  #speed = 1
  #strength: number
  /** What births are multiplied by while the strength that it was made for is 1. @internal */
  readonly basis: number

  /** @internal */
  constructor(
    program: Program,
    options: PlayOptions,
    basis = 1,
    view?: ViewRect,
    events?: EffectEvents,
    newTape: NewTape = plainTape,
  ) {
    this.said = options
    const { effect } = program
    const said = withDefaults(options)
    const { x, y, scale } = said
    this.effect = effect.id
    this.name = effect.name
    this.#strength = said.strength
    this.basis = basis
    this.priority = said.priority
    this.space = said.space
    this.#placed = { x, y, rotation: said.rotation, mirror: said.mirror, scale }
    const pose = { x, y, ...poseOf(options) }
    checkPose('play', pose)
    const { seed, knobs = {} } = options
    checkKnobs(effect, this.name, knobs as Knobs)
    this.tape = newTape(pose, view ?? viewAround(effect), said.surfaces, {
      ...(knobs as Knobs),
      ...(grained(said.strength) === basis ? {} : { [STRENGTH_KNOB]: said.strength / basis }),
    })
    this.simulation = createSimulation(program, {
      ...pose,
      live: this.tape.reading,
      surfaces: said.surfaces,
      knobs: knobs as Knobs,
      warmsLater: options.warmUp === 'spread',
      frame: SCRATCH,
      ...(view ? { view } : {}),
      ...(typeof seed === 'number' ? { seed } : {}),
      ...(events ? { events } : {}),
    })
    this.seed = this.simulation.seed
    this.#extent = extentOf(effect)
    this.#bounds = new Bounds(x, y, this.#extent, scale, effect.rate)
    this.finished = new Promise((resolve) => (this.#resolve = resolve))
    this.#setLook(tintWord(said.tint), said.opacity)
    this.#speed = said.speed
  }

  /** Where it stands, in world px. */
  get x(): number {
    return this.#placed.x
  }

  get y(): number {
    return this.#placed.y
  }

  /** Seconds of its own time since it began. */
  get seconds(): number {
    return this.simulation.tick / this.simulation.rate
  }

  /** Particles alive. */
  get alive(): number {
    if (this.#over) return 0
    return this.rest.reduce((sum, { alive }) => sum + alive, this.simulation.alive)
  }

  /** It is over: by itself, or because it was removed. */
  get ended(): boolean {
    return this.#over
  }

  /** It goes on until it is stopped. */
  get isEndless(): boolean {
    return this.simulation.program.effect.play !== 'once'
  }

  /** It is so far away that it stands still until it comes near; see `PlayerOptions.sleepBeyond`. */
  get asleep(): boolean {
    return this.#asleep
  }

  /** Its warm-up goes on, and it is not seen yet. */
  get isWarming(): boolean {
    return this.simulation.isWarming
  }

  /** `#rrggbb`, multiplied with every particle's own colour; `#ffffff` leaves them as designed. */
  get tint(): string {
    const { tint } = this.#look
    const channel = (shift: number): string => ((tint >> shift) & 255).toString(16).padStart(2, '0')
    return `#${channel(0)}${channel(8)}${channel(16)}`
  }

  set tint(colour: string) {
    checkOption(this.name, 'tint', colour)
    this.#setLook(tintWord(colour), this.#look.opacity)
  }

  /** 0 to 1, multiplied with every particle's own. */
  get opacity(): number {
    return this.#look.opacity
  }

  set opacity(opacity: number) {
    checkOption(this.name, 'opacity', opacity)
    this.#setLook(this.#look.tint, opacity)
  }

  #setLook(tint: number, opacity: number): void {
    this.#look = tint === 0xffffff && opacity === 1 ? PLAIN_LOOK : { tint, opacity }
  }

  /** @internal */
  get look(): Look {
    return this.#look
  }

  /** How fast its time goes: 0 to 16, 1 is as designed. */
  get speed(): number {
    return this.#speed
  }

  set speed(speed: number) {
    checkOption(this.name, 'speed', speed)
    this.#speed = speed
  }

  /**
   * Multiplies flows, and counts of bursts that fire from now on: 0 to 8, 1 is as designed. What the effect's own ramps
   * say of strength holds for the one that it was started with.
   */
  get strength(): number {
    return this.#strength
  }

  set strength(strength: number) {
    checkOption(this.name, 'strength', strength)
    this.#wake()
    this.#strength = strength
    this.tape.turn(STRENGTH_KNOB, strength / this.basis)
  }

  /** Its knobs, as they were designed, those of effects inside it, too. */
  get knobs(): readonly ResolvedKnob[] {
    return [...knobsWithin(this.simulation.program.effect).values()]
  }

  /** Turns a knob: from the next tick on it stands there. Throws an error in words for one that it does not have. */
  turn<N extends keyof K & string>(name: N, value: NonNullable<K[N]>): void {
    checkKnob(this.simulation.program.effect, this.name, name, value)
    this.#wake()
    this.tape.turn(name, value as number | string)
  }

  /** Multiplies every length of what is born from now on; 1 is as designed. */
  get scale(): number {
    return this.#placed.scale
  }

  set scale(scale: number) {
    this.#move(this.x, this.y, { scale }, false)
  }

  /** Moves where particles are born; births lie along the way. What is left out stays as it is. */
  moveTo(x: number, y: number, placing: Placing = {}): void {
    this.#move(x, y, placing, false)
  }

  /** Jumps: nothing is born along the way. */
  teleport(x: number, y: number, placing: Placing = {}): void {
    this.#move(x, y, placing, true)
  }

  #move(x: number, y: number, placing: Placing, jump: boolean): void {
    for (const key of ['rotation', 'mirror', 'scale'] as const)
      if (placing[key] !== undefined) checkOption(this.name, key, placing[key])
    const pose = { x, y, ...poseOf(placing) }
    checkPose('moveTo', pose)
    this.tape.moveTo(pose, jump)
    this.#bounds.moved(x - this.x, y - this.y)
    this.#placed = { ...this.#placed, ...placing, x, y }
  }

  /** Moves point B of its segments, to a place in world px. */
  anchorTo(x: number, y: number): void {
    checkOption(this.name, 'anchorB', { x, y })
    this.#wake()
    this.tape.anchorTo(x, y)
  }

  /**
   * What the game's camera shows, for weather and other effects that follow it. `Player.setView` does it for
   * all.
   */
  setView(view: ViewRect): void {
    this.tape.setView(view)
  }

  /**
   * What its particles can touch from now on; surfaces with the same id move to their new place within a
   * tick.
   */
  setSurfaces(surfaces: readonly Surface[]): void {
    checkOption(this.name, 'surfaces', surfaces)
    this.#wake()
    this.tape.setSurfaces(surfaces)
  }

  /** Switches emission off and on. */
  emit(on: boolean): void {
    if (typeof on !== 'boolean') throw new Refusal(this.name, `emit(${String(on)}) must say true or false`)
    this.#wake()
    this.tape.emit(on)
  }

  /** Ends emission for good and lets the living finish; a sustained effect goes on to its tail. */
  stop(): void {
    this.#wake()
    this.#stopped = true
    this.tape.stop()
  }

  /** Ends at once, particles and all. Its marks stay. */
  remove(): void {
    if (this.#over) return
    this.#over = true
    this.#resolve()
    for (const ended of this.#onEnd) ended()
  }

  /** @internal */
  onEnd(ended: Ended): void {
    this.#onEnd.push(ended)
  }

  /**
   * Advances by whole ticks; gives false once it is over. @internal
   */
  advance(seconds: number): boolean {
    checkSeconds(this.name, seconds)
    if (this.#over) return false
    if (this.paused) return true
    if (this.isWarming) {
      this.simulation.warm(WARM_AT_ONCE)
      return true
    }
    const { rate } = this.simulation
    const passed = this.#behind + seconds * this.#speed
    if (this.#asleep) {
      this.#behind = passed
      return true
    }
    this.#behind = Math.min(passed, CATCH_UP_SECONDS)
    while (this.#behind * rate >= 1) {
      this.simulation.step()
      if (this.rest.length > 0) this.#stepRest()
      this.#behind -= 1 / rate
    }
    if (!this.simulation.finished || this.rest.length > 0) return true
    this.remove()
    return false
  }

  #stepRest(): void {
    for (const old of [...this.rest]) {
      old.step()
      if (old.alive > 0 || old.marks > 0) continue
      old.dispose()
      this.rest.splice(this.rest.indexOf(old), 1)
    }
  }

  /** Frees everything. @internal */
  dispose(): void {
    for (const simulation of [this.simulation, ...this.rest]) simulation.dispose()
  }

  /** Steps what is left of it once it is over: its marks. @internal */
  fade(seconds: number): void {
    const { rate } = this.simulation
    this.#behind = Math.min(this.#behind + seconds, CATCH_UP_SECONDS)
    for (; this.#behind * rate >= 1; this.#behind -= 1 / rate) this.simulation.step()
  }

  /** Seconds of its time between two ticks that have passed since its last. @internal */
  get behind(): number {
    return this.#behind
  }

  /** Shows its last tick exactly, and so every tick that a tick's seconds bring. @internal */
  settle(): void {
    this.#behind = (1 - 1e-9) / this.simulation.rate
  }

  /** How far display time is between the last two ticks, 0 to 1. @internal */
  get alpha(): number {
    return Math.min(1, this.#behind * this.simulation.rate)
  }

  /**
   * Whether the game's own sprite should be hidden now, because this effect breaks it up or puts it together.
   */
  get hidesSource(): boolean {
    return !this.#over && this.simulation.program.effect.source !== null
  }

  /**
   * Falls asleep when it is further than so many px from a view, and wakes when it is nearer. @internal
   */
  sleepBeyond(distance: number, view: ViewRect): void {
    if (!this.#extent.followsView && this.space === 'world' && this.#bounds.distanceTo(view) > distance)
      // What ends by itself is soon over; what plays backwards goes by its recording.
      this.#asleep = this.isEndless && !this.#stopped && this.simulation.program.lastTick === 0
    else this.#wake()
  }

  /** Goes to where it would be by now. */
  #wake(): void {
    if (!this.#asleep) return
    this.#asleep = false
    const { simulation } = this
    const ticks = Math.floor(this.#behind * simulation.rate)
    this.#behind -= ticks / simulation.rate
    if (ticks === 0) return
    this.tape.settle(simulation.program.warmTicks + simulation.tick + ticks)
    simulation.seek(simulation.tick + ticks)
  }

  /** Whether something of it may be inside a view. @internal */
  mayShowIn(view: ViewRect): boolean {
    return this.#extent.followsView || this.space !== 'world' || this.#bounds.distanceTo(view) === 0
  }

  /** Its bounds ought to be measured anew. @internal */
  get boundsAreDue(): boolean {
    return !this.#extent.followsView && this.space === 'world' && this.#bounds.isDue(this.simulation.tick)
  }

  /** Its marks, between the last two ticks; until any effect makes another picture. @internal */
  marksFrame(of = this.simulation): Frame {
    return of.frame(this.alpha, undefined, 'marks')
  }

  /** Whether a picture of it has to be made for a layer: for what is seen of it, or to measure it. @internal */
  mayShow(layer: string, view: ViewRect | null): boolean {
    const overlaid = layer === INTERFACE
    if ((this.space === 'interface') !== overlaid || this.#asleep || this.isWarming) return false
    if (this.boundsAreDue) return true
    const isOn = overlaid || layersWithin(this.simulation.program.effect).has(layer)
    return isOn && (!view || this.mayShowIn(view))
  }

  /**
   * Its particles, at least those of a layer; until any effect makes another picture. @param layer null: all @internal
   */
  frame(layer: string | null = null, simulation = this.simulation): Frame {
    const measures = this.boundsAreDue
    const only = measures || layer === null ? undefined : onLayer(layer)
    const frame = simulation.frame(this.alpha, only, 'particles')
    if (measures) this.#bounds.measure(frame, this.x, this.y, simulation.tick)
    return frame
  }
}
