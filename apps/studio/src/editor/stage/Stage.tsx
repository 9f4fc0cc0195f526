import { effectsWithin, type Kit, resolveEffect } from '@gliv/document'
import type { ResolvedEffect } from '@gliv/model'
import type { Camera } from '@gliv/player'
import { useGesture } from '@use-gesture/react'
import { lazy, Suspense, useCallback, useEffect, useRef, useState } from 'react'
import { readMask } from '../../document/masks.ts'
import { Guard } from '../../frame/Guard.tsx'
import { type Box, cameraFor } from '../../preview/fit.ts'
import { registerPixels } from '../../shared/controls/pipette.ts'
import { takeInputTime } from '../../shared/hooks/inputTime.ts'
import { setWorkplace } from '../../shared/keys/focus.ts'
import { renderSheetsOf } from '../../shared/sheetImages.ts'
import { shownKit, useDocument } from '../../state/document.ts'
import { inspected, useInspect } from '../../state/inspect.ts'
import { onPatch, premultiplied } from '../../state/livePatches.ts'
import { useLoopRegion } from '../../state/loopRegion.ts'
import { GROUNDS, OTHER_GROUND, useSession } from '../../state/session.ts'
import { useStarterShelf } from '../../state/starterShelf.ts'
import { InspectOverlay } from '../inspect/InspectOverlay.tsx'
import { pickAt } from '../inspect/pick.ts'
import { asKitAsks, canvasPoint, setCamera, shownBounds, useCamera, wheelZoom } from '../playback/camera.ts'
import { StageDriver } from '../playback/driver.ts'
import { selectedOf } from '../playback/selected.ts'
import { useDriver, useEffectId, useSelectedId } from '../playback/shownEffect.ts'
import { techniqueDrop } from '../starters/drop.ts'
import { DwellOverlay } from './DwellOverlay.tsx'
import { Handles } from './Handles.tsx'
import { Surfaces } from './Surfaces.tsx'

const TechniqueShelf = lazy(() => import('../starters/StarterShelf.tsx'))

const lookedNow = (effectId: string, effect: ResolvedEffect): ResolvedEffect =>
  inspected(effect, useInspect.getState(), selectedOf(effectId))

/** Creates the driver for a canvas and keeps it fed with the shown effect. */
export const useStageDriver = (
  effectId: string,
): { driver: StageDriver | null; canvasRef: (canvas: HTMLCanvasElement | null) => void } => {
  const [driver, setDriver] = useState<StageDriver | null>(null)
  const canvasRef = useCallback((canvas: HTMLCanvasElement | null) => {
    setDriver((old) => {
      old?.dispose()
      return canvas ? new StageDriver(canvas) : null
    })
  }, [])

  useEffect(() => {
    if (!driver) return
    const { kit } = useDocument.getState()
    const effect = kit?.effects[effectId]
    if (!kit || !effect) return
    driver.onRefusal = (notice) => useDocument.setState({ notice })
    driver.setPreview(useSession.getState().preview, kit)
    driver.open(lookedNow(effectId, resolveEffect(kit, effect, readMask)))
    if (useSession.getState().playing) driver.play()
    // For stories and measurements, which look at what is run instead of at pixels: builds for them alone.
    if (import.meta.env.DEV || import.meta.env.VITE_GLIV_PEEK)
      Object.assign(globalThis, {
        glivStage: driver,
        glivState: { document: useDocument, session: useSession, looking: useInspect },
      })
    return registerPixels(driver.canvas, (x, y) => driver.colourAt(x, y))
  }, [driver, effectId])

  // The document feeds the engine directly, without React in between.
  useEffect(() => {
    if (!driver) return
    let kit = shownKit()
    return useDocument.subscribe((state) => {
      const next = shownKit(state)
      if (!next || next === kit) return
      const before = kit
      kit = next
      const effect = next.effects[effectId]
      if (effect && (!before || isChanged(before, next, effectId)))
        driver.edit(lookedNow(effectId, resolveEffect(next, effect, readMask)), takeInputTime())
    })
  }, [driver, effectId])

  // What is only looked at otherwise comes the same way, without touching the document.
  useEffect(() => {
    if (!driver) return
    let before = `${useInspect.getState().one} ${useInspect.getState().otherBlend} ${useSession.getState().selected[effectId]}`
    const follow = (): void => {
      const { one, otherBlend } = useInspect.getState()
      const now = `${one} ${otherBlend} ${useSession.getState().selected[effectId]}`
      const kit = shownKit()
      const effect = kit?.effects[effectId]
      if (now === before || !kit || !effect) return
      const matters = one || otherBlend || /true/.test(before)
      before = now
      if (matters) driver.edit(lookedNow(effectId, resolveEffect(kit, effect, readMask)))
    }
    const ends = [useInspect.subscribe(follow), useSession.subscribe(follow)]
    return () => ends.forEach((end) => end())
  }, [driver, effectId])
  return { driver, canvasRef }
}

