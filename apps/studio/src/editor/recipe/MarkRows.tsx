import Add from '@mui/icons-material/Add'
import Close from '@mui/icons-material/Close'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import { useState } from 'react'
import { ColourList } from '../../document/ColourList.tsx'
import { FrameCell, FrameMenu } from '../../preview/FrameMenu.tsx'
import { edit, useDocument } from '../../state/document.ts'
import { useShown, useShownData } from '../playback/shownEffect.ts'
import { AnyRow } from './AnyRow.tsx'
import type { EmitterPath } from './emitterPath.ts'
import { MARK_NUMBERS } from './numbers.ts'
import type { Row } from './row.ts'
import './common.css'

const ROWS: readonly Row[] = [
  ...MARK_NUMBERS.slice(0, 4),
  '@markBlend',
  '@markClip',
  ...MARK_NUMBERS.slice(4),
]

const NOTHING: readonly string[] = []

interface Mark {
  readonly sheet: string
  readonly frames: number[]
}
type SetMark = (label: string, next: Mark | null) => void

/** The frames that a mark draws from. */
const MarkFrames = ({
  mark,
  set,
  onAdd,
}: {
  mark: Mark
  set: SetMark
  onAdd: (anchor: HTMLElement) => void
}) => {
  const names = useShownData<readonly string[]>(
    (kit) => kit.sheets[mark.sheet]?.frames.map((frame) => frame.name) ?? NOTHING,
    NOTHING,
  )
  return (
    <span className="picture-frames">
      {mark.frames.map((frame) => (
        <button
          key={frame}
          type="button"
          className="clip-frame"
          disabled={mark.frames.length === 1}
          title={mark.frames.length > 1 ? 'Remove this frame' : 'The only frame'}
          aria-label={`${names[frame] ?? 'Frame'} of the mark`}
          onClick={() =>
            set('Remove a frame of the mark', {
              ...mark,
              frames: mark.frames.filter((f) => f !== frame),
            })
          }
        >
          <FrameCell sheetId={mark.sheet} frame={frame} size={26} />
        </button>
      ))}
      <IconButton
        aria-label="Add a frame to the mark"
        title="One of the frames is drawn for each mark"
        onClick={(event) => onAdd(event.currentTarget)}
      >
        <Add fontSize="inherit" />
      </IconButton>
    </span>
  )
}

/** All frames of a mark come from one sheet, so that one of another takes their place. */
const sayOtherSheet = (before: number, name: string): void =>
  useDocument.setState({
    notice: `Marks are drawn from one sheet: “${name}” takes the place of ${before === 1 ? 'the frame' : `the ${before} frames`} before. Undo brings ${before === 1 ? 'it' : 'them'} back.`,
  })

/** What a hit leaves on the surface: the frames that it draws from, and how it looks. */
export const MarkRows = ({ path }: { path: EmitterPath }) => {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const hasContact = useShown((kit) => (kit.types[path.type]?.contact ?? 'none') !== 'none', false)
  const mark = useShown((kit) => kit.types[path.type]?.mark ?? null, null)
  const colours = useShown<readonly string[]>((kit) => kit.types[path.type]?.markColours ?? NOTHING, NOTHING)
  if (!hasContact) return null
  const set: SetMark = (label, next) => edit(label, (kit) => void (kit.types[path.type]!.mark = next))
  const choose = (sheet: string, frame: number, name: string): void => {
    const same = mark?.sheet === sheet
    if (!same || !mark.frames.includes(frame))
      set(`Mark: ${name}`, { sheet, frames: same ? [...mark.frames, frame] : [frame] })
    if (mark && !same) sayOtherSheet(mark.frames.length, name)
    setAnchor(null)
  }
  return (
    <section className="force marks">
      <header>
        <span>Marks</span>
        {mark && (
          <IconButton aria-label="Leave no marks" onClick={() => set('Leave no marks', null)}>
            <Close fontSize="inherit" />
          </IconButton>
        )}
      </header>
      {mark ? (
        <>
          <MarkFrames mark={mark} set={set} onAdd={setAnchor} />
          <p className="group-hint">Each takes one of these colours</p>
          <ColourList
            label="Colours of the marks"
            colours={colours}
            write={(kit, next) => void (kit.types[path.type]!.markColours = next)}
          />
          {ROWS.map((row) => (
            <AnyRow key={row} row={row} path={path} />
          ))}
        </>
      ) : (
        <Button
          startIcon={<Add />}
          title="Each hit leaves a picture on the surface"
          onClick={(event) => setAnchor(event.currentTarget)}
        >
          Leave marks
        </Button>
      )}
      <FrameMenu
        anchor={anchor}
        chosen={mark?.frames.map((frame) => ({ sheet: mark.sheet, frame })) ?? []}
        onClose={() => setAnchor(null)}
        onChoose={choose}
      />
    </section>
  )
}
