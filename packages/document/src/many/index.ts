/** Changes of many effects at once: each a kind with what it needs. What the screen does the command line does. */
import type { PropertyId } from '@gliv/model'
import type { Effect, Kit } from '../kit/kit.ts'
import type { MakeId } from '../kit/layers.ts'
import { partTypes, pullLever, typesOfEffects } from '../kit/levers.ts'
import { coloursOfEffects, ontoPalette, retint } from '../kit/retint.ts'
import { renameEffects, type Renaming } from './names.ts'
import { swapPicture } from './pictures.ts'
import { growWorld } from './world.ts'

export { newNames, type Renaming, SAME_NAMES } from './names.ts'
export { sheetsOfEffects } from './pictures.ts'

/** One change of many effects. */
export type ManyChange =
  /** Colours for colours; types that are locked to a palette are locked to the new one. */
  | {
      readonly kind: 'colours'
      readonly map: Readonly<Record<string, string>>
      /** Palettes by id: types that are locked to `from`, or to any where it is null, change to `to`. */
      readonly lock: { readonly from: string | null; readonly to: string } | null
    }
  | { readonly kind: 'picture'; readonly from: string; readonly to: string; readonly keepSize: boolean }
  /** Everything by a factor above 0; with `world` stages, views and frames of bakes, too. */
  | { readonly kind: 'size'; readonly factor: number; readonly world: boolean }
  | ({ readonly kind: 'names' } & Renaming)

/** What a run of changes has to say. */
export interface ManyDone {
  /** Numbers that ran into their limit. */
  readonly held: readonly PropertyId[]
}

/** Which colour each gets when one palette takes another's place. */
export const paletteMap = (
  kit: Kit,
  effectIds: readonly string[],
  /** Null: whatever colours the effects have. */
  from: string | null,
  to: string,
): Record<string, string> => {
  const target = kit.palettes[to]?.colours ?? []
  const used = coloursOfEffects(kit, effectIds)
  if (from === null) return ontoPalette(used, target)
  const source = (kit.palettes[from]?.colours ?? []).map((colour) => colour.toLowerCase())
  // Two palettes of one length are the same colours in another light; else they meet by lightness.
  const pairs =
    source.length === target.length
      ? Object.fromEntries(source.map((colour, k) => [colour, target[k]!]))
      : ontoPalette(source, target)
  return Object.fromEntries(Object.entries(pairs).filter(([colour]) => used.includes(colour)))
}

const relock = (
  kit: Kit,
  effects: readonly Effect[],
  { from, to }: { readonly from: string | null; readonly to: string },
): void => {
  for (const type of typesOfEffects(kit, effects))
    if (type.palette !== null && (from === null || type.palette === from)) type.palette = to
}

const recolour = (
  kit: Kit,
  ids: readonly string[],
  { map, lock }: Extract<ManyChange, { kind: 'colours' }>,
  makeId: MakeId,
): void => {
  const effects = ids.flatMap((id) => kit.effects[id] ?? [])
  partTypes(kit, effects, makeId)
  retint(kit, ids, map, makeId)
  for (const effect of effects)
    effect.screen &&= effect.screen.map((one) => ({
      ...one,
      colour: map[one.colour.toLowerCase()] ?? one.colour,
    }))
  if (lock !== null) relock(kit, effects, lock)
}

/**
 * Makes the changes in their order, in place. Types that other effects use are parted from them first. Throws
 * `Refusal` in words for what cannot be done; the kit may be half changed then, so work on a draft.
 */
export const changeMany = (
  kit: Kit,
  effectIds: readonly string[],
  changes: readonly ManyChange[],
  makeId: MakeId,
): ManyDone => {
  const held = new Set<PropertyId>()
  for (const change of changes) {
    if (change.kind === 'colours') recolour(kit, effectIds, change, makeId)
    else if (change.kind === 'picture')
      swapPicture(kit, effectIds, change.from, change.to, change.keepSize, makeId)
    else if (change.kind === 'names') renameEffects(kit, effectIds, change)
    else {
      for (const id of pullLever(kit, effectIds, 'bigger', change.factor, makeId)) held.add(id)
      if (change.world) growWorld(kit, change.factor)
    }
  }
  return { held: [...held] }
}
