/** The schema of surfaces, for the stages of a kit and for tapes that come as files. */
import { CORNER_LIMIT, SURFACE_LIMIT } from '@gliv/model'
import { z } from 'zod'
import { idSchema, nameSchema } from './ids.ts'
import { said } from './said.ts'
import { STAGE_PARTS } from './stageParts.ts'

const place = z
  .number({ error: (issue) => `${said(issue.input)} is no number; give world px from -1000000 to 1000000` })
  .min(-1e6)
  .max(1e6)
const size = z
  .number({ error: (issue) => `${said(issue.input)} is no size; give px over 0` })
  .positive({ error: 'a size must be over 0; make it larger, or remove the surface' })
  .max(1e6)
const base = { id: idSchema, oneWay: z.boolean().optional() }

/** The form of one surface, by its kind; sizes in world px. */
export const surfaceSchema = z.discriminatedUnion(
  'kind',
  [
    z.looseObject({ ...base, kind: z.literal('segment'), x1: place, y1: place, x2: place, y2: place }),
    z.looseObject({ ...base, kind: z.literal('box'), x: place, y: place, w: size, h: size }),
    z.looseObject({ ...base, kind: z.literal('circle'), x: place, y: place, r: size }),
    z.looseObject({
      ...base,
      kind: z.literal('polygon'),
      points: z
        .array(z.tuple([place, place]))
        .min(3, { error: 'a polygon needs at least three corners; add some' })
        .max(CORNER_LIMIT),
    }),
    z.looseObject({
      ...base,
      kind: z.literal('polyline'),
      points: z
        .array(z.tuple([place, place]))
        .min(2, { error: 'a line of several pieces needs at least two points; add some' })
        .max(CORNER_LIMIT),
    }),
    z.looseObject({
      ...base,
      kind: z.literal('tiles'),
      x: place,
      y: place,
      size,
      rows: z
        .array(z.string().max(CORNER_LIMIT))
        .min(1, { error: 'a mask needs at least one row of tiles' })
        .max(CORNER_LIMIT),
    }),
  ],
  {
    error: (issue) =>
      issue.code === 'invalid_union'
        ? `the kind of a surface must be one of segment, box, circle, polygon, polyline, tiles; choose one of them`
        : undefined,
  },
)

const distinct = (list: readonly { id: string }[]): boolean =>
  new Set(list.map((surface) => surface.id)).size === list.length

/** The form of a list of surfaces, each with an id of its own. */
export const surfacesSchema = z
  .array(surfaceSchema)
  .max(SURFACE_LIMIT, { error: `at most ${SURFACE_LIMIT} surfaces; join some into polygons or tiles` })
  .refine(distinct, { error: 'two surfaces have the same id; give each its own' })

/** The form of a stage: a name, its surfaces, and what else is on it. */
export const stageSchema = z.looseObject({
  id: idSchema,
  name: nameSchema,
  surfaces: surfacesSchema.default([]),
  ...STAGE_PARTS,
})
