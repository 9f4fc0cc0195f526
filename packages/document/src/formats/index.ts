/** JSON Schemas of everything that Gliv writes, for editors and pipelines. */
import { Refusal } from '@gliv/model'
import { z } from 'zod'
import { effectSchema, kitSchema, paletteSchema, typeSchema } from '../kit/schema.ts'
import { sheetSchema } from '../kit/sheetSchema.ts'
import { effectShippingSchema } from '../kit/shippingParts.ts'
import { stageSchema } from '../kit/stages.ts'
import { bakedSchema } from './baked.ts'
import { packSchema } from './pack.ts'

export { bakedSchema } from './baked.ts'
export { packSchema } from './pack.ts'

const inFolder = (schema: z.ZodType): object => z.toJSONSchema(schema, { io: 'input' })

/** Maps that are files of their own, and what the file beside a part says. */
const { effects: _e, types: _t, sheets: _s, stages: _g, palettes: _p, sounds: _o, ...head } = kitSchema.shape

/** The JSON files of a kit's folder by their paths; pictures and sounds lie beside them. */
const folder = (): object => ({
  $schema: 'https://json-schema.org/draft/2020-12/schema',
  description: 'Files of a kit’s folder by their paths',
  type: 'object',
  required: ['kit.json'],
  properties: {
    'kit.json': inFolder(z.looseObject({ ...head, sounds: z.array(z.looseObject({})).optional() })),
  },
  patternProperties: {
    '^effects/[^/]+[.]json$': inFolder(
      effectSchema.extend({
        ship: effectShippingSchema.optional(),
        // The clip's bytes are the file beside it.
        reference: z.looseObject({}).optional(),
      }),
    ),
    '^types/[^/]+[.]json$': inFolder(typeSchema),
    '^sheets/[^/]+[.]json$': inFolder(sheetSchema.omit({ picture: true })),
    '^stages/[^/]+[.]json$': inFolder(stageSchema),
    '^palettes/[^/]+[.]json$': inFolder(paletteSchema),
  },
})

/** By the name by which the command line gives them. */
const SCHEMAS = {
  kit: () => z.toJSONSchema(kitSchema, { io: 'input' }),
  folder,
  sheet: () => z.toJSONSchema(bakedSchema),
  pack: () => z.toJSONSchema(packSchema),
} as const satisfies Readonly<Record<string, () => object>>

/** Something that Gliv writes: a kit in one file, a kit's folder, the JSON of a baked sheet, a pack. */
export type SchemaId = keyof typeof SCHEMAS
/** All of them, as a message lists them. */
export const SCHEMA_IDS = Object.keys(SCHEMAS) as SchemaId[]

/** The JSON Schema of what is named. Throws `Refusal` for a name that is none of `SCHEMA_IDS`. */
export const jsonSchemaOf = (name: string): object => {
  const id = SCHEMA_IDS.find((one) => one === name)
  if (id) return SCHEMAS[id]()
  throw new Refusal('schema', `there is none of "${name}"; choose one of ${SCHEMA_IDS.join(', ')}`)
}
