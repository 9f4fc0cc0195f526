import type { Emitter, ParticleType } from '@gliv/document'
import type { Path, PathPoint } from '@gliv/model'
import { useDrag } from '@use-gesture/react'
import { noteInput } from '../../shared/hooks/inputTime.ts'
import { edit, editMoment, endMoment } from '../../state/document.ts'
import { useEffectId } from '../playback/shownEffect.ts'
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

const withPoint = (path: Path, index: number, change: Partial<PathPoint>): Path => ({
  ...path,
  points: path.points.map((p, i) => (i === index ? { ...p, ...change } : p)),
})

/** Halfway to the next point, for a press that adds one. */
const middleAfter = (path: Path, index: number): { x: number; y: number } | null => {
  const a = path.points[index]!
  const b = path.points[index + 1] ?? (path.closed ? path.points[0] : undefined)
  if (!b) return null
  // The middle of the Bézier curve, which is the straight middle without handles.
  const mid = (p: number, out: number, into: number, q: number): number =>
    (p + 3 * (p + out) + 3 * (q + into) + q) / 8
  return { x: mid(a.x, a.outX, b.inX, b.x), y: mid(a.y, a.outY, b.inY, b.y) }
}

const insertAfter = (path: Path, index: number, x: number, y: number): Path => ({
  ...path,
  points: [
    ...path.points.slice(0, index + 1),
    { x, y, inX: 0, inY: 0, outX: 0, outY: 0 },
    ...path.points.slice(index + 1),
  ],
})

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

type AddPoint = (index: number, place: { readonly x: number; readonly y: number }, how: typeof edit) => void

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
  return (
    <circle
      cx={x}
      cy={y}
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

/** Overlay pixels around a place that its handle takes, and how far beside it a point is shown. */
const REACH = 14
const BESIDE = [22, -22] as const

const PointHandle = ({
  owner,
  path,
  at,
  index,
  onRemove,
}: PathProps & { index: number; onRemove: (index: number) => void }) => {
  const p = path.points[index]!
  // A point on the emitter's place would lie under the place's own handle.
  const covered = Math.max(Math.abs(p.x), Math.abs(p.y)) * at.zoom < REACH
  return (
    <Handle
      name={`${owner.name}-${index}`}
      {...(covered ? { aside: BESIDE } : {})}
      label={`${owner.name} point ${index + 1}`}
      {...placeOn(at, p.x, p.y)}
      cursor="move"
      at={at}
      onRemove={() => onRemove(index)}
      apply={(e, x, y, fine, draft) => {
        const now = owner.read(e, draft)
        if (now) owner.write(e, withPoint(now, index, { x: whole(x, fine), y: whole(y, fine) }), draft)
      }}
    >
      <rect x={-4.5} y={-4.5} width={9} height={9} className="handle-knob" />
    </Handle>
  )
}

/**
 * Points of a path: drag to move, the small ones between add a point, a double-click removes one. Curves also
 * show their handles.
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
  if (!path) return null
  // A drag writes again and again on the state before it.
  const change = (label: string, recipe: (path: Path) => Path, how: typeof edit = edit): void =>
    how(`${label} of ${emitter.name}`, (kit) => {
      const draft = kit.effects[effectId]!.emitters[emitter.id]!
      const before = owner.read(draft, kit.types[draft.type] ?? null)
      if (before) owner.write(draft, recipe(before), kit.types[draft.type]!)
    })
  const remove = (index: number): void => {
    if (path.points.length > 2)
      change('Remove a path point', (p) => ({ ...p, points: p.points.filter((_, i) => i !== index) }))
  }
  const add: AddPoint = (index, { x, y }, how) =>
    change('Add a path point', (p) => insertAfter(p, index, Math.round(x), Math.round(y)), how)
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
        <PointHandle key={i} {...drawn} index={i} onRemove={remove} />
      ))}
    </>
  )
}
