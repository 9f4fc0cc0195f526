/** The schema of what a stage is made of beside its surfaces, and of the kit's cues. */
import {
  ACTOR_KEYS,
  ACTOR_KINDS,
  ACTOR_NUMBERS,
  ACTOR_STATES,
  EVENT_KINDS,
  LAYER_KINDS,
  type ActorNumber,
} from '@gliv/model'
import { z } from 'zod'
import { idSchema, nameSchema } from './ids.ts'
import { said } from './said.ts'

const oneOf = <const T extends readonly [string, ...string[]]>(what: string, values: T) =>
  z.enum(values, {
    error: (issue) =>
      `${what} is ${said(issue.input)}; it must be one of ${values.join(', ')}; choose one of them`,
  })
const place = z.number().min(-1e6).max(1e6)
const colour = z
  .string()
  .regex(/^#[0-9a-f]{6}$/i, { error: (issue) => `colour is ${said(issue.input)}; write it as #rrggbb` })

/** Each thing of a list has an id of its own. */
const listOf = <T extends z.ZodType<{ id: string }>>(what: string, schema: T, most: number) =>
  z
    .array(schema)
    .max(most, { error: `a stage has at most ${most} ${what}; remove some` })
    .refine((list) => new Set(list.map(({ id }) => id)).size === list.length, {
      error: `two ${what} have the same id; give each its own`,
    })

const actorNumbers = z.looseObject(
  Object.fromEntries(
    (Object.keys(ACTOR_NUMBERS) as ActorNumber[]).map((id) => {
      const { low, high, default: value } = ACTOR_NUMBERS[id]
      const error = (issue: { input?: unknown }): string =>
        `${id} of an actor is ${said(issue.input)}; it must be from ${low} to ${high}; set it inside these limits`
      return [id, z.number({ error }).min(low, { error }).max(high, { error }).default(value)]
    }),
  ),
) as unknown as z.ZodType<Record<ActorNumber, number>>

const states = <T extends z.ZodType>(schema: T) =>
  z.strictObject(Object.fromEntries(ACTOR_STATES.map((state) => [state, schema.optional()])))

const actorSchema = z.looseObject({
  id: idSchema,
  name: nameSchema,
  kind: oneOf('the kind of an actor', ACTOR_KINDS),
  x: place.default(0),
  y: place.default(0),
  numbers: actorNumbers.default(() => actorNumbers.parse({})),
  points: z
    .array(
      z.looseObject({
        name: nameSchema,
        x: place,
        y: place,
        frames: states(z.array(z.tuple([place, place])).max(256)).optional(),
      }),
    )
    .max(32, { error: 'an actor has at most 32 points; remove some' })
    .default([]),
  afterImage: z
    .looseObject({
      count: z.number().int().min(1).max(32).default(5),
      every: z.number().min(0.005).max(2).default(0.05),
      tint: colour.default('#ffffff'),
      opacity: z.number().min(0).max(1).default(0.5),
      during: oneOf('a state', ACTOR_STATES).nullable().default(null),
    })
    .optional(),
  silhouette: z
    .looseObject({
      at: oneOf('a state', ACTOR_STATES).default('dash'),
      seconds: z.number().min(0.02).max(60).default(0.6),
      tint: colour.default('#ffffff'),
      opacity: z.number().min(0).max(1).default(0.6),
    })
    .optional(),
  clips: states(z.looseObject({ sheet: idSchema, clip: idSchema })).default({}),
})

const eventSchema = z.looseObject({
  id: idSchema,
  on: oneOf('what happens', EVENT_KINDS),
  actor: idSchema.nullable().default(null),
  key: oneOf('a key', ACTOR_KEYS).default('a'),
  state: oneOf('a state', ACTOR_STATES).default('attack'),
  number: z.number().min(0).max(10_000).default(1),
  x: place.default(0),
  y: place.default(0),
  w: place.default(320),
  h: place.default(180),
  way: z
    .array(z.tuple([place, place]))
    .min(2, { error: 'a way has at least two points; add one' })
    .max(64, { error: 'a way has at most 64 points; leave some out' })
    .optional(),
  eased: z.boolean().optional(),
  after: idSchema.nullable().default(null),
  cue: idSchema,
  point: nameSchema.nullable().default(null),
  follows: z.boolean().default(false),
  mirrored: z.boolean().default(false),
  strongerBy: z.number().min(0).max(10_000).default(0),
  muted: z.boolean().default(false),
})

const layerSchema = z.looseObject({
  id: idSchema,
  name: nameSchema,
  kind: oneOf('the kind of a layer', LAYER_KINDS),
  colour: colour.default('#16171c'),
  foot: colour.default('#2a3350'),
  sheet: idSchema.nullable().default(null),
  frame: z.number().int().min(0).default(0),
  x: place.default(0),
  y: place.default(0),
  scale: z.number().positive().max(64).default(1),
  parallax: z.number().min(0).max(4).default(1),
  tiled: oneOf('tiled', ['none', 'x', 'y', 'both']).default('none'),
  front: z.boolean().default(false),
})

const recordingSchema = z.looseObject({
  id: idSchema,
  name: nameSchema,
  ticks: z
    .number()
    .int()
    .min(1)
    .max(240 * 600),
  presses: z
    .array(z.tuple([z.number().int().min(0), z.number().int().min(0).max(0xffff)]))
    .max(20_000, { error: 'a recording has at most 20000 presses; record a shorter one' })
    .refine((list) => list.every(([tick], k) => k === 0 || tick >= list[k - 1]![0]), {
      error: 'presses must ascend in their ticks; sort them',
    }),
})

/** What a stage may have beside its surfaces; each left out while there is none. */
export const STAGE_PARTS = {
  /** Screen px a world px, when it is judged. */
  zoom: z.number().int().min(1).max(16).optional(),
  layers: listOf('layers', layerSchema, 64).optional(),
  actors: listOf('actors', actorSchema, 16).optional(),
  events: listOf('sentences', eventSchema, 200).optional(),
  recordings: listOf('recordings', recordingSchema, 100).optional(),
  camera: z
    .looseObject({
      follows: idSchema.nullable().default(null),
      x: place.default(0),
      y: place.default(0),
      panX: z.number().min(-4000).max(4000).default(0),
      panY: z.number().min(-4000).max(4000).default(0),
      shake: z.number().min(0).max(200).default(0),
    })
    .optional(),
}

/** The kit's cues. */
export const cuesSchema = listOf(
  'cues',
  z.looseObject({
    id: idSchema,
    name: nameSchema,
    effects: z.array(idSchema).max(16, { error: 'a cue plays at most 16 effects; remove some' }),
    strength: z.number().min(0).max(8).default(1),
    chance: z.number().min(0).max(1).default(1),
    most: z.number().int().min(1).max(256).default(16),
  }),
  500,
)
