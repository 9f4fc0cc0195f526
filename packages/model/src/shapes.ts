/**
 * What each shape is: one entry each. Kinds and lists are derived from it; how it is sampled, set, said and
 * handled stands in tables of the layers above, each held to these kinds by the compiler.
 */

export interface ShapeFacets {
  /** Whether a fill (even, core, rim, outline) changes something on it. */
  readonly fillable: boolean
  /** Whether its sizes may be in percent of the view. */
  readonly sized: boolean
  /** Its places lie along one line, so that a single number says where. */
  readonly linear: boolean
  /**
   * Where the number of places for ordered births comes from: a number, its own pieces, its picture's cells.
   */
  readonly places: 'number' | 'pieces' | 'cells'
  /** Handles on the stage, beside those of place and aim. */
  readonly handles: readonly ShapeHandle[]
}

export type ShapeHandle = 'radius' | 'inner' | 'size' | 'line' | 'turn' | 'end' | 'tilt' | 'points' | 'curve'

const plain = { fillable: true, sized: false, linear: false, places: 'number', handles: [] } as const

export const SHAPES = {
  point: { ...plain, fillable: false, linear: true },
  line: { ...plain, sized: true, linear: true, handles: ['line'] },
  polyline: { ...plain, handles: ['points'] },
  curve: { ...plain, handles: ['curve'] },
  rectangle: { ...plain, sized: true, handles: ['size', 'tilt'] },
  diamond: { ...plain, sized: true, handles: ['size', 'tilt'] },
  circle: { ...plain, sized: true, handles: ['radius'] },
  ellipse: { ...plain, sized: true, handles: ['size', 'tilt'] },
  ring: { ...plain, sized: true, handles: ['radius', 'inner', 'turn'] },
  polygon: { ...plain, sized: true, handles: ['radius', 'turn'] },
  segment: { ...plain, fillable: false, sized: true, linear: true, places: 'pieces', handles: ['end'] },
  picture: { ...plain, fillable: false, linear: true, places: 'cells' },
  viewEdge: { ...plain, sized: true },
  view: plain,
} as const satisfies Record<string, ShapeFacets>

export type ShapeKind = keyof typeof SHAPES

export const SHAPE_KINDS = Object.keys(SHAPES) as unknown as readonly [ShapeKind, ...ShapeKind[]]
