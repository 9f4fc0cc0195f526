import type { Camera } from '@gliv/player/renderers'
import { useGesture } from '@use-gesture/react'
import { lazy, Suspense, useEffect, useRef, useState } from 'react'
import { Guard } from '../../frame/Guard.tsx'
import { openMenu } from '../../shared/keys/contextMenu.ts'
import { bandStyle } from '../../shared/hooks/useBand.ts'
import { useTwoFingers } from '../../shared/hooks/useTwoFingers.ts'
import { setWorkplace } from '../../shared/keys/focus.ts'
import { useEscape } from '../../shared/keys/escape.ts'
import { type Placed, setSession, useSession } from '../../state/session.ts'
import { useStarterShelf } from '../../state/starterShelf.ts'
import { InspectOverlay } from '../inspect/InspectOverlay.tsx'
import { CellFrames, useCellsShown } from '../compare/CellFrames.tsx'
import { useCells } from '../compare/useCells.ts'
import { pickAt } from '../inspect/pick.ts'
import { pinchedCamera } from '../../preview/fit.ts'
import { asKitAsks, canvasPoint, setCamera, useCamera, wheelZoom } from '../playback/camera.ts'
import type { StageDriver } from '../playback/driver.ts'
import { KnobSliders } from './KnobSliders.tsx'
import { useDriver, useEffectId } from '../playback/shownEffect.ts'
import { techniqueDrop } from '../starters/drop.ts'
import { Axes } from './Axes.tsx'
import { drawPathBand, useChosenPath } from './chosenPath.ts'
import { DwellOverlay } from './DwellOverlay.tsx'
import { Handles } from './Handles.tsx'
import { PartHandles } from './PartHandles.tsx'
import { Surfaces } from './Surfaces.tsx'
import { notePointer, worldPoint } from './here.ts'
import { NineSeeds } from './NineSeeds.tsx'
import { PlacedHandles } from './PlacedHandles.tsx'
import { useCanvasSize } from './useCanvasSize.ts'
import { useStageSettings } from './useStageSettings.ts'
import { useLivePatches, useStageSheets } from './useStageSheets.ts'
import '../../shared/Picture.css'

const TechniqueShelf = lazy(() => import('../starters/StarterShelf.tsx'))

/** A held pointer plays the effect where it is. */
const lead = (
  driver: StageDriver,
  at: readonly [x: number, y: number],
  begins: boolean,
  ends: boolean,
): void => {
  if (begins) driver.beginHere(...at)
  else driver.here.move(...at)
  if (ends) driver.here.end()
}

/** Whether a drag is a handle's, or of something that lies over the picture. */
const isOthers = (target: EventTarget | null): boolean =>
  (target as Element).closest('[data-handle], .nine-seeds, .cell-frames button') !== null

/** Moves the view by px of the window. */
const shift = (driver: StageDriver, dx: number, dy: number): void => {
  const scale = window.devicePixelRatio / (driver.camera.zoom * (driver.cells[0]?.zoom ?? 1))
  const { x, y } = driver.camera
  setCamera(driver, { ...driver.camera, x: x - dx * scale, y: y - dy * scale })
}

/** A press on the picture picks a particle; where several states are seen it is a cell's. */
const press = (driver: StageDriver, effectId: string, x: number, y: number): void => {
  if (driver.cells.length === 0) void pickAt(driver, effectId, ...canvasPoint(driver, x, y))
}

/** A drag that draws a band, for as long as it lasts. */
const BAND = 'band'

/**
 * A drag moves the view, with Shift it draws a band around points of a path; a press picks a particle, the wheel zooms
 * around the pointer.
 */
const useStageGestures = (
  driver: StageDriver | null,
  effectId: string,
  frame: React.RefObject<HTMLDivElement | null>,
): void => {
  const fingers = useTwoFingers(frame, {
    place: (x, y) => (driver ? canvasPoint(driver, x, y) : [x, y]),
    start: () => driver?.camera,
    move: (start, from, to, factor) => {
      if (driver && start) setCamera(driver, asKitAsks(pinchedCamera(start, from, to, factor)))
    },
  })
  useGesture(
    {
      onDrag: ({ delta: [dx, dy], event, tap, first, last, initial, xy, shiftKey, memo }): unknown => {
        if (!driver || fingers.current || isOthers(event.target)) return null
        const [clientX, clientY] = xy
        if (useSession.getState().playHere)
          return lead(driver, worldPoint(driver, clientX, clientY), first || tap, last)
        if (tap) return press(driver, effectId, clientX, clientY)
        if ((first && shiftKey) || memo === BAND) {
          drawPathBand(frame.current!, initial, xy, last)
          return BAND
        }
        shift(driver, dx, dy)
        return null
      },
      onMove: ({ xy: [clientX, clientY] }) => {
        notePointer(clientX, clientY)
        if (!driver) return
        driver.here.move(...worldPoint(driver, clientX, clientY))
      },
      onWheel: ({ event }) => {
        if (!driver) return
        event.preventDefault()
        // Several states are seen from one place: they grow around their middles.
        const { width, height } = driver.canvas
        const [px, py] =
          driver.cells.length > 0
            ? [width / 2, height / 2]
            : canvasPoint(driver, event.clientX, event.clientY)
        setCamera(driver, wheelZoom(driver, px, py, event.deltaY))
      },
    },
    {
      target: frame,
      eventOptions: { passive: false },
      drag: { filterTaps: true, pointer: { keys: false } },
    },
  )
}

