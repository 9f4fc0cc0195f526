import {
  checkView,
  compile,
  type EffectEvents,
  knobsWithin,
  latestEndSeconds,
  type Program,
} from '@gliv/engine'
import {
  type Cue,
  type EffectEventKind,
  type Frame,
  Refusal,
  type ResolvedEffect,
  type ViewRect,
} from '@gliv/model'
import { seedOf } from '@gliv/scene/chance'
import { CueDispatch } from '@gliv/scene/cues'
import { grained, strengthened } from '@gliv/scene/strength'
import { findInPack, Pack } from '../load/pack.ts'
import { withAnchorB } from '../play/anchor.ts'
import { CueHandle } from '../play/cueHandle.ts'
import { EffectHandle, type NewTape } from '../play/effectHandle.ts'
import { checkOrder, INTERFACE, layerNamed, layersOf, MARKS } from '../play/layers.ts'
import { checkLimits, firstToGo, type Limits } from '../play/limits.ts'
import { MergedFrame, PLAIN_LOOK } from '../play/merged.ts'
import {
  type AnyNames,
  checkOptions,
  checkSeconds,
  checkSeed,
  type Knobs,
  type KnobsOf,
  type PackNames,
  type PlayOptions,
} from '../play/options.ts'
import { type PlayedEvents, Telling } from '../play/telling.ts'

/** How a player plays, whether it draws or not. */
export interface HeadlessOptions {
  /** What the seeds of effects that are played without one start from; unsigned 32 bits, default 0. */
  readonly seed?: number
  /** Most that may play at once; see `priority` of what is played. */
  readonly limits?: Limits
  /**
   * Effects without an end stand still while they are further than so many world px from the view, and are where they
   * would be when it comes near; default: they never do.
   */
  readonly sleepBeyond?: number
}

/** Most ended effects whose marks are kept; the oldest goes first. */
const MARKED_LIMIT = 64

/** Programs by effect and strength, of a pack that players may share. */
const programs = new WeakMap<Pack, Map<string, Program>>()

const SECONDS_LIMITS = { low: 0, high: 16 } as const

/**
 * Plays a pack's effects without drawing them: in Node, in a worker, on a server, or for a game that draws instances
 * itself.
 * @example
 * const player = new HeadlessPlayer(readPack(JSON.parse(text)))
 * player.play('Pier dust', { x: 120, y: 200 })
 * player.update(1 / 60)
 * const { f32, count } = player.frame()
 */
export class HeadlessPlayer<N extends PackNames = AnyNames> {
  /** Nothing goes on while it is set. */
  paused = false
  /** @internal */
  pack: Pack
  /** How inputs are kept; undefined: only the last ones. @internal */
  newTape: NewTape | undefined
  /** @internal */
  protected readonly telling = new Telling()
  readonly #playing = new Set<EffectHandle>()
  /** Ended effects of which marks are left. */
  readonly #marked = new Set<EffectHandle>()
  readonly #limits: Required<Limits>
  readonly #sleepBeyond: number
  readonly #seed: number
  readonly #played = new Map<string, number>()
  readonly #merged = new MergedFrame()
  #layers: readonly string[]
  #view: ViewRect | undefined
  #cues: CueDispatch | null = null
  #seconds = 0
  #timeScale = 1

  constructor(pack: Pack, options: HeadlessOptions = {}) {
    const { seed = 0, limits = {}, sleepBeyond = Infinity } = options
    if (!(pack instanceof Pack)) throw new Refusal('pack', 'it is none; give what loadPack or readPack gives')
    const fault = checkSeed(seed)
    if (fault !== null) throw new Refusal('player', `the seed is ${String(seed)}; it ${fault}`)
    if (!(sleepBeyond >= 0))
      throw new Refusal('player', `sleepBeyond is ${String(sleepBeyond)}; give world pixels, 0 or more`)
    this.pack = pack
    this.#seed = seed
    this.#limits = checkLimits(limits)
    this.#sleepBeyond = sleepBeyond
    this.#layers = layersOf(pack.contents.effects)
  }

