/** One point of a ramp: dragged, chosen, moved by arrow keys, removed. */
import { useDrag } from '@use-gesture/react'
import type { Ramp } from '@gliv/model'
import type { KeyboardEvent } from 'react'
import { type RampAddress, rampName } from '../../document/rampAddress.ts'
import { movePoints, removePoints } from '../../document/rampMaths.ts'
import { noteInput } from '../../shared/hooks/inputTime.ts'
import { arrowSteps } from '../../shared/keys/arrows.ts'
import { offersAll } from '../../shared/keys/all.ts'
import { edit, editMoment, editStep, endMoment } from '../../state/document.ts'
import { KEY_STEP, removeAt, togetherNow, write, writeTogether } from './rampEdits.ts'
import { openPointMenu } from './rampMenu.ts'
import { moveTogether, type Together } from './rampTogether.ts'

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

/** Moves a point, and what goes with it, counted from the ramp as the document has it. */
const movePoint = (props: PointProps, at: number, value: number, how: typeof editMoment): void => {
  const { at: place, mates } = props
  const before = togetherNow(place, mates)
  if (before) writeTogether(place, mates, 'Move a point', movedWith(before, props, at, value), how)
}

/** Moves a point to where the hand is. */
const usePointDrag = (props: PointProps) => {
  const { index, look, toRamp, onChoose, together } = props
  return useDrag(
    ({ event, first, last, tap, xy: [px, py], ctrlKey, metaKey, shiftKey }) => {
      event.stopPropagation()
      // One of another ramp takes over when it is pressed, not while it is dragged: that would take it away.
      const more = ctrlKey || metaKey || shiftKey
      const picks = look === 'mate' || more ? tap : tap || (first && !together.includes(index))
      if (picks) onChoose(more ? 'one' : undefined)
      if (tap) return
      noteInput(event)
      movePoint(props, ...toRamp(px, py), editMoment)
      if (last) endMoment()
    },
    { filterTaps: true, pointer: { keys: false } },
  )
}

/** Arrows move a point, Delete removes it, with it all that are chosen. */
const usePointKeys = (props: PointProps, onRemove: () => void) => {
  const point = props.ramp.points[props.index]!
  return (event: KeyboardEvent): void => {
    const steps = arrowSteps(event)
    if (event.key === 'Delete' || event.key === 'Backspace') onRemove()
    if (!steps) return
    event.preventDefault()
    event.stopPropagation()
    movePoint(props, point.at + steps[0] * KEY_STEP, point.value - steps[1] * KEY_STEP, editStep)
  }
}

export const RampPointMark = (props: PointProps) => {
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
      ref={offersAll(look === 'mate' ? undefined : () => onChoose('all'))}
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
        openPointMenu(
          event,
          ramp,
          index,
          (next) => write(place, 'Set a point', next, edit),
          onRemove,
          () => onChoose('all'),
        )
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
