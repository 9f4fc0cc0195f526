/** Shapes as they are drawn under the handles: outlines in overlay pixels around the emitter's centre. */
import type { Emitter } from '@gliv/document'
import { flattenPath } from '@gliv/engine'
import { type Path, type ShapeKind, SHAPES } from '@gliv/model'
import { polar } from '../../document/geometry.ts'
import { shownView } from '../../document/shownView.ts'

const polygonPoints = (sides: number, radius: number, turned: number): [number, number][] =>
  Array.from({ length: sides }, (_, k) => polar(turned + (k * 360) / sides, radius))

export const pathData = (path: Path, curved: boolean, zoom: number): string => {
  const flat = flattenPath(path, curved)
  return Array.from(
    flat.x,
    (x, i) => `${i === 0 ? 'M' : 'L'} ${(x * zoom).toFixed(1)} ${(flat.y[i]! * zoom).toFixed(1)}`,
  ).join(' ')
}

const pointsData = (points: readonly (readonly [number, number])[], closed: boolean): string =>
  points.map(([x, y], i) => `${i === 0 ? 'M' : 'L'} ${x} ${y}`).join(' ') + (closed ? ' Z' : '')

const boxData = (w: number, h: number): string => `M ${-w / 2} ${-h / 2} h ${w} v ${h} h ${-w} Z`
const ellipseData = (rx: number, ry: number): string =>
  `M ${-rx} 0 a ${rx} ${ry} 0 1 0 ${2 * rx} 0 a ${rx} ${ry} 0 1 0 ${-2 * rx} 0 Z`

const arcData = (radius: number, from: number, arc: number): string => {
  if (arc >= 360) return ellipseData(radius, radius)
  const [x0, y0] = polar(from, radius)
  const [x1, y1] = polar(from + arc, radius)
  return `M ${x0} ${y0} A ${radius} ${radius} 0 ${arc > 180 ? 1 : 0} 1 ${x1} ${y1}`
}

type Numbers = Emitter['numbers']

/** A size as it is on the shown view, in px: what percent of the view come to. */
export const sizeOf = (
  emitter: Emitter,
  key: 'shapeWidth' | 'shapeHeight' | 'shapeRadius' | 'shapeInner' | 'endX' | 'endY',
): number => {
  const value: number = emitter.numbers[key]
  if (emitter.sizeUnit === 'px') return value
  const { w, h } = shownView()
  return (
    (value / 100) *
    (key === 'shapeWidth' || key === 'endX'
      ? w
      : key === 'shapeHeight' || key === 'endY'
        ? h
        : Math.min(w, h))
  )
}

const OUTLINES: Record<ShapeKind, (emitter: Emitter, zoom: number, numbers: Numbers) => string> = {
  point: () => '',
  line: (e, zoom, n) => {
    const [x, y] = polar(n.shapeAngle, (sizeOf(e, 'shapeWidth') / 2) * zoom)
    return `M ${-x} ${-y} L ${x} ${y}`
  },
  polyline: (e, zoom) => pathData(e.path, false, zoom),
  curve: (e, zoom) => pathData(e.path, true, zoom),
  rectangle: (e, zoom) => boxData(sizeOf(e, 'shapeWidth') * zoom, sizeOf(e, 'shapeHeight') * zoom),
  diamond: (e, zoom) => {
    const [x, y] = [(sizeOf(e, 'shapeWidth') / 2) * zoom, (sizeOf(e, 'shapeHeight') / 2) * zoom]
    return `M ${-x} 0 L 0 ${-y} L ${x} 0 L 0 ${y} Z`
  },
  circle: (e, zoom) => ellipseData(sizeOf(e, 'shapeRadius') * zoom, sizeOf(e, 'shapeRadius') * zoom),
  ellipse: (e, zoom) =>
    ellipseData((sizeOf(e, 'shapeWidth') / 2) * zoom, (sizeOf(e, 'shapeHeight') / 2) * zoom),
  ring: (e, zoom, n) => {
    const from = n.shapeAngle - n.shapeArc / 2
    return `${arcData(sizeOf(e, 'shapeRadius') * zoom, from, n.shapeArc)} ${arcData(Math.min(sizeOf(e, 'shapeInner'), sizeOf(e, 'shapeRadius')) * zoom, from, n.shapeArc)}`
  },
  polygon: (e, zoom, n) =>
    pointsData(polygonPoints(n.shapeSides, sizeOf(e, 'shapeRadius') * zoom, n.shapeAngle), true),
  segment: (e, zoom) => `M 0 0 L ${sizeOf(e, 'endX') * zoom} ${sizeOf(e, 'endY') * zoom}`,
  picture: () => '',
  viewEdge: () => '',
  view: () => '',
}

export const outlineData = (emitter: Emitter, zoom: number): string =>
  OUTLINES[emitter.shape](emitter, zoom, emitter.numbers)

/** Whether something about an emitter depends on what the view shows. */
export const usesView = (emitter: Emitter): boolean =>
  (emitter.wrap !== 'none' && emitter.wrapIn === 'view') ||
  emitter.shape === 'view' ||
  emitter.shape === 'viewEdge' ||
  emitter.sizeUnit === 'view' ||
  emitter.space === 'pinned'

/** By how much an outline is turned about the emitter's centre, in degrees. */
export const outlineTilt = ({ shape, numbers }: Pick<Emitter, 'shape' | 'numbers'>): number =>
  (SHAPES[shape].handles as readonly string[]).includes('tilt') ? numbers.shapeTilt : 0
