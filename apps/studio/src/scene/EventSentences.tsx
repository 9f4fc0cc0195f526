/** What happens on a stage and what it plays, as sentences of which each underlined word opens its own list. */
import { addCue, FIRST_NUMBERS, type Kit, newEvent, usesOfCue } from '@gliv/document'
import { changeCue } from './changeCue.ts'
import { type Cue, EVENT_KINDS, type EventKind, type StageEvent } from '@gliv/model'
import Add from '@mui/icons-material/Add'
import Close from '@mui/icons-material/Close'
import Visibility from '@mui/icons-material/Visibility'
import VisibilityOff from '@mui/icons-material/VisibilityOff'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import { type ReactNode, useState } from 'react'
import { edit, useDocument } from '../state/document.ts'
import { makeId } from '../state/ids.ts'
import { SentenceDetails, type SentenceProps } from './SentenceDetails.tsx'
import { BY_ITSELF, EVENT_TEXTS, PLACED } from './texts.ts'
import { editStage, useStage } from './useStage.ts'
import { Digits, Word, words } from '../shared/controls/words.tsx'

/** Mirrored, stronger, follows, chance, at most: what may be added to a sentence. */
const Extras = ({ event, cue, change }: SentenceProps & { cue: Cue | undefined }) => {
  const toggle = (label: string, on: boolean, next: Partial<StageEvent>): ReactNode => (
    <button
      type="button"
      className={on ? 'sentence-extra on' : 'sentence-extra'}
      aria-pressed={on}
      onClick={() => change(label, next)}
    >
      {label}
    </button>
  )
  return (
    <div className="sentence-extras">
      {toggle('mirrored', event.mirrored, { mirrored: !event.mirrored })}
      {toggle('goes with it', event.follows, { follows: !event.follows })}
      {toggle('stronger the faster', event.strongerBy > 0, { strongerBy: event.strongerBy > 0 ? 0 : 300 })}
      {event.strongerBy > 0 && (
        <span>
          as designed at{' '}
          <Digits
            label="As designed at"
            value={event.strongerBy}
            low={1}
            high={10_000}
            unit="px/s"
            onCommit={(strongerBy) => change('Strength', { strongerBy })}
          />
        </span>
      )}
      {cue && (
        <span>
          chance{' '}
          <Digits
            label={`Chance of ${cue.name}`}
            value={cue.chance * 100}
            low={0}
            high={100}
            unit="%"
            onCommit={(chance) => changeCue(cue.id, 'Chance', (c) => ({ ...c, chance: chance / 100 }))}
          />
          , at most{' '}
          <Digits
            label={`At most of ${cue.name}`}
            value={cue.most}
            low={1}
            high={256}
            onCommit={(most) => changeCue(cue.id, 'At most', (c) => ({ ...c, most: Math.round(most) }))}
          />
        </span>
      )}
    </div>
  )
}

/** Another effect in the place of one; null takes it out. A cue that others raise, too, is left to them. */
const setEffect = (stageId: string, event: StageEvent, at: number, effect: string | null): void =>
  edit('Effect of a sentence', (kit) => {
    const cue = kit.cues?.find(({ id }) => id === event.cue)
    const effects = (cue?.effects ?? []).toSpliced(at, 1, ...(effect === null ? [] : [effect]))
    if (cue && usesOfCue(kit, cue.id) < 2)
      kit.cues = kit.cues!.map((other) => (other.id === cue.id ? { ...other, effects } : other))
    else {
      const own = addCue(kit, cue?.name ?? EVENT_TEXTS[event.on], effects, makeId)
      const stage = kit.stages[stageId]
      if (stage)
        stage.events = stage.events?.map((e) => (e.id === event.id ? { ...e, cue: own } : e)) as never
    }
  })

const EffectWords = ({ event, kit, cue }: SentenceProps & { cue: Cue | undefined }) => {
  const stage = useStage()
  const options = kit.effectOrder.map((id) => ({ value: id, label: kit.effects[id]!.name }))
  const effects = cue?.effects ?? []
  const set = (at: number, value: string): void =>
    stage ? setEffect(stage.id, event, at, value === '' ? null : value) : undefined
  return (
    <>
      {effects.map((effect, at) => (
        <span key={at}>
          {at > 0 && ' and '}
          <Word
            label={at === 0 ? 'Effect' : `Effect ${at + 1}`}
            value={effect}
            options={effects.length > 1 ? [...options, { value: '', label: 'not this one' }] : options}
            onChoose={(next) => set(at, next)}
          />
        </span>
      ))}{' '}
      <Word
        label={effects.length === 0 ? 'Effect' : 'And another effect'}
        value={effects.length === 0 ? '' : '+'}
        options={
          effects.length === 0
            ? [{ value: '', label: 'nothing' }, ...options]
            : [{ value: '+', label: '+' }, ...options]
        }
        onChoose={(next) => (next === '+' || next === '' ? undefined : set(effects.length, next))}
      />
    </>
  )
}

