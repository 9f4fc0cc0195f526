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
import { Cancelled } from '../shared/workerJob.ts'
import { useAfterFirstPaint } from '../shared/hooks/useAfterFirstPaint.ts'
import { changeArrival, forgetArrivals, resizeArrival } from './arrivals.ts'
import { type Arrival, useArrivals } from './arrivalStore.ts'
import { SVG_LIMIT } from './rasterise.ts'
import { ByHand } from './ByHand.tsx'
import { countText } from './countText.ts'
import { NumberField } from '../shared/controls/NumberField.tsx'
import { PackFields } from './PackForm.tsx'
import { PictureView } from './PictureView.tsx'
import { tell } from './sheets/pictures.ts'
import { chooseSheet } from '../state/sprites.ts'
import { isAnimated, replacePicture, addToSheet, addSheetOf, addPackedSheet } from './addArrivals.ts'
import { linkSheet } from './linked.ts'
import { type Cut, useCut } from './useCut.ts'
import './ImportDialog.css'
import './styles/common.css'

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

/** A picture that came with numbers: what they say, and a way to do without them. */
const ByNumbers = ({ id, numbers }: { id: number; numbers: NonNullable<Arrival['numbers']> }) => (
  <>
    <p>
      Cut by the numbers of “{numbers.file}”: {countText(numbers.cells.length, 'frame')}
      {numbers.pivot && `, pivot at ${numbers.pivot.x}, ${numbers.pivot.y}`}
      {numbers.fps !== null && `, ${numbers.fps} frames per second as a clip`}.
    </p>
    <Button variant="outlined" onClick={() => changeArrival(id, { numbers: null })}>
      Cut it by hand instead
    </Button>
  </>
)

/** The picture with the cells that it would be cut into, and the form for the cut. */
const OneArrival = ({ arrival, cut, cutting }: { arrival: Arrival; cut: Cut; cutting: boolean }) => {
  const bitmap = useArrivalBitmap(arrival)
  const { width, height } = arrival.frames[0]!
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
        {arrival.numbers && <ByNumbers id={arrival.id} numbers={arrival.numbers} />}
        {cutting && !arrival.numbers && <ByHand arrival={arrival} cut={cut} />}
      </div>
    </div>
  )
}

/** What somebody has chosen about all pictures together. */
interface Choices {
  readonly way: Way
  readonly name: string
  readonly packing: PackingChoice
  readonly sampling: Sampling
  /** Whether the sheets follow their files on the disk. */
  readonly follow: boolean
}

const SMALL_TEXELS = 256 * 64

const likelySampling = (list: readonly Arrival[]): Sampling =>
  useDocument.getState().kit?.wholePixels ||
  list.every((a) => a.frames[0]!.width * a.frames[0]!.height <= SMALL_TEXELS)
    ? 'nearest'
    : 'smooth'

/** Brings the pictures in; gives the id of the sheet to go to. */
const bringIn = async (
  list: readonly Arrival[],
  { way, name, packing, sampling, follow }: Choices,
  watched: Parameters<typeof addPackedSheet>[4],
): Promise<string> => {
  if (way === 'apart') {
    let last = ''
    for (const one of list) {
      last = await addSheetOf(one, sampling, packing, watched)
      if (follow && one.handle && !isAnimated(one)) await linkSheet(last, one.handle, true)
    }
    return last
  }
  if (way === 'together') return addPackedSheet(list, name.trim() || 'Packed', sampling, packing, watched)
  const sheet = useDocument.getState().kit!.sheets[way.slice(5)]!
  await addToSheet(list, sheet, sheet.packing ?? packing, watched)
  return sheet.id
}

/** One run of bringing in, with its progress and a way to stop it. */
const useBringIn = (list: readonly Arrival[], choices: Choices) => {
  const [progress, setProgress] = useState<number | null>(null)
  const [stop, setStop] = useState<(() => void) | null>(null)
  const run = async (): Promise<void> => {
    setProgress(0)
    try {
      const taken = await bringIn(list, choices, {
        onProgress: setProgress,
        onStart: (cancel: () => void) => setStop(() => cancel),
      })
      // Kit, workspace and dialog each change in a task of their own.
      await nextTask()
      chooseSheet(useDocument.getState().kit!.id, taken, 'frames')
      await nextTask()
      forgetArrivals()
    } catch (error) {
      tell(error instanceof Cancelled ? new Error('Packing was cancelled') : error)
      setProgress(null)
    }
  }
  return { progress, run, cancel: () => (progress === null ? forgetArrivals() : stop?.()) }
}

/** What the button says that brings them in. */
const doneText = (list: readonly Arrival[], arrival: Arrival, way: Way, cut: Cut): string => {
  const frames = list.reduce((sum, a) => sum + a.frames.length, 0)
  if (way === 'together') return `Pack ${frames} pictures`
  if (way !== 'apart') return `Add ${countText(frames, 'frame')}`
  if (list.length > 1) return `Add ${list.length} sheets`
  if (isAnimated(arrival)) return `Add ${frames} frames`
  return `Add ${countText(arrival.numbers?.cells.length ?? cut.cells.length, 'frame')}`
}

