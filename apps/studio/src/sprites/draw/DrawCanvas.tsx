import type { Cell, Image } from '@gliv/pixels'
import { type PointerEvent, useEffect, useMemo, useRef, useState } from 'react'
import { useBoxSize } from '../../shared/hooks/useBoxSize.ts'
import { GROUNDS, groundColour } from '../../state/session.ts'
import { useSprites } from '../../state/sprites.ts'
import { isBright, type Look, lookAt, texelAt } from '../sheets/view.ts'
import { begin, type Gesture, goOn, imageIn } from './gesture.ts'
import { colourAt, type Settings, TOOLS } from './tools.ts'

interface Props {
  readonly image: Image
  readonly settings: Settings
  readonly selection: Cell | null
  readonly tiled: boolean
  /** Frames before and after, to be seen through. */
  readonly onion: readonly Image[]
  readonly onSelect: (selection: Cell | null) => void
  readonly onPick: (colour: string, alpha: number) => void
  readonly onPreview: (image: Image) => void
  readonly onCommit: (label: string, image: Image) => void
}

const drawable = ({ width, height, data }: Image): OffscreenCanvas => {
  const canvas = new OffscreenCanvas(width, height)
  canvas.getContext('2d')!.putImageData(new ImageData(new Uint8ClampedArray(data), width, height), 0, 0)
  return canvas
}

/** Lines between texels from this zoom on. */
const GRID_ZOOM = 8

const drawGrid = (
  context: CanvasRenderingContext2D,
  { width, height }: Image,
  { x, y, zoom }: Look,
): void => {
  context.beginPath()
  for (let k = 1; k < width; k++) {
    context.moveTo(x + k * zoom + 0.5, y)
    context.lineTo(x + k * zoom + 0.5, y + height * zoom)
  }
  for (let k = 1; k < height; k++) {
    context.moveTo(x, y + k * zoom + 0.5)
    context.lineTo(x + width * zoom, y + k * zoom + 0.5)
  }
  context.lineWidth = 1
  context.strokeStyle = 'rgb(128 128 128 / 28%)'
  context.stroke()
}

const outline = (
  context: CanvasRenderingContext2D,
  { x, y, zoom }: Look,
  cell: Cell,
  dashed: boolean,
): void => {
  for (const [width, colour, dash] of [
    [3, 'rgb(23 18 15 / 80%)', []],
    [1, '#fff', dashed ? [4, 3] : []],
  ] as const) {
    context.setLineDash([...dash])
    context.lineWidth = width
    context.strokeStyle = colour
    context.strokeRect(x + cell.x * zoom, y + cell.y * zoom, cell.w * zoom, cell.h * zoom)
  }
  context.setLineDash([])
}

/** A frame's texels, large, drawn on with the chosen tool. */
export const DrawCanvas = ({
  image,
  settings,
  selection,
  tiled,
  onion,
  onSelect,
  onPick,
  onPreview,
  onCommit,
}: Props) => {
  const canvas = useRef<HTMLCanvasElement>(null)
  const size = useBoxSize(canvas, 320, 320)
  const [gesture, setGesture] = useState<Gesture | null>(null)
  const [hover, setHover] = useState<readonly [number, number] | null>(null)
  const ground = useSprites((s) => s.ground)
  const shown = imageIn(gesture, image)
  const space = tiled ? 3 : 1
  const look = useMemo(() => {
    const whole = lookAt(image.width * space, image.height * space, size.width, size.height, 8)
    return tiled
      ? { zoom: whole.zoom, x: whole.x + image.width * whole.zoom, y: whole.y + image.height * whole.zoom }
      : whole
  }, [image.width, image.height, space, tiled, size])
  const marked = gesture && gesture.phase !== 'stroke' ? gesture.selection : selection
  useEffect(() => {
    const context = canvas.current?.getContext('2d')
    if (!context) return
    const scale = window.devicePixelRatio
    context.setTransform(scale, 0, 0, scale, 0, 0)
    // White sprites are the rule: an empty one is drawn on the dark ground, too.
    context.fillStyle =
      ground === 'auto' ? (isBright(shown.data) ? GROUNDS.dark : GROUNDS.light) : groundColour(ground)
    context.fillRect(0, 0, size.width, size.height)
    context.imageSmoothingEnabled = false
    const [w, h] = [shown.width * look.zoom, shown.height * look.zoom]
    context.globalAlpha = 0.25
    for (const other of onion)
      context.drawImage(drawable(other), look.x, look.y, other.width * look.zoom, other.height * look.zoom)
    const picture = drawable(shown)
    if (tiled)
      for (let k = 0; k < 9; k++)
        if (k !== 4)
          context.drawImage(picture, look.x + ((k % 3) - 1) * w, look.y + (Math.floor(k / 3) - 1) * h, w, h)
    context.globalAlpha = 1
    context.drawImage(picture, look.x, look.y, w, h)
    if (look.zoom >= GRID_ZOOM) drawGrid(context, shown, look)
    outline(context, look, { x: 0, y: 0, w: shown.width, h: shown.height }, false)
    if (marked) outline(context, look, marked, true)
    if (hover && !marked && TOOLS[settings.tool].points) {
      const low =
        TOOLS[settings.tool].gathers || settings.tool === 'line' ? -Math.floor((settings.size - 1) / 2) : 0
      const side = low < 0 || settings.tool === 'line' || TOOLS[settings.tool].gathers ? settings.size : 1
      outline(context, look, { x: hover[0] + low, y: hover[1] + low, w: side, h: side }, false)
    }
  }, [shown, look, onion, tiled, ground, marked, hover, size, settings])
  const at = (event: PointerEvent): readonly [number, number] => {
    const rect = event.currentTarget.getBoundingClientRect()
    return texelAt(look, event.clientX - rect.x, event.clientY - rect.y)
  }
  const down = (event: PointerEvent<HTMLCanvasElement>): void => {
    if (event.button !== 0) return
    event.currentTarget.setPointerCapture(event.pointerId)
    if (settings.tool === 'pick' || event.altKey) {
      const found = colourAt(image, at(event))
      if (found) onPick(found.colour, found.alpha)
      return
    }
    const next = begin(settings, image, at(event), selection)
    setGesture(next)
    if (next.phase === 'stroke') onPreview(next.image)
  }
  const move = (event: PointerEvent<HTMLCanvasElement>): void => {
    const texel = at(event)
    if (hover?.[0] !== texel[0] || hover[1] !== texel[1]) setHover(texel)
    if (!gesture) return
    const next = goOn(settings, gesture, texel, image)
    setGesture(next)
    if (next.phase !== 'selecting') onPreview(next.image)
  }
  const up = (): void => {
    if (!gesture) return
    setGesture(null)
    if (gesture.phase === 'stroke') onCommit(TOOLS[settings.tool].label, gesture.image)
    else onSelect(gesture.selection)
    if (gesture.phase === 'moving' && gesture.image !== image) onCommit('Move', gesture.image)
  }
  const giveUp = (): void => {
    setGesture(null)
    onPreview(image)
  }
  return (
    <canvas
      ref={canvas}
      className="draw-canvas"
      data-testid="draw-canvas"
      aria-label="Drawing"
      data-zoom={look.zoom}
      data-left={look.x}
      data-top={look.y}
      width={Math.max(1, Math.round(size.width * window.devicePixelRatio))}
      height={Math.max(1, Math.round(size.height * window.devicePixelRatio))}
      onPointerDown={down}
      onPointerMove={move}
      onPointerUp={up}
      onPointerCancel={giveUp}
      onPointerLeave={() => setHover(null)}
    />
  )
}
