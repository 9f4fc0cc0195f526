import Backspace from '@mui/icons-material/BackspaceOutlined'
import Circle from '@mui/icons-material/Circle'
import CircleOutlined from '@mui/icons-material/CircleOutlined'
import Colorize from '@mui/icons-material/Colorize'
import Create from '@mui/icons-material/Create'
import FormatColorFill from '@mui/icons-material/FormatColorFill'
import HighlightAlt from '@mui/icons-material/HighlightAlt'
import HorizontalRule from '@mui/icons-material/HorizontalRule'
import Rectangle from '@mui/icons-material/Rectangle'
import RectangleOutlined from '@mui/icons-material/RectangleOutlined'
import IconButton from '@mui/material/IconButton'
import Slider from '@mui/material/Slider'
import type { ComponentType } from 'react'
import { ColourField } from '../../shared/controls/ColourField.tsx'
import { NumberField } from '../../shared/controls/NumberField.tsx'
import { type Settings, type Tool, TOOLS } from './tools.ts'
import '../styles/common.css'
import './ToolBar.css'
import './common.css'

const ICONS: Readonly<Record<Tool, ComponentType<{ fontSize?: 'small' }>>> = {
  pencil: Create,
  eraser: Backspace,
  fill: FormatColorFill,
  line: HorizontalRule,
  rectangle: RectangleOutlined,
  block: Rectangle,
  ellipse: CircleOutlined,
  disc: Circle,
  select: HighlightAlt,
  pick: Colorize,
}

interface Props {
  readonly settings: Settings
  /** Colours to choose from: of the frame and of the chosen palette. */
  readonly colours: readonly string[]
  readonly onChange: (change: Partial<Settings>) => void
}

const Toggle = ({ label, pressed, onClick }: { label: string; pressed: boolean; onClick: () => void }) => (
  <button
    type="button"
    className={pressed ? 'toggle-word notched' : 'toggle-word'}
    aria-pressed={pressed}
    onClick={onClick}
  >
    {label}
  </button>
)

const ToolGrid = ({ tool, onChoose }: { tool: Tool; onChoose: (tool: Tool) => void }) => (
  <div className="tool-grid" role="radiogroup" aria-label="Tools">
    {(Object.keys(TOOLS) as Tool[]).map((id) => {
      const Icon = ICONS[id]
      return (
        <IconButton
          key={id}
          role="radio"
          aria-checked={id === tool}
          aria-label={TOOLS[id].label}
          title={`${TOOLS[id].label}: ${TOOLS[id].help}`}
          className={id === tool ? 'notched' : ''}
          size="small"
          onClick={() => onChoose(id)}
        >
          <Icon fontSize="small" />
        </IconButton>
      )
    })}
  </div>
)

/** Colour, size and strength of the brush. */
const BrushRow = ({
  settings: { colour, size, alpha, byPressure = false },
  onChange,
}: Pick<Props, 'settings' | 'onChange'>) => {
  const setColour = (next: string): void => onChange({ colour: next })
  return (
    <div className="brush-row">
      <ColourField value={colour} onMove={setColour} onDone={() => {}} onCommit={setColour} />
      <NumberField
        label="Brush"
        unit="px"
        value={size}
        low={1}
        high={16}
        onCommit={(next) => onChange({ size: next })}
      />
      <label title="A pen that is pressed lightly draws thinner, up to the size that is set">
        <input
          type="checkbox"
          checked={byPressure}
          onChange={(event) => onChange({ byPressure: event.target.checked })}
        />{' '}
        by pressure
      </label>
      <label className="alpha-row">
        <span>Alpha</span>
        <Slider
          size="small"
          aria-label="Alpha of the brush"
          min={0.05}
          max={1}
          step={0.05}
          value={alpha}
          onChange={(_, next) => onChange({ alpha: next })}
        />
        <small>{Math.round(alpha * 100)} %</small>
      </label>
    </div>
  )
}

const Swatches = ({
  colour,
  colours,
  onChoose,
}: {
  colour: string
  colours: readonly string[]
  onChoose: (colour: string) => void
}) => (
  <span className="swatches" role="group" aria-label="Colours at hand">
    {colours.map((c) => (
      <button
        key={c}
        type="button"
        className="swatch"
        style={{ background: c }}
        aria-label={`Draw with ${c}`}
        aria-pressed={c === colour}
        title={c}
        onClick={() => onChoose(c)}
      />
    ))}
  </span>
)

/** Tools, brush and colour. */
export const ToolBar = ({ settings, colours, onChange }: Props) => {
  const { tool, colour, mirrors } = settings
  return (
    <div className="draw-tools">
      <ToolGrid tool={tool} onChoose={(next) => onChange({ tool: next })} />
      <BrushRow settings={settings} onChange={onChange} />
      <div className="brush-row">
        <span className="row-label">Mirror</span>
        <Toggle
          label="across"
          pressed={mirrors.x}
          onClick={() => onChange({ mirrors: { ...mirrors, x: !mirrors.x } })}
        />
        <Toggle
          label="down"
          pressed={mirrors.y}
          onClick={() => onChange({ mirrors: { ...mirrors, y: !mirrors.y } })}
        />
        <Swatches colour={colour} colours={colours} onChoose={(next) => onChange({ colour: next })} />
      </div>
    </div>
  )
}
