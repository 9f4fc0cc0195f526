/** The schema of what an effect has beside its particles, and of the kit's sounds. */
import {
  type EffectExtras,
  REFERENCE_NUMBERS,
  REFERENCE_PLACES,
  SCREEN_KINDS,
  SCREEN_RULES,
  type ScreenKind,
  SOUND_NUMBERS,
  SOUND_TRIGGERS,
} from '@gliv/model'
import { z } from 'zod'
import { idSchema, nameSchema } from './ids.ts'
import { said } from './said.ts'

interface Rule {
  readonly default: number
  readonly low: number
  readonly high: number
}

const within = (what: string, { low, high }: Rule) => {
  const error = (issue: { input?: unknown }): string =>
    `${what} is ${said(issue.input)}; it must be from ${low} to ${high}; set it inside these limits`
  return z.number({ error }).min(low, { error }).max(high, { error })
}

/** A shape of numbers by their table; what is left out takes its default. */
const numbersBy = <K extends string>(of: string, rules: Readonly<Record<K, Rule>>) =>
  Object.fromEntries(
    Object.entries<Rule>(rules).map(([id, rule]) => [
      id,
      within(`${id} of ${of}`, rule).default(rule.default),
    ]),
  ) as Record<K, z.ZodDefault<z.ZodNumber>>

const oneOf = <const T extends readonly [string, ...string[]]>(what: string, values: T) =>
  z.enum(values, {
    error: (issue) =>
      `${what} is ${said(issue.input)}; it must be one of ${values.join(', ')}; choose one of them`,
  })

const apart = <T extends z.ZodType<{ id: string }>>(what: string, schema: T, most: number) =>
  z
    .array(schema)
    .max(most, { error: `at most ${most} ${what}; remove some` })
    .refine((list) => new Set(list.map(({ id }) => id)).size === list.length, {
      error: `two ${what} have the same id; give each its own`,
    })

const blobSchema = z.string().regex(/^[0-9a-f]{32}$/, {
  error: (issue) => `${said(issue.input)} is no content hash; import the file again`,
})
const MOMENT = SOUND_NUMBERS.at
const text = (most: number) =>
  z.string().max(most, { error: `a text of at most ${most} characters; shorten it` })

const eventSchema = z.looseObject({
  id: idSchema,
  name: nameSchema.min(1, { error: 'an event needs a name that the game listens to; write one' }),
  at: within('the time of an event', MOMENT).default(0),
  payload: text(2000).default(''),
})

const soundUseSchema = z
  .looseObject({
    id: idSchema,
    sound: idSchema,
    on: oneOf('on', SOUND_TRIGGERS).default('time'),
    emitter: idSchema.nullable().default(null),
    named: text(200).default(''),
    loops: z.boolean().default(false),
    byPlace: z.boolean().default(false),
    muted: z.boolean().default(false),
    ...numbersBy('a sound', SOUND_NUMBERS),
  })
  .refine(({ speedFrom, speedTo }) => speedFrom <= speedTo, {
    error: 'the slowest speed of a sound is above its fastest; swap them',
  })

/** An amount lies within the limits of its kind, and a freeze has whole ticks. */
const amountProblem = (kind: ScreenKind, amount: number): string | null => {
  const { low, high, unit } = SCREEN_RULES[kind].amount
  if (amount < low || amount > high) return `a ${kind} of ${amount} ${unit} is not between ${low} and ${high}`
  return kind === 'freeze' && !Number.isInteger(amount) ? 'a freeze lasts whole ticks; round it' : null
}

const screenSchema = z
  .looseObject({
    id: idSchema,
    kind: oneOf('the kind of a screen event', SCREEN_KINDS),
    at: within('the time of a screen event', MOMENT).default(0),
    amount: z.number(),
    seconds: within('the length of a screen event', { default: 0, low: 0, high: 60 }).default(0),
    colour: z
      .string()
      .regex(/^#[0-9a-f]{6}$/i, { error: (issue) => `colour is ${said(issue.input)}; write it as #rrggbb` })
      .default('#ffffff'),
  })
  .superRefine(({ kind, amount }, context) => {
    const problem = amountProblem(kind, amount)
    if (problem) context.addIssue({ code: 'custom', path: ['amount'], message: problem })
  })

/** Of an effect; each list is left out while it is empty. */
export const extrasSchema = {
  events: apart('events', eventSchema, 64).optional(),
  sounds: apart('sounds', soundUseSchema, 64).optional(),
  screen: apart('screen events', screenSchema, 64).optional(),
  freezes: z.literal(true).optional(),
  reference: z
    .looseObject({
      name: nameSchema,
      blob: blobSchema,
      place: oneOf('place', REFERENCE_PLACES).default('under'),
      ...numbersBy('a reference clip', REFERENCE_NUMBERS),
    })
    .optional(),
} satisfies Record<keyof EffectExtras | 'reference', z.ZodType>

/** The kit's sounds. */
export const soundsSchema = apart(
  'sounds',
  z.looseObject({
    id: idSchema,
    name: nameSchema,
    blob: blobSchema,
    mediaType: oneOf('mediaType', ['audio/wav', 'audio/ogg', 'audio/mpeg']),
    seconds: within('the length of a sound', { default: 0, low: 0, high: 3600 }),
  }),
  500,
)
