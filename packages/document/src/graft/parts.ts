/**
 * Parts of a kit that are copied by themselves: whole ones with all that they need, as a small kit (particle types,
 * cues, stages), and lists of small ones (ramps, bursts, forces, surfaces), which need nothing.
 */
import {
  DEFAULT_TYPE_CHOICES,
  FORCE_KINDS,
  type ForceKind,
  FORCES,
  type Ramp,
  type Surface,
  type TintRamp,
} from '@gliv/model'
import { z } from 'zod'
import { inWords } from '../kit/check.ts'
import { namedBlobs } from '../kit/blobs.ts'
import type { Burst, Kit, KitFile, ParticleType } from '../kit/kit.ts'
import { clone, freeName, type MakeId } from '../kit/layers.ts'
import { pieceOf } from '../kit/piece.ts'
import { CLIP_VERSION } from './version.ts'
import { said, saidMessage } from '../kit/said.ts'
import { emitterSchema, rampSchema, tintSchema, typeSchema } from '../kit/schema.ts'
import { surfacesSchema } from '../kit/stages.ts'
import { bring, type Bringing, SHELVES } from './bring.ts'
import { graftEffects, typeThere, type Ways, went } from './effects.ts'
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

const withBytes = (kit: Kit, pictures: KitFile['pictures']): KitFile => {
  const named = new Set(namedBlobs(kit).map(({ hash }) => hash))
  return { kit, pictures: new Map([...pictures].filter(([hash]) => named.has(hash))) }
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
  const sheets = all.flatMap(({ pictures, mark }) => [
    ...pictures.map(({ sheet }) => sheet),
    ...(mark ? [mark.sheet] : []),
  ])
  const piece = bare(
    kit,
    [],
    sheets,
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
export const hasPart = (kind: PieceKind, kit: Kit, id: string): boolean => THERE[kind](kit, id)

/** Copies parts of a kit with all that they need. */
export const copyPieces = <K extends PieceKind>(
  kind: K,
  { kit, pictures }: KitFile,
  ids: readonly string[],
): PieceCopy<K> => ({
  format: 'gliv-clip',
  version: CLIP_VERSION,
  kind,
  ids: ids.filter((id) => hasPart(kind, kit, id)),
  file: withBytes(PIECES[kind](kit, ids), pictures),
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

const head = { format: z.literal('gliv-clip'), version: z.number().int().min(1) }

/** The form of a piece that was copied, without its kit's. */
export const pieceSchema = z.looseObject({
  ...head,
  ids: z.array(z.string().max(80)).min(1, { error: 'nothing was copied; copy something first' }).max(10_000),
  kit: z.looseObject({}),
})

/** A ramp by itself; `of` says whether it runs through numbers or colours. */
export const rampCopySchema = z.discriminatedUnion('of', [
  z.looseObject({ ...head, kind: z.literal('ramp'), of: z.literal('value'), ramp: rampSchema }),
  z.looseObject({ ...head, kind: z.literal('ramp'), of: z.literal('tint'), ramp: tintSchema }),
])
const nonEmpty = { error: 'nothing was copied; copy something first' }
export const burstsCopySchema = z.looseObject({
  ...head,
  kind: z.literal('bursts'),
  bursts: z.array(emitterSchema.shape.bursts.unwrap().element).min(1, nonEmpty).max(64),
})
export const surfacesCopySchema = z.looseObject({
  ...head,
  kind: z.literal('surfaces'),
  surfaces: surfacesSchema,
})
const rangeOrNumber = z.union([
  z.number(),
  z.looseObject({ from: z.number(), to: z.number(), bias: z.string().optional() }),
])
export const forcesCopySchema = z.looseObject({
  ...head,
  kind: z.literal('forces'),
  forces: z.array(z.enum(FORCE_KINDS)).min(1, nonEmpty),
  numbers: z.record(z.string().max(80), rangeOrNumber),
  choices: z.record(z.string().max(80), z.unknown()),
  ramps: z.record(z.string().max(80), rampSchema),
})

/** A ramp that was copied by itself. */
export type RampCopy = z.infer<typeof rampCopySchema>
/** Bursts of an emitter that were copied. */
export type BurstsCopy = z.infer<typeof burstsCopySchema>
/** Surfaces of a stage that were copied; px of the world. */
export type SurfacesCopy = z.infer<typeof surfacesCopySchema>
/** Forces of a particle type that were copied, with their numbers, choices and ramps. */
export type ForcesCopy = z.infer<typeof forcesCopySchema>

const top = <K extends string>(kind: K) => ({ format: 'gliv-clip' as const, version: CLIP_VERSION, kind })

/** Copies a ramp. @param of whether it runs through numbers or colours */
export const copyRamp = (ramp: Ramp | TintRamp, of: 'value' | 'tint'): RampCopy =>
  ({ ...top('ramp'), of, ramp: clone(ramp) }) as RampCopy
/** Copies bursts, with their times in seconds of their emitter. */
export const copyBursts = (bursts: readonly Burst[]): BurstsCopy =>
  ({ ...top('bursts'), bursts: clone(bursts) }) as unknown as BurstsCopy
/** Copies surfaces, where they stand. */
export const copySurfaces = (surfaces: readonly Surface[]): SurfacesCopy =>
  ({ ...top('surfaces'), surfaces: clone(surfaces) }) as unknown as SurfacesCopy

/** Keys of a type that belong to a force: they begin with its name. */
const keysOf = (from: object, forces: readonly ForceKind[]): string[] =>
  Object.keys(from).filter((key) => forces.some((force) => key.startsWith(force)))

/** Copies forces of a particle type with their numbers, choices and ramps. */
export const copyForces = (type: ParticleType, forces: readonly ForceKind[]): ForcesCopy => {
  const pick = (from: object, keys: readonly string[]): Record<string, unknown> =>
    Object.fromEntries(keys.map((key) => [key, clone((from as Record<string, unknown>)[key])]))
  return {
    ...top('forces'),
    forces: forces.filter((force) => type.forces.includes(force)),
    numbers: pick(
      type.numbers,
      forces.flatMap((force) => [...FORCES[force].numbers]),
    ),
    choices: pick(
      type,
      keysOf(DEFAULT_TYPE_CHOICES, forces).filter((key) => !key.startsWith('force')),
    ),
    ramps: pick(type.forceRamps, keysOf(type.forceRamps, forces)),
  } as ForcesCopy
}

/**
 * Lets copied forces act on a particle type, in place, in the fixed order of all forces.
 * @returns null, or in words why they do not fit; the type is then as it was
 */
export const graftForces = (
  type: ParticleType,
  { forces, numbers, choices, ramps }: ForcesCopy,
): string | null => {
  const made = {
    ...clone(type),
    ...choices,
    numbers: { ...clone(type.numbers), ...numbers },
    forces: FORCE_KINDS.filter((kind) => forces.includes(kind) || type.forces.includes(kind)),
    forceRamps: { ...clone(type.forceRamps), ...ramps },
  }
  const strange = [
    ...Object.keys(numbers).filter((key) => !Object.hasOwn(type.numbers, key)),
    ...Object.keys(choices).filter((key) => !Object.hasOwn(DEFAULT_TYPE_CHOICES, key)),
  ][0]
  if (strange !== undefined)
    return `The copied forces have ${said(strange)}, which is none of theirs; copy them again`
  const read = typeSchema.safeParse(made, { error: inWords })
  if (!read.success) return `The copied forces do not fit: ${saidMessage(read.error.issues[0]!.message)}`
  Object.assign(type, { ...choices, numbers: made.numbers, forces: made.forces, forceRamps: made.forceRamps })
  return null
}

/** Adds copied bursts to an emitter, in place. @param atSeconds when the first is to be, in seconds of the emitter */
export const graftBursts = (
  emitter: { bursts: Burst[] },
  { bursts }: BurstsCopy,
  makeId: MakeId,
  atSeconds?: number,
): string | null => {
  if (emitter.bursts.length + bursts.length > 64)
    return 'An emitter has at most 64 bursts; remove some before you paste'
  const copied = clone(bursts) as unknown as Burst[]
  const first = Math.min(...copied.map(({ numbers }) => numbers.burstAt.from))
  const by = atSeconds === undefined ? 0 : atSeconds - first
  for (const burst of copied) {
    const { burstAt } = burst.numbers
    const moved = (value: number): number => Math.max(0, Number((value + by).toPrecision(12)))
    emitter.bursts.push({
      ...burst,
      id: makeId('burst'),
      numbers: {
        ...burst.numbers,
        burstAt: { ...burstAt, from: moved(burstAt.from), to: moved(burstAt.to) },
      },
    })
  }
  return null
}

/** Adds copied surfaces to a stage, in place. Gives their ids there. */
export const graftSurfaces = (
  stage: { surfaces: readonly Surface[] },
  { surfaces }: SurfacesCopy,
  makeId: MakeId,
): string[] => {
  const made = (clone(surfaces) as unknown as Surface[]).map((surface) => ({
    ...surface,
    id: makeId('surface'),
  }))
  stage.surfaces = [...stage.surfaces, ...made]
  return made.map(({ id }) => id)
}
