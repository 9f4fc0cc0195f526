/** Draws the game's pictures with a 2D context, where there is no WebGL2. */
import type { Camera } from '@gliv/player'
import { FRAMES, type Picture } from '../art/frames.ts'
import type { Colour, Painter, Stamp } from './painter.ts'

export class CanvasPainter implements Painter {
  readonly #context: CanvasRenderingContext2D
  readonly #image: ImageBitmap
  #camera: Camera = { x: 0, y: 0, zoom: 1 }

  constructor(context: CanvasRenderingContext2D, image: ImageBitmap) {
    this.#context = context
    this.#image = image
  }

  begin(camera: Camera): void {
    this.#camera = camera
    this.#context.imageSmoothingEnabled = false
    this.#place()
  }

  #place(): void {
    const { x, y, zoom } = this.#camera
    this.#context.setTransform(zoom, 0, 0, zoom, -x * zoom, -y * zoom)
  }

  stamp(
    picture: Picture,
    x: number,
    y: number,
    { flip = false, opacity = 1, scale = 1, turn = 0 }: Stamp = {},
  ): void {
    const [sx, sy, w, h] = FRAMES[picture]
    const context = this.#context
    context.save()
    context.translate(x, y)
    context.rotate((turn * Math.PI) / 180)
    context.scale(flip ? -scale : scale, scale)
    context.globalAlpha = opacity
    context.drawImage(this.#image, sx, sy, w, h, -w / 2, -h, w, h)
    context.restore()
  }

  tile(picture: Picture, from: number, to: number, y: number): void {
    const [, , w, h] = FRAMES[picture]
    for (let x = from; x < to; x += w) this.stamp(picture, x + w / 2, y + h)
  }

  rect(x: number, y: number, w: number, h: number, upper: Colour, lower = upper, opacity = 1): void {
    const context = this.#context
    let fill: string | CanvasGradient = upper
    if (lower !== upper) {
      fill = context.createLinearGradient(0, y, 0, y + h)
      fill.addColorStop(0, upper)
      fill.addColorStop(1, lower)
    }
    context.globalAlpha = opacity
    context.fillStyle = fill
    context.fillRect(x, y, w, h)
    context.globalAlpha = 1
  }

  shade(colour: Colour): void {
    const { canvas } = this.#context
    this.#context.globalCompositeOperation = 'multiply'
    const { x, y, zoom } = this.#camera
    this.rect(x, y, canvas.width / zoom, canvas.height / zoom, colour)
    this.#context.globalCompositeOperation = 'source-over'
  }

  /** Effects are drawn without a transform of the game's. */
  flush(): void {
    this.#context.setTransform(1, 0, 0, 1, 0, 0)
  }
}
