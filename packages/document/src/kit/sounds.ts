/** Sounds of a kit, and what effects have beside their particles: what is new, and what goes with what ends. */
import {
  type EffectExtras,
  type EffectSound,
  type NamedEvent,
  SCREEN_RULES,
  type ScreenEvent,
  type ScreenKind,
  SOUND_NUMBERS,
  type SoundNumber,
} from '@gliv/model'
import type { Effect, Kit, Sound } from './kit.ts'
import { freeName, type MakeId } from './layers.ts'

/** Adds a sound under a free name; one with the same content is used again. Returns its id. */
export const addSound = (kit: Kit, sound: Omit<Sound, 'id'>, makeId: MakeId): string => {
  const sounds = kit.sounds ?? []
  const same = sounds.find(({ blob }) => blob === sound.blob)
  if (same) return same.id
  const id = makeId('sound')
  const name = freeName(
    sound.name,
    sounds.map((other) => other.name),
  )
  kit.sounds = [...sounds, { ...sound, id, name }]
  return id
}

/** A sound as an effect begins to play it: once, at a moment. */
export const newSoundUse = (id: string, sound: string, at = 0): EffectSound => ({
  id,
  sound,
  on: 'time',
  emitter: null,
  named: '',
  loops: false,
  byPlace: false,
  muted: false,
  ...(Object.fromEntries(
    (Object.keys(SOUND_NUMBERS) as SoundNumber[]).map((number) => [number, SOUND_NUMBERS[number].default]),
  ) as Record<SoundNumber, number>),
  at,
})

/** A screen event of a kind, as it begins. */
export const newScreenEvent = (id: string, kind: ScreenKind, at = 0): ScreenEvent => {
  const { amount, seconds, colour } = SCREEN_RULES[kind]
  return { id, kind, at, amount: amount.default, seconds: seconds?.default ?? 0, colour: colour ?? '#ffffff' }
}

/** A named event under a name that the effect does not have yet. */
export const newNamedEvent = (id: string, taken: readonly NamedEvent[], at = 0): NamedEvent => ({
  id,
  name: freeName(
    'moment',
    taken.map(({ name }) => name),
  ),
  at,
  payload: '',
})

/** Effects that play a sound, in the kit's order. */
export const usersOfSound = (kit: Kit, sound: string): Effect[] =>
  kit.effectOrder
    .map((id) => kit.effects[id]!)
    .filter(({ sounds }) => sounds?.some((use) => use.sound === sound))

/** Sets a list of an effect; an empty one is left out. */
export const setExtras = <K extends 'events' | 'sounds' | 'screen'>(
  effect: Effect,
  key: K,
  list: NonNullable<EffectExtras[K]>,
): void => {
  if (list.length > 0) effect[key] = list as Effect[K]
  else delete effect[key]
}

/** Takes a sound away, and out of all effects that play it. */
export const deleteSound = (kit: Kit, sound: string): void => {
  const sounds = (kit.sounds ?? []).filter(({ id }) => id !== sound)
  if (sounds.length > 0) kit.sounds = sounds
  else delete kit.sounds
  for (const effect of usersOfSound(kit, sound))
    setExtras(
      effect,
      'sounds',
      effect.sounds!.filter((use) => use.sound !== sound),
    )
}

/** Sounds that an emitter sets off go with it. */
export const forgetInSounds = (effect: Effect, emitterId: string): void => {
  if (effect.sounds?.some(({ emitter }) => emitter === emitterId))
    setExtras(
      effect,
      'sounds',
      effect.sounds.filter(({ emitter }) => emitter !== emitterId),
    )
}

/** What a resolved effect has beside its particles. */
export const extrasOf = ({ events, sounds, screen, freezes }: Effect): EffectExtras => ({
  ...(events && events.length > 0 ? { events } : {}),
  ...(sounds && sounds.length > 0 ? { sounds } : {}),
  ...(screen && screen.length > 0 ? { screen } : {}),
  ...(freezes ? { freezes } : {}),
})
