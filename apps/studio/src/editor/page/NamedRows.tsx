/** Moments of the effect that the game is told by name. */
import { newNamedEvent } from '@gliv/document'
import { type NamedEvent, SOUND_NUMBERS } from '@gliv/model'
import Add from '@mui/icons-material/Add'
import Close from '@mui/icons-material/Close'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import { TypedField } from '../../shared/controls/TypedField.tsx'
import { Digits } from '../../shared/controls/words.tsx'
import { makeId } from '../../state/ids.ts'
import { edit } from '../../state/document.ts'
import { setExtras } from '@gliv/document'
import { useDriver, useEffectId, useShownData } from '../playback/shownEffect.ts'
import { addExtra, changeExtra } from '../extras/changeExtra.ts'
import { momentOf } from '../extras/momentOf.ts'
import './ExtraRows.css'

const readName = (text: string): string | null => {
  const name = text.trim()
  return name.length >= 1 && name.length <= 200 ? name : null
}
const readPayload = (text: string): string | null => (text.length <= 2000 ? text : null)

/** Renames an event; the effect's sounds that wait for it go along. */
const rename = (effectId: string, event: NamedEvent, name: string): void =>
  edit('Name of an event', (kit) => {
    const effect = kit.effects[effectId]!
    setExtras(
      effect,
      'events',
      (effect.events ?? []).map((one) => (one.id === event.id ? { ...one, name } : one)),
    )
    if (effect.sounds)
      setExtras(
        effect,
        'sounds',
        effect.sounds.map((use) =>
          use.on === 'named' && use.named === event.name ? { ...use, named: name } : use,
        ),
      )
  })

const NamedRow = ({ event }: { event: NamedEvent }) => {
  const effectId = useEffectId()
  const change = (label: string, make: (one: NamedEvent) => NamedEvent | null): void =>
    changeExtra(effectId, 'events', event.id, label, make)
  return (
    <div className="extra-row" data-testid="named-row" role="group" aria-label={`Event ${event.name}`}>
      <p>
        {'At '}
        <Digits
          label={`Moment of the event ${event.name}`}
          value={event.at}
          low={SOUND_NUMBERS.at.low}
          high={SOUND_NUMBERS.at.high}
          unit="s"
          onCommit={(at) => change('Moment of an event', (one) => ({ ...one, at }))}
        />
        {', '}
        <TypedField
          label={`Name of the event ${event.name}`}
          shown={event.name}
          read={readName}
          hint="A name of 1 to 200 characters, by which the game listens"
          onCommit={(name) => rename(effectId, event, name)}
        />
        {' saying '}
        <TypedField
          label={`What the event ${event.name} says`}
          shown={event.payload}
          width={12}
          read={readPayload}
          hint="At most 2000 characters; the game gets them as they are"
          onCommit={(payload) => change('What an event says', (one) => ({ ...one, payload }))}
        />
      </p>
      <span className="extra-buttons">
        <IconButton
          aria-label={`Remove the event ${event.name}`}
          onClick={() => change('Remove an event', () => null)}
        >
          <Close fontSize="inherit" />
        </IconButton>
      </span>
    </div>
  )
}

export const NamedRows = () => {
  const effectId = useEffectId()
  const driver = useDriver()
  const events = useShownData<readonly NamedEvent[]>((_, effect) => effect.events ?? [], [])
  return (
    <>
      {events.length === 0 && <p>Moments that the game listens to by name; sounds may wait for them, too.</p>}
      {events.map((event) => (
        <NamedRow key={event.id} event={event} />
      ))}
      <Button
        size="small"
        startIcon={<Add />}
        onClick={() =>
          addExtra(
            effectId,
            'events',
            'Add an event',
            newNamedEvent(makeId('event'), events, momentOf(driver)),
          )
        }
      >
        Event
      </Button>
    </>
  )
}
