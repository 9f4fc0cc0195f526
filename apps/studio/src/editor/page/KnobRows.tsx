/** Knobs of the effect, as sentences on its page: what a game turns, and what follows. */
import { addKnob, isNumberKnob, type Knob, type NumberKnob, removeKnob } from '@gliv/document'
import { type Lane, RISING_RAMP } from '@gliv/model'
import { titleOf } from '@gliv/words'
import Add from '@mui/icons-material/Add'
import Close from '@mui/icons-material/Close'
import TimelineIcon from '@mui/icons-material/Timeline'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import { ColourField } from '../../shared/controls/ColourField.tsx'
import { Tick } from '../../shared/controls/TickList.tsx'
import { TypedField } from '../../shared/controls/TypedField.tsx'
import { Digits } from '../../shared/controls/words.tsx'
import { edit, editMoment, endMoment } from '../../state/document.ts'
import { makeId } from '../../state/ids.ts'
import { useEffectId, useShownData } from '../playback/shownEffect.ts'
import { RampEditor } from '../ramps/RampEditor.tsx'
import './ExtraRows.css'
import './KnobRows.css'

const NO_KNOBS: readonly Knob[] = []
const FAR = 100_000

const useKnobs = (): readonly Knob[] =>
  useShownData<readonly Knob[]>((_, { knobs }) => knobs ?? NO_KNOBS, NO_KNOBS)

/** Changes a knob; `how` says whether it is one step of undo or part of a drag. */
const change = <K extends Knob>(
  effectId: string,
  knob: K,
  what: string,
  to: Partial<K>,
  how: typeof edit = edit,
): void =>
  how(`${what} of ${knob.name}`, (kit) => {
    const effect = kit.effects[effectId]!
    effect.knobs = (effect.knobs ?? []).map((one) => (one.id === knob.id ? { ...one, ...to } : one))
  })

const NameField = ({ knob }: { knob: Knob }) => {
  const effectId = useEffectId()
  const taken = useKnobs()
    .filter(({ id }) => id !== knob.id)
    .map(({ name }) => name)
  const read = (text: string): string | null => {
    const name = text.trim()
    return name.length >= 1 && name.length <= 80 && !taken.includes(name) ? name : null
  }
  return (
    <TypedField
      label={`Name of the knob ${knob.name}`}
      shown={knob.name}
      read={read}
      hint="A name of 1 to 80 characters that no other knob of the effect has"
      onCommit={(name) => change(effectId, knob, 'Name', { name })}
    />
  )
}

interface Driven {
  readonly emitter: string
  readonly numbers: string
}

/** What follows a knob. */
const DrivenList = ({ knob }: { knob: NumberKnob }) => {
  const driven = useShownData<readonly Driven[]>(
    (_, { emitterOrder, emitters }) =>
      emitterOrder.flatMap((id) => {
        const numbers = Object.entries(emitters[id]?.drives ?? {})
          .filter(([, drive]) => drive?.knob === knob.id)
          .map(([number]) => titleOf(`emitter.numbers.${number}`))
        return numbers.length > 0 ? [{ emitter: emitters[id]!.name, numbers: numbers.join(', ') }] : []
      }),
    [],
  )
  if (driven.length === 0)
    return <p>Drives nothing yet: in the menu of a number (a press with the other button), choose it.</p>
  return (
    <ul>
      {driven.map(({ emitter, numbers }) => (
        <li key={emitter}>
          {emitter}: {numbers}
        </li>
      ))}
    </ul>
  )
}

const LaneOfKnob = ({ knob, lane }: { knob: NumberKnob; lane: Lane }) => {
  const effectId = useEffectId()
  return (
    <>
      <span>
        {'Over '}
        <Digits
          label={`Seconds of the lane of ${knob.name}`}
          value={lane.seconds}
          low={0.01}
          high={600}
          unit="s"
          onCommit={(seconds) => change(effectId, knob, 'Lane', { lane: { ...lane, seconds } })}
        />
        {', until a game turns it:'}
      </span>
      <RampEditor inline address={{ of: 'knob', effect: effectId, knob: knob.id }} />
    </>
  )
}

