import type { Emitter, ParticleType } from '@gliv/document'
import type { ForceKind } from '@gliv/model'
import type { Camera } from '@gliv/player/renderers'
import { useDocument } from '../../state/document.ts'
import { useEffectId, useSelectedType } from '../playback/shownEffect.ts'
import { Handle, type HandleProps, whole } from './Handle.tsx'
import { PathHandles, RAIL_PATH } from './PathHandles.tsx'
import './ForceHandles.css'
import './common.css'

type Numbers = ParticleType['numbers']
type PointForce = 'pull' | 'swirl' | 'avoid'

interface Centre {
  readonly label: string
  readonly x: 'pullX' | 'swirlX' | 'avoidX'
  readonly y: 'pullY' | 'swirlY' | 'avoidY'
  /** Circles around it that can be dragged. */
  readonly rings: readonly {
    readonly id: 'pullReach' | 'swirlReach' | 'avoidRadius' | 'avoidReach' | 'pullEnd'
    readonly label: string
    readonly from?: 'avoidRadius'
  }[]
  shown(type: ParticleType): boolean
}

const CENTRES = {
  pull: {
    label: 'Pull',
    x: 'pullX',
    y: 'pullY',
    rings: [{ id: 'pullReach', label: 'Reach of the pull' }],
    shown: (type) => type.pullTo === 'point',
  },
  swirl: {
    label: 'Swirl',
    x: 'swirlX',
    y: 'swirlY',
    rings: [{ id: 'swirlReach', label: 'Reach of the swirl' }],
    shown: (type) => type.swirlTo === 'point',
  },
  avoid: {
    label: 'Avoid',
    x: 'avoidX',
    y: 'avoidY',
    rings: [
      { id: 'avoidRadius', label: 'Radius to avoid' },
      { id: 'avoidReach', label: 'Distance kept', from: 'avoidRadius' },
    ],
    shown: (type) => type.avoids === 'circle',
  },
} as const satisfies Record<PointForce, Centre>

const length = (x: number, y: number): number => Math.sqrt(x * x + y * y)

/** A reach around a force's place, taken hold of at one side. */
const RingHandle = ({
  ring: { id, label, from },
  numbers,
  centre,
  side,
}: {
  ring: Centre['rings'][number]
  numbers: Numbers
  centre: HandleProps['at']
  side: 1 | -1
}) => {
  const inner = from ? numbers[from] : 0
  const radius = (inner + numbers[id]) * centre.zoom
  const least = id === 'avoidRadius' ? 0 : 1
  return (
    <g>
      <circle cx={centre.x} cy={centre.y} r={radius} className="force-ring" />
      <Handle
        name={id}
        label={label}
        x={centre.x + side * radius}
        y={centre.y}
        cursor="ew-resize"
        motion="outward"
        reading={`${Math.round(numbers[id])} px`}
        at={centre}
        apply={(_e, px, py, fine, draft) =>
          void (draft.numbers[id] = whole(Math.max(least, length(px, py) - inner), fine))
        }
      />
    </g>
  )
}

const CentreHandles = ({
  force,
  type,
  at,
  covered,
}: {
  force: PointForce
  type: ParticleType
  at: HandleProps['at']
  covered: boolean
}) => {
  const { label, x, y, rings }: Centre = CENTRES[force]
  const numbers: Numbers = type.numbers
  // A handle that would lie on the emitter's own stands beside it, with a line to its place.
  const pad = covered ? PADS[force] : [0, 0]
  const centre = { x: at.x + numbers[x] * at.zoom, y: at.y + numbers[y] * at.zoom, zoom: at.zoom }
  return (
    <>
      {rings.map((ring, i) => (
        <RingHandle key={ring.id} ring={ring} numbers={numbers} centre={centre} side={i % 2 === 0 ? 1 : -1} />
      ))}
      {covered && (
        <line
          x1={centre.x}
          y1={centre.y}
          x2={centre.x + pad[0]!}
          y2={centre.y + pad[1]!}
          className="tangent-line"
        />
      )}
      <Handle
        name={force}
        label={`${label}: its place`}
        x={centre.x + pad[0]!}
        y={centre.y + pad[1]!}
        cursor="move"
        at={at}
        apply={(_e, px, py, fine, draft) => {
          draft.numbers[x] = whole(px - pad[0]! / at.zoom, fine)
          draft.numbers[y] = whole(py - pad[1]! / at.zoom, fine)
        }}
      >
        <circle r={7} className="handle-knob" />
        <path d={MARKS[force]} className="handle-mark" />
      </Handle>
    </>
  )
}

/** What is drawn in the knob: arrows in, an arrow around, a bar. */
const MARKS = {
  pull: 'M -5 0 H -1.5 M 5 0 H 1.5 M 0 -5 V -1.5 M 0 5 V 1.5',
  swirl: 'M 3.6 -1.4 A 4 4 0 1 0 3.6 1.8 M 3.9 -4 V -1.2 H 1.2',
  avoid: 'M -3.2 -3.2 L 3.2 3.2',
} as const satisfies Record<PointForce, string>

const PADS = { pull: [-26, -26], swirl: [26, -26], avoid: [26, 26] } as const satisfies Record<
  PointForce,
  readonly [number, number]
>

/** Whether a force's place lies under the emitter's handle, in overlay pixels. */
const isCovered = (force: PointForce, type: ParticleType, emitter: Emitter, zoom: number): boolean =>
  length(
    type.numbers[CENTRES[force].x] - emitter.numbers.offsetX,
    type.numbers[CENTRES[force].y] - emitter.numbers.offsetY,
  ) *
    zoom <
  16

const NONE: readonly ForceKind[] = []

/** Handles of forces that have a place. Places count from the effect's origin. */
export const ForceHandles = ({
  camera,
  zoom,
  emitter,
}: {
  camera: Camera
  zoom: number
  emitter: Emitter
}) => {
  const type = useSelectedType((t) => t)
  const forces = type?.forces ?? NONE
  const at = { x: -camera.x * zoom, y: -camera.y * zoom, zoom }
  // As they were before a drag, so that a handle does not jump under the hand.
  const effectId = useEffectId()
  const startEmitter = useDocument((s) => s.kit?.effects[effectId]?.emitters[emitter.id])
  const start = useDocument((s) => s.kit?.types[emitter.type])
  if (!type) return null
  return (
    <>
      {(Object.keys(CENTRES) as PointForce[]).map(
        (force) =>
          forces.includes(force) &&
          CENTRES[force].shown(type) && (
            <CentreHandles
              key={force}
              force={force}
              type={type}
              at={at}
              covered={isCovered(force, start ?? type, startEmitter ?? emitter, zoom)}
            />
          ),
      )}
      {forces.includes('rail') && (
        <PathHandles owner={RAIL_PATH} emitter={emitter} type={type} at={at} curved />
      )}
    </>
  )
}
