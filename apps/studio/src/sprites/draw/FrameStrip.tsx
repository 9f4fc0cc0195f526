import Add from '@mui/icons-material/Add'
import ArrowBack from '@mui/icons-material/ArrowBack'
import ArrowForward from '@mui/icons-material/ArrowForward'
import ContentCopy from '@mui/icons-material/ContentCopy'
import DeleteOutline from '@mui/icons-material/DeleteOutlined'
import IconButton from '@mui/material/IconButton'
import { freeName, type Sheet } from '@gliv/document'
import { createImage } from '@gliv/pixels'
import { FrameCell } from '../../preview/FrameMenu.tsx'
import { moved } from '../sheets/clips.ts'
import { type LooseFrame, looseFrames, repack } from '../sheets/repack.ts'
import { tell } from '../sheets/pictures.ts'
import { chooseFrame } from '../../state/sprites.ts'
import './FrameStrip.css'

/** Frames shown on either side of the present one: a sheet may have thousands. */
const AROUND = 12

/** What can be done with the frame at hand; `then` is the frame that is chosen afterwards. */
interface Action {
  readonly label: string
  readonly title: string
  readonly icon: React.ReactNode
  readonly disabled?: boolean
  readonly says: string
  readonly recipe: (frames: LooseFrame[]) => LooseFrame[]
  readonly then: number
}

const actionsOf = (sheet: Sheet, index: number): Action[] => {
  const { name, w, h } = sheet.frames[index]!
  const fresh = freeName(
    name,
    sheet.frames.map((f) => f.name),
  )
  const empty = { name: fresh, image: createImage(w, h), pivotX: w / 2, pivotY: h / 2, from: null }
  return [
    {
      label: 'Add an empty frame',
      title: 'Add an empty frame',
      icon: <Add fontSize="small" />,
      says: 'Add a frame',
      recipe: (frames) => frames.toSpliced(index + 1, 0, empty),
      then: index + 1,
    },
    {
      label: 'Duplicate this frame',
      title: 'Duplicate this frame',
      icon: <ContentCopy fontSize="small" />,
      says: `Duplicate ${name}`,
      recipe: (frames) => frames.toSpliced(index + 1, 0, { ...frames[index]!, name: fresh, from: null }),
      then: index + 1,
    },
    {
      label: 'Move this frame back',
      title: 'Move back',
      icon: <ArrowBack fontSize="small" />,
      disabled: index === 0,
      says: `Move ${name}`,
      recipe: (frames) => moved(frames, index, index - 1),
      then: index - 1,
    },
    {
      label: 'Move this frame on',
      title: 'Move on',
      icon: <ArrowForward fontSize="small" />,
      disabled: index === sheet.frames.length - 1,
      says: `Move ${name}`,
      recipe: (frames) => moved(frames, index, index + 1),
      then: index + 1,
    },
    {
      label: 'Delete this frame',
      title: 'Delete this frame',
      icon: <DeleteOutline fontSize="small" />,
      disabled: sheet.frames.length === 1,
      says: `Delete ${name}`,
      recipe: (frames) => frames.filter((_, i) => i !== index),
      then: Math.max(0, index - 1),
    },
  ]
}

const runAction = async (sheet: Sheet, { says, recipe, then }: Action): Promise<void> => {
  await repack(says, sheet, recipe(await looseFrames(sheet)))
  chooseFrame(sheet.id, then)
}

/** The frames beside the one that is drawn, and what is done with them as wholes. */
export const FrameStrip = ({ sheet, index }: { sheet: Sheet; index: number }) => {
  const first = Math.max(0, index - AROUND)
  return (
    <div className="frame-strip">
      <div className="frame-strip-list" role="listbox" aria-label="Frames to draw">
        {sheet.frames.slice(first, index + AROUND + 1).map((frame, k) => (
          <button
            key={first + k}
            type="button"
            role="option"
            aria-selected={first + k === index}
            aria-label={frame.name}
            title={frame.name}
            className={first + k === index ? 'clip-frame notched' : 'clip-frame'}
            onClick={() => chooseFrame(sheet.id, first + k)}
          >
            <FrameCell sheetId={sheet.id} frame={first + k} size={30} />
          </button>
        ))}
      </div>
      {actionsOf(sheet, index).map((action) => (
        <IconButton
          key={action.label}
          size="small"
          aria-label={action.label}
          title={action.title}
          disabled={action.disabled ?? false}
          onClick={() => void runAction(sheet, action).catch(tell)}
        >
          {action.icon}
        </IconButton>
      ))}
    </div>
  )
}
