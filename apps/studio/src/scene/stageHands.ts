/** Hands on the stage's picture: framing, moving and zooming it, and drawing surfaces on it. */
import { useTwoFingers } from '../shared/hooks/useTwoFingers.ts'
import { type Band, bandOf, touched } from '../shared/hooks/band.ts'
import { chooseSurfaces } from './chosenSurfaces.ts'
import { addCue, newEvent, type Stage } from '@gliv/document'
import type { Surface } from '@gliv/model'
import { useGesture } from '@use-gesture/react'
import { type DragEvent, type KeyboardEvent, type RefObject, useCallback, useEffect, useState } from 'react'
import { useViews } from '../document/shownView.ts'
import { pinchedCamera, wholeCamera, zoomAround } from '../preview/fit.ts'
import { edit, useDocument } from '../state/document.ts'
import { makeId } from '../state/ids.ts'
import { addScreenshot } from './bringIn.ts'
import type { SceneDriver } from './sceneDriver.ts'
import { boxOf, BY_POINTS, drawn, isByPoints, type Place, snapped, type Tool } from './surfaceTools.ts'
import { EVENT_TEXTS } from './texts.ts'
import { editStage, useStage } from './useStage.ts'

/** How much of the canvas the view fills at first. */
const FILLS = 0.96

export interface Drawing {
  readonly points: readonly Place[]
  readonly here: Place
}

type Frame = RefObject<HTMLDivElement | null>

/** The canvas as large as its box; the view framed in it, at the stage's whole-number zoom where it has one. */
export const useFramed = (driver: SceneDriver | null, box: Frame) => {
  const stage = useStage()
  const { chosen } = useViews()
  const [, setTurn] = useState(0)
  const [w, h, times] = [chosen?.w ?? 640, chosen?.h ?? 360, stage?.zoom ?? 0]
  const turn = useCallback(() => setTurn((k) => k + 1), [])
  const fit = useCallback(() => {
    const frame = box.current
    if (!driver || !frame) return
    const scale = window.devicePixelRatio
    driver.canvas.width = Math.max(1, Math.round(frame.clientWidth * scale))
    driver.canvas.height = Math.max(1, Math.round(frame.clientHeight * scale))
    const { width, height } = driver.canvas
    const zoom = times > 0 ? times * Math.max(1, Math.round(scale)) : Math.min(width / w, height / h) * FILLS
    const camera = { zoom, x: -width / 2 / zoom, y: -height / 2 / zoom }
    driver.place = times > 0 ? wholeCamera(camera) : camera
    driver.redraw()
    turn()
  }, [driver, box, w, h, times, turn])
  useEffect(() => {
    const frame = box.current
    if (!frame) return
    const observer = new ResizeObserver(fit)
    observer.observe(frame)
    return () => observer.disconnect()
  }, [box, fit])
  return { zoom: (driver?.camera.zoom ?? 1) / window.devicePixelRatio, fit, turn }
}

/** The place in the world under a pointer. */
export const worldAt = (driver: SceneDriver, frame: Frame, clientX: number, clientY: number): Place => {
  const { camera } = driver
  const rect = frame.current!.getBoundingClientRect()
  const scale = window.devicePixelRatio / camera.zoom
  return [camera.x + (clientX - rect.x) * scale, camera.y + (clientY - rect.y) * scale]
}

const useMoving = (driver: SceneDriver | null, frame: Frame, turn: () => void) => {
  const whole = useDocument((s) => s.kit?.wholePixels ?? false)
  const zoom = (event: WheelEvent): void => {
    if (!driver) return
    event.preventDefault()
    const rect = frame.current!.getBoundingClientRect()
    const scale = window.devicePixelRatio
    const { place } = driver
    const [px, py] = [(event.clientX - rect.x) * scale, (event.clientY - rect.y) * scale]
    const next = Math.max(1, Math.round(place.zoom) + (event.deltaY < 0 ? 1 : -1))
    driver.place = whole
      ? wholeCamera(zoomAround(place, px, py, next / place.zoom))
      : zoomAround(place, px, py, 1.0015 ** -event.deltaY)
    driver.redraw()
    turn()
  }
  const pan = (dx: number, dy: number): void => {
    const { place } = driver!
    const scale = window.devicePixelRatio / place.zoom
    driver!.place = { ...place, x: place.x - dx * scale, y: place.y - dy * scale }
    driver!.redraw()
    turn()
  }
  const fingers = useTwoFingers(frame, {
    place: (clientX, clientY) => {
      const rect = frame.current!.getBoundingClientRect()
      const scale = window.devicePixelRatio
      return [(clientX - rect.x) * scale, (clientY - rect.y) * scale]
    },
    start: () => driver?.place,
    move: (start, from, to, factor) => {
      if (!driver || !start) return
      const camera = pinchedCamera(start, from, to, factor)
      driver.place = whole ? wholeCamera(camera) : camera
      driver.redraw()
      turn()
    },
  })
  return { zoom, pan, fingers }
}

