/**
 * What the number under the pointer governs, drawn on the stage after a short dwell; never while it plays.
 */
import { type Emitter, framesOf, type ParticleType } from '@gliv/document'
import type { PropertyId } from '@gliv/model'
import type { Camera } from '@gliv/player/renderers'
import type { ReactNode } from 'react'
import { useDwell } from '../../shared/hooks/dwell.ts'
import { shownKit } from '../../state/document.ts'
import { usePlaying, useSelectedEmitter, useSelectedType } from '../playback/shownEffect.ts'
import { placeCloud } from '@gliv/engine'
import { readMask } from '../../document/masks.ts'
import { shownView } from '../../document/shownView.ts'
import { waysOf, type Way } from '../inspect/trace.ts'
import { useWhenIdle } from '../playback/useWhenIdle.ts'
import { overlayOf, type Overlay } from './propertyOverlays.ts'
import { fanPath, polar } from '../../document/geometry.ts'
import { outlineData, outlineTilt, sizeOf } from './outlines.tsx'
import './DwellOverlay.css'

const ARROW_PX = 90
const NO_WAYS: readonly Way[] = []
const WAYS = 12

interface Subject {
  readonly emitter: Emitter
  readonly type: ParticleType
  /** Centre of the emitter and of the effect, in overlay pixels. */
  readonly at: { readonly x: number; readonly y: number }
  readonly origin: { readonly x: number; readonly y: number }
  readonly zoom: number
}

const Arrow = ({ x, y, deg }: { x: number; y: number; deg: number }) => {
  const [dx, dy] = polar(deg, ARROW_PX)
  return (
    <g className="dwell-arrow">
      <line x1={x} y1={y} x2={x + dx} y2={y + dy} />
      <path d="M 9 0 L -5 6 L -5 -6 Z" transform={`translate(${x + dx} ${y + dy}) rotate(${deg})`} />
    </g>
  )
}

const sizeBoxes = ({ type, at, zoom }: Subject): ReactNode => {
  const kit = shownKit()
  const [picture] = type.pictures
  const sheet = picture && kit?.sheets[picture.sheet]
  const frame = sheet && picture ? sheet.frames[framesOf(sheet, picture)[0] ?? 0] : undefined
  if (!frame) return null
  return [type.numbers.scale.from, type.numbers.scale.to].map((scale, i) => (
    <rect
      key={i}
      x={at.x - (frame.w * scale * zoom) / 2}
      y={at.y - (frame.h * scale * zoom) / 2}
      width={frame.w * scale * zoom}
      height={frame.h * scale * zoom}
      className="dwell-line"
    />
  ))
}

/** Dots that show where particles are born, and how densely. */
const DOTS = 500

/** Dots as strokes of no length: round caps make them round. */
const cloudData = (emitter: Emitter, zoom: number): string => {
  const numbers = {
    ...emitter.numbers,
    shapeWidth: sizeOf(emitter, 'shapeWidth'),
    shapeHeight: sizeOf(emitter, 'shapeHeight'),
    shapeRadius: sizeOf(emitter, 'shapeRadius'),
    shapeInner: sizeOf(emitter, 'shapeInner'),
    endX: sizeOf(emitter, 'endX'),
    endY: sizeOf(emitter, 'endY'),
  }
  const kit = shownKit()
  const { mask } = emitter
  const places =
    mask && kit ? readMask(kit.sheets[mask.sheet]!, mask.frame, mask.part, numbers.grid, false) : null
  const dots = placeCloud(emitter, numbers, places, shownView(), DOTS)
  const parts: string[] = []
  for (let k = 0; k < DOTS; k++)
    parts.push(`M${(dots[k * 2]! * zoom).toFixed(1)} ${(dots[k * 2 + 1]! * zoom).toFixed(1)}h0`)
  return parts.join('')
}

