/** What differs between the present state and a take, in the Recipe's words. */
import { keptPiece, type Kit } from '@gliv/document'
import { type Difference, differences } from '@gliv/words'

/** Differences under one heading: the effect itself, one of its emitters, a particle type, a sheet. */
export interface DifferenceGroup {
  readonly title: string
  readonly list: readonly Difference[]
}

const isOwn = (place: string, effectId: string): boolean =>
  place !== `effects.${effectId}.name` &&
  (place.startsWith(`effects.${effectId}.`) || /^(types|sheets|palettes)\./.test(place))

/** From the present state to a take, heading by heading, in the order in which the studio shows them. */
export const differing = (kit: Kit, piece: Kit, effectId: string): readonly DifferenceGroup[] => {
  const groups = new Map<string, Difference[]>()
  const name = piece.effects[effectId]!.name
  for (const one of differences(keptPiece(kit, effectId), piece)) {
    if (!isOwn(one.place, effectId)) continue
    const inner = one.where.filter((where, k) => k > 0 || where !== name)
    const title = inner.join(' › ') || 'The effect'
    groups.set(title, [...(groups.get(title) ?? []), one])
  }
  return [...groups].map(([title, list]) => ({ title, list }))
}
