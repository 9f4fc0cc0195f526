import { checkView, compile, type Program, latestEndSeconds } from '@gliv/engine'
import type { EffectEventKind, ViewRect } from '@gliv/model'
import { CueDispatch } from '@gliv/scene/cues'
import { grained, strengthened } from '@gliv/scene/strength'
import { withAnchorB } from './anchor.ts'
import { CueHandle } from './cueHandle.ts'
import { createRenderer, type DrawTarget } from './create.ts'
import { EffectHandle } from './effectHandle.ts'
import { type EventListener, Hearing } from './hearing.ts'
import { findInPack, type LoadedPack } from './pack.ts'
import type { PlayOptions } from './placing.ts'
import type { Camera, DrawPath, Renderer } from './renderer.ts'

/** How a player draws. */
export interface PlayerOptions {
  /** Asks for one way of drawing instead of the probe's choice. */
  readonly path?: DrawPath
}

const checkStrength = (strength: number): void => {
  if (!(strength >= 0 && strength <= 8))
    throw new Error(`The strength is ${strength}; it must be from 0 to 8, and 1 is as designed`)
}

/** Most ended effects whose marks are kept; the oldest goes first. */
const MARKED_LIMIT = 64

/**
 * Plays a pack's effects on a canvas. The game calls `update` with the seconds since its last picture and
 * `draw` once
 * a picture; or `run` does both by itself.
 * @example
 * const player = new Player(canvas, await loadPack('last-ferry.glivpack.json'))
 * player.run()
 * player.play('Pier dust', { x: 120, y: 200 })
 */
export class Player {
  readonly renderer: Renderer
  readonly #pack: LoadedPack
  readonly #programs = new Map<string, Program>()
  readonly #playing = new Set<EffectHandle>()
  /** Ended effects of which marks are left. */
  readonly #marked = new Set<EffectHandle>()
  #request = 0
  #view: ViewRect | undefined
  #cues: CueDispatch | null = null
  #seconds = 0
  readonly #hearing: Hearing

  constructor(canvas: DrawTarget, pack: LoadedPack, options: PlayerOptions = {}) {
    this.#pack = pack
    this.#hearing = new Hearing(pack.pack)
    this.renderer = createRenderer(canvas, options.path)
    this.renderer.setSheets(pack.sheets)
  }

  /** Names of the pack's effects. */
  get effects(): readonly string[] {
    return this.#pack.pack.effects.map((e) => e.name)
  }

  /** Particles alive over all playing effects. */
  get alive(): number {
    let sum = 0
    for (const handle of this.#playing) sum += handle.simulation.alive
    return sum
  }

  get playing(): number {
    return this.#playing.size
  }

  /** What the game's camera shows, in world px: for all effects that play, and those to come. */
  setView(view: ViewRect): void {
    checkView('setView', view)
    this.#view = view
    this.#hearing.view = view
    for (const handle of this.#playing) handle.setView(view)
  }

  /** Starts an effect by id or name. Throws an error in words when there is none. */
  play(effect: string, options: PlayOptions = {}): EffectHandle {
    let program = this.#programOf(effect, options.strength ?? 1)
    if (options.anchorB) program = compile(withAnchorB(program.effect, options))
    const handle = new EffectHandle(program, options, this.#view, this.#hearing.events)
    this.#playing.add(handle)
    this.#hearing.tell(handle)
    return handle
  }

  #programOf(effect: string, strength: number): Program {
    checkStrength(strength)
    const grain = grained(strength)
    const key = `${effect} ${grain}`
    const program =
      this.#programs.get(key) ?? compile(strengthened(findInPack(this.#pack.pack, effect), grain))
    this.#programs.set(key, program)
    return program
  }

  /**
   * Lets the pack's sounds be heard through a context, which a browser lets run after a press or a key. Resolves when
   * they are decoded; throws an error in words for one that cannot be.
   * @example button.onclick = () => player.sound(new AudioContext())
   */
  async sound(context: BaseAudioContext): Promise<void> {
    await this.#hearing.open(context)
  }

  /** Nothing is heard while it is set. */
  get muted(): boolean {
    return this.#hearing.muted
  }

  set muted(muted: boolean) {
    this.#hearing.muted = muted
  }

  /**
   * Tells the game what happens in effects, from their next step on: `named` and `screen` events of their timelines,
   * births, contacts, ends. Returns a function that ends it.
   * @example player.on('screen', ({ screen }) => camera.shake(screen))
   */
  on(kind: EffectEventKind, listener: EventListener): () => void {
    return this.#hearing.on(kind, listener)
  }

  /** Names of the pack's cues. */
  get cueNames(): readonly string[] {
    return (this.#pack.pack.cues ?? []).map(({ name }) => name)
  }

  #dispatch(): CueDispatch {
    const { cues = [], effects } = this.#pack.pack
    return (this.#cues ??= new CueDispatch(Object.fromEntries(cues.map((cue) => [cue.id, cue])), (id) => {
      const effect = effects.find((one) => one.id === id)
      if (!effect) return null
      const seconds = latestEndSeconds({ ...effect, play: 'once' })
      const endTicks = Math.ceil(seconds * effect.rate)
      return { seed: effect.seed, endTicks, sustained: effect.play !== 'once' }
    }))
  }

