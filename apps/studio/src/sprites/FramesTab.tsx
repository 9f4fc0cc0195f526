import Alert from '@mui/material/Alert'
import Button from '@mui/material/Button'
import { addClip, recut, setFrames, type Sheet, type SlicingChoice } from '@gliv/document'
import { useMemo, useState } from 'react'
import { useNavigate } from 'react-router'
import { edit, useDocument } from '../state/document.ts'
import { openMenu } from '../shared/keys/contextMenu.ts'
import { FrameFields } from './FrameFields.tsx'
import { FrameGrid } from './FrameGrid.tsx'
import { PackForm } from './PackForm.tsx'
import { PictureView } from './PictureView.tsx'
import { PivotHandle } from './PivotHandle.tsx'
import { tell } from './sheets/pictures.ts'
import { looseFrames, repack } from './sheets/repack.ts'
import { shatter } from './shatter.ts'
import { SliceForm } from './SliceForm.tsx'
import { withBand } from '../shared/hooks/band.ts'
import { framesAfter, setChosenFrames, useChosenFrames } from '../state/chosenFrames.ts'
import { makeId } from '../state/ids.ts'
import { chooseClip, chooseFrame, setSprites } from '../state/sprites.ts'
import { addFrame, giveFrame, giveFrames, useActiveType } from './sheets/activeType.ts'
import { useBitmap } from '../preview/bitmaps.ts'
import { useFrame } from './sheets/chosenSheet.ts'
import { type Cut, useCut } from './useCut.ts'
import './FramesTab.css'
import './styles/common.css'

/** A sheet never loses frames in use without a word. */
const applyCut = (sheet: Sheet, slicing: SlicingChoice, cut: Cut): void => {
  const { frames, became } = recut(sheet, cut.cells)
  let gone = 0
  edit(`Cut ${sheet.name}`, (kit) => {
    gone = setFrames(kit, sheet.id, frames, became)
    Object.assign(kit.sheets[sheet.id]!, { slicing, packing: null })
  })
  if (gone > 0)
    tell(
      `${gone} frame${gone === 1 ? '' : 's'} in use ${gone === 1 ? 'is' : 'are'} no longer there; what used ${gone === 1 ? 'it' : 'them'} shows the nearest one. Undo brings back the old cut.`,
    )
}

const removeFrame = async (sheet: Sheet, frame: number): Promise<void> => {
  const { name } = sheet.frames[frame]!
  if (sheet.packing)
    return repack(
      `Delete frame ${name}`,
      sheet,
      (await looseFrames(sheet)).filter((_, i) => i !== frame),
    )
  edit(`Delete frame ${name}`, (kit) => {
    const kept = sheet.frames.filter((_, i) => i !== frame)
    setFrames(
      kit,
      sheet.id,
      kept,
      sheet.frames.map((_, i) => (i === frame ? -1 : i > frame ? i - 1 : i)),
    )
  })
}

/** What can be done with the chosen frame. */
const FrameActions = ({ sheet, index }: { sheet: Sheet; index: number }) => {
  const target = useActiveType()
  const navigate = useNavigate()
  const kitId = useDocument((s) => s.kit?.id)
  const breakUp = (assemble: boolean): void =>
    void shatter(sheet, index, assemble).then((id) => navigate(`/kit/${kitId}/effect/${id}`), tell)
  return (
    <div className="sprite-actions">
      {target && (
        <>
          <Button variant="contained" onClick={() => giveFrame(target.id, sheet, index)}>
            Use for {target.name}
          </Button>
          <Button
            onClick={() => addFrame(target.id, sheet, index)}
            title="Another picture that the particle type may carry"
          >
            Add to it
          </Button>
        </>
      )}
      <Button onClick={() => breakUp(false)} title="A new effect: this sprite bursts into its own pixels">
        Shatter
      </Button>
      <Button onClick={() => breakUp(true)} title="A new effect: pixels fly together into this sprite">
        Assemble
      </Button>
      <Button disabled={sheet.frames.length === 1} onClick={() => void removeFrame(sheet, index).catch(tell)}>
        Delete frame
      </Button>
    </div>
  )
}

/** A cut that is tried out. */
const Cutting = ({
  sheet,
  slicing,
  cut,
  onChange,
  onDone,
}: {
  sheet: Sheet
  slicing: SlicingChoice
  cut: Cut
  onChange: (next: SlicingChoice) => void
  onDone: () => void
}) => (
  <section className="side-form" aria-label="Cutting">
    <SliceForm slicing={slicing} width={sheet.width} height={sheet.height} onChange={onChange} />
    {cut.refusal && <Alert severity="warning">{cut.refusal}</Alert>}
    <div className="side-buttons">
      <Button onClick={onDone}>Cancel</Button>
      <Button
        variant="contained"
        disabled={cut.cells.length === 0 || cut.busy}
        onClick={() => {
          applyCut(sheet, slicing, cut)
          onDone()
        }}
      >
        Cut into {cut.cells.length} frame{cut.cells.length === 1 ? '' : 's'}
      </Button>
    </div>
  </section>
)

const NOTHING: readonly number[] = []

