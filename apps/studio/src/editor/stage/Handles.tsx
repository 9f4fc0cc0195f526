import type { Emitter } from '@gliv/document'
import { type PropertyId, type ShapeHandle, type ShapeKind, SHAPES } from '@gliv/model'
import type { Camera } from '@gliv/player/renderers'
import { Fragment } from 'react'
import {
  angleOf,
  fanFrom,
  fanPath,
  nearestTurn,
  type Place,
  polar,
  snapPlace,
} from '../../document/geometry.ts'
import { useDocument } from '../../state/document.ts'
import { useSession } from '../../state/session.ts'
import { useEffectId, useSelectedEmitter, useShownData } from '../playback/shownEffect.ts'
import { ForceHandles } from './ForceHandles.tsx'
import { ViewFrames } from './ViewFrames.tsx'
import { Handle, type HandleProps, whole } from './Handle.tsx'
import { outlineData, outlineTilt, sizeOf } from './outlines.tsx'
import { PathHandles, SHAPE_PATH, TRAVEL_PATH } from './PathHandles.tsx'
import { moveTogether } from './together.ts'
import './Handles.css'
import './common.css'

const REACH = 78

/** A moved emitter snaps to others that are this near, in px of the screen; Shift moves freely. */
const SNAP_PX = 6

/** Handles of small shapes stand off by this many pixels, so that they do not lie under the cross. */
const LEAST_REACH = 20
const padFor = (reach: number, zoom: number): number => Math.max(0, LEAST_REACH / zoom - reach)

interface Part {
  readonly emitter: Emitter
  readonly at: HandleProps['at']
}

/** The emitter before the drag, so that moving does not chase itself. */
const useStart = (): Emitter | undefined => {
  const effectId = useEffectId()
  const emitter = useSelectedEmitter()
  return useDocument((s) => (emitter ? s.kit?.effects[effectId]?.emitters[emitter.id] : undefined))
}

/** A place turned about the middle by degrees. */
const turned = (x: number, y: number, deg: number): readonly [number, number] => {
  const [c, s] = polar(deg, 1)
  return [x * c - y * s, x * s + y * c]
}

const length = (x: number, y: number): number => Math.sqrt(x * x + y * y)

/** px → the number's own unit: percent where sizes are shares of the view. */
const unitsPerPx = (
  emitter: Emitter,
  key: 'shapeWidth' | 'shapeHeight' | 'shapeRadius' | 'shapeInner' | 'endX' | 'endY',
): number => {
  if (emitter.sizeUnit === 'px') return 1
  return 1 / sizeOf({ ...emitter, numbers: { ...emitter.numbers, [key]: 1 } }, key)
}

const RadiusHandle = ({
  emitter,
  at,
  id,
  side,
}: Part & { id: 'shapeRadius' | 'shapeInner'; side: 1 | -1 }) => {
  const before = useStart()
  const radius = sizeOf(emitter, id)
  const pad = padFor(before ? sizeOf(before, id) : 0, at.zoom)
  const label = id === 'shapeRadius' ? 'Radius' : 'Inner radius'
  return (
    <Handle
      name={id === 'shapeRadius' ? 'radius' : 'inner'}
      sets={[id]}
      label={label}
      x={at.x + side * Math.max(LEAST_REACH, radius * at.zoom)}
      y={at.y}
      cursor="ew-resize"
      motion="outward"
      reading={`${Math.round(radius)} px`}
      at={at}
      apply={(e, x, y, fine) =>
        void (e.numbers[id] = whole(Math.max(0, length(x, y) - pad) * unitsPerPx(e, id), fine))
      }
    />
  )
}

