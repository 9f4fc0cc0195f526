import type { Emitter, ParticleType } from '@gliv/document'
import type { Path } from '@gliv/model'
import { useDrag } from '@use-gesture/react'
import { useEffect } from 'react'
import { noteInput } from '../../shared/hooks/inputTime.ts'
import { say } from '../../document/clipboard.ts'
import { insertAfter, middleAfter, movedPoints, withoutPoints, withPoint } from '../../document/paths.ts'
import { edit, editMoment, endMoment } from '../../state/document.ts'
import { useEffectId } from '../playback/shownEffect.ts'
import { choosePathPoints, pickedPoints, useChosenPath } from './chosenPath.ts'
import { Handle, type HandleProps, whole } from './Handle.tsx'
import { pathData } from './outlines.tsx'
import './PathHandles.css'
import './common.css'

/** A path of an emitter: the shape's own, the way that it travels, or the rail of its particles. */
interface PathOwner {
  readonly name: string
  read(emitter: Emitter, type: ParticleType | null): Path | null
  write(emitter: Emitter, path: Path, type: ParticleType): void
}

export const SHAPE_PATH: PathOwner = {
  name: 'Path',
  read: (emitter) => (emitter.shape === 'polyline' || emitter.shape === 'curve' ? emitter.path : null),
  write: (emitter, path) => void (emitter.path = path),
}

export const TRAVEL_PATH: PathOwner = {
  name: 'Travel',
  read: (emitter) => emitter.travel?.path ?? null,
  write: (emitter, path) => void (emitter.travel = emitter.travel && { ...emitter.travel, path }),
}

export const RAIL_PATH: PathOwner = {
  name: 'Rail',
  read: (_emitter, type) => type?.rail ?? null,
  write: (_emitter, path, type) => void (type.rail = path),
}

interface PathProps {
  readonly owner: PathOwner
  readonly path: Path
  readonly at: HandleProps['at']
}

const placeOn = (at: HandleProps['at'], x: number, y: number): { x: number; y: number } => ({
  x: at.x + x * at.zoom,
  y: at.y + y * at.zoom,
})

/** A curve's handle into or out of a point, on a thin line. */
const TangentHandle = ({
  owner,
  path,
  at,
  index,
  which,
}: PathProps & { index: number; which: 'in' | 'out' }) => {
  const p = path.points[index]!
  const [dx, dy] = which === 'in' ? [p.inX, p.inY] : [p.outX, p.outY]
  const end = placeOn(at, p.x + dx, p.y + dy)
  const start = placeOn(at, p.x, p.y)
  return (
    <g>
      <line x1={start.x} y1={start.y} x2={end.x} y2={end.y} className="tangent-line" />
      <Handle
        name={`${owner.name}-${which}-${index}`}
        label={`${owner.name} handle ${which === 'in' ? 'into' : 'out of'} point ${index + 1}`}
        {...end}
        cursor="crosshair"
        at={at}
        apply={(e, x, y, fine, draft) => {
          const now = owner.read(e, draft)
          const here = now?.points[index]
          if (!now || !here) return
          const [vx, vy] = [whole(x - here.x, fine), whole(y - here.y, fine)]
          const change = which === 'in' ? { inX: vx, inY: vy } : { outX: vx, outY: vy }
          owner.write(e, withPoint(now, index, change), draft)
        }}
      >
        <circle r={3.5} className="handle-knob" />
      </Handle>
    </g>
  )
}

const NO_POINTS: readonly number[] = []

type AddPoint = (index: number, place: { readonly x: number; readonly y: number }, how: typeof edit) => void

/** Overlay pixels around a place that its handle takes, and how far beside it what lies under it is shown. */
const REACH = 14
const BESIDE = [22, -22] as const

/** What lies on the emitter's place would lie under the place's own handle. */
const isCovered = ({ x, y }: { readonly x: number; readonly y: number }, zoom: number): boolean =>
  Math.max(Math.abs(x), Math.abs(y)) * zoom < REACH

