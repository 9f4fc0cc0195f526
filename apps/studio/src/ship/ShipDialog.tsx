import Alert from '@mui/material/Alert'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import LinearProgress from '@mui/material/LinearProgress'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import { type BakedSheet, fileNameOf, sheetFiles } from '@gliv/bake'
import { resolveEffect } from '@gliv/document'
import { strToU8, type Zippable, zipSync } from 'fflate'
import { useEffect, useRef, useState } from 'react'
import { useDocument } from '../state/document.ts'
import { readMask } from '../document/masks.ts'
import { useSession } from '../state/session.ts'
import { surfacesOn } from '../preview/previewOptions.ts'
import { Cancelled } from '../shared/workerJob.ts'
import { type BakeJob, startBake } from './bakeJob.ts'
import { type BakeForm, EMPTY_FORM, inFormWords, readForm } from './bakeForm.ts'
import { download } from '../shared/download.ts'
import { EXPORTERS } from '@gliv/export'
import { runExport } from './ExportMenu.tsx'
import './ShipDialog.css'

const FIELDS: readonly {
  readonly key: Exclude<keyof BakeForm, 'sampling' | 'tile'>
  readonly label: string
  readonly hint: string
}[] = [
  { key: 'size', label: 'Frame size', hint: 'as needed' },
  { key: 'origin', label: 'Origin in the frame', hint: 'as needed' },
  { key: 'fps', label: 'Frames per second', hint: '30' },
  { key: 'from', label: 'From, in s', hint: 'start' },
  { key: 'to', label: 'To, in s', hint: 'end' },
  { key: 'columns', label: 'Columns', hint: 'as fits' },
]

const Preview = ({ baked }: { baked: BakedSheet }) => {
  const [url, setUrl] = useState<string>()
  useEffect(() => {
    const made = URL.createObjectURL(new Blob([baked.png as Uint8Array<ArrayBuffer>], { type: 'image/png' }))
    setUrl(made)
    return () => URL.revokeObjectURL(made)
  }, [baked])
  const { json } = baked
  return (
    <figure className="bake-preview">
      {url && <img src={url} alt="The baked sheet" data-testid="baked-sheet" />}
      <figcaption>
        {json.frames.length} frames of {json.frames[0]!.w} × {json.frames[0]!.h}, sheet {json.size.w} ×{' '}
        {json.size.h}, {Math.ceil(baked.png.length / 1024)} kB
      </figcaption>
    </figure>
  )
}

/** One bake at a time: started by a form, cancelled, and what came of it. */
const useBake = (effectId: string, name: string) => {
  const [progress, setProgress] = useState<number | null>(null)
  const [baked, setBaked] = useState<BakedSheet | null>(null)
  const [failure, setFailure] = useState<string | null>(null)
  const job = useRef<BakeJob | null>(null)
  useEffect(() => () => job.current?.cancel(), [])
  const bake = async (form: BakeForm): Promise<void> => {
    const { kit, pictures } = useDocument.getState()
    const read = readForm(form)
    setFailure(read.refusal)
    setBaked(null)
    if (!kit || read.refusal !== null) return
    setProgress(0)
    // Baked on the stage that is shown.
    const effect = resolveEffect(kit, kit.effects[effectId]!, readMask)
    const options = { ...read.options, surfaces: surfacesOn(effect, useSession.getState().preview, kit) }
    job.current = startBake({ kit, pictures }, effectId, `${name}.png`, options, setProgress)
    try {
      setBaked(await job.current.result)
    } catch (error) {
      if (error instanceof Cancelled) setFailure('Baking was cancelled')
      else setFailure(inFormWords(error instanceof Error ? error.message : String(error)))
    }
    setProgress(null)
  }
  return { progress, baked, failure, bake, cancel: () => job.current?.cancel() }
}

