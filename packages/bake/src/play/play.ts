/** An effect as it plays for a bake: where it is, what it meets, how strongly; its frame at any tick. */
import { findStage, type KitFile, resolveEffect } from '@gliv/document'
import { compile, createSimulation, type Simulation, type SimulationOptions } from '@gliv/engine'
import { type Frame, Refusal, type ResolvedEffect, type Tape } from '@gliv/model'
import { grained, strengthened } from '@gliv/scene'
import { firingIn, openScene } from './firing.ts'
import type { ShipJob } from './job.ts'
import { maskReader } from './masks.ts'
import { placeOn, wayTape } from './way.ts'

/** Longest way that is laid out beforehand, in seconds. */
const LONGEST_WAY_SECONDS = 60

/** The effect of a job, ready to be played in more than one way. */
export interface Subject {
  readonly effect: ResolvedEffect
  readonly options: SimulationOptions
  /** Frames lie around where the effect is at their tick, not around where it began. */
  readonly follow: boolean
}

/** One way in which a subject plays. */
export interface Play {
  readonly simulation: Simulation
  /** World px that frames of a tick lie around. */
  placeAt(tick: number): readonly [x: number, y: number]
  /** The frame at a tick around its place; null before the effect's start. */
  frameAt(tick: number): Frame | null
}

const recorded = (file: KitFile, { effect, settings: { moves } }: ShipJob) => {
  if (moves.stage === null || moves.recording === null)
    throw new Refusal(
      '--recording',
      'a recording belongs to a stage; choose both a stage and one of its recordings',
    )
  return firingIn(openScene(file, moves.stage, moves.recording), effect.id, moves.firing)
}

const surfacesOf = (file: KitFile, job: ShipJob): Pick<SimulationOptions, 'surfaces'> => {
  if (job.surfaces) return { surfaces: job.surfaces }
  const { stage } = job.settings.moves
  return stage === null ? {} : { surfaces: findStage(file.kit, stage).surfaces }
}

/** Whether an effect sends out nothing unless it is moved. */
const needsMoving = ({ emitters, play }: ResolvedEffect): boolean =>
  play !== 'period' && emitters.some((e) => e.numbers.flowPerPx > 0 && !e.travel)

const tapeOf = (job: ShipJob, effect: ResolvedEffect): Tape => {
  const { rate } = effect
  const { moves } = job.settings
  const along = moves.along === 'auto' ? (needsMoving(effect) ? 'line' : 'nothing') : moves.along
  if (along === 'line' || along === 'circle')
    return wayTape({ ...moves, along }, rate, Math.ceil(LONGEST_WAY_SECONDS * rate))
  if (along !== 'tape') return []
  if (!job.tape) throw new Refusal('--tape', 'no tape was given; choose a tape file, or another way to move')
  return job.tape
}

/** Reads an effect with all that its job says. Throws `Refusal` for what the kit does not have. */
export const subjectOf = (file: KitFile, job: ShipJob, seed: number | null = job.seed): Subject => {
  const plain = resolveEffect(
    file.kit,
    job.effect,
    maskReader(() => file.pictures),
  )
  const { moves } = job.settings
  const firing = moves.along === 'recording' ? recorded(file, job) : null
  const strength = grained(moves.strength * (firing?.strength ?? 1))
  return {
    effect: strength === 1 ? plain : strengthened(plain, strength),
    options: {
      tape: tapeOf(job, plain),
      ...surfacesOf(file, job),
      ...firing?.options,
      ...(seed === null ? {} : { seed }),
    },
    follow: moves.follow,
  }
}

/** Plays a subject. @param change another way to play it: with a period, or stopped at a tick */
export const playOf = (
  { effect, options, follow }: Subject,
  change: { readonly period?: number; readonly stopAt?: number } = {},
): Play => {
  const { period, stopAt } = change
  const played: ResolvedEffect =
    period === undefined
      ? effect
      : { ...effect, play: 'period', numbers: { ...effect.numbers, periodSeconds: period } }
  const tape = options.tape ?? []
  const stopped: Tape =
    stopAt === undefined
      ? tape
      : [...tape, { tick: stopAt, do: 'stop' as const }].sort((a, b) => a.tick - b.tick)
  const simulation = createSimulation(compile(played), { ...options, tape: stopped })
  const start = [options.x ?? 0, options.y ?? 0] as const
  const placeAt = (tick: number) => (follow ? placeOn(tape, tick, start) : start)
  return {
    simulation,
    placeAt,
    frameAt: (tick) => {
      if (tick < 0) return null
      simulation.seek(tick)
      const frame = simulation.frame(1)
      const [x, y] = placeAt(tick)
      return x === 0 && y === 0 ? frame : { ...frame, originX: frame.originX - x, originY: frame.originY - y }
    },
  }
}
