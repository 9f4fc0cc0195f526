import type { PropertyId, Range } from '@gliv/model'
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
  editLabel,
  othersOf,
  type PropertyAddress,
  type RangeEnd,
  readEnd,
  readValue,
  spanOf,
} from '../../document/propertyAddress.ts'
import { PROPERTY_TEXTS, formatNumber, unitText } from '@gliv/words'
import { noteTouched } from '../../state/touched.ts'
import { resetValue } from '../../document/values.ts'
import { clampHard, stepOf, tidy } from '../../document/format.ts'
import { pixelSide, pixelText } from '../../document/pictureSide.ts'
import { readTyped } from '../../document/typeInto.ts'
import { noteInput } from '../../shared/hooks/inputTime.ts'
import { useDeep } from '../../shared/hooks/useDeep.ts'
import { dwellOn, quietly } from '../../shared/hooks/dwell.ts'
import { FieldHint, FieldMessage } from '../../shared/controls/FieldMessage.tsx'
import { useFieldTab } from './fieldTab.ts'
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

/** What was typed becomes the value, of all that are edited at once, or a message: value, rule, remedy. */
const commitTyped = (
  target: PropertyAddress,
  id: PropertyId,
  part: RangeEnd,
  text: string,
): string | null => {
  const { kit } = useDocument.getState()
  if (!kit) return null
  const read = readTyped(
    kit,
    [target, ...othersOf(kit, target)].map((at) => ({ target: at, id })),
    text,
    part,
  )
  if (typeof read === 'string') return read
  edit(editLabel(kit, target, id), (draft) => read(draft))
  noteTouched(id)
  return null
}

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

const SPAN_HINT = 'sets all that are selected; +=5 and *=2 change each'

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

/** Digits of one number, or of the lowest and the highest where several emitters differ. */
const digitsOf = (id: PropertyId, value: number, span: Range | null, side: number | null): string => {
  const one = (at: number): string => (side === null ? formatNumber(id, at) : pixelText(at, side))
  if (span === null) return one(value)
  return span.from === span.to ? one(span.from) : `${one(span.from)}…${one(span.to)}`
}

/** Lowest and highest where several emitters are edited at once and differ. */
export const useSpan = (target: PropertyAddress, id: PropertyId): Range | null =>
  useDocument(
    useDeep((state) => {
      const kit = shownKit(state)
      return kit && spanOf(kit, target, id)
    }),
  )

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
  const span = useSpan(target, id)
  const tab = useFieldTab()
  const bind = useNumberDrag({ target, id, part }, value, () => setTyping(true))
  if (value === null) return null
  const digits = digitsOf(id, value, span, side)
  const shownUnit = side === null ? unitText(id) : PX_TEXT
  if (typing)
    return (
      <Typing
        start={digits}
        label={label}
        hint={span ? SPAN_HINT : END_HINTS[part]}
        onDone={(text, byKey) => {
          const refusal =
            text === null || (span && text === digits) ? null : commitTyped(target, id, part, text)
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
      tabIndex={tab}
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
