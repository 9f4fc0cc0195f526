import Add from '@mui/icons-material/Add'
import DeleteOutline from '@mui/icons-material/DeleteOutlined'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import { addPalette, deletePalette, type Palette, type Sheet } from '@gliv/document'
import { fileNameOf } from '@gliv/bake'
import { PALETTE_FORMS, PALETTE_LIMIT, type PaletteForm, readPalette, writePalette } from '@gliv/pixels'
import { strToU8 } from 'fflate'
import { useRef, useState } from 'react'
import { useShallow } from 'zustand/react/shallow'
import { NameField } from '../document/NameField.tsx'
import { ColourList } from '../document/ColourList.tsx'
import { download } from '../shared/download.ts'
import { edit, shownKit, useDocument } from '../state/document.ts'
import { makeId } from '../state/ids.ts'
import { stemOf } from './arrivalStore.ts'
import { pictureWorker } from './sheets/jobs.ts'
import { NumberField } from '../shared/controls/NumberField.tsx'
import { tell } from './sheets/pictures.ts'
import { mapToPalette } from './addArrivals.ts'
import './PaletteTab.css'
import './styles/common.css'

const add = (name: string, colours: readonly string[]): void =>
  edit(`Add palette ${name}`, (kit) => void addPalette(kit, { name, colours: [...colours] }, makeId))

const readFile = async (file: File): Promise<void> => {
  const palette = readPalette(await file.text())
  add(palette.name || stemOf(file.name), palette.colours)
}

const SaveMenu = ({ palette }: { palette: Palette }) => {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const save = (form: PaletteForm): void => {
    setAnchor(null)
    download(
      `${fileNameOf(palette.name)}.${PALETTE_FORMS[form].extension}`,
      strToU8(writePalette(palette, form)),
      'text/plain',
    )
  }
  return (
    <>
      <Button onClick={(event) => setAnchor(event.currentTarget)}>Save as…</Button>
      <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
        {(Object.keys(PALETTE_FORMS) as PaletteForm[]).map((form) => (
          <MenuItem key={form} dense onClick={() => save(form)}>
            {PALETTE_FORMS[form].label}
          </MenuItem>
        ))}
      </Menu>
    </>
  )
}

const users = (types: number): string =>
  types === 0
    ? 'no particle type is locked to it'
    : `${types} particle type${types === 1 ? ' is' : 's are'} locked to it`

const OnePalette = ({ palette, sheet }: { palette: Palette; sheet: Sheet | null }) => {
  const locked = useDocument(
    (s) => Object.values(s.kit?.types ?? {}).filter((t) => t.palette === palette.id).length,
  )
  return (
    <section className="palette" aria-label={palette.name}>
      <header>
        <NameField
          label="Palette name"
          read={(kit) => kit.palettes[palette.id]?.name}
          write={(kit, name) => void (kit.palettes[palette.id]!.name = name)}
        />
        <span className="soft">
          {palette.colours.length} colour{palette.colours.length === 1 ? '' : 's'}, {users(locked)}
        </span>
        <IconButton
          size="small"
          aria-label={`Delete palette ${palette.name}`}
          title="Delete (can be undone)"
          onClick={() => edit(`Delete palette ${palette.name}`, (kit) => deletePalette(kit, palette.id))}
        >
          <DeleteOutline fontSize="small" />
        </IconButton>
      </header>
      <ColourList
        label={`Colours of ${palette.name}`}
        colours={palette.colours}
        write={(kit, colours) => void (kit.palettes[palette.id]!.colours = colours)}
      />
      <div className="side-tools">
        <SaveMenu palette={palette} />
        {sheet && (
          <Button
            title="Each texel of the sheet takes the nearest of these colours"
            onClick={() => void mapToPalette(sheet, palette).catch(tell)}
          >
            Put “{sheet.name}” on it
          </Button>
        )}
      </div>
    </section>
  )
}

const FileButton = () => {
  const input = useRef<HTMLInputElement>(null)
  return (
    <>
      <Button onClick={() => input.current?.click()}>Open a palette file…</Button>
      <input
        ref={input}
        type="file"
        hidden
        accept=".gpl,.pal,.txt,.hex"
        aria-label="Palette file"
        onChange={(event) => {
          const [file] = event.target.files ?? []
          if (file) void readFile(file).catch(tell)
          event.target.value = ''
        }}
      />
    </>
  )
}

/** The colours of a sheet's picture, at most so many. */
const TakeFrom = ({ sheet }: { sheet: Sheet }) => {
  const [most, setMost] = useState(16)
  const take = async (): Promise<void> => {
    const png = useDocument.getState().pictures.get(sheet.picture)
    if (png) add(sheet.name, await pictureWorker().colours(png, most))
  }
  return (
    <span className="brush-row">
      <Button onClick={() => void take().catch(tell)}>Take from “{sheet.name}”</Button>
      <NumberField
        label="at most"
        unit="colours"
        value={most}
        low={2}
        high={PALETTE_LIMIT}
        onCommit={setMost}
      />
    </span>
  )
}

const Paste = () => {
  const [text, setText] = useState('')
  const paste = (): void => {
    try {
      const palette = readPalette(text)
      add(palette.name || 'Palette', palette.colours)
      setText('')
    } catch (error) {
      tell(error)
    }
  }
  return (
    <div className="palette-paste">
      <textarea
        aria-label="Colours as text"
        rows={2}
        placeholder="Colours as text: #ffe9b0, #f2a03d, …"
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      <Button disabled={text.trim() === ''} onClick={paste}>
        Add these
      </Button>
    </div>
  )
}

/** The kit's palettes: read, written, taken from a picture, put on a sheet. */
export const PaletteTab = ({ sheet }: { sheet: Sheet | null }) => {
  const palettes = useDocument(
    useShallow((s) => {
      const kit = shownKit(s)
      return kit?.paletteOrder.map((id) => kit.palettes[id]!) ?? []
    }),
  )
  return (
    <div className="palette-tab">
      <div className="palette-adds">
        <Button startIcon={<Add />} onClick={() => add('Palette', ['#ffffff'])}>
          New palette
        </Button>
        <FileButton />
        {sheet && <TakeFrom sheet={sheet} />}
      </div>
      <Paste />
      {palettes.length === 0 && (
        <p className="empty-note">
          This kit has no palette yet. A particle type that is locked to one shows nothing but its colours.
        </p>
      )}
      {palettes.map((palette) => (
        <OnePalette key={palette.id} palette={palette} sheet={sheet} />
      ))}
    </div>
  )
}
