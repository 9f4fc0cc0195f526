/** What the emitters of one simulation share. */
import type { Frame } from '@gliv/model'
import { type CompiledKnob, type Program, type Clock, type Timeline } from '../program/index.ts'
import type { EffectEvents } from '../state/index.ts'
import type { CompiledTape } from './tape.ts'

/** What was counted of an emitter from the effect's start. */
export interface EmitterCount {
  readonly id: string
  readonly name: string
  /** Id of the effect inside which it stands; not set for the effect's own. */
  readonly effectId?: string
  readonly births: number
  readonly deaths: number
  readonly alive: number
  readonly relayed: number
  readonly refused: number
}

/** A simulation as its outer one sees it. */
export interface SubEffect {
  /** Of all its emitters, and of those inside it. */
  readonly counts: readonly EmitterCount[]
  /** As `seek`, with everything counted from its beginning. */
  seekFully(tick: number): void
  readonly alive: number
  readonly finished: boolean
  seek(tick: number): void
  /** To tick 0, telling what happens there. */
  begin(): void
  step(): void
  append(frame: Frame, layer: number): void
  /** Frees its pools at once; it is not used any more. */
  dispose(): void
}

/** Makes a simulation of an inner effect. */
export type MakeSubEffect = (program: Program, seed: number, tape: CompiledTape) => SubEffect

export interface SimulationContext {
  readonly seed: number
  readonly clock: Clock
  readonly timeline: Timeline
  readonly tape: CompiledTape
  readonly knobs: ReadonlyMap<string, CompiledKnob>
  /** A way from one tick to the next that is longer is a jump and emits nothing per pixel. */
  readonly jumpPx: number
  /** Length of the effect's period in seconds; 0 when it has none. */
  readonly periodSeconds: number
  /** Where what happens is told; null when nobody listens. */
  readonly events: EffectEvents | null
  /** Makes the simulations of effects inside this one. */
  readonly makeSubEffect: MakeSubEffect
}

/** One moment between two ticks of the clock. */
export interface Moment {
  /** Ticks, with a fraction. */
  ticks: number
  /** Seconds on the clock. */
  clock: number
  /** Seconds on the timeline. */
  timeline: number
}