const SizeHandle = ({ emitter, at }: Part) => {
  const before = useStart()
  const [w, h] = [sizeOf(emitter, 'shapeWidth'), sizeOf(emitter, 'shapeHeight')]
  const [w0, h0] = before ? [sizeOf(before, 'shapeWidth'), sizeOf(before, 'shapeHeight')] : [0, 0]
  const tilt = outlineTilt(emitter)
  const [x, y] = turned(
    Math.max(LEAST_REACH, (w / 2) * at.zoom),
    Math.max(LEAST_REACH, (h / 2) * at.zoom),
    tilt,
  )
  return (
    <Handle
      name="size"
      sets={['shapeWidth', 'shapeHeight']}
      label="Size"
      reading={`${Math.round(w)} px wide, ${Math.round(h)} px high`}
      x={at.x + x}
      y={at.y + y}
      cursor="nwse-resize"
      at={at}
      apply={(e, px, py, fine) => {
        const [x, y] = turned(px, py, -tilt)
        e.numbers.shapeWidth = whole(
          Math.max(0, Math.abs(x) - padFor(w0 / 2, at.zoom)) * 2 * unitsPerPx(e, 'shapeWidth'),
          fine,
        )
        e.numbers.shapeHeight = whole(
          Math.max(0, Math.abs(y) - padFor(h0 / 2, at.zoom)) * 2 * unitsPerPx(e, 'shapeHeight'),
          fine,
        )
      }}
    />
  )
}

/** Turns a shape about its middle; it stands above it. */
const TiltHandle = ({ emitter, at }: Part) => {
  const { shapeTilt } = emitter.numbers
  const reach = Math.max(LEAST_REACH, (sizeOf(emitter, 'shapeHeight') / 2) * at.zoom) + 18
  const [x, y] = turned(0, -reach, shapeTilt)
  return (
    <Handle
      name="tilt"
      sets={['shapeTilt']}
      label="Tilt"
      motion="turning"
      reading={`${shapeTilt}°`}
      x={at.x + x}
      y={at.y + y}
      cursor="grab"
      at={at}
      apply={(e, px, py, fine) => {
        const step = fine ? 15 : 1
        e.numbers.shapeTilt = nearestTurn(
          Math.round((angleOf(px, py) + 90) / step) * step,
          e.numbers.shapeTilt,
        )
      }}
    >
      <rect x={-4} y={-4} width={8} height={8} className="handle-knob" />
    </Handle>
  )
}

const LineHandle = ({ emitter, at }: Part) => {
  const [x, y] = polar(
    emitter.numbers.shapeAngle,
    Math.max(LEAST_REACH, (sizeOf(emitter, 'shapeWidth') / 2) * at.zoom),
  )
  return (
    <Handle
      name="line"
      sets={['shapeWidth', 'shapeAngle']}
      label="Length and turn"
      reading={`${Math.round(sizeOf(emitter, 'shapeWidth'))} px long, turned by ${emitter.numbers.shapeAngle}°`}
      x={at.x + x}
      y={at.y + y}
      cursor="move"
      at={at}
      apply={(e, px, py, fine) => {
        e.numbers.shapeWidth = whole(length(px, py) * 2 * unitsPerPx(e, 'shapeWidth'), fine)
        e.numbers.shapeAngle = nearestTurn(Math.round(angleOf(px, py)), e.numbers.shapeAngle)
      }}
    />
  )
}

const TurnHandle = ({ emitter, at }: Part) => {
  const [x, y] = polar(
    emitter.numbers.shapeAngle,
    Math.max(LEAST_REACH, sizeOf(emitter, 'shapeRadius') * at.zoom),
  )
  return (
    <Handle
      name="turn"
      sets={['shapeAngle']}
      label="Tilt"
      motion="turning"
      reading={`${emitter.numbers.shapeAngle}°`}
      x={at.x + x}
      y={at.y + y}
      cursor="grab"
      at={at}
      apply={(e, px, py, fine) =>
        void (e.numbers.shapeAngle = nearestTurn(
          Math.round(angleOf(px, py) / (fine ? 15 : 1)) * (fine ? 15 : 1),
          e.numbers.shapeAngle,
        ))
      }
    >
      <rect x={-4} y={-4} width={8} height={8} className="handle-knob" />
    </Handle>
  )
}

