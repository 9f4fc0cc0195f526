/** Edits of sheets, frames, clips and palettes. Whatever uses a frame follows it. */
import { type Actor, Refusal, type Sampling } from '@gliv/model'
import { freeName, type MakeId } from './layers.ts'
import type {
  Clip,
  ClipStep,
  Kit,
  PackingChoice,
  Palette,
  Sheet,
  SheetFrame,
  SlicingChoice,
  TypePicture,
} from './kit.ts'

/** Frame of each frame time of a clip. */
export const clipFrames = (clip: Clip): number[] =>
  clip.steps.flatMap(({ frame, hold }) => Array.from({ length: hold }, () => frame))

/** Frames that a picture shows, in the order of time. */
export const framesOf = (sheet: Sheet, picture: Pick<TypePicture, 'frames' | 'clip'>): readonly number[] => {
  const clip = picture.clip === null ? undefined : sheet.clips.find((c) => c.id === picture.clip)
  return clip ? clipFrames(clip) : picture.frames
}

/** What a sheet, or one frame of it, is used for. */
export interface SheetUse {
  readonly as: 'picture' | 'mark' | 'mask' | 'source' | 'backdrop' | 'actor'
  /** Name of the particle type or the emitter, the effect, the stage or the actor. */
  readonly name: string
  readonly effect: string | null
}

/** Backdrops and actors that show a sheet. */
const usesOnStages = (
  kit: Kit,
  sheetId: string,
  has: (id: string, frames: readonly number[]) => boolean,
): SheetUse[] =>
  kit.stageOrder.flatMap((id): SheetUse[] => {
    const { name, layers = [], actors = [] } = kit.stages[id]!
    const backdrop = layers.some((layer) => layer.sheet !== null && has(layer.sheet, [layer.frame]))
    const drawn = actors.filter(({ clips }) =>
      Object.values(clips).some(
        (use) =>
          use.sheet === sheetId &&
          has(sheetId, kit.sheets[sheetId]!.clips.filter((clip) => clip.id === use.clip).flatMap(clipFrames)),
      ),
    )
    return [
      ...(backdrop ? [{ as: 'backdrop' as const, name, effect: null }] : []),
      ...drawn.map((actor) => ({ as: 'actor' as const, name: actor.name, effect: null })),
    ]
  })

/** Who shows a sheet; with `frame`, who shows that one. */
export const usersOfSheet = (kit: Kit, sheetId: string, frame?: number): SheetUse[] => {
  const sheet = kit.sheets[sheetId]!
  const has = (id: string, frames: readonly number[]): boolean =>
    id === sheetId && (frame === undefined || frames.includes(frame))
  const uses: SheetUse[] = []
  const effectOf = (typeId: string): string | null =>
    kit.effectOrder.find((id) => Object.values(kit.effects[id]!.emitters).some((e) => e.type === typeId)) ??
    null
  for (const id of kit.typeOrder) {
    const { name, pictures, mark } = kit.types[id]!
    if (pictures.some((p) => has(p.sheet, p.sheet === sheetId ? framesOf(sheet, p) : [])))
      uses.push({ as: 'picture', name, effect: effectOf(id) })
    if (mark && has(mark.sheet, mark.frames)) uses.push({ as: 'mark', name, effect: effectOf(id) })
  }
  for (const id of kit.effectOrder) {
    const effect = kit.effects[id]!
    if (effect.source && has(effect.source.sheet, [effect.source.frame]))
      uses.push({ as: 'source', name: effect.name, effect: id })
    for (const e of effect.emitterOrder) {
      const { mask, name } = effect.emitters[e]!
      if (mask && has(mask.sheet, [mask.frame])) uses.push({ as: 'mask', name, effect: id })
    }
  }
  return [...uses, ...usesOnStages(kit, sheetId, has)]
}

/** Ids of sheets that no type, mask, mark or effect uses, in the kit's order. */
export const unusedSheets = (kit: Kit): string[] =>
  kit.sheetOrder.filter((id) => usersOfSheet(kit, id).length === 0)

/** Bytes of a sheet in a graphics card's memory: four a texel. */
export const textureBytes = ({ width, height }: Pick<Sheet, 'width' | 'height'>): number => width * height * 4

/** What a sheet begins as. */
export interface NewSheet {
  readonly name: string
  readonly picture: string
  readonly width: number
  readonly height: number
  readonly sampling: Sampling
  readonly frames: readonly SheetFrame[]
  readonly slicing: SlicingChoice | null
  readonly packing: PackingChoice | null
}

