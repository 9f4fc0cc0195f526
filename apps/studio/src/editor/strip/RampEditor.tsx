import Button from '@mui/material/Button'
import MenuItem from '@mui/material/MenuItem'
import Select from '@mui/material/Select'
import { useDrag } from '@use-gesture/react'
import { EASES, type Ease, FLAT_RAMP, type Ramp, type RampPoint } from '@gliv/model'
import { type KeyboardEvent, memo, useEffect, useRef, useState } from 'react'
import { edit, editMoment, endMoment, useDocument } from '../../store/document.ts'
import { type RampAddress, rampEditLabel, rampKey, rampName, readRamp, writeRamp } from '../../store/rampTargets.ts'
import { EASE_TEXTS } from '../../texts/kinds.ts'
import { noteInput } from '../../util/inputTime.ts'
import { InFieldsSlot } from './FieldsSlot.tsx'
import { useShown } from '../context.ts'
import { RampShelf } from './RampShelf.tsx'
import { ShareInput } from './ShareInput.tsx'
import { addRampPoint, freeHandlesOf, moveFreeHandle, moveRampPoint, rampPath, removePoint, withEase } from './rampMaths.ts'
import { useBoxSize } from './useBoxSize.ts'

const INSET = 8

interface Props {
  readonly address: RampAddress
  /** Fields stand under the plot instead of in the strip's side. */
  readonly inline?: boolean
}

const write = (address: RampAddress, what: string, next: Ramp, how: typeof edit): void => {
  const { kit } = useDocument.getState()
  if (kit) how(rampEditLabel(kit, address, what), (draft) => writeRamp(draft, address, next))
}

const readNow = (address: RampAddress): Ramp | undefined => {
  const { kit } = useDocument.getState()
  return kit ? readRamp(kit, address) : undefined
}

const Point = ({ at: place, ramp, index, x, y, chosen, toRamp, onChoose, onRemove }: { at: RampAddress; ramp: Ramp; index: number; x: number; y: number; chosen: boolean; toRamp: (clientX: number, clientY: number) => [number, number]; onChoose: () => void; onRemove: () => void }) => {
  const bind = useDrag(
    ({ event, first, last, tap, xy: [px, py] }) => {
      event.stopPropagation()
      if (first) onChoose()
      if (tap) return
      noteInput(event)
      const before = readNow(place)
      if (before) write(place, 'Move a point', moveRampPoint(before, index, ...toRamp(px, py)), editMoment)
      if (last) endMoment()
    },
    { filterTaps: true },
  )
  const point = ramp.points[index]!
  const onKeyDown = (event: KeyboardEvent): void => {
    const step = event.shiftKey ? 0.1 : 0.01
    const by = { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, step], ArrowDown: [0, -step] }[event.key]
    if (event.key === 'Delete' || event.key === 'Backspace') onRemove()
    if (!by) return
    event.preventDefault()
    event.stopPropagation()
    write(place, 'Move a point', moveRampPoint(ramp, index, point.at + by[0]!, point.value + by[1]!), edit)
  }
  return (
    <g
      {...bind()}
      transform={`translate(${x} ${y})`}
      className={chosen ? 'ramp-point chosen' : 'ramp-point'}
      data-testid="ramp-point"
      role="slider"
      tabIndex={0}
      aria-label={`Point ${index + 1} of the ${rampName(place)}`}
      aria-valuenow={point.value}
      onFocus={onChoose}
      onKeyDown={onKeyDown}
      onDoubleClick={(event) => {
        event.stopPropagation()
        onRemove()
      }}
      style={{ touchAction: 'none' }}
    >
      {/* The one that is grabbed stays the same element: a drag holds on to it. */}
      <circle r={10} fill="transparent" />
      <rect x={-4.5} y={-4.5} width={9} height={9} rx={chosen ? 0 : 4.5} transform="rotate(45)" pointerEvents="none" />
    </g>
  )
}

interface Change {
  readonly at?: number
  readonly value?: number
  readonly ease?: Ease
}

/** Exact values of the chosen point. Material's parts render slowly, so they follow only what they show. */
const Fields = memo(
  ({ point, last, only, onChange, onRemove }: { point: RampPoint; last: boolean; only: boolean; onChange: (change: Change) => void; onRemove: () => void }) => (
    <div className="ramp-fields">
      <ShareInput label="at" value={point.at} onCommit={(at) => onChange({ at })} />
      <ShareInput label="value" value={point.value} onCommit={(value) => onChange({ value })} />
      <EaseSelect ease={point.ease} disabled={last} onChange={onChange} />
      <RemoveButton disabled={only} onRemove={onRemove} />
    </div>
  ),
)
Fields.displayName = 'Fields'

const EaseSelect = memo(
  ({ ease, disabled, onChange }: { ease: Ease; disabled: boolean; onChange: (change: Change) => void }) => (
    <Select size="small" variant="standard" disableUnderline value={ease} disabled={disabled} inputProps={{ 'aria-label': 'Way to the next point' }} onChange={(event) => onChange({ ease: event.target.value as Ease })}>
      {EASES.map((e) => (
        <MenuItem key={e} value={e} dense>
          {EASE_TEXTS[e]}
        </MenuItem>
      ))}
    </Select>
  ),
  (a, b) => a.ease === b.ease && a.disabled === b.disabled,
)
EaseSelect.displayName = 'EaseSelect'

const RemoveButton = memo(
  ({ disabled, onRemove }: { disabled: boolean; onRemove: () => void }) => (
    <Button disabled={disabled} onClick={onRemove}>
      Remove
    </Button>
  ),
  (a, b) => a.disabled === b.disabled,
)
RemoveButton.displayName = 'RemoveButton'