/** Keys of what is drawn point by point. */
const keysOf =
  (tool: Tool, drawing: Drawing | null, add: (surface: Surface | null) => void, drop: () => void) =>
  (event: KeyboardEvent): void => {
    if (!drawing || !isByPoints(tool)) return
    if (event.key === 'Enter') add(BY_POINTS[tool](makeId('surface'), drawing.points))
    else if (event.key === 'Escape') drop()
    else return
    event.preventDefault()
    event.stopPropagation()
  }

/** Whether a drag is the playing actor's, or that of a handle. */
const isOthers = (driver: SceneDriver, { target }: Event): boolean =>
  driver.shown.live || (target as Element).closest('[data-handle]') !== null

/** Shift and a drag over the ground choose what a band touches. */
const useSurfaceBand = () => {
  const stage = useStage()
  const [band, setBand] = useState<{ readonly from: Place; readonly band: Band } | null>(null)
  const draw = (at: Place, first: boolean, last: boolean): void => {
    const from = first || !band ? at : band.from
    const now = bandOf(from, at)
    setBand(last ? null : { from, band: now })
    const all = stage?.surfaces ?? []
    if (last) chooseSurfaces(touched(now, all.map(boxOf)).map((k) => all[k]!.id))
  }
  return { shown: band?.band ?? null, takes: (shift: boolean) => shift || band !== null, draw }
}

const OPTIONS = { drag: { pointer: { keys: false } }, eventOptions: { passive: false } } as const

/** Draws with the chosen tool; moves the picture with none. */
export const useDrawing = (
  driver: SceneDriver | null,
  frame: Frame,
  tool: Tool,
  turn: () => void,
  onDone: (id: string) => void,
) => {
  const stage = useStage()
  const [drawing, setDrawing] = useState<Drawing | null>(null)
  const moving = useMoving(driver, frame, turn)
  const band = useSurfaceBand()
  const placeAt = (x: number, y: number): Place =>
    snapped(
      worldAt(driver!, frame, x, y),
      stage?.surfaces ?? [],
      (6 * window.devicePixelRatio) / driver!.camera.zoom,
    )
  const add = (surface: Surface | null): void => {
    setDrawing(null)
    if (!surface || !stage) return
    editStage(
      stage.id,
      `Draw a ${surface.kind}`,
      (draft) => void (draft.surfaces = [...draft.surfaces, surface]),
    )
    onDone(surface.id)
  }
  const point = (place: Place): void => {
    const points = drawing?.points ?? []
    const [first] = points
    const near = first && Math.hypot(first[0] - place[0], first[1] - place[1]) * driver!.camera.zoom < 8
    if (near && points.length > 2 && tool === 'outline') add(BY_POINTS.outline(makeId('surface'), points))
    else setDrawing({ points: [...points, place], here: place })
  }
  useGesture(
    {
      onDrag: ({ event, first, last, tap, shiftKey, delta: [dx, dy], xy: [x, y] }) => {
        if (!driver || moving.fingers.current || isOthers(driver, event)) return
        if (tool === 'move') {
          if (band.takes(shiftKey)) return band.draw(worldAt(driver, frame, x, y), first, last)
          return tap ? undefined : moving.pan(dx, dy)
        }
        const place = placeAt(x, y)
        if (isByPoints(tool)) return last ? point(place) : undefined
        const points = first || !drawing ? [place] : drawing.points
        if (last) add(drawn(tool, makeId('surface'), points[0]!, place))
        else setDrawing({ points, here: place })
      },
      onMove: ({ xy: [x, y] }) => {
        if (driver && isByPoints(tool) && drawing) setDrawing({ ...drawing, here: placeAt(x, y) })
      },
      onWheel: ({ event }) => moving.zoom(event),
    },
    { target: frame, ...OPTIONS },
  )
  const drop = (): void => setDrawing(null)
  return { drawing, band: band.shown, onKeyDown: keysOf(tool, drawing, add, drop), drop }
}

