import MoreVert from '@mui/icons-material/MoreVert'
import IconButton from '@mui/material/IconButton'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import Popover from '@mui/material/Popover'
import { deleteSheet, type Sheet, type SheetUse, textureBytes, usersOfSheet } from '@gliv/document'
import { SAMPLINGS } from '@gliv/model'
import { useMemo, useRef, useState } from 'react'
import { Link } from 'react-router'
import { NameField } from '../document/NameField.tsx'
import { edit, useDocument } from '../state/document.ts'
import { canPickFiles, pickPicture } from '../shared/files.ts'
import { followAgain, linkSheet, type LinkState, unlinkSheet, useLinks } from './linked.ts'
import { receivePictures } from './receive.ts'
import { tell } from './sheets/pictures.ts'
import { setSprites, useSprites } from '../state/sprites.ts'
import { bytesText } from '../shared/bytesText.ts'
import './SheetHead.css'
import './styles/common.css'

const AS: Readonly<Record<SheetUse['as'], string>> = {
  picture: 'picture of',
  mark: 'mark of',
  mask: 'births of',
  source: 'source of',
  backdrop: 'backdrop of',
  actor: 'pictures of',
}

/** Who shows the sheet, each a way to the effect. */
const Uses = ({ sheet }: { sheet: Sheet }) => {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const kit = useDocument((s) => s.kit)
  const uses = useMemo(() => (kit?.sheets[sheet.id] ? usersOfSheet(kit, sheet.id) : []), [kit, sheet.id])
  if (uses.length === 0) return <span className="unused">not used</span>
  return (
    <>
      <button type="button" className="word-choice" onClick={(event) => setAnchor(event.currentTarget)}>
        used {uses.length === 1 ? 'once' : `${uses.length} times`}
      </button>
      <Popover
        open={anchor !== null}
        anchorEl={anchor}
        onClose={() => setAnchor(null)}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
      >
        <ul className="use-list" aria-label={`Where ${sheet.name} is used`}>
          {uses.map((use, i) => (
            <li key={i}>
              {AS[use.as]}{' '}
              {use.effect === null ? (
                use.name
              ) : (
                <Link to={`/kit/${kit!.id}/effect/${use.effect}`}>{use.name}</Link>
              )}
              {use.effect !== null && <small> in {kit!.effects[use.effect]?.name}</small>}
            </li>
          ))}
        </ul>
      </Popover>
    </>
  )
}

/** Asks for a file; its picture comes in now, and whenever it changes. */
const followFile = async (sheetId: string): Promise<void> => {
  try {
    const file = await pickPicture()
    if (file) await linkSheet(sheetId, file, false)
  } catch (error) {
    if ((error as Error).name !== 'AbortError') tell(error)
  }
}

/** What is said of a file that is followed; `button`: a press goes on with it. */
const LINK_TEXTS: Readonly<
  Record<LinkState, { text: (name: string) => string; help: string; button: boolean }>
> = {
  follows: {
    text: (name) => `follows ${name}`,
    help: 'What is saved to this file on the disk comes in again: frames, pivots and clips stay.',
    button: false,
  },
  asks: {
    text: (name) => `Follow ${name} again`,
    help: 'The browser wants to be asked before the file is read in this session.',
    button: true,
  },
  differs: {
    text: (name) => `Take ${name} in`,
    help: 'The file has changed, and so has the picture here since it was last taken in. Pressed, the file’s takes its place; undo brings this one back.',
    button: true,
  },
  gone: {
    text: (name) => `${name} is gone`,
    help: 'The file that this picture follows cannot be read: moved, renamed or deleted. Choose it again, or follow it no longer, in the menu.',
    button: false,
  },
}

const LinkNote = ({ sheetId }: { sheetId: string }) => {
  const link = useLinks((s) => s.bySheet[sheetId])
  if (!link) return null
  const { text, help, button } = LINK_TEXTS[link.state]
  return button ? (
    <button type="button" className="word-choice" title={help} onClick={() => void followAgain(sheetId)}>
      {text(link.name)}
    </button>
  ) : (
    <span className={link.state === 'gone' ? 'missing-picture' : 'soft'} title={help} role="status">
      {text(link.name)}
    </span>
  )
}

