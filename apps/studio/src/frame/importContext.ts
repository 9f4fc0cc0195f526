import { createContext } from 'react'

/** Opens the system's file chooser for kits, pictures and sounds. */
export const ImportContext = createContext<() => void>(() => {})
