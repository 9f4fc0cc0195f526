import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import Popover from '@mui/material/Popover'
import type { Sheet } from '@gliv/document'
import { resizeCanvas } from '@gliv/pixels'
import { useState } from 'react'
import { looseFrames, repack } from '../sheets/repack.ts'
import { NumberField } from '../../shared/controls/NumberField.tsx'
import { tell } from '../sheets/pictures.ts'

/** Largest sprite that can be drawn, px. */
export const DRAW_LIMIT = 128

const ANCHORS = [0, 0.5, 1] as const

/** Another size for the canvas; what is drawn stays where the chosen place says. */
export const CanvasSize = ({ sheet, index }: { sheet: Sheet; index: number }) => {
  const frame = sheet.frames[index]!
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const [size, setSize] = useState({ w: frame.w, h: frame.h })
  const [keep, setKeep] = useState<readonly [number, number]>([0.5, 0.5])
  const [all, setAll] = useState(true)
  const open = (element: HTMLElement): void => {
    setSize({ w: frame.w, h: frame.h })
    setAnchor(element)
  }
  const apply = async (): Promise<void> => {
    const frames = (await looseFrames(sheet)).map((loose, i) => {
      if (!all && i !== index) return loose
      const { width, height } = loose.image
      const [dx, dy] = [Math.round((size.w - width) * keep[0]), Math.round((size.h - height) * keep[1])]
      return {
        ...loose,
        image: resizeCanvas(loose.image, size.w, size.h, dx, dy),
        pivotX: loose.pivotX + dx,
        pivotY: loose.pivotY + dy,
      }
    })
    await repack(`Canvas of ${size.w} × ${size.h}`, sheet, frames)
    setAnchor(null)
  }
  return (
    <>
      <button
        type="button"
        className="word-choice"
        title="Change the size of the canvas"
        onClick={(event) => open(event.currentTarget)}
      >
        {frame.w} × {frame.h} px
      </button>
      <Popover
        open={anchor !== null}
        anchorEl={anchor}
        onClose={() => setAnchor(null)}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
      >
        <div className="small-form" aria-label="Canvas size">
          <div className="number-pair">
            <NumberField
              label="Width"
              unit="px"
              value={size.w}
              low={1}
              high={DRAW_LIMIT}
              onCommit={(w) => setSize({ ...size, w })}
            />
            <NumberField
              label="Height"
              unit="px"
              value={size.h}
              low={1}
              high={DRAW_LIMIT}
              onCommit={(h) => setSize({ ...size, h })}
            />
          </div>
          <div className="pivot-row">
            <span className="row-label">What is drawn stays</span>
            <div className="pivot-presets" role="group" aria-label="What is drawn stays">
              {ANCHORS.flatMap((y) =>
                ANCHORS.map((x) => (
                  <button
                    key={`${x} ${y}`}
                    type="button"
                    aria-label={`at ${['left', 'the middle', 'right'][x * 2]}, ${['top', 'the middle', 'bottom'][y * 2]}`}
                    aria-pressed={keep[0] === x && keep[1] === y}
                    className={keep[0] === x && keep[1] === y ? 'here' : ''}
                    onClick={() => setKeep([x, y])}
                  />
                )),
              )}
            </div>
          </div>
          {sheet.frames.length > 1 && (
            <label className="check-row">
              <Checkbox size="small" checked={all} onChange={(event) => setAll(event.target.checked)} /> All
              frames of the sheet
            </label>
          )}
          <div className="side-buttons">
            <Button onClick={() => setAnchor(null)}>Cancel</Button>
            <Button variant="contained" onClick={() => void apply().catch(tell)}>
              Change the size
            </Button>
          </div>
        </div>
      </Popover>
    </>
  )
}
