import { useDrag } from '@use-gesture/react'
import { type KeyboardEvent, type ReactNode, useRef } from 'react'
import type { Emitter, Kit, ParticleType } from '@gliv/document'
import { property, type PropertyId } from '@gliv/model'
import { offersAll } from '../../shared/keys/all.ts'
import { arrowSteps } from '../../shared/keys/arrows.ts'
import { openMenu } from '../../shared/keys/contextMenu.ts'
import { edit, editMoment, editStep, endMoment, useDocument } from '../../state/document.ts'
import { noteInput } from '../../shared/hooks/inputTime.ts'
import { useEffectId, useSelectedEmitter } from '../playback/shownEffect.ts'
import type { PickedHow } from './chosenPath.ts'
import { type HandleMotion, handleReading, steppedBy } from './handleKeys.ts'

export interface HandleProps {
  readonly name: string
  readonly label: string
  readonly x: number
  readonly y: number
  readonly cursor: string
  readonly children?: ReactNode
  /** Writes the pointer's place, in world pixels relative to `at`, into the emitter or its particle type. */
  readonly apply: (emitter: Emitter, x: number, y: number, fine: boolean, type: ParticleType) => void
  /** The emitter's numbers that it sets: its menu puts them back. Points that can be removed have none. */
  readonly sets?: readonly PropertyId[]
  /** What it stands at, in words, where its place does not say it. */
  readonly reading?: string
  /** What arrow keys do with it; freely unless said. */
  readonly motion?: HandleMotion
  /** Shown so far beside its place, on a thin line, where something else lies on that; in overlay pixels. */
  readonly aside?: readonly [number, number]
  /** By a double-click, or by Delete. */
  readonly onRemove?: () => void
  /** Chosen with others of its kind: what is done to it is done to them. */
  readonly chosen?: boolean
  /** It is picked by a press; left out where only one can be. */
  readonly onPick?: (how: PickedHow) => void
  /** Does more to the kit in the same step, after `apply`. */
  readonly after?: (kit: Kit, emitter: Emitter) => void
  /**
   * What places count from, mostly the emitter's centre, in overlay pixels, and overlay pixels a world pixel.
   */
  readonly at: { readonly x: number; readonly y: number; readonly zoom: number }
}

type Start = { readonly x: number; readonly y: number; readonly at: HandleProps['at'] }

/**
 * One handle: white with a dark casing. A drag is one step of undo, and so are arrow keys that follow each
 * other.
 */
/** Writes a handle's place into the selected emitter, counted from where it stood at the start. */
const usePut = ({ label, apply, after }: HandleProps) => {
  const effectId = useEffectId()
  const emitter = useSelectedEmitter()
  return (start: Start, [px, py]: readonly [number, number], fine: boolean, how: typeof editMoment): void => {
    if (!emitter || emitter.locked) return
    const [x, y] = [px + (start.x - start.at.x) / start.at.zoom, py + (start.y - start.at.y) / start.at.zoom]
    how(`${label} of ${emitter.name}`, (kit) => {
      const draft = kit.effects[effectId]!.emitters[emitter.id]!
      apply(draft, x, y, fine, kit.types[draft.type]!)
      after?.(kit, draft)
    })
  }
}

/** What arrow keys and Delete do to a handle. */
const useHandleKeys = (
  { x, y, at, motion = 'freely', onRemove }: HandleProps,
  put: ReturnType<typeof usePut>,
) => {
  const pressed = useRef<{ start: Start; x: number; y: number } | null>(null)
  return (event: KeyboardEvent): void => {
    if ((event.key === 'Delete' || event.key === 'Backspace') && onRemove) onRemove()
    const steps = arrowSteps(event)
    if (!steps) return
    event.preventDefault()
    // Presses that follow each other count from the first, so that small ones add up.
    const run =
      useDocument.getState().moment && pressed.current ? pressed.current : { start: { x, y, at }, x: 0, y: 0 }
    pressed.current = { start: run.start, x: run.x + steps[0], y: run.y + steps[1] }
    const { zoom } = run.start.at
    const [fromX, fromY] = [(run.start.x - run.start.at.x) / zoom, (run.start.y - run.start.at.y) / zoom]
    // Finely: a step of a pixel must not snap back to what is near; an angle has whole degrees already.
    const to = steppedBy(motion, fromX, fromY, pressed.current.x, pressed.current.y)
    put(run.start, to, motion !== 'turning', editStep)
  }
}

