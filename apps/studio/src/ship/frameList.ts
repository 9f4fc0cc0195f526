/** A list of frames of one's own: made from what is shown, reordered, held, left out. Pure. */
import type { ShipFrame } from '@gliv/model'
import type { ShownSheet } from '../workers/ship.worker.ts'

/** Longest and shortest that a frame stays, in frame times. */
const [SHORTEST, LONGEST] = [0.25, 1000]

/** The frames that are shown as a list. */
export const listOf = ({
  clips,
  frames,
  ticks,
}: Pick<ShownSheet, 'clips' | 'frames' | 'ticks'>): ShipFrame[] => {
  const [clip] = clips
  if (!clip) return []
  return frames.slice(clip.from, clip.from + clip.count).map(({ seconds }, k) => ({
    tick: ticks[clip.from + k]!.tick,
    hold: Number((seconds * clip.fps).toFixed(4)),
  }))
}

/** A frame in another place. */
export const movedTo = (list: readonly ShipFrame[], from: number, to: number): ShipFrame[] => {
  const others = list.filter((_, k) => k !== from)
  return [...others.slice(0, to), list[from]!, ...others.slice(to)]
}

/** A frame that stays longer or shorter, by whole frame times; under one by halves. */
export const heldBy = (list: readonly ShipFrame[], at: number, by: 1 | -1): ShipFrame[] =>
  list.map((frame, k) => {
    if (k !== at) return frame
    const { hold } = frame
    const next = by > 0 ? (hold < 1 ? hold * 2 : hold + 1) : hold <= 1 ? hold / 2 : hold - 1
    return { ...frame, hold: Math.min(LONGEST, Math.max(SHORTEST, next)) }
  })

/** Without some frames; the last one stays. */
export const withoutFrame = (list: readonly ShipFrame[], at: number): ShipFrame[] =>
  list.length > 1 ? list.filter((_, k) => k !== at) : [...list]

/** Without frames that are gone, unless that would be all. */
export const withoutGone = (list: readonly ShipFrame[], gone: readonly boolean[]): ShipFrame[] => {
  const kept = list.filter((_, k) => !gone[k])
  return kept.length > 0 ? kept : [...list]
}
