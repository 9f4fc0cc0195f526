/** Where in the studio an undo step is seen, so that nothing changes out of sight. */
import type { Kit } from '@gliv/document'
import type { Entry } from './history.ts'

export type Place =
  | { readonly page: 'anywhere' | 'kit' | 'sprites' | 'text' }
  | { readonly page: 'effect'; readonly effect: string }
  | { readonly page: 'stage'; readonly stage: string }
  | { readonly page: 'ship'; readonly effect: string | null }

const ANYWHERE: Place = { page: 'anywhere' }
const SPRITES = ['sheets', 'sheetOrder', 'palettes', 'paletteOrder', 'wholePixels']

const usersOf = (kit: Kit, type: string): readonly string[] =>
  kit.effectOrder.filter((id) =>
    Object.values(kit.effects[id]?.emitters ?? {}).some((emitter) => emitter.type === type),
  )

/** The effect whose inside a path names; `shown` is preferred where a shared type has several users. */
const effectAt = (kit: Kit, path: readonly (string | number)[], shown: string | null): string | null => {
  const [top, id] = path
  if (top === 'effects' && path.length >= 2 && kit.effects[String(id)]) return String(id)
  if (top !== 'types') return null
  const users = usersOf(kit, String(id))
  return users.find((effect) => effect === shown) ?? users[0] ?? null
}

/** The first effect whose shipping changes; presets are seen with any. */
const shipPlace = (kit: Kit, paths: readonly (readonly (string | number)[])[]): Place => ({
  page: 'ship',
  effect:
    paths
      .map(([, part, id]) => (part === 'effects' ? String(id) : null))
      .find((id) => id !== null && kit.effects[id]) ?? null,
})

/** Effects and stages that come or go are seen among the others. */
const isOfTheList = ({ path, op }: Entry['patches'][number]): boolean =>
  ['name', 'effectOrder', 'stageOrder'].includes(String(path[0])) ||
  // One that takes another's place under the same id, like a take, is seen where it is.
  (['effects', 'stages'].includes(String(path[0])) && path.length === 2 && op !== 'replace')

/**
 * Where a step's change is seen in `kit`, the document before the step; `shown` is the effect on the screen.
 */
export const placeOf = (
  { patches, inverse }: Pick<Entry, 'patches' | 'inverse'>,
  kit: Kit,
  shown: string | null,
): Place => {
  const paths = [...patches, ...inverse].map((patch) => patch.path)
  if ([...patches, ...inverse].some(isOfTheList)) return { page: 'kit' }
  if (paths.every(([top]) => top === 'ship')) return shipPlace(kit, paths)
  if (paths.every(([top]) => top === 'templates')) return { page: 'text' }
  const effects = new Set(paths.map((path) => effectAt(kit, path, shown)).filter((id) => id !== null))
  if (shown !== null && effects.has(shown)) return { page: 'effect', effect: shown }
  // A sound that comes or goes is seen among the kit's, whoever played it.
  if (paths.some(([top]) => top === 'sounds')) return { page: 'kit' }
  // Sizes in px that follow a picture change with it, but it is the picture that was changed.
  if (paths.some(([top, , part]) => top === 'sheets' && part === 'picture')) return { page: 'sprites' }
  const [first] = effects
  if (first !== undefined) return { page: 'effect', effect: first }
  // A picture that came to a stage made a sheet as well: it is seen where it was put.
  const stage = paths.find(([top, id]) => top === 'stages' && kit.stages[String(id)])?.[1]
  if (stage !== undefined) return { page: 'stage', stage: String(stage) }
  return paths.some(([top]) => SPRITES.includes(String(top))) ? { page: 'sprites' } : ANYWHERE
}
