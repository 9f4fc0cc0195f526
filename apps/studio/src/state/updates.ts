/**
 * The studio kept by the browser, to start without the server; a newer one waits until it is wanted.
 * Lifetime: this page.
 */
import { Workbox } from 'workbox-window'
import { create } from 'zustand'

interface Updates {
  /** Puts the newer Gliv that waits in this one's place and loads the page anew; null while there is none. */
  readonly take: (() => void) | null
  /** Whether this page, and with it all of the studio, starts without its server. */
  readonly offline: boolean
}

export const useUpdates = create<Updates>(() => ({ take: null, offline: false }))

/** How often a page that stays open asks for a newer one, ms. */
const ASK_EVERY_MS = 60 * 60_000

/** Begins after the page stands, so that nothing the user waits for is held up. Only for built studios. */
export const installUpdates = (leave: () => unknown): void => {
  if (!import.meta.env.PROD || !('serviceWorker' in navigator)) return
  const workbox = new Workbox('/offline.js')
  const offer = (): void =>
    useUpdates.setState({
      take: () => {
        leave()
        workbox.addEventListener('controlling', () => location.reload())
        workbox.messageSkipWaiting()
      },
    })
  workbox.addEventListener('waiting', offer)
  const begin = (): void => {
    // Refused in private windows and by rules of a company: everything but working offline goes on.
    workbox
      .register()
      .then((registration) => {
        if (!registration) return
        setInterval(() => void registration.update().catch(() => undefined), ASK_EVERY_MS)
        return navigator.serviceWorker.ready.then(() => useUpdates.setState({ offline: true }))
      })
      .catch(() => undefined)
  }
  if (document.readyState === 'complete') begin()
  else addEventListener('load', begin, { once: true })
}
