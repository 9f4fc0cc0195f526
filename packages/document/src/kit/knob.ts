/** What a knob of an effect is in a kit, and what it does to a number of an emitter. */
import type { Lane, PropertyId, Ramp } from '@gliv/model'

/** An input of an effect: a number between two ends, or a colour. */
export type Knob =
  | {
      readonly id: string
      readonly name: string
      readonly low: number
      readonly high: number
      /** Where it stands while nobody turns it. */
      readonly start: number
      /** Where it stands over the effect's time instead, while nobody turns it. */
      readonly lane?: Lane | undefined
    }
  | { readonly id: string; readonly name: string; readonly colour: string }

/** One that is a number. */
export type NumberKnob = Extract<Knob, { low: number }>

/** What a knob does to a number of an emitter; acts as a lane of the number does. */
export interface DriveChoice extends Ramp {
  /** Id of the knob. */
  readonly knob: string
  readonly from: number
  readonly to: number
}

/** By the number that is driven. */
export type DriveChoices = { readonly [K in PropertyId]?: DriveChoice | undefined }

/** Most knobs of an effect. */
export const KNOB_LIMIT = 16

/** Whether a knob is a number, and no colour. */
export const isNumberKnob = (knob: Knob): knob is NumberKnob => 'low' in knob
