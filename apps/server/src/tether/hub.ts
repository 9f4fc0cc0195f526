/**
 * Between studio and games that are not in one browser: what one side says is sent on to all listeners of the other, as
 * server-sent events. Nothing is kept: who comes late asks the other side.
 */
import type { Response } from 'express'
import { openEvents } from '../http/events.ts'

/** Games, and who watches, hear the studio; the studio hears them. */
export const SIDES = ['game', 'studio'] as const
export type Side = (typeof SIDES)[number]

export const isSide = (text: unknown): text is Side => SIDES.includes(text as Side)

/** A line of comment every so often, so that nothing between cuts a silent connection. */
const BEAT_MS = 15_000
/** What a listener may leave unread before it is let go, bytes: it asks for everything when it comes back. */
const MOST_UNREAD = 96 * 1024 * 1024

export class Hub {
  readonly #listeners = new Map<Side, Set<Response>>(SIDES.map((side) => [side, new Set()]))
  readonly #timer: ReturnType<typeof setInterval>

  constructor() {
    this.#timer = setInterval(() => {
      for (const all of this.#listeners.values()) for (const one of all) one.write(': still here\n\n')
    }, BEAT_MS)
    this.#timer.unref()
  }

  /** Sends a side's messages along a response until it is closed. */
  listen(side: Side, response: Response): void {
    openEvents(response)
    response.write(': open\n\n')
    const all = this.#listeners.get(side)!
    all.add(response)
    response.on('close', () => all.delete(response))
  }

  /** @param text one line of JSON */
  send(to: Side, text: string): void {
    for (const one of this.#listeners.get(to)!) {
      if (one.writableLength > MOST_UNREAD) one.end()
      else one.write(`data: ${text}\n\n`)
    }
  }

  /** Ends all connections, so that the server can leave. */
  close(): void {
    clearInterval(this.#timer)
    for (const all of this.#listeners.values()) for (const one of all) one.end()
  }
}