/** One drawing a kind of what is governed; what has no drawing of its own is seen in the ways. */
const DRAWINGS = {
  fan: ({ emitter, at }) => (
    <path
      d={fanPath(emitter.numbers.heading, Math.max(1, emitter.numbers.fan), ARROW_PX)}
      transform={`translate(${at.x} ${at.y})`}
      className="dwell-area"
    />
  ),
  shape: ({ emitter, at, zoom }) => (
    <g transform={`translate(${at.x} ${at.y})`}>
      <path
        d={outlineData(emitter, zoom)}
        transform={`rotate(${outlineTilt(emitter)})`}
        className="dwell-strong"
      />
      <path d={cloudData(emitter, zoom)} className="dwell-dots" data-testid="place-cloud" />
    </g>
  ),
  jitter: ({ emitter: { numbers }, at, zoom }) => (
    <rect
      x={at.x - numbers.jitterX * zoom}
      y={at.y - numbers.jitterY * zoom}
      width={2 * numbers.jitterX * zoom}
      height={2 * numbers.jitterY * zoom}
      className="dwell-area"
    />
  ),
  place: ({ at, origin }) => (
    <path d={`M ${origin.x} ${origin.y} H ${at.x} V ${at.y}`} className="dwell-line" />
  ),
  size: sizeBoxes,
  gravity: ({ type, at }) => <Arrow {...at} deg={type.numbers.gravityHeading} />,
  wind: ({ type, at }) => <Arrow {...at} deg={type.numbers.windHeading} />,
  drift: ({ type, at }) => <Arrow {...at} deg={type.numbers.driftHeading} />,
  pull: ({ type: { numbers }, origin, zoom }) => (
    <circle
      cx={origin.x + numbers.pullX * zoom}
      cy={origin.y + numbers.pullY * zoom}
      r={numbers.pullReach * zoom}
      className="dwell-area"
    />
  ),
  swirl: ({ type: { numbers }, origin, zoom }) => (
    <circle
      cx={origin.x + numbers.swirlX * zoom}
      cy={origin.y + numbers.swirlY * zoom}
      r={numbers.swirlReach * zoom}
      className="dwell-area"
    />
  ),
  avoid: ({ type: { numbers }, origin, zoom }) => (
    <circle
      cx={origin.x + numbers.avoidX * zoom}
      cy={origin.y + numbers.avoidY * zoom}
      r={(numbers.avoidRadius + numbers.avoidReach) * zoom}
      className="dwell-area"
    />
  ),
  ways: () => null,
} as const satisfies Record<Overlay, (subject: Subject) => ReactNode>

const Drawing = ({ id, camera }: { id: PropertyId; camera: Camera }) => {
  const emitter = useSelectedEmitter()
  const type = useSelectedType((t) => t)
  const governed = overlayOf(id)
  const motion = governed !== null && governed.ways
  const ways = useWhenIdle(
    motion && emitter !== null,
    `dwell ${emitter?.id}`,
    (effect, options) => waysOf(effect, options, emitter!.id, WAYS),
    NO_WAYS,
  )
  if (!emitter || !type || !governed) return null
  const zoom = camera.zoom / window.devicePixelRatio
  const origin = { x: -camera.x * zoom, y: -camera.y * zoom }
  const at = { x: origin.x + emitter.numbers.offsetX * zoom, y: origin.y + emitter.numbers.offsetY * zoom }
  return (
    <svg className="overlay" aria-hidden data-testid="dwell" data-governs={governed.what}>
      {ways.map((way, i) => (
        <g key={i}>
          <path
            d={way
              .map(
                ([x, y], k) =>
                  `${k === 0 ? 'M' : 'L'} ${((x - camera.x) * zoom).toFixed(1)} ${((y - camera.y) * zoom).toFixed(1)}`,
              )
              .join(' ')}
            className="dwell-line"
          />
          <circle
            cx={(way.at(-1)![0] - camera.x) * zoom}
            cy={(way.at(-1)![1] - camera.y) * zoom}
            r={2.5}
            className="dwell-end"
          />
        </g>
      ))}
      {DRAWINGS[governed.what]({ emitter, type, at, origin, zoom })}
    </svg>
  )
}

export const DwellOverlay = ({ camera }: { camera: Camera }) => {
  const id = useDwell((s) => s.id)
  const paused = !usePlaying()
  return id && paused ? <Drawing id={id} camera={camera} /> : null
}
