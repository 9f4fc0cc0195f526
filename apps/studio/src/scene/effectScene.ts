/**
 * The scene around an effect that is edited: which of its firings is looked at, and all else that plays then. The
 * effect's own time counts from the chosen firing. No React in here.
 */
import { type Kit, type Stage, stageRun } from '@gliv/document'
import { latestEndSeconds, type SimulationOptions } from '@gliv/engine'
import type { Frame, ResolvedEffect, StageRecording, ViewRect } from '@gliv/model'
import { cameraAt, type Ears, type Firing, firingKey, Scene } from '@gliv/scene'
import { sceneFrames } from './sceneFrames.ts'

/** What a scene is made of. */
export interface Around {
  readonly kit: Kit
  readonly stage: Stage
  readonly recording: StageRecording | null
  readonly view: ViewRect
  readonly resolved: (id: string) => ResolvedEffect | null
}

/** How the effect plays at its firing. */
export interface Placement {
  readonly options: SimulationOptions
  readonly strength: number
}

export const endSecondsOf = (effect: ResolvedEffect): number =>
  latestEndSeconds(effect.play === 'once' ? effect : { ...effect, play: 'once' })

const NO_PRESSES: StageRecording['presses'] = []
/** Seconds of a stage on which nobody recorded anything. */
const PLAIN_SECONDS = 4

export class EffectScene {
  readonly effectId: string
  #around: Around
  #scene: Scene
  readonly #ears: Ears | undefined
  /** The firing whose moment is shown; kept when an edit takes it away. */
  chosen: Firing | null = null
  /** Somebody chose it; else it is the latest before the moment. */
  held = false

  constructor(effectId: string, around: Around, ears?: Ears) {
    this.#ears = ears
    this.effectId = effectId
    this.#around = around
    this.#scene = this.#fresh()
    this.chosen = this.firings[0] ?? null
  }

  #fresh(): Scene {
    const { recording } = this.#around
    const ticks = recording?.ticks ?? PLAIN_SECONDS * this.rate
    const scene = new Scene(this.#setup(), recording?.presses ?? NO_PRESSES, ticks)
    if (this.#ears) scene.listen(this.#ears)
    return scene
  }

  #setup() {
    const { kit, stage, resolved, view } = this.#around
    return { ...stageRun(kit, stage), resolved, endSeconds: endSecondsOf, view }
  }

  get around(): Around {
    return this.#around
  }

  get scene(): Scene {
    return this.#scene
  }

  /** Ticks of the whole. */
  get length(): number {
    return this.#scene.length
  }

  get rate(): number {
    return this.#around.kit.rate
  }

  /** Firings of the edited effect, in the order of time. */
  get firings(): readonly Firing[] {
    return this.#scene.track.firings.filter(({ effect }) => effect === this.effectId)
  }

  /** Tick of the scene at which the effect's time begins. */
  get offset(): number {
    return this.chosen?.tick ?? 0
  }

  /** The chosen firing does not happen any more. */
  get lost(): boolean {
    return this.chosen !== null && !this.#scene.track.firings.includes(this.chosen)
  }

  /** Takes over a changed kit, stage or recording; the choice stays. @returns whether the effect is placed otherwise */
  update(around: Around): boolean {
    const before = this.placement
    const sameRun =
      around.recording?.presses === this.#around.recording?.presses &&
      around.recording?.ticks === this.#around.recording?.ticks &&
      around.stage.id === this.#around.stage.id
    this.#around = around
    if (sameRun) this.#scene.update(this.#setup(), true)
    else {
      this.#scene = this.#fresh()
      this.chosen = null
      this.held = false
    }
    const key = this.chosen && firingKey(this.chosen)
    const found = this.firings.find((firing) => firingKey(firing) === key)
    this.chosen = found ?? this.chosen ?? this.firings[0] ?? null
    return JSON.stringify(before) !== JSON.stringify(this.placement)
  }

  /** Looks at a firing from now on. */
  choose(firing: Firing): void {
    this.chosen = firing
    this.held = true
  }

  /** The latest firing before a moment, unless one was chosen. @returns whether it is another one now */
  follow(tick: number): boolean {
    if (this.held || this.lost) return false
    const latest = this.firings.findLast((firing) => firing.tick <= tick) ?? this.firings[0] ?? null
    if (latest === this.chosen) return false
    this.chosen = latest
    return true
  }

  get placement(): Placement | null {
    const { chosen } = this
    if (!chosen) return null
    return { options: this.#scene.optionsOf(chosen), strength: chosen.strength }
  }

  /** Other firings of changed effects follow one after the other, as long as there is time. */
  catchUp(more: () => boolean): void {
    this.#scene.catchUp(more)
  }

  get waits(): boolean {
    return this.#scene.waits
  }

  /** Everything but the chosen firing, to a tick of the scene. */
  seek(tick: number): void {
    this.#scene.seek(tick, this.chosen ?? undefined)
  }

  /** To a tick of the scene as play comes to it, and heard. */
  advance(tick: number): void {
    this.#scene.advance(tick, this.chosen ?? undefined)
  }

  /** All effects that some cue may play here. */
  get effects(): readonly ResolvedEffect[] {
    const { cues, resolved } = this.#scene.setup
    return Object.values(cues).flatMap(({ effects }) => effects.flatMap((id) => resolved(id) ?? []))
  }

  /** Where the effect is, world px. */
  originAt(tick: number): readonly [x: number, y: number] {
    return this.chosen ? this.#scene.track.placeOf(this.chosen, tick) : [0, 0]
  }

  cameraAt(tick: number): readonly [x: number, y: number] {
    return cameraAt(this.#scene.track, this.#around.stage.camera, tick, this.rate)
  }

  /**
   * The whole picture.
   * @param own the edited effect's frame; null before it begins
   * @param swap shows something else for its other firings
   */
  frames(
    own: Frame | null,
    tick: number,
    seen: ViewRect,
    swap?: (firing: Firing) => Frame,
  ): readonly Frame[] {
    const { kit, stage } = this.#around
    const others = this.#scene.playing.map(({ firing, simulation }) => ({
      tick: firing.tick,
      frame: swap && firing.effect === this.effectId ? swap(firing) : simulation.frame(1),
    }))
    const all = own ? [...others, { tick: this.offset, frame: own }] : others
    const effects = all.sort((a, b) => a.tick - b.tick).map(({ frame }) => frame)
    return sceneFrames(kit, stage, this.#scene, tick, effects, seen)
  }

  /** Particles of all else that plays. */
  get othersAlive(): number {
    return this.#scene.playing.reduce((sum, { simulation }) => sum + simulation.alive, 0)
  }
}
