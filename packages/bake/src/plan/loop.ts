/** What makes a clip lead from its last frame to its first: the effect's period, one made for it, or a fade. */
import { compile, loopSecondsOf, tickOf } from '@gliv/engine'
import { Refusal, type ResolvedEffect, type ShipValues } from '@gliv/model'
import { playOf, type Subject } from '../play/play.ts'
import { type Seconds, settledSeconds, wholeSpan } from './span.ts'

/** How a clip closes; false: it does not. */
export type LoopKind = 'exact' | 'made' | 'faded' | false

/** The stretch of a clip, with how it closes. */
export interface Closed extends Seconds {
  readonly loop: LoopKind
}

const wholeTicks = (seconds: number, rate: number): number => Math.max(1, Math.round(seconds * rate)) / rate

/** Whether a stretch is whole rounds, to half a tick. */
const isRounds = ({ from, to }: Seconds, round: number, rate: number): boolean => {
  const rounds = Math.round((to - from) / round)
  return rounds >= 1 && Math.abs(to - from - rounds * round) * rate < 0.5
}

const exact = ({ effect }: Subject, typed: Seconds | null): Closed => {
  if (effect.play !== 'period')
    throw new Refusal(
      '--loop',
      `“${effect.name}” has no period; let it repeat exactly in its page, or make the loop, or fade it`,
    )
  const span = typed ?? wholeSpan(effect)
  const round = effect.numbers.periodSeconds
  if (!isRounds(span, round, effect.rate))
    throw new Refusal(
      '--loop',
      `${Number((span.to - span.from).toFixed(4))} s is no whole number of its periods of ${round} s; choose such a stretch`,
    )
  return { ...span, loop: 'exact' }
}

/** A period is given to it: births, chance and churn come again. Throws `Refusal` that names what cannot. */
const made = (subject: Subject, typed: Seconds | null): Closed => {
  const { effect } = subject
  if (effect.play === 'period') return exact(subject, typed)
  const span = typed ?? wholeSpan(effect)
  const period = wholeTicks(span.to - span.from, effect.rate)
  if ((subject.options.tape ?? []).length > 0)
    throw new Refusal('--loop', `“${effect.name}” moves, so that its loop cannot be made; fade it`)
  compile({ ...effect, play: 'period', numbers: { ...effect.numbers, periodSeconds: period } })
  // Counted from the start of a period, so that the timeline's times are its own.
  const from = typed ? typed.from : 0
  return { from, to: from + period, loop: 'made' }
}

/** Frames before the stretch run into its end, so that it starts late enough to have such. */
const faded = ({ effect }: Subject, typed: Seconds | null): Closed => {
  const span = typed ?? wholeSpan(effect)
  const round = loopSecondsOf(effect)
  const later = typed || round === null || span.from >= round ? 0 : round
  return { from: span.from + later, to: span.to + later, loop: 'faded' }
}

const auto = (subject: Subject, typed: Seconds | null): Closed => {
  const { effect } = subject
  const round = loopSecondsOf(effect)
  const span = typed ?? wholeSpan(effect)
  if (round === null || (typed && !isRounds(typed, round, effect.rate))) return { ...span, loop: false }
  try {
    return made(subject, typed)
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    return faded(subject, typed)
  }
}

const LOOPS = {
  auto,
  none: ({ effect }, typed) => ({ ...(typed ?? wholeSpan(effect)), loop: false as const }),
  exact,
  made,
  faded,
} as const satisfies Record<ShipValues<'loop'>['loop'], (subject: Subject, typed: Seconds | null) => Closed>

/** The stretch that a clip shows and how it closes. @param typed null: all of the effect */
export const closedSpan = (
  subject: Subject,
  kind: ShipValues<'loop'>['loop'],
  typed: Seconds | null,
): Closed => LOOPS[kind](subject, typed)

/** How a closed stretch is played. */
export const playClosed = (subject: Subject, { from, to, loop }: Closed): ReturnType<typeof playOf> => {
  const { effect } = subject
  if (loop === 'made' && effect.play !== 'period') return playOf(subject, { period: to - from })
  if (effect.play !== 'sustain') return playOf(subject)
  // A sustained effect is shown with one round of its middle: start, middle, tail.
  const { sustainTo, warmUp } = effect.numbers
  return playOf(subject, { stopAt: tickOf(Math.max(0, sustainTo - warmUp), effect.rate) })
}

/** Where the middle of a sustained effect has all that it will ever have, in seconds from its start. */
export const middleSeconds = (effect: ResolvedEffect): { readonly at: number; readonly round: number } => {
  const { sustainFrom, sustainTo, warmUp } = effect.numbers
  const round = sustainTo - sustainFrom
  const at = Math.max(0, sustainFrom - warmUp) + Math.max(1, settledSeconds(effect, round) / round) * round
  return { at: wholeTicks(at, effect.rate), round: wholeTicks(round, effect.rate) }
}
