/** The form of a pack, as a game loads it, for schemas and their tests; the player checks it by rules of its own. */
import { type Owner, PACK_VERSION, PROPERTIES, propertiesOf, RULES } from '@gliv/model'
import { z } from 'zod'

const range = z.object({ from: z.number(), to: z.number(), bias: z.string().optional() })

/** Numbers of an owner that are not as most say. */
const numbersOf = (owner: Owner): z.ZodType =>
  z.object(
    Object.fromEntries(
      propertiesOf(owner).map((id) => {
        const { kind, unit } = PROPERTIES[id]
        return [id, (kind === 'range' ? range : z.number()).optional().describe(unit)]
      }),
    ),
  )

const named = { id: z.string(), name: z.string() }
const salt = z.number().int().min(0).max(0xffff_ffff)
const index = z.number().int().min(0)
const ramp = z
  .array(z.union([z.number(), z.string(), z.array(z.number()).length(4), z.null()]))
  .min(2)
  .describe('at, value, and an ease that is not straight, point by point; a free one with its handles')
const ramps = z.record(z.string(), ramp)
const path = z.array(z.number()).describe('1 for a closed one, then x, y, inX, inY, outX, outY of each point')
const picture = z.array(z.number()).min(3).describe('Sheet, weight, numbers of frames')
const bytes = (type: RegExp): z.ZodType =>
  z
    .union([z.string().regex(type), z.object({ at: index, length: index })])
    .describe('A data URL, or where they lie behind the JSON of a binary pack')

const type = z.looseObject({
  ...named,
  numbers: numbersOf('type').optional(),
  ramps: ramps.optional(),
  forceRamps: ramps.optional(),
  rail: path.optional(),
  pictures: z.array(picture).min(1).optional(),
  mark: picture.nullable().optional(),
})

const emitter = z.looseObject({
  ...named,
  salt,
  type: index.describe('Number among the types'),
  numbers: numbersOf('emitter').optional(),
  along: ramps.optional(),
  lanes: z.record(z.string(), ramp).optional().describe('from, to, seconds, and then as a ramp'),
  drives: z
    .record(z.string(), ramp)
    .optional()
    .describe('Name of the knob, from, to, and then as a ramp, by the number that it drives'),
  colourKnob: z.string().optional().describe('Name of the knob that tints its particles'),
  path: path.optional(),
  bursts: z.array(z.looseObject({ id: z.string(), numbers: numbersOf('burst').optional() })),
  relays: z.array(z.looseObject({ id: z.string(), salt, numbers: numbersOf('relay').optional() })),
})

const effect = z.looseObject({
  ...named,
  variantOf: z.string().optional().describe('The name of the effect that this one is with changes'),
  seed: salt.optional(),
  rate: z.number().int().min(1).optional().describe('Ticks a second'),
  numbers: numbersOf('effect').optional(),
  knobs: z
    .array(
      z.union([
        z.object({
          name: z.string(),
          low: z.number(),
          high: z.number(),
          start: z.number(),
          lane: ramp.optional().describe('from, to, seconds, and then as a ramp'),
        }),
        z.object({ name: z.string(), colour: z.string() }),
      ]),
    )
    .optional()
    .describe('What a game turns while it plays'),
  emitters: z.array(emitter),
  parts: z.array(
    z.looseObject({
      id: z.string(),
      salt,
      numbers: numbersOf('part').optional(),
      choices: z
        .array(z.tuple([z.number(), index]))
        .optional()
        .describe('Weight, number of the effect'),
    }),
  ),
})

const entry = z.looseObject({})

/** A pack of the version that this Gliv writes, as JSON. */
export const packSchema = z.looseObject({
  format: z.literal('gliv-pack'),
  version: z.literal(PACK_VERSION),
  rules: z.literal(RULES),
  name: z.string(),
  axes: z.string(),
  units: z.string(),
  pages: z.array(
    z.object({
      image: bytes(/^data:image[/]png;base64,/),
      width: z.number().int().min(1),
      height: z.number().int().min(1),
      sampling: z.string(),
    }),
  ),
  sheets: z.array(
    z.object({
      ...named,
      width: z.number().int().min(1),
      height: z.number().int().min(1),
      page: index,
      frames: z
        .array(z.array(z.number()).length(9))
        .describe('number, x, y, w, h, pivotX, pivotY, fromX, fromY'),
    }),
  ),
  base: z
    .object({ effect: entry, emitter: entry, type: entry, burst: entry, relay: entry, part: entry })
    .describe('What most entries of a kind say; each says only what it has otherwise'),
  types: z.array(type),
  effects: z.array(effect),
  open: index.describe('How many of the effects are played by name'),
  cues: z.array(z.looseObject(named)).optional(),
  sounds: z.array(z.looseObject({ ...named, data: bytes(/^data:audio[/]/) })).optional(),
  needs: z.array(z.string()).optional(),
  source: bytes(/^data:application[/]zip;base64,/)
    .optional()
    .describe('The kit, as a kit file'),
})
