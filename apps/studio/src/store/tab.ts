/** This tab's name. A held lock shows other tabs that it is alive; the browser frees it when the tab dies. */

const makeName = (): string => `tab-${crypto.getRandomValues(new Uint32Array(2)).join('-')}`

export const TAB = makeName()

/** This tab's names before it was reloaded, and its present one. Lifetime: session. */
const OWN_KEY = 'gliv-tab-names'
const MOST_NAMES = 40

const rememberName = (): readonly string[] => {
  try {
    const before: unknown = JSON.parse(sessionStorage.getItem(OWN_KEY) ?? '[]')
    const names = [...(Array.isArray(before) ? before.filter((n) => typeof n === 'string') : []), TAB].slice(-MOST_NAMES)
    sessionStorage.setItem(OWN_KEY, JSON.stringify(names))
    return names
  } catch {
    return [TAB] // no storage, or not ours: the tab then knows itself only until it is reloaded
  }
}

const OWN = rememberName()

/** Whether an edit was made in this tab, before a reload too. */
export const isOwnTab = (tab: string): boolean => OWN.includes(tab)

let claimed = false

export const claimTab = async (): Promise<void> => {
  if (claimed || !navigator.locks) return
  claimed = true
  await new Promise<void>((ready) => {
    void navigator.locks.request(TAB, () => {
      ready()
      return new Promise<never>(() => {}) // held until the tab is gone
    })
  })
}

export const isTabAlive = async (tab: string): Promise<boolean> => {
  if (!navigator.locks) return false
  const { held } = await navigator.locks.query()
  return (held ?? []).some((lock) => lock.name === tab)
}
