/** What each number governs on the stage. Pure: tested without React. */
import { property, type PropertyId } from '@gliv/model'

export const OVERLAYS = [
  'fan',
  'shape',
  'jitter',
  'place',
  'size',
  'gravity',
  'wind',
  'drift',
  'pull',
  'swirl',
  'avoid',
  'ways',
] as const
export type Overlay = (typeof OVERLAYS)[number]

/** First match counts. */
const RULES: readonly (readonly [RegExp, Overlay])[] = [
  [/^(fan|heading)$/, 'fan'],
  [/^(shape|end[XY]|edge|grid|pieceEvery|places)/, 'shape'],
  [/^jitter/, 'jitter'],
  [/^offset/, 'place'],
  [/^(scale|stretch)/, 'size'],
  [/^gravity/, 'gravity'],
  [/^wind/, 'wind'],
  [/^drift/, 'drift'],
  [/^pull/, 'pull'],
  [/^swirl/, 'swirl'],
  [/^avoid/, 'avoid'],
  [
    /^(speed|life|inherit|target|thrust|brake|drag|turn$|churn|sway|rail|limit|waverSpeed|waverHeading)/,
    'ways',
  ],
]

/** Drawings that say more with the ways beside them. */
const WITH_WAYS: ReadonlySet<Overlay> = new Set([
  'fan',
  'gravity',
  'wind',
  'drift',
  'pull',
  'swirl',
  'avoid',
  'ways',
])

/**
 * What to draw, and whether where particles go belongs to it; null where there is nothing to be seen on the
 * stage.
 */
export const overlayOf = (id: PropertyId): { readonly what: Overlay; readonly ways: boolean } | null => {
  const { owner } = property(id)
  if (owner !== 'emitter' && owner !== 'type') return null
  const what = RULES.find(([rule]) => rule.test(id))?.[1]
  return what ? { what, ways: WITH_WAYS.has(what) } : null
}
