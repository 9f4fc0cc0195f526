import { INSTANCE_WORDS, type Blend, type Frame } from '@gliv/model'
import {
  type Camera,
  type Renderer,
  type RenderSheet,
  type ViewMatrix,
  viewMatrixInto,
  type Viewport,
} from './renderer.ts'
import { Tints } from './tints.ts'

const COMPOSITE = {
  normal: 'source-over',
  additive: 'lighter',
  screen: 'screen',
  multiply: 'multiply',
} as const satisfies Record<Blend, GlobalCompositeOperation>

/** For machines without WebGL2, and for games that draw with a 2D context themselves. */
export class Canvas2dRenderer implements Renderer {
  readonly path = 'canvas2d'
  readonly joinsLight = false
  readonly lost = false
  viewport: Viewport | null = null
  protected readonly context: CanvasRenderingContext2D
  protected sheets: readonly RenderSheet[] = []
  readonly #tints = new Tints()
  readonly #matrix: ViewMatrix = [1, 0, 0, 1, 0, 0]
  readonly #shared: boolean
  /** What the game has set: its own transform and alpha go on counting. */
  #outer: DOMMatrix | null = null
  #alpha = 1

  /** @param shared the game's own context: what it has set there stays, and counts for what is drawn */
  constructor(context: CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D, shared = false) {
    // Both kinds are the same but for their canvas.
    this.context = context as CanvasRenderingContext2D
    this.#shared = shared
  }

  get size(): { readonly w: number; readonly h: number } {
    const { width, height } = this.context.canvas
    return this.viewport ?? { w: width, h: height }
  }

  setSheets(sheets: readonly RenderSheet[]): void {
    this.sheets = sheets
    this.#tints.clear()
  }

  begin(ground?: string | null): void {
    const { context } = this
    context.save()
    this.#tints.begin()
    if (this.#shared) {
      this.#outer = context.getTransform()
      this.#alpha = context.globalAlpha
    }
    this.#limit()
    if (ground !== undefined) this.#clear(ground)
  }

  /** Keeps drawing in the viewport, which counts from below. */
  #limit(): void {
    const { context, viewport } = this
    if (!viewport) return
    const { x, y, w, h } = viewport
    const top = context.canvas.height - y - h
    context.setTransform(1, 0, 0, 1, 0, 0)
    context.beginPath()
    context.rect(x, top, w, h)
    context.clip()
    if (!this.#outer) this.#outer = new DOMMatrix()
    this.#outer = new DOMMatrix([1, 0, 0, 1, x, top]).multiply(this.#outer)
  }

  #clear(ground: string | null): void {
    const { context } = this
    context.setTransform(1, 0, 0, 1, 0, 0)
    context.globalAlpha = 1
    context.globalCompositeOperation = 'source-over'
    const { width, height } = context.canvas
    context.clearRect(0, 0, width, height)
    if (ground === null) return
    context.fillStyle = ground
    context.fillRect(0, 0, width, height)
  }

  /** Sheets look otherwise than before. */
  protected forgetTints(): void {
    this.#tints.clear()
  }

  #place(frame: Frame, o: number, [a, b, c, d, e, f]: ViewMatrix): void {
    const { f32 } = frame
    const w = f32[o + 8]!
    const h = f32[o + 9]!
    const [x, y] = [f32[o]!, f32[o + 1]!]
    const [ax, ay] = [f32[o + 2]! / w, f32[o + 3]! / w]
    const [dx, dy] = [f32[o + 4]! / h, f32[o + 5]! / h]
    this.context.setTransform(
      ax * a + ay * c,
      ax * b + ay * d,
      dx * a + dy * c,
      dx * b + dy * d,
      x * a + y * c + e,
      x * b + y * d + f,
    )
  }

  /** The way from the world to the canvas, through what the game has set. */
  #viewOf({ originX, originY }: Frame, camera: Camera): ViewMatrix {
    const { w, h } = this.size
    const view = viewMatrixInto(camera, w, h, this.#matrix, originX, originY)
    const outer = this.#outer
    if (!outer || outer.isIdentity) return view
    const [a, b, c, d, e, f] = view
    view[0] = outer.a * a + outer.c * b
    view[1] = outer.b * a + outer.d * b
    view[2] = outer.a * c + outer.c * d
    view[3] = outer.b * c + outer.d * d
    view[4] = outer.a * e + outer.c * f + outer.e
    view[5] = outer.b * e + outer.d * f + outer.f
    return view
  }

  draw(frame: Frame, camera: Camera): void {
    const { context } = this
    const view = this.#viewOf(frame, camera)
    context.save()
    for (let b = 0; b < frame.batchCount; b++) {
      const batch = frame.batches[b]!
      const sheet = this.sheets[batch.sheet]
      if (!sheet) continue
      context.globalCompositeOperation = COMPOSITE[batch.blend]
      context.imageSmoothingEnabled = sheet.sampling === 'smooth'
      for (let i = batch.first; i < batch.first + batch.count; i++) {
        const o = i * INSTANCE_WORDS
        const opacity = frame.f32[o + 11]!
        if (!(opacity > 0)) continue
        context.globalAlpha = Math.min(1, opacity) * this.#alpha
        this.#place(frame, o, view)
        context.drawImage(this.#tints.get(batch.sheet, sheet, frame, o, batch.shifted), 0, 0)
      }
    }
    context.restore()
  }

  end(): void {
    this.context.restore()
    this.#outer = null
    this.#alpha = 1
  }

  settle(): boolean {
    return false
  }

  dispose(): void {
    this.#tints.clear()
  }
}
