/** How an effect is shown where no game moves it: its place on the stage and the way that it goes. Pure. */
import { knobsWithin, latestEndSeconds, type SimulationOptions } from '@gliv/engine'
import {
  isColourKnob,
  type KnobValues,
  type ResolvedEffect,
  type Surface,
  type Tape,
  type TapeEntry,
} from '@gliv/model'
import { type Move, type Preview } from '../state/stagePreview.ts'

/** Seconds of one round, and how far it goes in px. */
const ROUND = 4
const REACH = 180
const RADIUS = 90

/** Longest preview of what has no end of its own, in seconds. */
const LONGEST = 30

/** Seconds until an effect that plays once is over; a sustained one is shown with one stop. */
export const shownEnd = (effect: ResolvedEffect): number =>
  Math.min(LONGEST, sustainStop(effect) + latestEndSeconds(effect))

/** A sustained effect is let go after three rounds of its middle. */
const sustainStop = (effect: ResolvedEffect): number =>
  effect.play === 'sustain' ? 2 * (effect.numbers.sustainTo - effect.numbers.sustainFrom) : 0

type Way = Exclude<Move, 'auto' | 'still'>

const WAYS: Record<Way, (share: number) => readonly [number, number]> = {
  // There and back; the starting place is the middle, so that the effect opens where it lies.
  across: (share) => {
    const turn = (share + 0.25) % 1
    return [(turn < 0.5 ? 4 * turn - 1 : 3 - 4 * turn) * REACH, 0]
  },
  circle: (share) => [Math.sin(share * 2 * Math.PI) * RADIUS, (1 - Math.cos(share * 2 * Math.PI)) * -RADIUS],
}

/** Samples a round, close enough that a circle looks round. */
const STEPS = 48

/** The stages of a kit. */
export interface Stages {
  readonly stages: Readonly<Record<string, { readonly surfaces: readonly Surface[] }>>
  readonly stageOrder: readonly string[]
}

const NO_STAGES: Stages = { stages: {}, stageOrder: [] }
const NO_SURFACES: readonly Surface[] = []

/** Whether an effect has particles that surfaces mean something to. */
export const hasContact = (effect: ResolvedEffect): boolean =>
  effect.emitters.some(
    ({ type }) => type.contact !== 'none' || (type.forces.includes('avoid') && type.avoids === 'surfaces'),
  ) || effect.parts.some((part) => part.choices.some((choice) => hasContact(choice.effect)))

/** Id of the stage that an effect is shown on; undefined for none. */
export const stageOf = (
  effect: ResolvedEffect,
  preview: Preview,
  { stages, stageOrder }: Stages,
): string | undefined => {
  const id = preview.stage === 'auto' ? (hasContact(effect) ? stageOrder[0] : undefined) : preview.stage
  return id !== undefined && stages[id] ? id : undefined
}

/** What an effect meets on the chosen stage. */
export const surfacesOn = (effect: ResolvedEffect, preview: Preview, stages: Stages): readonly Surface[] => {
  const id = stageOf(effect, preview, stages)
  return id === undefined ? NO_SURFACES : stages.stages[id]!.surfaces
}

/** Where the effect's knobs were turned to: only what it has and can take. */
export const knobsOn = (effect: ResolvedEffect, { knobs }: Preview): KnobValues => {
  if (Object.keys(knobs).length === 0) return knobs
  const known = knobsWithin(effect)
  return Object.fromEntries(
    Object.entries(knobs).flatMap(([name, value]) => {
      const knob = known.get(name)
      if (!knob || typeof value !== (isColourKnob(knob) ? 'string' : 'number')) return []
      const { low = 0, high = 0 } = isColourKnob(knob) ? {} : knob
      return [[name, typeof value === 'number' ? Math.min(high, Math.max(low, value)) : value]]
    }),
  )
}

const movesOf = (move: Way, rate: number, seconds: number): TapeEntry[] => {
  const entries: TapeEntry[] = []
  for (let k = 0; k <= Math.ceil((seconds / ROUND) * STEPS); k++) {
    const [x, y] = WAYS[move]((k / STEPS) % 1)
    entries.push({ tick: Math.round((k / STEPS) * ROUND * rate), do: 'move', x, y })
  }
  return entries
}

/**
 * Options of a simulation that plays an effect as the preview says. Effects that need to move do so when
 * nobody chose a way.
 */
export const previewOptions = (
  effect: ResolvedEffect,
  preview: Preview,
  stages: Stages = NO_STAGES,
): SimulationOptions => {
  const { rotate, scale, mirror } = preview
  const move = preview.move === 'auto' ? (needsMoving(effect) ? 'across' : 'still') : preview.move
  // What repeats exactly stays where it is: a way would break it.
  const tape: TapeEntry[] =
    move === 'still' || effect.play === 'period' ? [] : movesOf(move, effect.rate, LONGEST)
  if (effect.play === 'sustain')
    tape.push({
      tick: Math.round((sustainStop(effect) + effect.numbers.sustainTo) * effect.rate),
      do: 'stop',
    })
  return {
    rotate,
    scale,
    mirror,
    surfaces: surfacesOn(effect, preview, stages),
    ...(Object.keys(preview.knobs).length > 0 ? { knobs: knobsOn(effect, preview) } : {}),
    tape: tape.sort((a, b) => a.tick - b.tick) as Tape,
  }
}

/** Whether an effect shows nothing unless it is moved. */
const needsMoving = (effect: ResolvedEffect): boolean =>
  effect.emitters.some((e) => e.numbers.flowPerPx > 0 && !e.travel)
