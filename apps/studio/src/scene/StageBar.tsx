/** Above the stage's picture: tools that draw on it, what can be brought in, view size and zoom. */
import Button from '@mui/material/Button'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import { viewsOf } from '@gliv/document'
import { SOLIDS } from '@gliv/pixels'
import { useRef, useState } from 'react'
import { useViews } from '../document/shownView.ts'
import { useDocument } from '../state/document.ts'
import { setSession } from '../state/session.ts'
import { addOutlines, addScreenshot, addTileMap } from './bringIn.ts'
import { type Tool, TOOL_TEXTS, TOOLS } from './surfaceTools.ts'
import { editStage, useStage } from './useStage.ts'
import { Word } from '../shared/controls/words.tsx'

/** A file of some kinds is chosen, and handed over. */
const useFile = (accept: string, take: (file: File) => void) => {
  const input = useRef<HTMLInputElement>(null)
  return {
    ask: () => input.current?.click(),
    field: (
      <input
        ref={input}
        type="file"
        hidden
        accept={accept}
        onChange={(event) => {
          const [file] = event.target.files ?? []
          event.target.value = ''
          if (file) take(file)
        }}
      />
    ),
  }
}

/** Screenshot, outline of a picture, map of tiles. */
const BringIn = () => {
  const stage = useStage()
  const { chosen: view } = useViews()
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const id = stage?.id ?? ''
  const shot = useFile('image/*', (file) => void addScreenshot(id, file))
  const map = useFile(
    '.json,.tmj,application/json',
    (file) => void addTileMap(id, file, -(view?.w ?? 640) / 2, -(view?.h ?? 360) / 2),
  )
  const close = (then: () => void) => () => {
    setAnchor(null)
    then()
  }
  const pictures = (stage?.layers ?? []).filter(({ kind, sheet }) => kind === 'picture' && sheet !== null)
  return (
    <>
      <Button
        size="small"
        aria-haspopup="menu"
        title="A screenshot of the game can be pasted, too"
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        Bring in…
      </Button>
      {shot.field}
      {map.field}
      <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
        <MenuItem dense onClick={close(shot.ask)}>
          A screenshot of the game as backdrop…
        </MenuItem>
        <MenuItem dense onClick={close(map.ask)}>
          Solid tiles of a map…
        </MenuItem>
        {pictures.map((layer) => (
          <MenuItem key={layer.id} dense onClick={close(() => void addOutlines(id, layer.id, SOLIDS))}>
            Outline of “{layer.name}” as surfaces
          </MenuItem>
        ))}
      </Menu>
    </>
  )
}

const ZOOMS = [1, 2, 3, 4, 6, 8] as const

/** In which view it is judged, and how large a pixel is. */
const Sizes = ({ zoom, onFit }: { zoom: number; onFit: () => void }) => {
  const stage = useStage()
  const kit = useDocument((s) => s.kit)
  const { chosen } = useViews()
  if (!stage || !kit || !chosen) return null
  return (
    <span className="stage-sizes">
      <Word
        label="View size"
        value={chosen.id}
        options={viewsOf(kit).map(({ id, name, w, h }) => ({ value: id, label: `${w} × ${h} · ${name}` }))}
        onChoose={(view) => setSession({ view })}
      />{' '}
      at{' '}
      <Word
        label="Zoom"
        value={String(stage.zoom ?? 'fit')}
        options={[
          { value: 'fit', label: stage.zoom ? 'as it fits' : `${zoom.toFixed(2)}×, as it fits` },
          ...ZOOMS.map((times) => ({ value: String(times), label: `${times}×` })),
        ]}
        onChoose={(next) => {
          editStage(stage.id, 'Zoom of the stage', (draft) => {
            if (next === 'fit') delete draft.zoom
            else draft.zoom = Number(next)
          })
          onFit()
        }}
      />
    </span>
  )
}

export const StageBar = ({
  tool,
  setTool,
  zoom,
  onFit,
}: {
  tool: Tool
  setTool: (tool: Tool) => void
  zoom: number
  onFit: () => void
}) => (
  <div className="stage-bar" role="toolbar" aria-label="Tools of the stage">
    <ToggleButtonGroup
      size="small"
      exclusive
      value={tool}
      aria-label="Tools"
      onChange={(_, next: Tool | null) => next && setTool(next)}
    >
      {TOOLS.map((one) => (
        <ToggleButton key={one} value={one} title={TOOL_TEXTS[one].help}>
          {TOOL_TEXTS[one].label}
        </ToggleButton>
      ))}
    </ToggleButtonGroup>
    <small className="stage-help">{TOOL_TEXTS[tool].help}</small>
    <BringIn />
    <Sizes zoom={zoom} onFit={onFit} />
  </div>
)
