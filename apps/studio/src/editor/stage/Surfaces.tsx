import type { Surface, SurfaceKind } from '@gliv/model'
import type { Camera } from '@gliv/player'
import { useDrag } from '@use-gesture/react'
import { type KeyboardEvent, useRef } from 'react'
import { movedSurface, SURFACE_TEXTS, surfacePlace } from '../../document/surfaces.ts'
import { stageOf } from '../../preview/previewOptions.ts'
import { arrowSteps } from '../../shared/keys/arrows.ts'
import { edit, editMoment, editStep, endMoment, shownKit, useDocument } from '../../state/document.ts'
import { useSession } from '../../state/session.ts'
import { useDriver } from '../playback/shownEffect.ts'
import './Surfaces.css'

type Outline<K extends SurfaceKind> = (surface: Extract<Surface, { kind: K }>) => string

/** World pixels. */
const OUTLINES: { readonly [K in SurfaceKind]: Outline<K> } = {
  segment: ({ x1, y1, x2, y2 }) => `M ${x1} ${y1} L ${x2} ${y2}`,
  box: ({ x, y, w, h }) => `M ${x} ${y} h ${w} v ${h} h ${-w} Z`,
  circle: ({ x, y, r }) => `M ${x - r} ${y} a ${r} ${r} 0 1 0 ${2 * r} 0 a ${r} ${r} 0 1 0 ${-2 * r} 0`,
  polygon: ({ points }) => `M ${points.map(([x, y]) => `${x} ${y}`).join(' L ')} Z`,
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

/** Moves a surface of a stage, or removes it: one step of undo. */
const change = (
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
  oneWay ? 'surface one-way' : kind === 'segment' ? 'surface line' : 'surface'

/** One surface: dragged, or moved by arrow keys by 1 px, with Shift by 10; Delete removes it. */
const SurfaceHandle = ({ surface, stageId, zoom }: { surface: Surface; stageId: string; zoom: number }) => {
  const moveBy = (x: number, y: number, how: typeof edit): void =>
    change(stageId, surface, 'Move a', (other) => movedSurface(other, x, y), how)
  const bind = useDrag(
    ({ event, movement: [mx, my], last }) => {
      event.stopPropagation()
      if (mx !== 0 || my !== 0) moveBy(Math.round(mx / zoom), Math.round(my / zoom), editMoment)
      if (last) endMoment()
    },
    { pointer: { keys: false }, filterTaps: true },
  )
  const steps = useRef<readonly [number, number]>([0, 0])
  const onKeyDown = (event: KeyboardEvent): void => {
    if (event.key === 'Delete' || event.key === 'Backspace') {
      event.stopPropagation()
      return change(stageId, surface, 'Remove a', () => null, edit)
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
      className="surface-handle"
      vectorEffect="non-scaling-stroke"
      onKeyDown={onKeyDown}
    />
  )
}

/** What the effect meets on its stage, drawn under everything. */
export const Surfaces = ({ camera }: { camera: Camera }) => {
  const driver = useDriver()
  const preview = useSession((s) => s.preview)
  const handles = useSession((s) => s.handles)
  const kit = useDocument((s) => shownKit(s))
  const effect = driver?.simulation?.program.effect
  const stageId = kit && effect ? stageOf(effect, preview, kit) : undefined
  if (!kit || stageId === undefined) return null
  const { surfaces } = kit.stages[stageId]!
  const zoom = camera.zoom / window.devicePixelRatio
  return (
    <svg className="overlay" data-testid="surfaces">
      <g transform={`translate(${-camera.x * zoom} ${-camera.y * zoom}) scale(${zoom})`}>
        {surfaces.map((surface) => (
          <g key={surface.id}>
            <path
              d={outlineOf(surface)}
              className={surfaceClass(surface)}
              vectorEffect="non-scaling-stroke"
              aria-hidden
            />
            {handles && <SurfaceHandle surface={surface} stageId={stageId} zoom={zoom} />}
          </g>
        ))}
      </g>
    </svg>
  )
}
