import { useDrag } from '@use-gesture/react'
import { FLAT_RAMP, type Ramp, type RampPoint, type ScalarRampKind } from '@gliv/model'
import { type KeyboardEvent, memo, useEffect, useMemo, useRef, useState } from 'react'
import { arrowSteps } from '../../shared/keys/arrows.ts'
import { edit, editMoment, editStep, endMoment, useDocument } from '../../state/document.ts'
import { setSession, useSession } from '../../state/session.ts'
import {
  type RampAddress,
  rampEditLabel,
  rampKey,
  rampName,
  readRamp,
  writeRamp,
} from '../../document/rampAddress.ts'
import { noteInput } from '../../shared/hooks/inputTime.ts'
import { rampText, readRampText } from '../../document/rampText.ts'
import { InFieldsSlot } from './FieldsSlot.tsx'
import { useShown } from '../playback/shownEffect.ts'
import { RampLine } from './RampLine.tsx'
import { RampsAtHand } from './RampsAtHand.tsx'
import { type PointChange, RampFields } from './RampFields.tsx'
import {
  freeHandlesOf,
  moveFreeHandle,
  movePoints,
  rampPath,
  removePoints,
  withEase,
} from '../../document/rampMaths.ts'
import { addTogether, moveTogether, removeTogether, type Together } from './rampTogether.ts'
import { type Band, bandOf, touched } from '../../shared/hooks/band.ts'
import { useBoxSize } from '../../shared/hooks/useBoxSize.ts'
import { openPointMenu, openRampMenu } from './rampMenu.ts'
import './RampEditor.css'
import './common.css'

/** Share of the axis that an arrow key moves by. */
const KEY_STEP = 0.01

const INSET = 8

type TypeRamp = Extract<RampAddress, { of: 'type' }>

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

/** A ramp and those that are edited with it, as the document has them. */
const togetherNow = (address: RampAddress, mates: readonly RampAddress[]): Together | null => {
  const ramp = readNow(address)
  return ramp ? { ramp, mates: mates.map((mate) => readNow(mate) ?? FLAT_RAMP) } : null
}

const writeTogether = (
  address: RampAddress,
  mates: readonly RampAddress[],
  what: string,
  next: Together,
  how: typeof edit,
): void => {
  const { kit } = useDocument.getState()
  if (!kit) return
  how(rampEditLabel(kit, address, what), (draft) => {
    writeRamp(draft, address, next.ramp)
    mates.forEach((mate, k) => writeRamp(draft, mate, next.mates[k]!))
  })
}

const removeAt = (address: RampAddress, mates: readonly RampAddress[], index: number): void => {
  const before = togetherNow(address, mates)
  if (before) writeTogether(address, mates, 'Remove a point', removeTogether(before, index), edit)
}

interface PointProps {
  readonly at: RampAddress
  readonly mates: readonly RampAddress[]
  readonly ramp: Ramp
  readonly index: number
  readonly x: number
  readonly y: number
  /** The chosen one; or one of a ramp that is edited with the one at hand. */
  readonly look: 'chosen' | 'mate' | ''
  readonly toRamp: (clientX: number, clientY: number) => [number, number]
  readonly onChoose: (more?: 'one' | 'all') => void
  /** All points that are chosen together with it; itself alone where there are none. */
  readonly together: readonly number[]
}

/** What moving one point makes of all that are chosen with it. */
const movedWith = (
  before: Together,
  { index, together }: Pick<PointProps, 'index' | 'together'>,
  at: number,
  value: number,
): Together => {
  if (together.length < 2) return moveTogether(before, index, at, value)
  const from = before.ramp.points[index]!
  return { ...before, ramp: movePoints(before.ramp, together, at - from.at, value - from.value) }
}

/** Moves a point to where the hand is. */
const usePointDrag = ({ at: place, mates, index, look, toRamp, onChoose, together }: PointProps) =>
  useDrag(
    ({ event, first, last, tap, xy: [px, py], ctrlKey, metaKey, shiftKey }) => {
      event.stopPropagation()
      // One of another ramp takes over when it is pressed, not while it is dragged: that would take it away.
      const more = ctrlKey || metaKey || shiftKey
      const picks = look === 'mate' || more ? tap : tap || (first && !together.includes(index))
      if (picks) onChoose(more ? 'one' : undefined)
      if (tap) return
      noteInput(event)
      const before = togetherNow(place, mates)
      if (before)
        writeTogether(
          place,
          mates,
          'Move a point',
          movedWith(before, { index, together }, ...toRamp(px, py)),
          editMoment,
        )
      if (last) endMoment()
    },
    { filterTaps: true, pointer: { keys: false } },
  )