const useSheets = (driver: StageDriver | null): void => {
  const sheets = useDocument((s) => s.kit?.sheets)
  const pictures = useDocument((s) => s.pictures)
  useEffect(() => {
    const { kit } = useDocument.getState()
    if (!driver || !kit) return
    let current = true
    void renderSheetsOf(kit, pictures).then((ready) => current && driver.setSheets(ready))
    return () => void (current = false)
  }, [driver, sheets, pictures])
}

/** A frame that is being drawn is seen on the running particles with each stroke. */
const useLivePatches = (driver: StageDriver | null): void => {
  useEffect(() => {
    if (!driver) return
    return onPatch(({ sheet, x, y, image }) => {
      const index = useDocument.getState().kit?.sheetOrder.indexOf(sheet) ?? -1
      if (index >= 0) driver.patchSheet(index, x, y, image.width, image.height, premultiplied(image))
    })
  }, [driver])
}

const useSessionInDriver = (driver: StageDriver | null): void => {
  const solo = useSession((s) => s.solo)
  const without = useInspect((s) => s.without)
  const otherGround = useInspect((s) => s.otherGround)
  const region = useLoopRegion((s) => s.region)
  const selected = useSelectedId()
  const { loop, speed, ground, preview } = useSession()
  const stages = useDocument((s) => s.kit?.stages)
  useEffect(
    () => driver?.setPreview(preview, useDocument.getState().kit ?? undefined),
    [driver, preview, stages],
  )
  useEffect(() => {
    if (!driver) return
    driver.loop = loop
    driver.region = region
    driver.speed = speed
    driver.ground = GROUNDS[otherGround ? OTHER_GROUND[ground] : ground]
    driver.redraw()
  }, [driver, loop, speed, ground, otherGround, region])
  useEffect(() => {
    if (!driver) return
    const heard = new Set(solo)
    const inEffect = driver.simulation?.program.effect.emitters.some((e) => heard.has(e.id))
    driver.shows = without ? ({ id }) => id !== selected : inEffect ? ({ id }) => heard.has(id) : null
    driver.redraw()
  }, [driver, solo, without, selected])
}

/** Keeps the canvas as large as its box and frames the effect when it is opened. */
const useCanvasSize = (
  driver: StageDriver | null,
  effectId: string,
  frame: React.RefObject<HTMLDivElement | null>,
): void => {
  useEffect(() => {
    const box = frame.current
    if (!driver || !box) return
    // As it was framed by itself; a view that somebody chose stays.
    let framed: { readonly camera: Camera; readonly bounds: Box } | null = null
    const observer = new ResizeObserver(() => {
      const scale = window.devicePixelRatio
      const { canvas } = driver
      const [w, h] = [
        Math.max(1, Math.round(box.clientWidth * scale)),
        Math.max(1, Math.round(box.clientHeight * scale)),
      ]
      const old = driver.camera
      // The middle of the picture stays in the middle.
      const middle = { x: old.x + canvas.width / 2 / old.zoom, y: old.y + canvas.height / 2 / old.zoom }
      canvas.width = w
      canvas.height = h
      if (driver.simulation && (!framed || old === framed.camera)) {
        const bounds: Box = framed?.bounds ?? shownBounds(driver)
        framed = { bounds, camera: asKitAsks(cameraFor(bounds, w, h)) }
        setCamera(driver, framed.camera)
      } else
        setCamera(driver, { zoom: old.zoom, x: middle.x - w / 2 / old.zoom, y: middle.y - h / 2 / old.zoom })
    })
    observer.observe(box)
    return () => observer.disconnect()
  }, [driver, effectId, frame])
}

