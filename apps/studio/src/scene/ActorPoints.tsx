/** Where actors begin, and the points of the chosen one: pulled on the picture, moved by arrow keys. */
import { useDrag } from '@use-gesture/react'
import type { KeyboardEvent, ReactNode } from 'react'
import type { Actor } from '@gliv/model'
import { arrowSteps } from '../shared/keys/arrows.ts'
import { edit, editMoment, editStep, endMoment } from '../state/document.ts'
import { editStage, useSceneDriver, useShownScene, useStage } from './useStage.ts'

/** Changes an actor of a stage. */
export const editActor = (
  stageId: string,
  actorId: string,
  label: string,
  change: (actor: Actor) => Actor,
  how: typeof edit = edit,
): void =>
  editStage(
    stageId,
    label,
    (stage) =>
      void (stage.actors = (stage.actors ?? []).map((other) =>
        other.id === actorId ? change(other as Actor) : other,
      )),
    how,
  )

/** Something that is moved: `put` is given how far, counted from where it was. */
export const Movable = ({
  label,
  x,
  y,
  zoom,
  put,
  className,
  children,
}: {
  label: string
  x: number
  y: number
  zoom: number
  put: (dx: number, dy: number, how: typeof edit) => void
  className: string
  children: ReactNode
}) => {
  const bind = useDrag(
    ({ event, movement: [mx, my], last }) => {
      event.stopPropagation()
      if (mx !== 0 || my !== 0) put(Math.round(mx / zoom), Math.round(my / zoom), editMoment)
      if (last) endMoment()
    },
    { pointer: { keys: false } },
  )
  const onKeyDown = (event: KeyboardEvent): void => {
    const by = arrowSteps(event)
    if (!by) return
    event.preventDefault()
    event.stopPropagation()
    endMoment()
    put(by[0], by[1], editStep)
  }
  return (
    <g
      {...bind()}
      className={className}
      data-handle="actor"
      role="slider"
      tabIndex={0}
      aria-label={label}
      aria-valuenow={x}
      aria-valuetext={`${x} px right, ${y} px down`}
      style={{ cursor: 'move', touchAction: 'none', pointerEvents: 'all' }}
      onKeyDown={onKeyDown}
    >
      {children}
    </g>
  )
}

const StartHandle = ({ stageId, actor, zoom }: { stageId: string; actor: Actor; zoom: number }) => {
  const { x, y, numbers, name } = actor
  return (
    <Movable
      label={`Where ${name} begins`}
      x={x}
      y={y}
      zoom={zoom}
      className="actor-start"
      put={(dx, dy, how) =>
        editActor(stageId, actor.id, `Place of ${name}`, (a) => ({ ...a, x: x + dx, y: y + dy }), how)
      }
    >
      <rect
        className="actor-place"
        x={x - numbers.radius}
        y={y - numbers.height}
        width={numbers.radius * 2}
        height={numbers.height}
        vectorEffect="non-scaling-stroke"
      />
    </Movable>
  )
}

const PointHandle = ({
  stageId,
  actor,
  at,
  zoom,
}: {
  stageId: string
  actor: Actor
  at: number
  zoom: number
}) => {
  const track = useSceneDriver()?.scene?.track
  const { tick } = useShownScene()
  const point = actor.points[at]!
  const facing = track?.actorAt(actor.id, tick)?.facing ?? 1
  const [x, y] = track?.pointAt(actor.id, point.name, tick) ?? [0, 0]
  const moved = (a: Actor, dx: number, dy: number): Actor => ({
    ...a,
    points: a.points.map((other, k) =>
      k === at ? { ...other, x: point.x + dx * facing, y: point.y + dy } : other,
    ),
  })
  return (
    <Movable
      label={`Point ${point.name}`}
      x={point.x}
      y={point.y}
      zoom={zoom}
      className="actor-point"
      put={(dx, dy, how) => editActor(stageId, actor.id, `Point ${point.name}`, (a) => moved(a, dx, dy), how)}
    >
      <circle cx={x} cy={y} r={4 / zoom} strokeWidth={1.5 / zoom} />
      <text x={x + 8 / zoom} y={y + 4 / zoom} fontSize={11 / zoom} strokeWidth={2 / zoom}>
        {point.name}
      </text>
    </Movable>
  )
}

export const ActorPoints = ({ zoom, actor: chosen }: { zoom: number; actor: string | null }) => {
  const stage = useStage()
  const actors = stage?.actors ?? []
  return (
    <>
      {actors.map((actor) => (
        <StartHandle key={actor.id} stageId={stage!.id} actor={actor} zoom={zoom} />
      ))}
      {actors
        .filter(({ id }) => id === chosen)
        .flatMap((actor) =>
          actor.points.map(({ name }, at) => (
            <PointHandle key={name} stageId={stage!.id} actor={actor} at={at} zoom={zoom} />
          )),
        )}
    </>
  )
}
