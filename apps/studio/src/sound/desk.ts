/**
 * The studio's one desk: an audio context that begins with the first press of a key or a button, the kit's sounds
 * decoded as they are needed, and one mute. Lifetime: tab.
 */
import { AudioOutlet, SoundDesk } from '@gliv/sound'
import { create } from 'zustand'
import { persist } from 'zustand/middleware'
import { z } from 'zod'
import { useDocument } from '../state/document.ts'
import { persisted } from '../shared/persisted.ts'

interface SoundSettings {
  readonly muted: boolean
}

export const useSoundSettings = create<SoundSettings>()(
  persist(
    (): SoundSettings => ({ muted: false }),
    persisted<SoundSettings>('gliv-sound', () => localStorage, { muted: z.boolean() }),
  ),
)

export const toggleMuted = (): void => {
  useSoundSettings.setState(({ muted }) => ({ muted: !muted }))
}

/** Samples a second at which sounds are decoded where no context runs yet. */
const RATE = 48_000
const decoded = new Map<string, Promise<AudioBuffer>>()
const ready = new Map<string, AudioBuffer>()

/** A sound's samples, by the hash of its bytes. Rejects what the browser cannot decode. */
export const decodeSound = (hash: string, bytes: Uint8Array): Promise<AudioBuffer> => {
  const known = decoded.get(hash)
  if (known) return known
  // A context of its own, which makes no sound and needs no press.
  const made = new OfflineAudioContext(1, 1, RATE).decodeAudioData(bytes.slice().buffer)
  decoded.set(hash, made)
  made.then(
    (buffer) => void ready.set(hash, buffer),
    () => void decoded.delete(hash),
  )
  return made
}

let desk: SoundDesk<AudioOutlet> | null = null

/** The decoded sound of an id of the open kit; begins to decode one that is not ready. */
const bufferOf = (id: string): AudioBuffer | undefined => {
  const { kit, pictures } = useDocument.getState()
  const sound = kit?.sounds?.find((one) => one.id === id)
  if (!sound) return undefined
  const found = ready.get(sound.blob)
  const bytes = pictures.get(sound.blob)
  if (!found && bytes) void decodeSound(sound.blob, bytes).catch(() => undefined)
  return found
}

/** Decodes all sounds of the kit, so that the first that is played is heard at once. */
export const prepareSounds = (): void => {
  for (const { id } of useDocument.getState().kit?.sounds ?? []) bufferOf(id)
}

/** The desk; null until somebody has pressed something, before which no browser lets it sound. */
export const openDesk = (): SoundDesk<AudioOutlet> | null => {
  if (desk) {
    const { context } = desk.outlet
    if (context instanceof AudioContext && context.state === 'suspended') void context.resume()
    return desk
  }
  if (typeof AudioContext === 'undefined' || !navigator.userActivation?.hasBeenActive) return null
  desk = new SoundDesk(new AudioOutlet(new AudioContext(), bufferOf))
  desk.outlet.muted = useSoundSettings.getState().muted
  return desk
}

useSoundSettings.subscribe(({ muted }) => {
  if (desk) desk.outlet.muted = muted
})

/** Plays a sound of the kit by itself, to listen to it. */
export const listenTo = async (blob: string): Promise<void> => {
  const bytes = useDocument.getState().pictures.get(blob)
  const open = openDesk()
  if (!bytes || !open) return
  const { context, out } = open.outlet
  const source = context.createBufferSource()
  source.buffer = await decodeSound(blob, bytes)
  source.connect(out)
  source.start()
}
