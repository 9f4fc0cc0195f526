import { setSession } from '../../state/session.ts'

/** The field that finds a property; another part of the page sends the focus there. */
export const SEARCH_FIELD = 'find-a-property'

/** Shows the Recipe where it is hidden, and goes into its search. */
export const focusSearch = (): void => {
  const field = document.getElementById(SEARCH_FIELD)
  if (field) return field.focus()
  setSession({ stageOnly: false })
  requestAnimationFrame(() => document.getElementById(SEARCH_FIELD)?.focus())
}
