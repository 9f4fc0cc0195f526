import { type ReactNode, useEffect, useState } from 'react'
import { createPortal } from 'react-dom'

/** Where the fields of the chosen point go: beside the plot, under the ramp's name. */
export const FIELDS_SLOT = 'ramp-fields-slot'

export const InFieldsSlot = ({ children }: { children: ReactNode }) => {
  const [slot, setSlot] = useState<HTMLElement | null>(null)
  useEffect(() => setSlot(document.getElementById(FIELDS_SLOT)), [])
  return slot && createPortal(children, slot)
}