/** Arrows move a point, Delete removes it, Ctrl A chooses all: with it all that are chosen. */
const usePointKeys = (props: PointProps, onRemove: () => void) => {
  const { at: place, mates, ramp, index, look, onChoose } = props
  const point = ramp.points[index]!
  return (event: KeyboardEvent): void => {
    const steps = arrowSteps(event)
    if (event.key === 'Delete' || event.key === 'Backspace') onRemove()
    if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'a' && look !== 'mate') {
      event.preventDefault()
      event.stopPropagation()
      return onChoose('all')
    }
    if (!steps) return
    event.preventDefault()
    event.stopPropagation()
    const before = togetherNow(place, mates)
    if (before)
      writeTogether(
        place,
        mates,
        'Move a point',
        movedWith(before, props, point.at + steps[0] * KEY_STEP, point.value - steps[1] * KEY_STEP),
        editStep,
      )
  }
}

const Point = (props: PointProps) => {
  const { at: place, mates, ramp, index, x, y, look, onChoose, together } = props
  const bind = usePointDrag(props)
  const point = ramp.points[index]!
  const onRemove = (): void =>
    together.length > 1
      ? write(place, `Remove ${together.length} points`, removePoints(ramp, together), edit)
      : removeAt(place, mates, index)
  const onKeyDown = usePointKeys(props, onRemove)
  return (
    <g
      {...bind()}
      transform={`translate(${x} ${y})`}
      className={`ramp-point ${look}`}
      data-testid={look === 'mate' ? 'mate-point' : 'ramp-point'}
      role="slider"
      tabIndex={0}
      aria-label={`Point ${index + 1} of the ${rampName(place)}`}
      aria-valuenow={point.value}
      aria-valuetext={`${Number(point.value.toFixed(3))} at ${Number((point.at * 100).toFixed(1))} % of life`}
      // By keys; a press has chosen by itself.
      onFocus={({ currentTarget }) => {
        if (look !== 'mate' && !together.includes(index) && currentTarget.matches(':focus-visible'))
          onChoose()
      }}
      onContextMenu={(event) =>
        openPointMenu(event, ramp, index, (next) => write(place, 'Set a point', next, edit), onRemove)
      }
      onKeyDown={onKeyDown}
      onDoubleClick={(event) => {
        event.stopPropagation()
        onRemove()
      }}
      style={{ touchAction: 'none' }}
    >
      {/* The one that is grabbed stays the same element: a drag holds on to it. */}
      <circle r={10} fill="transparent" />
      <rect
        x={-4.5}
        y={-4.5}
        width={9}
        height={9}
        rx={look === 'chosen' || together.includes(index) ? 0 : 4.5}
        transform="rotate(45)"
        pointerEvents="none"
      />
    </g>
  )
}

interface FreeProps {
  readonly address: RampAddress
  readonly ramp: Ramp
  readonly index: number
  readonly x: (at: number) => number
  readonly y: (value: number) => number
  readonly toRamp: (clientX: number, clientY: number) => [number, number]
}

interface FreeHandleProps extends FreeProps {
  readonly which: 0 | 1
  /** Where the handle is, on the ramp's axes. */
  readonly at: number
  readonly value: number
  /** The point that it hangs on. */
  readonly start: RampPoint
}

