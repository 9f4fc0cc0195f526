import Button from '@mui/material/Button'
import MenuItem from '@mui/material/MenuItem'
import Select from '@mui/material/Select'
import { useDrag } from '@use-gesture/react'
import type { ParticleType } from '@gliv/document'
import { EASES, type Ease, type Ramp } from '@gliv/model'
import { type KeyboardEvent, useRef, useState } from 'react'
import { edit, editMoment, endMoment, useDocument } from '../../store/document.ts'
import { EASE_TEXTS, RAMP_TEXTS } from '../../texts/kinds.ts'
import { noteInput } from '../../util/inputTime.ts'
import { InFieldsSlot } from './FieldsSlot.tsx'
import { ShareInput } from './ShareInput.tsx'
import { addRampPoint, moveRampPoint, rampPath, removePoint } from './rampMaths.ts'
import { useBoxSize } from './useBoxSize.ts'

type Kind = 'scale' | 'opacity'
const INSET = 8

interface Props {
  readonly type: ParticleType
  readonly kind: Kind
}

const write = (type: ParticleType, kind: Kind, what: string, next: Ramp, how: typeof edit): void =>
  how(`${what}: ${RAMP_TEXTS[kind]} ramp of ${type.name}`, (kit) => void (kit.types[type.id]!.ramps[kind] = next))

const Point = ({ type, kind, index, x, y, chosen, toRamp, onChoose, onRemove }: Props & { index: number; x: number; y: number; chosen: boolean; toRamp: (clientX: number, clientY: number) => [number, number]; onChoose: () => void; onRemove: () => void }) => {
  const bind = useDrag(
    ({ event, first, last, tap, xy: [px, py] }) => {
      event.stopPropagation()
      if (first) onChoose()
      if (tap) return
      noteInput(event)
      const before = useDocument.getState().kit?.types[type.id]?.ramps[kind]
      if (before) write(type, kind, 'Move a point', moveRampPoint(before, index, ...toRamp(px, py)), editMoment)
      if (last) endMoment()
    },
    { filterTaps: true },
  )
  const ramp = type.ramps[kind]
  const point = ramp.points[index]!
  const onKeyDown = (event: KeyboardEvent): void => {
    const step = event.shiftKey ? 0.1 : 0.01
    const by = { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, step], ArrowDown: [0, -step] }[event.key]
    if (event.key === 'Delete' || event.key === 'Backspace') onRemove()
    if (!by) return
    event.preventDefault()
    event.stopPropagation()
    write(type, kind, 'Move a point', moveRampPoint(ramp, index, point.at + by[0]!, point.value + by[1]!), edit)
  }
  return (
    <g
      {...bind()}
      transform={`translate(${x} ${y})`}
      className={chosen ? 'ramp-point chosen' : 'ramp-point'}
      data-testid="ramp-point"
      role="slider"
      tabIndex={0}
      aria-label={`Point ${index + 1} of the ${kind} ramp`}
      aria-valuenow={point.value}
      onFocus={onChoose}
      onKeyDown={onKeyDown}
      onDoubleClick={(event) => {
        event.stopPropagation()
        onRemove()
      }}
      style={{ touchAction: 'none' }}
    >
      <circle r={10} fill="transparent" />
      {chosen ? <rect x={-5} y={-5} width={10} height={10} transform="rotate(45)" /> : <circle r={4.5} />}
    </g>
  )
}

/** A ramp over life: drag points, click the line's ground to add one, double-click or Delete to remove; exact values by typing. */
export const RampEditor = ({ type, kind }: Props) => {
  const [index, setIndex] = useState(0)
  const box = useRef<SVGSVGElement>(null)
  const { width, height } = useBoxSize(box, 600, 80)
  const ramp = type.ramps[kind]
  const chosen = Math.min(index, ramp.points.length - 1)
  const point = ramp.points[chosen]!
  const inner = Math.max(10, height - 2 * INSET)
  const toRamp = (clientX: number, clientY: number): [number, number] => {
    const bounds = box.current!.getBoundingClientRect()
    return [(clientX - bounds.x) / bounds.width, 1 - (clientY - bounds.y - INSET) / inner]
  }
  const remove = (at: number): void => write(type, kind, 'Remove a point', removePoint(ramp, at), edit)
  const add = (event: React.MouseEvent): void => {
    if ((event.target as Element).closest('.ramp-point')) return
    const added = addRampPoint(ramp, ...toRamp(event.clientX, event.clientY))
    write(type, kind, 'Add a point', added.ramp, edit)
    setIndex(added.index)
  }
  const change = (next: { at?: number; value?: number; ease?: Ease }): void => {
    const moved = moveRampPoint(ramp, chosen, next.at ?? point.at, next.value ?? point.value)
    write(type, kind, 'Set a point', next.ease ? { ...moved, points: moved.points.map((p, i) => (i === chosen ? { ...p, ease: next.ease! } : p)) } : moved, edit)
  }
  return (
    <div className="ramp-editor" data-testid={`ramp-${kind}`}>
      <svg ref={box} className="ramp-plot" onClick={add} aria-label={`${RAMP_TEXTS[kind]} over life`}>
        <path d={`M 0 ${INSET} H ${width} M 0 ${INSET + inner} H ${width}`} className="ramp-grid" />
        <path d={rampPath(ramp, width, inner, INSET)} className="ramp-line" />
        {ramp.points.map((p, i) => (
          <Point key={i} type={type} kind={kind} index={i} chosen={i === chosen} x={p.at * width} y={INSET + (1 - p.value) * inner} toRamp={toRamp} onChoose={() => setIndex(i)} onRemove={() => remove(i)} />
        ))}
      </svg>
      <InFieldsSlot>
        <div className="ramp-fields">
        <ShareInput label="at" value={point.at} onCommit={(at) => change({ at })} />
        <ShareInput label="value" value={point.value} onCommit={(value) => change({ value })} />
        <Select size="small" variant="standard" disableUnderline value={point.ease} disabled={chosen === ramp.points.length - 1} inputProps={{ 'aria-label': 'Way to the next point' }} onChange={(event) => change({ ease: event.target.value as Ease })}>
          {EASES.map((ease) => (
            <MenuItem key={ease} value={ease} dense>
              {EASE_TEXTS[ease]}
            </MenuItem>
          ))}
        </Select>
        <Button disabled={ramp.points.length <= 1} onClick={() => remove(chosen)}>
          Remove
        </Button>
        </div>
      </InFieldsSlot>
    </div>
  )
}
