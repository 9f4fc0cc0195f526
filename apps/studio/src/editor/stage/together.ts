/** Emitters that are moved together. */
import type { Kit } from '@gliv/document'

/**
 * Moves emitters by the same way; locked ones stay. `before` is the kit that their places are counted from.
 */
export const moveTogether = (
  kit: Kit,
  before: Kit,
  effectId: string,
  ids: readonly string[],
  x: number,
  y: number,
): void => {
  for (const id of ids) {
    const emitter = kit.effects[effectId]?.emitters[id]
    const start = before.effects[effectId]?.emitters[id]
    if (!emitter || !start || emitter.locked) continue
    emitter.numbers.offsetX = start.numbers.offsetX + x
    emitter.numbers.offsetY = start.numbers.offsetY + y
  }
}