const saveSheet = (baked: BakedSheet, name: string): void => {
  const files = sheetFiles(baked, name).map(({ name: file, data }) => [
    file,
    typeof data === 'string' ? strToU8(data) : ([data, { level: 0 as const }] as const),
  ])
  download(`${name}-sheet.zip`, zipSync(Object.fromEntries(files) as Zippable), 'application/zip')
}

const BakeFields = ({
  form,
  wraps,
  onChange,
}: {
  form: BakeForm
  /** Some emitter's particles come in again, so that a tile can be made. */
  wraps: boolean
  onChange: (form: BakeForm) => void
}) => (
  <div className="bake-form">
    {FIELDS.map(({ key, label, hint }) => (
      <TextField
        key={key}
        size="small"
        label={label}
        placeholder={hint}
        value={form[key]}
        slotProps={{ inputLabel: { shrink: true } }}
        onChange={(event) => onChange({ ...form, [key]: event.target.value })}
      />
    ))}
    <TextField
      select
      size="small"
      label="Sampling"
      value={form.sampling}
      onChange={(event) => onChange({ ...form, sampling: event.target.value as BakeForm['sampling'] })}
    >
      <MenuItem value="own">as each sheet says</MenuItem>
      <MenuItem value="smooth">smooth</MenuItem>
      <MenuItem value="nearest">nearest</MenuItem>
    </TextField>
    {wraps && (
      <label
        className="check-row"
        title="As large as the rectangle in which particles come in again; frames repeat without a seam"
      >
        <Checkbox
          size="small"
          checked={form.tile}
          onChange={(event) => onChange({ ...form, tile: event.target.checked })}
        />{' '}
        a tile that repeats
      </label>
    )}
  </div>
)

const BakeSection = ({ effectId, name }: { effectId: string; name: string }) => {
  const [form, setForm] = useState<BakeForm>(EMPTY_FORM)
  const { progress, baked, failure, bake, cancel } = useBake(effectId, name)
  const wraps = useDocument((s) =>
    Object.values(s.kit?.effects[effectId]?.emitters ?? {}).some(({ wrap }) => wrap !== 'none'),
  )
  return (
    <section>
      <h3>Bake this effect to a sprite sheet</h3>
      <BakeFields form={form} wraps={wraps} onChange={setForm} />
      {progress !== null && (
        <LinearProgress variant="determinate" value={progress * 100} aria-label="Baking" />
      )}
      {failure && <Alert severity="warning">{failure}</Alert>}
      {baked && <Preview baked={baked} />}
      <div className="ship-buttons">
        {progress === null ? (
          <Button variant="contained" onClick={() => void bake(form)}>
            Bake
          </Button>
        ) : (
          <Button variant="outlined" onClick={cancel}>
            Cancel baking
          </Button>
        )}
        <Button variant="outlined" disabled={!baked} onClick={() => baked && saveSheet(baked, name)}>
          Save PNG and JSON
        </Button>
      </div>
    </section>
  )
}

const KitSection = () => (
  <section>
    <h3>Ship the whole kit</h3>
    {EXPORTERS.map((exporter) => (
      <div key={exporter.id} className="ship-row">
        <Button variant="outlined" onClick={() => runExport(exporter)}>
          {exporter.label}
        </Button>
        <span>{exporter.help}</span>
      </div>
    ))}
  </section>
)

/** Baking and shipping, side by side: a sheet of this effect, or the kit for a game. */
const ShipDialog = ({ effectId, onClose }: { effectId: string; onClose: () => void }) => {
  const title = useDocument((s) => s.kit?.effects[effectId]?.name)
  if (title === undefined) return null
  return (
    <Dialog open onClose={onClose} maxWidth="md" fullWidth>
      <DialogTitle>Bake & ship “{title}”</DialogTitle>
      <DialogContent>
        <div className="ship">
          <BakeSection effectId={effectId} name={fileNameOf(title)} />
          <KitSection />
        </div>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Close</Button>
      </DialogActions>
    </Dialog>
  )
}

export default ShipDialog
