/**
 * Lines over the stage that show where particles go: the tracer, paths, and the typical way with its two
 * handles.
 */
import { useDrag } from '@use-gesture/react'
import { resolveEffect } from '@gliv/document'
import type { Camera } from '@gliv/player/renderers'
import { type KeyboardEvent, useEffect, useRef, useState } from 'react'
import { arrowSteps } from '../../shared/keys/arrows.ts'
import { editMoment, editStep, endMoment, shownKit, useDocument } from '../../state/document.ts'
import { readMask } from '../../document/masks.ts'
import { noteInput } from '../../shared/hooks/inputTime.ts'
import { useDriver, useEffectId, usePlaying, useSelectedId } from '../playback/shownEffect.ts'
import { useInspect } from '../../state/inspect.ts'
import { useLaunchTool, writeLaunch } from './launchTool.ts'
import { endOf, solveLaunch, type LaunchPoint, topOf, typicalWay } from './launchSolver.ts'
import { tenths, type Trace, traceOf, waysOf, type Way } from './trace.ts'
import { setShownTrace } from './shownTrace.ts'
import { useWhenIdle } from '../playback/useWhenIdle.ts'
import './InspectOverlay.css'

const MOST_WAYS = 24
const NO_WAYS: readonly Way[] = []
const NO_WAY: Way = []

interface Placed {
  readonly camera: Camera
  readonly zoom: number
}

const lineOf = (way: Way, { camera, zoom }: Placed): string =>
  way
    .map(
      ([x, y], i) =>
        `${i === 0 ? 'M' : 'L'} ${((x - camera.x) * zoom).toFixed(1)} ${((y - camera.y) * zoom).toFixed(1)}`,
    )
    .join(' ')

const Ways = (placed: Placed) => {
  const emitter = useSelectedId()
  const ways = useWhenIdle(
    emitter !== null,
    `ways ${emitter}`,
    (effect, options) => waysOf(effect, options, emitter!, MOST_WAYS),
    NO_WAYS,
  )
  return (
    <g data-testid="ways">
      {ways.map((way, i) => (
        <path key={i} d={lineOf(way, placed)} className="way-line" />
      ))}
    </g>
  )
}

/** Where the traced particle is, which follows the clock. */
const Now = ({ trace, camera, zoom }: Placed & { trace: Trace }) => {
  const driver = useDriver()
  const [tick, setTick] = useState(driver?.playback.tick ?? 0)
  useEffect(() => driver?.subscribe((p) => setTick(p.tick)), [driver])
  const index = tick - trace.firstTick
  useEffect(() => setShownTrace({ trace, index }), [trace, index])
  const point = trace.points[index]
  if (!point) return null
  return (
    <g
      transform={`translate(${(point.x - camera.x) * zoom} ${(point.y - camera.y) * zoom})`}
      data-testid="traced"
    >
      <circle r={9} className="trace-ring-case" />
      <circle r={9} className="trace-ring" />
      <text x={13} y={-8} className="trace-text">
        {point.ageSeconds.toFixed(2)} s · {Math.round(Math.hypot(point.vx, point.vy))} px/s
      </text>
    </g>
  )
}

const TRACE_TICK = 5

const Tracer = (placed: Placed) => {
  const traced = useInspect((s) => s.traced)
  const driver = useDriver()
  const trace = useWhenIdle(
    traced !== null,
    `trace ${traced?.emitterId} ${traced?.key}`,
    (effect, options) => traceOf(effect, options, traced!.key, traced!.emitterId, driver?.playback.tick ?? 0),
    null,
  )
  useEffect(() => () => setShownTrace(null), [])
  if (!trace) return null
  const { camera, zoom } = placed
  return (
    <g>
      <path
        d={lineOf(
          trace.points.map(({ x, y }) => [x, y] as const),
          placed,
        )}
        className="trace-line-case"
      />
      <path
        d={lineOf(
          trace.points.map(({ x, y }) => [x, y] as const),
          placed,
        )}
        className="trace-line"
        data-testid="trace"
      />
      {tenths(trace).map(({ index, along }) => {
        const { x, y } = trace.points[index]!
        const [dx, dy] = [-Math.sin(along) * TRACE_TICK, Math.cos(along) * TRACE_TICK]
        const [px, py] = [(x - camera.x) * zoom, (y - camera.y) * zoom]
        return (
          <path key={index} d={`M ${px - dx} ${py - dy} L ${px + dx} ${py + dy}`} className="trace-tick" />
        )
      })}
      <Now trace={trace} {...placed} />
    </g>
  )
}

