/** What rows of Explore and what varies in them are called. */
import type { VaryGroup, VaryLock } from '@gliv/document'
import { property } from '@gliv/model'
import { titleOf } from '@gliv/words'

export const GROUP_TEXTS = {
  launch: 'Launch',
  timing: 'Timing',
  size: 'Size',
  colour: 'Colour',
  forces: 'Forces',
} as const satisfies Record<VaryGroup, string>

export const lockText = (lock: VaryLock): string =>
  lock === 'tint' ? titleOf('type.ramps.tint') : titleOf(`${property(lock).owner}.numbers.${lock}`)
