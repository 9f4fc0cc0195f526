import Popover from '@mui/material/Popover'
import type { SheetFrame } from '@gliv/document'
import { useEffect, useRef } from 'react'
import { useShallow } from 'zustand/react/shallow'
import { edit, useDocument } from '../../store/document.ts'
import { sheetImages } from '../stage/sheetImages.ts'

const CELL = 44

const FrameCell = ({ sheetId, frame }: { sheetId: string; frame: SheetFrame }) => {
  const canvas = useRef<HTMLCanvasElement>(null)
  const sheet = useDocument((s) => s.kit?.sheets[sheetId])
  useEffect(() => {
    const image = sheet && sheetImages.get(sheet.picture)
    const context = canvas.current?.getContext('2d')
    if (!image || !context) return
    const zoom = Math.min(CELL / frame.w, CELL / frame.h, 4)
    context.clearRect(0, 0, CELL, CELL)
    context.imageSmoothingEnabled = sheet.sampling === 'smooth'
    context.drawImage(image, frame.x, frame.y, frame.w, frame.h, (CELL - frame.w * zoom) / 2, (CELL - frame.h * zoom) / 2, frame.w * zoom, frame.h * zoom)
  }, [sheet, frame])
  return <canvas ref={canvas} width={CELL} height={CELL} aria-hidden />
}

/** Every frame of every sheet, on a dark ground. */
export const FrameMenu = ({ anchor, typeId, onClose }: { anchor: HTMLElement | null; typeId: string; onClose: () => void }) => {
  const sheets = useDocument(useShallow((s) => s.kit?.sheetOrder.map((id) => s.kit!.sheets[id]!) ?? []))
  const chosen = useDocument((s) => s.kit?.types[typeId])
  const choose = (sheet: string, frame: number, name: string): void => {
    edit(`Picture: ${name}`, (kit) => {
      const type = kit.types[typeId]!
      type.sheet = sheet
      type.frame = frame
    })
    onClose()
  }
  return (
    <Popover open={anchor !== null} anchorEl={anchor} onClose={onClose} anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}>
      <div className="frame-menu">
        {sheets.map((sheet) => (
          <section key={sheet.id}>
            <h3>{sheet.name}</h3>
            <div className="frame-grid">
              {sheet.frames.map((frame, i) => {
                const current = chosen?.sheet === sheet.id && chosen.frame === i
                return (
                  <button key={i} type="button" className={current ? 'frame-cell notched' : 'frame-cell'} aria-pressed={current} title={frame.name} aria-label={frame.name} onClick={() => choose(sheet.id, i, frame.name)}>
                    <FrameCell sheetId={sheet.id} frame={frame} />
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