/** Adds a sheet under a free name. Returns its id. */
export const addSheet = (kit: Kit, sheet: NewSheet, makeId: MakeId): string => {
  const id = makeId('sheet')
  const name = freeName(
    sheet.name,
    Object.values(kit.sheets).map((s) => s.name),
  )
  // A frozen list cannot change any more: it is taken as it is.
  kit.sheets[id] = {
    ...sheet,
    id,
    name,
    frames: Object.isFrozen(sheet.frames)
      ? (sheet.frames as SheetFrame[])
      : sheet.frames.map((frame) => ({ ...frame })),
    clips: [],
  }
  kit.sheetOrder.push(id)
  return id
}

/** Throws `Refusal` while something uses the sheet. */
export const deleteSheet = (kit: Kit, sheetId: string): void => {
  const uses = usersOfSheet(kit, sheetId)
  const names = [...new Set(uses.map((use) => use.name))]
  if (names.length > 0)
    throw new Refusal(
      `sheets.${sheetId}`,
      `"${kit.sheets[sheetId]!.name}" is used by ${names
        .slice(0, 4)
        .map((n) => `"${n}"`)
        .join(
          ', ',
        )}${names.length > 4 ? ` and ${names.length - 4} more` : ''}; give them other pictures first`,
    )
  delete kit.sheets[sheetId]
  kit.sheetOrder = kit.sheetOrder.filter((id) => id !== sheetId)
}

/** Calls `change` for each list of frame numbers that points into a sheet. */
const eachUse = (kit: Kit, sheetId: string, change: (frame: number) => number): void => {
  const all = (frames: readonly number[]): number[] => frames.map(change)
  const ofSheet = <T extends { readonly sheet: string }>(use: T | null): T[] =>
    use?.sheet === sheetId ? [use] : []
  for (const type of Object.values(kit.types))
    for (const use of [...type.pictures, type.mark].flatMap(ofSheet)) use.frames = all(use.frames)
  for (const effect of Object.values(kit.effects)) {
    const masks = Object.values(effect.emitters).map(({ mask }) => mask)
    for (const use of [effect.source, ...masks].flatMap(ofSheet)) use.frame = change(use.frame)
  }
  for (const stage of Object.values(kit.stages))
    if (stage.layers?.some((layer) => layer.sheet === sheetId))
      stage.layers = stage.layers.map((layer) =>
        layer.sheet === sheetId ? { ...layer, frame: change(layer.frame) } : layer,
      )
  for (const clip of kit.sheets[sheetId]!.clips)
    for (const step of clip.steps) step.frame = change(step.frame)
}

/** A clip goes on without the frames that are gone; one that has lost all keeps its first step. */
const stepsThatStay = (steps: readonly ClipStep[], became: readonly number[]): ClipStep[] => {
  const kept = steps.filter(({ frame }) => (became[frame] ?? -1) >= 0)
  return kept.length > 0 ? kept : steps.slice(0, 1)
}

/**
 * Gives a sheet other frames. `became[i]` is where old frame i is now. Types, marks, masks and clips follow;
 * what pointed
 * at a frame that is gone (−1) points at the nearest one. Gives how many old frames in use are gone.
 */
export const setFrames = (
  kit: Kit,
  sheetId: string,
  frames: readonly SheetFrame[],
  became: readonly number[],
): number => {
  const sheet = kit.sheets[sheetId]!
  const gone = became.filter((to, from) => to < 0 && usersOfSheet(kit, sheetId, from).length > 0).length
  const nearest = (from: number): number => {
    for (let away = 0; away <= became.length; away++)
      for (const at of [from - away, from + away]) if (at >= 0 && (became[at] ?? -1) >= 0) return became[at]!
    return Math.min(from, frames.length - 1)
  }
  for (const clip of sheet.clips) clip.steps = stepsThatStay(clip.steps, became)
  eachUse(kit, sheetId, (from) => Math.min(frames.length - 1, nearest(from)))
  sheet.frames = frames.map((frame) => ({ ...frame }))
  return gone
}

const overlap = (a: SheetFrame, b: Pick<SheetFrame, 'x' | 'y' | 'w' | 'h'>): number =>
  Math.max(0, Math.min(a.x + a.w, b.x + b.w) - Math.max(a.x, b.x)) *
  Math.max(0, Math.min(a.y + a.h, b.y + b.h) - Math.max(a.y, b.y))

/**
 * New cells of a picture as frames: a cell that covers most of an old frame keeps its name, and its pivot by
 * share. Gives the
 * frames and where each old one went (−1: nowhere).
 */
