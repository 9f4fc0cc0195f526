import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import Popover from '@mui/material/Popover'
import type { Sheet } from '@gliv/document'
import { resizeCanvas } from '@gliv/pixels'
import { useState } from 'react'
import { looseFrames, repack } from '../sheets/repack.ts'
import { type DrawSize, SizeFields } from './SizeFields.tsx'
import { tell } from '../sheets/pictures.ts'
import '../styles/common.css'

const ANCHORS = [0, 0.5, 1] as const

/** Where what is drawn stays, as shares of what is added across and down. */
type Kept = readonly [x: number, y: number]

/** Gives frames of a sheet another size; one of them, or all. */
const resizeFrames = async (
  sheet: Sheet,
  concerns: (index: number) => boolean,
  size: DrawSize,
  keep: Kept,
): Promise<void> => {
  const frames = (await looseFrames(sheet)).map((loose, i) => {
    if (!concerns(i)) return loose
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
}

const KeepButtons = ({ keep, onKeep }: { keep: Kept; onKeep: (keep: Kept) => void }) => (
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
            onClick={() => onKeep([x, y])}
          />
        )),
      )}
    </div>
  </div>
)

const SizeForm = ({ sheet, index, onClose }: { sheet: Sheet; index: number; onClose: () => void }) => {
  const { w, h } = sheet.frames[index]!
  const [size, setSize] = useState<DrawSize>({ w, h })
  const [keep, setKeep] = useState<Kept>([0.5, 0.5])
  const [all, setAll] = useState(true)
  const apply = (): void =>
    void resizeFrames(sheet, (i) => all || i === index, size, keep).then(onClose, tell)
  return (
    <div className="small-form" aria-label="Canvas size">
      <SizeFields size={size} onChange={setSize} />
      <KeepButtons keep={keep} onKeep={setKeep} />
      {sheet.frames.length > 1 && (
        <label className="check-row">
          <Checkbox size="small" checked={all} onChange={(event) => setAll(event.target.checked)} /> All
          frames of the sheet
        </label>
      )}
      <div className="side-buttons">
        <Button onClick={onClose}>Cancel</Button>
        <Button variant="contained" onClick={apply}>
          Change the size
        </Button>
      </div>
    </div>
  )
}

/** Another size for the canvas; what is drawn stays where the chosen place says. */
export const CanvasSize = ({ sheet, index }: { sheet: Sheet; index: number }) => {
  const frame = sheet.frames[index]!
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const close = (): void => setAnchor(null)
  return (
    <>
      <button
        type="button"
        className="word-choice"
        title="Change the size of the canvas"
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        {frame.w} × {frame.h} px
      </button>
      <Popover
        open={anchor !== null}
        anchorEl={anchor}
        onClose={close}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
      >
        <SizeForm sheet={sheet} index={index} onClose={close} />
      </Popover>
    </>
  )
}
