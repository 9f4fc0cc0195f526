/** Particle types, cues and stages that are copied with all that they need, as a small kit. */
import { z } from 'zod'
import { withNamedBlobs } from '../kit/blobs.ts'
import type { Kit, KitFile, ParticleType } from '../kit/kit.ts'
import { clone, freeName, type MakeId } from '../kit/layers.ts'
import { pieceOf, sheetsOfType } from '../kit/piece.ts'
import { bring, type Bringing, SHELVES } from './bring.ts'
import { graftEffects, typeThere, type Ways, went } from './effects.ts'
import { headOf, headSchema, idsSchema } from './head.ts'
import { bringLeft } from './merge.ts'

/** Kinds of parts that come as a small kit. */
export type PieceKind = 'types' | 'cues' | 'stages'

/** Particle types, cues or stages by their ids, in a small kit that has them and what they need. */
export interface PieceCopy<K extends PieceKind = PieceKind> {
  readonly format: 'gliv-clip'
  readonly version: number
  readonly kind: K
  readonly ids: readonly string[]
  readonly file: KitFile
}

const chosen = <T>(map: Readonly<Record<string, T>>, ids: Iterable<string>): Record<string, T> =>
  Object.fromEntries([...ids].flatMap((id) => (Object.hasOwn(map, id) ? [[id, map[id]!]] : [])))

/** A piece of effects with more sheets and palettes, and no stages, cues or ways to ship. */
const bare = (
  kit: Kit,
  effects: readonly string[],
  sheets: Iterable<string>,
  palettes: Iterable<string>,
): Kit => {
  const { cues: _cues, ship: _ship, templates: _templates, ...piece } = pieceOf(kit, effects)
  const allSheets = { ...piece.sheets, ...chosen(kit.sheets, sheets) }
  const allPalettes = { ...piece.palettes, ...chosen(kit.palettes, palettes) }
  return {
    ...piece,
    sheets: allSheets,
    sheetOrder: kit.sheetOrder.filter((id) => allSheets[id]),
    palettes: allPalettes,
    paletteOrder: kit.paletteOrder.filter((id) => allPalettes[id]),
    stages: {},
    stageOrder: [],
  }
}

const pieceOfTypes = (kit: Kit, ids: readonly string[]): Kit => {
  const types = chosen(kit.types, ids)
  const all = Object.values(types)
  const piece = bare(
    kit,
    [],
    all.flatMap(sheetsOfType),
    all.flatMap(({ palette }) => palette ?? []),
  )
  return { ...piece, types, typeOrder: ids.filter((id) => types[id]) }
}

const pieceOfCues = (kit: Kit, ids: readonly string[]): Kit => {
  const cues = (kit.cues ?? []).filter(({ id }) => ids.includes(id))
  return { ...bare(kit, [...new Set(cues.flatMap(({ effects }) => effects))], [], []), cues }
}

const pieceOfStages = (kit: Kit, ids: readonly string[]): Kit => {
  const stages = chosen(kit.stages, ids)
  const all = Object.values(stages)
  const named = new Set(all.flatMap(({ events = [] }) => events.flatMap(({ cue, after }) => [cue, after])))
  const cues = (kit.cues ?? []).filter(({ id }) => named.has(id))
  const sheets = all.flatMap(({ layers = [], actors = [] }) => [
    ...layers.flatMap(({ sheet }) => sheet ?? []),
    ...actors.flatMap(({ clips }) => Object.values(clips).map(({ sheet }) => sheet)),
  ])
  return {
    ...bare(kit, [...new Set(cues.flatMap(({ effects }) => effects))], sheets, []),
    cues,
    stages,
    stageOrder: ids.filter((id) => stages[id]),
  }
}

const PIECES: Readonly<Record<PieceKind, (kit: Kit, ids: readonly string[]) => Kit>> = {
  types: pieceOfTypes,
  cues: pieceOfCues,
  stages: pieceOfStages,
}

const THERE: Readonly<Record<PieceKind, (kit: Kit, id: string) => boolean>> = {
  types: (kit, id) => Object.hasOwn(kit.types, id),
  cues: (kit, id) => kit.cues?.some((cue) => cue.id === id) ?? false,
  stages: (kit, id) => Object.hasOwn(kit.stages, id),
}

/** Whether a small kit has a part. */
export const hasPiece = (kind: PieceKind, kit: Kit, id: string): boolean => THERE[kind](kit, id)

/** Copies parts of a kit with all that they need. */
export const copyPieces = <K extends PieceKind>(
  kind: K,
  { kit, pictures }: KitFile,
  ids: readonly string[],
): PieceCopy<K> => ({
  ...headOf(kind),
  ids: ids.filter((id) => hasPiece(kind, kit, id)),
  file: withNamedBlobs(PIECES[kind](kit, ids), pictures),
})

/** One that is there already was copied to have it twice. */
const stageAgain = (kit: Kit, id: string, makeId: MakeId): string => {
  const made = clone(kit.stages[id]!)
  made.id = makeId('stage')
  made.name = freeName(
    made.name,
    Object.values(kit.stages).map(({ name }) => name),
  )
  kit.stages[made.id] = made
  kit.stageOrder.push(made.id)
  return made.id
}

/**
 * Brings copied parts into a kit, in place, with what they need where it is not there already. Within a kit a type
 * and a cue are the one that is there; a stage comes in once more. Gives their ids there.
 */
export const graftPieces = (kit: Kit, { kind, ids, file }: PieceCopy, makeId: MakeId): string[] => {
  const bringing: Bringing = { makeId, whenBoth: 'both' }
  const stagesBefore = new Set(kit.stageOrder)
  const { ways } = graftEffects(kit, file.kit, file.kit.effectOrder, bringing)
  bringLeft(kit, file.kit, ways, bringing)
  if (kind === 'types') return ids.map((id) => typeBrought(kit, file.kit.types[id]!, ways, bringing))
  if (kind === 'cues') return ids.map((id) => went(ways.cue, id))
  return ids.map((id) => {
    const there = went(ways.stage, id)
    return stagesBefore.has(there) ? stageAgain(kit, there, makeId) : there
  })
}

const typeBrought = (kit: Kit, type: ParticleType, ways: Ways, bringing: Bringing): string =>
  bring(kit, SHELVES.type, typeThere(type, ways), bringing).id

/** The form of a piece that was copied, without its kit's. */
export const pieceSchema = z.looseObject({
  ...headSchema,
  ids: idsSchema('nothing was copied; copy something first'),
  kit: z.looseObject({}),
})
