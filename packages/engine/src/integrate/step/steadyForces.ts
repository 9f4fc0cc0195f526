/**
 * What acts alike on all of an emitter's particles during a step, integrated exactly together: gravity,
 * steady wind, linear drag and the damping of a pull.
 */
import { type EmitterProgram, withLane, rampOfForce } from '../../program/index.ts'
import { cosSinInto, dragStepInto } from '../../maths/index.ts'
import { directionInto } from './headings.ts'
import type { Reference } from './reference.ts'

const turn = new Float64Array(2)

/** Numbers whose lanes change what is steady. */
const LANED = [
  'gravity',
  'gravityHeading',
  'drag',
  'wind',
  'windHeading',
  'windSpeed',
  'windCarry',
  'pullDamping',
] as const

export class SteadyForces {
  /** px/s² in the particles' own space. */
  gx = 0
  gy = 0
  /** Per second. */
  drag = 0
  /** Coefficients [E, A, B] of the tick's step; see `dragStepInto`. */
  readonly step = new Float64Array(3)
  readonly laned: boolean
  readonly #program: EmitterProgram
  readonly #reference: Reference
  readonly #gravity: boolean
  readonly #wind: boolean
  #stepSeconds = -1

  constructor(program: EmitterProgram, reference: Reference) {
    this.#program = program
    this.#reference = reference
    const { lanes, source } = program
    this.#gravity = source.type.forces.includes('gravity') && rampOfForce(source, 'gravity') === null
    this.#wind = source.type.forces.includes('wind') && rampOfForce(source, 'wind') === null
    this.laned = LANED.some((id) => lanes[id] !== undefined)
  }

  /** Forces as they are when a step begins; the reference is there already. */
  set(stepSeconds: number, timelineSeconds: number): void {
    this.gx = this.gy = 0
    if (this.#gravity) this.#setGravity(timelineSeconds)
    const carry = this.#wind ? this.#setWind(timelineSeconds) : 0
    if (stepSeconds === this.#stepSeconds && !this.laned) return
    this.#stepSeconds = stepSeconds
    const { lanes, source } = this.#program
    const { forces } = source.type
    this.drag =
      (forces.includes('drag') ? withLane(lanes.drag, source.type.numbers.drag, timelineSeconds) : 0) +
      (forces.includes('pull')
        ? withLane(lanes.pullDamping, source.type.numbers.pullDamping, timelineSeconds)
        : 0) +
      carry
    dragStepInto(this.drag, stepSeconds, this.step)
  }

  #setGravity(seconds: number): void {
    const { lanes, source } = this.#program
    const { numbers, axes } = source.type
    const { pose, unit } = this.#reference
    const heading = withLane(lanes.gravityHeading, numbers.gravityHeading, seconds)
    const strength = withLane(lanes.gravity, numbers.gravity, seconds)
    if (axes.gravity === 'effect') {
      directionInto(heading, 'effect', source.space, this.#reference, turn)
      this.gx = strength * turn[0]! * unit
      this.gy = strength * turn[1]! * unit
      return
    }
    cosSinInto(heading, turn)
    const gx = strength * turn[0]!
    const gy = strength * turn[1]!
    if (source.space === 'carried') {
      // The world's direction, seen from the effect; its length is the effect's own.
      cosSinInto(-pose.rotate, turn)
      this.gx = (gx * turn[0]! - gy * turn[1]!) * (pose.mirror ? -1 : 1)
      this.gy = gx * turn[1]! + gy * turn[0]!
    } else {
      this.gx = gx * unit
      this.gy = gy * unit
    }
  }

  /** Carrying towards an air speed w is a drag that stands still at w: x″ = k·w − k·x′. Returns k. */
  #setWind(seconds: number): number {
    const { lanes, source } = this.#program
    const { numbers, axes, windMode } = source.type
    directionInto(
      withLane(lanes.windHeading, numbers.windHeading, seconds),
      axes.wind,
      source.space,
      this.#reference,
      turn,
    )
    const carry = windMode === 'push' ? 0 : withLane(lanes.windCarry, numbers.windCarry, seconds)
    const strength =
      (windMode === 'push'
        ? withLane(lanes.wind, numbers.wind, seconds)
        : carry * withLane(lanes.windSpeed, numbers.windSpeed, seconds)) * this.#reference.unit
    this.gx += strength * turn[0]!
    this.gy += strength * turn[1]!
    return carry
  }
}
