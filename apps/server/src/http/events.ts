/** Server-sent events. */
import type { Response } from 'express'

/** Opens a response that goes on. */
export const openEvents = (response: Response): void => {
  response.set({
    'Content-Type': 'text/event-stream',
    'Cache-Control': 'no-cache',
    'X-Accel-Buffering': 'no',
  })
  response.flushHeaders()
}
