import { useDrag } from '@use-gesture/react'
import type { ReactNode } from 'react'
import type { Emitter } from '@gliv/document'
import type { Camera } from '@gliv/player'
import { editMoment, endMoment, useDocument } from '../../store/document.ts'
import { noteInput } from '../../util/inputTime.ts'
import { useEffectId, useSelectedEmitter } from '../context.ts'
import { angleOf, fanFrom, fanPath, nearestTurn, polar } from './geometry.ts'

const REACH = 78

interface HandleProps {
  readonly name: string
  readonly label: string
  readonly x: number
  readonly y: number
  readonly cursor: string
  readonly children?: ReactNode
  /** Writes the pointer's place, in world pixels relative to the emitter's centre, into the emitter. */
  readonly apply: (emitter: Emitter, x: number, y: number, fine: boolean) => void
  /** Centre of the emitter in overlay pixels, and overlay pixels a world pixel. */
  readonly at: { readonly x: number; readonly y: number; readonly zoom: number }
}

/** One handle: white with a dark casing. A drag is one step of undo. */
const Handle = ({ name, label, x, y, cursor, apply, at, children }: HandleProps) => {
  const effectId = useEffectId()
  const emitter = useSelectedEmitter()
  const bind = useDrag(({ event, first, last, movement: [mx, my], memo, shiftKey }) => {
    event.stopPropagation()
    const start = first ? { x, y, at } : (memo as { x: number; y: number; at: HandleProps['at'] })
    noteInput(event)
    if (emitter && (mx !== 0 || my !== 0 || !first))
      editMoment(`${label} of ${emitter.name}`, (kit) => {
        const draft = kit.effects[effectId]!.emitters[emitter.id]!
        apply(draft, (start.x + mx - start.at.x) / start.at.zoom, (start.y + my - start.at.y) / start.at.zoom, shiftKey)
      })
    if (last) endMoment()
    return start
  })
  return (
    <g {...bind()} data-handle={name} aria-label={label} role="slider" aria-valuenow={0} tabIndex={-1} transform={`translate(${x} ${y})`} style={{ cursor, touchAction: 'none' }} className="handle">
      <title>{label}</title>
      <circle r={11} className="handle-reach" />
      {children ?? <circle r={5} className="handle-knob" />}
    </g>
  )
}

const whole = (value: number, fine: boolean): number => (fine ? Math.round(value * 10) / 10 : Math.round(value))

/** Handles of small shapes stand off by this many pixels, so that they do not lie under the cross. */
const LEAST_REACH = 20
const padFor = (reach: number, zoom: number): number => Math.max(0, LEAST_REACH / zoom - reach)

/** Numbers before the drag, so that moving does not chase itself. */
const useStart = (): { x: number; y: number; radius: number; width: number; height: number } => {
  const effectId = useEffectId()
  const emitter = useSelectedEmitter()
  const base = useDocument((s) => (emitter ? s.kit?.effects[effectId]?.emitters[emitter.id]?.numbers : undefined))
  return { x: base?.offsetX ?? 0, y: base?.offsetY ?? 0, radius: base?.shapeRadius ?? 0, width: base?.shapeWidth ?? 0, height: base?.shapeHeight ?? 0 }
}

export const Handles = ({ camera }: { camera: Camera }) => {
  const emitter = useSelectedEmitter()
  const start = useStart()
  if (!emitter) return null
  const { offsetX, offsetY, shapeWidth, shapeHeight, shapeRadius, heading, fan } = emitter.numbers
  const zoom = camera.zoom / window.devicePixelRatio
  const at = { x: (offsetX - camera.x) * zoom, y: (offsetY - camera.y) * zoom, zoom }
  const [hx, hy] = polar(heading, REACH)
  const [fx, fy] = polar(heading + Math.min(fan, 356) / 2, REACH * 0.72)
  return (
    <svg className="overlay handles" data-testid="handles">
      <g transform={`translate(${at.x} ${at.y})`}>
        {emitter.shape === 'circle' && <circle r={shapeRadius * zoom} className="shape-outline" />}
        {emitter.shape === 'rectangle' && <rect x={(-shapeWidth / 2) * zoom} y={(-shapeHeight / 2) * zoom} width={shapeWidth * zoom} height={shapeHeight * zoom} className="shape-outline" />}
        {fan > 0 && fan < 360 && <path d={fanPath(heading, fan, REACH * 0.72)} className="fan-outline" />}
        <line x1={0} y1={0} x2={hx} y2={hy} className="heading-line" />
      </g>
      <Handle name="heading" label="Heading" x={at.x + hx} y={at.y + hy} cursor="grab" at={at} apply={(e, x, y, fine) => void (e.numbers.heading = nearestTurn(fine ? Math.round(angleOf(x, y) / 15) * 15 : Math.round(angleOf(x, y)), heading))}>
        <path d="M 7 0 L -5 6 L -5 -6 Z" transform={`rotate(${heading})`} className="handle-knob" />
      </Handle>
      <Handle name="fan" label="Fan" x={at.x + fx} y={at.y + fy} cursor="grab" at={at} apply={(e, x, y) => void (e.numbers.fan = fanFrom(angleOf(x, y), heading))}>
        <rect x={-4} y={-4} width={8} height={8} transform={`rotate(${heading + fan / 2 + 45})`} className="handle-knob" />
      </Handle>
      {emitter.shape === 'circle' && (
        <Handle name="radius" label="Radius" x={at.x - Math.max(LEAST_REACH, shapeRadius * zoom)} y={at.y} cursor="ew-resize" at={at} apply={(e, x, y, fine) => void (e.numbers.shapeRadius = whole(Math.max(0, Math.sqrt(x * x + y * y) - padFor(start.radius, at.zoom)), fine))} />
      )}
      {emitter.shape === 'rectangle' && (
        <Handle
          name="size"
          label="Size"
          x={at.x + Math.max(LEAST_REACH, (shapeWidth / 2) * zoom)}
          y={at.y + Math.max(LEAST_REACH, (shapeHeight / 2) * zoom)}
          cursor="nwse-resize"
          at={at}
          apply={(e, x, y, fine) => {
            e.numbers.shapeWidth = whole(Math.max(0, Math.abs(x) - padFor(start.width / 2, at.zoom)) * 2, fine)
            e.numbers.shapeHeight = whole(Math.max(0, Math.abs(y) - padFor(start.height / 2, at.zoom)) * 2, fine)
          }}
        />
      )}
      <Handle
        name="move"
        label="Place"
        x={at.x}
        y={at.y}
        cursor="move"
        at={at}
        apply={(e, x, y, fine) => {
          e.numbers.offsetX = whole(start.x + x, fine)
          e.numbers.offsetY = whole(start.y + y, fine)
        }}
      >
        <path d="M -9 0 H 9 M 0 -9 V 9" className="handle-cross-case" />
        <path d="M -9 0 H 9 M 0 -9 V 9" className="handle-cross" />
      </Handle>
    </svg>
  )
}
