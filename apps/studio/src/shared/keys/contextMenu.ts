/** The menu of a thing, open at the pointer or at the thing that has the focus. Lifetime: moment. */
import { create } from 'zustand'
import type { AnyCommandId, MenuId } from './table.ts'

/** What each command of a menu does to the thing; what is left out of the screen’s own commands they do themselves. */
export type MenuRuns = Readonly<Partial<Record<AnyCommandId, (() => void) | null>>>

interface OpenMenu {
  readonly menu: MenuId
  readonly runs: MenuRuns
  /** Of how many things, where there are several. */
  readonly count: number
  readonly x: number
  readonly y: number
}

export const useContextMenu = create<{ readonly open: OpenMenu | null }>(() => ({ open: null }))

/** Opens a menu for a `contextmenu` event; by the key of menus it stands below the thing. */
export const openMenu = (event: React.MouseEvent, menu: MenuId, runs: MenuRuns, count = 1): void => {
  event.preventDefault()
  event.stopPropagation()
  const box = event.currentTarget.getBoundingClientRect()
  const byKey = event.clientX === 0 && event.clientY === 0
  useContextMenu.setState({
    open: {
      menu,
      runs,
      count,
      x: byKey ? box.x + Math.min(40, box.width / 2) : event.clientX,
      y: byKey ? box.bottom : event.clientY,
    },
  })
}

export const closeMenu = (): void => void useContextMenu.setState({ open: null })
