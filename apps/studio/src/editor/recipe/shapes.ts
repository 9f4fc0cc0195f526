/** How each shape is set and said: one entry each. Pure: tested without React. */
import type { ShapeKind } from '@gliv/model'
import type { Row } from './row.ts'
import { number, type Token, words } from './tokens.ts'

interface ShapeEditor {
  /** Numbers and choices that it has beside the others of a place. */
  readonly rows: readonly Row[]
  /** What its size is called. */
  readonly size: readonly Token[]
}

const BY = [number('shapeWidth'), words(' by '), number('shapeHeight')]

const BOX = ['shapeWidth', 'shapeHeight', 'shapeTilt'] as const

const SHAPE_EDITORS = {
  point: { rows: [], size: [] },
  line: { rows: ['shapeWidth', 'shapeAngle'], size: [number('shapeWidth'), words(' long')] },
  polyline: { rows: [], size: [] },
  curve: { rows: [], size: [] },
  rectangle: { rows: BOX, size: BY },
  diamond: { rows: BOX, size: BY },
  circle: { rows: ['shapeRadius'], size: [words('radius '), number('shapeRadius')] },
  ellipse: { rows: BOX, size: BY },
  ring: {
    rows: ['shapeInner', 'shapeRadius', 'shapeArc', 'shapeAngle'],
    size: [number('shapeInner'), words(' to '), number('shapeRadius')],
  },
  polygon: {
    rows: ['shapeSides', 'shapeRadius', 'shapeAngle'],
    size: [number('shapeSides'), words(' sides, radius '), number('shapeRadius')],
  },
  segment: {
    rows: ['endX', 'endY', 'pieceEvery', '@pieceFit'],
    size: [words('a piece every '), number('pieceEvery')],
  },
  picture: { rows: ['grid', '@maskPart', '@maskColours'], size: [words('in cells of '), number('grid')] },
  viewEdge: {
    rows: ['@side', 'edgeDepth', 'edgeOutset', '@edgeSlant'],
    size: [number('edgeDepth'), words(' deep')],
  },
  view: { rows: [], size: [] },
} as const satisfies Record<ShapeKind, ShapeEditor>

export const shapeEditor = (shape: ShapeKind): ShapeEditor => SHAPE_EDITORS[shape]
