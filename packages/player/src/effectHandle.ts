/** One playing effect, as a game steers it. */
import {
  checkPose,
  createSimulation,
  type EffectEvents,
  LiveTape,
  type Program,
  type Simulation,
  viewAround,
} from '@gliv/engine'
import type { Surface, ViewRect } from '@gliv/model'
import type { Placing, PlayOptions } from './placing.ts'

const poseOf = ({
  rotation,
  mirror,
  scale,
}: Placing): { rotate?: number; mirror?: boolean; scale?: number } => ({
  ...(rotation === undefined ? {} : { rotate: rotation }),
  ...(mirror === undefined ? {} : { mirror }),
  ...(scale === undefined ? {} : { scale }),
})

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

  /** How strongly it plays; 1 is as designed. */
  readonly strength: number

  constructor(program: Program, options: PlayOptions, view?: ViewRect, events?: EffectEvents) {
    this.strength = options.strength ?? 1
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
      ...(events ? { events } : {}),
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
