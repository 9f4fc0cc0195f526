/** The surfaces of a stage over its picture: dragged, moved by arrow keys, their points pulled. */
import type { Surface, SurfaceKind } from '@gliv/model'
import { useDrag } from '@use-gesture/react'
import { type KeyboardEvent, useRef } from 'react'
import { SURFACE_TEXTS, surfacePlace } from '../document/surfaces.ts'
import { arrowSteps } from '../shared/keys/arrows.ts'
import { edit, editMoment, editStep, endMoment, useDocument } from '../state/document.ts'
import {
  chooseAllSurfaces,
  moveSurfaces,
  openSurfaceMenu,
  pickSurface,
  removeSurfaces,
  useChosenSurfaces,
} from './chosenSurfaces.ts'
import { pointsOf, snapped, withPoint } from './surfaceTools.ts'
import './SurfaceLayer.css'

type Outline<K extends SurfaceKind> = (surface: Extract<Surface, { kind: K }>) => string

/** World pixels. */
const OUTLINES: { readonly [K in SurfaceKind]: Outline<K> } = {
  segment: ({ x1, y1, x2, y2 }) => `M ${x1} ${y1} L ${x2} ${y2}`,
  box: ({ x, y, w, h }) => `M ${x} ${y} h ${w} v ${h} h ${-w} Z`,
  circle: ({ x, y, r }) => `M ${x - r} ${y} a ${r} ${r} 0 1 0 ${2 * r} 0 a ${r} ${r} 0 1 0 ${-2 * r} 0`,
  polygon: ({ points }) => `M ${points.map(([x, y]) => `${x} ${y}`).join(' L ')} Z`,
  polyline: ({ points }) => `M ${points.map(([x, y]) => `${x} ${y}`).join(' L ')}`,
  tiles: ({ x, y, size, rows }) =>
    rows
      .flatMap((row, r) =>
        [...row].flatMap((tile, c) =>
          tile === '#'
            ? [`M ${x + c * size} ${y + r * size} h ${size} v ${size} h ${-size} Z`]
            : tile === '-'
              ? [`M ${x + c * size} ${y + r * size} h ${size}`]
              : [],
        ),
      )
      .join(' '),
}

export const outlineOf = (surface: Surface): string =>
  (OUTLINES[surface.kind] as (surface: Surface) => string)(surface)

/** Changes a surface of a stage, or removes it: one step of undo. */
export const changeSurface = (
  stageId: string,
  surface: Surface,
  label: string,
  make: (surface: Surface) => Surface | null,
  how: typeof edit,
): void =>
  how(`${label} ${SURFACE_TEXTS[surface.kind].toLowerCase()}`, (kit) => {
    const stage = kit.stages[stageId]
    if (!stage) return
    stage.surfaces = stage.surfaces.flatMap((other) =>
      other.id === surface.id ? (make(other as Surface) ?? []) : [other],
    )
  })

const surfaceClass = ({ oneWay, kind }: Surface): string =>
  oneWay ? 'surface one-way' : kind === 'segment' || kind === 'polyline' ? 'surface line' : 'surface'

interface HandleProps {
  readonly surface: Surface
  readonly stageId: string
  readonly zoom: number
}

