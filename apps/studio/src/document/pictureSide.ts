/** Sizes as people say them: in px, where they are kept so. */
import { isInPixels, isSizeNumber, type Kit, sideFor } from '@gliv/document'
import type { PropertyId } from '@gliv/model'
import type { PropertyAddress } from './propertyAddress.ts'

/** Longer side, in px, of the picture that a size is of: the type's first one, or its mark's; null for none. */
export const pictureSide = (kit: Kit, target: PropertyAddress, id: PropertyId): number | null => {
  const type = target.owner === 'type' ? kit.types[target.type] : undefined
  return type && isSizeNumber(id) ? sideFor(kit, type, id) : null
}

/** What a size is multiplied by to be shown in px; null for a number that is shown in its own unit. */
export const pixelSide = (kit: Kit, target: PropertyAddress, id: PropertyId): number | null => {
  const type = target.owner === 'type' ? kit.types[target.type] : undefined
  // A floor that is a share of the start has no size of its own.
  const isShare =
    (id === 'scaleFloor' && type?.styles.scale.relative) ||
    (id === 'scaleYFloor' && type?.styles.scaleY.relative)
  return type && isSizeNumber(id) && !isShare && isInPixels(type, id) ? sideFor(kit, type, id) : null
}

/** Digits of a size in px. */
export const pixelText = (value: number, side: number): string =>
  String(Number((value * side).toFixed(2))).replace('-', '−')
