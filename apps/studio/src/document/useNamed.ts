import type { Kit } from '@gliv/document'
import { useMemo } from 'react'
import { useDocument } from '../state/document.ts'

export interface Named {
  readonly id: string
  readonly name: string
}

/**
 * Ids and names of things in the kit; renders again only when one of these changes, not with every edit
 * inside them.
 */
export const useNamed = (list: (kit: Kit) => readonly Named[]): readonly Named[] => {
  const text = useDocument((s) =>
    s.kit ? JSON.stringify(list(s.kit).map(({ id, name }) => ({ id, name }))) : '[]',
  )
  return useMemo(() => JSON.parse(text) as Named[], [text])
}