const NumberSentence = ({ knob }: { knob: NumberKnob }) => {
  const effectId = useEffectId()
  const { low, high, start } = knob
  /** The ends move the start, and the lane's ends, along with them. */
  const setEnds = (ends: { low?: number; high?: number }): void => {
    const next = { low, high, ...ends }
    change(effectId, knob, 'Ends', {
      ...next,
      start: Math.min(next.high, Math.max(next.low, start)),
      ...(knob.lane ? { lane: { ...knob.lane, from: next.low, to: next.high } } : {}),
    })
  }
  return (
    <p>
      <NameField knob={knob} />
      {' goes from '}
      <Digits
        label={`Low end of ${knob.name}`}
        value={low}
        low={-FAR}
        high={high - 0.001}
        onCommit={(value) => setEnds({ low: value })}
      />
      {' to '}
      <Digits
        label={`High end of ${knob.name}`}
        value={high}
        low={low + 0.001}
        high={FAR}
        onCommit={(value) => setEnds({ high: value })}
      />
      {' and stands at '}
      <Digits
        label={`Start of ${knob.name}`}
        value={start}
        low={low}
        high={high}
        onCommit={(value) => change(effectId, knob, 'Start', { start: value })}
      />
    </p>
  )
}

const toggleLane = (effectId: string, knob: NumberKnob): void =>
  change(effectId, knob, 'Lane', {
    lane: knob.lane ? undefined : { from: knob.low, to: knob.high, seconds: 2, points: RISING_RAMP.points },
  })

const ColourSentence = ({ knob }: { knob: Extract<Knob, { colour: string }> }) => {
  const effectId = useEffectId()
  const set = (colour: string, how = edit): void => change(effectId, knob, 'Colour', { colour }, how)
  return (
    <p>
      <NameField knob={knob} />
      {' multiplies the colours of what is ticked, '}
      <ColourField
        value={knob.colour}
        onMove={(colour) => set(colour, editMoment)}
        onDone={endMoment}
        onCommit={(colour) => set(colour)}
      />
    </p>
  )
}

const Tinted = ({ knob }: { knob: Knob }) => {
  const effectId = useEffectId()
  const emitters = useShownData<readonly { id: string; name: string; on: boolean }[]>(
    (_, { emitterOrder, emitters: all }) =>
      emitterOrder.map((id) => ({ id, name: all[id]!.name, on: all[id]!.colourKnob === knob.id })),
    [],
  )
  const set = (id: string, on: boolean): void =>
    edit(`What ${knob.name} tints`, (kit) => {
      const emitter = kit.effects[effectId]!.emitters[id]!
      if (on) emitter.colourKnob = knob.id
      else delete emitter.colourKnob
    })
  return (
    <div className="knob-tints">
      {emitters.map(({ id, name, on }) => (
        <Tick key={id} label={name} value={on} onSet={(value) => set(id, value)} />
      ))}
    </div>
  )
}

const KnobRow = ({ knob }: { knob: Knob }) => {
  const effectId = useEffectId()
  return (
    <div className="extra-row" data-testid="knob-row" role="group" aria-label={`Knob ${knob.name}`}>
      {isNumberKnob(knob) ? <NumberSentence knob={knob} /> : <ColourSentence knob={knob} />}
      <span className="extra-buttons">
        {isNumberKnob(knob) && (
          <IconButton
            aria-label={`${knob.lane ? 'Remove' : 'Add'} the lane of ${knob.name}`}
            aria-pressed={knob.lane !== undefined}
            title="Lets it run over the effect’s time, until a game turns it"
            onClick={() => toggleLane(effectId, knob)}
          >
            <TimelineIcon fontSize="inherit" />
          </IconButton>
        )}
        <IconButton
          aria-label={`Remove the knob ${knob.name}`}
          onClick={() =>
            edit(`Remove the knob ${knob.name}`, (kit) => removeKnob(kit.effects[effectId]!, knob.id))
          }
        >
          <Close fontSize="inherit" />
        </IconButton>
      </span>
      <div className="knob-drives">
        {isNumberKnob(knob) && knob.lane && <LaneOfKnob knob={knob} lane={knob.lane} />}
        {isNumberKnob(knob) ? <DrivenList knob={knob} /> : <Tinted knob={knob} />}
      </div>
    </div>
  )
}

export const KnobRows = () => {
  const effectId = useEffectId()
  const knobs = useKnobs()
  const add = (kind: 'number' | 'colour'): void =>
    edit(kind === 'number' ? 'Add a knob' : 'Add a colour', (kit) => {
      addKnob(kit.effects[effectId]!, kind, makeId)
    })
  return (
    <>
      {knobs.length === 0 && (
        <p>
          What a game turns while the effect plays, by name: how wet it is, how much steam there is, a team’s
          colour. Numbers of emitters follow.
        </p>
      )}
      {knobs.map((knob) => (
        <KnobRow key={knob.id} knob={knob} />
      ))}
      <Button size="small" startIcon={<Add />} onClick={() => add('number')}>
        Knob
      </Button>
      <Button size="small" startIcon={<Add />} onClick={() => add('colour')}>
        Colour
      </Button>
    </>
  )
}