/** The two handles of a free segment, on thin lines from their points. */
const FreeHandles = ({ address, ramp, index, x, y, toRamp }: { address: RampAddress; ramp: Ramp; index: number; x: (at: number) => number; y: (value: number) => number; toRamp: (clientX: number, clientY: number) => [number, number] }) => {
  const from = ramp.points[index]!
  const to = ramp.points[index + 1]!
  const [x1, y1, x2, y2] = freeHandlesOf(from, to)
  const span = to.at - from.at
  const bind = useDrag(({ args: [which], event, last, xy: [px, py] }) => {
    event.stopPropagation()
    noteInput(event)
    const before = readNow(address)
    if (before) write(address, 'Bend', moveFreeHandle(before, index, which as 0 | 1, ...toRamp(px, py)), editMoment)
    if (last) endMoment()
  })
  const handle = (which: 0 | 1, at: number, value: number, start: RampPoint) => (
    <g key={which}>
      <line x1={x(start.at)} y1={y(start.value)} x2={x(at)} y2={y(value)} className="free-line" />
      <circle {...bind(which)} cx={x(at)} cy={y(value)} r={5} className="free-handle" data-testid="free-handle" aria-label={`Handle ${which + 1}`} style={{ touchAction: 'none' }} onClick={(event) => event.stopPropagation()} />
    </g>
  )
  return (
    <>
      {handle(0, from.at + x1 * span, y1, from)}
      {handle(1, from.at + x2 * span, y2, to)}
    </>
  )
}

/** The type's other ramps behind the one at hand, on the same axis; they are only seen, so that a press always adds a point. */
const GhostRamps = memo(({ address, width, inner }: { address: Extract<RampAddress, { of: 'type' }>; width: number; inner: number }) => {
  const ramps = useShown((kit) => kit.types[address.type]?.ramps ?? null, null)
  const others = (['scale', 'opacity', 'speed'] as const).filter((kind) => kind !== address.ramp)
  if (!ramps) return null
  return (
    <>
      {others.map((kind) => (
        <path key={kind} d={rampPath(ramps[kind], width, inner, INSET)} className="ghost-line" />
      ))}
    </>
  )
})
GhostRamps.displayName = 'GhostRamps'

/** A ramp: drag points, click the line's ground to add one, double-click or Delete to remove; exact values by typing. */
export const RampEditor = ({ address, inline = false }: Props) => {
  const [index, setIndex] = useState(0)
  const box = useRef<SVGSVGElement>(null)
  const { width, height } = useBoxSize(box, inline ? 240 : 600, inline ? 54 : 80)
  const ramp = useShown<Ramp>((kit) => readRamp(kit, address) ?? FLAT_RAMP, FLAT_RAMP)
  const chosen = Math.min(index, ramp.points.length - 1)
  const point = ramp.points[chosen]!
  const inner = Math.max(10, height - 2 * INSET)
  const toRamp = (clientX: number, clientY: number): [number, number] => {
    const bounds = box.current!.getBoundingClientRect()
    return [(clientX - bounds.x) / bounds.width, 1 - (clientY - bounds.y - INSET) / inner]
  }
  const remove = (at: number): void => write(address, 'Remove a point', removePoint(ramp, at), edit)
  const latest = useRef<{ change: (next: Change) => void; remove: () => void }>(null)
  const add = (event: React.MouseEvent): void => {
    if ((event.target as Element).closest('.ramp-point, .free-handle')) return
    const added = addRampPoint(ramp, ...toRamp(event.clientX, event.clientY))
    write(address, 'Add a point', added.ramp, edit)
    setIndex(added.index)
  }
  const change = (next: Change): void => {
    const moved = moveRampPoint(ramp, chosen, next.at ?? point.at, next.value ?? point.value)
    write(address, 'Set a point', next.ease ? withEase(moved, chosen, next.ease) : moved, edit)
  }
  // The fields keep their first callbacks; these always reach the latest.
  useEffect(() => void (latest.current = { change, remove: () => remove(chosen) }))
  const [stable] = useState(() => ({ change: (next: Change) => latest.current?.change(next), remove: () => latest.current?.remove() }))
  const fields = <Fields point={point} last={chosen === ramp.points.length - 1} only={ramp.points.length <= 1} onChange={stable.change} onRemove={stable.remove} />
  const x = (at: number): number => at * width
  const y = (value: number): number => INSET + (1 - value) * inner
  const free = point.ease === 'free' && chosen < ramp.points.length - 1
  return (
    <div className={inline ? 'ramp-editor inline' : 'ramp-editor'} data-testid={`ramp-${rampKey(address)}`}>
      <svg ref={box} className="ramp-plot" onClick={add} aria-label={rampName(address)}>
        <path d={`M 0 ${INSET} H ${width} M 0 ${INSET + inner} H ${width}`} className="ramp-grid" />
        {address.of === 'type' && <GhostRamps address={address} width={width} inner={inner} />}
        <path d={rampPath(ramp, width, inner, INSET)} className="ramp-line" />
        {free && <FreeHandles address={address} ramp={ramp} index={chosen} x={x} y={y} toRamp={toRamp} />}
        {ramp.points.map((p, i) => (
          <Point key={i} at={address} ramp={ramp} index={i} chosen={i === chosen} x={x(p.at)} y={y(p.value)} toRamp={toRamp} onChoose={() => setIndex(i)} onRemove={() => remove(i)} />
        ))}
      </svg>
      {inline ? (
        fields
      ) : (
        <InFieldsSlot>
          {fields}
          <RampShelf kind="ramp" ramp={ramp} onUse={(next, name) => write(address, `Use ${name}`, next, edit)} />
        </InFieldsSlot>
      )}
    </div>
  )
}
