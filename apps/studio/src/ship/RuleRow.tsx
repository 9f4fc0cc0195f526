/** One value of a sentence: a number to type, a word that opens its list, a tick, a colour, a name. */
import type { Kit } from '@gliv/document'
import { type ShipNumberRule, type ShipRule } from '@gliv/model'
import Checkbox from '@mui/material/Checkbox'
import { ColourField } from '../shared/controls/ColourField.tsx'
import { TypedField } from '../shared/controls/TypedField.tsx'
import { type Option, Word } from '../shared/controls/words.tsx'
import { shortNumber } from './sentenceTexts.ts'

interface Props {
  readonly id: string
  readonly rule: ShipRule
  readonly value: unknown
  readonly kit: Kit
  /** Id of the stage whose recordings are offered. */
  readonly stage: string | null
  /** What follows from the others, in grey; null when it is set. */
  readonly follows: string | null
  readonly onSet: (value: unknown) => void
}

const readNumber =
  ({ low, high, whole, empty }: ShipNumberRule) =>
  (text: string): { readonly value: number | null } | null => {
    if (empty !== undefined && ['', empty].includes(text.trim())) return { value: null }
    const match = /^([+-]?(?:\d+[.,]?\d*|[.,]\d+))\s*(ms)?[^\d]*$/.exec(text.trim())
    if (!match) return null
    const value = Number(match[1]!.replace(',', '.')) * (match[2] ? 0.001 : 1)
    return value >= low && value <= high && (!whole || Number.isInteger(value)) ? { value } : null
  }

const NumberValue = ({ rule, value, follows, onSet }: Props & { readonly rule: ShipNumberRule }) => {
  const { low, high, whole, empty, unit, label } = rule
  if (follows !== null)
    return (
      <span className="ship-follows" title="It follows from the other two; type one of them to set it">
        {follows}
      </span>
    )
  return (
    <>
      <TypedField
        label={label}
        shown={value === null ? (empty ?? '') : shortNumber(value as number)}
        read={readNumber(rule)}
        hint={`Type ${whole ? 'a whole number' : 'a number'} from ${low} to ${high}${empty ? `, or nothing for “${empty}”` : ''}`}
        onCommit={(read) => onSet(read.value)}
      />
      {value !== null && unit !== '' && <span className="unit"> {unit}</span>}
    </>
  )
}

const optionsOf = ({ rule, kit, stage }: Props): readonly Option[] => {
  const named = (list: readonly { readonly id: string; readonly name: string }[]): Option[] => [
    { value: '', label: 'none' },
    ...list.map(({ id, name }) => ({ value: id, label: name })),
  ]
  if (rule.kind === 'choice') return Object.entries(rule.of).map(([value, label]) => ({ value, label }))
  if (rule.kind === 'palette') return named(kit.paletteOrder.map((id) => kit.palettes[id]!))
  if (rule.kind === 'stage') return named(kit.stageOrder.map((id) => kit.stages[id]!))
  return named(stage === null ? [] : (kit.stages[stage]?.recordings ?? []))
}

const PATTERN = /^[^/\\]{1,120}$/

const Value = (props: Props) => {
  const { rule, value, onSet } = props
  if (rule.kind === 'number') return <NumberValue {...props} rule={rule} />
  if (rule.kind === 'flag')
    return (
      <Checkbox
        size="small"
        checked={value === true}
        onChange={(event) => onSet(event.target.checked)}
        slotProps={{ input: { 'aria-label': rule.label } }}
      />
    )
  if (rule.kind === 'colour')
    return (
      <ColourField
        value={value as string}
        onMove={() => undefined}
        onDone={() => undefined}
        onCommit={onSet}
      />
    )
  if (rule.kind === 'pattern')
    return (
      <TypedField
        label={rule.label}
        shown={value as string}
        read={(text) => (PATTERN.test(text.trim()) ? text.trim() : null)}
        hint="Type a name without slashes; {kit}, {effect}, {clip}, {frame} and {page} stand for names"
        onCommit={onSet}
      />
    )
  return (
    <Word
      label={rule.label}
      value={(value as string | null) ?? ''}
      options={optionsOf(props)}
      onChoose={(chosen) => onSet(chosen === '' ? null : chosen)}
    />
  )
}

/** A row with its name before it. */
export const RuleRow = (props: Props) => (
  <div className="ship-row" title={props.rule.help}>
    <span>{props.rule.label}</span>
    <span>
      <Value {...props} />
    </span>
  </div>
)
