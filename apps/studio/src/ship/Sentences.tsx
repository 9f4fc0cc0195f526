/** The sentences of how something ships: each says in a line what is set, and opens to change it. */
import type { Kit } from '@gliv/document'
import {
  type PresetSentence,
  SHIP_SENTENCES,
  type ShipRule,
  type ShipSentence,
  type ShipSettings,
} from '@gliv/model'
import { RuleRow } from './RuleRow.tsx'
import { type Known, rowsOf, SENTENCE_NAMES, sentenceText, shortNumber } from './sentenceTexts.ts'

interface Props {
  readonly kit: Kit
  readonly settings: ShipSettings
  readonly known: Known
  readonly open: ShipSentence | null
  readonly onOpen: (sentence: ShipSentence | null) => void
  readonly onSet: (sentence: ShipSentence, values: object) => void
  /** Sentences that are left out. */
  readonly without?: readonly ShipSentence[]
  /** Sentences that say something else than the preset. */
  readonly changed?: readonly PresetSentence[]
  readonly onGiveBack?: (sentence: PresetSentence) => void
  /** Further rows of a sentence. */
  readonly more?: (sentence: ShipSentence) => React.ReactNode
}

/** Of length, rate and count the third is told instead of asked for. */
const followsText = (key: string, settings: ShipSettings, { made }: Known): string | null => {
  const { follows } = settings.range
  if (follows === 'count' && key === 'count') return made ? `${made.count} frames` : '…'
  if (follows === 'rate' && key === 'fps') return made ? `${shortNumber(made.fps)} a second` : '…'
  return null
}

const Rows = ({ sentence, ...props }: Props & { readonly sentence: ShipSentence }) => {
  const { kit, settings, known, onSet } = props
  const values = settings[sentence] as Readonly<Record<string, unknown>>
  return (
    <div className="ship-rows">
      {rowsOf(sentence, settings).map(([key, rule]: readonly [string, ShipRule]) => (
        <RuleRow
          key={key}
          id={`${sentence}.${key}`}
          rule={rule}
          value={values[key]}
          kit={kit}
          stage={settings.moves.stage}
          follows={sentence === 'range' ? followsText(key, settings, known) : null}
          onSet={(value) => onSet(sentence, { [key]: value })}
        />
      ))}
      {sentence === 'range' && known.made && (
        <div className="ship-row">
          <span>Length</span>
          <span className="ship-follows">{shortNumber(known.made.seconds)} s</span>
        </div>
      )}
      {props.more?.(sentence)}
    </div>
  )
}

const Sentence = (props: Props & { readonly sentence: ShipSentence }) => {
  const { sentence, kit, settings, known, open, onOpen, changed = [], onGiveBack } = props
  const isOpen = open === sentence
  const differs = (changed as readonly ShipSentence[]).includes(sentence)
  return (
    <section
      className={isOpen ? 'ship-sentence open' : 'ship-sentence'}
      aria-label={SENTENCE_NAMES[sentence]}
    >
      <button
        type="button"
        className="ship-line"
        aria-expanded={isOpen}
        onClick={() => onOpen(isOpen ? null : sentence)}
      >
        <b>{SENTENCE_NAMES[sentence]}</b>
        {differs && <span className="ship-dot" role="img" aria-label="differs from its preset" />}{' '}
        <span>{sentenceText(kit, sentence, settings, known)}</span>
      </button>
      {isOpen && <Rows {...props} sentence={sentence} />}
      {isOpen && differs && onGiveBack && (
        <button
          type="button"
          className="word-choice ship-back"
          onClick={() => onGiveBack(sentence as PresetSentence)}
        >
          back to preset
        </button>
      )}
    </section>
  )
}

/** All sentences, in the order of the work. */
export const Sentences = (props: Props) => (
  <>
    {SHIP_SENTENCES.filter((sentence) => !props.without?.includes(sentence)).map((sentence) => (
      <Sentence key={sentence} {...props} sentence={sentence} />
    ))}
  </>
)
