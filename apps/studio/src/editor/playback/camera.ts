/**
 * The stage's camera, shown by handles and read by the driver. Lifetime: session, as long as the editor is
 * open.
 */
import type { Camera } from '@gliv/player/renderers'
import { create } from 'zustand'
import { boundsOf, type Box, cameraFor, wholeCamera, zoomAround } from '../../preview/fit.ts'
import { previewOptions } from '../../preview/previewOptions.ts'
import { useDocument } from '../../state/document.ts'
import { useSession } from '../../state/session.ts'
import type { StageDriver } from './driver.ts'
import type { CanvasBox } from './stageRenderer/stageRenderer.ts'

export const useCamera = create<{ readonly camera: Camera }>(() => ({
  camera: { x: -320, y: -180, zoom: 1 },
}))

export const setCamera = (driver: StageDriver, camera: Camera): void => {
  driver.camera = camera
  driver.redraw()
  useCamera.setState({ camera })
}

/** Whole-number zoom for games of whole pixels, one step a turn of the wheel; free zoom for the others. */
export const wheelZoom = (driver: StageDriver, px: number, py: number, deltaY: number): Camera => {
  const { camera } = driver
  if (!useDocument.getState().kit?.wholePixels) return zoomAround(camera, px, py, 1.0015 ** -deltaY)
  const next = Math.max(1, Math.round(camera.zoom) + (deltaY < 0 ? 1 : -1))
  return wholeCamera(zoomAround(camera, px, py, next / camera.zoom))
}

/** The camera as the kit asks for: of whole pixels, when it is a kit of whole pixels. */
export const asKitAsks = (camera: Camera): Camera =>
  useDocument.getState().kit?.wholePixels ? wholeCamera(camera) : camera

/** Where the effect happens; of one emitter alone, where its particles are. */
export const shownBounds = (driver: StageDriver, emitterId?: string): Box => {
  const { effect } = driver.simulation!.program
  const emitters = effect.emitters.filter((e) => e.id === emitterId)
  const shown = emitters.length > 0 ? { ...effect, emitters, parts: [] } : effect
  const view = emitters.length === 0 ? driver.scene?.around.view : undefined
  // In a scene all of the view is framed: it is judged as the game shows it.
  if (view) return { left: view.x, top: view.y, right: view.x + view.w, bottom: view.y + view.h }
  const [x, y] = driver.origin
  const { left, top, right, bottom } = boundsOf(
    shown,
    previewOptions(effect, useSession.getState().preview, useDocument.getState().kit ?? undefined),
  )
  return { left: left + x, top: top + y, right: right + x, bottom: bottom + y }
}

interface Framing {
  readonly camera: Camera
  readonly bounds: Box
  readonly closest: number | undefined
}

/** What was framed last; it holds until somebody moves the camera. */
const framings = new WeakMap<StageDriver, Framing>()

const frameIn = (driver: StageDriver, bounds: Box, closest: number | undefined): void => {
  const { width, height } = driver.canvas
  const camera = asKitAsks(cameraFor(bounds, width, height, closest))
  framings.set(driver, { camera, bounds, closest })
  setCamera(driver, camera)
}

/** Shows all of the effect, or all of one emitter. */
export const fitStage = (driver: StageDriver, emitterId?: string): void => {
  if (driver.simulation)
    frameIn(driver, shownBounds(driver, emitterId), emitterId === undefined ? undefined : 6)
}

/** Where effects happen that were looked through. */
const looked = new WeakMap<object, Box>()

/** How large things are in a part of the canvas that is framed as the whole is; a share of their size there. */
export const sizeWithin = (driver: StageDriver, { w, h }: Pick<CanvasBox, 'w' | 'h'>): number => {
  if (!driver.simulation) return Math.sqrt(w * h)
  const { width, height } = driver.canvas
  const { effect } = driver.simulation.program
  // Looking through an effect takes as long as playing it.
  const bounds = (!driver.scene && looked.get(effect)) || shownBounds(driver)
  if (!driver.scene) looked.set(effect, bounds)
  const zoom = (wide: number, high: number): number => cameraFor(bounds, wide, high).zoom
  return zoom(Math.max(1, width * w), Math.max(1, height * h)) / zoom(width, height)
}

/**
 * Frames anew what was framed, after the canvas has changed its size; the effect when nothing was framed yet. False
 * where somebody has moved the camera since.
 */
export const frameAgain = (driver: StageDriver): boolean => {
  const framed = framings.get(driver)
  if (!driver.simulation || (framed && driver.camera !== framed.camera)) return false
  frameIn(driver, framed?.bounds ?? shownBounds(driver), framed?.closest)
  return true
}

/** A whole number of screen pixels to a pixel of the game, around the middle of the picture. */
export const zoomTo = (driver: StageDriver, times: number): void => {
  const { camera, canvas } = driver
  setCamera(
    driver,
    asKitAsks(
      zoomAround(
        camera,
        canvas.width / 2,
        canvas.height / 2,
        (times * window.devicePixelRatio) / camera.zoom,
      ),
    ),
  )
}

/** Whether a world place can be seen on the stage. */
export const isInView = ({ camera, canvas }: StageDriver, x: number, y: number): boolean => {
  const [px, py] = [(x - camera.x) * camera.zoom, (y - camera.y) * camera.zoom]
  return px >= 0 && py >= 0 && px <= canvas.width && py <= canvas.height
}

/** A place of the page in device px of the canvas. */
export const canvasPoint = (driver: StageDriver, clientX: number, clientY: number): [number, number] => {
  const box = driver.canvas.getBoundingClientRect()
  const scale = driver.canvas.width / box.width
  return [(clientX - box.x) * scale, (clientY - box.y) * scale]
}
