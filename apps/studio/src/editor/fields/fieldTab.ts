/** Whether numbers are stops of the Tab key: not inside a table, which has arrow keys of its own. */
import { createContext, useContext } from 'react'

export const FieldTab = createContext(0)
export const useFieldTab = (): number => useContext(FieldTab)
