/** Which of an effect's sounds something that happens sets off. */
import type { EffectEvents } from '@gliv/engine'
import { EFFECT_EVENTS, type EffectEventKind, type EffectSound, type ResolvedEffect } from '@gliv/model'

const NONE: readonly EffectSound[] = []

/** Sounds that row `n` of the buffer sets off, in the effect's order. */
export const soundsAt = (events: EffectEvents, n: number): readonly EffectSound[] => {
  const effect = events.effect[n]
  const sounds = effect?.sounds
  if (!effect || !sounds) return NONE
  const kind = EFFECT_EVENTS[events.kind[n]!]!
  if (kind === 'sound') {
    const timed = sounds[events.payload[n]!]
    return timed ? [timed] : NONE
  }
  const name = kind === 'named' ? effect.events?.[events.payload[n]!]?.name : undefined
  return sounds.filter(
    (use) =>
      !use.muted &&
      use.on === kind &&
      (use.emitter === null || use.emitter === events.emitter[n]) &&
      (kind !== 'named' || use.named === name),
  )
}

/** Kinds that some sound of an effect waits for, those of effects inside it too, and the ends that loops wait for. */
export const kindsHeard = (effect: ResolvedEffect): readonly EffectEventKind[] => {
  const found = new Set<EffectEventKind>()
  const look = (one: ResolvedEffect): void => {
    for (const { on, loops } of one.sounds ?? []) {
      found.add(on === 'time' ? 'sound' : on)
      if (loops) found.add('emissionEnded').add('finished')
    }
    for (const { choices } of one.parts) for (const choice of choices) look(choice.effect)
    for (const { relays } of one.emitters) for (const relay of relays) if (relay.effect) look(relay.effect)
  }
  look(effect)
  return [...found]
}

/** A draw from 0 to under 1 for the nth time that a sound is played. */
export const drawOf = (n: number): number => {
  let h = Math.imul(n + 1, 0x9e3779b1)
  h = Math.imul(h ^ (h >>> 16), 0x85ebca6b)
  h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35)
  return ((h ^ (h >>> 16)) >>> 0) / 0x1_0000_0000
}
