/** Several frames of a sheet chosen together. Lifetime: moment, by sheet. */
import { create } from 'zustand'

export const useChosenFrames = create<Readonly<Record<string, readonly number[]>>>(() => ({}))

/** The frames that a press chooses: Shift takes all from the last one on, Ctrl one more or less, else it alone. */
export const framesAfter = (
  before: readonly number[],
  last: number,
  frame: number,
  { shift, ctrl }: { readonly shift: boolean; readonly ctrl: boolean },
): number[] => {
  if (shift) {
    const [low, high] = [Math.min(last, frame), Math.max(last, frame)]
    const run = Array.from({ length: high - low + 1 }, (_, k) => low + k)
    return [...new Set([...(ctrl ? before : []), ...run])].sort((a, b) => a - b)
  }
  if (!ctrl) return [frame]
  const with_ = before.length > 0 ? before : [last]
  const after = with_.includes(frame) ? with_.filter((f) => f !== frame) : [...with_, frame]
  return (after.length > 0 ? after : [frame]).sort((a, b) => a - b)
}

export const setChosenFrames = (sheetId: string, frames: readonly number[]): void =>
  useChosenFrames.setState({ [sheetId]: frames })
