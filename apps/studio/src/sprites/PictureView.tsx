import type { Cell } from '@gliv/pixels'
import { useGesture } from '@use-gesture/react'
import { type ReactNode, type RefObject, useEffect, useMemo, useRef, useState } from 'react'
import { useTwoFingers } from '../shared/hooks/useTwoFingers.ts'
import { useBoxSize } from '../shared/hooks/useBoxSize.ts'
import { GROUNDS, groundColour } from '../state/session.ts'
import { useSprites } from '../state/sprites.ts'
import { cellAt, isBright, type Look, lookAt, pinchedLook, zoomedAt } from './sheets/view.ts'
import { type Band, bandOf, touched } from '../shared/hooks/band.ts'
import { bandStyle } from '../shared/hooks/useBand.ts'
import './FrameGrid.css'
import './PictureView.css'
import './styles/common.css'

interface Props {
  readonly bitmap: ImageBitmap | null
  readonly width: number
  readonly height: number
  readonly smooth: boolean
  readonly cells: readonly Cell[]
  readonly selected?: number
  /** Chosen together with it. */
  readonly many?: readonly number[]
  readonly onPick?: (cell: number) => void
  /** A rubber band was drawn, by a drag with Shift, around these cells. */
  readonly onBand?: (cells: readonly number[], ctrl: boolean) => void
  /** What lies over the picture, in the view's own place. */
  readonly overlay?: (look: Look) => ReactNode
  readonly label: string
}

/** The ground on which a picture can be seen. */
export const useGround = (bitmap: ImageBitmap | null): string => {
  const ground = useSprites((s) => s.ground)
  return useMemo(() => {
    if (ground !== 'auto') return groundColour(ground)
    if (!bitmap) return GROUNDS.dark
    const canvas = new OffscreenCanvas(32, 32)
    const context = canvas.getContext('2d', { willReadFrequently: true })!
    context.drawImage(bitmap, 0, 0, 32, 32)
    return isBright(context.getImageData(0, 0, 32, 32).data) ? GROUNDS.dark : GROUNDS.light
  }, [bitmap, ground])
}

/** The path of all cells that can be seen. */
const outlineOf = (cells: readonly Cell[], { x, y, zoom }: Look, width: number, height: number): Path2D => {
  const path = new Path2D()
  for (const cell of cells) {
    const [left, top] = [Math.round(x + cell.x * zoom) + 0.5, Math.round(y + cell.y * zoom) + 0.5]
    const [w, h] = [Math.round(cell.w * zoom) - 1, Math.round(cell.h * zoom) - 1]
    if (left > width || top > height || left + w < 0 || top + h < 0) continue
    path.rect(left, top, w, h)
  }
  return path
}

/** Corners of the chosen cell, so that it is told by its form. */
const cornersOf = (cell: Cell, { x, y, zoom }: Look): Path2D => {
  const path = new Path2D()
  const [l, t, r, b] = [
    x + cell.x * zoom - 1,
    y + cell.y * zoom - 1,
    x + (cell.x + cell.w) * zoom + 1,
    y + (cell.y + cell.h) * zoom + 1,
  ]
  const arm = Math.max(3, Math.min(12, (r - l) / 3, (b - t) / 3))
  for (const [cx, cy, dx, dy] of [
    [l, t, 1, 1],
    [r, t, -1, 1],
    [l, b, 1, -1],
    [r, b, -1, -1],
  ] as const) {
    path.moveTo(cx + dx * arm, cy)
    path.lineTo(cx, cy)
    path.lineTo(cx, cy + dy * arm)
  }
  return path
}

/** Two strokes, so that lines stand out from any picture. */
const strokeTwice = (context: CanvasRenderingContext2D, path: Path2D, inner: number): void => {
  context.lineWidth = inner + 2
  context.strokeStyle = 'rgb(23 18 15 / 70%)'
  context.stroke(path)
  context.lineWidth = inner
  context.strokeStyle = '#fff'
  context.stroke(path)
}

interface Size {
  readonly width: number
  readonly height: number
}

/** Only the part that can be seen: a large sheet costs no more than the view. */
const drawSeen = (
  context: CanvasRenderingContext2D,
  bitmap: ImageBitmap,
  { x, y, zoom }: Look,
  size: Size,
): void => {
  const [left, top] = [Math.max(0, Math.floor(-x / zoom)), Math.max(0, Math.floor(-y / zoom))]
  const right = Math.min(bitmap.width, Math.ceil((size.width - x) / zoom))
  const bottom = Math.min(bitmap.height, Math.ceil((size.height - y) / zoom))
  const [w, h] = [right - left, bottom - top]
  if (w > 0 && h > 0)
    context.drawImage(bitmap, left, top, w, h, x + left * zoom, y + top * zoom, w * zoom, h * zoom)
}

/** What of the view is drawn on its canvas. */
interface Drawn extends Pick<Props, 'bitmap' | 'width' | 'height' | 'smooth' | 'cells'> {
  readonly selected: number
  readonly many: readonly number[]
}

