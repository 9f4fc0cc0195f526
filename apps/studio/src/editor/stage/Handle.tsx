import { useDrag } from '@use-gesture/react'
import type { ReactNode } from 'react'
import type { Emitter, Kit, ParticleType } from '@gliv/document'
import { editMoment, endMoment } from '../../store/document.ts'
import { noteInput } from '../../util/inputTime.ts'
import { useEffectId, useSelectedEmitter } from '../context.ts'

export interface HandleProps {
  readonly name: string
  readonly label: string
  readonly x: number
  readonly y: number
  readonly cursor: string
  readonly children?: ReactNode
  /** Writes the pointer's place, in world pixels relative to `at`, into the emitter or its particle type. */
  readonly apply: (emitter: Emitter, x: number, y: number, fine: boolean, type: ParticleType) => void
  readonly onDoubleClick?: () => void
  /** Does more to the kit in the same step, after `apply`. */
  readonly after?: (kit: Kit, emitter: Emitter) => void
  /** What places count from, mostly the emitter's centre, in overlay pixels, and overlay pixels a world pixel. */
  readonly at: { readonly x: number; readonly y: number; readonly zoom: number }
}

/** One handle: white with a dark casing. A drag is one step of undo. */
export const Handle = ({ name, label, x, y, cursor, apply, at, onDoubleClick, after, children }: HandleProps) => {
  const effectId = useEffectId()
  const emitter = useSelectedEmitter()
  const bind = useDrag(({ event, first, last, movement: [mx, my], memo, shiftKey }) => {
    event.stopPropagation()
    const start = first ? { x, y, at } : (memo as { x: number; y: number; at: HandleProps['at'] })
    noteInput(event)
    if (emitter && !emitter.locked && (mx !== 0 || my !== 0 || !first))
      editMoment(`${label} of ${emitter.name}`, (kit) => {
        const draft = kit.effects[effectId]!.emitters[emitter.id]!
        apply(draft, (start.x + mx - start.at.x) / start.at.zoom, (start.y + my - start.at.y) / start.at.zoom, shiftKey, kit.types[draft.type]!)
        after?.(kit, draft)
      })
    if (last) endMoment()
    return start
  })
  return (
    <g {...bind()} data-handle={name} aria-label={label} role="slider" aria-valuenow={0} tabIndex={-1} transform={`translate(${x} ${y})`} style={{ cursor, touchAction: 'none' }} className="handle" onDoubleClick={onDoubleClick}>
      <title>{label}</title>
      <circle r={11} className="handle-reach" />
      {children ?? <circle r={5} className="handle-knob" />}
    </g>
  )
}

/** Whole pixels, with Shift tenths. */
export const whole = (value: number, fine: boolean): number => (fine ? Math.round(value * 10) / 10 : Math.round(value))
