/** Where an emitter's centre is, its own travel included. */
import { type PathPlace, emptyPose, toWorld } from '../geometry/index.ts'
import { type EmitterProgram, withLane } from '../program/index.ts'
import type { SimulationContext } from './simulationContext.ts'
import { TravelPath } from './travelPath.ts'

export class EmitterCentre {
  readonly #program: EmitterProgram
  readonly #context: SimulationContext
  readonly #travel: TravelPath | null
  readonly #pose = emptyPose()

  constructor(program: EmitterProgram, context: SimulationContext) {
    const { travel, numbers } = program.source
    this.#program = program
    this.#context = context
    this.#travel = travel ? new TravelPath(travel, numbers.travelSeconds) : null
  }

  /** Offset inside the effect at a moment of the timeline. */
  localInto(seconds: number, out: PathPlace): void {
    const { lanes, source } = this.#program
    out.x = out.y = 0
    this.#travel?.placeInto(seconds - source.numbers.delay, out)
    out.x += withLane(lanes.offsetX, source.numbers.offsetX, seconds)
    out.y += withLane(lanes.offsetY, source.numbers.offsetY, seconds)
  }

  /** World place at a moment in ticks, which is `seconds` on the timeline. */
  worldInto(ticks: number, seconds: number, out: PathPlace): void {
    this.#context.tape.poseInto(ticks, this.#pose)
    this.localInto(seconds, out)
    toWorld(this.#pose, out)
  }
}
