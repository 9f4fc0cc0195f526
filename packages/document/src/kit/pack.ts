/** What a game loads of a kit: effects with defaults filled and ids resolved, and all that they use. */
import {
  type Cue,
  PACK_FEATURES,
  type PackFeature,
  type ResolvedEffect,
  type ResolvedEmitter,
  type ResolvedType,
} from '@gliv/model'
import type { Effect, Kit, KitFile, Sheet } from './kit.ts'
import { resolveEffect, type MaskReader } from './resolve.ts'

/** What a pack carries, before its pictures are put on pages. */
export interface GatheredPack {
  readonly name: string
  /** Sheets that its effects show, in the kit's order; `picture` is the content hash. */
  readonly sheets: readonly Sheet[]
  readonly effects: readonly ResolvedEffect[]
  readonly cues?: readonly Cue[]
  readonly sounds?: readonly { readonly id: string; readonly name: string; readonly blob: string }[]
  readonly needs?: readonly string[]
}

/** Ids of effects and of all that play inside them. */
const withInner = (kit: Kit, ids: readonly string[]): string[] => {
  const found = new Set<string>()
  const look = (id: string): void => {
    if (found.has(id)) return
    found.add(id)
    const effect = kit.effects[id]!
    for (const part of effect.parts) for (const choice of part.effects) look(choice.effect)
    for (const emitter of Object.values(effect.emitters))
      for (const relay of emitter.relays) if (relay.effect !== null) look(relay.effect)
  }
  ids.forEach(look)
  return [...found]
}

/** Sheets that some particle or mark may show, or that a source sprite is on. */
const usedSheets = (kit: Kit, effects: readonly string[]): string[] => {
  const used = new Set<string>()
  for (const id of withInner(kit, effects)) {
    const effect = kit.effects[id]!
    if (effect.source) used.add(effect.source.sheet)
    for (const emitter of Object.values(effect.emitters)) {
      if (emitter.muted) continue
      const type = kit.types[emitter.type]!
      for (const picture of type.pictures) used.add(picture.sheet)
      if (type.mark) used.add(type.mark.sheet)
    }
  }
  return kit.sheetOrder.filter((id) => used.has(id))
}

/** Effects and all that play inside them. */
const within = (effect: ResolvedEffect): ResolvedEffect[] => [
  effect,
  ...effect.parts.flatMap(({ choices }) => choices.flatMap((choice) => within(choice.effect))),
  ...effect.emitters.flatMap(({ relays }) =>
    relays.flatMap((relay) => (relay.effect ? within(relay.effect) : [])),
  ),
]

type Needed = (pack: GatheredPack, effects: readonly ResolvedEffect[]) => boolean

const someEmitter =
  (has: (emitter: ResolvedEmitter) => boolean): Needed =>
  (_pack, effects) =>
    effects.some(({ emitters }) => emitters.some(has))

/** Forces that are part of the step itself while nothing runs over life. */
const STEADY: readonly string[] = ['gravity', 'wind', 'drag', 'waver']

const isSteady = ({ forces, forceRamps, numbers, endsOutside }: ResolvedType): boolean =>
  forces.every((kind) => STEADY.includes(kind)) &&
  Object.keys(forceRamps).length === 0 &&
  !(forces.includes('drag') && numbers.dragQuadratic > 0) &&
  numbers.slowEnd === 0 &&
  !endsOutside

/** When a pack needs a feature. */
const NEEDED: { readonly [F in PackFeature]: Needed } = {
  // Told by who compiles: see `packText`.
  kernels: () => false,
  forces: someEmitter(({ type }) => !isSteady(type)),
  churn: someEmitter(({ type }) => type.forces.includes('churn')),
  backwards: (_pack, effects) => effects.some(({ backwards }) => backwards),
  cues: ({ cues = [] }) => cues.length > 0,
  sounds: ({ sounds = [] }) => sounds.length > 0,
  events: (_pack, effects) => effects.some(({ events }) => events !== undefined),
  screen: (_pack, effects) => effects.some(({ screen }) => screen !== undefined),
  contact: someEmitter(
    ({ type }) => type.contact !== 'none' || (type.forces.includes('avoid') && type.avoids === 'surfaces'),
  ),
  marks: someEmitter(({ type }) => type.mark !== null),
  relays: someEmitter(({ relays }) => relays.length > 0),
  parts: (_pack, effects) => effects.some(({ parts }) => parts.length > 0),
  knobs: (_pack, effects) => effects.some(({ knobs }) => knobs !== undefined),
  recolour: someEmitter(({ type }) => type.spreadOn === 'pixels'),
}

const withNeeds = (pack: GatheredPack): GatheredPack => {
  const effects = pack.effects.flatMap(within)
  const needs = PACK_FEATURES.filter((feature) => NEEDED[feature](pack, effects))
  return needs.length > 0 ? { ...pack, needs } : pack
}

/** The kit's sounds that some effects play. */
const usedSounds = (kit: Kit, effects: ReadonlySet<string>): Pick<GatheredPack, 'sounds'> => {
  const plays = (sound: string): boolean =>
    [...effects].some((id) => (kit.effects[id]!.sounds ?? []).some((use) => use.sound === sound))
  const sounds = (kit.sounds ?? []).filter(({ id }) => plays(id))
  if (sounds.length === 0) return {}
  return { sounds: sounds.map(({ id, name, blob }) => ({ id, name, blob })) }
}

/** Cues as far as they play some of the effects. */
const usedCues = (kit: Kit, effects: readonly string[]): Pick<GatheredPack, 'cues'> => {
  const cues = (kit.cues ?? []).flatMap((cue) => {
    const played = cue.effects.filter((id) => effects.includes(id))
    return played.length > 0 || cue.effects.length === 0 ? [{ ...cue, effects: played }] : []
  })
  return cues.length > 0 ? { cues } : {}
}

/** The name of the effect that one is a variant of, for those who read a pack. */
const variantOf = (kit: Kit, { variant }: Effect): { variantOf?: string } => {
  const master = variant && kit.effects[variant.of]
  return master ? { variantOf: master.name } : {}
}

/**
 * What a game loads of a kit: effects resolved, with the sheets, sounds and cues that they use and no others.
 * @param read where the places of picture shapes come from; throws `Refusal` without it when an effect needs them
 * @param effects ids of those that the game plays; all when they are left out
 */
export const gatherPack = (
  file: Pick<KitFile, 'kit'>,
  read?: MaskReader,
  effects: readonly string[] = file.kit.effectOrder,
): GatheredPack => {
  const { kit } = file
  const sheetIds = usedSheets(kit, effects)
  // Renumber sheets by resolving against a kit that has only the used ones.
  const lean: Kit = { ...kit, sheetOrder: sheetIds }
  return withNeeds({
    name: kit.name,
    sheets: sheetIds.map((id) => kit.sheets[id]!),
    effects: effects.map((id) => ({
      ...resolveEffect(lean, kit.effects[id]!, read),
      ...variantOf(kit, kit.effects[id]!),
    })),
    ...usedCues(kit, effects),
    ...usedSounds(kit, new Set(withInner(kit, effects))),
  })
}
