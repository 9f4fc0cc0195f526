/** Sounds that come from files: looked at, decoded, kept with the kit; in the editor they are also played at once. */
import { MEDIA, mediaTypeOf } from '@gliv/base'
import { addSound, type Kit, newSoundUse, setExtras } from '@gliv/document'
import { edit, keepPicture, useDocument } from '../state/document.ts'
import { makeId } from '../state/ids.ts'
import { hashNow } from '../state/pictureStore.ts'
import { decodeSound } from './desk.ts'

const tell = (notice: string): void => useDocument.setState({ notice })

/** Longest sound that is taken, s, and its largest file. */
const MOST_SECONDS = 120
const MOST_BYTES = 20 * 1024 * 1024

export const isSoundFile = ({ name, type }: File): boolean =>
  type.startsWith('audio/') || /\.(wav|ogg|oga|mp3)$/i.test(name)

/** Where a dropped sound is played: in this effect, at this moment. */
export interface SoundPlace {
  readonly effectId: string
  /** s on the effect's timeline. */
  readonly at: number
}

let placeOf: ((clientX: number, clientY: number) => SoundPlace | null) | null = null

/** The open editor says where a sound that is dropped belongs. Returns the end of it. */
export const registerSoundPlace = (of: NonNullable<typeof placeOf>): (() => void) => {
  placeOf = of
  return () => {
    if (placeOf === of) placeOf = null
  }
}

/** Where something that is dropped at a point of the page belongs; null outside of an editor. */
export const soundPlaceAt = (clientX: number, clientY: number): SoundPlace | null =>
  placeOf?.(clientX, clientY) ?? null

interface ReadSound {
  readonly name: string
  readonly blob: string
  readonly bytes: Uint8Array
  readonly mediaType: 'audio/wav' | 'audio/ogg' | 'audio/mpeg'
  readonly seconds: number
}

const readSound = async (file: File): Promise<ReadSound> => {
  if (file.size > MOST_BYTES)
    throw new Error(`it has ${(file.size / 1048576).toFixed(1)} MB; at most 20 are taken; shorten it`)
  const bytes = new Uint8Array(await file.arrayBuffer())
  const mediaType = mediaTypeOf(bytes)
  if (mediaType === null || MEDIA[mediaType].kind !== 'sound')
    throw new Error('its bytes are no WAV, OGG or MP3; save it as one of these')
  const blob = await hashNow(bytes)
  const { duration } = await decodeSound(blob, bytes).catch(() => {
    throw new Error(`the browser cannot decode this ${MEDIA[mediaType].label}; save it as WAV`)
  })
  if (duration > MOST_SECONDS)
    throw new Error(`it lasts ${duration.toFixed(0)} s; at most ${MOST_SECONDS} are taken; cut it`)
  return {
    ...{ name: file.name.replace(/\.[^.]*$/, '') || 'Sound', blob, bytes, seconds: duration },
    mediaType: mediaType as ReadSound['mediaType'],
  }
}

/** Those that can be read; why others cannot is said. */
const readAll = async (files: readonly File[]): Promise<ReadSound[]> => {
  const read: ReadSound[] = []
  for (const file of files)
    try {
      read.push(await readSound(file))
    } catch (error) {
      tell(`${file.name} was not taken: ${error instanceof Error ? error.message : String(error)}`)
    }
  return read
}

/** Puts sounds into a kit, and where a place is given into its effect. */
const put = (kit: Kit, read: readonly ReadSound[], place: SoundPlace | null): void => {
  for (const { bytes: _, ...sound } of read) {
    const id = addSound(kit, sound, makeId)
    const user = place && kit.effects[place.effectId]
    if (user) setExtras(user, 'sounds', [...(user.sounds ?? []), newSoundUse(makeId('use'), id, place.at)])
  }
}

/**
 * Takes sounds into the kit; where a place is given, its effect plays each there. One step of undo.
 * @returns how many were taken
 */
export const takeSounds = async (
  files: readonly File[],
  place: SoundPlace | null = null,
): Promise<number> => {
  const read = await readAll(files)
  const { kit } = useDocument.getState()
  if (!kit || read.length === 0) return 0
  for (const { bytes, blob } of read) keepPicture(bytes, blob)
  const effect = place && kit.effects[place.effectId]
  const names = read.map(({ name }) => `“${name}”`).join(', ')
  const many = read.length > 1
  edit(`${many ? 'Sounds' : 'Sound'} ${names}`, (draft) => put(draft, read, place))
  tell(
    effect && place
      ? `“${effect.name}” plays ${names} at ${place.at.toFixed(2)} s`
      : `${names} ${many ? 'are' : 'is'} among the kit’s sounds; drop one on an effect’s timeline to play it`,
  )
  return read.length
}