/** The picture on its ground with an edge, its cells, and the chosen one. */
const drawView = (
  context: CanvasRenderingContext2D,
  { bitmap, width, height, smooth, cells, selected, many }: Drawn,
  look: Look,
  size: Size,
  ground: string,
): void => {
  const scale = window.devicePixelRatio
  context.setTransform(scale, 0, 0, scale, 0, 0)
  context.fillStyle = ground
  context.fillRect(0, 0, size.width, size.height)
  context.imageSmoothingEnabled = smooth && look.zoom < 4
  if (bitmap) drawSeen(context, bitmap, look, size)
  context.lineWidth = 1
  context.strokeStyle = ground === GROUNDS.light ? 'rgb(23 18 15 / 35%)' : 'rgb(255 255 255 / 35%)'
  context.strokeRect(
    Math.round(look.x) - 0.5,
    Math.round(look.y) - 0.5,
    Math.round(width * look.zoom) + 1,
    Math.round(height * look.zoom) + 1,
  )
  context.globalAlpha = 0.75
  strokeTwice(context, outlineOf(cells, look, size.width, size.height), 1)
  context.globalAlpha = 1
  for (const at of new Set([selected, ...many]))
    if (cells[at]) strokeTwice(context, cornersOf(cells[at], look), 2)
}

/** How a picture is looked at: all of it, until somebody moves or zooms it. */
const useLook = ({ label, width, height }: Props, size: Size) => {
  const [moved, setMoved] = useState<{ readonly key: string; readonly look: Look } | null>(null)
  const key = `${label} ${width} ${height}`
  const fitted = useMemo(
    () => lookAt(width, height, Math.max(40, size.width), Math.max(40, size.height)),
    [width, height, size.width, size.height],
  )
  const look = moved?.key === key ? moved.look : fitted
  return {
    look,
    move: (next: Look): void => setMoved({ key, look: next }),
    showAll: (): void => setMoved(null),
  }
}

/** The wheel zooms around the pointer, a drag moves, with Shift it draws a band; a tap picks a cell. */
const useLookGestures = (
  { cells, onPick, onBand }: Props,
  look: Look,
  move: (look: Look) => void,
  frame: RefObject<HTMLDivElement | null>,
): Band | null => {
  const [band, setBand] = useState<Band | null>(null)
  const stretch = (drawn: Band, done: boolean, ctrl: boolean): void => {
    setBand(done ? null : drawn)
    if (done) onBand?.(touched(inTexels(drawn, look), cells), ctrl)
  }
  const pick = (place: readonly [number, number]): void => {
    const at = cellAt(look, cells, ...place)
    if (at >= 0) onPick?.(at)
    setBand(null)
  }
  const within = (clientX: number, clientY: number): readonly [number, number] => {
    const rect = frame.current!.getBoundingClientRect()
    return [clientX - rect.x, clientY - rect.y]
  }
  const fingers = useTwoFingers(frame, {
    place: within,
    start: () => look,
    move: (start, from, to, factor) => {
      setBand(null)
      move(pinchedLook(start, from, to, factor))
    },
  })
  useGesture(
    {
      onDrag: ({ delta: [dx, dy], tap, first, last, memo, xy: [clientX, clientY], event }) => {
        if (fingers.current || (event.target as Element).closest('[data-handle]')) return
        const here = within(clientX, clientY)
        if (tap) return pick(here)
        const start = first ? (event.shiftKey && onBand ? here : null) : (memo as typeof here | null)
        if (start) stretch(bandOf(start, here), last, event.ctrlKey || event.metaKey)
        else move({ ...look, x: look.x + dx, y: look.y + dy })
        return start
      },
      onWheel: ({ event }) => {
        event.preventDefault()
        move(zoomedAt(look, ...within(event.clientX, event.clientY), 1.0015 ** -event.deltaY))
      },
    },
    {
      target: frame,
      drag: { filterTaps: true, pointer: { keys: false } },
      eventOptions: { passive: false },
    },
  )
  return band
}

const inTexels = (band: Band, { x, y, zoom }: Look): Band => ({
  x: (band.x - x) / zoom,
  y: (band.y - y) / zoom,
  w: band.w / zoom,
  h: band.h / zoom,
})

const NONE: readonly number[] = []

/** A picture with its cells, at any zoom: the wheel zooms, a drag moves, a click picks a cell. */
export const PictureView = (props: Props) => {
  const { bitmap, width, height, smooth, cells, selected = -1, many = NONE, overlay, label } = props
  const canvas = useRef<HTMLCanvasElement>(null)
  const frame = useRef<HTMLDivElement>(null)
  const size = useBoxSize(frame, 300, 200)
  const { look, move, showAll } = useLook(props, size)
  const ground = useGround(bitmap)
  useEffect(() => {
    const context = canvas.current?.getContext('2d')
    if (context)
      drawView(context, { bitmap, width, height, smooth, cells, selected, many }, look, size, ground)
  }, [bitmap, look, cells, selected, many, ground, size, smooth, width, height])
  const band = useLookGestures(props, look, move, frame)
  return (
    <div className="picture-view" data-testid="picture-view">
      <div className="picture-frame" ref={frame}>
        <canvas
          ref={canvas}
          aria-label={label}
          width={Math.max(1, Math.round(size.width * window.devicePixelRatio))}
          height={Math.max(1, Math.round(size.height * window.devicePixelRatio))}
        />
        {band && <div className="rubber-band" style={bandStyle(band)} />}
        {overlay && <svg className="overlay">{overlay(look)}</svg>}
      </div>
      <button type="button" className="view-zoom" title="Show all of it" onClick={showAll}>
        {look.zoom >= 1 ? `×${Number(look.zoom.toFixed(1))}` : `1∕${Number((1 / look.zoom).toFixed(1))}`}
      </button>
    </div>
  )
}