/** Whose event it is: said where there are several, or where it may be nobody's. */
const ActorWord = ({ event, change }: SentenceProps) => {
  const actors = useStage()?.actors ?? []
  const anybody = PLACED.has(event.on) && event.on !== 'reaches'
  if (BY_ITSELF.has(event.on) || (actors.length < 2 && !PLACED.has(event.on))) return null
  return (
    <>
      {' '}
      of{' '}
      <Word
        label="Actor"
        value={event.actor ?? ''}
        options={[
          ...actors.map(({ id, name }) => ({ value: id, label: name })),
          ...(anybody ? [{ value: '', label: 'the stage' }] : []),
        ]}
        onChoose={(next) => change('Actor', { actor: next === '' ? null : next, point: null })}
      />
    </>
  )
}

const PointWord = ({ event, change }: SentenceProps) => {
  const actors = useStage()?.actors ?? []
  const points = actors.find(({ id }) => id === event.actor)?.points ?? []
  if (event.on === 'along') return null
  return (
    <>
      {' '}
      at{' '}
      <Word
        label="Point"
        value={event.point ?? ''}
        options={[
          { value: '', label: event.actor === null ? 'its place' : 'the place of it' },
          ...points.map(({ name }) => ({ value: name, label: name })),
        ]}
        onChoose={(point) => change('Point', { point: point === '' ? null : point })}
      />
    </>
  )
}

/** What happens, to whom, what plays, where. */
const SentenceWords = (props: SentenceProps & { cue: Cue | undefined }) => {
  const { event, change } = props
  const first = useStage()?.actors?.[0]?.id ?? null
  return (
    <>
      <Word
        label="Event"
        value={event.on}
        options={words(EVENT_KINDS, EVENT_TEXTS)}
        onChoose={(on) => change('Event', startOn(event, on as EventKind, first))}
      />{' '}
      <SentenceDetails {...props} />
      <ActorWord {...props} /> plays <EffectWords {...props} />
      <PointWord {...props} />
    </>
  )
}

/** What goes with another event: somebody for what somebody does, nobody for what comes by itself. */
const startOn = (event: StageEvent, on: EventKind, first: string | null): Partial<StageEvent> => ({
  on,
  actor: BY_ITSELF.has(on) ? null : (event.actor ?? first),
  point: BY_ITSELF.has(on) ? null : event.point,
  follows: on === 'hold' || event.follows,
  number: FIRST_NUMBERS[on] ?? 1,
})

const SentenceTools = ({
  event,
  change,
  open,
  setOpen,
}: Omit<SentenceProps, 'kit'> & { open: boolean; setOpen: (open: boolean) => void }) => {
  const stage = useStage()
  const remove = (): void => {
    if (stage)
      editStage(
        stage.id,
        'Remove a sentence',
        (draft) => void (draft.events = (draft.events ?? []).filter(({ id }) => id !== event.id)),
      )
  }
  return (
    <>
      <button
        type="button"
        className="sentence-extra"
        aria-expanded={open}
        aria-label="More of this sentence"
        onClick={() => setOpen(!open)}
      >
        …
      </button>
      <IconButton
        aria-label={event.muted ? 'Let this sentence act' : 'Mute this sentence'}
        onClick={() => change(event.muted ? 'Act' : 'Mute', { muted: !event.muted })}
      >
        {event.muted ? <VisibilityOff fontSize="inherit" /> : <Visibility fontSize="inherit" />}
      </IconButton>
      <IconButton aria-label="Remove this sentence" onClick={remove}>
        <Close fontSize="inherit" />
      </IconButton>
    </>
  )
}

const Sentence = ({ event, kit }: { event: StageEvent; kit: Kit }) => {
  const stage = useStage()
  const [open, setOpen] = useState(false)
  if (!stage) return null
  const change = (label: string, next: Partial<StageEvent>): void =>
    editStage(
      stage.id,
      `${label} of a sentence`,
      (draft) =>
        void (draft.events = (draft.events ?? []).map((other) =>
          other.id === event.id ? { ...other, ...next } : other,
        )),
    )
  const cue = kit.cues?.find(({ id }) => id === event.cue)
  return (
    <div className={event.muted ? 'event-sentence muted' : 'event-sentence'} data-event={event.id}>
      <p>
        <SentenceWords event={event} kit={kit} change={change} cue={cue} />
        <SentenceTools event={event} change={change} open={open} setOpen={setOpen} />
      </p>
      {open && <Extras event={event} kit={kit} change={change} cue={cue} />}
    </div>
  )
}

export const EventSentences = () => {
  const stage = useStage()
  const kit = useDocument((s) => s.kit)
  if (!stage || !kit) return null
  const add = (): void => {
    const [actor] = stage.actors ?? []
    const [effect] = kit.effectOrder
    edit('Add a sentence', (draft) => {
      if (effect === undefined) return
      const cue = addCue(draft, EVENT_TEXTS.landing, [effect], makeId)
      const to = draft.stages[stage.id]
      if (to) to.events = [...(to.events ?? []), newEvent(makeId('event'), 'landing', actor?.id ?? null, cue)]
    })
  }
  return (
    <>
      {(stage.events ?? []).map((event) => (
        <Sentence key={event.id} event={event} kit={kit} />
      ))}
      <Button size="small" startIcon={<Add />} disabled={kit.effectOrder.length === 0} onClick={add}>
        When something happens…
      </Button>
    </>
  )
}
