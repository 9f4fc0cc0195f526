/** A group of the Recipe as a block of cells of the clipboard. Pure. */
import { type CellsCopy, copyCells, type Kit } from '@gliv/document'
import type { EmitterPath } from './emitterPath.ts'
import { GROUPS } from './groups.tsx'
import { tableRows } from './table.ts'

/** What a group is made of beside its rows. */
const BESIDE: Readonly<Record<string, readonly string[]>> = { forces: ['type.forces'] }

/** A group of one emitter; null when nothing of it can be copied. */
export const copyGroup = (kit: Kit, path: EmitterPath, groupId: string): CellsCopy | null => {
  const group = GROUPS.find(({ id }) => id === groupId)
  if (!group) return null
  const shown = tableRows(kit, [path]).filter((row) => row.group === group.title && !row.key.startsWith('@'))
  const keys = [
    ...(BESIDE[groupId] ?? []),
    ...shown.map(({ key }) => key),
    ...(group.ramp ? [`type.ramps.${group.ramp}`] : []),
  ]
  const rows = [...new Set(keys)]
  return rows.length === 0 ? null : copyCells(kit, path.effect, rows, [path.emitter], () => true)
}

export const groupTitle = (groupId: string): string =>
  GROUPS.find(({ id }) => id === groupId)?.title ?? groupId
