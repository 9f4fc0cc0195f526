import { Canvas2dRenderer } from '@gliv/player/renderers'
import { CHECKER } from './checker.ts'
import type { CanvasBox, SheetPatch, StageRenderer } from './stageRenderer.ts'

/** Canvas2D draws at once: nothing is planned, nothing is coarse. */
export class StageCanvasRenderer extends Canvas2dRenderer implements StageRenderer {
  readonly uploadSeconds = 0
  readonly coarse = false
  readonly bands = 1

  patchSheet({ sheet: index, x, y, width, height, rgba }: SheetPatch): void {
    const sheet = this.sheets[index]
    if (!sheet) return
    const canvas = document.createElement('canvas')
    canvas.width = sheet.width
    canvas.height = sheet.height
    const context = canvas.getContext('2d')!
    context.drawImage(sheet.image, 0, 0)
    // A canvas takes straight alpha.
    const straight = rgba.map((value, i) =>
      (i & 3) === 3 || rgba[i | 3] === 0 ? value : Math.round((value * 255) / rgba[i | 3]!),
    )
    context.putImageData(new ImageData(straight, width, height), x, y)
    this.sheets = this.sheets.map((other, i) => (i === index ? { ...sheet, image: canvas } : other))
    this.forgetTints()
  }

  #limited = false

  expect(): void {}

  limitTo(box: CanvasBox | null): void {
    const { context } = this
    if (this.#limited) context.restore()
    this.#limited = box !== null
    if (!box) return
    context.save()
    context.setTransform(1, 0, 0, 1, 0, 0)
    context.beginPath()
    context.rect(box.x, box.y, box.w, box.h)
    context.clip()
  }

  override begin(ground?: string | null): void {
    if (ground !== CHECKER.name) return super.begin(ground)
    super.begin(CHECKER.a)
    const { width, height } = this.context.canvas
    const { side } = CHECKER
    this.context.fillStyle = CHECKER.b
    // Rows count from below, as in the other renderer.
    for (let row = 0; row * side < height; row++)
      for (let column = row % 2; column * side < width; column += 2)
        this.context.fillRect(column * side, height - (row + 1) * side, side, side)
  }
}
