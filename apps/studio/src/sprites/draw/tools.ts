/**
 * The drawing tools as the pointer uses them: from where a stroke began and where it is to the texels it
 * touches. Pure.
 */
import {
  type Brush,
  type Cell,
  ellipsePoints,
  fillPoints,
  type Image,
  linePoints,
  mirrorPoints,
  type Mirrors,
  paintPoints,
  rectanglePoints,
} from '@gliv/pixels'

export interface Settings {
  readonly tool: Tool
  /** `#rrggbb` */
  readonly colour: string
  /** 0 to 1. */
  readonly alpha: number
  /** Side of the brush in texels. */
  readonly size: number
  /** Whether a pen that is pressed lightly draws thinner. */
  readonly byPressure?: boolean
  readonly mirrors: Mirrors
}

interface Stroke {
  readonly image: Image
  readonly x0: number
  readonly y0: number
  readonly x: number
  readonly y: number
  readonly size: number
}

interface ToolDefinition {
  readonly label: string
  readonly help: string
  /** Texels of a stroke; null for tools that draw nothing. */
  readonly points: ((stroke: Stroke) => Set<number>) | null
  /** Whether texels gather along the way, or only the last place counts. */
  readonly gathers: boolean
}

const line = ({ x0, y0, x, y, size }: Stroke): Set<number> => linePoints(x0, y0, x, y, size)
const box =
  (filled: boolean) =>
  ({ x0, y0, x, y }: Stroke): Set<number> =>
    rectanglePoints(x0, y0, x, y, filled)
const round =
  (filled: boolean) =>
  ({ x0, y0, x, y }: Stroke): Set<number> =>
    ellipsePoints(x0, y0, x, y, filled)

export const TOOLS = {
  pencil: { label: 'Pencil', help: 'Draws where it goes', points: line, gathers: true },
  eraser: { label: 'Eraser', help: 'Removes colour', points: line, gathers: true },
  fill: {
    label: 'Fill',
    help: 'Colours all that hangs together',
    points: ({ image, x, y }) => fillPoints(image, x, y),
    gathers: false,
  },
  line: { label: 'Line', help: 'Straight from press to release', points: line, gathers: false },
  rectangle: { label: 'Rectangle', help: 'Its outline', points: box(false), gathers: false },
  block: { label: 'Block', help: 'A filled rectangle', points: box(true), gathers: false },
  ellipse: { label: 'Ellipse', help: 'Its outline', points: round(false), gathers: false },
  disc: { label: 'Disc', help: 'A filled ellipse', points: round(true), gathers: false },
  select: {
    label: 'Select',
    help: 'Pull up a rectangle; pull inside it to move what is in it',
    points: null,
    gathers: false,
  },
  pick: { label: 'Pick', help: 'Takes the colour under the pointer', points: null, gathers: false },
} as const satisfies Record<string, ToolDefinition>
export type Tool = keyof typeof TOOLS

const brushOf = ({ tool, colour, alpha }: Settings): Brush => ({
  colour: [1, 3, 5].map((i) => Number.parseInt(colour.slice(i, i + 2), 16)) as [number, number, number],
  alpha,
  erase: tool === 'eraser',
})

/** Texels of a stroke that has come from (x0, y0) to (x, y), with what it has gathered before. */
export const strokePoints = (
  settings: Settings,
  image: Image,
  from: readonly [number, number],
  to: readonly [number, number],
  before: ReadonlySet<number>,
): Set<number> => {
  const definition: ToolDefinition = TOOLS[settings.tool]
  if (!definition.points) return new Set()
  const points = definition.points({
    image,
    x0: from[0],
    y0: from[1],
    x: to[0],
    y: to[1],
    size: settings.size,
  })
  const all = definition.gathers ? new Set([...before, ...points]) : points
  return mirrorPoints(all, image.width, image.height, settings.mirrors)
}

export const painted = (settings: Settings, image: Image, points: ReadonlySet<number>): Image =>
  paintPoints(image, points, brushOf(settings))

/** The rectangle between two texels, cut to the picture; null when nothing is left. */
export const between = (
  [x0, y0]: readonly [number, number],
  [x1, y1]: readonly [number, number],
  { width, height }: Image,
): Cell | null => {
  const [left, top] = [Math.max(0, Math.min(x0, x1)), Math.max(0, Math.min(y0, y1))]
  const [right, bottom] = [Math.min(width - 1, Math.max(x0, x1)), Math.min(height - 1, Math.max(y0, y1))]
  return right < left || bottom < top ? null : { x: left, y: top, w: right - left + 1, h: bottom - top + 1 }
}

export const contains = ({ x, y, w, h }: Cell, [px, py]: readonly [number, number]): boolean =>
  px >= x && py >= y && px < x + w && py < y + h

/** Colour and opacity of a texel; null where nothing is. */
export const colourAt = (
  { width, height, data }: Image,
  [x, y]: readonly [number, number],
): { readonly colour: string; readonly alpha: number } | null => {
  if (x < 0 || y < 0 || x >= width || y >= height) return null
  const o = (y * width + x) * 4
  if (data[o + 3] === 0) return null
  return {
    colour: `#${[0, 1, 2].map((c) => data[o + c]!.toString(16).padStart(2, '0')).join('')}`,
    alpha: Math.round((data[o + 3]! / 255) * 100) / 100,
  }
}
