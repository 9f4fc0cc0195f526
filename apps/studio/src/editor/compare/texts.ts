/** What rows of Explore and what varies in them are called. */
import type { VaryGroup, VaryLock } from '@gliv/document'
import { property } from '@gliv/model'
import { PROPERTY_TEXTS, titleOf } from '@gliv/words'

export const GROUP_TEXTS = {
  launch: 'Launch',
  timing: 'Timing',
  size: 'Size',
  colour: 'Colour',
  forces: 'Forces',
} as const satisfies Record<VaryGroup, string>

/** What can be held fast, by the Recipe's labels; one that stands there twice says what it belongs to. */
export const lockTexts = (locks: readonly VaryLock[]): readonly string[] => {
  const plain = locks.map((lock) =>
    lock === 'tint' ? titleOf('type.ramps.tint') : PROPERTY_TEXTS[lock].label,
  )
  return locks.map((lock, k) =>
    lock === 'tint' || plain.indexOf(plain[k]!) === plain.lastIndexOf(plain[k]!)
      ? plain[k]!
      : titleOf(`${property(lock).owner}.numbers.${lock}`),
  )
}