/** While somebody plays, a held pointer leads the actor. */
export const usePlayPointer = (driver: SceneDriver | null, frame: Frame, live: boolean): void => {
  useEffect(() => {
    const box = frame.current
    if (!live || !driver || !box) return
    let held = false
    const lead = (event: PointerEvent): void =>
      held ? driver.setPointer(worldAt(driver, frame, event.clientX, event.clientY)) : undefined
    const down = (event: PointerEvent): void => {
      held = true
      lead(event)
    }
    const up = (): void => {
      held = false
      driver.setPointer(null)
    }
    box.addEventListener('pointerdown', down)
    box.addEventListener('pointermove', lead)
    window.addEventListener('pointerup', up)
    return () => {
      box.removeEventListener('pointerdown', down)
      box.removeEventListener('pointermove', lead)
      window.removeEventListener('pointerup', up)
    }
  }, [driver, frame, live])
}

/** A picture in the clipboard becomes the backdrop. */
export const usePastedScreenshot = (stageId: string | undefined): void => {
  useEffect(() => {
    if (!stageId) return
    const paste = (event: ClipboardEvent): void => {
      const file = [...(event.clipboardData?.files ?? [])].find(({ type }) => type.startsWith('image/'))
      if (!file) return
      event.preventDefault()
      void addScreenshot(stageId, file)
    }
    window.addEventListener('paste', paste)
    return () => window.removeEventListener('paste', paste)
  }, [stageId])
}

/** The kind of what is dragged from the list of effects. */
export const EFFECT_DRAG = 'application/x-gliv-effect'
/** How near to a point a card must be let go, screen px. */
const REACH = 28

/** What a card means where it is dropped: what comes most often at such a point. */
const EVENT_AT: Readonly<Record<string, 'landing' | 'attack' | 'step'>> = { feet: 'landing', hand: 'attack' }

const nearestPoint = (stage: Stage, driver: SceneDriver, [x, y]: Place) => {
  const reach = (REACH * window.devicePixelRatio) / driver.camera.zoom
  const all = (stage.actors ?? []).flatMap((actor) =>
    actor.points.map(({ name }) => {
      const [px, py] = driver.scene?.track.pointAt(actor.id, name, driver.shown.tick) ?? [actor.x, actor.y]
      return { actor: actor.id, point: name, far: Math.hypot(px - x, py - y) }
    }),
  )
  return all.filter(({ far }) => far < reach).sort((a, b) => a.far - b.far)[0]
}

/** An effect's card that is dropped starts a sentence: at an actor's point, or at the place. */
export const useCardDrop = (driver: SceneDriver | null, frame: Frame) => {
  const stage = useStage()
  return {
    onDragOver: (event: DragEvent) => {
      if (!event.dataTransfer.types.includes(EFFECT_DRAG)) return
      event.preventDefault()
      event.dataTransfer.dropEffect = 'copy'
    },
    onDrop: (event: DragEvent) => {
      const effect = event.dataTransfer.getData(EFFECT_DRAG)
      if (!effect || !driver || !stage) return
      event.preventDefault()
      const place = worldAt(driver, frame, event.clientX, event.clientY)
      const near = nearestPoint(stage, driver, place)
      edit('Start a sentence', (kit) => {
        const on = near ? (EVENT_AT[near.point] ?? 'hurt') : 'start'
        const cue = addCue(kit, EVENT_TEXTS[on], [effect], makeId)
        const made = newEvent(makeId('event'), on, near?.actor ?? null, cue)
        const [x, y] = [Math.round(place[0]), Math.round(place[1])]
        const next = near ? { ...made, point: near.point } : { ...made, x, y }
        const to = kit.stages[stage.id]
        if (to) to.events = [...(to.events ?? []), next]
      })
    },
  }
}
