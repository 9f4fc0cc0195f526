/** Widths and heights of panels, remembered in this browser for each size of screen. */
import { type LayoutStorage, useDefaultLayout } from 'react-resizable-panels'

/** Sizes of screens that are told apart, by the width of the window in px. */
export const SCREEN_SIZES = ['narrow', 'middle', 'wide'] as const
export type ScreenSize = (typeof SCREEN_SIZES)[number]

export const screenSize = (width = globalThis.innerWidth): ScreenSize =>
  width < 1200 ? 'narrow' : width < 1700 ? 'middle' : 'wide'

/** A storage that the browser refuses is done without. */
const STORAGE: LayoutStorage = {
  getItem: (key) => {
    try {
      return localStorage.getItem(key)
    } catch {
      return null
    }
  },
  setItem: (key, value) => {
    try {
      localStorage.setItem(key, value)
    } catch {
      // The layout is as it was at first the next time.
    }
  },
}

/**
 * What a group of panels needs, to be spread on it.
 * @param name of the group
 * @param panelIds those that are shown now: each set has a layout of its own
 */
export const usePanels = (name: string, panelIds: string[]) => {
  const { defaultLayout, onLayoutChanged } = useDefaultLayout({
    id: `gliv-panels-${name}-${screenSize()}`,
    panelIds,
    storage: STORAGE,
    onlySaveAfterUserInteractions: true,
  })
  return { ...(defaultLayout ? { defaultLayout } : {}), onLayoutChanged }
}