const useHandleMenu = (props: HandleProps) => {
  const effectId = useEffectId()
  const emitter = useSelectedEmitter()
  const put = usePut(props)
  return (event: React.MouseEvent): void => {
    const ids = props.sets ?? []
    const free = emitter && !emitter.locked
    openMenu(event, 'handle', {
      resetHandle:
        ids.length > 0 && free
          ? () =>
              edit(`${props.label} as in a new emitter`, (kit) => {
                const numbers = kit.effects[effectId]!.emitters[emitter.id]!.numbers as Record<
                  string,
                  unknown
                >
                for (const id of ids) numbers[id] = property(id).default
              })
          : null,
      toEmitter:
        free && (props.motion ?? 'freely') === 'freely' && props.name !== 'move'
          ? () => {
              put({ x: props.at.x, y: props.at.y, at: props.at }, [0, 0], false, editMoment)
              endMoment()
            }
          : null,
      chooseAll: props.onPick ? () => props.onPick?.('all') : null,
      takeOut: free ? (props.onRemove ?? null) : null,
    })
  }
}

/** Moves a handle with the hand; a press picks it, where it can be picked. */
const useHandleDrag = ({ x, y, at, chosen, onPick }: HandleProps, put: ReturnType<typeof usePut>) => {
  const pick = (more: boolean, first: boolean, tap: boolean): void => {
    if (more ? tap : tap || (first && !chosen)) onPick?.(more ? 'one' : 'alone')
  }
  return useDrag(
    ({ event, first, last, tap, initial, xy, memo, shiftKey, ctrlKey, metaKey }) => {
      event.stopPropagation()
      const start = first ? { x, y, at } : (memo as Start)
      pick(shiftKey || ctrlKey || metaKey, first, tap)
      if (tap && onPick) return start
      noteInput(event)
      const [mx, my] = [xy[0] - initial[0], xy[1] - initial[1]]
      if (mx !== 0 || my !== 0 || !first)
        put(start, [mx / start.at.zoom, my / start.at.zoom], shiftKey, editMoment)
      if (last) endMoment()
      return start
    },
    // What is picked by presses must not be moved by a hand that trembles.
    { filterTaps: onPick !== undefined, pointer: { keys: false } },
  )
}

/** What tells a point that can be picked, and whether it is, to a band and to who listens. */
const pickedAs = ({ name, chosen, onPick }: HandleProps) =>
  onPick ? { 'data-path-point': name.replace('-', ' '), 'aria-description': chosen ? 'chosen' : '' } : {}

export const Handle = (props: HandleProps) => {
  const {
    name,
    label,
    x,
    y,
    cursor,
    at,
    reading,
    motion = 'freely',
    chosen,
    onPick,
    onRemove,
    children,
  } = props
  const [besideX, besideY] = props.aside ?? [0, 0]
  const put = usePut(props)
  const onKeyDown = useHandleKeys(props, put)
  const onMenu = useHandleMenu(props)
  const bind = useHandleDrag(props, put)
  const shown = handleReading(motion, (x - at.x) / at.zoom, (y - at.y) / at.zoom)
  return (
    <g
      {...bind()}
      ref={offersAll(onPick && (() => onPick('all')))}
      data-handle={name}
      aria-label={label}
      role="slider"
      aria-valuenow={shown.now}
      aria-valuetext={reading ?? shown.text}
      tabIndex={0}
      transform={`translate(${x + besideX} ${y + besideY})`}
      style={{ cursor, touchAction: 'none' }}
      className={chosen ? 'handle chosen' : 'handle'}
      {...pickedAs(props)}
      onDoubleClick={onRemove}
      onKeyDown={onKeyDown}
      onContextMenu={onMenu}
    >
      <title>{label}</title>
      {props.aside && <line x2={-besideX} y2={-besideY} className="tangent-line" />}
      <circle r={12} className="handle-reach" />
      {children ?? <circle r={5} className="handle-knob" />}
    </g>
  )
}

/** Whole pixels, with Shift tenths. */
export const whole = (value: number, fine: boolean): number =>
  fine ? Math.round(value * 10) / 10 : Math.round(value)
