/**
 * Knobs: named inputs of an effect that a game turns while it plays. A number drives others through ramps, a colour
 * tints emitters.
 */
import type { Lane, Ramp } from './ramps.ts'
import type { PropertyId } from './properties.ts'

/** A number from `low` to `high`; what nobody sets is `start`, or what its lane says at the effect's time. */
export interface NumberKnob {
  readonly name: string
  readonly low: number
  readonly high: number
  readonly start: number
  readonly lane?: Lane | undefined
}

/** A colour, `#rrggbb`, that multiplies the tints of the emitters that name it. */
export interface ColourKnob {
  readonly name: string
  readonly colour: string
}

/** What a game may turn. */
export type ResolvedKnob = NumberKnob | ColourKnob

export const isColourKnob = (knob: ResolvedKnob): knob is ColourKnob => 'colour' in knob

/** What a knob does to a number of an emitter: `from` at its low end, `to` at its high one; acts as a lane does. */
export interface Drive extends Ramp {
  readonly knob: string
  readonly from: number
  readonly to: number
}

export type Drives = { readonly [K in PropertyId]?: Drive | undefined }

/** Values of knobs by name. */
export type KnobValues = Readonly<Record<string, number | string>>

/** The input that every effect has: it multiplies flows and counts of bursts. No knob can be called so. */
export const STRENGTH_KNOB = ''

/** What may be wrong with a value for a knob, in words; null when nothing is. */
export const knobFault = (knob: ResolvedKnob, value: unknown): string | null => {
  if (isColourKnob(knob))
    return typeof value === 'string' && /^#[0-9a-f]{6}$/i.test(value)
      ? null
      : 'must be a colour; write it as #rrggbb'
  return typeof value === 'number' && value >= knob.low && value <= knob.high
    ? null
    : `must be a number from ${knob.low} to ${knob.high}`
}
