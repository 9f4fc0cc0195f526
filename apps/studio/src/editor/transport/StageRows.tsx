import Add from '@mui/icons-material/Add'
import Close from '@mui/icons-material/Close'
import ExpandMore from '@mui/icons-material/ExpandMore'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import IconButton from '@mui/material/IconButton'
import MenuItem from '@mui/material/MenuItem'
import Select from '@mui/material/Select'
import { freeName, type Kit, type Stage } from '@gliv/document'
import type { Surface, SurfaceKind } from '@gliv/model'
import { useState } from 'react'
import { SURFACE_TEXTS } from '../../document/surfaces.ts'
import { NameField } from '../../document/NameField.tsx'
import { TypedField } from '../../shared/controls/TypedField.tsx'
import { edit, useDocument } from '../../state/document.ts'
import { makeId } from '../../state/ids.ts'
import { setSession, useSession } from '../../state/session.ts'
import './StageRows.css'

/** Numbers of each kind that can be typed here, with a sign that fits. */
const FIELDS = {
  segment: [
    ['x1', 'A →'],
    ['y1', 'A ↓'],
    ['x2', 'B →'],
    ['y2', 'B ↓'],
  ],
  box: [
    ['x', '→'],
    ['y', '↓'],
    ['w', 'wide'],
    ['h', 'high'],
  ],
  circle: [
    ['x', '→'],
    ['y', '↓'],
    ['r', 'radius'],
  ],
  polygon: [],
  tiles: [
    ['x', '→'],
    ['y', '↓'],
    ['size', 'tile'],
  ],
} as const satisfies Record<SurfaceKind, readonly (readonly [string, string])[]>

const STARTS = {
  segment: (id) => ({ id, kind: 'segment', x1: -200, y1: 100, x2: 200, y2: 100 }),
  box: (id) => ({ id, kind: 'box', x: -40, y: 60, w: 80, h: 40 }),
  circle: (id) => ({ id, kind: 'circle', x: 0, y: 80, r: 30 }),
  polygon: (id) => ({
    id,
    kind: 'polygon',
    points: [
      [-120, 100],
      [0, 60],
      [120, 100],
    ],
  }),
  tiles: (id) => ({ id, kind: 'tiles', x: -128, y: 80, size: 32, rows: ['..-..-..', '########'] }),
} as const satisfies Record<SurfaceKind, (id: string) => Surface>

const SIZES = ['w', 'h', 'r', 'size']

const readPlace =
  (size: boolean) =>
  (text: string): number | null => {
    const value = Number(text.replace(',', '.').replace('−', '-'))
    return text.trim() !== '' && Number.isFinite(value) && Math.abs(value) <= 100_000 && (!size || value > 0)
      ? value
      : null
  }

const readPoints = (text: string): [number, number][] | null => {
  const numbers = text
    .split(/[\s;]+/)
    .filter(Boolean)
    .map((pair) => pair.split(',').map(Number))
  return numbers.length >= 3 &&
    numbers.every(
      (pair) => pair.length === 2 && pair.every((v) => Number.isFinite(v) && Math.abs(v) <= 100_000),
    )
    ? (numbers as [number, number][])
    : null
}

