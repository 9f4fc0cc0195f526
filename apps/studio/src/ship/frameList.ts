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

/** Times of the frames from one on, in frame times; further ones stay as they are. */
export const timedFrom = (list: readonly ShipFrame[], at: number, holds: readonly number[]): ShipFrame[] =>
  list.map((frame, k) => {
    const hold = holds[k - at]
    return hold === undefined ? frame : { ...frame, hold: Math.min(LONGEST, Math.max(SHORTEST, hold)) }
  })

const TIME = /^([+]?(?:\d+(?:[.,]\d+)?|[.,]\d+))\s*(ms|s|x|×)?$/i

/**
 * Times as people type them, in frame times: `120 ms`, `0.12 s`, `2x`; several for as many frames, `80 80 120 ms`. A
 * unit counts for those before it, without any they are ms.
 * @returns null for what is none
 */
export const readTimes = (text: string, fps: number): number[] | null => {
  const words = text
    .trim()
    .replace(/(\d)\s+(ms|s|x|×)(?=[\s;]|$)/gi, '$1$2')
    .split(/[\s;]+/)
  if (words.length > 4096) return null
  const times: number[] = []
  let unit = 'ms'
  for (const word of [...words].reverse()) {
    const match = TIME.exec(word)
    if (!match) return null
    unit = match[2]?.toLowerCase() ?? unit
    const value = Number(match[1]!.replace(',', '.'))
    const hold = unit === 'ms' ? (value * fps) / 1000 : unit === 's' ? value * fps : value
    if (!(hold >= SHORTEST && hold <= LONGEST)) return null
    times.push(Number(hold.toFixed(4)))
  }
  return times.reverse()
}
