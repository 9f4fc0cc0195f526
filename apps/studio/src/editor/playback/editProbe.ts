/** Times edits for `npm run measure:edit`: from the input event to the submitted draw, and to the interface. */

/** One edit, in ms, and what it was made of. */
export interface EditTiming {
  /** Until its picture was handed over; 0 while it waits for the last one to be drawn. */
  total: number
  readonly engine: number
  upload: number
  /** Until the interface has followed too; 0 while it has not. */
  interface: number
  /** Moment of the input event, on the page's clock. */
  readonly at: number
}

export class EditProbe {
  /** When set, every edit is timed. */
  timings: EditTiming[] | null = null
  /** Timed edits whose picture has not been submitted yet. */
  readonly #unanswered: EditTiming[] = []

  /** @param engine ms that the engine took @param at the input event's time stamp; without one nothing is timed */
  note(engine: number, at: number | undefined): void {
    if (!this.timings || at === undefined) return
    const timing = { total: 0, engine, upload: 0, interface: 0, at }
    this.timings.push(timing)
    this.#unanswered.push(timing)
  }

  /** A picture was handed over; `uploadMs` went into its instances. */
  submitted(uploadMs: number): void {
    const now = performance.now()
    for (const timing of this.#unanswered) {
      timing.total = now - timing.at
      timing.upload = uploadMs
    }
    this.#unanswered.length = 0
  }

  /** The interface has followed the latest edit. */
  markInterface(): void {
    const last = this.timings?.at(-1)
    if (last && last.interface === 0) last.interface = performance.now() - last.at
  }
}
