/** Emitters of one effect brought into another, of the same kit or of another one, with all that they need. */
import { property, sourceOfId } from '@gliv/model'
import type { Effect, Emitter, Kit } from '../kit/kit.ts'
import { clone, freeName } from '../kit/layers.ts'
import { pieceOf } from '../kit/piece.ts'
import { bring, type Bringing, SHELVES } from './bring.ts'
import { bringSheet, effectThere, graftEffects, noWays, typeThere, type Ways } from './effects.ts'

const picked = (effect: Effect, emitters: readonly string[]): Effect => {
  const {
    sounds: _sounds,
    knobs: _knobs,
    reference: _reference,
    screen: _screen,
    events: _events,
    ...bare
  } = effect
  return {
    ...bare,
    parts: [],
    source: null,
    emitters: Object.fromEntries(
      emitters.flatMap((id) => (effect.emitters[id] ? [[id, effect.emitters[id]]] : [])),
    ),
    emitterOrder: effect.emitterOrder.filter((id) => emitters.includes(id)),
  }
}

/** What no emitter beside it stands for goes: partners, sleepers that relays wake, knobs of the effect. */
const alone = (effect: Effect): Effect => {
  const made = clone(effect)
  for (const emitter of Object.values(made.emitters)) {
    if (emitter.companionOf !== null && !made.emitters[emitter.companionOf]) emitter.companionOf = null
    emitter.relays = emitter.relays.filter((relay) => relay.emitter === null || made.emitters[relay.emitter])
    delete emitter.drives
    delete emitter.colourKnob
  }
  return made
}

/** Emitters of an effect as a small kit: one effect that has them alone, first in the order. */
export const pieceOfEmitters = (kit: Kit, effectId: string, emitters: readonly string[]): Kit => {
  const effect = alone(picked(kit.effects[effectId]!, emitters))
  const {
    cues: _cues,
    ship: _ship,
    templates: _templates,
    ...piece
  } = pieceOf({ ...kit, effects: { ...kit.effects, [effectId]: effect } }, [effectId])
  return {
    ...piece,
    stages: {},
    stageOrder: [],
    effectOrder: [effectId, ...piece.effectOrder.filter((id) => id !== effectId)],
  }
}

/** Sheets, palettes, types and inner effects that emitters need, where they are not there already. */
const bringNeeds = (kit: Kit, piece: Kit, effect: Effect, bringing: Bringing): Ways => {
  const ways = noWays()
  for (const id of piece.sheetOrder) ways.sheet.set(id, bringSheet(kit, piece.sheets[id]!, bringing).id)
  for (const id of piece.paletteOrder)
    ways.palette.set(id, bring(kit, SHELVES.palette, piece.palettes[id]!, bringing).id)
  for (const { type } of Object.values(effect.emitters))
    ways.type.set(type, bring(kit, SHELVES.type, typeThere(piece.types[type]!, ways), bringing).id)
  const inner = Object.values(effect.emitters).flatMap(({ relays }) =>
    relays.flatMap((one) => one.effect ?? []),
  )
  for (const id of new Set(inner))
    if (piece.effects[id])
      ways.effect.set(id, graftEffects(kit, piece, [id], bringing).ways.effect.get(id) ?? id)
  return ways
}

/** How much later all of them begin, so that the first begins at a moment. */
const shiftFor = (emitters: readonly Emitter[], atSeconds: number | undefined): number =>
  atSeconds === undefined ? 0 : atSeconds - Math.min(...emitters.map(({ numbers }) => numbers.delay))

/** Adds emitters of a piece on top of an effect, in place. Gives their new ids, in their order. */
export const graftEmitters = (
  kit: Kit,
  piece: Kit,
  effectId: string,
  wanted: readonly string[],
  bringing: Bringing,
  atSeconds?: number,
): string[] => {
  const from = piece.effects[piece.effectOrder[0]!]!
  const ways = bringNeeds(kit, piece, from, bringing)
  const coming = effectThere(from, ways)
  const to = kit.effects[effectId]!
  const ids = new Map(wanted.map((id) => [id, bringing.makeId('emitter')]))
  const shift = shiftFor(
    wanted.map((id) => coming.emitters[id]!),
    atSeconds,
  )
  const [least, most] = property('delay').hard
  for (const old of wanted) {
    const id = ids.get(old)!
    const emitter = coming.emitters[old]!
    const names = Object.values(to.emitters).map(({ name }) => name)
    to.emitters[id] = {
      ...emitter,
      id,
      name: freeName(emitter.name, names),
      salt: sourceOfId(id),
      companionOf: emitter.companionOf === null ? null : (ids.get(emitter.companionOf) ?? null),
      relays: emitter.relays.map((relay) => ({
        ...relay,
        emitter: relay.emitter === null ? null : ids.get(relay.emitter)!,
      })),
      numbers: {
        ...emitter.numbers,
        delay: Math.min(most, Math.max(least, Number((emitter.numbers.delay + shift).toPrecision(12)))),
      },
    }
    to.emitterOrder.push(id)
  }
  return wanted.map((id) => ids.get(id)!)
}
