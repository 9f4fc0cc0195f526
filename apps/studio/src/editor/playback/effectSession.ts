/** The effect that is open: its simulation as the preview places it, kept through edits. */
import {
  compile,
  createSimulation,
  type EffectEvents,
  type Shown,
  type Simulation,
  type SimulationOptions,
  updateSimulation,
} from '@gliv/engine'
import { type Frame, INSTANCE_WORDS, Refusal, type ResolvedEffect, WORD } from '@gliv/model'
import { strengthened, grained } from '@gliv/scene'
import { knobsOn, previewOptions, type Stages, hasContact } from '../../preview/previewOptions.ts'
import type { Placement } from '../../scene/effectScene.ts'
import { type Preview, STILL } from '../../state/stagePreview.ts'

/** A sprite by itself at the effect's origin. */
const sourceFrame = ({
  sheet,
  frame: { x, y, w, h, pivotX, pivotY },
}: NonNullable<ResolvedEffect['source']>): Frame => {
  const f32 = new Float32Array(INSTANCE_WORDS)
  const u32 = new Uint32Array(f32.buffer)
  f32.set([-pivotX, -pivotY, w, 0, 0, h, x, y, w, h, 0, 1])
  u32[WORD.TINT] = 0xffffffff
  return {
    f32,
    u32,
    count: 1,
    shifts: new Float32Array(0),
    batches: [{ sheet, blend: 'normal', layer: 'front', first: 0, count: 1, shifted: false }],
    batchCount: 1,
    originX: 0,
    originY: 0,
  }
}

const aliveIn = (simulation: Simulation, shows: ((what: Shown) => boolean) | null): number => {
  if (!shows) return simulation.alive
  const own = simulation.nodes.filter(({ program }) => shows(program.source))
  return (
    own.reduce((sum, run) => sum + run.alive, 0) +
    simulation.inside.reduce((sum, inner) => sum + aliveIn(inner, shows), 0)
  )
}

/** What the tape of a preview depends on. */
const tapeKey = (effect: ResolvedEffect): string => {
  const { play, rate, numbers, emitters, backwards } = effect
  return [
    backwards,
    play,
    rate,
    numbers.warmUp,
    numbers.sustainFrom,
    numbers.sustainTo,
    emitters.some((e) => e.numbers.flowPerPx > 0 && !e.travel),
    JSON.stringify(effect.knobs ?? []),
    hasContact(effect),
  ].join(' ')
}

export class EffectSession {
  simulation: Simulation | null = null
  /** Where what happens while it plays is told. */
  readonly #events: EffectEvents | undefined
  shows: ((what: Shown) => boolean) | null = null
  /** Told when an effect cannot be simulated. */
  onRefusal: ((message: string) => void) | null = null
  #preview: Preview = STILL
  #stages: Stages | undefined
  #placement: Placement | null = null
  /** As it was resolved, before its strength. */
  #effect: ResolvedEffect | null = null

  constructor(events?: EffectEvents) {
    this.#events = events
  }

  /** Shows an effect from its start; false when it cannot be simulated, which is then said in words. */
  open(effect: ResolvedEffect): boolean {
    return this.#guard(() => this.#replace(effect))
  }

  /** Takes over a changed effect at the present tick. */
  edit(effect: ResolvedEffect): boolean {
    const { simulation } = this
    if (!simulation) return this.open(effect)
    const before = this.#effect ?? simulation.program.effect
    if (effect.seed === before.seed && tapeKey(effect) === tapeKey(before))
      return this.#guard(() => {
        updateSimulation(simulation, this.atStrength(effect))
        this.#effect = effect
      })
    return this.#guard(() => this.#replace(effect, simulation.tick))
  }

  /** Places the effect otherwise, or on another stage, at the present tick. */
  setPreview(preview: Preview, stages?: Stages): boolean {
    const turned = preview.knobs !== this.#preview.knobs
    this.#preview = preview
    this.#stages = stages
    const { simulation } = this
    // A scene places it instead.
    if (this.#placement && !turned) return simulation !== null
    return this.#again(simulation?.tick ?? 0)
  }

  /** Plays as at a firing of a scene, or as the preview says, at a tick of its own. */
  place(placement: Placement | null, tick: number): boolean {
    this.#placement = placement
    return this.#again(tick)
  }

  #again(tick: number): boolean {
    const effect = this.#effect
    return effect !== null && this.#guard(() => this.#replace(effect, tick))
  }

  /** An effect as it would play in its stead, at its strength. */
  atStrength(effect: ResolvedEffect): ResolvedEffect {
    return this.#placement ? strengthened(effect, grained(this.#placement.strength)) : effect
  }

  /** How strongly it plays. */
  get strength(): number {
    return this.#placement?.strength ?? 1
  }

  /** How it is placed now. */
  optionsNow(): SimulationOptions {
    const effect = this.#effect
    return effect ? this.optionsOf(effect) : (this.#placement?.options ?? {})
  }

  /** How an effect would be placed in its stead. */
  optionsOf(effect: ResolvedEffect): SimulationOptions {
    const preview = this.#preview
    return this.#placement
      ? { knobs: knobsOn(effect, preview), ...this.#placement.options }
      : previewOptions(effect, preview, this.#stages)
  }

  /** The effect as it plays now, at its strength. */
  get played(): ResolvedEffect | null {
    return this.#effect && this.atStrength(this.#effect)
  }

  /** How many particles live that are seen: those of emitters that solo leaves out do not count. */
  get alive(): number {
    return this.simulation ? aliveIn(this.simulation, this.shows) : 0
  }

  /** What is to be seen at a moment in ticks, which may lie before the tick that was stepped to. */
  frame(ticks: number): Frame | null {
    const { simulation } = this
    if (!simulation) return null
    const { source } = simulation.program.effect
    // The sprite that it breaks up or puts together stands there between two showings.
    if (source && simulation.finished) return sourceFrame(source)
    const alpha = 1 - (simulation.tick - ticks)
    return simulation.frame(Math.min(1, Math.max(0, alpha)), this.shows ?? undefined)
  }

  /** Frees what it holds. */
  close(): void {
    this.simulation?.dispose()
    this.simulation = null
  }

  /** Another simulation takes the place of the one before, which frees its memory at once. */
  #replace(effect: ResolvedEffect, tick = 0): void {
    const next = createSimulation(compile(this.atStrength(effect)), {
      ...this.optionsOf(effect),
      ...(this.#events ? { events: this.#events } : {}),
    })
    this.simulation?.dispose()
    this.simulation = next
    this.#effect = effect
    if (tick > 0) next.seek(tick)
  }

  /** What cannot be simulated is said in words, and the stage keeps what it had. */
  #guard(work: () => void): boolean {
    try {
      work()
      return true
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
      this.onRefusal?.(error.message)
      return false
    }
  }
}
