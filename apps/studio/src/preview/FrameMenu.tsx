import Popover from '@mui/material/Popover'
import type { SheetFrame } from '@gliv/document'
import { useEffect, useRef } from 'react'
import { useShallow } from 'zustand/react/shallow'
import { useDocument } from '../state/document.ts'
import { useBitmap } from './bitmaps.ts'
import './FrameMenu.css'

const CELL = 44

/** One frame of a sheet, small. */
export const FrameCell = ({
  sheetId,
  frame: index,
  size = CELL,
}: {
  sheetId: string
  frame: number
  size?: number
}) => {
  const canvas = useRef<HTMLCanvasElement>(null)
  const sheet = useDocument((s) => s.kit?.sheets[sheetId])
  const frame: SheetFrame | undefined = sheet?.frames[index]
  const image = useBitmap(sheet)
  useEffect(() => {
    const context = canvas.current?.getContext('2d')
    if (!image || !context || !frame || !sheet) return
    const zoom = Math.min(size / frame.w, size / frame.h, 4)
    context.clearRect(0, 0, size, size)
    context.imageSmoothingEnabled = sheet.sampling === 'smooth'
    context.drawImage(
      image,
      frame.x,
      frame.y,
      frame.w,
      frame.h,
      (size - frame.w * zoom) / 2,
      (size - frame.h * zoom) / 2,
      frame.w * zoom,
      frame.h * zoom,
    )
  }, [sheet, image, frame, size])
  return <canvas ref={canvas} width={size} height={size} aria-hidden />
}

interface MenuProps {
  readonly anchor: HTMLElement | null
  readonly chosen: readonly { readonly sheet: string; readonly frame: number }[]
  readonly onClose: () => void
  readonly onChoose: (sheet: string, frame: number, name: string) => void
}

/** Every frame of every sheet, on a dark ground. */
export const FrameMenu = ({ anchor, chosen, onClose, onChoose }: MenuProps) => {
  const sheets = useDocument(useShallow((s) => s.kit?.sheetOrder.map((id) => s.kit!.sheets[id]!) ?? []))
  return (
    <Popover
      open={anchor !== null}
      anchorEl={anchor}
      onClose={onClose}
      anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
    >
      <div className="frame-menu">
        {sheets.map((sheet) => (
          <section key={sheet.id}>
            <h3>{sheet.name}</h3>
            <div className="frame-grid">
              {sheet.frames.map((frame, i) => {
                const current = chosen.some((c) => c.sheet === sheet.id && c.frame === i)
                return (
                  <button
                    key={i}
                    type="button"
                    className={current ? 'frame-cell notched' : 'frame-cell'}
                    aria-pressed={current}
                    title={frame.name}
                    aria-label={frame.name}
                    onClick={() => onChoose(sheet.id, i, frame.name)}
                  >
                    <FrameCell sheetId={sheet.id} frame={i} />
                    <span>{frame.name}</span>
                  </button>
                )
              })}
            </div>
          </section>
        ))}
      </div>
    </Popover>
  )
}