/** Sets the launch so that the typical particle passes through a place of the world. */
const useThrow = (point: LaunchPoint) => {
  const effectId = useEffectId()
  const emitter = useSelectedId()
  const sets = useLaunchTool((s) => s.sets)
  return (x: number, y: number, how: typeof editMoment): void => {
    const { kit } = useDocument.getState()
    const effect = kit?.effects[effectId]
    if (!kit || !effect || !emitter) return
    const thrown = solveLaunch(resolveEffect(kit, effect, readMask), emitter, sets, point, x, y)
    if (thrown)
      how(`Throw ${effect.emitters[emitter]?.name ?? ''}`, (draft) =>
        writeLaunch(draft, effectId, emitter, sets, thrown),
      )
  }
}

const CROSS = 'M -6 -6 L 6 6 M -6 6 L 6 -6'

const THROW_MARKS = {
  end: (
    <>
      <path d={CROSS} className="throw-cross-case" />
      <path d={CROSS} className="throw-cross" />
    </>
  ),
  top: <path d="M -7 4 L 0 -5 L 7 4 Z" className="handle-knob" />,
} as const satisfies Record<LaunchPoint, React.ReactNode>

/** A handle of the typical way: dragged, it is thrown there. */
const ThrowHandle = ({
  point,
  at,
  camera,
  zoom,
}: Placed & { point: LaunchPoint; at: readonly [number, number] }) => {
  const [x, y] = [(at[0] - camera.x) * zoom, (at[1] - camera.y) * zoom]
  const label = point === 'end' ? 'End of the typical way' : 'Top of the typical way'
  const pressed = useRef<{ x: number; y: number }>(null)
  const throwTo = useThrow(point)
  const bind = useDrag(
    ({ event, first, last, movement: [mx, my], memo }) => {
      event.stopPropagation()
      const start = first ? { x: at[0], y: at[1] } : (memo as { x: number; y: number })
      noteInput(event)
      if (mx !== 0 || my !== 0) throwTo(start.x + mx / zoom, start.y + my / zoom, editMoment)
      if (last) endMoment()
      return start
    },
    { pointer: { keys: false } },
  )
  const onKeyDown = (event: KeyboardEvent): void => {
    const steps = arrowSteps(event)
    if (!steps) return
    event.preventDefault()
    const from = (useDocument.getState().moment && pressed.current) || { x: at[0], y: at[1] }
    pressed.current = { x: from.x + steps[0], y: from.y + steps[1] }
    throwTo(pressed.current.x, pressed.current.y, editStep)
  }
  return (
    <g
      {...bind()}
      data-handle={`throw-${point}`}
      aria-label={label}
      role="slider"
      aria-valuenow={Math.round(at[0])}
      aria-valuetext={`${Math.round(at[0])} px right, ${Math.round(at[1])} px down`}
      tabIndex={0}
      onKeyDown={onKeyDown}
      transform={`translate(${x} ${y})`}
      className="handle"
      style={{ cursor: 'move', touchAction: 'none' }}
    >
      <title>{label}: pull it where particles should go</title>
      <circle r={11} className="handle-reach" />
      {THROW_MARKS[point]}
    </g>
  )
}

const Typical = (placed: Placed) => {
  const emitter = useSelectedId()
  const effectId = useEffectId()
  // In the drag itself: the way must stay under the hand.
  const kit = useDocument((s) => shownKit(s))
  const effect = kit?.effects[effectId]
  let way = NO_WAY
  if (
    kit &&
    effect &&
    emitter &&
    effect.emitters[emitter]?.aim === 'direction' &&
    effect.emitters[emitter].companionOf === null &&
    !effect.emitters[emitter].dormant
  ) {
    try {
      way = typicalWay(resolveEffect(kit, effect, readMask), emitter)
    } catch {
      way = NO_WAY
    }
  }
  if (way.length < 2) return null
  const top = topOf(way)
  return (
    <g>
      <path d={lineOf(way, placed)} className="trace-line-case" />
      <path d={lineOf(way, placed)} className="typical-line" data-testid="typical-way" />
      <ThrowHandle point="end" at={endOf(way)} {...placed} />
      {top && <ThrowHandle point="top" at={top} {...placed} />}
    </g>
  )
}

export const InspectOverlay = ({ camera }: { camera: Camera }) => {
  const { paths, traced } = useInspect()
  const zoom = camera.zoom / window.devicePixelRatio
  const playing = usePlaying()
  return (
    <svg className="overlay" data-testid="look-overlay">
      {paths && <Ways camera={camera} zoom={zoom} />}
      {paths && !playing && <Typical camera={camera} zoom={zoom} />}
      {traced && <Tracer camera={camera} zoom={zoom} />}
    </svg>
  )
}