const FreeHandle = ({ address, index, which, at, value, start, x, y, toRamp }: FreeHandleProps) => {
  const bend = (toAt: number, toValue: number, how: typeof edit): void => {
    const before = readNow(address)
    if (before) write(address, 'Bend', moveFreeHandle(before, index, which, toAt, toValue), how)
  }
  const bind = useDrag(({ event, last, xy: [px, py] }) => {
    event.stopPropagation()
    noteInput(event)
    bend(...toRamp(px, py), editMoment)
    if (last) endMoment()
  })
  const onKeyDown = (event: KeyboardEvent): void => {
    const steps = arrowSteps(event)
    if (!steps) return
    event.preventDefault()
    bend(at + steps[0] * KEY_STEP, value - steps[1] * KEY_STEP, editStep)
  }
  return (
    <g>
      <line x1={x(start.at)} y1={y(start.value)} x2={x(at)} y2={y(value)} className="free-line" />
      <circle
        {...bind()}
        cx={x(at)}
        cy={y(value)}
        r={5}
        className="free-handle"
        data-testid="free-handle"
        role="slider"
        tabIndex={0}
        aria-label={`${which === 0 ? 'First' : 'Second'} handle of the bend of the ${rampName(address)}`}
        aria-valuenow={value}
        aria-valuetext={`${Math.round(at * 100)} % of life, value ${Number(value.toFixed(2))}`}
        onKeyDown={onKeyDown}
        style={{ touchAction: 'none' }}
        onClick={(event) => event.stopPropagation()}
      />
    </g>
  )
}

/** The two handles of a free segment, on thin lines from their points. */
const FreeHandles = (props: FreeProps) => {
  const from = props.ramp.points[props.index]!
  const to = props.ramp.points[props.index + 1]!
  const [x1, y1, x2, y2] = freeHandlesOf(from, to)
  const span = to.at - from.at
  return (
    <>
      <FreeHandle {...props} which={0} at={from.at + x1 * span} value={y1} start={from} />
      <FreeHandle {...props} which={1} at={from.at + x2 * span} value={y2} start={to} />
    </>
  )
}

/**
 * The type's other ramps behind the one at hand, on the same axis; they are only seen, so that a press always
 * adds a point.
 */
const GhostRamps = memo(
  ({
    address,
    mates,
    width,
    inner,
  }: {
    address: TypeRamp
    mates: readonly TypeRamp[]
    width: number
    inner: number
  }) => {
    const ramps = useShown((kit) => kit.types[address.type]?.ramps ?? null, null)
    const together = mates.map((mate) => mate.ramp)
    const behind = (['scale', 'opacity', 'speed'] as const).filter(
      (kind) => kind !== address.ramp && !together.includes(kind),
    )
    if (!ramps) return null
    const line = (kind: ScalarRampKind, className: string) => (
      <path key={kind} d={rampPath(ramps[kind], width, inner, INSET)} className={className} />
    )
    return (
      <>
        {behind.map((kind) => line(kind, 'ghost-line'))}
        {together.map((kind) => line(kind, 'mate-line'))}
      </>
    )
  },
)
GhostRamps.displayName = 'GhostRamps'

const ALONE: readonly number[] = []

/** Points of a ramp that is edited with the one at hand. */
const MatePoints = ({
  mate,
  mates,
  x,
  y,
  toRamp,
}: {
  mate: TypeRamp
  mates: readonly RampAddress[]
  x: (at: number) => number
  y: (value: number) => number
  toRamp: (clientX: number, clientY: number) => [number, number]
}) => {
  const ramp = useShown<Ramp>((kit) => readRamp(kit, mate) ?? FLAT_RAMP, FLAT_RAMP)
  return ramp.points.map((p, i) => (
    <Point
      key={i}
      at={mate}
      mates={mates}
      ramp={ramp}
      index={i}
      look="mate"
      x={x(p.at)}
      y={y(p.value)}
      toRamp={toRamp}
      together={ALONE}
      onChoose={() => setSession({ ramp: mate.ramp })}
    />
  ))
}

/** Ramps of the same type that were asked for beside this one. */
const useMates = (address: RampAddress): readonly TypeRamp[] => {
  const together = useSession((s) => s.rampsTogether)
  return useMemo(
    () =>
      address.of === 'type' && together.includes(address.ramp)
        ? together
            .filter((ramp) => ramp !== address.ramp)
            .map((ramp) => ({ of: 'type', type: address.type, ramp }))
        : [],
    [address, together],
  )
}

/** What the fields do to the chosen point. They keep their first callbacks; these always reach the latest. */
const usePointChanges = (
  address: RampAddress,
  mates: readonly TypeRamp[],
  chosen: number,
  point: RampPoint,
): { readonly change: (next: PointChange) => void; readonly remove: () => void } => {
  const latest = useRef<{ change: (next: PointChange) => void; remove: () => void }>(null)
  const change = (next: PointChange): void => {
    const before = togetherNow(address, mates)
    if (!before) return
    const moved = moveTogether(before, chosen, next.at ?? point.at, next.value ?? point.value)
    const eased = next.ease ? { ...moved, ramp: withEase(moved.ramp, chosen, next.ease) } : moved
    writeTogether(address, mates, 'Set a point', eased, edit)
  }
  useEffect(() => void (latest.current = { change, remove: () => removeAt(address, mates, chosen) }))
  const [stable] = useState(() => ({
    change: (next: PointChange) => latest.current?.change(next),
    remove: () => latest.current?.remove(),
  }))
  return stable
}