/** Whether anything that an effect is made of differs, effects inside it included. */
const isChanged = (before: Kit, next: Kit, effectId: string): boolean =>
  before.types !== next.types ||
  before.sheets !== next.sheets ||
  before.palettes !== next.palettes ||
  before.wholePixels !== next.wholePixels ||
  before.effects[effectId] !== next.effects[effectId] ||
  (before.effects !== next.effects &&
    [...effectsWithin(next, effectId)].some((id) => before.effects[id] !== next.effects[id]))

export const Stage = ({ canvasRef }: { canvasRef: (canvas: HTMLCanvasElement | null) => void }) => {
  const driver = useDriver()
  const effectId = useEffectId()
  const frame = useRef<HTMLDivElement>(null)
  const handles = useSession((s) => s.handles)
  useSheets(driver)
  useLivePatches(driver)
  useSessionInDriver(driver)
  useCanvasSize(driver, effectId, frame)
  const camera = useCamera((s) => s.camera)
  useEffect(() => (frame.current ? setWorkplace(frame.current) : undefined), [])
  useGesture(
    {
      onDrag: ({ delta: [dx, dy], event, tap, xy: [clientX, clientY] }) => {
        if (!driver || (event.target as Element).closest('[data-handle]')) return
        if (tap) return void pickAt(driver, effectId, ...canvasPoint(driver, clientX, clientY))
        const scale = window.devicePixelRatio / driver.camera.zoom
        setCamera(driver, {
          ...driver.camera,
          x: driver.camera.x - dx * scale,
          y: driver.camera.y - dy * scale,
        })
      },
      onWheel: ({ event }) => {
        if (!driver) return
        event.preventDefault()
        const [px, py] = canvasPoint(driver, event.clientX, event.clientY)
        setCamera(driver, wheelZoom(driver, px, py, event.deltaY))
      },
    },
    { target: frame, eventOptions: { passive: false }, drag: { filterTaps: true, pointer: { keys: false } } },
  )
  const shelfOpen = useStarterShelf((s) => s.open)
  const drop = techniqueDrop(effectId, (clientX, clientY) => {
    if (!driver) return null
    const [px, py] = canvasPoint(driver, clientX, clientY)
    return [driver.camera.x + px / driver.camera.zoom, driver.camera.y + py / driver.camera.zoom]
  })
  return (
    <div className="mat">
      <div
        className="stage"
        ref={frame}
        role="group"
        tabIndex={0}
        aria-label="Stage: arrow keys move the selected emitter"
        data-testid="stage"
        {...drop}
      >
        <canvas ref={canvasRef} role="img" aria-label="The effect" />
        {driver && <Surfaces camera={camera} />}
        {driver && <Axes camera={camera} />}
        {driver && handles && <Handles camera={camera} />}
        {driver && handles && <DwellOverlay camera={camera} />}
        {driver && <InspectOverlay camera={camera} />}
      </div>
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

/** A quiet cross at the effect's origin. */
const Axes = ({ camera }: { camera: Camera }) => {
  const scale = window.devicePixelRatio
  return (
    <svg className="overlay" aria-hidden>
      <g
        transform={`translate(${(-camera.x * camera.zoom) / scale} ${(-camera.y * camera.zoom) / scale})`}
        className="origin-cross"
      >
        <path d="M -7 0 H 7 M 0 -7 V 7" />
      </g>
    </svg>
  )
}