const readTiles = (text: string): string[] | null =>
  /^[#.\- ]+(\/[#.\- ]+)*$/.test(text) && text.length < 4096 ? text.split('/') : null

const change = (
  stageId: string,
  label: string,
  recipe: (surfaces: readonly Surface[]) => readonly Surface[],
): void =>
  edit(label, (kit) => {
    const stage = kit.stages[stageId]
    if (stage) stage.surfaces = recipe(stage.surfaces)
  })

const SurfaceRow = ({ stageId, surface }: { stageId: string; surface: Surface }) => {
  const label = SURFACE_TEXTS[surface.kind]
  const set = (next: Partial<Surface>): void =>
    change(stageId, `${label} of the stage`, (list) =>
      list.map((s) => (s.id === surface.id ? ({ ...s, ...next } as Surface) : s)),
    )
  return (
    <div className="surface-row" data-surface={surface.id}>
      <b>{label}</b>
      {FIELDS[surface.kind].map(([key, sign]) => (
        <label key={key}>
          {sign}{' '}
          <TypedField
            label={`${label} ${sign}`}
            shown={String((surface as unknown as Record<string, number>)[key])}
            read={readPlace(SIZES.includes(key))}
            hint={SIZES.includes(key) ? 'Type a number over 0' : 'Type a number of pixels'}
            onCommit={(value) => set({ [key]: value } as Partial<Surface>)}
          />
        </label>
      ))}
      {surface.kind === 'polygon' && (
        <TypedField
          label="Corners"
          width={24}
          shown={surface.points.map((p) => p.join(',')).join(' ')}
          read={readPoints}
          hint="Type at least three corners as x,y x,y x,y"
          onCommit={(points) => set({ points })}
        />
      )}
      {surface.kind === 'tiles' && (
        <TypedField
          label="Rows of tiles"
          width={24}
          shown={surface.rows.join('/')}
          read={readTiles}
          hint="Type rows of # (solid), - (from above) and . (free), with / between"
          onCommit={(rows) => set({ rows })}
        />
      )}
      <label title="Touched from above only">
        <Checkbox
          size="small"
          checked={surface.oneWay ?? false}
          onChange={(event) => set({ oneWay: event.target.checked })}
        />{' '}
        from above
      </label>
      <IconButton
        aria-label={`Remove ${label}`}
        onClick={() => change(stageId, `Remove ${label}`, (list) => list.filter((s) => s.id !== surface.id))}
      >
        <Close fontSize="inherit" />
      </IconButton>
    </div>
  )
}

const addStage = (kit: Kit): string => {
  const id = makeId('stage')
  kit.stages[id] = {
    id,
    name: freeName(
      'Stage',
      Object.values(kit.stages).map((s) => s.name),
    ),
    surfaces: [{ id: makeId('surface'), kind: 'segment', x1: -400, y1: 100, x2: 400, y2: 100 }],
  }
  kit.stageOrder.push(id)
  return id
}

const removeStage = (kit: Kit, id: string): void => {
  delete kit.stages[id]
  kit.stageOrder = kit.stageOrder.filter((other) => other !== id)
}

const choose = (stage: string): void => void setSession((s) => ({ preview: { ...s.preview, stage } }))

const StageChoice = ({
  stages,
  order,
}: {
  stages: Readonly<Record<string, Stage>>
  order: readonly string[]
}) => {
  const chosen = useSession((s) => s.preview.stage)
  return (
    <label>
      <span>Stage</span>
      <Select
        size="small"
        variant="standard"
        value={chosen === 'auto' || chosen === 'none' || stages[chosen] ? chosen : 'auto'}
        inputProps={{ 'aria-label': 'Stage of the kit' }}
        onChange={(event) => choose(event.target.value)}
      >
        <MenuItem value="auto" dense>
          the first, if something touches
        </MenuItem>
        <MenuItem value="none" dense>
          no surfaces
        </MenuItem>
        {order.map((id) => (
          <MenuItem key={id} value={id} dense>
            {stages[id]?.name}
          </MenuItem>
        ))}
      </Select>
    </label>
  )
}

/** Name and surfaces of a stage, and what can be added. */
const StageSurfaces = ({ stage }: { stage: Stage }) => (
  <>
    <NameField
      label="Name of the stage"
      read={(kit) => kit.stages[stage.id]?.name}
      write={(kit, name) => void (kit.stages[stage.id]!.name = name)}
    />
    {stage.surfaces.map((surface) => (
      <SurfaceRow key={surface.id} stageId={stage.id} surface={surface} />
    ))}
    <div className="surface-adds">
      {(Object.keys(STARTS) as SurfaceKind[]).map((kind) => (
        <Button
          key={kind}
          size="small"
          startIcon={<Add />}
          onClick={() =>
            change(stage.id, `Add ${SURFACE_TEXTS[kind]}`, (list) => [
              ...list,
              STARTS[kind](makeId('surface')),
            ])
          }
        >
          {SURFACE_TEXTS[kind]}
        </Button>
      ))}
    </div>
    <Button
      size="small"
      onClick={() => {
        edit(`Delete stage ${stage.name}`, (kit) => removeStage(kit, stage.id))
        choose('auto')
      }}
    >
      Delete this stage
    </Button>
  </>
)

/** Which stage of the kit the effect plays on, and the surfaces of that stage. */
export const StageRows = () => {
  const chosen = useSession((s) => s.preview.stage)
  const stages = useDocument((s) => s.kit?.stages)
  const order = useDocument((s) => s.kit?.stageOrder)
  const [open, setOpen] = useState(false)
  if (!stages || !order) return null
  const stage = chosen === 'auto' ? stages[order[0] ?? ''] : stages[chosen]
  const add = (): void => {
    let id = ''
    edit('Add a stage', (kit) => void (id = addStage(kit)))
    choose(id)
    setOpen(true)
  }
  return (
    <div className="stage-rows">
      <StageChoice stages={stages} order={order} />
      {stage && (
        <button
          type="button"
          className={open ? 'fold open' : 'fold'}
          aria-expanded={open}
          onClick={() => setOpen(!open)}
        >
          <ExpandMore className="chevron" fontSize="inherit" /> Surfaces of “{stage.name}” (
          {stage.surfaces.length})
        </button>
      )}
      {stage && open && <StageSurfaces stage={stage} />}
      <Button size="small" startIcon={<Add />} onClick={add}>
        Add a stage
      </Button>
    </div>
  )
}
