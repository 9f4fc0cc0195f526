/** The pictures of an effect's ticks, kept so that they can be played backwards. */
import { type Batch, type Frame, INSTANCE_WORDS, Refusal } from '@gliv/model'
import { openBatch, reserve, reserveShifts } from './instanceBuffer.ts'

/** Most words of a recording: 64 MB. */
const WORD_LIMIT = 16_000_000

/** What decides whether an emitter's particles are shown. */
export interface Shown {
  readonly id: string
  readonly layer: string
}

interface Recorded {
  readonly words: Uint32Array
  /** Empty where no pixels are shifted. */
  readonly shifts: Float32Array
  readonly batches: readonly Batch[]
}

export class Recording {
  readonly #ticks: Recorded[] = []

  /** @param frameAt the picture of each tick from 0 to `last`, in order; relative to the effect's origin */
  constructor(name: string, last: number, frameAt: (tick: number) => Frame) {
    let words = 0
    for (let tick = 0; tick <= last; tick++) {
      const { u32, shifts, count, batches, batchCount } = frameAt(tick)
      const shifted = batches.slice(0, batchCount).some((batch) => batch.shifted)
      words += count * INSTANCE_WORDS
      if (words > WORD_LIMIT)
        throw new Refusal(
          `effect "${name}"`,
          `its picture is too large to play backwards (over 64 MB by tick ${tick} of ${last}); shorten it, or send out less`,
        )
      this.#ticks.push({
        words: u32.slice(0, count * INSTANCE_WORDS),
        shifts: shifts.slice(0, shifted ? count * 3 : 0),
        batches: batches.slice(0, batchCount).map((batch) => ({ ...batch })),
      })
    }
  }

  countAt(tick: number): number {
    return this.#ticks[tick]!.words.length / INSTANCE_WORDS
  }

  /** Appends the picture of a tick. */
  append(tick: number, frame: Frame, shows?: (what: Shown) => boolean): void {
    const { words, shifts, batches } = this.#ticks[tick]!
    for (const batch of batches) {
      if (shows && !shows({ id: '', layer: batch.layer })) continue
      reserve(frame, batch.count)
      openBatch(frame, batch.sheet, batch.blend, batch.layer, frame.count, batch.shifted)
      if (batch.shifted) {
        reserveShifts(frame, frame.count + batch.count)
        frame.shifts.set(shifts.subarray(batch.first * 3, (batch.first + batch.count) * 3), frame.count * 3)
      }
      frame.u32.set(
        words.subarray(batch.first * INSTANCE_WORDS, (batch.first + batch.count) * INSTANCE_WORDS),
        frame.count * INSTANCE_WORDS,
      )
      frame.batches[frame.batchCount - 1]!.count += batch.count
      frame.count += batch.count
    }
  }
}
