/** Relays of emitters that share a particle type: said once for all of them. Pure but for the kit it changes. */
import type { Effect, Emitter, Kit, MakeId, Relay } from '@gliv/document'
import { sourceOfId } from '@gliv/model'
import equal from 'fast-deep-equal'
import { create } from 'zustand'
import type { EmitterPath } from './emitterPath.ts'

/** Whether relays of a shared type are set for all of its emitters. Lifetime: session, in memory. */
export const useRelaysTogether = create<{ readonly wanted: boolean }>(() => ({ wanted: true }))

/** Emitters that an emitter's relays wake, through others, too. */
const wokenBy = (effect: Effect, id: string): Set<string> => {
  const found = new Set<string>()
  const waiting = [id]
  for (let at = waiting.pop(); at !== undefined; at = waiting.pop())
    for (const { emitter } of effect.emitters[at]?.relays ?? []) {
      if (emitter === null || found.has(emitter)) continue
      found.add(emitter)
      waiting.push(emitter)
    }
  return found
}

/** The other emitters of the effect with the same particle type, but for those that wake each other. */
export const sharingRelays = (kit: Kit, path: EmitterPath): EmitterPath[] => {
  const effect = kit.effects[path.effect]
  if (!effect) return []
  const woken = wokenBy(effect, path.emitter)
  return effect.emitterOrder
    .map((id) => effect.emitters[id]!)
    .filter(({ id, type, companionOf }) => type === path.type && id !== path.emitter && companionOf === null)
    .filter(({ id }) => !woken.has(id) && !wokenBy(effect, id).has(path.emitter))
    .map(({ id, type }) => ({ effect: path.effect, emitter: id, type }))
}

/** What a relay does, without what tells it from others. */
const meaning = ({ id: _id, salt: _salt, ...rest }: Relay): Omit<Relay, 'id' | 'salt'> => rest

/** Whether emitters have relays that do the same. */
export const sameRelays = (kit: Kit, path: EmitterPath, others: readonly EmitterPath[]): boolean => {
  const relays = ({ effect, emitter }: EmitterPath): unknown =>
    kit.effects[effect]?.emitters[emitter]?.relays.map(meaning)
  return others.every((other) => equal(relays(other), relays(path)))
}

const relaysLike = (from: Emitter, to: Emitter, makeId: MakeId): Relay[] =>
  from.relays.map((relay, at) => {
    const id = to.relays[at]?.id ?? makeId('relay')
    return { ...relay, numbers: { ...relay.numbers }, id, salt: to.relays[at]?.salt ?? sourceOfId(id) }
  })

/** Gives others the relays of one; each keeps draws of its own. */
export const copyRelays = (
  kit: Kit,
  path: EmitterPath,
  others: readonly EmitterPath[],
  makeId: MakeId,
): void => {
  const from = kit.effects[path.effect]?.emitters[path.emitter]
  if (!from) return
  for (const { effect, emitter } of others) {
    const to = kit.effects[effect]?.emitters[emitter]
    if (to) to.relays = relaysLike(from, to, makeId)
  }
}
