/** Playing, stopping and stepping, for buttons and keys alike. */
import { setSession } from '../../state/session.ts'
import { StageDriver } from './driver.ts'

export const togglePlay = (driver: StageDriver | null): void => {
  if (!driver) return
  if (driver.playback.playing) driver.pause()
  else driver.play()
  setSession({ playing: driver.playback.playing })
}

export const stepBy = (driver: StageDriver | null, ticks: number): void => {
  if (!driver) return
  if (driver.playback.playing) driver.pause()
  setSession({ playing: false })
  driver.seek(Math.max(driver.earliest, driver.playback.tick + ticks))
}
