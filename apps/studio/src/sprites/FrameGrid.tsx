import type { Sheet } from '@gliv/document'
import { useVirtualizer } from '@tanstack/react-virtual'
import { useEffect, useRef } from 'react'
import { FrameCell } from '../preview/FrameMenu.tsx'
import { useBoxSize } from '../shared/hooks/useBoxSize.ts'
import { touchedInGrid } from '../shared/hooks/band.ts'
import { bandStyle, useBand } from '../shared/hooks/useBand.ts'
import './FrameGrid.css'

/** Size of a cell with its name, px. */
const CELL = { width: 78, height: 76 }
/** Rows that are there beyond the visible ones, on each side. */
const OVERSCAN = 2

type Pick = (frame: number, how: { readonly shift: boolean; readonly ctrl: boolean }) => void

const FrameButton = ({
  sheetId,
  frame,
  at,
  chosen,
  onPick,
  onMenu,
}: {
  sheetId: string
  frame: Sheet['frames'][number]
  at: number
  chosen: boolean
  onPick: Pick
  onMenu: ((frame: number, event: React.MouseEvent) => void) | undefined
}) => (
  <button
    type="button"
    role="option"
    aria-selected={chosen}
    className={chosen ? 'frame-cell notched' : 'frame-cell'}
    title={`${frame.name} · ${frame.w} × ${frame.h}`}
    aria-label={frame.name}
    onContextMenu={onMenu && ((event) => onMenu(at, event))}
    onClick={(event) => onPick(at, { shift: event.shiftKey, ctrl: event.ctrlKey || event.metaKey })}
  >
    <FrameCell sheetId={sheetId} frame={at} />
    <span>{frame.name}</span>
  </button>
)

/** Rows that scroll away become those that come: no canvas is made while scrolling. */
const slotsFor = (height: number): number => Math.ceil(height / CELL.height) + 2 * OVERSCAN + 2

interface GridProps {
  readonly sheet: Sheet
  readonly selected: number
  /** Chosen together with it. */
  readonly many: readonly number[]
  readonly onPick: Pick
  /** A rubber band was drawn around frames. */
  readonly onBand?: (frames: readonly number[], ctrl: boolean) => void
  readonly onMenu?: (frame: number, event: React.MouseEvent) => void
}

/** All frames of a sheet, by picture and name; only the rows that can be seen are there. */
export const FrameGrid = ({ sheet, selected, many, onPick, onBand, onMenu }: GridProps) => {
  const scroller = useRef<HTMLDivElement>(null)
  const { width, height } = useBoxSize(scroller, 300, 200)
  const columns = Math.max(1, Math.floor((width - 4) / CELL.width))
  const rows = useVirtualizer({
    count: Math.ceil(sheet.frames.length / columns),
    getScrollElement: () => scroller.current,
    estimateSize: () => CELL.height,
    overscan: OVERSCAN,
  })
  const slots = slotsFor(height)
  const row = Math.floor(selected / columns)
  useEffect(() => rows.scrollToIndex(row), [rows, row])
  const place = useRef<HTMLDivElement>(null)
  const { band, bind } = useBand(place, (drawn, ctrl) =>
    onBand?.(touchedInGrid(drawn, columns, CELL, sheet.frames.length), ctrl),
  )
  return (
    <div
      {...bind()}
      className="frame-scroll"
      ref={scroller}
      role="listbox"
      aria-multiselectable
      aria-label="Frames"
    >
      <div ref={place} style={{ height: rows.getTotalSize(), position: 'relative' }}>
        {band && <div className="rubber-band" style={bandStyle(band)} />}
        {rows.getVirtualItems().map((item) => (
          <div
            key={item.index % slots}
            className="frame-row"
            style={{ transform: `translateY(${item.start}px)` }}
          >
            {sheet.frames.slice(item.index * columns, (item.index + 1) * columns).map((frame, k) => {
              const at = item.index * columns + k
              const chosen = at === selected || many.includes(at)
              return (
                <FrameButton
                  key={k}
                  sheetId={sheet.id}
                  frame={frame}
                  at={at}
                  chosen={chosen}
                  onPick={onPick}
                  onMenu={onMenu}
                />
              )
            })}
          </div>
        ))}
      </div>
    </div>
  )
}
