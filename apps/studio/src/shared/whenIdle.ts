/** Does something when the page has nothing else to do, at the latest after so many ms; the answer gives it up. */
export const whenIdle = (act: () => void, latest = 5000): (() => void) => {
  // Not every browser says when it is at rest.
  if (typeof requestIdleCallback !== 'function') {
    const timer = setTimeout(act)
    return () => clearTimeout(timer)
  }
  const handle = requestIdleCallback(act, { timeout: latest })
  return () => cancelIdleCallback(handle)
}
