/** Surfaces in numbers: typed as well as drawn. */
import Close from '@mui/icons-material/Close'
import Checkbox from '@mui/material/Checkbox'
import IconButton from '@mui/material/IconButton'
import type { Surface, SurfaceKind } from '@gliv/model'
import { SURFACE_TEXTS } from '../document/surfaces.ts'
import { TypedField } from '../shared/controls/TypedField.tsx'
import { edit } from '../state/document.ts'
import { changeSurface } from './SurfaceLayer.tsx'
import './SurfaceRow.css'

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
  polyline: [],
  tiles: [
    ['x', '→'],
    ['y', '↓'],
    ['size', 'tile'],
  ],
} as const satisfies Record<SurfaceKind, readonly (readonly [string, string])[]>

/** What is added without drawing. */
export const STARTS = {
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
  polyline: (id) => ({
    id,
    kind: 'polyline',
    points: [
      [-120, 100],
      [0, 80],
      [120, 100],
    ],
  }),
  tiles: (id) => ({ id, kind: 'tiles', x: -128, y: 80, size: 32, rows: ['..-..-..', '########'] }),
} as const satisfies Record<SurfaceKind, (id: string) => Surface>

const LEAST = { polygon: 3, polyline: 2 } as const
const SIZES = ['w', 'h', 'r', 'size']

const readPlace =
  (size: boolean) =>
  (text: string): number | null => {
    const value = Number(text.replace(',', '.').replace('−', '-'))
    return text.trim() !== '' && Number.isFinite(value) && Math.abs(value) <= 100_000 && (!size || value > 0)
      ? value
      : null
  }

const readPoints =
  (least: number) =>
  (text: string): [number, number][] | null => {
    const numbers = text
      .split(/[\s;]+/)
      .filter(Boolean)
      .map((pair) => pair.split(',').map(Number))
    return numbers.length >= least &&
      numbers.every(
        (pair) => pair.length === 2 && pair.every((v) => Number.isFinite(v) && Math.abs(v) <= 100_000),
      )
      ? (numbers as [number, number][])
      : null
  }

const readTiles = (text: string): string[] | null =>
  /^[#.\- ]+(\/[#.\- ]+)*$/.test(text) && text.length < 4096 ? text.split('/') : null

/** Its numbers, points or tiles. */
const SurfaceFields = ({ surface, set }: { surface: Surface; set: (next: Partial<Surface>) => void }) => {
  const label = SURFACE_TEXTS[surface.kind]
  return (
    <>
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
      {'points' in surface && (
        <TypedField
          label="Corners"
          width={24}
          shown={surface.points.map((p) => p.join(',')).join(' ')}
          read={readPoints(LEAST[surface.kind])}
          hint={`Type at least ${LEAST[surface.kind]} points as x,y x,y x,y`}
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
    </>
  )
}

interface RowProps {
  readonly stageId: string
  readonly surface: Surface
  readonly chosen: boolean
  readonly onChoose: () => void
}

/** One surface in numbers. */
export const SurfaceRow = ({ stageId, surface, chosen, onChoose }: RowProps) => {
  const label = SURFACE_TEXTS[surface.kind]
  const set = (next: Partial<Surface>): void =>
    changeSurface(stageId, surface, 'Change a', (other) => ({ ...other, ...next }) as Surface, edit)
  return (
    <div className={chosen ? 'surface-row chosen' : 'surface-row'} data-row={surface.id} onFocus={onChoose}>
      <b>{label}</b>
      <SurfaceFields surface={surface} set={set} />
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
        onClick={() => changeSurface(stageId, surface, 'Remove a', () => null, edit)}
      >
        <Close fontSize="inherit" />
      </IconButton>
    </div>
  )
}
