/** Clips over time. Pure. */
import { type Clip, clipFrames, type ClipStep } from '@gliv/document'

/** Frame times until a clip is where it began. */
export const roundLength = (clip: Clip): number => {
  const { length } = clipFrames(clip)
  return clip.play === 'backAndForth' ? Math.max(1, 2 * length - 2) : length
}

/** Which frame time is shown after so many seconds: once stays at the end, the others go round. */
export const timeAt = (clip: Clip, seconds: number): number => {
  const { length } = clipFrames(clip)
  const k = Math.floor(seconds * clip.fps + 1e-9)
  if (clip.play === 'once') return Math.min(length - 1, k)
  const at = k % roundLength(clip)
  return at < length ? at : 2 * length - 2 - at
}

export const secondsOf = (clip: Clip): number => clipFrames(clip).length / clip.fps

/** The rate at which a clip lasts so long, in the limits of the format. */
export const fpsFor = (clip: Clip, seconds: number): number =>
  Math.min(240, Math.max(0.1, Math.round((clipFrames(clip).length / seconds) * 1000) / 1000))

export const moved = <T>(list: readonly T[], from: number, to: number): T[] => {
  const rest = list.filter((_, i) => i !== from)
  rest.splice(to, 0, list[from]!)
  return rest
}

export const held = (steps: readonly ClipStep[], at: number, by: number): ClipStep[] =>
  steps.map((step, i) => (i === at ? { ...step, hold: Math.min(120, Math.max(1, step.hold + by)) } : step))

export const doubled = (steps: readonly ClipStep[], at: number): ClipStep[] =>
  steps.flatMap((step, i) => (i === at ? [step, { ...step }] : [step]))
