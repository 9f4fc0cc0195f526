/** What of the help is open. Lifetime: moment. */
import { create } from 'zustand'

interface Help {
  /** The page of the guide that is read: a section's title, the recipes, or null while it is closed. */
  readonly guide: string | null
  /** Whether the pointer and the focus ask what things are. */
  readonly asking: boolean
  /** Which step of the tour is shown; null while there is none. */
  readonly tour: number | null
}

export const useHelp = create<Help>(() => ({ guide: null, asking: false, tour: null }))

/** The page of the guide that lists the recipes. */
export const RECIPES = 'Recipes'
/** The page that the guide opens with. */
export const FIRST = 'The screens'

export const openGuide = (page: string | null = FIRST): void => void useHelp.setState({ guide: page })
export const askWhat = (asking: boolean): void => void useHelp.setState({ asking })
export const goTour = (tour: number | null): void => void useHelp.setState({ tour })
