/** Moments in a person's words. */
const CLOCK = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' })
const DAY = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'long' })
const DATE = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'long', year: 'numeric' })

const daysBefore = (now: Date, days: number): string =>
  new Date(now.getFullYear(), now.getMonth(), now.getDate() - days).toDateString()

/**
 * `today, 15:20`, `yesterday, 09:05`, `3 May`, `3 May 2025`, in local time.
 *
 * @param ms the moment, in ms since 1970
 * @param nowMs the moment from which it is looked at
 */
export const whenText = (ms: number, nowMs = Date.now()): string => {
  const at = new Date(ms)
  const now = new Date(nowMs)
  if (at.toDateString() === now.toDateString()) return `today, ${CLOCK.format(at)}`
  if (at.toDateString() === daysBefore(now, 1)) return `yesterday, ${CLOCK.format(at)}`
  return (at.getFullYear() === now.getFullYear() ? DAY : DATE).format(at)
}