const ArrivalList = ({
  list,
  chosen,
  onChoose,
}: {
  list: readonly Arrival[]
  chosen: Arrival
  onChoose: (index: number) => void
}) => (
  <div className="arrival-list" role="listbox" aria-label="Pictures">
    {list.map((a, i) => (
      <button
        key={a.id}
        type="button"
        role="option"
        aria-selected={a === chosen}
        className={a === chosen ? 'toggle-word notched' : 'toggle-word'}
        onClick={() => onChoose(i)}
      >
        {a.name}
      </button>
    ))}
  </div>
)

const useWays = (count: number): readonly { readonly value: string; readonly label: string }[] => {
  const kit = useDocument((s) => s.kit)
  return useMemo(
    () => [
      { value: 'apart', label: count > 1 ? 'one sheet each' : 'a sheet of its own' },
      ...(count > 1 ? [{ value: 'together', label: 'all packed on one sheet' }] : []),
      ...(kit?.sheetOrder ?? []).map((id) => ({
        value: `into ${id}`,
        label: `more frames for “${kit!.sheets[id]!.name}”`,
      })),
    ],
    [kit, count],
  )
}

const SAMPLING_WORDS = [
  { value: 'nearest', label: 'nearest: hard pixels' },
  { value: 'smooth', label: 'smooth' },
] as const

const HowRows = ({
  list,
  choices: { way, name, packing, sampling, follow },
  set,
}: {
  list: readonly Arrival[]
  choices: Choices
  set: (change: Partial<Choices>) => void
}) => {
  const ways = useWays(list.length)
  return (
    <div className="import-how">
      <WordRow
        title="Comes in as"
        value={way}
        options={ways}
        onChange={(next) => set({ way: next as Way })}
      />
      {!way.startsWith('into') && (
        <WordRow
          title="Sampling"
          value={sampling}
          options={SAMPLING_WORDS}
          onChange={(next) => set({ sampling: next as Sampling })}
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
            onChange={(event) => set({ name: event.target.value })}
          />
        </div>
      )}
      {way === 'apart' && list.some((one) => one.handle && !isAnimated(one)) && (
        <label className="choice-row">
          <span className="row-label">File</span>
          <span>
            <input
              type="checkbox"
              checked={follow}
              onChange={(event) => set({ follow: event.target.checked })}
            />{' '}
            follow it: what an art program saves there comes in again
          </span>
        </label>
      )}
      {(way === 'together' || (way === 'apart' && list.some(isAnimated))) && (
        <PackFields packing={packing} onChange={(next) => set({ packing: next })} />
      )}
    </div>
  )
}

const useChoices = (
  list: readonly Arrival[],
): readonly [choices: Choices, set: (change: Partial<Choices>) => void] => {
  const [chosen, setChosen] = useState<Omit<Choices, 'way'> & { readonly way: Way | null }>(() => ({
    way: null,
    name: '',
    packing: DEFAULT_PACKING,
    follow: false,
    sampling: likelySampling(list),
  }))
  return [
    { ...chosen, way: chosen.way ?? likelyWay(list) },
    (change) => setChosen((before) => ({ ...before, ...change })),
  ]
}

const NewPictures = ({ list }: { list: readonly Arrival[] }) => {
  const reading = useArrivals((s) => s.reading)
  const [chosen, setChosen] = useState(0)
  const [choices, set] = useChoices(list)
  const { progress, run, cancel } = useBringIn(list, choices)
  const late = useAfterFirstPaint()
  const arrival = list[Math.min(chosen, list.length - 1)]!
  const cutting = choices.way === 'apart' && !isAnimated(arrival) && !arrival.numbers
  const cut = useCut(
    `arrival ${arrival.id} ${arrival.frames[0]!.width}`,
    arrival.png,
    cutting ? arrival.slicing : null,
  )
  const waits = progress !== null || (cutting && (cut.busy || cut.cells.length === 0))
  return (
    <Dialog open maxWidth="md" fullWidth onClose={() => progress === null && forgetArrivals()}>
      <DialogTitle>
        {list.length > 1 ? `Import ${list.length} pictures` : `Import “${arrival.name}”`}
      </DialogTitle>
      <DialogContent>
        {list.length > 1 && <ArrivalList list={list} chosen={arrival} onChoose={setChosen} />}
        {late ? <OneArrival arrival={arrival} cut={cut} cutting={cutting} /> : <div className="import-one" />}
        <HowRows list={list} choices={choices} set={set} />
        {progress !== null && (
          <LinearProgress variant="determinate" value={progress * 100} aria-label="Packing" />
        )}
      </DialogContent>
      <DialogActions>
        {reading > 0 && <span className="soft">reading {reading} more…</span>}
        <Button onClick={cancel}>Cancel</Button>
        <Button variant="contained" disabled={waits} onClick={() => void run()}>
          {doneText(list, arrival, choices.way, cut)}
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
