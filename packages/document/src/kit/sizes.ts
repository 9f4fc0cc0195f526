/**
 * Sizes that are kept in px whatever picture they are of. The document holds factors all the same, as the engine and
 * packs do: when a picture changes its size, they follow.
 */
import type { Kit, ParticleType } from './kit.ts'
import { framesOf } from './sheets.ts'

/** Numbers of a type that are sizes of its first picture: factors, and factors per second. */
const PICTURE_SIZES = [
  'scale',
  'scaleFloor',
  'scaleRate',
  'scaleLow',
  'scaleHigh',
  'scaleY',
  'scaleYFloor',
  'scaleYRate',
] as const
const MARK_SIZES = ['markScale'] as const

/** Numbers that are sizes of a picture: those of the type's own, and those of its mark. */
export const SIZE_NUMBERS = { picture: PICTURE_SIZES, mark: MARK_SIZES } as const
/** A number that is a size of a picture. */
export type SizeNumber = (typeof PICTURE_SIZES)[number] | (typeof MARK_SIZES)[number]

/** Whether a number is a size of a picture, so that it can be in px. */
export const isSizeNumber = (id: string): id is SizeNumber =>
  (PICTURE_SIZES as readonly string[]).includes(id) || (MARK_SIZES as readonly string[]).includes(id)

/** Longer side in px of a frame; null where there is none. */
const longerSide = (kit: Kit, sheet: string | undefined, frame: number | undefined): number | null => {
  const found = sheet === undefined || frame === undefined ? undefined : kit.sheets[sheet]?.frames[frame]
  return found ? Math.max(found.w, found.h) : null
}

/** Longer side in px of a type's first picture's first frame; null for none. */
export const pictureSideOf = (kit: Kit, type: ParticleType): number | null => {
  const [picture] = type.pictures
  const sheet = picture && kit.sheets[picture.sheet]
  return sheet ? longerSide(kit, picture.sheet, framesOf(sheet, picture)[0]) : null
}

/** Longer side in px of the first frame of a type's mark; null for none. */
export const markSideOf = (kit: Kit, type: ParticleType): number | null =>
  type.mark ? longerSide(kit, type.mark.sheet, type.mark.frames[0]) : null

/** The side that a size number of a type is measured on, in px; null for none. */
export const sideFor = (kit: Kit, type: ParticleType, id: SizeNumber): number | null =>
  (MARK_SIZES as readonly string[]).includes(id) ? markSideOf(kit, type) : pictureSideOf(kit, type)

/** Whether a size number of a type is kept in px. */
export const isInPixels = (type: ParticleType, id: SizeNumber): boolean =>
  ((MARK_SIZES as readonly string[]).includes(id) ? type.markSizesIn : type.sizesIn) === 'px'

/** Keeps a size number, and the others of the same picture, in px or as a factor, in place. */
export const keepIn = (type: ParticleType, id: SizeNumber, unit: 'px' | 'factor'): void => {
  const key = (MARK_SIZES as readonly string[]).includes(id) ? 'markSizesIn' : 'sizesIn'
  if (unit === 'px') type[key] = 'px'
  else delete type[key]
}

/** A type whose sizes have to follow its picture: what its factors are multiplied by. */
export interface SizeChange {
  readonly type: string
  readonly of: keyof typeof SIZE_NUMBERS
  readonly factor: number
}

/** Which sizes have to follow, from one state of a kit to the next. Those of pictures that are not there stay. */
export const changedSizes = (before: Kit, next: Kit): SizeChange[] => {
  if (before.types === next.types && before.sheets === next.sheets) return []
  return Object.values(next.types).flatMap((type): SizeChange[] => {
    const old = before.types[type.id]
    if (!old || (type.sizesIn !== 'px' && type.markSizesIn !== 'px')) return []
    const change = (of: SizeChange['of'], kept: boolean, a: number | null, b: number | null): SizeChange[] =>
      kept && a !== null && b !== null && a !== b ? [{ type: type.id, of, factor: a / b }] : []
    return [
      ...change('picture', type.sizesIn === 'px', pictureSideOf(before, old), pictureSideOf(next, type)),
      ...change('mark', type.markSizesIn === 'px', markSideOf(before, old), markSideOf(next, type)),
    ]
  })
}

/** Twelve digits: what a factor adds behind them is noise. */
const tidy = (value: number): number => Number(value.toPrecision(12))
const MOST = 1000

/** Lets sizes follow, in place. Shares of the start stay what they are. */
export const followSizes = (kit: Kit, changes: readonly SizeChange[]): void => {
  for (const { type: id, of, factor } of changes) {
    const type = kit.types[id]!
    const times = (value: number): number => Math.max(-MOST, Math.min(MOST, tidy(value * factor)))
    for (const number of SIZE_NUMBERS[of]) {
      if (number === 'scaleFloor' && type.styles.scale.relative) continue
      if (number === 'scaleYFloor' && type.styles.scaleY.relative) continue
      const value = type.numbers[number]
      const numbers = type.numbers as Record<string, unknown>
      numbers[number] =
        typeof value === 'number' ? times(value) : { ...value, from: times(value.from), to: times(value.to) }
    }
  }
}
