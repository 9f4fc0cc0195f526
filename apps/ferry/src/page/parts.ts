/** Parts of the page, by their ids. */
export const part = <E extends HTMLElement = HTMLElement>(id: string): E => {
  const found = document.getElementById(id)
  if (!found) throw new Error(`the page has no part "${id}"`)
  return found as E
}

/** What the page says to who plays. */
export const say = (text: string): void => void (part('status').textContent = text)

export const wordsOf = (error: unknown): string => (error instanceof Error ? error.message : String(error))
