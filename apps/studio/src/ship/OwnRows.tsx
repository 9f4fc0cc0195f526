/** What is each effect's own beside its sentences: the loop region, the pivot, a tape, the name of its files. */
import { readTape } from '@gliv/document'
import { type EffectShipping, Refusal, type ShipSentence } from '@gliv/model'
import { useRef } from 'react'
import { TypedField } from '../shared/controls/TypedField.tsx'
import { useDocument } from '../state/document.ts'
import { useLoopRegion } from '../state/loopRegion.ts'
import { changeShipping, setValue } from './useShipEdit.ts'

interface Props {
  readonly ids: readonly string[]
  readonly shipping: EffectShipping
}

/** The stretch that the timeline plays again and again. */
const RegionRow = ({ ids }: Props) => {
  const region = useLoopRegion((s) => s.region)
  if (!region) return null
  const [from, to] = [region.from, region.to].map((value) => Number(value.toFixed(3)))
  return (
    <button
      type="button"
      className="word-choice"
      onClick={() => setValue(ids, 'range', { span: 'typed', from, to })}
    >
      take the timeline’s loop region, {from} to {to} s
    </button>
  )
}

const readPair = (text: string): { readonly pivot: EffectShipping['pivot'] } | null => {
  if (text.trim() === '' || text.trim() === 'as needed') return { pivot: null }
  const [x, y, ...more] = text
    .split(/[\s,;×x]+/)
    .filter(Boolean)
    .map(Number)
  const isPlace = (value: number | undefined): value is number =>
    value !== undefined && Number.isFinite(value) && Math.abs(value) <= 65_536
  return more.length === 0 && isPlace(x) && isPlace(y) ? { pivot: { x, y } } : null
}

const PivotRow = ({ ids, shipping: { pivot } }: Props) => (
  <div className="ship-row" title="Where the effect's origin lies in a frame, px from its left top corner">
    <span>Pivot</span>
    <span>
      <TypedField
        label="Pivot"
        shown={pivot ? `${pivot.x}, ${pivot.y}` : 'as needed'}
        read={readPair}
        hint="Type two numbers like 48, 80, or nothing for “as needed”"
        onCommit={({ pivot: next }) =>
          changeShipping('Change the pivot', ids, (shipping) => ({ ...shipping, pivot: next }))
        }
      />
    </span>
  </div>
)

/** A tape comes from a file: a game's recording of where it moved an effect. */
const TapeRow = ({ ids, shipping: { tape } }: Props) => {
  const input = useRef<HTMLInputElement>(null)
  const take = async (file: File | undefined): Promise<void> => {
    if (!file) return
    try {
      const read = readTape(JSON.parse(await file.text()))
      changeShipping('Take a tape', ids, (shipping) => ({ ...shipping, tape: read }))
      setValue(ids, 'moves', { along: 'tape' })
    } catch (error) {
      const why = error instanceof Refusal ? error.message : 'it is no JSON; choose a tape file'
      useDocument.setState({ notice: `${file.name}: ${why}` })
    }
  }
  return (
    <div className="ship-row" title="A JSON list of {tick, do, x, y}: docs/format.md">
      <span>Tape</span>
      <span>
        <button type="button" className="word-choice" onClick={() => input.current?.click()}>
          {tape ? `${tape.length} entries` : 'choose a file'}
        </button>
        <input
          ref={input}
          type="file"
          accept=".json,application/json"
          hidden
          aria-label="Tape file"
          onChange={(event) => void take(event.target.files?.[0])}
        />
      </span>
    </div>
  )
}

const FileRow = ({ ids, shipping: { file } }: Props) => (
  <div className="ship-row" title="A name for this effect's files instead of the pattern">
    <span>Own name</span>
    <span>
      <TypedField
        label="Own name of its files"
        shown={file ?? 'as the pattern says'}
        read={(text) => {
          const name = text.trim()
          if (name === '' || name === 'as the pattern says') return { file: null }
          return /^[^/\\]{1,120}$/.test(name) ? { file: name } : null
        }}
        hint="Type a name without slashes, or nothing for the pattern’s"
        onCommit={({ file: next }) =>
          changeShipping('Change a file name', ids, (shipping) => ({ ...shipping, file: next }))
        }
      />
    </span>
  </div>
)

const ROWS: Partial<Record<ShipSentence, (props: Props) => React.ReactNode>> = {
  range: RegionRow,
  size: PivotRow,
  moves: TapeRow,
  write: FileRow,
}

/** Rows of a sentence that are not in its table. */
export const OwnRows = ({ sentence, ...props }: Props & { readonly sentence: ShipSentence }) => {
  const Row = ROWS[sentence]
  return Row ? <Row {...props} /> : null
}
