import { framesOf, type Kit, type Sheet } from '@gliv/document'
import type { PropertyId } from '@gliv/model'
import type { PropertyAddress } from './propertyAddress.ts'

const longerSide = (sheet: Sheet | undefined, frame: number | undefined): number | null => {
  const found = frame === undefined ? undefined : sheet?.frames[frame]
  return found ? Math.max(found.w, found.h) : null
}

/** Longer side, in px, of the picture that a scale is of: the type's first one, or its mark's; null for none. */
export const pictureSide = (kit: Kit, target: PropertyAddress, id: PropertyId): number | null => {
  const type = target.owner === 'type' ? kit.types[target.type] : undefined
  if (!type) return null
  if (id === 'markScale')
    return type.mark ? longerSide(kit.sheets[type.mark.sheet], type.mark.frames[0]) : null
  const [picture] = type.pictures
  const sheet = picture && kit.sheets[picture.sheet]
  return sheet ? longerSide(sheet, framesOf(sheet, picture)[0]) : null
}
