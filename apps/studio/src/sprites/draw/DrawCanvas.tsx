import type { Cell, Image } from '@gliv/pixels'
import { useGesture } from '@use-gesture/react'
import { type PointerEvent, type RefObject, useEffect, useMemo, useRef, useState } from 'react'
import { useTwoFingers } from '../../shared/hooks/useTwoFingers.ts'
import { useBoxSize } from '../../shared/hooks/useBoxSize.ts'
import { GROUNDS, groundColour } from '../../state/session.ts'
import { useSprites } from '../../state/sprites.ts'
import { isBright, type Look, lookAt, pinchedLook, texelAt, zoomedAt } from '../sheets/view.ts'
import { begin, type Gesture, goOn, imageIn } from './gesture.ts'
import { pressed } from './pressure.ts'
import { colourAt, type Settings, TOOLS } from './tools.ts'
import './DrawCanvas.css'

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

/** What is shown at a moment of drawing. */
interface Scene {
  readonly shown: Image
  readonly onion: readonly Image[]
  readonly tiled: boolean
  readonly marked: Cell | null
  /** What the tool would touch. */
  readonly brush: Cell | null
  readonly ground: string
}

/** The picture itself, with its neighbours in time and, tiled, in space under it. */
const drawPictures = (
  context: CanvasRenderingContext2D,
  { shown, onion, tiled }: Scene,
  { x, y, zoom }: Look,
): void => {
  const [w, h] = [shown.width * zoom, shown.height * zoom]
  context.imageSmoothingEnabled = false
  context.globalAlpha = 0.25
  for (const other of onion) context.drawImage(drawable(other), x, y, other.width * zoom, other.height * zoom)
  const picture = drawable(shown)
  for (let k = 0; tiled && k < 9; k++)
    if (k !== 4) context.drawImage(picture, x + ((k % 3) - 1) * w, y + (Math.floor(k / 3) - 1) * h, w, h)
  context.globalAlpha = 1
  context.drawImage(picture, x, y, w, h)
}

const drawScene = (
  context: CanvasRenderingContext2D,
  scene: Scene,
  look: Look,
  size: { readonly width: number; readonly height: number },
): void => {
  const { shown, marked, brush, ground } = scene
  const scale = window.devicePixelRatio
  context.setTransform(scale, 0, 0, scale, 0, 0)
  context.fillStyle = ground
  context.fillRect(0, 0, size.width, size.height)
  drawPictures(context, scene, look)
  if (look.zoom >= GRID_ZOOM) drawGrid(context, shown, look)
  outline(context, look, { x: 0, y: 0, w: shown.width, h: shown.height }, false)
  if (marked) outline(context, look, marked, true)
  else if (brush) outline(context, look, brush, false)
}

/** The texels that a tool touches around one; null for tools that do not touch single ones. */
const brushAt = ({ tool, size }: Settings, [x, y]: readonly [number, number]): Cell | null => {
  if (!TOOLS[tool].points) return null
  if (!TOOLS[tool].gathers && tool !== 'line') return { x, y, w: 1, h: 1 }
  const low = -Math.floor((size - 1) / 2)
  return { x: x + low, y: y + low, w: size, h: size }
}

/** The whole sprite, in the middle of nine when it is tiled. */
const useWholeLook = (
  { width, height }: Image,
  tiled: boolean,
  size: { readonly width: number; readonly height: number },
): Look =>
  useMemo(() => {
    const space = tiled ? 3 : 1
    const whole = lookAt(width * space, height * space, size.width, size.height, 8)
    return tiled
      ? { zoom: whole.zoom, x: whole.x + width * whole.zoom, y: whole.y + height * whole.zoom }
      : whole
  }, [width, height, tiled, size])

