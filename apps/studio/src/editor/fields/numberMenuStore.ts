/** The context menu of a number: one for all of them. Lifetime: moment. */
import type { PropertyId } from '@gliv/model'
import { create } from 'zustand'
import type { PropertyAddress } from '../../document/propertyAddress.ts'

export interface OpenNumberMenu {
  readonly target: PropertyAddress
  readonly id: PropertyId
  readonly left: number
  readonly top: number
}

export const useNumberMenu = create<{ readonly open: OpenNumberMenu | null }>(() => ({ open: null }))

export const openNumberMenu = (open: OpenNumberMenu): void => useNumberMenu.setState({ open })
export const closeNumberMenu = (): void => useNumberMenu.setState({ open: null })

/** Handler for `onContextMenu` of anything that shows a number. */
export const numberMenuOn =
  (target: PropertyAddress, id: PropertyId) =>
  (event: React.MouseEvent): void => {
    event.preventDefault()
    event.stopPropagation()
    openNumberMenu({ target, id, left: event.clientX, top: event.clientY })
  }
