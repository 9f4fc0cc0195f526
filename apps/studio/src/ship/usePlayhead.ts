/** Which frame is shown while it plays: each as long as it is written to stay. */
import { useEffect } from 'react'
import type { ShownSheet } from '../workers/ship.worker.ts'
import { setShipView, useShipView } from './shipView.ts'

/** The frames of the clip that plays, as numbers over all clips. */
export const clipRange = (sheet: ShownSheet, clip: number): readonly [from: number, count: number] => {
  const { from, count } = sheet.clips[Math.min(clip, sheet.clips.length - 1)]!
  return [from, count]
}

/** How long it rests before something that is not a loop begins again, s. */
const REST_SECONDS = 0.6

/** Moves the shown frame on in the time of the clip. */
export const usePlayhead = (sheet: ShownSheet | null): void => {
  const playing = useShipView((s) => s.playing)
  const clip = useShipView((s) => s.clip)
  useEffect(() => {
    if (!sheet || !playing || sheet.clips.length === 0) return
    const [from, count] = clipRange(sheet, clip)
    const { loop } = sheet.clips[Math.min(clip, sheet.clips.length - 1)]!
    let at = Math.min(count - 1, Math.max(0, useShipView.getState().frame - from))
    let due = performance.now()
    let request = 0
    const tick = (now: number): void => {
      // Somebody has stopped it: what they show stays.
      if (!useShipView.getState().playing) return
      let moved = 0
      while (now >= due && moved++ < count) {
        const seconds = sheet.frames[from + at]!.seconds
        const next = (at + 1) % count
        due += (seconds + (next === 0 && !loop ? REST_SECONDS : 0)) * 1000
        at = next
      }
      // A tab that was away does not catch up.
      if (now >= due) due = now
      if (moved > 0) setShipView({ frame: from + at })
      request = requestAnimationFrame(tick)
    }
    request = requestAnimationFrame(tick)
    return () => cancelAnimationFrame(request)
  }, [sheet, playing, clip])
}
