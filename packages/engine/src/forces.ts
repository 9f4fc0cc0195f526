/** What acts on an emitter's particles during a tick: gravity and linear drag, integrated exactly together. */
import type { EmitterProgram } from './compile.ts'
import { withLane } from './lanes.ts'
import { cosSinInto, dragStepInto } from './maths.ts'
import type { Setting } from './setting.ts'
import { emptyPose } from './tape.ts'

const turn = new Float64Array(2)

export class Forces {
  /** px/s² in the particles' own space. */
  gx = 0
  gy = 0
  /** Per second. */
  drag = 0
  /** Coefficients [E, A, B] of the tick's step; see `dragStepInto`. */
  readonly step = new Float64Array(3)
  readonly #program: EmitterProgram
  readonly #setting: Setting
  readonly #gravity: boolean
  readonly #laned: boolean
  readonly #timelineSeconds: () => number
  readonly #pose = emptyPose()
  #stepSeconds = -1

  /** @param timelineSeconds where the timeline stands at the tick's start; asked only when a lane needs it */
  constructor(program: EmitterProgram, setting: Setting, timelineSeconds: () => number) {
    this.#program = program
    this.#setting = setting
    this.#timelineSeconds = timelineSeconds
    const { lanes, source } = program
    this.#gravity = source.type.forces.includes('gravity')
    this.#laned = [lanes.gravity, lanes.gravityHeading, lanes.drag].some((lane) => lane !== undefined)
  }

  /** Forces as they are at the start of the step that ends at a tick. */
  set(tick: number): void {
    const stepSeconds = this.#setting.clock.stepTo(tick)
    const timelineSeconds = this.#laned ? this.#timelineSeconds() : 0
    const { type, space } = this.#program.source
    const { lanes } = this.#program
    const { numbers, forces } = type
    if (this.#gravity) {
      this.#setting.tape.poseInto(Math.max(0, tick - 1), this.#pose)
      cosSinInto(withLane(lanes.gravityHeading, numbers.gravityHeading, timelineSeconds), turn)
      const strength = withLane(lanes.gravity, numbers.gravity, timelineSeconds)
      const gx = strength * turn[0]!
      const gy = strength * turn[1]!
      if (space === 'carried') {
        // The world's direction, seen from the effect; its length is the effect's own.
        cosSinInto(-this.#pose.rotate, turn)
        this.gx = (gx * turn[0]! - gy * turn[1]!) * (this.#pose.mirror ? -1 : 1)
        this.gy = gx * turn[1]! + gy * turn[0]!
      } else {
        this.gx = gx * this.#pose.scale
        this.gy = gy * this.#pose.scale
      }
    }
    if (stepSeconds === this.#stepSeconds && !this.#laned) return
    this.#stepSeconds = stepSeconds
    this.drag = forces.includes('drag') ? withLane(lanes.drag, numbers.drag, timelineSeconds) : 0
    dragStepInto(this.drag, stepSeconds, this.step)
  }
}