/** How the sprite is looked at: all of it, until it is moved or zoomed by wheel or fingers. */
const useMovedLook = (whole: Look, key: string, canvas: RefObject<HTMLCanvasElement | null>) => {
  const [moved, setMoved] = useState<{ readonly key: string; readonly look: Look } | null>(null)
  const look = moved?.key === key ? moved.look : whole
  const move = (next: Look): void => setMoved({ key, look: next })
  const within = (clientX: number, clientY: number): readonly [number, number] => {
    const rect = canvas.current!.getBoundingClientRect()
    return [clientX - rect.x, clientY - rect.y]
  }
  useTwoFingers(canvas, {
    place: within,
    start: () => look,
    move: (start, from, to, factor) => move(pinchedLook(start, from, to, factor)),
  })
  useGesture(
    {
      onWheel: ({ event }) => {
        event.preventDefault()
        move(zoomedAt(look, ...within(event.clientX, event.clientY), 1.0015 ** -event.deltaY))
      },
    },
    { target: canvas, eventOptions: { passive: false } },
  )
  return { look, moved: look !== whole, showAll: () => setMoved(null) }
}

/** A press, its way and its end, as the chosen tool takes them. Two fingers draw nothing: they move the sprite. */
const useStroke = (props: Props, look: Look) => {
  const touches = useRef(new Set<number>())
  const { image, settings, selection, onSelect, onPick, onPreview, onCommit } = props
  const [gesture, setGesture] = useState<Gesture | null>(null)
  const [hover, setHover] = useState<readonly [number, number] | null>(null)
  const at = (event: PointerEvent): readonly [number, number] => {
    const rect = event.currentTarget.getBoundingClientRect()
    return texelAt(look, event.clientX - rect.x, event.clientY - rect.y)
  }
  const down = (event: PointerEvent<HTMLCanvasElement>): void => {
    if (event.button !== 0) return
    if (event.pointerType === 'touch') touches.current.add(event.pointerId)
    if (touches.current.size > 1) return giveUp()
    event.currentTarget.setPointerCapture(event.pointerId)
    if (settings.tool === 'pick' || event.altKey) {
      const found = colourAt(image, at(event))
      if (found) onPick(found.colour, found.alpha)
      return
    }
    const next = begin(pressed(settings, event), image, at(event), selection)
    setGesture(next)
    if (next.phase === 'stroke') onPreview(next.image)
  }
  const move = (event: PointerEvent<HTMLCanvasElement>): void => {
    const texel = at(event)
    if (hover?.[0] !== texel[0] || hover[1] !== texel[1]) setHover(texel)
    if (!gesture) return
    const next = goOn(pressed(settings, event), gesture, texel, image)
    setGesture(next)
    if (next.phase !== 'selecting') onPreview(next.image)
  }
  const up = (event: PointerEvent): void => {
    touches.current.delete(event.pointerId)
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
  const handlers = {
    onPointerDown: down,
    onPointerMove: move,
    onPointerUp: up,
    onPointerCancel: (event: PointerEvent) => {
      touches.current.delete(event.pointerId)
      giveUp()
    },
    onPointerLeave: () => setHover(null),
  }
  return { gesture, hover, handlers }
}

/** A frame's texels, large, drawn on with the chosen tool. */
export const DrawCanvas = (props: Props) => {
  const { image, settings, selection, tiled, onion } = props
  const canvas = useRef<HTMLCanvasElement>(null)
  const size = useBoxSize(canvas, 320, 320)
  const chosenGround = useSprites((s) => s.ground)
  const whole = useWholeLook(image, tiled, size)
  const { look, moved, showAll } = useMovedLook(whole, `${image.width} ${image.height} ${tiled}`, canvas)
  const { gesture, hover, handlers } = useStroke(props, look)
  const shown = imageIn(gesture, image)
  const marked = gesture && gesture.phase !== 'stroke' ? gesture.selection : selection
  useEffect(() => {
    const context = canvas.current?.getContext('2d')
    if (!context) return
    // White sprites are the rule: an empty one is drawn on the dark ground, too.
    const contrast = isBright(shown.data) ? GROUNDS.dark : GROUNDS.light
    const ground = chosenGround === 'auto' ? contrast : groundColour(chosenGround)
    const brush = hover && brushAt(settings, hover)
    drawScene(context, { shown, onion, tiled, marked, brush, ground }, look, size)
  }, [shown, look, onion, tiled, chosenGround, marked, hover, size, settings])
  return (
    <>
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
        {...handlers}
      />
      {moved && (
        <button type="button" className="word-choice draw-all" onClick={showAll}>
          Show all of it
        </button>
      )}
    </>
  )
}
