import type { StageDriver } from '../playback/driver.ts'

/** The moment at which something new is put: the one that is shown, or the beginning while it plays. */
export const momentOf = (driver: StageDriver | null): number => {
  if (!driver || driver.playback.playing) return 0
  return Math.max(0, Math.round(driver.playback.seconds * 1000) / 1000)
}
