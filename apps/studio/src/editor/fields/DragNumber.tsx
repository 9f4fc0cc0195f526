import { isSizeNumber, keepIn, refuseNumber, refuseWithin } from '@gliv/document'
import { property, type PropertyId } from '@gliv/model'
import { useDrag } from '@use-gesture/react'
import { type KeyboardEvent, memo, useEffect, useLayoutEffect, useRef, useState } from 'react'
import { stepFactor } from '../../shared/keys/step.ts'
import { useEscape } from '../../shared/keys/escape.ts'
import {
  cancelMoment,
  edit,
  editMoment,
  editStep,
  endMoment,
  shownKit,
  useDocument,
} from '../../state/document.ts'
import { setRangeEnd } from '../../document/setRangeEnd.ts'
import {
  carrierOf,
  type RangeEnd,
  readEnd,
  readValue,
  type PropertyAddress,
} from '../../document/propertyAddress.ts'
import { PROPERTY_TEXTS } from '../../document/texts/properties.ts'
import { noteTouched } from '../../state/touched.ts'
import { resetValue, setValue } from '../../document/values.ts'
import { clampHard, formatNumber, stepOf, tidy, unitText } from '../../document/format.ts'
import { pictureSide, pixelSide, pixelText } from '../../document/pictureSide.ts'
import { parseTyped, typedUnit } from '../../document/typed.ts'
import { noteInput } from '../../shared/hooks/inputTime.ts'
import { dwellOn, quietly } from '../../shared/hooks/dwell.ts'
import { FieldHint, FieldMessage } from '../../shared/controls/FieldMessage.tsx'
import { numberMenuOn } from './numberMenuStore.ts'
import './DragNumber.css'

interface Props {
  readonly target: PropertyAddress
  readonly id: PropertyId
  readonly part: RangeEnd
  /** Shows the unit behind the digits. */
  readonly unit?: boolean
}

/** The unit of a size in px, as it stands behind digits. */
export const PX_TEXT = ' px'

const DOUBLE_CLICK_MS = 600

/** Why a number may not have a value beside its owner's others. */
const refuseBeside = (target: PropertyAddress, id: PropertyId, value: number): string | null => {
  const { kit } = useDocument.getState()
  const carrier = kit && carrierOf(kit, target)
  return carrier ? refuseWithin(target.owner, carrier, id, value) : null
}

/** What was typed becomes the value, or a message: value, rule, remedy. */
const commitTyped = (
  target: PropertyAddress,
  id: PropertyId,
  part: RangeEnd,
  text: string,
  present: number,
): string | null => {
  const { kit } = useDocument.getState()
  const side = kit && pictureSide(kit, target, id)
  const typed = parseTyped(id, text, {
    present,
    side,
    inPixels: kit !== null && pixelSide(kit, target, id) !== null,
  })
  if (typeof typed === 'string') return typed
  const isRange = property(id).kind === 'range'
  if (typed.from !== typed.to && !isRange) return 'This takes one number; type digits like 12'
  const refusal =
    refuseNumber(id, typed.from) ?? refuseNumber(id, typed.to) ?? refuseBeside(target, id, typed.from)
  if (refusal) return refusal
  const how = withUnit(target, id, typedUnit(id, text))
  if (typed.ranged && isRange) setValue(target, id, { from: typed.from, to: typed.to }, how)
  else setRangeEnd(target, id, part, typed.from, how)
  noteTouched(id)
  return null
}

/** An edit that also keeps a size in the unit in which it was typed: one step of undo. */
const withUnit =
  (target: PropertyAddress, id: PropertyId, unit: ReturnType<typeof typedUnit>): typeof edit =>
  (label, recipe) =>
    edit(label, (kit) => {
      recipe(kit)
      const type = target.owner === 'type' ? kit.types[target.type] : undefined
      if (unit && type && isSizeNumber(id)) keepIn(type, id, unit)
    })

/** The number before or after a field, in the order of the page. */
const neighbour = (field: Element, before: boolean): HTMLElement | undefined => {
  const numbers = [...document.querySelectorAll<HTMLElement>('.drag-number')]
  const isAfter = (other: Element): boolean =>
    (field.compareDocumentPosition(other) & Node.DOCUMENT_POSITION_FOLLOWING) !== 0
  return before ? numbers.findLast((other) => !isAfter(other)) : numbers.find(isAfter)
}

