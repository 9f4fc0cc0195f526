/**
 * Many frames on one canvas: by the SIMD kernel where there is WebAssembly, else by the loops in TypeScript; the
 * same bytes. What a frame did not touch is neither cleared nor looked at.
 */
import { pixelShiftInto } from '@gliv/base'
import { type Batch, type Blend, type Frame, INSTANCE_WORDS } from '@gliv/model'
import { BINARY } from './binary.ts'
import { type Canvas, createCanvas, fill } from './canvas.ts'
import { paintFrame, type View } from './paint.ts'
import type { PaintSheet } from './sheets.ts'

/** A rectangle of a canvas in px, half-open. */
export interface Touched {
  readonly left: number
  readonly top: number
  readonly right: number
  readonly bottom: number
}

/** Paints frames of one size, one after another, each on an empty canvas. */
export interface Painter {
  /** Paints a frame. The canvas is the painter's own, and holds until the next call. */
  paint(frame: Frame, view: View): Canvas & { readonly touched: Touched }
}

interface Kernel {
  readonly memory: { readonly buffer: ArrayBuffer; grow(pages: number): number }
  open(width: number, height: number): void
  clear(data: number, width: number, x0: number, y0: number, x1: number, y1: number): void
  paint(
    kind: number,
    smooth: number,
    data: number,
    width: number,
    height: number,
    texels: number,
    texelWidth: number,
    instances: number,
    count: number,
    matrices: number,
    x: number,
    y: number,
    zoom: number,
  ): void
  boxLeft(): number
  boxTop(): number
  boxRight(): number
  boxBottom(): number
}

/** Numbers of the blends in the kernel. */
const KINDS = { normal: 0, additive: 1, screen: 2, multiply: 3 } as const satisfies Record<Blend, number>

const compiled: { module?: WebAssembly.Module | null } = {}

const bytesOf = (hex: string): Uint8Array =>
  Uint8Array.from({ length: hex.length / 2 }, (_, k) => Number.parseInt(hex.slice(k * 2, k * 2 + 2), 16))

/** A page's policy may switch WebAssembly off. */
const moduleOf = (): WebAssembly.Module | null => {
  if (compiled.module !== undefined) return compiled.module
  try {
    compiled.module = new WebAssembly.Module(bytesOf(BINARY))
  } catch {
    compiled.module = null
  }
  return compiled.module
}

const PAGE = 65_536
/** The kernel's own data lies below. */
const DATA_AT = 1024
/** Instances that are handed over at a time. */
const AT_ONCE = 4096
const INSTANCE_BYTES = INSTANCE_WORDS * 4
const MATRIX_BYTES = 36

const grown = (kernel: Kernel, bytes: number): void => {
  const missing = bytes - kernel.memory.buffer.byteLength
  if (missing > 0) kernel.memory.grow(Math.ceil(missing / PAGE))
}

/** Where things lie in a kernel's memory, in bytes. */
class Layout {
  readonly #kernel: Kernel
  readonly #sheets = new Map<PaintSheet, number>()
  readonly canvasAt = DATA_AT
  readonly instancesAt: number
  readonly matricesAt: number
  #end: number

