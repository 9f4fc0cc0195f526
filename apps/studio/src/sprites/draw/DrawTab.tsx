import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import type { Sheet } from '@gliv/document'
import { type Cell, coloursOf, createImage, crop, flipped, type Image } from '@gliv/pixels'
import { useMemo, useState } from 'react'
import { WordRow } from '../../shared/controls/WordRow.tsx'
import { useNamed } from '../../document/useNamed.ts'
import { useDocument } from '../../state/document.ts'
import { giveFrame, useActiveType } from '../sheets/activeType.ts'
import { useFrame, usePixels } from '../sheets/chosenSheet.ts'
import { CanvasSize } from './CanvasSize.tsx'
import { DRAW_LIMIT } from './SizeFields.tsx'
import { DrawCanvas } from './DrawCanvas.tsx'
import { FrameStrip } from './FrameStrip.tsx'
import { ToolBar } from './ToolBar.tsx'
import type { Settings } from './tools.ts'
import { useFrameImage } from './useFrameImage.ts'
import '../styles/common.css'
import './DrawTab.css'
import './common.css'

const START: Settings = {
  tool: 'pencil',
  byPressure: true,
  colour: '#ffffff',
  alpha: 1,
  size: 1,
  mirrors: { x: false, y: false },
}

/** Swatches of a frame's own colours. */
const OWN_COLOURS = 12

const ownColours = (image: Image): string[] => {
  try {
    return coloursOf(image, OWN_COLOURS)
  } catch {
    return []
  }
}

/** The frames before and after, for the onion view. */
const useNeighbours = (sheet: Sheet, index: number, on: boolean): readonly Image[] => {
  const pixels = usePixels(sheet)
  return useMemo(
    () =>
      on && pixels
        ? [index - 1, index + 1].flatMap((i) =>
            sheet.frames[i] ? [crop(pixels.image, sheet.frames[i])] : [],
          )
        : [],
    [on, pixels, sheet, index],
  )
}

const NO_COLOURS: readonly string[] = []

/** The pixel editor: small sprites, drawn while the effect runs. */
export const DrawTab = ({ sheet }: { sheet: Sheet }) => {
  const index = useFrame(sheet)
  const frame = sheet.frames[index]!
  if (frame.w > DRAW_LIMIT || frame.h > DRAW_LIMIT)
    return (
      <p className="empty-note">
        “{frame.name}” is {frame.w} × {frame.h} px; sprites up to {DRAW_LIMIT} × {DRAW_LIMIT} can be drawn
        here. Cut the sheet into smaller frames, or replace its picture.
      </p>
    )
  return <Drawing key={sheet.id} sheet={sheet} index={index} />
}

type Drawn = NonNullable<ReturnType<typeof useFrameImage>>

/** What is done with the whole frame. */
const WholeActions = ({ sheet, index, drawn }: { sheet: Sheet; index: number; drawn: Drawn | null }) => {
  const target = useActiveType()
  const whole = (label: string, recipe: (image: Image) => Image): void =>
    drawn?.commit(label, recipe(drawn.image))
  return (
    <div className="sprite-actions">
      {target && (
        <Button variant="contained" onClick={() => giveFrame(target.id, sheet, index)}>
          Use for {target.name}
        </Button>
      )}
      <Button onClick={() => whole('Flip across', (i) => flipped(i, true))}>Flip across</Button>
      <Button onClick={() => whole('Flip down', (i) => flipped(i, false))}>Flip down</Button>
      <Button onClick={() => whole('Clear', (i) => createImage(i.width, i.height))}>Clear</Button>
    </div>
  )
}

const Check = ({
  label,
  checked,
  disabled = false,
  onChange,
}: {
  label: string
  checked: boolean
  disabled?: boolean
  onChange: (checked: boolean) => void
}) => (
  <label className="check-row">
    <Checkbox
      size="small"
      checked={checked}
      disabled={disabled}
      onChange={(event) => onChange(event.target.checked)}
    />{' '}
    {label}
  </label>
)

const PaletteChoice = ({ palette, onChoose }: { palette: string; onChoose: (palette: string) => void }) => {
  const palettes = useNamed((kit) => kit.paletteOrder.map((id) => kit.palettes[id]!))
  if (palettes.length === 0) return null
  return (
    <WordRow
      title="Colours of"
      value={palette}
      options={[
        { value: 'own', label: 'this frame' },
        ...palettes.map((p) => ({ value: p.id, label: p.name })),
      ]}
      onChange={onChoose}
    />
  )
}

/** Colours of a palette, then those of the frame itself. */
const useColours = (palette: string, image: Image | undefined): readonly string[] => {
  const chosen = useDocument((s) => s.kit?.palettes[palette]?.colours ?? NO_COLOURS)
  return useMemo(
    () => [...new Set([...chosen, ...(image ? ownColours(image) : [])])].slice(0, 64),
    [chosen, image],
  )
}

const Drawing = ({ sheet, index }: { sheet: Sheet; index: number }) => {
  const [settings, setSettings] = useState(START)
  const [selection, setSelection] = useState<Cell | null>(null)
  const [onion, setOnion] = useState(false)
  const [tiled, setTiled] = useState(false)
  const [palette, setPalette] = useState('own')
  const drawn = useFrameImage(sheet, index)
  const neighbours = useNeighbours(sheet, index, onion)
  const colours = useColours(palette, drawn?.image)
  const change = (next: Partial<Settings>): void => setSettings({ ...settings, ...next })
  const pick = (colour: string, alpha: number): void =>
    change({ colour, alpha, tool: settings.tool === 'pick' ? 'pencil' : settings.tool })
  return (
    <div className="draw-tab">
      <ToolBar settings={settings} colours={colours} onChange={change} />
      {drawn && (
        <DrawCanvas
          image={drawn.image}
          settings={settings}
          selection={selection}
          tiled={tiled}
          onion={neighbours}
          onSelect={setSelection}
          onPick={pick}
          onPreview={drawn.preview}
          onCommit={drawn.commit}
        />
      )}
      <div className="draw-foot">
        <FrameStrip sheet={sheet} index={index} />
        <div className="brush-row">
          <CanvasSize sheet={sheet} index={index} />
          <Check label="Onion" checked={onion} disabled={sheet.frames.length < 2} onChange={setOnion} />
          <Check label="Tiled" checked={tiled} onChange={setTiled} />
          <PaletteChoice palette={palette} onChoose={setPalette} />
        </div>
        <WholeActions sheet={sheet} index={index} drawn={drawn ?? null} />
      </div>
    </div>
  )
}
