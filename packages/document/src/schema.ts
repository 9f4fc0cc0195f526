/** The kit's schema, made from the tables in the model; unknown fields are kept everywhere. */
import {
  BLENDS,
  EASES,
  FILLS,
  FORCE_KINDS,
  PLAYS,
  PROPERTIES,
  propertiesOf,
  RAMP_POINT_LIMIT,
  SAMPLINGS,
  SHAPE_KINDS,
  TINT_EASES,
  type NumbersOf,
  type Owner,
  type Property,
} from '@gliv/model'
import { z } from 'zod'
import { KIT_VERSION } from './kit.ts'

const limits = (p: Property): string => `${p.whole ? 'a whole number ' : ''}from ${p.hard[0]} to ${p.hard[1]}`

const numberSchema = (id: string, p: Property): z.ZodNumber => {
  const error = (issue: { input?: unknown }): string =>
    `${id} is ${JSON.stringify(issue.input) ?? 'missing'} ${p.unit}; it must be ${limits(p)}; set it inside these limits`
  const base = z.number({ error }).min(p.hard[0], { error }).max(p.hard[1], { error })
  return p.whole ? base.int({ error }) : base
}

const rangeSchema = (id: string, p: Property) =>
  z
    .looseObject({ from: numberSchema(id, p), to: numberSchema(id, p) })
    .refine((r) => r.from <= r.to, { error: (issue) => `${id} runs ${JSON.stringify(issue.input)}; from must not be over to; swap them` })

/** All numbers of an owner; one that is missing takes its default. */
const numbersSchema = <O extends Owner>(owner: O) => {
  const shape: Record<string, z.ZodType> = {}
  for (const id of propertiesOf(owner)) {
    const p: Property = PROPERTIES[id]
    shape[id] = p.kind === 'range' ? rangeSchema(id, p).default({ ...p.default }) : numberSchema(id, p).default(p.default)
  }
  return z.looseObject(shape) as unknown as z.ZodType<NumbersOf<O>>
}

const oneOf = <const T extends readonly [string, ...string[]]>(what: string, values: T) =>
  z.enum(values, { error: (issue) => `${what} is ${JSON.stringify(issue.input)}; it must be one of ${values.join(', ')}` })

const id = z.string({ error: 'an id must be text' }).min(1).max(80)
const name = z.string({ error: 'a name must be text' }).max(200, { error: 'a name has at most 200 characters; shorten it' })
const unsigned = z.number().int().min(0).max(0xffffffff)
const share = z.number().min(0).max(1)

const ascending = (points: readonly { at: number }[]): boolean => points.every((p, i) => i === 0 || p.at >= points[i - 1]!.at)
const rampOf = <T extends z.ZodType<{ at: number }>>(point: T) =>
  z.looseObject({
    points: z
      .array(point)
      .min(1, { error: 'a ramp needs at least one point; add one' })
      .max(RAMP_POINT_LIMIT, { error: `a ramp has at most ${RAMP_POINT_LIMIT} points; remove some` })
      .refine(ascending, { error: 'points must ascend in "at"; sort them' }),
  })

export const rampSchema = rampOf(z.looseObject({ at: share, value: share, ease: oneOf('ease', EASES) }))
export const colourSchema = z.string().regex(/^#[0-9a-f]{6}$/i, { error: (issue) => `colour is ${JSON.stringify(issue.input)}; write it as #rrggbb` })
export const tintSchema = rampOf(z.looseObject({ at: share, colour: colourSchema, ease: oneOf('ease', TINT_EASES) }))

const texels = z.number().int().min(0).max(16384)
export const sheetSchema = z.looseObject({
  id,
  name,
  picture: z.string().regex(/^[0-9a-f]{32}$/, { error: 'a picture is named by its content hash of 32 hex digits' }),
  width: texels.min(1),
  height: texels.min(1),
  sampling: oneOf('sampling', SAMPLINGS),
  frames: z
    .array(z.looseObject({ name, x: texels, y: texels, w: texels.min(1), h: texels.min(1), pivotX: z.number(), pivotY: z.number() }))
    .min(1, { error: 'a sheet needs at least one frame' })
    .max(4096),
})

export const typeSchema = z.looseObject({
  id,
  name,
  sheet: id,
  frame: z.number().int().min(0),
  blend: oneOf('blend', BLENDS),
  forces: z.array(oneOf('force', FORCE_KINDS)).refine((f) => new Set(f).size === f.length, { error: 'a force is listed twice; keep one' }),
  numbers: numbersSchema('type'),
  ramps: z.looseObject({ scale: rampSchema, opacity: rampSchema, tint: tintSchema }),
})

export const emitterSchema = z.looseObject({
  id,
  name,
  type: id,
  salt: unsigned,
  muted: z.boolean(),
  shape: oneOf('shape', SHAPE_KINDS),
  fill: oneOf('fill', FILLS),
  numbers: numbersSchema('emitter'),
  bursts: z.array(z.looseObject({ id, numbers: numbersSchema('burst') })).max(64, { error: 'an emitter has at most 64 bursts; remove some' }),
})

export const effectSchema = z.looseObject({
  id,
  name,
  seed: unsigned,
  play: oneOf('play', PLAYS),
  numbers: numbersSchema('effect'),
  emitters: z.record(id, emitterSchema),
  emitterOrder: z.array(id),
})

export const kitSchema = z.looseObject({
  format: z.literal('gliv-kit'),
  version: z.literal(KIT_VERSION),
  rules: z.literal(1),
  id,
  name,
  rate: z.number().int().min(1).max(240),
  sheets: z.record(id, sheetSchema),
  sheetOrder: z.array(id),
  types: z.record(id, typeSchema),
  typeOrder: z.array(id),
  effects: z.record(id, effectSchema),
  effectOrder: z.array(id),
})

/** JSON Schema of a kit, for editors and pipelines. */
export const kitJsonSchema = (): object => z.toJSONSchema(kitSchema, { io: 'input' })
