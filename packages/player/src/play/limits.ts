/** What a game allows to play at once, and what goes first when that is too much. */
import { Refusal } from '@gliv/model'
import type { EffectHandle } from './effectHandle.ts'

/** Most that may play at once. */
export interface Limits {
  /** Default: no limit. */
  readonly effects?: number
  /** Particles over all effects; default: no limit. */
  readonly particles?: number
}

/** @throws Refusal */
export const checkLimits = ({ effects = Infinity, particles = Infinity }: Limits): Required<Limits> => {
  for (const [name, limit] of Object.entries({ effects, particles }))
    if (!(limit >= 1))
      throw new Refusal(
        'limits',
        `${name} is ${limit}; it must be a number from 1; leave it out for no limit`,
      )
  return { effects, particles }
}

/** The one that goes first: of the lowest priority, and of those the oldest. */
export const firstToGo = (playing: Iterable<EffectHandle>): EffectHandle | null => {
  let first: EffectHandle | null = null
  for (const handle of playing) if (!first || handle.priority < first.priority) first = handle
  return first
}