const SheetMenu = ({ sheet }: { sheet: Sheet }) => {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const input = useRef<HTMLInputElement>(null)
  const link = useLinks((s) => s.bySheet[sheet.id])
  const remove = (): void => {
    try {
      edit(`Delete sheet ${sheet.name}`, (kit) => deleteSheet(kit, sheet.id))
    } catch (error) {
      tell(error)
    }
  }
  const item = (text: string, act: () => void) => (
    <MenuItem
      dense
      onClick={() => {
        setAnchor(null)
        act()
      }}
    >
      {text}
    </MenuItem>
  )
  return (
    <>
      <IconButton
        size="small"
        aria-label="More about this sheet"
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        <MoreVert fontSize="small" />
      </IconButton>
      <input
        ref={input}
        type="file"
        hidden
        accept="image/*,.apng"
        aria-label="New picture"
        onChange={(event) => {
          const files = [...(event.target.files ?? [])].slice(0, 1)
          if (files.length > 0) void receivePictures(files, sheet.id)
          event.target.value = ''
        }}
      />
      <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
        {item('Replace the picture…', () => input.current?.click())}
        {canPickFiles() &&
          item(
            link ? 'Follow another file on the disk…' : 'Follow a file on the disk…',
            () => void followFile(sheet.id),
          )}
        {link && item(`Follow ${link.name} no longer`, () => void unlinkSheet(sheet.id))}
        {item('Delete the sheet', remove)}
      </Menu>
    </>
  )
}

const SamplingChoice = ({ sheet }: { sheet: Sheet }) => (
  <label className="head-choice" title="How texels are read when the sprite is scaled or turned">
    <select
      aria-label="Sampling"
      value={sheet.sampling}
      onChange={(event) =>
        edit(
          `Sampling of ${sheet.name}`,
          (kit) => void (kit.sheets[sheet.id]!.sampling = event.target.value as Sheet['sampling']),
        )
      }
    >
      {SAMPLINGS.map((sampling) => (
        <option key={sampling} value={sampling}>
          {sampling}
        </option>
      ))}
    </select>
  </label>
)

const GroundChoice = () => {
  const ground = useSprites((s) => s.ground)
  return (
    <label className="head-choice ground-choice" title="Ground behind the picture">
      <select
        aria-label="Ground of the picture"
        value={ground}
        onChange={(event) => setSprites({ ground: event.target.value as typeof ground })}
      >
        <option value="auto">contrast</option>
        <option value="dark">dark</option>
        <option value="middle">middle</option>
        <option value="light">light</option>
      </select>
    </label>
  )
}

/** Name of a sheet, what it is, who uses it, and what can be done with it as a whole. */
export const SheetHead = ({ sheet }: { sheet: Sheet }) => {
  const missing = useDocument((s) => s.missing.has(sheet.picture))
  return (
    <header className="sheet-head">
      <NameField
        key={sheet.id}
        label="Sheet name"
        className="name-field effect-name"
        read={(kit) => kit.sheets[sheet.id]?.name}
        write={(kit, name) => void (kit.sheets[sheet.id]!.name = name)}
      />
      <SheetMenu sheet={sheet} />
      <LinkNote sheetId={sheet.id} />
      {missing && (
        <b
          className="missing-picture"
          role="status"
          title="Its stored picture is lost or damaged; checks stand in for it. Replace it by the menu beside the name."
        >
          picture missing
        </b>
      )}
      <span className="spacer" />
      <span className="soft sheet-facts">
        <span className="sheet-size">
          {sheet.width} × {sheet.height} px ·{' '}
        </span>
        <span title="Memory of its texture on the graphics card">{bytesText(textureBytes(sheet))}</span> ·{' '}
        <Uses sheet={sheet} />
      </span>
      <SamplingChoice sheet={sheet} />
      <GroundChoice />
    </header>
  )
}