/** One surface: dragged, or moved by arrow keys by 1 px, with Shift by 10; Delete removes it. */
const SurfaceHandle = ({ surface, stageId, zoom, onChoose }: HandleProps & { onChoose?: () => void }) => {
  const chosen = useChosenSurfaces((s) => s.ids.includes(surface.id))
  const moveBy = (x: number, y: number, how: typeof edit): void =>
    moveSurfaces(stageId, surface.id, x, y, how)
  const bind = useDrag(
    ({ event, first, movement: [mx, my], last, shiftKey, ctrlKey, metaKey }) => {
      event.stopPropagation()
      if (first) {
        pickSurface(surface.id, shiftKey || ctrlKey || metaKey)
        onChoose?.()
      }
      if (mx !== 0 || my !== 0) moveBy(Math.round(mx / zoom), Math.round(my / zoom), editMoment)
      if (last) endMoment()
    },
    { pointer: { keys: false } },
  )
  const steps = useRef<readonly [number, number]>([0, 0])
  const onKeyDown = (event: KeyboardEvent): void => {
    if (event.key === 'Delete' || event.key === 'Backspace') {
      event.stopPropagation()
      return removeSurfaces(stageId, surface.id)
    }
    if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'a') {
      event.preventDefault()
      event.stopPropagation()
      return chooseAllSurfaces(stageId)
    }
    const by = arrowSteps(event)
    if (!by) return
    event.preventDefault()
    event.stopPropagation()
    // Presses that follow each other count from the first.
    const before = useDocument.getState().moment ? steps.current : [0, 0]
    steps.current = [before[0]! + by[0], before[1]! + by[1]]
    moveBy(...steps.current, editStep)
  }
  const [x, y] = surfacePlace(surface)
  return (
    <path
      {...bind()}
      d={outlineOf(surface)}
      data-handle="surface"
      data-surface={surface.id}
      role="slider"
      tabIndex={0}
      aria-valuenow={x}
      aria-valuetext={`${x} px right, ${y} px down`}
      aria-label={`${SURFACE_TEXTS[surface.kind]} of the stage: arrow keys move it, Delete removes it`}
      className={chosen ? 'surface-handle chosen' : 'surface-handle'}
      aria-current={chosen}
      vectorEffect="non-scaling-stroke"
      onKeyDown={onKeyDown}
      onContextMenu={(event) => openSurfaceMenu(event, stageId, surface.id)}
      onFocus={onChoose}
    />
  )
}

/** A point of a surface, pulled on whole px or onto points of others. */
const PointHandle = ({
  surface,
  stageId,
  zoom,
  at,
  others,
}: HandleProps & { at: number; others: readonly Surface[] }) => {
  const [x, y] = pointsOf(surface)[at]!
  const bind = useDrag(
    ({ event, movement: [mx, my], memo, first, last }) => {
      event.stopPropagation()
      const [startX, startY] = first ? [x, y] : (memo as [number, number])
      const place = snapped([startX + mx / zoom, startY + my / zoom], others, 6 / zoom)
      changeSurface(stageId, surface, 'Pull a point of a', (other) => withPoint(other, at, place), editMoment)
      if (last) endMoment()
      return [startX, startY]
    },
    { pointer: { keys: false } },
  )
  const onKeyDown = (event: KeyboardEvent): void => {
    const by = arrowSteps(event)
    if (!by) return
    event.preventDefault()
    event.stopPropagation()
    const to = [x + by[0], y + by[1]] as const
    changeSurface(stageId, surface, 'Pull a point of a', (other) => withPoint(other, at, to), edit)
  }
  const size = 8 / zoom
  return (
    <rect
      {...bind()}
      x={x - size / 2}
      y={y - size / 2}
      width={size}
      height={size}
      data-handle="surface-point"
      role="slider"
      tabIndex={0}
      aria-label={`Point ${at + 1} of the ${SURFACE_TEXTS[surface.kind].toLowerCase()}`}
      aria-valuenow={x}
      aria-valuetext={`${x} px right, ${y} px down`}
      className="surface-point"
      vectorEffect="non-scaling-stroke"
      onKeyDown={onKeyDown}
    />
  )
}

/**
 * Surfaces of a stage in world px, inside an overlay that is moved and zoomed with the picture. With `handles` they
 * can be moved; the chosen one shows its points.
 */
export const SurfaceLayer = ({
  surfaces,
  stageId,
  zoom,
  handles,
  chosen,
  onChoose,
}: {
  surfaces: readonly Surface[]
  stageId: string
  zoom: number
  handles: boolean
  chosen?: string | null
  onChoose?: (id: string) => void
}) => (
  <>
    {surfaces.map((surface) => (
      <g key={surface.id}>
        <path
          d={outlineOf(surface)}
          className={surfaceClass(surface)}
          vectorEffect="non-scaling-stroke"
          aria-hidden
        />
        {handles && (
          <SurfaceHandle
            surface={surface}
            stageId={stageId}
            zoom={zoom}
            {...(onChoose ? { onChoose: () => onChoose(surface.id) } : {})}
          />
        )}
        {handles &&
          surface.id === chosen &&
          pointsOf(surface).map((_, at) => (
            <PointHandle
              key={at}
              surface={surface}
              stageId={stageId}
              zoom={zoom}
              at={at}
              others={surfaces.filter((other) => other.id !== surface.id)}
            />
          ))}
      </g>
    ))}
  </>
)