/** Before the browser goes on with the key that began the typing, so that this digit is not lost. */
const useFocusAtOnce = (field: React.RefObject<HTMLInputElement | null>): void =>
  useLayoutEffect(() => {
    field.current?.focus()
    field.current?.select()
  }, [field])

/** What is typed into one end of a range changes that end; said while it is typed. */
const END_HINTS = {
  value: null,
  both: null,
  from: 'the lower end; 5-5 sets both',
  to: 'the upper end; 5-5 sets both',
} as const satisfies Record<RangeEnd, string | null>

interface TypingProps {
  readonly start: string
  readonly label: string
  readonly hint: string | null
  readonly onDone: (text: string | null, byKey: boolean) => string | null
  readonly onReset: () => void
}

const Typing = ({ start, label, hint, onDone, onReset }: TypingProps) => {
  // A second click right after the first is a double-click on the number, which resets it.
  const openedAt = useRef(performance.now())
  /** Null until something is typed: the field then follows the document. */
  const [typed, setTyped] = useState<string | null>(null)
  const text = typed ?? start
  const [message, setMessage] = useState<string | null>(null)
  const field = useRef<HTMLInputElement>(null)
  const closed = useRef(false)
  /** Known after the first layout, so that the hint has something to stand by. */
  const [element, setElement] = useState<HTMLElement | null>(null)
  useEffect(() => setElement(field.current), [])
  useFocusAtOnce(field)
  const finish = (value: string | null, byKey = false): void => {
    if (closed.current) return
    closed.current = true
    const refusal = onDone(value, byKey)
    setMessage(refusal)
    closed.current = refusal === null
  }
  const reset = (): void => {
    if (performance.now() - openedAt.current > DOUBLE_CLICK_MS || typed !== null) return
    closed.current = true
    onReset()
  }
  // While typing, Tab goes from number to number; what stands between is reached from one that is not typed.
  const tabOn = (event: KeyboardEvent): void => {
    const next = neighbour(field.current!, event.shiftKey)
    if (!next) return
    event.preventDefault()
    finish(typed)
    if (closed.current) next.focus()
  }
  const onKeyDown = (event: KeyboardEvent): void => {
    if (event.key === 'Tab') return tabOn(event)
    if (event.key !== 'Enter' && event.key !== 'Escape') return
    // Neither presses what lies around the number.
    event.stopPropagation()
    finish(event.key === 'Enter' ? text : null, true)
  }
  useEscape(true, field, () => finish(null, true))
  const leave = (): void => finish(typed === null || message ? null : text)
  return (
    <span className="typing">
      <input
        ref={field}
        className="number-input"
        aria-label={label}
        aria-invalid={message !== null}
        value={text}
        style={{ width: `${Math.max(4, text.length + 1)}ch` }}
        onChange={(event) => setTyped(event.target.value)}
        onDoubleClick={reset}
        onKeyDown={onKeyDown}
        onBlur={leave}
      />
      {hint && !message && <FieldHint anchor={element}>{hint}</FieldHint>}
      {message && <FieldMessage anchor={field.current}>{message}</FieldMessage>}
    </span>
  )
}

const DIRECTIONS: Readonly<Record<string, number>> = {
  ArrowUp: 1,
  ArrowRight: 1,
  ArrowDown: -1,
  ArrowLeft: -1,
}

/** The number takes the focus back when typing was ended by a key: the next key goes on from there. */
const useFocusBack = (
  shown: React.RefObject<HTMLSpanElement | null>,
  typing: boolean,
): React.RefObject<boolean> => {
  const takesFocus = useRef(false)
  useLayoutEffect(() => {
    if (typing || !takesFocus.current) return
    takesFocus.current = false
    quietly(() => shown.current?.focus({ preventScroll: true }))
  }, [shown, typing])
  return takesFocus
}

/** What a size is multiplied by to be shown in px; null for a number that is shown in its own unit. */
export const useSide = (target: PropertyAddress, id: PropertyId): number | null =>
  useDocument((state) => {
    const kit = shownKit(state)
    return kit && pixelSide(kit, target, id)
  })

