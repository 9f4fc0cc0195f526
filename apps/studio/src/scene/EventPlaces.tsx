/** Places and ways of sentences: pulled on the picture, moved by arrow keys. */
import type { StageEvent } from '@gliv/model'
import { wayOf } from '@gliv/scene'
import type { ReactNode } from 'react'
import type { edit } from '../state/document.ts'
import { Movable } from './ActorPoints.tsx'
import { EVENT_TEXTS, PLACED } from './texts.ts'
import { editStage, useStage } from './useStage.ts'

interface PlaceProps {
  readonly stageId: string
  readonly event: StageEvent
  readonly zoom: number
}

const changeEvent = (stageId: string, id: string, next: Partial<StageEvent>, how: typeof edit): void =>
  editStage(
    stageId,
    'Place of a sentence',
    (stage) =>
      void (stage.events = (stage.events ?? []).map((other) =>
        other.id === id ? ({ ...other, ...next } as StageEvent) : (other as StageEvent),
      )),
    how,
  )

const Mark = ({ x, y, zoom }: { x: number; y: number; zoom: number }): ReactNode => {
  const size = 6 / zoom
  return (
    <path
      d={`M ${x - size} ${y} L ${x} ${y - size} L ${x + size} ${y} L ${x} ${y + size} Z`}
      vectorEffect="non-scaling-stroke"
    />
  )
}

const Place = ({ stageId, event, zoom }: PlaceProps) => (
  <Movable
    label={`Place of “${EVENT_TEXTS[event.on]}”`}
    x={event.x}
    y={event.y}
    zoom={zoom}
    className="event-place"
    put={(dx, dy, how) => changeEvent(stageId, event.id, { x: event.x + dx, y: event.y + dy }, how)}
  >
    {event.on === 'random' && (
      <rect
        x={event.x - event.w / 2}
        y={event.y - event.h / 2}
        width={event.w}
        height={event.h}
        vectorEffect="non-scaling-stroke"
      />
    )}
    <Mark x={event.x} y={event.y} zoom={zoom} />
  </Movable>
)

const Way = ({ stageId, event, zoom }: PlaceProps) => {
  const way = wayOf(event)
  return (
    <g className="event-place">
      <path
        className="event-way"
        d={`M ${way.map((point) => point.join(' ')).join(' L ')}`}
        vectorEffect="non-scaling-stroke"
      />
      {way.map(([x, y], k) => (
        <Movable
          key={k}
          label={`Point ${k + 1} of a way`}
          x={x}
          y={y}
          zoom={zoom}
          className="event-place"
          put={(dx, dy, how) =>
            changeEvent(
              stageId,
              event.id,
              { way: way.map((point, at) => (at === k ? [x + dx, y + dy] : point)) },
              how,
            )
          }
        >
          <Mark x={x} y={y} zoom={zoom} />
        </Movable>
      ))}
    </g>
  )
}

/** Only those that happen at a place of their own. */
export const EventPlaces = ({ zoom }: { zoom: number }) => {
  const stage = useStage()
  if (!stage) return null
  const placed = (stage.events ?? []).filter(
    ({ on, actor, point }) => PLACED.has(on) && (actor === null || point === null || on === 'reaches'),
  )
  return (
    <>
      {placed.map((event) => (
        <Place key={event.id} stageId={stage.id} event={event} zoom={zoom} />
      ))}
      {(stage.events ?? [])
        .filter(({ on }) => on === 'along')
        .map((event) => (
          <Way key={event.id} stageId={stage.id} event={event} zoom={zoom} />
        ))}
    </>
  )
}