  /**
   * Says what has happened, by a cue's name or id: its effects play, as strongly and by the chance that the pack says.
   * Throws an error in words when there is no such cue.
   */
  cue(idOrName: string, options: PlayOptions = {}): CueHandle {
    const { cues = [], effects } = this.#pack.pack
    const cue = cues.find(({ id }) => id === idOrName) ?? cues.find(({ name }) => name === idOrName)
    if (!cue)
      throw new Error(`The pack has no cue "${idOrName}"; it has ${this.cueNames.join(', ') || 'none'}`)
    checkStrength(options.strength ?? 1)
    const dispatch = this.#dispatch()
    const now = (): number => Math.floor(this.#seconds * (effects[0]?.rate ?? 60))
    const fired = dispatch.fire(cue.id, now(), options.strength)
    const handles = (fired?.started ?? []).map(({ effect, seed, strength }) =>
      this.play(effect, { ...options, strength: grained(strength), seed: options.seed ?? seed }),
    )
    return new CueHandle(handles, () => fired?.stop(now()))
  }

  update(seconds: number): void {
    this.#seconds += seconds
    for (const handle of this.#playing) {
      const goesOn = handle.advance(seconds)
      this.#hearing.tell(handle)
      if (goesOn) continue
      this.#playing.delete(handle)
      this.#hearing.release(handle)
      if (handle.simulation.marks > 0) this.#marked.add(handle)
      else handle.simulation.dispose()
    }
    // Marks outlive their effects: they fade, and go with their surfaces.
    for (const handle of this.#marked) {
      handle.advance(seconds)
      this.#hearing.events.clear()
      if (handle.simulation.marks === 0) this.#forgetMarks(handle)
    }
    while (this.#marked.size > MARKED_LIMIT) this.#forgetMarks(this.#marked.values().next().value!)
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
    handle.simulation.dispose()
  }

  /** The layer of marks: above the surfaces, below all particles. */
  #drawMarks(camera: Camera): void {
    for (const handle of [...this.#marked, ...this.#playing])
      if (handle.simulation.marks > 0)
        this.renderer.draw(handle.simulation.frame(handle.alpha, undefined, 'marks'), camera)
  }

  /**
   * Draws everything, in the order in which it was started. `ground` as in `Renderer.begin`. While the last
   * picture is
   * still being drawn, this one is left out: slow drawing costs pictures, never ticks.
   */
  draw(camera: Camera = { x: 0, y: 0, zoom: 1 }, ground: string | null = null): void {
    if (this.renderer.settle()) return
    this.renderer.begin(ground)
    this.#drawMarks(camera)
    for (const handle of this.#playing)
      this.renderer.draw(handle.simulation.frame(handle.alpha, undefined, 'particles'), camera)
    this.renderer.end()
  }

  /**
   * Draws one layer over what is there: `marks`, `behind`, `front`, or a name. A game that draws its actor
   * between two layers
   * calls this for each in turn, on a canvas of its own.
   */
  drawLayer(
    layer: string,
    camera: Camera = { x: 0, y: 0, zoom: 1 },
    ground: string | null | undefined = undefined,
  ): void {
    this.renderer.begin(ground)
    if (layer === 'marks') this.#drawMarks(camera)
    else
      for (const handle of this.#playing)
        this.renderer.draw(
          handle.simulation.frame(handle.alpha, (emitter) => emitter.layer === layer, 'particles'),
          camera,
        )
    this.renderer.end()
  }

  /** Updates and draws with the screen until `pause`. */
  run(ground: string | null = null): void {
    let last = performance.now()
    const tick = (now: number): void => {
      this.update(Math.max(0, now - last) / 1000)
      last = now
      this.draw({ x: 0, y: 0, zoom: 1 }, ground)
      this.#request = requestAnimationFrame(tick)
    }
    cancelAnimationFrame(this.#request)
    this.#request = requestAnimationFrame(tick)
  }

  pause(): void {
    cancelAnimationFrame(this.#request)
  }

  dispose(): void {
    this.pause()
    for (const handle of this.#playing) {
      handle.remove()
      handle.simulation.dispose()
    }
    this.#playing.clear()
    this.#hearing.dispose()
    this.clearMarks()
    this.renderer.dispose()
  }
}
