import Add from '@mui/icons-material/Add'
import Close from '@mui/icons-material/Close'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import { framesOf, type TypePicture } from '@gliv/document'
import { useState } from 'react'
import { TypedField } from '../../shared/controls/TypedField.tsx'
import { chooseFrame, chooseSheet, setSprites } from '../../state/sprites.ts'
import { edit, shownKit } from '../../state/document.ts'
import { useShown } from '../playback/shownEffect.ts'
import { FrameCell, FrameMenu } from '../../preview/FrameMenu.tsx'
import type { EmitterPath } from './emitterPath.ts'
import './PictureRows.css'
import './common.css'

const readWeight = (text: string): number | null => {
  const value = Number(text.replace(',', '.'))
  return text.trim() !== '' && value > 0 && value <= 1e6 ? value : null
}

/** A clip that the picture follows: its frames, and a way to part from it. */
const FollowedClip = ({ picture, onPart }: { picture: TypePicture; onPart: (frames: number[]) => void }) => {
  const sheet = useShown((kit) => kit.sheets[picture.sheet] ?? null, null)
  const clip = sheet?.clips.find((c) => c.id === picture.clip)
  if (!sheet || !clip) return null
  return (
    <span className="picture-frames" title={`Follows the clip “${clip.name}”`}>
      {clip.steps.slice(0, 12).map((step, at) => (
        <span key={at} className="clip-frame">
          <FrameCell sheetId={sheet.id} frame={step.frame} size={26} />
        </span>
      ))}
      <small className="clip-name">
        clip {clip.name}{' '}
        <button
          type="button"
          className="word-choice"
          title="Keep its frames, and follow the clip no longer"
          onClick={() => onPart([...framesOf(sheet, picture)])}
        >
          part
        </button>
      </small>
    </span>
  )
}

/** What a press in the menu of frames does: another picture, or one more frame of a clip. */
type Asked = { readonly anchor: HTMLElement; readonly picture: number | null }

interface RowProps {
  readonly picture: TypePicture
  readonly index: number
  /** It is the only picture of its type. */
  readonly alone: boolean
  readonly set: (label: string, next: Partial<TypePicture>) => void
  readonly onAsk: (anchor: HTMLElement) => void
  readonly onRemove: () => void
}

/** The frames of a picture that follows no clip. */
const OwnFrames = ({ picture, index, set, onAsk }: RowProps) => (
  <span className="picture-frames">
    {picture.frames.map((frame, at) => (
      <button
        key={at}
        type="button"
        className="clip-frame"
        title={picture.frames.length > 1 ? 'Remove this frame' : 'The only frame'}
        aria-label={`Frame ${at + 1} of picture ${index + 1}`}
        disabled={picture.frames.length === 1}
        onClick={() => set('Remove a frame', { frames: picture.frames.filter((_, i) => i !== at) })}
      >
        <FrameCell sheetId={picture.sheet} frame={frame} size={26} />
      </button>
    ))}
    <IconButton
      aria-label={`Add a frame to picture ${index + 1}`}
      title="Add a frame to the clip"
      onClick={(event) => onAsk(event.currentTarget)}
    >
      <Add fontSize="inherit" />
    </IconButton>
  </span>
)

const PictureRow = (props: RowProps) => {
  const { picture, index, alone, set, onRemove } = props
  return (
    <div className="picture-row">
      {picture.clip !== null ? (
        <FollowedClip
          picture={picture}
          onPart={(frames) => set('Frames of its own', { frames, clip: null })}
        />
      ) : (
        <OwnFrames {...props} />
      )}
      {!alone && (
        <label title="How often it is taken, against the others">
          weight{' '}
          <TypedField
            label={`Weight of picture ${index + 1}`}
            shown={String(picture.weight)}
            read={readWeight}
            hint="Type a number over 0"
            onCommit={(weight) => set('Weight', { weight })}
          />
        </label>
      )}
      <IconButton aria-label={`Remove picture ${index + 1}`} disabled={alone} onClick={onRemove}>
        <Close fontSize="inherit" />
      </IconButton>
    </div>
  )
}

/** The sprites with a picture's sheet and frame in front. */
const openSprites = (picture: TypePicture | undefined): void => {
  const kitId = shownKit()?.id
  if (picture && kitId !== undefined) chooseSheet(kitId, picture.sheet)
  if (picture?.frames[0] !== undefined && picture.clip === null) chooseFrame(picture.sheet, picture.frames[0])
  setSprites({ open: true })
}

/** Pictures that the type may carry, each with its weight and the frames of its clip. */
export const PictureRows = ({ path }: { path: EmitterPath }) => {
  const [asked, setAsked] = useState<Asked | null>(null)
  const pictures = useShown<readonly TypePicture[]>((kit) => kit.types[path.type]?.pictures ?? [], [])
  const change = (label: string, recipe: (list: TypePicture[]) => TypePicture[]): void =>
    edit(label, (kit) => void (kit.types[path.type]!.pictures = recipe(kit.types[path.type]!.pictures)))
  const set = (index: number, label: string, next: Partial<TypePicture>): void =>
    change(label, (list) => list.map((p, i) => (i === index ? { ...p, ...next } : p)))
  const choose = (sheet: string, frame: number, name: string): void => {
    if (!asked) return
    const { picture } = asked
    if (picture === null)
      change(`Add ${name}`, (list) => [...list, { sheet, frames: [frame], clip: null, weight: 1 }])
    // Frames of a clip come from one sheet; a frame of another one starts the clip anew.
    else if (pictures[picture]?.sheet === sheet && pictures[picture].clip === null)
      set(picture, `Add frame ${name}`, { frames: [...pictures[picture].frames, frame] })
    else set(picture, `Picture: ${name}`, { sheet, frames: [frame], clip: null })
    setAsked(null)
  }
  return (
    <div className="picture-rows">
      {pictures.map((picture, index) => (
        <PictureRow
          key={index}
          picture={picture}
          index={index}
          alone={pictures.length === 1}
          set={(label, next) => set(index, label, next)}
          onAsk={(anchor) => setAsked({ anchor, picture: index })}
          onRemove={() => change('Remove a picture', (list) => list.filter((_, i) => i !== index))}
        />
      ))}
      <Button
        startIcon={<Add />}
        onClick={(event) => setAsked({ anchor: event.currentTarget, picture: null })}
      >
        Add a picture
      </Button>
      <Button onClick={() => openSprites(pictures[0])}>Draw, cut, import…</Button>
      <FrameMenu
        anchor={asked?.anchor ?? null}
        chosen={[]}
        onClose={() => setAsked(null)}
        onChoose={choose}
      />
    </div>
  )
}
