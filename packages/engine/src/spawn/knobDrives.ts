/** What knobs do to one emitter: they act on lanes of its own, tick by tick. */
import { STRENGTH_KNOB } from '@gliv/model'
import { knobValue, type SimulationContext } from '../input/index.ts'
import {
  type CompiledDrive,
  type CompiledLane,
  type CompiledLanes,
  driveAt,
  type EmitterProgram,
} from '../program/index.ts'

interface Bound {
  readonly drive: CompiledDrive
  readonly lane: CompiledLane
}

/** `#rrggbb` as 0xbbggrr. */
export const tintWord = (colour: string): number => {
  const n = Number.parseInt(colour.slice(1), 16)
  return (n >> 16) | (n & 0xff00) | ((n & 255) << 16)
}

const UNTINTED = 0xffffff

/** What the drive of a number makes of its knob in the step that ends at a tick. */
const drivenAt = (drive: CompiledDrive, context: SimulationContext, tick: number): number => {
  const value = knobValue(context, drive.knob.name, tick)
  return driveAt(drive, typeof value === 'number' ? value : drive.knob.low)
}

export class KnobDrives {
  /** 0xbbggrr: what all its tints are multiplied by. */
  tint = UNTINTED
  readonly #context: SimulationContext
  #colourKnob: string | null
  #colour: unknown = null
  /** Lanes that were taken over first, on which motion and births go on; and the latest ones. */
  #first: readonly Bound[] = []
  #latest: readonly Bound[] = []

  constructor(context: SimulationContext) {
    this.#context = context
    this.#colourKnob = null
  }

  /** The program with lanes of its own for what knobs drive. */
  bind(program: EmitterProgram): EmitterProgram {
    this.#colourKnob = program.colourKnob
    this.#latest = program.drives.map((drive) => ({ drive, lane: { ...program.lanes[drive.id]! } }))
    if (this.#first.length === 0) this.#first = this.#latest
    const lanes = Object.fromEntries(this.#latest.map(({ drive, lane }) => [drive.id, lane]))
    return { ...program, lanes: { ...program.lanes, ...lanes } as CompiledLanes }
  }

  /** A step begins, to a tick. */
  begin(tick: number): void {
    for (const { drive, lane } of this.#latest) lane.driven = drivenAt(drive, this.#context, tick)
    if (this.#first !== this.#latest)
      for (const { drive, lane } of this.#first) lane.driven = drivenAt(drive, this.#context, tick)
    if (this.#colourKnob === null) return
    const colour = knobValue(this.#context, this.#colourKnob, tick)
    if (colour === this.#colour) return
    this.#colour = colour
    this.tint = typeof colour === 'string' ? tintWord(colour) : UNTINTED
  }
}

/** How strong births are in the step that ends at a tick, for what the game says of all of them. */
export const strengthAt = ({ tape }: SimulationContext, tick: number): number => {
  const strength = tape.knobsSaid ? tape.knobAt(STRENGTH_KNOB, tick) : undefined
  return typeof strength === 'number' ? strength : 1
}

/** What the flow of an emitter is multiplied by in the step that ends at a tick. */
export const flowFactorAt = (program: EmitterProgram, context: SimulationContext, tick: number): number => {
  const drive = program.drives.find(({ id }) => id === 'flow')
  const driven = drive ? drivenAt(drive, context, tick) : 1
  return driven * strengthAt(context, tick)
}

/** Channels multiplied, of 0xbbggrr; the highest byte of `a` stays. */
export const tinted = (a: number, b: number): number => {
  const at = (shift: number): number =>
    (((((a >>> shift) & 255) * ((b >>> shift) & 255)) / 255 + 0.5) | 0) << shift
  return (at(0) | at(8) | at(16) | (a & 0xff000000)) >>> 0
}
