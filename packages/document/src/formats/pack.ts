/** The form of a pack, as a game loads it, for schemas and their tests; the player checks it by rules of its own. */
import { type Owner, PACK_VERSION, PROPERTIES, propertiesOf, RULES } from '@gliv/model'
import { z } from 'zod'

const range = z.object({ from: z.number(), to: z.number(), bias: z.string().optional() })

/** All numbers of an owner, within their limits. */
const numbersOf = (owner: Owner): z.ZodType =>
  z.object(
    Object.fromEntries(
      propertiesOf(owner).map((id) => {
        const { kind, unit } = PROPERTIES[id]
        return [id, (kind === 'range' ? range : z.number()).describe(unit)]
      }),
    ),
  )

const named = { id: z.string(), name: z.string() }
const salt = z.number().int().min(0).max(0xffff_ffff)
const rect = z.object({
  x: z.number(),
  y: z.number(),
  w: z.number(),
  h: z.number(),
  pivotX: z.number(),
  pivotY: z.number(),
})
const picture = z.looseObject({
  sheetId: z.string(),
  sheet: z.number().int().min(0).describe('Number among the pack’s sheets'),
  weight: z.number(),
  frameIndices: z.array(z.number().int().min(0)).min(1),
  frames: z.array(rect).min(1),
})
const type = z.looseObject({
  ...named,
  numbers: numbersOf('type'),
  ramps: z.record(z.string(), z.looseObject({ points: z.array(z.looseObject({ at: z.number() })) })),
  palette: z.array(z.string()).nullable(),
  pictures: z.array(picture).min(1),
  mark: picture.nullable(),
})
const burst = z.looseObject({ id: z.string(), eachPlace: z.boolean(), numbers: numbersOf('burst') })

const effect: z.ZodType = z.lazy(() =>
  z.looseObject({
    ...named,
    seed: salt,
    rate: z.number().int().min(1).describe('Ticks a second'),
    play: z.string(),
    backwards: z.boolean(),
    wholePixels: z.boolean(),
    numbers: numbersOf('effect'),
    emitters: z.array(
      z.looseObject({
        ...named,
        salt,
        numbers: numbersOf('emitter'),
        bursts: z.array(burst),
        relays: z.array(
          z.looseObject({
            id: z.string(),
            salt,
            numbers: numbersOf('relay'),
            emitter: z.string().nullable(),
            effect: effect.nullable(),
          }),
        ),
        type,
      }),
    ),
    parts: z.array(
      z.looseObject({
        id: z.string(),
        salt,
        numbers: numbersOf('part'),
        choices: z.array(z.looseObject({ weight: z.number(), effect })).min(1),
      }),
    ),
  }),
)

/** A pack of the version that this Gliv writes. */
export const packSchema = z.looseObject({
  format: z.literal('gliv-pack'),
  version: z.literal(PACK_VERSION),
  rules: z.literal(RULES),
  name: z.string(),
  axes: z.string(),
  units: z.string(),
  sheets: z.array(
    z.looseObject({
      ...named,
      image: z.string().regex(/^data:image[/]png;base64,/),
      width: z.number().int().min(1),
      height: z.number().int().min(1),
      sampling: z.string(),
    }),
  ),
  effects: z.array(effect),
  cues: z.array(z.looseObject(named)).optional(),
  sounds: z.array(z.looseObject({ ...named, data: z.string().regex(/^data:audio[/]/) })).optional(),
  needs: z.array(z.string()).optional(),
})