/** Where a starter that is dropped lands, in px of the world. */
const useStarterDrop = (driver: StageDriver | null, effectId: string) =>
  techniqueDrop(effectId, (clientX, clientY) => {
    if (!driver) return null
    const [px, py] = canvasPoint(driver, clientX, clientY)
    return [driver.camera.x + px / driver.camera.zoom, driver.camera.y + py / driver.camera.zoom]
  })

/** Where the effect is in its scene, and how the scene's camera has moved; in px of the world. */
const useOrigin = (driver: StageDriver) => {
  const [origin, setOrigin] = useState<readonly [number, number, number, number]>([0, 0, 0, 0])
  useEffect(
    () =>
      driver.subscribe(({ playing }) => {
        if (playing && driver.scene?.chosen?.follows) return
        const [x, y] = driver.origin
        const { x: seenX, y: seenY } = driver.seenBy
        const next = [x, y, seenX - driver.camera.x, seenY - driver.camera.y] as const
        setOrigin((old) => (old.every((v, k) => v === next[k]) ? old : next))
      }),
    [driver],
  )
  return origin
}

const PathBand = () => {
  const band = useChosenPath((s) => s.band)
  return band && <div className="rubber-band" style={bandStyle(band)} />
}

/** What lies over the picture. */
const Overlays = ({ camera: plain, driver }: { camera: Camera; driver: StageDriver }) => {
  const nine = useSession((s) => s.nine)
  const handles = useSession((s) => s.handles)
  const [x, y, byX, byY] = useOrigin(driver)
  const seen = { ...plain, x: plain.x + byX, y: plain.y + byY }
  // Handles count from the effect's own origin, wherever its scene has put it.
  const camera = { ...seen, x: seen.x - x, y: seen.y - y }
  const cells = useCellsShown()
  if (cells) return <CellFrames />
  if (nine) return <NineSeeds driver={driver} />
  return (
    <>
      <Surfaces camera={seen} />
      {handles && <PlacedHandles camera={seen} />}
      <Axes camera={camera} />
      {handles && <PartHandles camera={camera} />}
      {handles && <Handles camera={camera} />}
      {handles && <DwellOverlay camera={camera} />}
      <InspectOverlay camera={seen} />
      <PathBand />
    </>
  )
}

const NO_COPIES: readonly Placed[] = []

/** Further instances on the stage, and the same moment under nine seeds. */
const useCopies = (driver: StageDriver | null, effectId: string): void => {
  const placed = useSession((s) => s.placed[effectId] ?? NO_COPIES)
  const nine = useSession((s) => s.nine)
  useEffect(() => driver?.setCopies(placed, nine), [driver, placed, nine])
}

export const Stage = ({ canvasRef }: { canvasRef: (canvas: HTMLCanvasElement | null) => void }) => {
  const driver = useDriver()
  const effectId = useEffectId()
  const playHere = useSession((s) => s.playHere)
  const frame = useRef<HTMLDivElement>(null)
  useStageSheets(driver, effectId)
  useCells(driver, effectId)
  useLivePatches(driver)
  useStageSettings(driver)
  useCanvasSize(driver, effectId, frame)
  useStageGestures(driver, effectId, frame)
  useCopies(driver, effectId)
  useEscape(playHere, frame, () => setSession({ playHere: false }))
  useEffect(() => (frame.current ? setWorkplace(frame.current) : undefined), [])
  const camera = useCamera((s) => s.camera)
  const shelfOpen = useStarterShelf((s) => s.open)
  const drop = useStarterDrop(driver, effectId)
  return (
    <div className="mat">
      <div
        className={playHere ? 'stage playing-here' : 'stage'}
        ref={frame}
        role="group"
        tabIndex={0}
        aria-label="Stage: arrow keys move the selected emitter"
        data-testid="stage"
        onContextMenu={(event) => openMenu(event, 'stage', {})}
        {...drop}
      >
        <canvas ref={canvasRef} role="img" aria-label="The effect" />
        {driver && <Overlays camera={camera} driver={driver} />}
      </div>
      {driver && <KnobSliders driver={driver} />}
      {shelfOpen && (
        <Guard what="The starters">
          <Suspense>
            <TechniqueShelf />
          </Suspense>
        </Guard>
      )}
    </div>
  )
}
