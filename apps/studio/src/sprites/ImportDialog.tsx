import Alert from '@mui/material/Alert'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import LinearProgress from '@mui/material/LinearProgress'
import type { PackingChoice } from '@gliv/document'
import type { Sampling } from '@gliv/model'
import { DEFAULT_PACKING } from '@gliv/pixels'
import { useEffect, useMemo, useState } from 'react'
import { WordRow } from '../shared/controls/WordRow.tsx'
import { useDocument } from '../state/document.ts'
import { nextTask } from '../shared/tasks.ts'
import { useAfterFirstPaint } from '../shared/hooks/useAfterFirstPaint.ts'
import { changeArrival, forgetArrivals, resizeArrival } from './arrivals.ts'
import { type Arrival, useArrivals } from './arrivalStore.ts'
import { SVG_LIMIT } from './rasterise.ts'
import { NumberField } from '../shared/controls/NumberField.tsx'
import { PackFields } from './PackForm.tsx'
import { PictureView } from './PictureView.tsx'
import { tell } from './sheets/pictures.ts'
import { SliceForm } from './SliceForm.tsx'
import { chooseSheet } from '../state/sprites.ts'
import { isAnimated, replacePicture, addToSheet, addSheetOf, addPackedSheet } from './addArrivals.ts'
import { type Cut, useCut } from './useCut.ts'

const useArrivalBitmap = (arrival: Arrival): ImageBitmap | null => {
  const [ready, setReady] = useState<{ png: Uint8Array; bitmap: ImageBitmap } | null>(null)
  useEffect(() => {
    let current = true
    createImageBitmap(new Blob([arrival.png as Uint8Array<ArrayBuffer>], { type: 'image/png' })).then(
      (bitmap) => current && setReady({ png: arrival.png, bitmap }),
      tell,
    )
    return () => void (current = false)
  }, [arrival.png])
  return ready?.png === arrival.png ? ready.bitmap : null
}

/** Where pictures go: one sheet each, all on one, or on a sheet that is there. */
type Way = 'apart' | 'together' | `into ${string}`

/** Pictures up to this side are taken for loose ones when several come at once. */
const LOOSE_SIDE = 512

const likelyWay = (list: readonly Arrival[]): Way =>
  list.length > 1 &&
  list.every(
    (a) => !isAnimated(a) && !a.sure && Math.max(a.frames[0]!.width, a.frames[0]!.height) <= LOOSE_SIDE,
  )
    ? 'together'
    : 'apart'

const countText = (count: number, word: string): string => `${count} ${word}${count === 1 ? '' : 's'}`

/** The picture with the cells that it would be cut into, and the form for the cut. */
const OneArrival = ({ arrival, cut, cutting }: { arrival: Arrival; cut: Cut; cutting: boolean }) => {
  const [image] = arrival.frames
  const bitmap = useArrivalBitmap(arrival)
  const { width, height } = image!
  return (
    <div className="import-one">
      <PictureView
        label={arrival.name}
        bitmap={bitmap}
        width={width}
        height={height}
        smooth={false}
        cells={arrival.numbers?.cells ?? (cutting ? cut.cells : [])}
      />
      <div className="import-form">
        <p className="soft">
          {width} × {height} px
          {isAnimated(arrival) && `, ${arrival.frames.length} frames: they become one sheet with a clip`}
        </p>
        {arrival.svg !== null && (
          <NumberField
            label="Drawn with a width of"
            unit="px"
            value={width}
            low={1}
            high={SVG_LIMIT}
            onCommit={(next) => void resizeArrival(arrival, next).catch(tell)}
          />
        )}
        {arrival.numbers && (
          <>
            <p>
              Cut by the numbers of “{arrival.numbers.file}”:{' '}
              {countText(arrival.numbers.cells.length, 'frame')}
              {arrival.numbers.pivot && `, pivot at ${arrival.numbers.pivot.x}, ${arrival.numbers.pivot.y}`}
              {arrival.numbers.fps !== null && `, ${arrival.numbers.fps} frames per second as a clip`}.
            </p>
            <Button variant="outlined" onClick={() => changeArrival(arrival.id, { numbers: null })}>
              Cut it by hand instead
            </Button>
          </>
        )}
        {cutting && !arrival.numbers && (
          <>
            <SliceForm
              slicing={arrival.slicing}
              width={width}
              height={height}
              onChange={(slicing) => changeArrival(arrival.id, { slicing, why: '' })}
            />
            {arrival.why && <p className="soft">Offered because {arrival.why}.</p>}
            {cut.refusal ? (
              <Alert severity="warning">{cut.refusal}</Alert>
            ) : (
              <p>{cut.busy ? 'cutting…' : countText(cut.cells.length, 'frame')}</p>
            )}
          </>
        )}
      </div>
    </div>
  )
}