/** A point that is set by two numbers: the end of a segment, or what particles head for. */
const PointHandle = ({
  emitter,
  at,
  name,
  label,
  across,
  down,
}: Part & {
  name: string
  label: string
  across: PropertyId & keyof Emitter['numbers']
  down: PropertyId & keyof Emitter['numbers']
}) => {
  const sized = across === 'endX' && emitter.sizeUnit === 'view'
  const numbers = emitter.numbers as unknown as Record<string, number>
  const [x, y] = sized
    ? [sizeOf(emitter, 'endX'), sizeOf(emitter, 'endY')]
    : [numbers[across]!, numbers[down]!]
  return (
    <Handle
      name={name}
      sets={[across, down]}
      label={label}
      x={at.x + x * at.zoom}
      y={at.y + y * at.zoom}
      cursor="move"
      at={at}
      apply={(e, px, py, fine) => {
        const draft = e.numbers as unknown as Record<string, number>
        draft[across] = whole(sized ? px * unitsPerPx(e, 'endX') : px, fine)
        draft[down] = whole(sized ? py * unitsPerPx(e, 'endY') : py, fine)
      }}
    >
      <circle r={6} className="handle-knob" />
      <text y={4} textAnchor="middle" className="handle-letter">
        {name === 'end' ? 'B' : '×'}
      </text>
    </Handle>
  )
}

const AimHandles = ({ emitter, at }: Part) => {
  const { heading, fan } = emitter.numbers
  const [hx, hy] = polar(heading, REACH)
  const [fx, fy] = polar(heading + Math.min(fan, 356) / 2, REACH * 0.72)
  return (
    <>
      <g transform={`translate(${at.x} ${at.y})`}>
        {fan > 0 && fan < 360 && <path d={fanPath(heading, fan, REACH * 0.72)} className="fan-outline" />}
        <line x1={0} y1={0} x2={hx} y2={hy} className="heading-line" />
      </g>
      <Handle
        name="heading"
        sets={['heading']}
        label="Heading"
        motion="turning"
        reading={`${heading}°`}
        x={at.x + hx}
        y={at.y + hy}
        cursor="grab"
        at={at}
        apply={(e, x, y, fine) =>
          void (e.numbers.heading = nearestTurn(
            fine ? Math.round(angleOf(x, y) / 15) * 15 : Math.round(angleOf(x, y)),
            heading,
          ))
        }
      >
        <path d="M 7 0 L -5 6 L -5 -6 Z" transform={`rotate(${heading})`} className="handle-knob" />
      </Handle>
      <Handle
        name="fan"
        sets={['fan']}
        label="Fan"
        motion="turning"
        reading={`${fan}°`}
        x={at.x + fx}
        y={at.y + fy}
        cursor="grab"
        at={at}
        apply={(e, x, y) => void (e.numbers.fan = fanFrom(angleOf(x, y), heading))}
      >
        <rect
          x={-4}
          y={-4}
          width={8}
          height={8}
          transform={`rotate(${heading + fan / 2 + 45})`}
          className="handle-knob"
        />
      </Handle>
    </>
  )
}

/** The handles that shapes name, one component each. */
const SHAPE_HANDLES = {
  radius: (props) => <RadiusHandle {...props} id="shapeRadius" side={-1} />,
  inner: (props) => <RadiusHandle {...props} id="shapeInner" side={-1} />,
  size: (props) => <SizeHandle {...props} />,
  line: (props) => <LineHandle {...props} />,
  // A whole ring looks the same however it is turned.
  turn: (props) =>
    props.emitter.shape === 'ring' && props.emitter.numbers.shapeArc >= 360 ? null : (
      <TurnHandle {...props} />
    ),
  tilt: (props) => <TiltHandle {...props} />,
  end: (props) => <PointHandle {...props} name="end" label="End B" across="endX" down="endY" />,
  points: (props) => <PathHandles owner={SHAPE_PATH} {...props} curved={false} />,
  curve: (props) => <PathHandles owner={SHAPE_PATH} {...props} curved />,
} as const satisfies Record<ShapeHandle, (part: Part) => React.ReactNode>

const handlesOf = (shape: ShapeKind): readonly ShapeHandle[] => SHAPES[shape].handles

/** Shapes that are a path say where they are by its points. */
const isPath = (shape: ShapeKind): boolean =>
  handlesOf(shape).some((handle) => handle === 'points' || handle === 'curve')

const ShapeHandles = ({ emitter, at }: Part) => (
  <>
    {handlesOf(emitter.shape).map((handle) => (
      <Fragment key={handle}>{SHAPE_HANDLES[handle]({ emitter, at })}</Fragment>
    ))}
  </>
)

const NOWHERE: readonly Place[] = []