export const recut = (
  sheet: Pick<Sheet, 'frames' | 'name'>,
  cells: readonly Pick<SheetFrame, 'x' | 'y' | 'w' | 'h'>[],
): { frames: SheetFrame[]; became: number[] } => {
  const taken = new Map<number, number>()
  const became = sheet.frames.map((old, from) => {
    let [best, most] = [-1, 0]
    cells.forEach((cell, i) => {
      const area = overlap(old, cell)
      if (area > most && !taken.has(i)) [best, most] = [i, area]
    })
    // Less than half of it is another picture.
    if (best < 0 || most * 2 < old.w * old.h) return -1
    taken.set(best, from)
    return best
  })
  const frames = cells.map(({ x, y, w, h }, i): SheetFrame => {
    const from = taken.get(i)
    const old = from === undefined ? null : sheet.frames[from]!
    return {
      name: old?.name ?? `${sheet.name} ${i + 1}`,
      x,
      y,
      w,
      h,
      pivotX: old ? (old.pivotX / old.w) * w : w / 2,
      pivotY: old ? (old.pivotY / old.h) * h : h / 2,
    }
  })
  return { frames, became }
}

/** Adds a clip of the given frames. Returns its id. */
export const addClip = (kit: Kit, sheetId: string, frames: readonly number[], makeId: MakeId): string => {
  const { clips } = kit.sheets[sheetId]!
  const id = makeId('clip')
  clips.push({
    id,
    name: freeName(
      'Clip',
      clips.map((c) => c.name),
    ),
    steps: frames.map((frame): ClipStep => ({ frame, hold: 1 })),
    fps: 12,
    play: 'loop',
  })
  return id
}

const typesOfClip = (
  kit: Kit,
  sheetId: string,
  clipId: string,
): { type: Kit['types'][string]; picture: TypePicture }[] =>
  Object.values(kit.types).flatMap((type) =>
    type.pictures
      .filter((p) => p.sheet === sheetId && p.clip === clipId)
      .map((picture) => ({ type, picture })),
  )

/** How a clip runs is the type's matter; the types that follow it take it over. */
const takeRun = (type: Kit['types'][string], clip: Clip): void => {
  type.frameChoice = clip.play
  type.numbers.fps = clip.fps
}

/** Changes a clip; the particle types that follow it run as it does. */
export const changeClip = (
  kit: Kit,
  sheetId: string,
  clipId: string,
  change: Partial<Omit<Clip, 'id'>>,
): void => {
  const clip = kit.sheets[sheetId]!.clips.find((c) => c.id === clipId)!
  const runs = change.fps !== undefined || change.play !== undefined
  Object.assign(clip, change)
  if (runs) for (const { type } of typesOfClip(kit, sheetId, clipId)) takeRun(type, clip)
}

/** Types that followed the clip keep its frames as their own. */
export const deleteClip = (kit: Kit, sheetId: string, clipId: string): void => {
  const sheet = kit.sheets[sheetId]!
  const clip = sheet.clips.find((c) => c.id === clipId)!
  for (const { picture } of typesOfClip(kit, sheetId, clipId))
    Object.assign(picture, { frames: clipFrames(clip), clip: null })
  sheet.clips = sheet.clips.filter((c) => c.id !== clipId)
  for (const stage of Object.values(kit.stages))
    if (stage.actors?.some(({ clips }) => Object.values(clips).some((use) => use.clip === clipId)))
      stage.actors = stage.actors.map((actor) => ({
        ...actor,
        clips: withoutClip(actor.clips, sheetId, clipId),
      }))
}

/** What an actor is drawn with when a clip is gone: a plain figure there. */
const withoutClip = (clips: Actor['clips'], sheetId: string, clipId: string): Actor['clips'] =>
  Object.fromEntries(Object.entries(clips).filter(([, use]) => use.sheet !== sheetId || use.clip !== clipId))

/** Lets one picture of a particle type follow a clip, and the type run as the clip does. */
export const followClip = (
  kit: Kit,
  typeId: string,
  picture: number,
  sheetId: string,
  clipId: string,
): void => {
  const type = kit.types[typeId]!
  const clip = kit.sheets[sheetId]!.clips.find((c) => c.id === clipId)!
  Object.assign(type.pictures[picture]!, { sheet: sheetId, frames: [clip.steps[0]!.frame], clip: clipId })
  takeRun(type, clip)
}

/** Adds a palette at the end of the kit's. Returns its id. */
export const addPalette = (kit: Kit, palette: Pick<Palette, 'name' | 'colours'>, makeId: MakeId): string => {
  const id = makeId('palette')
  kit.palettes[id] = {
    id,
    name: freeName(
      palette.name || 'Palette',
      Object.values(kit.palettes).map((p) => p.name),
    ),
    colours: [...palette.colours],
  }
  kit.paletteOrder.push(id)
  return id
}

/** Types that were locked to it show their colours freely again. */
export const deletePalette = (kit: Kit, paletteId: string): void => {
  delete kit.palettes[paletteId]
  kit.paletteOrder = kit.paletteOrder.filter((id) => id !== paletteId)
  for (const type of Object.values(kit.types)) if (type.palette === paletteId) type.palette = null
}
