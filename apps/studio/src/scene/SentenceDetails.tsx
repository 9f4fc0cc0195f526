/** What of a sentence depends on what happens: a key, a frame, a time, a place, another cue. */
import type { Kit } from '@gliv/document'
import { ACTOR_KEYS, ACTOR_STATES, type EventKind, type StageEvent } from '@gliv/model'
import { wayOf } from '@gliv/scene'
import type { ReactNode } from 'react'
import { TypedField } from '../shared/controls/TypedField.tsx'
import { KEY_TEXTS, STATE_TEXTS } from './texts.ts'
import { Digits, Word, words } from '../shared/controls/words.tsx'

export interface SentenceProps {
  readonly event: StageEvent
  readonly kit: Kit
  readonly change: (label: string, next: Partial<StageEvent>) => void
}

const KeyWord = ({ event, change }: SentenceProps) => (
  <Word
    label="Key"
    value={event.key}
    options={words(ACTOR_KEYS, KEY_TEXTS)}
    onChoose={(key) => change('Key', { key: key as StageEvent['key'] })}
  />
)

const numberOf = (label: string, low: number, high: number, unit: string) => {
  const NumberWord = ({ event, change }: SentenceProps) => (
    <Digits
      label={label}
      value={event.number}
      low={low}
      high={high}
      unit={unit}
      onCommit={(number) => change(label, { number })}
    />
  )
  return NumberWord
}

const Frame = numberOf('Frame', 1, 1000, '')

const FrameWords = (props: SentenceProps) => (
  <>
    <Frame {...props} /> of{' '}
    <Word
      label="State"
      value={props.event.state}
      options={words(ACTOR_STATES, STATE_TEXTS)}
      onChoose={(state) => props.change('State', { state: state as StageEvent['state'] })}
    />
  </>
)

const PlaceWords = ({ event, change }: SentenceProps) => (
  <>
    <Digits label="Place →" value={event.x} low={-1e5} high={1e5} onCommit={(x) => change('Place', { x })} />,{' '}
    <Digits label="Place ↓" value={event.y} low={-1e5} high={1e5} onCommit={(y) => change('Place', { y })} />
  </>
)

const readWay = (text: string): [number, number][] | null => {
  const pairs = text
    .trim()
    .split(/[\s;]+/)
    .map((pair) => pair.replaceAll('−', '-').split(',').map(Number))
  return pairs.length >= 2 &&
    pairs.length <= 64 &&
    pairs.every((pair) => pair.length === 2 && pair.every((v) => Number.isFinite(v) && Math.abs(v) < 1e5))
    ? (pairs as [number, number][])
    : null
}

const Speed = numberOf('Speed', 1, 8000, 'px/s')

const WayWords = (props: SentenceProps) => (
  <>
    at <Speed {...props} />,{' '}
    <button
      type="button"
      className={props.event.eased ? 'sentence-extra on' : 'sentence-extra'}
      aria-pressed={props.event.eased ?? false}
      onClick={() => props.change('Easing', { eased: !props.event.eased })}
    >
      eased
    </button>{' '}
    by{' '}
    <TypedField
      label="Points of the way"
      shown={wayOf(props.event)
        .map((point) => point.join(','))
        .join(' ')}
      width={20}
      read={readWay}
      hint="Type at least two points as →,↓ →,↓"
      onCommit={(way) => props.change('Way', { way })}
    />
  </>
)

const BoundsWords = ({ event, change }: SentenceProps) => (
  <>
    {' within '}
    <Digits
      label="Width"
      value={event.w}
      low={0}
      high={1e5}
      onCommit={(w) => change('Bounds', { w })}
    /> ×{' '}
    <Digits label="Height" value={event.h} low={0} high={1e5} onCommit={(h) => change('Bounds', { h })} />{' '}
    around{' '}
  </>
)

const Often = numberOf('So often', 0.01, 60, 'a second')

const RandomWords = (props: SentenceProps) => (
  <>
    <Often {...props} />
    <BoundsWords {...props} />
    <PlaceWords {...props} />
  </>
)

const AfterWord = ({ event, kit, change }: SentenceProps) => (
  <Word
    label="After"
    value={event.after ?? ''}
    options={(kit.cues ?? []).map(({ id, name }) => ({ value: id, label: name }))}
    onChoose={(after) => change('After', { after })}
  />
)

/** One entry for each thing that can happen and has more to say. */
const DETAILS: Readonly<Partial<Record<EventKind, (props: SentenceProps) => ReactNode>>> = {
  tap: KeyWord,
  hold: KeyWord,
  frame: FrameWords,
  every: numberOf('Every', 0.02, 600, 's'),
  random: RandomWords,
  along: WayWords,
  reaches: PlaceWords,
  ended: AfterWord,
}

export const SentenceDetails = (props: SentenceProps): ReactNode => {
  const Details = DETAILS[props.event.on]
  return Details ? <Details {...props} /> : null
}