/** Where a ramp's axes lie in its plot. */
interface Axes {
  readonly width: number
  readonly inner: number
  readonly x: (at: number) => number
  readonly y: (value: number) => number
  readonly toRamp: (clientX: number, clientY: number) => [number, number]
}

const useAxes = (box: React.RefObject<SVGSVGElement | null>, inline: boolean): Axes => {
  const { width, height } = useBoxSize(box, inline ? 240 : 600, inline ? 54 : 80)
  const inner = Math.max(10, height - 2 * INSET)
  return {
    width,
    inner,
    x: (at) => at * width,
    y: (value) => INSET + (1 - value) * inner,
    toRamp: (clientX, clientY) => {
      const bounds = box.current!.getBoundingClientRect()
      return [(clientX - bounds.x) / bounds.width, 1 - (clientY - bounds.y - INSET) / inner]
    },
  }
}

interface PlotProps {
  readonly address: RampAddress
  readonly mates: readonly TypeRamp[]
  readonly ramp: Ramp
  readonly axes: Axes
  readonly chosen: number
  readonly together: readonly number[]
  readonly onChoose: (index: number, more?: 'one' | 'all') => void
}

/** The lines and the points of a plot. */
const Plot = ({ address, mates, ramp, axes, chosen, together, onChoose }: PlotProps) => {
  const { width, inner, x, y, toRamp } = axes
  const free = ramp.points[chosen]!.ease === 'free' && chosen < ramp.points.length - 1
  return (
    <>
      <path d={`M 0 ${INSET} H ${width} M 0 ${INSET + inner} H ${width}`} className="ramp-grid" />
      {address.of === 'type' && <GhostRamps address={address} mates={mates} width={width} inner={inner} />}
      <path d={rampPath(ramp, width, inner, INSET)} className="ramp-line" />
      {free && <FreeHandles address={address} ramp={ramp} index={chosen} x={x} y={y} toRamp={toRamp} />}
      {mates.map((mate) => (
        <MatePoints
          key={mate.ramp}
          mate={mate}
          mates={[address, ...mates.filter((other) => other !== mate)]}
          x={x}
          y={y}
          toRamp={toRamp}
        />
      ))}
      {ramp.points.map((p, i) => (
        <Point
          key={i}
          at={address}
          mates={mates}
          ramp={ramp}
          index={i}
          look={i === chosen ? 'chosen' : ''}
          x={x(p.at)}
          y={y(p.value)}
          toRamp={toRamp}
          together={together}
          onChoose={(more) => onChoose(i, more)}
        />
      ))}
    </>
  )
}

/** Which points are chosen: one for the fields, and those that go with it. */
const usePoints = (count: number, withMates: boolean) => {
  const [index, setIndex] = useState(0)
  const [many, setMany] = useState<readonly number[]>([])
  const chosen = Math.min(index, count - 1)
  // Of several ramps that are edited at once points go by their moments, one at a time.
  const together = withMates ? ALONE : many.filter((i) => i < count)
  const choose = (i: number, more?: 'one' | 'all'): void => {
    if (more === 'all') return setMany(Array.from({ length: count }, (_, k) => k))
    const before = together.length > 0 ? together : [chosen]
    setMany(more === 'one' ? (before.includes(i) ? before.filter((k) => k !== i) : [...before, i]) : [])
    setIndex(i)
  }
  const chooseMany = (indices: readonly number[]): void => {
    setMany(indices)
    if (indices[0] !== undefined) setIndex(indices[0])
  }
  return { chosen, together, choose, chooseMany }
}

