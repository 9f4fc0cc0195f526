/** What the effect is heard with, as sentences: which sound, at which moment or event, and how. */
import { newSoundUse, type Sound } from '@gliv/document'
import {
  type EffectSound,
  SOUND_NUMBERS,
  SOUND_TRIGGERS,
  type SoundNumber,
  type SoundTrigger,
} from '@gliv/model'
import Add from '@mui/icons-material/Add'
import Close from '@mui/icons-material/Close'
import PlayArrow from '@mui/icons-material/PlayArrow'
import VolumeOff from '@mui/icons-material/VolumeOff'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import IconButton from '@mui/material/IconButton'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import { useRef, useState } from 'react'
import { Digits, Word, words } from '../../shared/controls/words.tsx'
import { listenTo } from '../../sound/desk.ts'
import { takeSounds } from '../../sound/takeSounds.ts'
import { useDocument } from '../../state/document.ts'
import { makeId } from '../../state/ids.ts'
import { useDriver, useEffectId, useShownData } from '../playback/shownEffect.ts'
import { addExtra, changeExtra } from '../extras/changeExtra.ts'
import { momentOf } from '../extras/momentOf.ts'
import { TRIGGER_TEXTS } from '../extras/texts.ts'
import './ExtraRows.css'

const OF_PARTICLES: ReadonlySet<SoundTrigger> = new Set(['born', 'contact', 'relayed'])
const NO_SOUNDS: readonly Sound[] = []

interface RowProps {
  readonly use: EffectSound
  readonly sounds: readonly Sound[]
  readonly change: (label: string, make: (use: EffectSound) => EffectSound | null) => void
}

const Amount = ({ id, use, change, bare = false }: RowProps & { id: SoundNumber; bare?: boolean }) => {
  const { low, high, unit, label } = SOUND_NUMBERS[id]
  return (
    <label className="extra-amount">
      {!bare && `${label} `}
      <Digits
        label={`${label} of the sound`}
        value={use[id]}
        low={low}
        high={high}
        unit={unit}
        onCommit={(value) =>
          change(label, (one) => ({ ...one, [id]: id === 'most' ? Math.round(value) : value }))
        }
      />
    </label>
  )
}

/** Of which emitter, or which event: what the trigger asks for. */
const TriggerDetail = (props: RowProps) => {
  const { use, change } = props
  const emitters = useShownData<readonly { value: string; label: string }[]>(
    (_, effect) => effect.emitterOrder.map((id) => ({ value: id, label: effect.emitters[id]!.name })),
    [],
  )
  const events = useShownData<readonly string[]>(
    (_, effect) => (effect.events ?? []).map(({ name }) => name),
    [],
  )
  if (use.on === 'time') return <Amount {...props} id="at" bare />
  if (OF_PARTICLES.has(use.on))
    return (
      <>
        {' of '}
        <Word
          label="Emitter of the sound"
          value={use.emitter ?? ''}
          options={[{ value: '', label: 'any emitter' }, ...emitters]}
          onChoose={(id) =>
            change('Emitter of a sound', (one) => ({ ...one, emitter: id === '' ? null : id }))
          }
        />
      </>
    )
  if (use.on !== 'named') return null
  if (events.length === 0) return <em> that is yet to be made, under “Told to the game”</em>
  return (
    <Word
      label="Event of the sound"
      value={use.named}
      options={events.map((name) => ({ value: name, label: name }))}
      onChoose={(name) => change('Event of a sound', (one) => ({ ...one, named: name }))}
    />
  )
}

const SoundDetails = (props: RowProps) => {
  const { use, change } = props
  return (
    <details className="extra-details">
      <summary>
        gain {Number(use.gain.toFixed(2))}×, speed {Number(use.speedFrom.toFixed(2))} to{' '}
        {Number(use.speedTo.toFixed(2))},{' '}
        {use.byPlace ? 'panned by place' : use.pan === 0 ? 'in the middle' : `pan ${use.pan}`}
      </summary>
      <div className="extra-grid">
        {(['gain', 'most', 'speedFrom', 'speedTo', 'pan'] as const).map((id) => (
          <Amount key={id} {...props} id={id} />
        ))}
        <label className="check-row">
          <Checkbox
            size="small"
            checked={use.byPlace}
            onChange={(event) => change('Pan by place', (one) => ({ ...one, byPlace: event.target.checked }))}
          />{' '}
          panned by place
        </label>
      </div>
    </details>
  )
}

