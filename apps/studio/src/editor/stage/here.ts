/** Playing the effect by hand: where the pointer is, with a press or a key. */
import { canvasPoint } from '../playback/camera.ts'
import type { StageDriver } from '../playback/driver.ts'

/** Where the pointer was last over the stage, in px of the page. */
let pointer: readonly [x: number, y: number] | null = null

export const notePointer = (x: number, y: number): void => void (pointer = [x, y])

/** A place of the page in the world. */
export const worldPoint = (driver: StageDriver, clientX: number, clientY: number): [number, number] => {
  const [px, py] = canvasPoint(driver, clientX, clientY)
  const { x, y, zoom } = driver.seenBy
  return [x + px / zoom, y + py / zoom]
}

/** A key plays where the pointer is, or in the middle of the picture, for as long as it is held. */
export const playAtPointer = (driver: StageDriver, down: boolean): void => {
  if (!down) return driver.here.end()
  const box = driver.canvas.getBoundingClientRect()
  const [x, y] = pointer ?? [box.x + box.width / 2, box.y + box.height / 2]
  driver.beginHere(...worldPoint(driver, x, y))
}
