/** Where further instances of the effect are: pulled on the stage, moved by arrow keys, removed by Delete. */
import type { Camera } from '@gliv/player/renderers'
import { useDrag } from '@use-gesture/react'
import type { KeyboardEvent } from 'react'
import { arrowSteps } from '../../shared/keys/arrows.ts'
import { type Placed, setSession, useSession } from '../../state/session.ts'
import { useEffectId } from '../playback/shownEffect.ts'

const NONE: readonly Placed[] = []

const change = (effectId: string, at: number, make: (placed: Placed) => Placed | null): void =>
  void setSession((s) => ({
    placed: {
      ...s.placed,
      [effectId]: (s.placed[effectId] ?? NONE).flatMap((one, k) => (k === at ? (make(one) ?? []) : [one])),
    },
  }))

const PlacedHandle = ({
  placed,
  at,
  camera,
  zoom,
}: {
  placed: Placed
  at: number
  camera: Camera
  zoom: number
}) => {
  const effectId = useEffectId()
  const bind = useDrag(
    ({ event, movement: [mx, my], first, memo }) => {
      event.stopPropagation()
      const start = first ? placed : (memo as Placed)
      change(effectId, at, (one) => ({
        ...one,
        x: Math.round(start.x + mx / zoom),
        y: Math.round(start.y + my / zoom),
      }))
      return start
    },
    { pointer: { keys: false } },
  )
  const onKeyDown = (event: KeyboardEvent): void => {
    const by = arrowSteps(event)
    if (by) change(effectId, at, (one) => ({ ...one, x: one.x + by[0], y: one.y + by[1] }))
    else if (event.key === 'Delete' || event.key === 'Backspace') change(effectId, at, () => null)
    else return
    event.preventDefault()
    event.stopPropagation()
  }
  return (
    <g
      {...bind()}
      data-handle="placed"
      className="handle"
      role="slider"
      tabIndex={0}
      aria-label={`Instance ${at + 2}`}
      aria-valuenow={placed.x}
      aria-valuetext={`${placed.x} px right, ${placed.y} px down`}
      transform={`translate(${(placed.x - camera.x) * zoom} ${(placed.y - camera.y) * zoom})`}
      style={{ cursor: 'move', touchAction: 'none' }}
      onKeyDown={onKeyDown}
    >
      <title>{`Instance ${at + 2}`}</title>
      <circle r={12} className="handle-reach" />
      <path d="M 0 -6 L 6 0 L 0 6 L -6 0 Z" className="handle-knob" />
    </g>
  )
}

export const PlacedHandles = ({ camera }: { camera: Camera }) => {
  const effectId = useEffectId()
  const all = useSession((s) => s.placed[effectId] ?? NONE)
  const zoom = camera.zoom / window.devicePixelRatio
  if (all.length === 0) return null
  return (
    <svg className="overlay handles" data-testid="placed-handles">
      {all.map((placed, at) => (
        <PlacedHandle key={at} placed={placed} at={at} camera={camera} zoom={zoom} />
      ))}
    </svg>
  )
}
