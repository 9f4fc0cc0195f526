/** Point B of segments, given by the game in world pixels. */
import { cosSinInto } from '@gliv/engine'
import type { ResolvedEffect } from '@gliv/model'
import type { PlayOptions } from './options.ts'

const turn = new Float64Array(2)

/** The same effect with every segment ending at the game's point, taken back through the effect's place. */
export const withAnchorB = (
  effect: ResolvedEffect,
  { x = 0, y = 0, rotation = 0, scale = 1, mirror = false, anchorB }: PlayOptions,
): ResolvedEffect => {
  if (!anchorB) return effect
  cosSinInto(-rotation, turn)
  const dx = anchorB.x - x
  const dy = anchorB.y - y
  const localX = ((dx * turn[0]! - dy * turn[1]!) / scale) * (mirror ? -1 : 1)
  const localY = (dx * turn[1]! + dy * turn[0]!) / scale
  const emitters = effect.emitters.map((e) =>
    e.shape === 'segment'
      ? {
          ...e,
          numbers: { ...e.numbers, endX: localX - e.numbers.offsetX, endY: localY - e.numbers.offsetY },
        }
      : e,
  )
  return { ...effect, emitters }
}
