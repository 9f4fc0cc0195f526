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

/** Frames shown on either side of the present one: a sheet may have thousands. */
const AROUND = 12

/** The frames beside the one that is drawn, and what is done with them as wholes. */
export const FrameStrip = ({ sheet, index }: { sheet: Sheet; index: number }) => {
  const names = sheet.frames.map((f) => f.name)
  const change = async (
    label: string,
    recipe: (frames: LooseFrame[]) => LooseFrame[],
    then: number,
  ): Promise<void> => {
    await repack(label, sheet, recipe(await looseFrames(sheet)))
    chooseFrame(sheet.id, then)
  }
  const run = (work: Promise<void>): void => void work.catch(tell)
  const { name, w, h } = sheet.frames[index]!
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
      <IconButton
        size="small"
        aria-label="Add an empty frame"
        title="Add an empty frame"
        onClick={() =>
          run(
            change(
              'Add a frame',
              (frames) =>
                frames.toSpliced(index + 1, 0, {
                  name: freeName(name, names),
                  image: createImage(w, h),
                  pivotX: w / 2,
                  pivotY: h / 2,
                  from: null,
                }),
              index + 1,
            ),
          )
        }
      >
        <Add fontSize="small" />
      </IconButton>
      <IconButton
        size="small"
        aria-label="Duplicate this frame"
        title="Duplicate this frame"
        onClick={() =>
          run(
            change(
              `Duplicate ${name}`,
              (frames) =>
                frames.toSpliced(index + 1, 0, {
                  ...frames[index]!,
                  name: freeName(name, names),
                  from: null,
                }),
              index + 1,
            ),
          )
        }
      >
        <ContentCopy fontSize="small" />
      </IconButton>
      <IconButton
        size="small"
        aria-label="Move this frame back"
        title="Move back"
        disabled={index === 0}
        onClick={() => run(change(`Move ${name}`, (frames) => moved(frames, index, index - 1), index - 1))}
      >
        <ArrowBack fontSize="small" />
      </IconButton>
      <IconButton
        size="small"
        aria-label="Move this frame on"
        title="Move on"
        disabled={index === sheet.frames.length - 1}
        onClick={() => run(change(`Move ${name}`, (frames) => moved(frames, index, index + 1), index + 1))}
      >
        <ArrowForward fontSize="small" />
      </IconButton>
      <IconButton
        size="small"
        aria-label="Delete this frame"
        title="Delete this frame"
        disabled={sheet.frames.length === 1}
        onClick={() =>
          run(
            change(
              `Delete ${name}`,
              (frames) => frames.filter((_, i) => i !== index),
              Math.max(0, index - 1),
            ),
          )
        }
      >
        <DeleteOutline fontSize="small" />
      </IconButton>
    </div>
  )
}