const NewPictures = ({ list }: { list: readonly Arrival[] }) => {
  const kit = useDocument((s) => s.kit)
  const reading = useArrivals((s) => s.reading)
  const [chosen, setChosen] = useState(0)
  const [asked, setWay] = useState<Way | null>(null)
  const [name, setName] = useState('')
  const [packing, setPacking] = useState<PackingChoice>(DEFAULT_PACKING)
  const [sampling, setSampling] = useState<Sampling>(
    kit?.wholePixels || list.every((a) => a.frames[0]!.width * a.frames[0]!.height <= 256 * 64)
      ? 'nearest'
      : 'smooth',
  )
  const [progress, setProgress] = useState<number | null>(null)
  const [stop, setStop] = useState<(() => void) | null>(null)
  const late = useAfterFirstPaint()
  const way = asked ?? likelyWay(list)
  const arrival = list[Math.min(chosen, list.length - 1)]!
  const cutting = way === 'apart' && !isAnimated(arrival) && !arrival.numbers
  const cut = useCut(
    `arrival ${arrival.id} ${arrival.frames[0]!.width}`,
    arrival.png,
    cutting ? arrival.slicing : null,
  )
  const options = useMemo(
    () => [
      { value: 'apart', label: list.length > 1 ? 'one sheet each' : 'a sheet of its own' },
      ...(list.length > 1 ? [{ value: 'together', label: 'all packed on one sheet' }] : []),
      ...(kit?.sheetOrder ?? []).map((id) => ({
        value: `into ${id}`,
        label: `more frames for “${kit!.sheets[id]!.name}”`,
      })),
    ],
    [kit, list.length],
  )
  const frames = list.reduce((sum, a) => sum + a.frames.length, 0)
  const take = async (): Promise<string> => {
    const watched = { onProgress: setProgress, onStart: (cancel: () => void) => setStop(() => cancel) }
    if (way === 'apart') {
      let last = ''
      for (const one of list) last = await addSheetOf(one, sampling, packing, watched)
      return last
    }
    if (way === 'together') return addPackedSheet(list, name.trim() || 'Packed', sampling, packing, watched)
    const sheet = kit!.sheets[way.slice(5)]!
    await addToSheet(list, sheet, sheet.packing ?? packing, watched)
    return sheet.id
  }
  const run = async (): Promise<void> => {
    setProgress(0)
    try {
      const taken = await take()
      // Kit, workspace and dialog each change in a task of their own.
      await nextTask()
      chooseSheet(kit!.id, taken, 'frames')
      await nextTask()
      forgetArrivals()
    } catch (error) {
      tell(error)
      setProgress(null)
    }
  }
  const done =
    way === 'apart'
      ? list.length > 1
        ? `Add ${list.length} sheets`
        : isAnimated(arrival)
          ? `Add ${frames} frames`
          : `Add ${countText(arrival.numbers?.cells.length ?? cut.cells.length, 'frame')}`
      : way === 'together'
        ? `Pack ${frames} pictures`
        : `Add ${countText(frames, 'frame')}`
  return (
    <Dialog open maxWidth="md" fullWidth onClose={() => progress === null && forgetArrivals()}>
      <DialogTitle>
        {list.length > 1 ? `Import ${list.length} pictures` : `Import “${arrival.name}”`}
      </DialogTitle>
      <DialogContent>
        {list.length > 1 && (
          <div className="arrival-list" role="listbox" aria-label="Pictures">
            {list.map((a, i) => (
              <button
                key={a.id}
                type="button"
                role="option"
                aria-selected={a === arrival}
                className={a === arrival ? 'toggle-word notched' : 'toggle-word'}
                onClick={() => setChosen(i)}
              >
                {a.name}
              </button>
            ))}
          </div>
        )}
        {late ? <OneArrival arrival={arrival} cut={cut} cutting={cutting} /> : <div className="import-one" />}
        <div className="import-how">
          <WordRow
            title="Comes in as"
            value={way}
            options={options}
            onChange={(next) => setWay(next as Way)}
          />
          {!way.startsWith('into') && (
            <WordRow
              title="Sampling"
              value={sampling}
              options={[
                { value: 'nearest', label: 'nearest: hard pixels' },
                { value: 'smooth', label: 'smooth' },
              ]}
              onChange={(next) => setSampling(next as Sampling)}
            />
          )}
          {way === 'together' && (
            <div className="choice-row">
              <span className="row-label">Name</span>
              <input
                className="plain-input"
                aria-label="Name of the sheet"
                placeholder="Packed"
                value={name}
                maxLength={200}
                onChange={(event) => setName(event.target.value)}
              />
            </div>
          )}
          {(way === 'together' || (way === 'apart' && list.some(isAnimated))) && (
            <PackFields packing={packing} onChange={setPacking} />
          )}
        </div>
        {progress !== null && (
          <LinearProgress variant="determinate" value={progress * 100} aria-label="Packing" />
        )}
      </DialogContent>
      <DialogActions>
        {reading > 0 && <span className="soft">reading {reading} more…</span>}
        <Button onClick={() => (progress === null ? forgetArrivals() : stop?.())}>Cancel</Button>
        <Button
          variant="contained"
          disabled={progress !== null || (cutting && (cut.busy || cut.cells.length === 0))}
          onClick={() => void run()}
        >
          {done}
        </Button>
      </DialogActions>
    </Dialog>
  )
}

