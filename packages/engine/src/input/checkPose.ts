/** Refusals of what a pose or a view cannot be. */
import { type PoseParts, Refusal, type ViewRect } from '@gliv/model'

export const POSE_NUMBERS = ['x', 'y', 'rotate', 'scale'] as const

/** Throws for a scale that is no size. @param place of the message */
export const checkPose = (place: string, parts: PoseParts): void => {
  for (const key of POSE_NUMBERS) {
    const value = parts[key]
    if (value !== undefined && !Number.isFinite(value))
      throw new Refusal(place, `${key} is ${value}; it must be a finite number`)
  }
  if (parts.scale !== undefined && !(parts.scale >= 0.001 && parts.scale <= 1000))
    throw new Refusal(
      place,
      `scale is ${parts.scale}; it must be from 0.001 to 1000; to turn left into right use mirror`,
    )
}

/** Throws `Refusal` at `place` unless a view's numbers are finite and its sides over 0, in world px. */
export const checkView = (place: string, view: ViewRect): void => {
  for (const key of ['x', 'y', 'w', 'h'] as const)
    if (!Number.isFinite(view[key]))
      throw new Refusal(place, `${key} is ${view[key]}; give x, y, w, h in world pixels`)
  if (!(view.w > 0 && view.h > 0))
    throw new Refusal(place, `the view is ${view.w} × ${view.h}; both sides must be over 0`)
}
