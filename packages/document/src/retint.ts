/** Colours of a whole effect: which there are, and others in their place. */
import type { MakeId } from './layers.ts'
import type { Effect, Kit, ParticleType } from './kit.ts'
import { partTypes } from './levers.ts'

const typesOf = (kit: Kit, effect: Effect): ParticleType[] =>
  [...new Set(effect.emitterOrder.map((id) => effect.emitters[id]!.type))].map((id) => kit.types[id]!)

/**
 * `#rrggbb` to how light it looks, 0 to 1: weights of ITU-R BT.709 on linear light would be slower and sort
 * alike here.
 */
const lightness = (colour: string): number => {
  const n = Number.parseInt(colour.slice(1), 16)
  return (0.299 * ((n >> 16) & 255) + 0.587 * ((n >> 8) & 255) + 0.114 * (n & 255)) / 255
}

/** Every colour of the effect's tint ramps and picks, the lightest first. */
export const coloursOfEffect = (kit: Kit, effectId: string): string[] => {
  const effect = kit.effects[effectId]
  if (!effect) return []
  const all = typesOf(kit, effect).flatMap((type) => [
    ...type.ramps.tint.points.map((p) => p.colour),
    ...(type.tintPick === 'ramps' ? type.ramps.tintB.points.map((p) => p.colour) : []),
    ...(type.tintPick === 'list' ? type.pickColours : []),
  ])
  return [...new Set(all.map((colour) => colour.toLowerCase()))].sort((a, b) => lightness(b) - lightness(a))
}

/**
 * Each colour gets the one of a palette that stands where it stands from light to dark; both ends meet both
 * ends.
 */
export const ontoPalette = (
  colours: readonly string[],
  palette: readonly string[],
): Record<string, string> => {
  const to = [...palette].sort((a, b) => lightness(b) - lightness(a))
  if (to.length === 0) return {}
  return Object.fromEntries(
    colours.map((colour, i) => [
      colour,
      to[colours.length < 2 ? 0 : Math.round((i / (colours.length - 1)) * (to.length - 1))]!,
    ]),
  )
}

/** Writes other colours in place of those named; ramps keep their places and eases. */
export const retint = (
  kit: Kit,
  effectId: string,
  map: Readonly<Record<string, string>>,
  makeId: MakeId,
): void => {
  const effect = kit.effects[effectId]
  if (!effect || Object.entries(map).every(([from, to]) => from === to)) return
  partTypes(kit, effect, makeId)
  const other = (colour: string): string => map[colour.toLowerCase()] ?? colour
  for (const type of typesOf(kit, effect)) {
    for (const kind of ['tint', 'tintB'] as const)
      type.ramps[kind] = {
        ...type.ramps[kind],
        points: type.ramps[kind].points.map((p) => ({ ...p, colour: other(p.colour) })),
      }
    type.pickColours = type.pickColours.map(other)
  }
}