/** A dragged value without noise; in px on whole steps. */
const onGrid = (value: number, step: number, side: number | null): number =>
  side === null ? tidy(value, step) : Number((Math.round(value / step) * step).toPrecision(12))

/** A drag across changes the number, a tap types. */
const useNumberDrag = (
  { target, id, part }: Omit<Props, 'unit'>,
  value: number | null,
  onTap: () => void,
) => {
  const exact = useRef(0)
  const side = useSide(target, id)
  const step = side === null ? stepOf(id) : 1 / side
  return useDrag(
    ({ first, last, tap, canceled, delta: [dx], event }) => {
      if (tap) return onTap()
      if (first) exact.current = value ?? 0
      if (canceled) return cancelMoment()
      noteInput(event)
      const by = step * stepFactor(event as PointerEvent)
      exact.current = clampHard(id, exact.current + dx * by)
      if (dx !== 0) setRangeEnd(target, id, part, onGrid(exact.current, by, side), editMoment)
      if (last) {
        endMoment()
        noteTouched(id)
      }
    },
    { filterTaps: true, axis: 'x', pointer: { capture: true, keys: false }, threshold: 2 },
  )
}

/** One end of a value as it is shown; null when it is not there. */
const useEnd = ({ target, id, part }: Omit<Props, 'unit'>): number | null =>
  useDocument((state) => {
    const kit = shownKit(state)
    const found = kit && readValue(kit, target, id)
    return found === null || found === undefined ? null : readEnd(found, part)
  })

/** Enter and digits type, arrows step. */
const numberKeys =
  ({ target, id, part }: Omit<Props, 'unit'>, value: number, side: number | null, onType: () => void) =>
  (event: KeyboardEvent): void => {
    if (event.key === 'Enter' || /^[\d−.*/+-]$/.test(event.key)) onType()
    const direction = DIRECTIONS[event.key]
    if (direction === undefined) return
    event.preventDefault()
    event.stopPropagation()
    const by = (side === null ? stepOf(id) : 1 / side) * stepFactor(event)
    setRangeEnd(target, id, part, onGrid(value + direction * by, by, side), editStep)
    noteTouched(id)
  }

/** A number that is dragged and typed where it stands. A click types, a drag changes, arrow keys step. */
export const DragNumber = memo(({ target, id, part, unit = true }: Props) => {
  const value = useEnd({ target, id, part })
  const [typing, setTyping] = useState(false)
  const shown = useRef<HTMLSpanElement>(null)
  const takesFocus = useFocusBack(shown, typing)
  const side = useSide(target, id)
  const label = PROPERTY_TEXTS[id].label + (part === 'from' ? ', from' : part === 'to' ? ', to' : '')
  const bind = useNumberDrag({ target, id, part }, value, () => setTyping(true))
  if (value === null) return null
  const digits = side === null ? formatNumber(id, value) : pixelText(value, side)
  const shownUnit = side === null ? unitText(id) : PX_TEXT
  if (typing)
    return (
      <Typing
        start={digits}
        label={label}
        hint={END_HINTS[part]}
        onDone={(text, byKey) => {
          const refusal = text === null ? null : commitTyped(target, id, part, text, value)
          if (!refusal) {
            takesFocus.current = byKey
            setTyping(false)
          }
          return refusal
        }}
        onReset={() => {
          setTyping(false)
          resetValue(target, id)
        }}
      />
    )
  const onKeyDown = numberKeys({ target, id, part }, value, side, () => setTyping(true))
  return (
    <span
      ref={shown}
      {...bind()}
      {...dwellOn(id)}
      onContextMenu={numberMenuOn(target, id)}
      role="spinbutton"
      tabIndex={0}
      className="drag-number"
      data-property={id}
      data-part={part}
      aria-label={label}
      aria-valuenow={value}
      aria-valuetext={digits + shownUnit}
      title={PROPERTY_TEXTS[id].help}
      onKeyDown={onKeyDown}
    >
      {digits}
      {unit ? shownUnit : ''}
    </span>
  )
})
DragNumber.displayName = 'DragNumber'
