/** Time stamp of the input event that is being handled, for measuring how soon it is answered. Lifetime: moment. */
let latest: number | undefined

export const noteInput = (event: { timeStamp: number }): void => {
  latest = event.timeStamp
}

/** The noted time, once. */
export const takeInputTime = (): number | undefined => {
  const time = latest
  latest = undefined
  return time
}
