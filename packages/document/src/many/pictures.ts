/** One picture in the place of another, in many effects at once. */
import type { Effect, Emitter, Kit, ParticleType, Sheet, TypePicture } from '../kit/kit.ts'
import type { MakeId } from '../kit/layers.ts'
import { partTypes, typesOfEffects } from '../kit/levers.ts'
import { framesOf } from '../kit/sheets.ts'
import { followSizes, isInPixels, markSideOf, pictureSideOf, type SizeChange } from '../kit/sizes.ts'

/** The frame of the same name, else of the same number, else the last one. */
const frameIn = (from: Sheet, to: Sheet, frame: number): number => {
  const name = from.frames[frame]?.name
  const named = name === undefined ? -1 : to.frames.findIndex((one) => one.name === name)
  return named === -1 ? Math.min(frame, to.frames.length - 1) : named
}

/** The clip of the same name, else the first one; null where there is none. */
const clipIn = (from: Sheet, to: Sheet, clip: string | null): string | null => {
  if (clip === null) return null
  const name = from.clips.find(({ id }) => id === clip)?.name
  return (to.clips.find((one) => one.name === name) ?? to.clips[0])?.id ?? null
}

const swapped = (picture: TypePicture, from: Sheet, to: Sheet): TypePicture => {
  if (picture.sheet !== from.id) return picture
  const clip = clipIn(from, to, picture.clip)
  // A clip that finds no other becomes its frames.
  const frames = clip === null ? framesOf(from, picture) : picture.frames
  return { ...picture, sheet: to.id, clip, frames: frames.map((frame) => frameIn(from, to, frame)) }
}

const shows = (sheet: string, { pictures, mark }: ParticleType): boolean =>
  mark?.sheet === sheet || pictures.some((picture) => picture.sheet === sheet)

/** Sheets that these effects show, in the kit's order. */
export const sheetsOfEffects = (kit: Kit, effectIds: readonly string[]): Sheet[] => {
  const effects = effectIds.flatMap((id) => kit.effects[id] ?? [])
  const types = typesOfEffects(kit, effects)
  const placed = effects.flatMap(({ source, emitters }) => [
    source?.sheet,
    ...Object.values(emitters).map(({ mask }) => mask?.sheet),
  ])
  return kit.sheetOrder
    .filter((id) => placed.includes(id) || types.some((type) => shows(id, type)))
    .map((id) => kit.sheets[id]!)
}

/** Sizes that have to change so that a type is seen as large as before. Those in px follow by themselves. */
const sizesBy = (kit: Kit, type: ParticleType, swap: () => void): SizeChange[] => {
  const sides = (): { readonly picture: number | null; readonly mark: number | null } => ({
    picture: isInPixels(type, 'scale') ? null : pictureSideOf(kit, type),
    mark: isInPixels(type, 'markScale') ? null : markSideOf(kit, type),
  })
  const before = sides()
  swap()
  const after = sides()
  return (['picture', 'mark'] as const).flatMap((of) => {
    const [was, is] = [before[of], after[of]]
    return was === null || is === null || was === is ? [] : [{ type: type.id, of, factor: was / is }]
  })
}

const swapType = (kit: Kit, type: ParticleType, from: Sheet, to: Sheet, keepSize: boolean): void => {
  const changes = sizesBy(kit, type, () => {
    type.pictures = type.pictures.map((picture) => swapped(picture, from, to))
    if (type.mark?.sheet === from.id)
      type.mark = { sheet: to.id, frames: type.mark.frames.map((frame) => frameIn(from, to, frame)) }
  })
  if (keepSize) followSizes(kit, changes)
}

const swapMask = (emitter: Emitter, from: Sheet, to: Sheet): void => {
  if (emitter.mask?.sheet !== from.id) return
  emitter.mask = { ...emitter.mask, sheet: to.id, frame: frameIn(from, to, emitter.mask.frame) }
}

const swapSource = (effect: Effect, from: Sheet, to: Sheet): void => {
  if (effect.source?.sheet !== from.id) return
  effect.source = { sheet: to.id, frame: frameIn(from, to, effect.source.frame) }
}

/**
 * Shows one sheet in the place of another, in place: frames by their names, else by their numbers; clips by their
 * names.
 * @param keepSize particles are seen as large as before, however large the new picture is
 */
export const swapPicture = (
  kit: Kit,
  effectIds: readonly string[],
  fromId: string,
  toId: string,
  keepSize: boolean,
  makeId: MakeId,
): void => {
  const [from, to] = [kit.sheets[fromId], kit.sheets[toId]]
  if (!from || !to || from === to) return
  const effects = effectIds.flatMap((id) => kit.effects[id] ?? [])
  partTypes(kit, effects, makeId)
  for (const type of typesOfEffects(kit, effects))
    if (shows(fromId, type)) swapType(kit, type, from, to, keepSize)
  for (const effect of effects) {
    swapSource(effect, from, to)
    for (const emitter of Object.values(effect.emitters)) swapMask(emitter, from, to)
  }
}
