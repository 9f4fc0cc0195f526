/** The schema of how a kit ships, made from the model's table of sentences. */
import {
  type EffectShipping,
  type KitShipping,
  PRESET_SENTENCES,
  type PresetSentence,
  Refusal,
  SHIP_DEFAULTS,
  SHIP_RULES,
  SHIP_SENTENCES,
  type ShipPreset,
  type ShipRule,
  type ShipSentence,
  type ShipSettings,
  type ShipValues,
  type Tape,
  UNSET_SHIPPING,
} from '@gliv/model'
import { z } from 'zod'
import { idSchema, nameSchema } from './ids.ts'
import { said } from './said.ts'
import { readTape } from './tapes.ts'

const numberSchema = (what: string, rule: ShipRule & { readonly kind: 'number' }): z.ZodType => {
  const { low, high, whole, empty } = rule
  const error = (issue: { input?: unknown }): string =>
    `${what} is ${said(issue.input)}; it must be ${whole ? 'a whole number ' : ''}from ${low} to ${high}${empty ? `, or null for ${empty}` : ''}`
  const number = z.number({ error }).min(low, { error }).max(high, { error })
  const checked = whole ? number.int({ error }) : number
  return empty === undefined ? checked : checked.nullable()
}

const textSchema = (what: string, { kind }: ShipRule): z.ZodType => {
  if (kind === 'colour')
    return z.string().regex(/^#[0-9a-f]{6}$/, {
      error: (issue) => `${what} is ${said(issue.input)}; a colour is written like #102030`,
    })
  if (kind === 'pattern')
    return z
      .string()
      .min(1, { error: `${what} is empty; write one, like {effect}` })
      .max(120, { error: `${what} has over 120 characters; shorten it` })
  return idSchema.nullable()
}

const valueSchema = (what: string, rule: ShipRule): z.ZodType => {
  if (rule.kind === 'number') return numberSchema(what, rule)
  if (rule.kind === 'flag')
    return z.boolean({ error: (issue) => `${what} is ${said(issue.input)}; it must be true or false` })
  if (rule.kind === 'choice')
    return z.enum(Object.keys(rule.of) as [string, ...string[]], {
      error: (issue) =>
        `${what} is ${said(issue.input)}; it must be one of ${Object.keys(rule.of).join(', ')}`,
    })
  return textSchema(what, rule)
}

/** Values by a table of rules; what is left out takes its default. */
export const rulesSchema = (rules: Readonly<Record<string, ShipRule>>, of: string) =>
  z.looseObject(
    Object.fromEntries(
      Object.entries(rules).map(([key, rule]) => [
        key,
        valueSchema(`${key} of ${of}`, rule).default(rule.default as never),
      ]),
    ),
  )

const sentenceSchema = <S extends ShipSentence>(sentence: S): z.ZodType<ShipValues<S>> =>
  rulesSchema(SHIP_RULES[sentence], sentence) as unknown as z.ZodType<ShipValues<S>>

const SENTENCES = Object.fromEntries(
  PRESET_SENTENCES.map((sentence) => [sentence, sentenceSchema(sentence)]),
) as { readonly [S in PresetSentence]: z.ZodType<ShipValues<S>> }

const own = z.looseObject(
  Object.fromEntries(PRESET_SENTENCES.map((sentence) => [sentence, SENTENCES[sentence].optional()])),
)

const whole = z.looseObject(
  Object.fromEntries(
    PRESET_SENTENCES.map((sentence) => [
      sentence,
      (SENTENCES[sentence] as z.ZodType).default(SHIP_DEFAULTS[sentence]),
    ]),
  ),
)

const place = z.number().min(-65_536).max(65_536)

const frameSchema = z.looseObject({
  tick: z
    .number()
    .int({ error: 'a frame shows a whole tick; round it' })
    .min(0, { error: 'a frame shows a tick from 0; leave earlier ones out' })
    .max(1_000_000),
  hold: z
    .number()
    .gt(0, { error: 'a frame stays for more than 0 frame times; leave it out instead' })
    .max(1000, { error: 'a frame stays for at most 1000 frame times; lower it' }),
})

const tapeSchema = z.unknown().transform((data, context): Tape | null => {
  if (data === null || data === undefined) return null
  try {
    return readTape(data)
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    context.addIssue({ code: 'custom', message: error.message, input: data })
    return null
  }
})

/** How one effect ships. */
export const effectShippingSchema = z.looseObject({
  ticked: z.boolean().default(UNSET_SHIPPING.ticked),
  preset: idSchema.nullable().default(null),
  range: sentenceSchema('range').default(SHIP_DEFAULTS.range),
  pivot: z.looseObject({ x: place, y: place }).nullable().default(null),
  frames: z
    .array(frameSchema)
    .min(1, { error: 'a list of frames has at least one; add one, or leave the list out' })
    .max(4096, { error: 'a list of at most 4096 frames; leave some out' })
    .nullable()
    .default(null),
  file: z
    .string()
    .min(1)
    .max(120, { error: 'a file name of at most 120 characters; shorten it' })
    .nullable()
    .default(null),
  tape: tapeSchema,
  own: own.default({}),
  written: z.string().max(80).default(''),
}) as unknown as z.ZodType<EffectShipping>

const presetSchema = z.looseObject({
  id: idSchema,
  name: nameSchema,
  sentences: whole,
}) as unknown as z.ZodType<ShipPreset>

/** How a kit ships. */
export const shippingSchema = z.looseObject({
  presets: z
    .array(presetSchema)
    .max(100, { error: 'at most 100 presets; remove some' })
    .refine((list) => new Set(list.map(({ id }) => id)).size === list.length, {
      error: 'two presets have the same id; give each its own',
    })
    .default([]),
  effects: z.record(idSchema, effectShippingSchema).default({}),
}) as unknown as z.ZodType<KitShipping>

/**
 * Sentences as plain data from outside, each with all its values: what is left out takes its default.
 * Throws `Refusal` with the place of what is wrong.
 */
export const readShipSentences = (data: unknown): Partial<ShipSettings> => {
  const known = z.looseObject({ range: sentenceSchema('range').optional() }).extend(own.shape)
  const read = known.safeParse(data)
  const [issue] = read.error?.issues ?? []
  if (issue) throw new Refusal(['settings', ...issue.path].join('.'), issue.message)
  const { success: _, data: value } = read as { success: true; data: Record<string, unknown> }
  const unknown = Object.keys(value).find((key) => !(SHIP_SENTENCES as readonly string[]).includes(key))
  if (unknown !== undefined)
    throw new Refusal(
      `settings.${unknown}`,
      `there is no sentence "${unknown}"; it is one of ${SHIP_SENTENCES.join(', ')}`,
    )
  return value as Partial<ShipSettings>
}
