/** What each number governs on the stage. Pure: tested without React. */
import { FORCE_KINDS, type ForceKind, FORCES, property, type PropertyId } from '@gliv/model'

/** Drawings on the stage, and whether where particles go says more beside them. */
export const OVERLAYS = {
  fan: { ways: true },
  shape: { ways: false },
  jitter: { ways: false },
  place: { ways: false },
  size: { ways: false },
  gravity: { ways: true },
  wind: { ways: true },
  drift: { ways: true },
  pull: { ways: true },
  swirl: { ways: true },
  avoid: { ways: true },
  ways: { ways: true },
} as const
export type Overlay = keyof typeof OVERLAYS

/** What the numbers of a force show; of all others the ways of particles. */
const OF_FORCE: { readonly [K in ForceKind]?: Overlay } = {
  gravity: 'gravity',
  wind: 'wind',
  drift: 'drift',
  pull: 'pull',
  swirl: 'swirl',
  avoid: 'avoid',
}

/** What the numbers of births and appearance show; all others show nothing there. */
const OF_NUMBERS: readonly (readonly [Overlay, readonly PropertyId[]])[] = [
  ['fan', ['fan', 'heading']],
  ['jitter', ['jitterX', 'jitterY']],
  ['place', ['offsetX', 'offsetY']],
  ['ways', ['targetX', 'targetY', 'speed', 'inherit', 'life', 'lifeLoss']],
  [
    'shape',
    [
      'shapeWidth',
      'shapeHeight',
      'shapeRadius',
      'shapeInner',
      'shapeArc',
      'shapeAngle',
      'shapeSides',
      'shapeTilt',
    ],
  ],
  ['shape', ['endX', 'endY', 'pieceEvery', 'places', 'edgeDepth', 'edgeOutset', 'grid']],
  ['size', ['scale', 'scaleFloor', 'scaleRate', 'scaleY', 'scaleYFloor', 'scaleYRate']],
  ['size', ['scaleLow', 'scaleHigh', 'stretch', 'stretchLimit']],
]

const found = new Map<PropertyId, Overlay>([
  ...OF_NUMBERS.flatMap(([what, ids]) => ids.map((id) => [id, what] as const)),
  // What of a force moves nothing is seen on the particles alone.
  ...FORCE_KINDS.flatMap((force) =>
    FORCES[force].numbers
      .filter((id) => property(id).invalidates !== 'output')
      .map((id) => [id, OF_FORCE[force] ?? 'ways'] as const),
  ),
])

/**
 * What to draw, and whether where particles go belongs to it; null where nothing is to be seen on the stage.
 */
export const overlayOf = (id: PropertyId): { readonly what: Overlay; readonly ways: boolean } | null => {
  const what = found.get(id)
  return what ? { what, ways: OVERLAYS[what].ways } : null
}
