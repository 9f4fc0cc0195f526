/** Colours of whole effects: which there are, and others in their place. */
import type { MakeId } from './layers.ts'
import type { Effect, Kit } from './kit.ts'
import { partTypes, typesOfEffects } from './levers.ts'

const effectsOf = (kit: Kit, ids: readonly string[]): Effect[] => ids.flatMap((id) => kit.effects[id] ?? [])

/**
 * `#rrggbb` to how light it looks, 0 to 1: weights of ITU-R BT.709 on linear light would be slower and sort
 * alike here.
 */
const lightness = (colour: string): number => {
  const n = Number.parseInt(colour.slice(1), 16)
  return (0.299 * ((n >> 16) & 255) + 0.587 * ((n >> 8) & 255) + 0.114 * (n & 255)) / 255
}

/** Every colour of the effects' tint ramps and picks, the lightest first. */
export const coloursOfEffects = (kit: Kit, effectIds: readonly string[]): string[] => {
  const all = typesOfEffects(kit, effectsOf(kit, effectIds)).flatMap((type) => [
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
  effectIds: readonly string[],
  map: Readonly<Record<string, string>>,
  makeId: MakeId,
): void => {
  const effects = effectsOf(kit, effectIds)
  if (Object.entries(map).every(([from, to]) => from === to)) return
  partTypes(kit, effects, makeId)
  const other = (colour: string): string => map[colour.toLowerCase()] ?? colour
  for (const type of typesOfEffects(kit, effects)) {
    for (const kind of ['tint', 'tintB'] as const)
      type.ramps[kind] = {
        ...type.ramps[kind],
        points: type.ramps[kind].points.map((p) => ({ ...p, colour: other(p.colour) })),
      }
    type.pickColours = type.pickColours.map(other)
  }
}
