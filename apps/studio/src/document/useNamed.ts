import type { Kit } from '@gliv/document'
import { useDeep } from '../shared/hooks/useDeep.ts'
import { useDocument } from '../state/document.ts'

export interface Named {
  readonly id: string
  readonly name: string
}

const NONE: readonly Named[] = []

/**
 * Ids and names of things in the kit; renders again only when one of these changes, not with every edit
 * inside them.
 */
export const useNamed = (list: (kit: Kit) => readonly Named[]): readonly Named[] =>
  useDocument(useDeep((s) => (s.kit ? list(s.kit).map(({ id, name }) => ({ id, name })) : NONE)))
