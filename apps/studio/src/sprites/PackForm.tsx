import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import LinearProgress from '@mui/material/LinearProgress'
import type { PackingChoice, Sheet } from '@gliv/document'
import { useState } from 'react'
import { looseFrames, repack } from './sheets/repack.ts'
import { NumberField } from '../shared/controls/NumberField.tsx'
import { tell } from './sheets/pictures.ts'
import './styles/common.css'

/** How loose pictures are laid on a sheet. */
export const PackFields = ({
  packing,
  onChange,
}: {
  packing: PackingChoice
  onChange: (next: PackingChoice) => void
}) => (
  <>
    <div className="number-pair">
      <NumberField
        label="Padding"
        unit="px"
        value={packing.padding}
        low={0}
        high={64}
        onCommit={(padding) => onChange({ ...packing, padding })}
      />
      <NumberField
        label="Edge extrusion"
        unit="px"
        value={packing.extrude}
        low={0}
        high={16}
        onCommit={(extrude) => onChange({ ...packing, extrude })}
      />
    </div>
    <label className="check-row">
      <Checkbox
        size="small"
        checked={packing.powerOfTwo}
        onChange={(event) => onChange({ ...packing, powerOfTwo: event.target.checked })}
      />{' '}
      Width and height powers of two
    </label>
  </>
)

/** Lays the frames of a sheet out anew. */
export const PackForm = ({
  sheet,
  packing,
  onClose,
}: {
  sheet: Sheet
  packing: PackingChoice
  onClose: () => void
}) => {
  const [draft, setDraft] = useState(packing)
  const [progress, setProgress] = useState<number | null>(null)
  const [cancel, setCancel] = useState<(() => void) | null>(null)
  const run = async (): Promise<void> => {
    setProgress(0)
    try {
      await repack(`Lay ${sheet.name} out`, sheet, await looseFrames(sheet), draft, {
        onProgress: setProgress,
        onStart: (stop) => setCancel(() => stop),
      })
      onClose()
    } catch (error) {
      tell(error)
      setProgress(null)
    }
  }
  return (
    <section className="side-form" aria-label="Layout">
      <PackFields packing={draft} onChange={setDraft} />
      {progress !== null && (
        <LinearProgress variant="determinate" value={progress * 100} aria-label="Packing" />
      )}
      <div className="side-buttons">
        <Button onClick={() => (progress === null ? onClose() : cancel?.())}>Cancel</Button>
        <Button variant="contained" disabled={progress !== null} onClick={() => void run()}>
          Lay out {sheet.frames.length} frame{sheet.frames.length === 1 ? '' : 's'}
        </Button>
      </div>
    </section>
  )
}
