/**
 * What is copied: pieces of a kit as readable JSON, the same for every kind of thing that goes through a clipboard.
 * A kind is an entry of `KINDS`: its form, and how it is grafted onto a kit.
 */
import { z } from 'zod'
import { inWords } from '../kit/check.ts'
import { cellLabel, type CellPlace, readCell, refuseCell, sameKind, writeCell } from './cells.ts'
import { strFromU8, strToU8 } from 'fflate'
import { withNamedBlobs } from '../kit/blobs.ts'
import { duplicateEffect } from '../kit/edits.ts'
import { readKitFile, writeKitJson } from '../kit/files.ts'
import type { Kit, KitFile } from '../kit/kit.ts'
import type { MakeId } from '../kit/layers.ts'
import { pieceOf } from '../kit/piece.ts'
import { graftEffects, went } from './effects.ts'
import { graftEmitters, pieceOfEmitters } from './emitters.ts'
import { CLIP_VERSION, headOf, headSchema, idsSchema } from './head.ts'
import {
  type BurstsCopy,
  burstsCopySchema,
  type ForcesCopy,
  forcesCopySchema,
  type RampCopy,
  rampCopySchema,
  type SurfacesCopy,
  surfacesCopySchema,
} from './lists.ts'
import { hasPiece, type PieceCopy, type PieceKind, pieceSchema } from './pieces.ts'
import { said, saidMessage } from '../kit/said.ts'

/** Longest text that is read as a clip, in characters. */
const CLIP_LIMIT = 64_000_000

const cellsSchema = z.looseObject({
  ...headSchema,
  kind: z.literal('cells'),
  rows: z
    .array(z.looseObject({ row: z.string().max(80), values: z.array(z.unknown()).min(1).max(1000) }))
    .min(1, { error: 'a block of cells needs at least one row; copy some cells' })
    .max(1000),
})

/**
 * A block of cells of the table of emitters: rows by the name of what they set (see `cells.ts`), one value a column;
 * null where nothing was copied.
 */
export type CellsCopy = z.infer<typeof cellsSchema>

const effectsSchema = z.looseObject({
  ...headSchema,
  kind: z.literal('effects'),
  effects: idsSchema('a copy of effects needs at least one; copy an effect'),
  kit: z.looseObject({}),
})

const emittersSchema = z.looseObject({
  ...headSchema,
  kind: z.literal('emitters'),
  emitters: idsSchema('a copy of emitters needs at least one; copy an emitter'),
  kit: z.looseObject({}),
})

/** Whole effects with all that they need, as a small kit with its pictures. */
export interface EffectsCopy {
  readonly format: 'gliv-clip'
  readonly version: number
  readonly kind: 'effects'
  /** Ids of those that were copied; the kit holds what they play, too. */
  readonly effects: readonly string[]
  readonly file: KitFile
}

/** Emitters with their particle types and all that these need: a small kit of one effect that has them alone. */
export interface EmittersCopy {
  readonly format: 'gliv-clip'
  readonly version: number
  readonly kind: 'emitters'
  /** Ids of the emitters, in their order. */
  readonly emitters: readonly string[]
  readonly file: KitFile
}

/** Anything that goes through the clipboard, in the clip format. */
export type Copied =
  | CellsCopy
  | EffectsCopy
  | EmittersCopy
  | PieceCopy<'types'>
  | PieceCopy<'cues'>
  | PieceCopy<'stages'>
  | RampCopy
  | BurstsCopy
  | SurfacesCopy
  | ForcesCopy

/** Where a clip goes. */
export interface GraftPlace {
  readonly effect: string
  /** Emitters that take the columns of a block, from its first on; a block of one column goes to all of them. */
  readonly emitters: readonly string[]
  /** Rows that take a block of one row, instead of the row that it was copied from. */
  readonly rows?: readonly string[]
}

/** Which value goes where: by the rows' names, or a single row into the rows that were asked for. */
const cellsTo = (
  clip: CellsCopy,
  at: GraftPlace,
): { readonly place: CellPlace; readonly value: unknown }[] => {
  const { effect, emitters } = at
  const [first] = clip.rows
  const rows =
    clip.rows.length === 1 && at.rows?.length
      ? at.rows.map((row) => ({ row, values: first!.values }))
      : clip.rows
  return rows.flatMap(({ row, values }) =>
    emitters.flatMap((emitter, column) => {
      const value = values.length === 1 ? values[0] : values[column]
      return value === null || value === undefined ? [] : [{ place: { effect, emitter, row }, value }]
    }),
  )
}

