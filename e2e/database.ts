/** The studio's database from outside of the studio. */
import type { Page } from '@playwright/test'

/**
 * Damages what the studio keeps of the demo (an effect, a picture), or takes all kits away; in the page, as a
 * broken disk or another tab would.
 */
export const inDatabase = (page: Page, change: 'damage' | 'clear'): Promise<void> =>
  page.evaluate(
    (what) =>
      new Promise<void>((done, fail) => {
        const open = indexedDB.open('gliv')
        open.onerror = () => fail(new Error('no database'))
        open.onsuccess = () => {
          const work = open.result.transaction(['kits', 'snapshots', 'commits', 'pictures'], 'readwrite')
          work.oncomplete = () => {
            open.result.close()
            done()
          }
          if (what === 'clear')
            for (const name of ['kits', 'snapshots', 'commits']) work.objectStore(name).clear()
          else {
            const snapshots = work.objectStore('snapshots')
            const all = snapshots.getAll() as IDBRequest<
              { document: { effects: Record<string, { emitters: unknown }> } }[]
            >
            all.onsuccess = () => {
              const [row] = all.result
              row!.document.effects['keg-pop']!.emitters = 7
              snapshots.put(row)
            }
            const keys = work.objectStore('pictures').getAllKeys()
            keys.onsuccess = () => work.objectStore('pictures').delete(keys.result[0]!)
          }
        }
      }),
    change,
  )
