/** This tab's name. A held lock shows other tabs that it is alive; the browser frees it when the tab dies. */

const makeName = (): string => `tab-${crypto.getRandomValues(new Uint32Array(2)).join('-')}`

export const TAB = makeName()

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