  /** @internal */
  get contents(): Pack['contents'] {
    return this.pack.contents
  }

  /** Names of the pack's effects. */
  get effects(): readonly string[] {
    return this.pack.effects
  }

  /** Names of the pack's cues. */
  get cueNames(): readonly string[] {
    return this.pack.cues
  }

  /** Layers in the order in which they are drawn; the game may set another order of the same names. */
  get layers(): readonly string[] {
    return this.#layers
  }

  set layers(order: readonly string[]) {
    this.#layers = checkOrder(order, this.#layers)
  }

  /** Particles alive over all playing effects. */
  get alive(): number {
    let sum = 0
    for (const handle of this.#playing) sum += handle.alive
    return sum
  }

  /** How many effects play. */
  get playing(): number {
    return this.#playing.size
  }

  /** Those that play, in the order in which they were started. */
  get handles(): readonly EffectHandle[] {
    return [...this.#playing]
  }

  /** How fast time goes for all: 0 to 16, 1 is as designed. */
  get timeScale(): number {
    return this.#timeScale
  }

  set timeScale(scale: number) {
    const { low, high } = SECONDS_LIMITS
    if (!(scale >= low && scale <= high))
      throw new Refusal('timeScale', `it is ${String(scale)}; it must be a number from ${low} to ${high}`)
    this.#timeScale = scale
  }

  /** What the game's camera shows, in world px: for all effects that play, and those to come. */
  setView(view: ViewRect): void {
    checkView('setView', view)
    this.#view = view
    for (const handle of this.#playing) handle.setView(view)
  }

  /** What was said last. @internal */
  get shownView(): ViewRect | undefined {
    return this.#view
  }

  /** Where steps tell what happens. @internal */
  get eventsToFill(): EffectEvents {
    return this.telling.events
  }

  /** Compiles effects before they are needed, all when none is named, and brings their code to speed. */
  preload(...effects: readonly string[]): void {
    for (const name of effects.length > 0 ? effects : this.effects) {
      const handle = new EffectHandle(this.#programOf(name, 1), {})
      for (let k = 0; k < 3; k++) handle.simulation.step()
      handle.frame()
      handle.simulation.dispose()
    }
  }

  /** Plays what another pack holds from now on; what plays goes on as it is. @internal */
  takePack(pack: Pack): void {
    this.pack = pack
    this.#cues = null
    this.#layers = layersOf(pack.contents.effects)
  }

  /** An effect of the pack as it is started with these options. @internal */
  programFor(effect: string, basis: number, said: PlayOptions): Program {
    const program = this.#programOf(effect, basis)
    return said.anchorB ? compile(withAnchorB(program.effect, said)) : program
  }

  /** Starts an effect by id or name. Throws an error in words when there is none, or for options that cannot be. */
  play<E extends keyof N['effects'] & string>(
    effect: E,
    options: PlayOptions<KnobsOf<N, E>> = {},
  ): EffectHandle<KnobsOf<N, E>> {
    const said = options as PlayOptions
    const found = findInPack(this.pack.contents, effect)
    checkOptions(`play "${found.name}"`, said)
    // What is silent at first is made as designed, so that it can become louder.
    const basis = grained(said.strength ?? 1) || 1
    const program = this.programFor(effect, basis, said)
    const seed = said.seed === 'designed' ? found.seed : (said.seed ?? this.#nextSeed(found))
    const handle = new EffectHandle(
      program,
      { ...said, seed },
      basis,
      this.#view,
      this.telling.events,
      this.newTape,
    )
    try {
      this.started(handle, said)
    } catch (refused) {
      handle.simulation.dispose()
      throw refused
    }
    this.#playing.add(handle)
    handle.onEnd(() => this.#ended(handle))
    this.#tellOf(handle)
    while (this.#playing.size > this.#limits.effects) firstToGo(this.#playing)?.remove()
    return handle as EffectHandle<KnobsOf<N, E>>
  }

  /** An effect has been started; for who draws it. @internal */
  protected started(_handle: EffectHandle, _options: PlayOptions): void {}

  /** What steps of a handle have filled in; for who lets it be heard. @internal */
  protected heard(_handle: EffectHandle): void {}

  /** The first time as designed, then another one each time, and others for another seed of the player. */
  #nextSeed({ id, seed }: ResolvedEffect): number {
    const n = this.#played.get(id) ?? 0
    this.#played.set(id, n + 1)
    return seedOf(seed ^ this.#seed, n)
  }

  #programOf(effect: string, strength: number): Program {
    const { pack } = this
    let known = programs.get(pack)
    if (!known) programs.set(pack, (known = new Map<string, Program>()))
    const grain = grained(strength)
    const key = `${effect} ${grain}`
    let program = known.get(key)
    if (!program) known.set(key, (program = compile(strengthened(findInPack(pack.contents, effect), grain))))
    return program
  }

  #tellOf(handle: EffectHandle): void {
    const { events } = this.telling
    if (events.count === 0) return
    this.heard(handle)
    const { tick, rate } = handle.simulation
    const now = this.#seconds - handle.behind / (handle.speed || 1)
    this.telling.collect(handle, (at) => now - (tick - at) / rate)
  }

  /** An effect is over: what is left of it is freed, but for its marks. */
  #ended(handle: EffectHandle): void {
    this.#playing.delete(handle)
    if (handle.simulation.marks > 0) this.#marked.add(handle)
    else handle.dispose()
  }

  /**
   * Tells the game what happens in effects: `named` and `screen` events of their timelines, births, contacts, ends; in
   * the order of time, at the end of each `update`. Returns a function that ends it.
   * @example player.on('screen', ({ screen }) => camera.shake(screen))
   */
  on<K extends EffectEventKind>(kind: K, listener: (event: PlayedEvents[K]) => void): () => void {
    return this.telling.on(kind, listener)
  }

  #dispatch(): CueDispatch {
    const { cues = [], effects } = this.pack.contents
    return (this.#cues ??= new CueDispatch(Object.fromEntries(cues.map((cue) => [cue.id, cue])), (id) => {
      const effect = effects.find((one) => one.id === id)
      if (!effect) return null
      const seconds = latestEndSeconds({ ...effect, play: 'once' })
      const endTicks = Math.ceil(seconds * effect.rate)
      return { seed: (effect.seed ^ this.#seed) >>> 0, endTicks, sustained: effect.play !== 'once' }
    }))
  }

  /**
   * Says what has happened, by a cue's name or id: its effects play, as strongly and by the chance that the pack says.
   * Throws an error in words when there is no such cue.
   */
  cue(idOrName: N['cues'], options: PlayOptions = {}): CueHandle {
    const { cues = [], effects } = this.pack.contents
    const cue = cues.find(({ id }) => id === idOrName) ?? cues.find(({ name }) => name === idOrName)
    if (!cue)
      throw new Refusal(
        'cue',
        `The pack has no cue "${idOrName}"; it has ${this.cueNames.join(', ') || 'none'}`,
      )
    checkOptions(`cue "${cue.name}"`, options)
    const dispatch = this.#dispatch()
    const now = (): number => Math.floor(this.#seconds * (effects[0]?.rate ?? 60))
    const fired = dispatch.fire(cue.id, now(), options.strength)
    const knobs = this.#knobsFor(cue, options.knobs ?? {})
    const handles = (fired?.started ?? []).map(({ effect, seed, strength }) =>
      (this as HeadlessPlayer).play(effect, {
        ...options,
        ...{ strength: grained(strength), seed: options.seed ?? seed, knobs: knobs(effect) },
      }),
    )
    return new CueHandle(handles, () => fired?.stop(now()))
  }

  /** Each effect of a cue takes the knobs that it has; what none has is refused. */
  #knobsFor({ name, effects }: Cue, knobs: Partial<Knobs>): (effect: string) => Knobs {
    const has = (effect: string): ReadonlyMap<string, unknown> =>
      knobsWithin(findInPack(this.pack.contents, effect))
    const all = new Set(effects.flatMap((effect) => [...has(effect).keys()]))
    for (const knob of Object.keys(knobs))
      if (!all.has(knob))
        throw new Refusal(
          `cue "${name}"`,
          `none of its effects has a knob "${knob}"; they have ${[...all].join(', ') || 'none'}`,
        )
    return (effect) =>
      Object.fromEntries(Object.entries(knobs).filter(([knob]) => has(effect).has(knob))) as Knobs
  }

  /**
   * Goes on by the seconds since the last picture; at most one second is caught up. Throws an error in words for what
   * is no time, and changes nothing.
   */
  update(seconds: number): void {
    checkSeconds('update', seconds)
    if (this.paused) return
    const passed = seconds * this.#timeScale
    this.#seconds += passed
    for (const handle of this.#playing) {
      if (this.#view && this.#sleepBeyond < Infinity && !handle.isWarming)
        handle.sleepBeyond(this.#sleepBeyond, this.#view)
      handle.advance(passed)
      this.#tellOf(handle)
    }
    this.#fadeMarks(passed)
    this.#keepLimits()
    this.telling.tell()
  }

  /** Marks outlive their effects: they fade, and go with their surfaces. */
  #fadeMarks(seconds: number): void {
    for (const handle of this.#marked) {
      handle.fade(seconds)
      this.telling.events.clear()
      if (handle.simulation.marks === 0) this.#forgetMarks(handle)
    }
    while (this.#marked.size > MARKED_LIMIT) this.#forgetMarks(this.#marked.values().next().value!)
  }

  #keepLimits(): void {
    const { particles } = this.#limits
    if (particles === Infinity) return
    let { alive } = this
    while (alive > particles) {
      const first = firstToGo(this.#playing)
      if (!first) return
      alive -= first.alive
      first.remove()
    }
  }

  /** Marks on surfaces, of playing and of ended effects. */
  get marks(): number {
    let sum = 0
    for (const handle of [...this.#marked, ...this.#playing]) sum += handle.simulation.marks
    return sum
  }

  /** Wipes the marks of ended effects away. */
  clearMarks(): void {
    for (const handle of this.#marked) this.#forgetMarks(handle)
  }

  #forgetMarks(handle: EffectHandle): void {
    this.#marked.delete(handle)
    handle.dispose()
  }

  /**
   * Everything that is alive as one list of instances, in the order in which it is to be drawn; docs/format.md says how
   * they lie in memory. The same object is filled again by the next call.
   * @param layer only this one, by name or by number @param view only what may show in it, in world px
   */
  frame(layer: string | number | null = null, view: ViewRect | null = null): Frame {
    if (view) checkView('frame', view)
    this.#merged.begin(view?.x ?? 0, view?.y ?? 0, false)
    const names = layer === null ? this.#layers : [layerNamed(layer, this.#layers)]
    for (const name of names) this.mergeLayer(this.#merged, name, view)
    return this.#merged.frame
  }

  /** Adds what is on a layer to a frame. @param view what cannot show in it is left out @internal */
  protected mergeLayer(into: MergedFrame, layer: string, view: ViewRect | null): void {
    if (layer === MARKS) return this.#mergeMarks(into)
    for (const handle of this.#playing) {
      if (!handle.mayShow(layer, view)) continue
      const frame = handle.frame(layer === INTERFACE ? null : layer)
      if (view && !handle.mayShowIn(view)) continue
      const only = layer === INTERFACE ? null : layer
      into.add(frame, only, handle.look, handle.swaps)
      for (const old of handle.rest) into.add(handle.frame(only, old), only, handle.look, handle.swaps)
    }
  }

  #mergeMarks(into: MergedFrame): void {
    for (const handle of [...this.#marked, ...this.#playing])
      for (let k = -1; k < handle.rest.length; k++) {
        const one = k < 0 ? handle.simulation : handle.rest[k]!
        if (one.marks > 0) into.add(handle.marksFrame(one), null, PLAIN_LOOK, handle.swaps)
      }
  }

  /** Ends and frees everything. */
  dispose(): void {
    for (const handle of this.#playing) handle.remove()
    this.clearMarks()
    this.telling.dispose()
  }
}
