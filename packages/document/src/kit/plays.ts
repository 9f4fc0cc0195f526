/** How an effect plays, chosen so that nothing runs dry: passes and flows are fitted to each other. */
import type { Play } from '@gliv/model'
import type { Effect, Emitter } from './kit.ts'

/** Seconds to the third place, as they are shown and typed. */
const rounded = (seconds: number): number => Math.round(seconds * 1000) / 1000

/** Longest pass that loop, repeat and sustained middle may have, in seconds. */
const LONGEST = 600
const SHORTEST = 0.05

const flows = ({ numbers: { flow, flowPerPx, minimum }, dormant, companionOf }: Emitter): boolean =>
  !dormant && companionOf === null && (flow > 0 || flowPerPx > 0 || minimum > 0)

/** Seconds at which the last flow of an effect ends; 0 for an effect of bursts alone. */
export const flowEndSeconds = ({ emitters }: Pick<Effect, 'emitters'>): number =>
  Object.values(emitters)
    .filter((emitter) => flows(emitter))
    .reduce((end, { numbers }) => Math.max(end, rounded(numbers.delay + numbers.duration)), 0)

/**
 * Chooses how an effect plays, in place. A loop and an exact repeat become as long as the longest flow, so
 * that they have no gap; the middle of a sustained effect ends with its longest flow, so that it never runs
 * dry. An effect of bursts keeps its times. Only what plays once or repeats exactly stays turned backwards.
 */
export const choosePlay = (effect: Effect, play: Play): void => {
  if (effect.play === play) return
  effect.play = play
  if (play !== 'once' && play !== 'period') effect.backwards = false
  const end = Math.min(LONGEST, flowEndSeconds(effect))
  if (end < SHORTEST) return
  if (play === 'loop') effect.numbers.loopSeconds = end
  if (play === 'period') effect.numbers.periodSeconds = end
  if (play === 'sustain') {
    effect.numbers.sustainTo = end
    effect.numbers.sustainFrom = Math.min(effect.numbers.sustainFrom, rounded(end / 2))
  }
}

/** Seconds until which a flow must run for an effect to have no gap; 0 where none repeats. */
const passEnd = ({ play, numbers }: Effect): number =>
  play === 'loop'
    ? numbers.loopSeconds
    : play === 'period'
      ? numbers.periodSeconds
      : play === 'sustain'
        ? numbers.sustainTo
        : 0

/** Lets an emitter that flows run as long as a repeating effect's pass, in place; bursts stay as they are. */
export const fillPass = (effect: Effect, emitter: Emitter): void => {
  const end = passEnd(effect)
  if (end > emitter.numbers.delay && flows(emitter))
    emitter.numbers.duration = rounded(end - emitter.numbers.delay)
}

/** What a starter says of the effect that it begins. */
export interface Begins {
  readonly play: Play
  /** Seconds that are run before the effect shows. */
  readonly warmUp?: number
}

/**
 * After emitters were added to an effect, in place: those that begin it decide how it plays, those that join
 * others fit themselves to it.
 */
export const settleIn = (effect: Effect, added: readonly string[], begins: Begins | undefined): void => {
  const first = effect.parts.length === 0 && effect.emitterOrder.length === added.length
  if (begins && first && effect.play === 'once') {
    choosePlay(effect, begins.play)
    if (begins.warmUp !== undefined) effect.numbers.warmUp = begins.warmUp
    return
  }
  for (const id of added) fillPass(effect, effect.emitters[id]!)
}
