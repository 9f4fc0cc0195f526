/** Where the parts of the effect lie: pulled on the stage, moved by arrow keys. */
import { useDrag } from '@use-gesture/react'
import { type KeyboardEvent, useRef } from 'react'
import type { Camera } from '@gliv/player/renderers'
import { arrowSteps } from '../../shared/keys/arrows.ts'
import { noteInput } from '../../shared/hooks/inputTime.ts'
import { editMoment, editStep, endMoment, useDocument } from '../../state/document.ts'
import { useEffectId, useShownData } from '../playback/shownEffect.ts'

interface Place {
  readonly id: string
  readonly name: string
  readonly x: number
  readonly y: number
}
const NONE: readonly Place[] = []

const movePart = (effectId: string, id: string, x: number, y: number, how: typeof editMoment): void => {
  const before = useDocument.getState().kit?.effects[effectId]?.parts.find((part) => part.id === id)
  if (!before) return
  how('Place of a part', (kit) => {
    const part = kit.effects[effectId]!.parts.find((other) => other.id === id)
    if (!part) return
    part.numbers.partX = before.numbers.partX + x
    part.numbers.partY = before.numbers.partY + y
  })
}

const PartHandle = ({ part, camera, zoom }: { part: Place; camera: Camera; zoom: number }) => {
  const effectId = useEffectId()
  const steps = useRef<readonly [number, number]>([0, 0])
  const bind = useDrag(
    ({ event, movement: [mx, my], last }) => {
      event.stopPropagation()
      noteInput(event)
      if (mx !== 0 || my !== 0)
        movePart(effectId, part.id, Math.round(mx / zoom), Math.round(my / zoom), editMoment)
      if (last) endMoment()
    },
    { pointer: { keys: false } },
  )
  const onKeyDown = (event: KeyboardEvent): void => {
    const by = arrowSteps(event)
    if (!by) return
    event.preventDefault()
    event.stopPropagation()
    const before = useDocument.getState().moment ? steps.current : [0, 0]
    steps.current = [before[0]! + by[0], before[1]! + by[1]]
    movePart(effectId, part.id, ...steps.current, editStep)
  }
  return (
    <g
      {...bind()}
      data-handle="part"
      className="handle"
      role="slider"
      tabIndex={0}
      aria-label={`Place of the part ${part.name}`}
      aria-valuenow={part.x}
      aria-valuetext={`${part.x} px right, ${part.y} px down`}
      transform={`translate(${(part.x - camera.x) * zoom} ${(part.y - camera.y) * zoom})`}
      style={{ cursor: 'move', touchAction: 'none' }}
      onKeyDown={onKeyDown}
    >
      <title>{`Place of the part ${part.name}`}</title>
      <circle r={12} className="handle-reach" />
      <rect x={-5} y={-5} width={10} height={10} className="handle-knob" />
    </g>
  )
}

export const PartHandles = ({ camera }: { camera: Camera }) => {
  const parts = useShownData<readonly Place[]>(
    (kit, effect) =>
      effect.parts.map(({ id, effects, numbers }) => ({
        id,
        name: effects.map((choice) => kit.effects[choice.effect]?.name ?? '').join(' or '),
        x: numbers.partX,
        y: numbers.partY,
      })),
    NONE,
  )
  const zoom = camera.zoom / window.devicePixelRatio
  if (parts.length === 0) return null
  return (
    <svg className="overlay handles" data-testid="part-handles">
      {parts.map((part) => (
        <PartHandle key={part.id} part={part} camera={camera} zoom={zoom} />
      ))}
    </svg>
  )
}
