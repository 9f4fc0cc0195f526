/**
 * The stage's camera, shown by handles and read by the driver. Lifetime: session, as long as the editor is
 * open.
 */
import type { Camera } from '@gliv/player'
import { create } from 'zustand'
import type { StageDriver } from './driver.ts'

export const useCamera = create<{ readonly camera: Camera }>(() => ({
  camera: { x: -320, y: -180, zoom: 1 },
}))

export const setCamera = (driver: StageDriver, camera: Camera): void => {
  driver.camera = camera
  driver.redraw()
  useCamera.setState({ camera })
}
