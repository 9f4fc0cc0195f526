/** A reference clip in memory: its pictures, premultiplied, and when each begins. Pure. */
import { REFERENCE_NUMBERS, type ReferenceNumber, type ReferenceView } from '@gliv/model'

export interface Clip {
  readonly width: number
  readonly height: number
  /** RGBA, premultiplied. */
  readonly frames: readonly Uint8ClampedArray<ArrayBuffer>[]
  /** When each begins, s, ascending from 0. */
  readonly starts: readonly number[]
  /** How long all of it is. */
  readonly seconds: number
}

/** Pixels over all pictures that are held at most: 256 MB. Larger clips are made smaller. */
export const MOST_PIXELS = 64 * 1024 * 1024
export const MOST_FRAMES = 1200

/** How much smaller a clip has to be made, from 0 to 1. */
export const shrinkOf = (width: number, height: number, frames: number): number =>
  Math.min(1, Math.sqrt(MOST_PIXELS / Math.max(1, width * height * frames)))

/** Which picture shows at a moment of the clip; −1 before it begins. The last one stays. */
export const frameAt = ({ starts }: Pick<Clip, 'starts'>, seconds: number): number => {
  // A thousandth: a tick that falls on a picture's beginning shows it, whatever was rounded.
  const at = seconds + 1e-3
  let [low, high] = [-1, starts.length - 1]
  while (low < high) {
    const middle = (low + high + 1) >> 1
    if (starts[middle]! <= at) low = middle
    else high = middle - 1
  }
  return low
}

/** The clip's moment at one of the effect. */
export const clipSeconds = ({ from, speed }: ReferenceView, effectSeconds: number): number =>
  from + effectSeconds * speed

/** How a clip is laid out at first. */
export const FIRST_VIEW: ReferenceView = {
  ...(Object.fromEntries(
    (Object.keys(REFERENCE_NUMBERS) as ReferenceNumber[]).map((id) => [id, REFERENCE_NUMBERS[id].default]),
  ) as Record<ReferenceNumber, number>),
  place: 'under',
}

/** The pictures that show, the present one last, with their opacity: onion skins fade evenly. */
export const skinsOf = (
  clip: Pick<Clip, 'frames'>,
  frame: number,
  { onion, opacity }: ReferenceView,
): readonly { readonly frame: number; readonly opacity: number; readonly by: number }[] => {
  const skins = []
  for (let by = onion; by > 0; by--)
    for (const side of [-by, by]) {
      const at = frame + side
      if (at >= 0 && at < clip.frames.length)
        skins.push({ frame: at, opacity: (opacity * 0.5 * (onion + 1 - by)) / onion, by: side })
    }
  if (frame >= 0) skins.push({ frame, opacity, by: 0 })
  return skins
}

/** Middle of the clip's picture, world px from the effect's place. */
export const placeOf = (
  { width }: Pick<Clip, 'width'>,
  view: ReferenceView,
): readonly [x: number, y: number] => [
  view.x + (view.place === 'beside' ? width * view.scale + 16 : 0),
  view.y,
]
