/** Where an emitter's centre is, its own travel included. */
import { type PathPlace, emptyPose, toWorld } from '../geometry/index.ts'
import { type EmitterProgram, withLane } from '../program/index.ts'
import type { SimulationContext } from './simulationContext.ts'
import { TravelPath } from './travelPath.ts'

export class EmitterCentre {
  readonly #program: EmitterProgram
  readonly #context: SimulationContext
  readonly #travel: TravelPath | null
  readonly #delay: number
  /** Whether it has a path of its own. */
  readonly travels: boolean
  readonly #pose = emptyPose()

  constructor(program: EmitterProgram, context: SimulationContext) {
    const { travel, numbers } = program.source
    this.#program = program
    this.#context = context
    this.#travel = travel ? new TravelPath(travel, numbers.travelSeconds) : null
    this.travels = travel !== null
    this.#delay = numbers.delay
  }

  /** How far its own path has brought it some seconds before a moment of the timeline; 0, 0 without one. */
  travelInto(seconds: number, before: number, out: PathPlace): void {
    out.x = out.y = 0
    this.#travel?.placeInto(seconds - this.#delay - before, out)
  }

  /** Offset inside the effect at a moment of the timeline. */
  localInto(seconds: number, out: PathPlace): void {
    const { lanes, source } = this.#program
    this.travelInto(seconds, 0, out)
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
