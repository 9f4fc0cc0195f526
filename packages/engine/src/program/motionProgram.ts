/** What of an emitter's motion needs more than the steady step. */
import { type ForceKind, FORCES, type ResolvedEmitter, type ResolvedType } from '@gliv/model'
import type { CompiledRamp } from '../appearance/index.ts'
import { passesNeeded } from './neededPasses.ts'
import { rampOfForce } from './forceRamp.ts'
import { type Waver, waverOf } from '../maths/index.ts'

export interface MotionProgram {
  /** Forces that need a pass, in the order in which they act. */
  readonly passes: readonly ForceKind[]
  /** Some passes add way or speed of their own, beside accelerations. */
  readonly ways: boolean
  readonly limits: boolean
  readonly limitRamp: CompiledRamp | null
  readonly speed: Waver | null
  readonly heading: Waver | null
  /** Its own velocity moves it; on a rail passed at its own speed it does not. */
  readonly ownWay: boolean
  readonly contacts: boolean
  /**
   * Something may end a particle before its life is over, so that how many live depends on where they are.
   */
  readonly endsEarly: boolean
}

/** Ends by being slow, outside the view, or where a pull ends. */
const endsByMotion = ({ forces, numbers, endsOutside }: ResolvedType): boolean =>
  numbers.slowEnd > 0 || endsOutside || (forces.includes('pull') && numbers.pullEnd > 0)

export const compileMotion = (source: ResolvedEmitter): MotionProgram | null => {
  const { forces, contact, railMode } = source.type
  const passes = passesNeeded(source)
  const limits = forces.includes('limit')
  const speed = waverOf(source.type, 'speed')
  const heading = waverOf(source.type, 'heading')
  const contacts = contact !== 'none' && source.space !== 'pinned'
  const endsEarly =
    contacts && (contact === 'end' || contact === 'loseLife') ? true : endsByMotion(source.type)
  const wavers = speed !== null || heading !== null
  if (passes.length === 0 && !limits && !wavers && !contacts && !endsEarly) return null
  return {
    passes,
    ways: passes.some((kind) => FORCES[kind].acts === 'way'),
    limits,
    limitRamp: rampOfForce(source, 'limit'),
    speed,
    heading,
    ownWay: !(forces.includes('rail') && railMode === 'speed'),
    contacts,
    endsEarly,
  }
}