/** Places of the other emitters, which a moved one snaps to, and the origin. */
const useOthers = (id: string | undefined): readonly Place[] =>
  useShownData<readonly Place[]>(
    (_, effect) => [
      { x: 0, y: 0 },
      ...effect.emitterOrder
        .filter((other) => other !== id)
        .map((other) => effect.emitters[other]!.numbers)
        .map(({ offsetX, offsetY }) => ({ x: offsetX, y: offsetY })),
    ],
    NOWHERE,
  )

/** Lines through the places that it stands in line with, while it is dragged. */
const Guides = ({
  at,
  emitter,
  others,
}: {
  at: HandleProps['at']
  emitter: Emitter
  others: readonly Place[]
}) => {
  const dragging = useDocument((s) => s.moment?.label.startsWith('Place of') ?? false)
  if (!dragging) return null
  const { offsetX, offsetY } = emitter.numbers
  return (
    <g data-testid="guides">
      {others.some(({ x }) => x === offsetX) && (
        <line x1={at.x} x2={at.x} y1={-4000} y2={4000} className="guide-line" />
      )}
      {others.some(({ y }) => y === offsetY) && (
        <line y1={at.y} y2={at.y} x1={-4000} x2={4000} className="guide-line" />
      )}
    </g>
  )
}

/** Moves the emitter, and those that are selected with it. */
const PlaceHandle = ({
  emitter,
  others,
  at,
}: {
  emitter: Emitter
  others: ReturnType<typeof useOthers>
  at: HandleProps['at']
}) => {
  const start = useStart()
  const effectId = useEffectId()
  const { offsetX, offsetY } = emitter.numbers
  return (
    <Handle
      name="move"
      sets={['offsetX', 'offsetY']}
      label="Place"
      reading={`${offsetX} px right, ${offsetY} px down`}
      x={at.x}
      y={at.y}
      cursor="move"
      at={at}
      apply={(e, x, y, fine) => {
        const snapped = snapPlace(
          (start?.numbers.offsetX ?? 0) + x,
          (start?.numbers.offsetY ?? 0) + y,
          others,
          fine ? 0 : SNAP_PX / at.zoom,
        )
        e.numbers.offsetX = whole(snapped.x, fine)
        e.numbers.offsetY = whole(snapped.y, fine)
      }}
      after={(kit, e) => {
        const before = useDocument.getState().kit
        if (before && start)
          moveTogether(
            kit,
            before,
            effectId,
            useSession.getState().also,
            e.numbers.offsetX - start.numbers.offsetX,
            e.numbers.offsetY - start.numbers.offsetY,
          )
      }}
    >
      <path d="M -9 0 H 9 M 0 -9 V 9" className="handle-cross-case" />
      <path d="M -9 0 H 9 M 0 -9 V 9" className="handle-cross" />
    </Handle>
  )
}

export const Handles = ({ camera }: { camera: Camera }) => {
  const emitter = useSelectedEmitter()
  const others = useOthers(emitter?.id)
  if (!emitter || emitter.companionOf !== null) return null
  const { offsetX, offsetY } = emitter.numbers
  const zoom = camera.zoom / window.devicePixelRatio
  const at = { x: (offsetX - camera.x) * zoom, y: (offsetY - camera.y) * zoom, zoom }
  return (
    <svg className="overlay handles" data-testid="handles">
      <Guides at={at} emitter={emitter} others={others} />
      <ViewFrames camera={camera} zoom={zoom} emitter={emitter} />
      {!isPath(emitter.shape) && (
        <path
          d={outlineData(emitter, zoom)}
          transform={`translate(${at.x} ${at.y}) rotate(${outlineTilt(emitter)})`}
          className="shape-outline"
        />
      )}
      <ForceHandles camera={camera} zoom={zoom} emitter={emitter} />
      {emitter.travel && <PathHandles owner={TRAVEL_PATH} emitter={emitter} at={at} curved />}
      {emitter.aim === 'direction' && <AimHandles emitter={emitter} at={at} />}
      {emitter.aim === 'towards' && (
        <PointHandle
          emitter={emitter}
          at={at}
          name="target"
          label="Point to head for"
          across="targetX"
          down="targetY"
        />
      )}
      <ShapeHandles emitter={emitter} at={at} />
      <PlaceHandle emitter={emitter} others={others} at={at} />
    </svg>
  )
}
