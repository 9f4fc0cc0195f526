/** Pictures of many effects as one: one upload, and no more runs than blends and sheets ask for. */
import { tinted } from '@gliv/engine'
import { type Batch, type Frame, INSTANCE_WORDS, type PackFrame, WORD } from '@gliv/model'

/** What a game does to all particles of an effect: channels and opacity are multiplied. */
export interface Look {
  /** 0xbbggrr */
  readonly tint: number
  /** 0 to 1 */
  readonly opacity: number
}

/** A picture that takes the place of a sheet: frames on a page of the pack are where they were in the sheet. */
export interface Swap {
  readonly page: number
  /** Number of the picture among what the renderer draws from. */
  readonly sheet: number
  readonly frames: readonly PackFrame[]
}

const NO_SWAPS: readonly Swap[] = []

/** The frame of a sheet that a place on its page lies in. */
const frameAt = (frames: readonly PackFrame[], x: number, y: number): PackFrame | undefined =>
  frames.find(([, left, top, w, h]) => x >= left && y >= top && x < left + w && y < top + h)

export const PLAIN_LOOK: Look = { tint: 0xffffff, opacity: 1 }

/** A frame that others are added to; the same object is filled again and again. */
export class MergedFrame {
  readonly frame: Frame = {
    f32: new Float32Array(0),
    u32: new Uint32Array(0),
    count: 0,
    shifts: new Float32Array(0),
    batches: [],
    batchCount: 0,
    originX: 0,
    originY: 0,
  }
  #joinsLight = false

  /**
   * Empties it. @param x, y its origin in world px @param joinsLight additive runs join normal ones: their tints lose
   * their alpha, by which a renderer tells them
   */
  begin(x: number, y: number, joinsLight: boolean): void {
    const { frame } = this
    frame.count = frame.batchCount = 0
    frame.originX = x
    frame.originY = y
    this.#joinsLight = joinsLight
  }

  #reserve(count: number): void {
    const { frame } = this
    const words = (frame.count + count) * INSTANCE_WORDS
    if (words <= frame.f32.length) return
    const grown = new Float32Array(Math.max(words, frame.f32.length * 2, 256 * INSTANCE_WORDS))
    grown.set(frame.f32.subarray(0, frame.count * INSTANCE_WORDS))
    frame.f32 = grown
    frame.u32 = new Uint32Array(grown.buffer)
  }

  #open(sheet: number, blend: Batch['blend'], layer: string, shifted: boolean): Batch {
    const { frame } = this
    const last = frame.batchCount > 0 ? frame.batches[frame.batchCount - 1]! : null
    if (last && last.sheet === sheet && last.blend === blend && last.shifted === shifted) return last
    const batch = (frame.batches[frame.batchCount++] ??= {
      sheet,
      blend,
      layer,
      first: 0,
      count: 0,
      shifted,
    })
    batch.sheet = sheet
    batch.blend = blend
    batch.layer = layer
    batch.shifted = shifted
    batch.first = frame.count
    batch.count = 0
    return batch
  }

  /** Adds the runs of a frame that are on a layer. @param layer null for all of them */
  add(from: Frame, layer: string | null, look: Look, swaps: readonly Swap[] = NO_SWAPS): void {
    for (let b = 0; b < from.batchCount; b++) {
      const batch = from.batches[b]!
      if (batch.count === 0 || (layer !== null && batch.layer !== layer)) continue
      if (swaps.some(({ page }) => page === batch.sheet)) this.#addSwapped(from, batch, look, swaps)
      else this.#addRun(from, batch, batch.first, batch.count, look, batch.sheet)
    }
  }

  /** One by one: of frames that lie on the same page, each may come from another picture. */
  #addSwapped(from: Frame, batch: Batch, look: Look, swaps: readonly Swap[]): void {
    for (let i = batch.first; i < batch.first + batch.count; i++) {
      const o = i * INSTANCE_WORDS
      const x = from.f32[o + WORD.TEXEL_X]!
      const y = from.f32[o + WORD.TEXEL_Y]!
      const swap = swaps.find(({ page, frames }) => page === batch.sheet && frameAt(frames, x, y))
      this.#addRun(from, batch, i, 1, look, swap?.sheet ?? batch.sheet)
      if (!swap) continue
      const [, left, top, , , , , fromX, fromY] = frameAt(swap.frames, x, y)!
      const to = (this.frame.count - 1) * INSTANCE_WORDS
      this.frame.f32[to + WORD.TEXEL_X] = x - left + fromX
      this.frame.f32[to + WORD.TEXEL_Y] = y - top + fromY
    }
  }

  #addRun(from: Frame, batch: Batch, first: number, count: number, look: Look, sheet: number): void {
    const { frame } = this
    const { blend, shifted } = batch
    this.#reserve(count)
    const lit = this.#joinsLight && blend === 'additive'
    const to = this.#open(sheet, lit ? 'normal' : blend, batch.layer, shifted)
    const start = frame.count * INSTANCE_WORDS
    frame.f32.set(from.f32.subarray(first * INSTANCE_WORDS, (first + count) * INSTANCE_WORDS), start)
    this.#shiftBy(start, count, from.originX - frame.originX, from.originY - frame.originY)
    if (lit || look !== PLAIN_LOOK) this.#recolour(start, count, look, lit ? 0 : 0xff000000)
    if (shifted) this.#copyShifts(from, first, count)
    to.count += count
    frame.count += count
  }

  #shiftBy(start: number, count: number, dx: number, dy: number): void {
    if (dx === 0 && dy === 0) return
    const { f32 } = this.frame
    for (let i = 0, o = start; i < count; i++, o += INSTANCE_WORDS) {
      f32[o]! += dx
      f32[o + 1]! += dy
    }
  }

  #recolour(start: number, count: number, { tint, opacity }: Look, alpha: number): void {
    const { f32, u32 } = this.frame
    for (let i = 0, o = start; i < count; i++, o += INSTANCE_WORDS) {
      const word = u32[o + WORD.TINT]!
      u32[o + WORD.TINT] = (tinted(word, tint) & 0xffffff) | alpha
      f32[o + WORD.OPACITY]! *= opacity
    }
  }

  #copyShifts({ shifts }: Frame, first: number, count: number): void {
    const { frame } = this
    const end = (frame.count + count) * 3
    if (end > frame.shifts.length) {
      const grown = new Float32Array(Math.max(end, frame.shifts.length * 2))
      grown.set(frame.shifts)
      frame.shifts = grown
    }
    frame.shifts.set(shifts.subarray(first * 3, (first + count) * 3), frame.count * 3)
  }
}