const SoundRow = (props: RowProps) => {
  const { use, sounds, change } = props
  const sound = sounds.find(({ id }) => id === use.sound)
  const name = sound?.name ?? 'a sound that is gone'
  return (
    <div
      className={use.muted ? 'extra-row muted' : 'extra-row'}
      data-testid="sound-row"
      role="group"
      aria-label={`Sound ${name}`}
    >
      <p>
        <Word
          label="Sound"
          value={use.sound}
          options={sounds.map(({ id, name: label }) => ({ value: id, label }))}
          onChoose={(id) => change('Another sound', (one) => ({ ...one, sound: id }))}
        />
        {' at '}
        <Word
          label="Set off by"
          value={use.on}
          options={words(SOUND_TRIGGERS, TRIGGER_TEXTS)}
          onChoose={(on) => change('What sets off a sound', (one) => ({ ...one, on: on as SoundTrigger }))}
        />{' '}
        <TriggerDetail {...props} />
        {', '}
        <Word
          label="How long"
          value={use.loops ? 'loops' : 'once'}
          options={[
            { value: 'once', label: 'once' },
            { value: 'loops', label: 'again and again until it stops sending out' },
          ]}
          onChoose={(how) => change('How long a sound plays', (one) => ({ ...one, loops: how === 'loops' }))}
        />
      </p>
      <span className="extra-buttons">
        <IconButton aria-label={`Listen to ${name}`} onClick={() => sound && void listenTo(sound.blob)}>
          <PlayArrow fontSize="inherit" />
        </IconButton>
        <IconButton
          aria-label={`Mute ${name}`}
          aria-pressed={use.muted}
          className={use.muted ? 'notched' : ''}
          onClick={() =>
            change(use.muted ? 'Unmute a sound' : 'Mute a sound', (one) => ({ ...one, muted: !one.muted }))
          }
        >
          <VolumeOff fontSize="inherit" />
        </IconButton>
        <IconButton aria-label={`Remove ${name} here`} onClick={() => change('Remove a sound', () => null)}>
          <Close fontSize="inherit" />
        </IconButton>
      </span>
      <SoundDetails {...props} />
    </div>
  )
}

/** Adds one of the kit's sounds, or one from a file, at the moment that is shown. */
const AddSound = ({ sounds }: { sounds: readonly Sound[] }) => {
  const effectId = useEffectId()
  const driver = useDriver()
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const files = useRef<HTMLInputElement>(null)
  const at = (): number => momentOf(driver)
  const add = (sound: Sound): void => {
    setAnchor(null)
    addExtra(effectId, 'sounds', `Sound ${sound.name}`, newSoundUse(makeId('use'), sound.id, at()))
  }
  return (
    <>
      <Button size="small" startIcon={<Add />} onClick={(event) => setAnchor(event.currentTarget)}>
        Sound
      </Button>
      <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
        {sounds.map((sound) => (
          <MenuItem key={sound.id} dense onClick={() => add(sound)}>
            {sound.name}
          </MenuItem>
        ))}
        <MenuItem
          dense
          onClick={() => {
            setAnchor(null)
            files.current?.click()
          }}
        >
          From a file…
        </MenuItem>
      </Menu>
      <input
        ref={files}
        type="file"
        accept=".wav,.ogg,.oga,.mp3,audio/*"
        multiple
        hidden
        aria-label="Sound files for this effect"
        onChange={(event) => {
          void takeSounds([...(event.target.files ?? [])], { effectId, at: at() })
          event.target.value = ''
        }}
      />
    </>
  )
}

export const SoundRows = () => {
  const effectId = useEffectId()
  const sounds = useDocument((s) => s.kit?.sounds ?? NO_SOUNDS)
  const uses = useShownData<readonly EffectSound[]>((_, effect) => effect.sounds ?? [], [])
  return (
    <>
      {uses.length === 0 && <p>Silent yet. Drop a WAV, OGG or MP3 on the timeline, or add one here.</p>}
      {uses.map((use) => (
        <SoundRow
          key={use.id}
          use={use}
          sounds={sounds}
          change={(label, make) => changeExtra(effectId, 'sounds', use.id, label, make)}
        />
      ))}
      <AddSound sounds={sounds} />
    </>
  )
}