/**
 * Puts a block of cells into a kit, all of it or none.
 * @returns null, or in words why it does not fit; the kit is then as it was
 */
export const graft = (kit: Kit, clip: CellsCopy, at: GraftPlace): string | null => {
  const [only] = clip.rows
  const other = clip.rows.length === 1 && at.rows?.find((row) => !sameKind(only!.row, row))
  if (other)
    return `${cellLabel(only!.row)} does not fit into ${cellLabel(other)}; mark cells of the same kind and unit`
  const cells = cellsTo(clip, at)
  if (cells.length === 0) return 'Nothing of the block has a place here; mark the cell where it begins'
  for (const { place, value } of cells) {
    const refusal = refuseCell(kit, place, value)
    if (refusal) return refusal
  }
  for (const { place, value } of cells) writeCell(kit, place, value)
  return null
}

/**
 * Puts copied effects into a kit, in place: as new ones, and what they need where it is not there already. Gives
 * their ids there. Bytes of pictures and sounds are the caller's to keep.
 */
export const graftEffectsCopy = (kit: Kit, { effects, file }: EffectsCopy, makeId: MakeId): string[] => {
  const { brought, ways } = graftEffects(kit, file.kit, effects, { makeId, whenBoth: 'both' })
  return effects.map((id) => {
    const there = went(ways.effect, id)
    const one = brought.find((made) => made.kind === 'effect' && made.id === there)
    // One that is there already was copied to have it twice.
    return one?.arrival === 'there already' ? duplicateEffect(kit, there, makeId) : there
  })
}

/**
 * Puts copied emitters on top of an effect, in place. Within a kit they go on sending out the same particle types;
 * elsewhere types, sheets and palettes come along, and equal ones are used. Gives their ids there.
 * @param atSeconds when the first of them is to begin; left out, all begin when they did
 */
export const graftEmittersCopy = (
  kit: Kit,
  { emitters, file }: EmittersCopy,
  effectId: string,
  makeId: MakeId,
  atSeconds?: number,
): string[] => graftEmitters(kit, file.kit, effectId, emitters, { makeId, whenBoth: 'both' }, atSeconds)

const bytesOf = (value: unknown): Uint8Array => strToU8(JSON.stringify(value))
const plainOf = (file: KitFile): unknown => JSON.parse(strFromU8(writeKitJson(file))) as unknown

interface KindDefinition<C> {
  /** A copy out of plain data; in words why it is none. */
  readonly read: (plain: unknown) => C | string
  readonly write: (clip: C) => unknown
}

const readBy = <T>(schema: z.ZodType<T>, kind: string, plain: unknown): T | string => {
  const read = schema.safeParse(plain, { error: inWords })
  if (read.success) return read.data
  return `The copied ${kind} cannot be read: ${saidMessage(read.error.issues[0]!.message)}`
}

/** What a copy says of the small kit that it comes with. */
interface WithKit {
  readonly kit: Readonly<Record<string, unknown>>
}

/** Reads the small kit of a copy, which has to hold all that was copied. */
const readFile = (
  kind: string,
  { kit }: WithKit,
  ids: readonly string[],
  has: (kit: Kit, id: string) => boolean,
): KitFile | string => {
  try {
    const file = readKitFile(bytesOf(kit))
    const lost = ids.find((id) => !has(file.kit, id))
    return lost === undefined ? file : `The copied ${kind} lack ${said(lost)}; copy them again`
  } catch (error) {
    const why = error instanceof Error ? saidMessage(error.message) : 'copy them again'
    return `The copied ${kind} cannot be read: ${why}`
  }
}

/** A kind that comes with a small kit: its form, what of it was copied, and whether the kit has that. */
const withKit = <C extends EffectsCopy | EmittersCopy | PieceCopy>(
  kind: C['kind'],
  schema: z.ZodType<WithKit>,
  idsOf: (read: Omit<C, 'file'>) => readonly string[],
  has: (kit: Kit, id: string) => boolean,
): KindDefinition<C> => ({
  read: (plain) => {
    const read = readBy(schema, kind, plain)
    if (typeof read === 'string') return read
    const { kit: _kit, ...rest } = read
    const copied = { ...rest, kind } as unknown as Omit<C, 'file'>
    const file = readFile(kind, read, idsOf(copied), has)
    return typeof file === 'string' ? file : ({ ...copied, file } as unknown as C)
  },
  write: ({ file, ...rest }) => ({ ...rest, kit: plainOf(file) }),
})

const hasEmitter = ({ effects, effectOrder }: Kit, id: string): boolean =>
  Object.hasOwn(effects[effectOrder[0] ?? '']?.emitters ?? {}, id)

