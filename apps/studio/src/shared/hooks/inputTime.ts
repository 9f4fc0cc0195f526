/**
 * Time stamp of the input event that is being handled, for measuring how soon it is answered. Lifetime:
 * moment.
 */
let latest: number | undefined
let raw: number | null = null

/** The true time of an event that is handed on under another name; null when that is over. */
export const noteRawTime = (time: number | null): void => {
  raw = time
}

export const noteInput = (event: { timeStamp: number }): void => {
  latest = raw ?? event.timeStamp
}

/** The noted time, once. */
export const takeInputTime = (): number | undefined => {
  const time = latest
  latest = undefined
  return time
}
