/** The frames that are written: a press shows one, a drag reorders, + and − hold, Delete leaves out. */
import {
  closestCenter,
  DndContext,
  type DragEndEvent,
  PointerSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core'
import { rectSortingStrategy, SortableContext, useSortable } from '@dnd-kit/sortable'
import { CSS } from '@dnd-kit/utilities'
import type { ShipFrame } from '@gliv/model'
import { memo, useCallback, useEffect, useMemo, useRef } from 'react'
import { TypedField } from '../shared/controls/TypedField.tsx'
import { useCommands } from '../shared/keys/dispatch.ts'
import type { ShownSheet } from '../workers/ship.worker.ts'
import { drawFrame } from './drawFrame.ts'
import { heldBy, listOf, movedTo, readTimes, timedFrom, withoutFrame, withoutGone } from './frameList.ts'
import { setShipView, useShipView } from './shipView.ts'
import { changeShipping } from './useShipEdit.ts'

const [WIDE, HIGH] = [70, 56]

interface CellProps {
  readonly sheet: ShownSheet
  /** Number of the frame over all clips. */
  readonly frame: number
  readonly label: string
  readonly hold: number
  readonly gone: boolean
  readonly shown: boolean
  readonly movable: boolean
}

const paintCell = (canvas: HTMLCanvasElement, sheet: ShownSheet, frame: number): void => {
  const context = canvas.getContext('2d')!
  const clip = sheet.clips.find(({ from, count }) => frame >= from && frame < from + count)!
  const [w, h] = [clip.frame.w / sheet.draft, clip.frame.h / sheet.draft]
  const scale = Math.min(WIDE / w, HIGH / h)
  context.clearRect(0, 0, WIDE, HIGH)
  drawFrame(context, sheet, frame, (WIDE - w * scale) / 2, (HIGH - h * scale) / 2, scale)
}

const Cell = memo(({ sheet, frame, label, hold, gone, shown, movable }: CellProps) => {
  const { attributes, listeners, setNodeRef, transform, transition } = useSortable({
    id: String(frame),
    disabled: !movable,
  })
  const canvas = useRef<HTMLCanvasElement>(null)
  useEffect(() => {
    if (canvas.current) paintCell(canvas.current, sheet, frame)
  }, [sheet, frame])
  const className = ['ship-cell', shown ? 'shown' : '', gone ? 'gone' : ''].join(' ')
  return (
    <li
      ref={setNodeRef}
      className={className}
      style={{ transform: CSS.Translate.toString(transform), ...(transition ? { transition } : {}) }}
    >
      <button
        type="button"
        {...attributes}
        {...listeners}
        role={undefined}
        // It is shown, not picked up: arrows go to the next frame, Alt and arrows carry it.
        aria-roledescription={undefined}
        aria-describedby={undefined}
        tabIndex={shown ? 0 : -1}
        data-frame={frame}
        aria-label={`Frame ${label}${hold === 1 ? '' : `, held ${hold} times`}${gone ? ', its moment is gone' : ''}`}
        aria-pressed={shown}
        onClick={() => setShipView({ frame, playing: false })}
      >
        <canvas ref={canvas} width={WIDE} height={HIGH} />
        <small>
          {label}
          {hold !== 1 && <b> ×{hold}</b>}
        </small>
      </button>
    </li>
  )
})
Cell.displayName = 'Cell'

/** "24 × 33 ms", or how long all of them stay together. */
const timesText = (sheet: ShownSheet, from: number, count: number): string => {
  const seconds = sheet.frames.slice(from, from + count).map((frame) => frame.seconds)
  const [first] = seconds
  if (first === undefined) return ''
  if (seconds.every((one) => one === first)) return `${count} × ${Math.round(first * 1000)} ms`
  return `${count} in ${Number(seconds.reduce((sum, one) => sum + one, 0).toFixed(3))} s`
}

interface Props {
  readonly id: string
  readonly sheet: ShownSheet
  readonly own: readonly ShipFrame[] | null
}

/** What is changed about the list of an effect. */
const useList = ({ id, sheet, own }: Props) => {
  const clips = sheet.clips.filter(({ effect }) => effect === id)
  const single = clips.length === 1 && sheet.clips.length === 1
  const list = useMemo(() => (single ? (own ?? listOf(sheet)) : []), [single, own, sheet])
  const set = useCallback(
    (label: string, frames: readonly ShipFrame[] | null) =>
      changeShipping(label, [id], (shipping) => ({ ...shipping, frames })),
    [id],
  )
  return { single, list, set }
}

/** What keys do to the frame that is shown. */
const useStripKeys = ({ sheet, list, set, single }: Props & ReturnType<typeof useList>): void => {
  const show = (frame: number): void =>
    setShipView({ frame: Math.min(sheet.frames.length - 1, Math.max(0, frame)), playing: false })
  const at = (): number => Math.min(useShipView.getState().frame, sheet.frames.length - 1)
  const carry = (by: 1 | -1): void => {
    const to = at() + by
    if (!single || to < 0 || to >= list.length) return
    set('Move a frame', movedTo(list, at(), to))
    show(to)
  }
  const hold = (by: 1 | -1): void => {
    if (single) set('Hold a frame', heldBy(list, at(), by))
  }
  useCommands('ship', {
    shipPlay: () => setShipView({ playing: !useShipView.getState().playing }),
    frameBack: () => show(at() - 1),
    frameOn: () => show(at() + 1),
    carryBack: () => carry(-1),
    carryOn: () => carry(1),
    holdLonger: () => hold(1),
    holdShorter: () => hold(-1),
    leaveOut: () => {
      if (!single) return
      set('Leave a frame out', withoutFrame(list, at()))
      show(Math.min(at(), list.length - 2))
    },
  })
}

/** How long the frame stays that is shown; several times go to as many frames from it on. */
const ShownTime = ({ sheet, list, set }: Props & ReturnType<typeof useList>) => {
  const shown = useShipView((s) => s.frame)
  const at = Math.min(shown, sheet.frames.length - 1)
  const [clip] = sheet.clips
  if (!clip || at < 0) return null
  return (
    <span className="ship-stays">
      frame {at + 1} stays{' '}
      <TypedField
        label="How long the frame stays"
        shown={`${Number((sheet.frames[at]!.seconds * 1000).toFixed(1))} ms`}
        read={(text) => readTimes(text, clip.fps)}
        hint="Type a time like 120 ms, 0.12 s or 2x, or several for the frames from this one on"
        onCommit={(holds) =>
          set(holds.length > 1 ? 'Times of frames' : 'Time of a frame', timedFrom(list, at, holds))
        }
      />
    </span>
  )
}

const Head = ({ id, sheet, own, single, list, set }: Props & ReturnType<typeof useList>) => {
  const gone = sheet.ticks.map((tick) => tick.gone)
  const count = gone.filter(Boolean).length
  return (
    <header className="ship-strip-head">
      <b>Frames</b>{' '}
      <small>
        {single
          ? 'press to see, drag to reorder, + − hold, Delete leaves out'
          : 'several clips have the frames of their own time; bake one clip to reorder'}
      </small>
      {single && <ShownTime sheet={sheet} id={id} own={own} single={single} list={list} set={set} />}
      {own && (
        <button
          type="button"
          className="word-choice"
          onClick={() => set('Frames as the sentences say', null)}
        >
          as the sentences say
        </button>
      )}
      {count > 0 && (
        <button
          type="button"
          className="word-choice"
          onClick={() => set('Leave gone frames out', withoutGone(list, gone))}
        >
          leave out {count} that {count === 1 ? 'is' : 'are'} gone
        </button>
      )}
      <span className="ship-times">{timesText(sheet, 0, sheet.frames.length)}</span>
    </header>
  )
}

/** Frames drawn at most: a strip of thousands would say nothing. */
const MOST_CELLS = 400

/** The strip below the pictures. */
export const FrameStrip = (props: Props) => {
  const { sheet } = props
  const frame = useShipView((s) => s.frame)
  const own = useList(props)
  const { single, list, set } = own
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 4 } }))
  useStripKeys({ ...props, ...own })
  const frames = sheet.frames.slice(0, MOST_CELLS)
  const dropped = ({ active, over }: DragEndEvent): void => {
    if (!over || active.id === over.id) return
    set('Move a frame', movedTo(list, Number(active.id), Number(over.id)))
    setShipView({ frame: Number(over.id), playing: false })
  }
  return (
    <section className="ship-strip" aria-label="Frames">
      <Head {...props} {...own} />
      <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={dropped}>
        <SortableContext items={frames.map((_, k) => String(k))} strategy={rectSortingStrategy}>
          <ol>
            {frames.map((_, k) => {
              const clip = sheet.clips.findLast(({ from }) => from <= k)!
              const named = sheet.clips.length > 1 ? `${clip.name} ` : ''
              return (
                <Cell
                  key={k}
                  sheet={sheet}
                  frame={k}
                  label={`${named}${k - clip.from + 1}`}
                  hold={
                    single ? (list[k]?.hold ?? 1) : Number((sheet.frames[k]!.seconds * clip.fps).toFixed(3))
                  }
                  gone={sheet.ticks[k]?.gone ?? false}
                  shown={k === frame}
                  movable={single}
                />
              )
            })}
          </ol>
        </SortableContext>
      </DndContext>
      {sheet.frames.length > MOST_CELLS && (
        <p className="soft">and {sheet.frames.length - MOST_CELLS} more</p>
      )}
    </section>
  )
}
