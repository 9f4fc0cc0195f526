import {
  checkPose,
  checkView,
  compile,
  createSimulation,
  LiveTape,
  type Program,
  type Simulation,
  viewAround,
} from '@gliv/engine'
import type { Surface, ViewRect } from '@gliv/model'
import { withAnchorB } from './anchor.ts'
import { createRenderer, type DrawTarget } from './create.ts'
import { findInPack, type LoadedPack } from './pack.ts'
import type { Placing, PlayOptions } from './placing.ts'
import type { Camera, DrawPath, Renderer } from './renderer.ts'

/** How a player draws. */
export interface PlayerOptions {
  /** Asks for one way of drawing instead of the probe's choice. */
  readonly path?: DrawPath
}

const poseOf = ({
  rotation,
  mirror,
  scale,
}: Placing): { rotate?: number; mirror?: boolean; scale?: number } => ({
  ...(rotation === undefined ? {} : { rotate: rotation }),
  ...(mirror === undefined ? {} : { mirror }),
  ...(scale === undefined ? {} : { scale }),
})

/** Most ended effects whose marks are kept; the oldest goes first. */
const MARKED_LIMIT = 64

/** Longest stretch that is caught up at once, in seconds: after a hidden tab, effects go on from there. */
const CATCH_UP_SECONDS = 1

/** One playing effect. */
export class EffectHandle {
  /** Resolves when the last particle is gone; the effect has then freed itself. */
  readonly finished: Promise<void>
  readonly simulation: Simulation
  readonly #tape: LiveTape
  #behind = 0
  #over = false
  #resolve: () => void = () => {}

  constructor(program: Program, options: PlayOptions, view?: ViewRect) {
    const { x = 0, y = 0, seed } = options
    const pose = { x, y, ...poseOf(options) }
    checkPose('play', pose)
    this.#tape = new LiveTape(pose, view ?? viewAround(program.effect), options.surfaces)
    this.simulation = createSimulation(program, {
      ...pose,
      live: this.#tape,
      ...(options.surfaces ? { surfaces: options.surfaces } : {}),
      ...(view ? { view } : {}),
      ...(seed === undefined ? {} : { seed }),
    })
    this.finished = new Promise((resolve) => (this.#resolve = resolve))
  }

  /** Moves where particles are born; births lie along the way. */
  moveTo(x: number, y: number, placing: Placing = {}): void {
    this.#move(x, y, placing, false)
  }

  /** Jumps: nothing is born along the way. */
  teleport(x: number, y: number, placing: Placing = {}): void {
    this.#move(x, y, placing, true)
  }

  #move(x: number, y: number, placing: Placing, jump: boolean): void {
    const pose = { x, y, ...poseOf(placing) }
    checkPose('moveTo', pose)
    this.#tape.moveTo(pose, jump)
  }

  /**
   * What the game's camera shows, for weather and other effects that follow it. `Player.setView` does it for
   * all.
   */
  setView(view: ViewRect): void {
    this.#tape.setView(view)
  }

  /**
   * What its particles can touch from now on; surfaces with the same id move to their new place within a
   * tick.
   */
  setSurfaces(surfaces: readonly Surface[]): void {
    this.#tape.setSurfaces(surfaces)
  }

  /** Switches emission off and on. */
  emit(on: boolean): void {
    this.#tape.emit(on)
  }

  /** Ends emission for good and lets the living finish; a sustained effect goes on to its tail. */
  stop(): void {
    this.#tape.stop()
  }

  /** Advances by whole ticks; gives false once it is over. */
  advance(seconds: number): boolean {
    const { rate } = this.simulation
    this.#behind = Math.min(this.#behind + seconds, CATCH_UP_SECONDS)
    while (this.#behind * rate >= 1) {
      this.simulation.step()
      this.#behind -= 1 / rate
    }
    if (this.#over || !this.simulation.finished) return !this.#over
    this.#over = true
    this.#resolve()
    return false
  }

  /** How far display time is between the last two ticks, 0 to 1. */
  get alpha(): number {
    return this.#behind * this.simulation.rate
  }

  /**
   * Whether the game's own sprite should be hidden now, because this effect breaks it up or puts it together.
   */
  get hidesSource(): boolean {
    return !this.#over && this.simulation.program.effect.source !== null
  }

  /** Ends at once, particles and all. */
  remove(): void {
    this.#over = true
    this.#resolve()
  }
}

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

  constructor(canvas: DrawTarget, pack: LoadedPack, options: PlayerOptions = {}) {
    this.#pack = pack
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
    for (const handle of this.#playing) handle.setView(view)
  }

  /** Starts an effect by id or name. Throws an error in words when there is none. */
  play(effect: string, options: PlayOptions = {}): EffectHandle {
    let program = this.#programs.get(effect)
    if (!program) this.#programs.set(effect, (program = compile(findInPack(this.#pack.pack, effect))))
    if (options.anchorB) program = compile(withAnchorB(program.effect, options))
    const handle = new EffectHandle(program, options, this.#view)
    this.#playing.add(handle)
    return handle
  }

  update(seconds: number): void {
    for (const handle of this.#playing) {
      if (handle.advance(seconds)) continue
      this.#playing.delete(handle)
      if (handle.simulation.marks > 0) this.#marked.add(handle)
      else handle.simulation.dispose()
    }
    // Marks outlive their effects: they fade, and go with their surfaces.
    for (const handle of this.#marked) {
      handle.advance(seconds)
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
    this.clearMarks()
    this.renderer.dispose()
  }
}