/** What can be done with several frames: Shift takes a run of them, Ctrl one more. */
const ManyActions = ({ sheet, frames }: { sheet: Sheet; frames: readonly number[] }) => {
  const target = useActiveType()
  if (frames.length < 2) return null
  return (
    <div className="sprite-actions">
      {target && (
        <Button variant="contained" onClick={() => giveFrames(target.id, sheet, frames)}>
          Use {frames.length} frames for {target.name}
        </Button>
      )}
      <Button
        onClick={() => {
          let clip = ''
          edit(
            `Clip of ${frames.length} frames`,
            (kit) => void (clip = addClip(kit, sheet.id, [...frames], makeId)),
          )
          chooseClip(sheet.id, clip)
          setSprites({ tab: 'clips' })
        }}
      >
        Clip of {frames.length} frames
      </Button>
    </div>
  )
}

/** Frames chosen together; the first of them is the one at hand. */
const chooseMany = (sheet: Sheet, frames: readonly number[]): void => {
  const [first] = frames
  if (first === undefined) return
  setChosenFrames(sheet.id, frames)
  chooseFrame(sheet.id, first)
}

/** The chosen frames of a sheet that are still there. */
const useMany = (sheet: Sheet): readonly number[] => {
  const chosen = useChosenFrames((s) => s[sheet.id]) ?? NOTHING
  return useMemo(() => chosen.filter((f) => f < sheet.frames.length), [chosen, sheet.frames.length])
}

/** The chosen frame and the others, with ways to cut and to lay out the sheet. */
const ChosenFrame = ({
  sheet,
  index,
  onCut,
  onLayout,
}: {
  sheet: Sheet
  index: number
  onCut: () => void
  onLayout: () => void
}) => {
  const many = useMany(sheet)
  const target = useActiveType()
  const navigate = useNavigate()
  const kitId = useDocument((state) => state.kit?.id)
  return (
    <>
      <div className="side-tools">
        <Button variant="outlined" onClick={onCut}>
          Cut…
        </Button>
        <Button
          variant="outlined"
          disabled={!sheet.packing}
          title={
            sheet.packing
              ? 'How the loose frames lie on the sheet'
              : 'This sheet came as one picture; frames of drawn, made and packed sheets can be laid out'
          }
          onClick={onLayout}
        >
          Layout…
        </Button>
      </div>
      <FrameFields sheet={sheet} index={index} />
      <FrameActions sheet={sheet} index={index} />
      <ManyActions sheet={sheet} frames={many} />
      <FrameGrid
        sheet={sheet}
        selected={index}
        many={many}
        onPick={(frame, how) => {
          setChosenFrames(sheet.id, framesAfter(many, index, frame, how))
          chooseFrame(sheet.id, frame)
        }}
        onBand={(frames, ctrl) => chooseMany(sheet, withBand(many, frames, ctrl))}
        onMenu={(frame, event) =>
          openMenu(event, 'frame', {
            use: target ? () => giveFrame(target.id, sheet, frame) : null,
            addPicture: target ? () => addFrame(target.id, sheet, frame) : null,
            shatter: () =>
              void shatter(sheet, frame, false).then((id) => navigate(`/kit/${kitId}/effect/${id}`), tell),
            delete: sheet.frames.length > 1 ? () => void removeFrame(sheet, frame).catch(tell) : null,
          })
        }
      />
    </>
  )
}

/** The whole sheet with its frames; cutting is tried out before it is done. */
export const FramesTab = ({ sheet }: { sheet: Sheet }) => {
  const bitmap = useBitmap(sheet)
  const png = useDocument((s) => s.pictures.get(sheet.picture))
  const index = useFrame(sheet)
  const many = useMany(sheet)
  const [draft, setDraft] = useState<{ readonly sheet: string; readonly slicing: SlicingChoice } | null>(null)
  const [packing, setPacking] = useState<string | null>(null)
  const slicing = draft?.sheet === sheet.id ? draft.slicing : null
  const cut = useCut(sheet.picture, png, slicing)
  const shown = useMemo(() => (slicing ? cut.cells : sheet.frames), [slicing, cut.cells, sheet.frames])
  const done = (): void => setDraft(null)
  return (
    <div className="tab-body">
      <PictureView
        label={sheet.name}
        bitmap={bitmap}
        width={sheet.width}
        height={sheet.height}
        smooth={sheet.sampling === 'smooth'}
        cells={shown}
        selected={slicing ? -1 : index}
        onPick={(frame) => !slicing && chooseFrame(sheet.id, frame)}
        many={slicing ? NOTHING : many}
        {...(slicing ? {} : { onBand: (frames, ctrl) => chooseMany(sheet, withBand(many, frames, ctrl)) })}
        {...(slicing ? {} : { overlay: (look) => <PivotHandle sheet={sheet} index={index} look={look} /> })}
      />
      <div className="tab-side">
        {slicing ? (
          <Cutting
            sheet={sheet}
            slicing={slicing}
            cut={cut}
            onChange={(next) => setDraft({ sheet: sheet.id, slicing: next })}
            onDone={done}
          />
        ) : packing === sheet.id && sheet.packing ? (
          <PackForm sheet={sheet} packing={sheet.packing} onClose={() => setPacking(null)} />
        ) : (
          <ChosenFrame
            sheet={sheet}
            index={index}
            onCut={() => setDraft({ sheet: sheet.id, slicing: sheet.slicing ?? { by: 'gaps', gap: 1 } })}
            onLayout={() => setPacking(sheet.id)}
          />
        )}
      </div>
    </div>
  )
}
