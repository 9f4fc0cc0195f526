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
import { receivePictures } from './receive.ts'
import { tell } from './sheets/pictures.ts'
import { setSprites, useSprites } from '../state/sprites.ts'
import { bytesText } from './sheets/view.ts'
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

const SheetMenu = ({ sheet }: { sheet: Sheet }) => {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const input = useRef<HTMLInputElement>(null)
  const remove = (): void => {
    setAnchor(null)
    try {
      edit(`Delete sheet ${sheet.name}`, (kit) => deleteSheet(kit, sheet.id))
    } catch (error) {
      tell(error)
    }
  }
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
        <MenuItem
          dense
          onClick={() => {
            setAnchor(null)
            input.current?.click()
          }}
        >
          Replace the picture…
        </MenuItem>
        <MenuItem dense onClick={remove}>
          Delete the sheet
        </MenuItem>
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
