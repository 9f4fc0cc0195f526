/** What the whole screen does with the effect: shake, flash, freeze, zoom, tint. */
import { newScreenEvent } from '@gliv/document'
import { SCREEN_KINDS, SCREEN_RULES, type ScreenEvent, type ScreenKind, SOUND_NUMBERS } from '@gliv/model'
import Add from '@mui/icons-material/Add'
import Close from '@mui/icons-material/Close'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import IconButton from '@mui/material/IconButton'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import { useState } from 'react'
import { ColourField } from '../../shared/controls/ColourField.tsx'
import { Digits, Word, words } from '../../shared/controls/words.tsx'
import { edit, editMoment, endMoment } from '../../state/document.ts'
import { makeId } from '../../state/ids.ts'
import { useDriver, useEffectId, useShown, useShownData } from '../playback/shownEffect.ts'
import { addExtra, changeExtra } from '../extras/changeExtra.ts'
import { momentOf } from '../extras/momentOf.ts'
import { SCREEN_TEXTS } from '../extras/texts.ts'
import './ExtraRows.css'

type Change = (label: string, make: (one: ScreenEvent) => ScreenEvent | null, how?: typeof edit) => void

/** The amount in the unit of its kind; shares are typed as percent. */
const Amount = ({ event, change }: { event: ScreenEvent; change: Change }) => {
  const { amount } = SCREEN_RULES[event.kind]
  const by = amount.unit === '%' ? 100 : 1
  return (
    <label className="extra-amount">
      {`, ${amount.label.toLowerCase()} `}
      <Digits
        label={`${amount.label} of the ${SCREEN_TEXTS[event.kind].toLowerCase()}`}
        value={event.amount * by}
        low={amount.low * by}
        high={amount.high * by}
        unit={amount.unit}
        onCommit={(value) =>
          change(SCREEN_TEXTS[event.kind], (one) => ({
            ...one,
            amount: event.kind === 'freeze' ? Math.round(value) : value / by,
          }))
        }
      />
    </label>
  )
}

const Length = ({ event, change }: { event: ScreenEvent; change: Change }) => {
  const { seconds } = SCREEN_RULES[event.kind]
  const name = SCREEN_TEXTS[event.kind]
  if (!seconds) return null
  return (
    <label className="extra-amount">
      {`, ${seconds.label.toLowerCase()} `}
      <Digits
        label={`Length of the ${name.toLowerCase()}`}
        value={event.seconds}
        low={seconds.low}
        high={seconds.high}
        unit="s"
        onCommit={(value) => change(name, (one) => ({ ...one, seconds: value }))}
      />
    </label>
  )
}

const ScreenRow = ({ event, change }: { event: ScreenEvent; change: Change }) => {
  const { colour } = SCREEN_RULES[event.kind]
  const name = SCREEN_TEXTS[event.kind]
  const setColour = (next: string, how: typeof edit): void =>
    change('Colour of the screen', (one) => ({ ...one, colour: next }), how)
  return (
    <div className="extra-row" data-testid="screen-row" role="group" aria-label={name}>
      <p>
        <Word
          label="What the screen does"
          value={event.kind}
          options={words(SCREEN_KINDS, SCREEN_TEXTS)}
          onChoose={(kind) =>
            change('What the screen does', (one) => newScreenEvent(one.id, kind as ScreenKind, one.at))
          }
        />
        <label className="extra-amount">
          {' at '}
          <Digits
            label={`Moment of the ${name.toLowerCase()}`}
            value={event.at}
            low={SOUND_NUMBERS.at.low}
            high={SOUND_NUMBERS.at.high}
            unit="s"
            onCommit={(at) => change(`Moment of the ${name.toLowerCase()}`, (one) => ({ ...one, at }))}
          />
        </label>
        <Amount event={event} change={change} />
        <Length event={event} change={change} />
      </p>
      <span className="extra-buttons">
        <IconButton
          aria-label={`Remove the ${name.toLowerCase()}`}
          onClick={() => change(`Remove a ${name.toLowerCase()}`, () => null)}
        >
          <Close fontSize="inherit" />
        </IconButton>
      </span>
      {colour && (
        <ColourField
          value={event.colour}
          onMove={(next) => setColour(next, editMoment)}
          onDone={endMoment}
          onCommit={(next) => setColour(next, edit)}
        />
      )}
    </div>
  )
}

const AddScreen = () => {
  const effectId = useEffectId()
  const driver = useDriver()
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  return (
    <>
      <Button size="small" startIcon={<Add />} onClick={(event) => setAnchor(event.currentTarget)}>
        Screen event
      </Button>
      <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
        {SCREEN_KINDS.map((kind) => (
          <MenuItem
            key={kind}
            dense
            onClick={() => {
              setAnchor(null)
              addExtra(
                effectId,
                'screen',
                SCREEN_TEXTS[kind],
                newScreenEvent(makeId('screen'), kind, momentOf(driver)),
              )
            }}
          >
            {SCREEN_TEXTS[kind]}
          </MenuItem>
        ))}
      </Menu>
    </>
  )
}

export const ScreenRows = () => {
  const effectId = useEffectId()
  const events = useShownData<readonly ScreenEvent[]>((_, effect) => effect.screen ?? [], [])
  const freezes = useShown((_, effect) => effect.freezes === true, false)
  return (
    <>
      <p>The stage shows it, the game is told of it, bakes leave it out.</p>
      {events.map((event) => (
        <ScreenRow
          key={event.id}
          event={event}
          change={(label, make, how) => changeExtra(effectId, 'screen', event.id, label, make, how)}
        />
      ))}
      <AddScreen />
      <label
        className="check-row"
        title="While a freeze holds actors and recording, this effect stands still as well"
      >
        <Checkbox
          size="small"
          checked={freezes}
          onChange={(event) =>
            edit('Held by freezes', (kit) => {
              const effect = kit.effects[effectId]!
              if (event.target.checked) effect.freezes = true
              else delete effect.freezes
            })
          }
        />{' '}
        stands still in a freeze, too
      </label>
    </>
  )
}