const Replacement = ({ arrival, sheetId }: { arrival: Arrival; sheetId: string }) => {
  const sheet = useDocument((s) => s.kit?.sheets[sheetId])
  const bitmap = useArrivalBitmap(arrival)
  if (!sheet) return null
  const { width, height } = arrival.frames[0]!
  const same = width === sheet.width && height === sheet.height
  return (
    <Dialog open maxWidth="sm" fullWidth onClose={forgetArrivals}>
      <DialogTitle>Replace the picture of “{sheet.name}”</DialogTitle>
      <DialogContent>
        <PictureView
          label={arrival.name}
          bitmap={bitmap}
          width={width}
          height={height}
          smooth={false}
          cells={same ? sheet.frames : []}
        />
        <p className="soft">
          {same
            ? `Same size, ${width} × ${height} px: all ${sheet.frames.length} frames, clips and particle types stay as they are.`
            : `The new picture is ${width} × ${height} px, the old one ${sheet.width} × ${sheet.height}. Frames are cut in the same way, or grown with the picture; clips and particle types keep pointing at them.`}
        </p>
      </DialogContent>
      <DialogActions>
        <Button onClick={forgetArrivals}>Cancel</Button>
        <Button
          variant="contained"
          onClick={() => void replacePicture(sheet, arrival).then(forgetArrivals, tell)}
        >
          Replace
        </Button>
      </DialogActions>
    </Dialog>
  )
}

/** Opens by itself when pictures have arrived. */
export const ImportDialog = () => {
  const { list, replaces } = useArrivals()
  const [first] = list
  if (!first) return null
  return replaces === null ? <NewPictures list={list} /> : <Replacement arrival={first} sheetId={replaces} />
}

export default ImportDialog