  constructor(kernel: Kernel, width: number, height: number) {
    this.#kernel = kernel
    this.instancesAt = Math.ceil((DATA_AT + width * height * 8) / 16) * 16
    this.matricesAt = this.instancesAt + AT_ONCE * INSTANCE_BYTES
    this.#end = Math.ceil((this.matricesAt + AT_ONCE * MATRIX_BYTES) / 16) * 16
    grown(kernel, this.#end)
  }

  /** The texels of a sheet, copied when they are first asked for. */
  texelsOf(sheet: PaintSheet): number {
    const known = this.#sheets.get(sheet)
    if (known !== undefined) return known
    const at = this.#end
    this.#end += sheet.texels.byteLength
    grown(this.#kernel, this.#end)
    new Float32Array(this.#kernel.memory.buffer, at, sheet.texels.length).set(sheet.texels)
    this.#sheets.set(sheet, at)
    return at
  }
}

const shift = new Float64Array(9)

/** Painting by the kernel. */
class KernelPainter implements Painter {
  readonly #kernel: Kernel
  readonly #layout: Layout
  readonly #sheets: readonly PaintSheet[]
  readonly #width: number
  readonly #height: number
  #touched: Touched = { left: 0, top: 0, right: 0, bottom: 0 }

  constructor(module: WebAssembly.Module, width: number, height: number, sheets: readonly PaintSheet[]) {
    this.#kernel = new WebAssembly.Instance(module, { env: {} }).exports as Kernel
    this.#layout = new Layout(this.#kernel, width, height)
    this.#sheets = sheets
    this.#width = width
    this.#height = height
  }

  paint(frame: Frame, view: View): Canvas & { readonly touched: Touched } {
    const kernel = this.#kernel
    const { left, top, right, bottom } = this.#touched
    kernel.clear(this.#layout.canvasAt, this.#width, left, top, right, bottom)
    kernel.open(this.#width, this.#height)
    for (let b = 0; b < frame.batchCount; b++) this.#paintBatch(frame, frame.batches[b]!, view)
    this.#touched = {
      left: Math.min(kernel.boxLeft(), kernel.boxRight()),
      top: Math.min(kernel.boxTop(), kernel.boxBottom()),
      right: kernel.boxRight(),
      bottom: kernel.boxBottom(),
    }
    return {
      width: this.#width,
      height: this.#height,
      data: new Uint16Array(kernel.memory.buffer, this.#layout.canvasAt, this.#width * this.#height * 4),
      touched: this.#touched,
    }
  }

  #paintBatch(frame: Frame, batch: Batch, view: View): void {
    const { memory } = this.#kernel
    const { instancesAt, matricesAt, canvasAt } = this.#layout
    const sheet = this.#sheets[batch.sheet]!
    const texels = this.#layout.texelsOf(sheet)
    for (let done = 0; done < batch.count; done += AT_ONCE) {
      const first = batch.first + done
      const count = Math.min(AT_ONCE, batch.count - done)
      new Float32Array(memory.buffer, instancesAt, count * INSTANCE_WORDS).set(
        frame.f32.subarray(first * INSTANCE_WORDS, (first + count) * INSTANCE_WORDS),
      )
      if (batch.shifted) this.#writeMatrices(frame, first, count)
      this.#kernel.paint(
        KINDS[batch.blend],
        sheet.sampling === 'smooth' ? 1 : 0,
        canvasAt,
        this.#width,
        this.#height,
        texels,
        sheet.width,
        instancesAt,
        count,
        batch.shifted ? matricesAt : 0,
        frame.originX - view.x,
        frame.originY - view.y,
        view.zoom,
      )
    }
  }

  #writeMatrices({ shifts }: Frame, first: number, count: number): void {
    const out = new Float32Array(this.#kernel.memory.buffer, this.#layout.matricesAt, count * 9)
    for (let k = 0; k < count; k++) {
      const i = (first + k) * 3
      pixelShiftInto(shifts[i]!, shifts[i + 1]!, shifts[i + 2]!, shift)
      out.set(shift, k * 9)
    }
  }
}

/** Painting by the loops in TypeScript. */
export const plainPainter = (width: number, height: number, sheets: readonly PaintSheet[]): Painter => {
  const canvas = createCanvas(width, height)
  const touched = { left: 0, top: 0, right: width, bottom: height }
  return {
    paint: (frame, view) => {
      fill(canvas)
      paintFrame(canvas, frame, sheets, view)
      return { ...canvas, touched }
    },
  }
}

/** Largest canvas that the kernel takes, px: its memory ends at 4 GB, and sheets lie behind it. */
const KERNEL_PIXELS = 1 << 28

/** A painter for frames of one size. `sheets` are in the order that the batches number. */
export const createPainter = (width: number, height: number, sheets: readonly PaintSheet[]): Painter => {
  const module = width * height <= KERNEL_PIXELS ? moduleOf() : null
  if (!module) return plainPainter(width, height, sheets)
  try {
    return new KernelPainter(module, width, height, sheets)
  } catch {
    // No room for its memory: the loops need less at a time.
    return plainPainter(width, height, sheets)
  }
}
