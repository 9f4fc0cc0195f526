/** Keeping tasks short, so that the page answers between them. */

/** Lets everything else that waits go first. */
export const nextTask = (): Promise<void> =>
  new Promise((done) => {
    const { port1, port2 } = new MessageChannel()
    port1.onmessage = () => {
      port1.close()
      done()
    }
    port2.postMessage(null)
  })

/** The same value, frozen all through: what the store takes in need not be looked through again. */
export const deepFrozen = <T>(value: T): T => {
  if (value === null || typeof value !== 'object' || Object.isFrozen(value)) return value
  for (const part of Object.values(value)) deepFrozen(part)
  return Object.freeze(value)
}