/** The small knob between two points that adds one: pressed, in the middle; dragged, where it is let go. */
const AddKnob = ({ owner, path, at, index, onAdd }: PathProps & { index: number; onAdd: AddPoint }) => {
  const middle = middleAfter(path, index)
  const bind = useDrag(
    ({ event, tap, last, movement: [mx, my], memo }) => {
      event.stopPropagation()
      const start = (memo as { x: number; y: number } | undefined) ?? middle
      if (!start) return undefined
      if (tap) onAdd(index, start, edit)
      else {
        noteInput(event)
        onAdd(index, { x: start.x + mx / at.zoom, y: start.y + my / at.zoom }, editMoment)
        if (last) endMoment()
      }
      return start
    },
    { filterTaps: true, pointer: { keys: false } },
  )
  if (!middle) return null
  const { x, y } = placeOn(at, middle.x, middle.y)
  const [besideX, besideY] = isCovered(middle, at.zoom) ? BESIDE : [0, 0]
  return (
    <circle
      cx={x + besideX}
      cy={y + besideY}
      r={4}
      className="path-add"
      data-handle={`${owner.name}-add-${index}`}
      role="button"
      tabIndex={0}
      aria-label={`Add a point after point ${index + 1} of the ${owner.name.toLowerCase()}`}
      {...bind()}
      style={{ touchAction: 'none' }}
      onKeyDown={({ key }) => (key === 'Enter' || key === ' ') && onAdd(index, middle, edit)}
    >
      <title>Press or drag: adds a point</title>
    </circle>
  )
}

const PointHandle = ({
  owner,
  path,
  at,
  index,
  chosen,
  onRemove,
}: PathProps & {
  index: number
  chosen: readonly number[]
  onRemove: (indices: readonly number[]) => void
}) => {
  const p = path.points[index]!
  const meant = chosen.includes(index) ? chosen : [index]
  const count = path.points.length
  return (
    <Handle
      name={`${owner.name}-${index}`}
      {...(isCovered(p, at.zoom) ? { aside: BESIDE } : {})}
      label={`${owner.name} point ${index + 1}`}
      {...placeOn(at, p.x, p.y)}
      cursor="move"
      at={at}
      chosen={chosen.includes(index)}
      onPick={(how) => choosePathPoints(owner.name, pickedPoints(chosen, index, how, count))}
      onRemove={() => onRemove(meant)}
      apply={(e, x, y, fine, draft) => {
        const now = owner.read(e, draft)
        const here = now?.points[index]
        if (!now || !here) return
        owner.write(e, movedPoints(now, meant, whole(x, fine) - here.x, whole(y, fine) - here.y), draft)
      }}
    >
      <rect x={-4.5} y={-4.5} width={9} height={9} className="handle-knob" />
    </Handle>
  )
}

/**
 * Points of a path: drag to move, the small ones between add a point, a double-click removes one; several are
 * chosen by presses with Ctrl or Shift, by a band, by Ctrl A. Curves also show their handles.
 */
export const PathHandles = ({
  owner,
  emitter,
  type = null,
  at,
  curved,
}: {
  owner: PathOwner
  emitter: Emitter
  type?: ParticleType | null
  at: HandleProps['at']
  curved: boolean
}) => {
  const effectId = useEffectId()
  const path = owner.read(emitter, type)
  const chosen = useChosenPath((s) => (s.owner === owner.name ? s.indices : NO_POINTS))
  useEffect(() => () => choosePathPoints(owner.name, NO_POINTS), [owner.name, emitter.id])
  if (!path) return null
  // A drag writes again and again on the state before it.
  const change = (label: string, recipe: (path: Path) => Path, how: typeof edit = edit): void => {
    if (emitter.locked) return
    how(`${label} of ${emitter.name}`, (kit) => {
      const draft = kit.effects[effectId]!.emitters[emitter.id]!
      const before = owner.read(draft, kit.types[draft.type] ?? null)
      if (before) owner.write(draft, recipe(before), kit.types[draft.type]!)
    })
  }
  const remove = (indices: readonly number[]): void => {
    const left = withoutPoints(path, indices)
    if (!left) return say('A path keeps two points: choose fewer of them, or another shape')
    change(indices.length > 1 ? `Remove ${indices.length} path points` : 'Remove a path point', () => left)
    choosePathPoints(owner.name, NO_POINTS)
  }
  const add: AddPoint = (index, { x, y }, how) => {
    choosePathPoints(owner.name, NO_POINTS)
    change('Add a path point', (p) => insertAfter(p, index, Math.round(x), Math.round(y)), how)
  }
  const drawn = { owner, path, at }
  return (
    <>
      <path
        d={pathData(path, curved, at.zoom)}
        transform={`translate(${at.x} ${at.y})`}
        className={owner === SHAPE_PATH ? 'shape-outline' : 'travel-outline'}
      />
      {curved &&
        path.points.flatMap((_, i) =>
          (['in', 'out'] as const).map((which) => (
            <TangentHandle key={`${i} ${which}`} {...drawn} index={i} which={which} />
          )),
        )}
      {path.points.map((_, i) => (
        <AddKnob key={`add ${i}`} {...drawn} index={i} onAdd={add} />
      ))}
      {path.points.map((_, i) => (
        <PointHandle key={i} {...drawn} index={i} chosen={chosen} onRemove={remove} />
      ))}
    </>
  )
}
