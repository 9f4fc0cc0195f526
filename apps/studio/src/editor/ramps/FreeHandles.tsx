/** The handles of a segment that bends freely. */
import { useDrag } from '@use-gesture/react'
import type { Ramp, RampPoint } from '@gliv/model'
import type { KeyboardEvent } from 'react'
import { type RampAddress, rampName } from '../../document/rampAddress.ts'
import { freeHandlesOf, moveFreeHandle } from '../../document/rampMaths.ts'
import { noteInput } from '../../shared/hooks/inputTime.ts'
import { arrowSteps } from '../../shared/keys/arrows.ts'
import { edit, editMoment, editStep, endMoment } from '../../state/document.ts'
import { KEY_STEP, readNow, write } from './rampEdits.ts'

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
export const FreeHandles = (props: FreeProps) => {
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
