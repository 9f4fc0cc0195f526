import Button from '@mui/material/Button'
import type { Sheet, SheetFrame } from '@gliv/document'
import { NameField } from '../document/NameField.tsx'
import { edit } from '../state/document.ts'
import { NumberField } from '../shared/controls/NumberField.tsx'
import './FrameFields.css'
import './styles/common.css'

/** Places of a pivot, as shares of a frame. */
const PRESETS = [
  ['top left', 0, 0],
  ['top', 0.5, 0],
  ['top right', 1, 0],
  ['left', 0, 0.5],
  ['centre', 0.5, 0.5],
  ['right', 1, 0.5],
  ['bottom left', 0, 1],
  ['bottom', 0.5, 1],
  ['bottom right', 1, 1],
] as const

const FAR = 16384

type ChangeFrame = (label: string, recipe: (frame: SheetFrame) => void) => void

const PivotPresets = ({ frame, change }: { frame: SheetFrame; change: ChangeFrame }) => (
  <div className="pivot-presets" role="group" aria-label="Pivot presets">
    {PRESETS.map(([name, x, y]) => {
      const here = frame.pivotX === frame.w * x && frame.pivotY === frame.h * y
      return (
        <button
          key={name}
          type="button"
          aria-label={`Pivot ${name}`}
          aria-pressed={here}
          title={name}
          className={here ? 'here' : ''}
          onClick={() =>
            change(
              `Pivot of ${frame.name}`,
              (f) => void Object.assign(f, { pivotX: f.w * x, pivotY: f.h * y }),
            )
          }
        />
      )
    })}
  </div>
)

/** Every frame of a sheet gets its pivot at the same share of its size. */
const setAllPivots = (sheet: Sheet, { pivotX, pivotY, w, h }: SheetFrame): void =>
  edit(`Pivots of ${sheet.name}`, (kit) => {
    for (const other of kit.sheets[sheet.id]!.frames)
      Object.assign(other, { pivotX: (pivotX / w) * other.w, pivotY: (pivotY / h) * other.h })
  })

/** Name and pivot of one frame. */
export const FrameFields = ({ sheet, index }: { sheet: Sheet; index: number }) => {
  const frame = sheet.frames[index]!
  const change: ChangeFrame = (label, recipe) =>
    edit(label, (kit) => recipe(kit.sheets[sheet.id]!.frames[index]!))
  return (
    <div className="frame-fields">
      <div className="frame-title">
        <NameField
          key={`${sheet.id} ${index}`}
          label="Frame name"
          read={(kit) => kit.sheets[sheet.id]?.frames[index]?.name}
          write={(kit, name) => void (kit.sheets[sheet.id]!.frames[index]!.name = name)}
        />
        <span className="soft">
          {index + 1} of {sheet.frames.length} · {frame.w} × {frame.h} px
        </span>
      </div>
      <div className="pivot-row">
        <span className="row-label" title="What lies on the particle's place, and what it turns around">
          Pivot
        </span>
        <PivotPresets frame={frame} change={change} />
        <NumberField
          label="x"
          value={frame.pivotX}
          low={-FAR}
          high={FAR}
          fraction
          onCommit={(pivotX) => change(`Pivot of ${frame.name}`, (f) => void (f.pivotX = pivotX))}
        />
        <NumberField
          label="y"
          value={frame.pivotY}
          low={-FAR}
          high={FAR}
          fraction
          onCommit={(pivotY) => change(`Pivot of ${frame.name}`, (f) => void (f.pivotY = pivotY))}
        />
        {sheet.frames.length > 1 && (
          <Button
            onClick={() => setAllPivots(sheet, frame)}
            title="Every frame gets its pivot at the same share of its size"
          >
            For all frames
          </Button>
        )}
      </div>
    </div>
  )
}
