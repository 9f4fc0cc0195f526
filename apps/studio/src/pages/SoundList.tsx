/** The kit's sounds: heard, named, added by drop or by choice, and who plays them. */
import { deleteSound, type Sound, usersOfSound } from '@gliv/document'
import Add from '@mui/icons-material/Add'
import DeleteOutline from '@mui/icons-material/DeleteOutlined'
import PlayArrow from '@mui/icons-material/PlayArrow'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import { useRef } from 'react'
import { NameField } from '../document/NameField.tsx'
import { listenTo } from '../sound/desk.ts'
import { takeSounds } from '../sound/takeSounds.ts'
import { Waveform } from '../sound/Waveform.tsx'
import { edit, useDocument } from '../state/document.ts'
import './SoundList.css'

const usedText = (users: readonly { readonly name: string }[]): string =>
  users.length === 0 ? 'not played yet' : users.map(({ name }) => name).join(', ')

const SoundLine = ({ sound }: { sound: Sound }) => {
  const kit = useDocument((s) => s.kit)!
  const users = usersOfSound(kit, sound.id)
  return (
    <li>
      <IconButton aria-label={`Listen to ${sound.name}`} onClick={() => void listenTo(sound.blob)}>
        <PlayArrow fontSize="inherit" />
      </IconButton>
      <NameField
        label={`Name of the sound ${sound.name}`}
        read={(k) => k.sounds?.find(({ id }) => id === sound.id)?.name}
        write={(k, name) =>
          void (k.sounds = (k.sounds ?? []).map((other) =>
            other.id === sound.id ? { ...other, name } : other,
          ))
        }
      />
      <Waveform blob={sound.blob} />
      <small>{sound.seconds.toFixed(2)} s</small>
      <small className="users" title={usedText(users)}>
        {usedText(users)}
      </small>
      <IconButton
        aria-label={`Delete the sound ${sound.name}`}
        title={
          users.length > 0 ? `Delete; ${usedText(users)} will be silent there` : 'Delete (can be undone)'
        }
        onClick={() => edit(`Delete ${sound.name}`, (k) => deleteSound(k, sound.id))}
      >
        <DeleteOutline fontSize="inherit" />
      </IconButton>
    </li>
  )
}

const NONE: readonly Sound[] = []

export const SoundList = () => {
  const sounds = useDocument((s) => s.kit?.sounds ?? NONE)
  const files = useRef<HTMLInputElement>(null)
  return (
    <section className="sound-list" aria-labelledby="sounds-of-the-kit">
      <h2 id="sounds-of-the-kit">Sounds</h2>
      <ul>
        {sounds.map((sound) => (
          <SoundLine key={sound.id} sound={sound} />
        ))}
      </ul>
      {sounds.length === 0 && <p>Drop WAV, OGG or MP3 files anywhere here; effects play them.</p>}
      <input
        ref={files}
        type="file"
        accept=".wav,.ogg,.oga,.mp3,audio/*"
        multiple
        hidden
        aria-label="Sound files"
        onChange={(event) => {
          void takeSounds([...(event.target.files ?? [])])
          event.target.value = ''
        }}
      />
      <Button startIcon={<Add />} onClick={() => files.current?.click()}>
        Add sounds
      </Button>
    </section>
  )
}