const piece = <K extends PieceKind>(kind: K) =>
  withKit<PieceCopy<K>>(
    kind,
    pieceSchema,
    ({ ids }) => ids,
    (kit, id) => hasPiece(kind, kit, id),
  )

/** What is its own plain form. */
const plainKind = <C extends Copied>(schema: z.ZodType, kind: C['kind']) => ({
  read: (plain: unknown): C | string => readBy(schema, kind, plain) as C | string,
  write: (clip: C): unknown => clip,
})

const KINDS = {
  cells: { read: (plain) => readBy(cellsSchema, 'cells', plain), write: (clip) => clip },
  effects: withKit<EffectsCopy>(
    'effects',
    effectsSchema,
    ({ effects }) => effects,
    (kit, id) => Object.hasOwn(kit.effects, id),
  ),
  emitters: withKit<EmittersCopy>('emitters', emittersSchema, ({ emitters }) => emitters, hasEmitter),
  types: piece('types'),
  cues: piece('cues'),
  stages: piece('stages'),
  ramp: plainKind<RampCopy>(rampCopySchema, 'ramp'),
  bursts: plainKind<BurstsCopy>(burstsCopySchema, 'bursts'),
  surfaces: plainKind<SurfacesCopy>(surfacesCopySchema, 'surfaces'),
  forces: plainKind<ForcesCopy>(forcesCopySchema, 'forces'),
} as const satisfies { readonly [K in Copied['kind']]: KindDefinition<Extract<Copied, { kind: K }>> }

/** The kind of what was copied; or, in words, why it is nothing that can be read here. */
const kindOf = (plain: unknown): string => {
  const { format, kind, version } = (plain ?? {}) as Partial<Record<string, unknown>>
  if (format !== 'gliv-clip') return 'The clipboard holds nothing of Gliv; copy something here first'
  if (typeof version === 'number' && version > CLIP_VERSION)
    return (
      `This was copied by a newer Gliv (clip version ${version}, this one reads up to ${CLIP_VERSION}); ` +
      'load the page again'
    )
  return Object.hasOwn(KINDS, String(kind))
    ? String(kind)
    : `The clipboard holds ${said(kind)}, which has no place here; copy one of ${Object.keys(KINDS).join(', ')}`
}

/**
 * A text of the clipboard as a clip.
 * @returns the clip, or in words why the text is none
 */
export const readClip = (text: string): Copied | string => {
  if (text.length > CLIP_LIMIT) return 'The clipboard holds too much to be a clip; copy less at a time'
  let plain: unknown
  try {
    plain = JSON.parse(text)
  } catch {
    return 'The clipboard holds nothing of Gliv; copy something here first'
  }
  const kind = kindOf(plain)
  if (!Object.hasOwn(KINDS, kind)) return kind
  return KINDS[kind as keyof typeof KINDS].read(plain)
}

/** A clip as it goes into the clipboard: JSON, indented so that people can read it. */
export const writeClip = (clip: Copied): string =>
  JSON.stringify((KINDS[clip.kind].write as (clip: Copied) => unknown)(clip), null, 1)

/** Copies emitters of an effect with their types, sheets and palettes, and effects that their relays wake. */
export const copyEmitters = (
  { kit, pictures }: KitFile,
  effectId: string,
  emitters: readonly string[],
): EmittersCopy => ({
  ...headOf('emitters'),
  emitters: kit.effects[effectId]!.emitterOrder.filter((id) => emitters.includes(id)),
  file: withNamedBlobs(pieceOfEmitters(kit, effectId, emitters), pictures),
})

/** Copies effects with all that they need; stages, cues and how they ship stay behind. */
export const copyEffects = ({ kit, pictures }: KitFile, effects: readonly string[]): EffectsCopy => {
  const { cues: _cues, ship: _ship, ...piece } = pieceOf(kit, effects)
  const bare: Kit = { ...piece, stages: {}, stageOrder: [] }
  return {
    ...headOf('effects'),
    effects,
    file: withNamedBlobs(bare, pictures),
  }
}

/**
 * Copies a block of cells of an effect's emitters.
 * @param wanted tells which cells of the block are meant; the others stay empty
 */
export const copyCells = (
  kit: Kit,
  effect: string,
  rows: readonly string[],
  emitters: readonly string[],
  wanted: (row: string, emitter: string) => boolean,
): CellsCopy => ({
  ...headOf('cells'),
  rows: rows.map((row) => ({
    row,
    values: emitters.map((emitter) =>
      wanted(row, emitter) ? (readCell(kit, { effect, emitter, row }) ?? null) : null,
    ),
  })),
})