/** Shift and a drag over the plot choose the points that a band touches. */
const usePointBand = (
  box: React.RefObject<SVGSVGElement | null>,
  ramp: Ramp,
  { x, y }: Axes,
  onDone: (indices: readonly number[]) => void,
) => {
  const [band, setBand] = useState<Band | null>(null)
  const bind = useDrag(
    ({ first, last, tap, initial: [fromX, fromY], xy: [cx, cy], memo, shiftKey }) => {
      const bounds = box.current!.getBoundingClientRect()
      const here = [cx - bounds.x, cy - bounds.y] as const
      const start = first
        ? shiftKey
          ? ([fromX - bounds.x, fromY - bounds.y] as const)
          : null
        : (memo as typeof here | null)
      if (!start || tap) return start
      const drawn = bandOf(start, here)
      setBand(last ? null : drawn)
      if (last)
        onDone(
          touched(
            drawn,
            ramp.points.map((p) => ({ x: x(p.at) - 2, y: y(p.value) - 2, w: 4, h: 4 })),
          ),
        )
      return start
    },
    { filterTaps: true, pointer: { keys: false } },
  )
  const shown = band && <rect className="point-band" x={band.x} y={band.y} width={band.w} height={band.h} />
  return { bind, shown }
}

/** Where the menu of a ramp reads and writes it. */
const placeOf = (address: RampAddress): Parameters<typeof openRampMenu>[1] => ({
  name: rampName(address),
  read: () => readNow(address),
  write: (next, label) => write(address, label, next as Ramp, edit),
  show: null,
})

/** The ramp as text, and the exact values of the chosen point. */
const PointFields = ({
  address,
  ramp,
  chosen,
  change,
  remove,
}: {
  address: RampAddress
  ramp: Ramp
  chosen: number
  change: (next: PointChange) => void
  remove: () => void
}) => (
  <>
    <RampLine
      label={`${rampName(address)} as text`}
      shown={rampText(ramp)}
      read={readRampText}
      hint="Type points as at:value in percent, like 0:100 75:100 100:0; ~ after a point eases, | holds"
      onCommit={(next) => write(address, 'Type', next, edit)}
    />
    <RampFields
      point={ramp.points[chosen]!}
      last={chosen === ramp.points.length - 1}
      only={ramp.points.length <= 1}
      onChange={change}
      onRemove={remove}
    />
  </>
)

/**
 * A ramp: drag points, click the line's ground to add one, double-click or Delete to remove; exact values by
 * typing.
 */
export const RampEditor = ({ address, inline = false }: Props) => {
  const box = useRef<SVGSVGElement>(null)
  const axes = useAxes(box, inline)
  const ramp = useShown<Ramp>((kit) => readRamp(kit, address) ?? FLAT_RAMP, FLAT_RAMP)
  const mates = useMates(address)
  const { chosen, together, choose, chooseMany } = usePoints(ramp.points.length, mates.length > 0)
  const changes = usePointChanges(address, mates, chosen, ramp.points[chosen]!)
  const band = usePointBand(box, ramp, axes, chooseMany)
  const add = (event: React.MouseEvent): void => {
    if (event.shiftKey || (event.target as Element).closest('.ramp-point, .free-handle')) return
    const before = togetherNow(address, mates)
    if (!before) return
    const added = addTogether(before, ...axes.toRamp(event.clientX, event.clientY))
    writeTogether(address, mates, 'Add a point', added, edit)
    choose(added.index)
  }
  const atHand = (
    <RampsAtHand kind="ramp" ramp={ramp} onUse={(next, name) => write(address, `Use ${name}`, next, edit)} />
  )
  return (
    <div className={inline ? 'ramp-editor inline' : 'ramp-editor'} data-testid={`ramp-${rampKey(address)}`}>
      <svg
        ref={box}
        className="ramp-plot"
        {...band.bind()}
        onClick={add}
        aria-label={rampName(address)}
        onContextMenu={(event) => openRampMenu(event, placeOf(address))}
        {...(address.of === 'type' ? { 'data-clip': `ramp ${address.ramp}` } : {})}
      >
        <Plot
          address={address}
          mates={mates}
          ramp={ramp}
          axes={axes}
          chosen={chosen}
          together={together}
          onChoose={choose}
        />
        {band.shown}
      </svg>
      {inline ? (
        <>
          <PointFields address={address} ramp={ramp} chosen={chosen} {...changes} />
          {atHand}
        </>
      ) : (
        <InFieldsSlot>
          <PointFields address={address} ramp={ramp} chosen={chosen} {...changes} />
          {atHand}
        </InFieldsSlot>
      )}
    </div>
  )
}
