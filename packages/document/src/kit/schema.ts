/** The kit's schema, made from the tables in the model; unknown fields are kept everywhere. */
import {
  AIMS,
  ANCHORS,
  AVOIDED,
  AXES,
  BIASES,
  BLENDS,
  CAP_POLICIES,
  CENTRES,
  CHURN_SPACES,
  CONTACTS,
  DEFAULT_ALONG,
  DEFAULT_EMITTER_CHOICES,
  DEFAULT_RAMPS,
  DEFAULT_TYPE_CHOICES,
  DIRECTED_FORCES,
  EASES,
  FACINGS,
  FALLOFFS,
  FILLS,
  FORCE_KINDS,
  FRAME_CHOICES,
  LIFE_MODES,
  MASK_PARTS,
  ORDERS,
  PICK_ACTIONS,
  PIECE_FITS,
  PLACEMENTS,
  PLAYS,
  PROPERTIES,
  propertiesOf,
  RAIL_MODES,
  RAMP_POINT_LIMIT,
  RAMPED_FORCES,
  RELAY_LAUNCHES,
  RELAY_TRIGGERS,
  RHYTHMS,
  SHAPE_KINDS,
  SIDES,
  SIZE_UNITS,
  SPACES,
  SPREAD_TARGETS,
  THRUST_ENDS,
  TINT_EASES,
  TINT_PICKS,
  TINT_SPACES,
  TRAVEL_MODES,
  VALUE_MODES,
  WAVER_KINDS,
  WAVER_TARGETS,
  WIND_MODES,
  WRAP_AREAS,
  WRAPS,
  type NumbersOf,
  type Owner,
  type Property,
  type PropertyId,
  MARK_CLIPS,
  STRENGTH_TARGETS,
} from '@gliv/model'
import { templatesSchema } from './templates.ts'
import { z } from 'zod'
import { idSchema, nameSchema } from './ids.ts'
import { KIT_VERSION } from './kit.ts'
import { KNOB_LIMIT } from './knob.ts'
import { said } from './said.ts'
import { sheetSchema } from './sheetSchema.ts'
import { stageSchema } from './stages.ts'
import { extrasSchema, soundsSchema } from './soundParts.ts'
import { shippingSchema } from './shippingParts.ts'
import { cuesSchema } from './stageParts.ts'

const oneOf = <const T extends readonly [string, ...string[]]>(what: string, values: T) =>
  z.enum(values, {
    error: (issue) =>
      `${what} is ${said(issue.input)}; it must be one of ${values.join(', ')}; choose one of them`,
  })

const limits = (p: Property): string => `${p.whole ? 'a whole number ' : ''}from ${p.hard[0]} to ${p.hard[1]}`

const numberSchema = (id: string, p: Property): z.ZodNumber => {
  const error = (issue: { input?: unknown }): string =>
    `${id} is ${said(issue.input)} ${p.unit}; it must be ${limits(p)}; set it inside these limits`
  const base = z.number({ error }).min(p.hard[0], { error }).max(p.hard[1], { error })
  return p.whole ? base.int({ error }) : base
}

const rangeSchema = (id: string, p: Property) =>
  z
    .looseObject({
      from: numberSchema(id, p),
      to: numberSchema(id, p),
      bias: oneOf(`${id}.bias`, BIASES).optional(),
    })
    .refine((r) => r.from <= r.to, {
      error: (issue) => `${id} runs ${said(issue.input)}; from must not be over to; swap them`,
    })

/** All numbers of an owner; one that is missing takes its default. */
const numbersSchema = <O extends Owner>(owner: O) => {
  const shape: Record<string, z.ZodType> = {}
  for (const id of propertiesOf(owner)) {
    const p: Property = PROPERTIES[id]
    shape[id] =
      p.kind === 'range'
        ? rangeSchema(id, p).default({ ...p.default })
        : numberSchema(id, p).default(p.default)
  }
  return z.looseObject(shape) as unknown as z.ZodType<NumbersOf<O>>
}

/** A default of its own for each document that leaves the value out. */
const or = <T extends z.ZodType>(schema: T, value: unknown): z.ZodDefault<T> =>
  schema.default(() => JSON.parse(JSON.stringify(value)) as never)

const id = idSchema
const name = nameSchema
const unsigned = z.number().int().min(0).max(0xffffffff)
const share = z.number().min(0).max(1)

const ascending = (points: readonly { at: number }[]): boolean =>
  points.every((p, i) => i === 0 || p.at >= points[i - 1]!.at)
const rampOf = <T extends z.ZodType<{ at: number }>>(point: T) =>
  z.looseObject({
    points: z
      .array(point)
      .min(1, { error: 'a ramp needs at least one point; add one' })
      .max(RAMP_POINT_LIMIT, { error: `a ramp has at most ${RAMP_POINT_LIMIT} points; remove some` })
      .refine(ascending, { error: 'points must ascend in "at"; sort them' }),
  })

const rampPoint = z.looseObject({
  at: share,
  value: share,
  ease: oneOf('ease', EASES),
  handles: z.tuple([share, share, share, share]).optional(),
})
export const rampSchema = rampOf(rampPoint)
export const colourSchema = z
  .string()
  .regex(/^#[0-9a-f]{6}$/i, { error: (issue) => `colour is ${said(issue.input)}; write it as #rrggbb` })
export const tintSchema = rampOf(
  z.looseObject({ at: share, colour: colourSchema, ease: oneOf('ease', TINT_EASES) }),
)

const laneSchema = (id: PropertyId) => {
  const p: Property = PROPERTIES[id]
  const low = p.lane === 'times' ? 0 : -100_000
  const value = z
    .number()
    .min(low)
    .max(100_000, { error: `the lane of ${id} must stay between ${low} and 100000` })
  return rampOf(rampPoint).extend({ from: value, to: value, seconds: z.number().positive().max(600) })
}

/** Numbers for which the table says how a lane acts. */
const lanedBy = (owners: readonly Owner[]): PropertyId[] =>
  owners
    .flatMap((owner) => propertiesOf(owner) as PropertyId[])
    .filter((id) => PROPERTIES[id].lane !== 'none')

/** Lanes by property. */
const lanesSchema = (owners: readonly Owner[]) => {
  const ids = lanedBy(owners)
  return z
    .strictObject(Object.fromEntries(ids.map((id) => [id, laneSchema(id).optional()])), {
      error: (issue) =>
        issue.code === 'unrecognized_keys'
          ? `${issue.keys.join(', ')} cannot have a lane; remove it`
          : undefined,
    })
    .default({})
}

const driveSchema = (number: PropertyId) => {
  const p: Property = PROPERTIES[number]
  const low = p.lane === 'times' ? 0 : -100_000
  const value = z
    .number()
    .min(low)
    .max(100_000, { error: `what a knob makes of ${number} must stay between ${low} and 100000` })
  return rampOf(rampPoint).extend({ knob: id, from: value, to: value })
}

/** Drives by property: only those for which the table says how a lane acts. */
const drivesSchema = z
  .strictObject(
    Object.fromEntries(lanedBy(['emitter', 'type']).map((id) => [id, driveSchema(id).optional()])),
    {
      error: (issue) =>
        issue.code === 'unrecognized_keys'
          ? `${issue.keys.join(', ')} cannot be driven by a knob; remove it`
          : undefined,
    },
  )
  .optional()

const knobName = z
  .string()
  .min(1, { error: 'a knob needs a name; give it one' })
  .max(80, { error: 'the name of a knob has at most 80 characters; shorten it' })
const knobValue = z.number().min(-100_000).max(100_000)
const knobLane = rampOf(rampPoint).extend({
  from: knobValue,
  to: knobValue,
  seconds: z.number().positive().max(600),
})
const knobSchema = z.union(
  [
    z.looseObject({
      ...{ id: id, name: knobName },
      ...{ low: knobValue, high: knobValue, start: knobValue },
      lane: knobLane.optional(),
    }),
    z.looseObject({ id: id, name: knobName, colour: colourSchema }),
  ],
  {
    error: (issue) =>
      `${said(issue.input)} is no knob; it has id, name, and either low, high and start, or colour as #rrggbb`,
  },
)

const far = z.number().min(-100_000).max(100_000)
const pathSchema = z.looseObject({
  closed: z.boolean(),
  points: z
    .array(
      z.looseObject({
        x: far,
        y: far,
        inX: far.default(0),
        inY: far.default(0),
        outX: far.default(0),
        outY: far.default(0),
      }),
    )
    .min(2, { error: 'a path needs at least two points; add one' })
    .max(256, { error: 'a path has at most 256 points; remove some' }),
})

const valueStyle = z.looseObject({ by: oneOf('by', VALUE_MODES), relative: z.boolean() })
const T = DEFAULT_TYPE_CHOICES
const E = DEFAULT_EMITTER_CHOICES
const frameNumber = z.number().int().min(0)

/** A ramp for some of the forces. */
const forceRampsSchema = z
  .strictObject(Object.fromEntries(RAMPED_FORCES.map((force) => [force, rampSchema.optional()])), {
    error: (issue) =>
      issue.code === 'unrecognized_keys'
        ? `${issue.keys.join(', ')} cannot have a ramp over life; remove it`
        : undefined,
  })
  .default({})

/** A word for each key, each with its default. */
const wordsSchema = <const W extends readonly [string, ...string[]], K extends string>(
  what: string,
  keys: readonly K[],
  words: W,
  defaults: { readonly [key in K]: W[number] },
) =>
  or(
    z.looseObject(
      Object.fromEntries(
        keys.map((key) => [key, oneOf(`${what}.${key}`, words).default(defaults[key] as never)]),
      ),
    ),
    defaults,
  )

export const typeSchema = z.looseObject({
  id,
  name,
  pictures: z
    .array(
      z.looseObject({
        sheet: id,
        frames: z.array(frameNumber).max(1024),
        clip: id.nullable().default(null),
        weight: z
          .number()
          .positive({ error: 'a weight must be over 0; remove the picture instead' })
          .max(1e6)
          .default(1),
      }),
    )
    .min(1, { error: 'a particle type needs at least one picture; add one' })
    .max(64, { error: 'a particle type has at most 64 pictures; remove some' }),
  palette: id.nullable().default(null),
  lifeIs: oneOf('lifeIs', ['clip']).optional(),
  sizesIn: oneOf('sizesIn', ['px']).optional(),
  markSizesIn: oneOf('markSizesIn', ['px']).optional(),
  blend: oneOf('blend', BLENDS).default(T.blend),
  lifeMode: oneOf('lifeMode', LIFE_MODES).default(T.lifeMode),
  scaleApart: z.boolean().default(T.scaleApart),
  styles: or(
    z.looseObject({
      scale: or(valueStyle, T.styles.scale),
      scaleY: or(valueStyle, T.styles.scaleY),
      opacity: or(valueStyle, T.styles.opacity),
    }),
    T.styles,
  ),
  facing: oneOf('facing', FACINGS).default(T.facing),
  anchor: oneOf('anchor', ANCHORS).default(T.anchor),
  turnRelative: z.boolean().default(T.turnRelative),
  frameChoice: oneOf('frameChoice', FRAME_CHOICES).default(T.frameChoice),
  randomStart: z.boolean().default(T.randomStart),
  tintSpace: oneOf('tintSpace', TINT_SPACES).default(T.tintSpace),
  tintPick: oneOf('tintPick', TINT_PICKS).default(T.tintPick),
  pickColours: z
    .array(colourSchema)
    .min(1, { error: 'a list of colours needs at least one; add one' })
    .max(64)
    .default([...T.pickColours]),
  pickAction: oneOf('pickAction', PICK_ACTIONS).default(T.pickAction),
  spreadOn: oneOf('spreadOn', SPREAD_TARGETS).default(T.spreadOn),
  forces: z
    .array(oneOf('force', FORCE_KINDS))
    .refine((f) => new Set(f).size === f.length, { error: 'a force is listed twice; keep one' })
    .default([]),
  forceRamps: forceRampsSchema,
  axes: wordsSchema('axes', DIRECTED_FORCES, AXES, T.axes),
  thrustEnd: oneOf('thrustEnd', THRUST_ENDS).default(T.thrustEnd),
  windMode: oneOf('windMode', WIND_MODES).default(T.windMode),
  pullTo: oneOf('pullTo', CENTRES).default(T.pullTo),
  pullFalloff: oneOf('pullFalloff', FALLOFFS).default(T.pullFalloff),
  swirlTo: oneOf('swirlTo', CENTRES).default(T.swirlTo),
  swirlFalloff: oneOf('swirlFalloff', FALLOFFS).default(T.swirlFalloff),
  churnSpace: oneOf('churnSpace', CHURN_SPACES).default(T.churnSpace),
  rail: or(pathSchema, T.rail),
  railMode: oneOf('railMode', RAIL_MODES).default(T.railMode),
  avoids: oneOf('avoids', AVOIDED).default(T.avoids),
  wavers: wordsSchema('wavers', WAVER_TARGETS, WAVER_KINDS, T.wavers),
  contact: oneOf('contact', CONTACTS).default(T.contact),
  mark: z
    .looseObject({
      sheet: id,
      frames: z.array(frameNumber).min(1, { error: 'a mark needs at least one frame; add one' }).max(1024),
    })
    .nullable()
    .default(null),
  markBlend: oneOf('markBlend', BLENDS).default(T.markBlend),
  markClip: oneOf('markClip', MARK_CLIPS).default(T.markClip),
  markColours: z
    .array(colourSchema)
    .min(1, { error: 'a list of colours needs at least one; add one' })
    .max(64)
    .default([...T.markColours]),
  endsOutside: z.boolean().default(T.endsOutside),
  numbers: numbersSchema('type'),
  ramps: or(
    z.looseObject({
      scale: or(rampSchema, DEFAULT_RAMPS.scale),
      scaleY: or(rampSchema, DEFAULT_RAMPS.scaleY),
      opacity: or(rampSchema, DEFAULT_RAMPS.opacity),
      speed: or(rampSchema, DEFAULT_RAMPS.speed),
      frame: or(rampSchema, DEFAULT_RAMPS.frame),
      hue: or(rampSchema, DEFAULT_RAMPS.hue),
      spin: or(rampSchema, DEFAULT_RAMPS.spin),
      angle: or(rampSchema, DEFAULT_RAMPS.angle),
      tint: or(tintSchema, DEFAULT_RAMPS.tint),
      tintB: or(tintSchema, DEFAULT_RAMPS.tintB),
    }),
    DEFAULT_RAMPS,
  ),
})

const travelSchema = z.looseObject({
  path: pathSchema,
  mode: oneOf('mode', TRAVEL_MODES),
  ease: oneOf('ease', EASES.filter((e) => e !== 'free') as ['linear', 'easeIn', 'easeOut', 'ease', 'step']),
})

const relaySchema = z.looseObject({
  id,
  salt: unsigned,
  trigger: oneOf('trigger', RELAY_TRIGGERS),
  launch: oneOf('launch', RELAY_LAUNCHES).default('travel'),
  emitter: id.nullable().default(null),
  effect: id.nullable().default(null),
  numbers: numbersSchema('relay'),
})

const partSchema = z.looseObject({
  id,
  salt: unsigned,
  muted: z.boolean().default(false),
  mirror: z.boolean().default(false),
  reversed: z.boolean().default(false),
  effects: z
    .array(
      z.looseObject({
        effect: id,
        weight: z
          .number()
          .positive({ error: 'a weight must be over 0; remove the effect instead' })
          .max(1e6)
          .default(1),
      }),
    )
    .min(1, { error: 'a part needs at least one effect; add one' })
    .max(32, { error: 'a part chooses among at most 32 effects; remove some' }),
  numbers: numbersSchema('part'),
})

/** Most bursts of an emitter. */
export const BURST_LIMIT = 64

/** The form of an emitter's bursts. */
export const burstsSchema = z
  .array(z.looseObject({ id, eachPlace: z.boolean().default(false), numbers: numbersSchema('burst') }))
  .max(BURST_LIMIT, { error: `an emitter has at most ${BURST_LIMIT} bursts; remove some` })

/** What somebody wrote to others about a thing; it changes nothing. */
const noteSchema = z.string().max(4000, { error: 'a note has at most 4000 characters; shorten it' })

export const emitterSchema = z.looseObject({
  id,
  name,
  type: id,
  salt: unsigned,
  muted: z.boolean().default(false),
  locked: z.boolean().optional(),
  mark: colourSchema.optional(),
  note: noteSchema.optional(),
  countsPer: oneOf('countsPer', ['size']).optional(),
  companionOf: id.nullable().default(null),
  shape: oneOf('shape', SHAPE_KINDS).default(E.shape),
  fill: oneOf('fill', FILLS).default(E.fill),
  placement: oneOf('placement', PLACEMENTS).default(E.placement),
  sizeUnit: oneOf('sizeUnit', SIZE_UNITS).default(E.sizeUnit),
  pieceFit: oneOf('pieceFit', PIECE_FITS).default(E.pieceFit),
  space: oneOf('space', SPACES).default(E.space),
  side: oneOf('side', SIDES).default(E.side),
  edgeSlant: z.boolean().default(E.edgeSlant),
  wrap: oneOf('wrap', WRAPS).default(E.wrap),
  wrapIn: oneOf('wrapIn', WRAP_AREAS).default(E.wrapIn),
  aim: oneOf('aim', AIMS).default(E.aim),
  rhythm: oneOf('rhythm', RHYTHMS).default(E.rhythm),
  capPolicy: oneOf('capPolicy', CAP_POLICIES).default(E.capPolicy),
  order: oneOf('order', ORDERS).default(E.order),
  layer: z
    .string()
    .min(1, { error: 'a layer is "behind", "front" or a name; give one' })
    .max(80)
    .default(E.layer),
  path: or(pathSchema, E.path),
  travel: travelSchema.nullable().default(null),
  along: or(
    z.looseObject({
      scale: or(rampSchema, DEFAULT_ALONG.scale),
      thickness: or(rampSchema, DEFAULT_ALONG.thickness),
      opacity: or(rampSchema, DEFAULT_ALONG.opacity),
      delay: or(rampSchema, DEFAULT_ALONG.delay),
    }),
    DEFAULT_ALONG,
  ),
  lanes: lanesSchema(['emitter', 'type']),
  drives: drivesSchema,
  colourKnob: id.optional(),
  mask: z
    .looseObject({ sheet: id, frame: frameNumber, part: oneOf('part', MASK_PARTS), keepColours: z.boolean() })
    .nullable()
    .default(null),
  numbers: numbersSchema('emitter'),
  dormant: z.boolean().default(E.dormant),
  relays: z
    .array(relaySchema)
    .max(16, { error: 'an emitter has at most 16 relays; remove some' })
    .default([]),
  bursts: burstsSchema.default([]),
})

const strengthPoints = z
  .array(z.tuple([z.number().min(0).max(8), z.number().min(0).max(16)]))
  .min(1, { error: 'factors at strengths need at least one point; add one, or leave them out' })
  .max(32, { error: 'at most 32 points; leave some out' })
  .refine((list) => list.every(([at], k) => k === 0 || at > list[k - 1]![0]), {
    error: 'strengths must ascend; sort them',
  })
const strengthSchema = z.strictObject(
  Object.fromEntries(STRENGTH_TARGETS.map((target) => [target, strengthPoints.optional()])),
)

const tagsSchema = z
  .array(
    z
      .string({
        error: (issue) => `${said(issue.input)} is no tag; a tag is text of 1 to 40 characters; write one`,
      })
      .min(1, { error: 'a tag must not be empty; write 1 to 40 characters' })
      .max(40, { error: 'a tag has at most 40 characters; shorten it' }),
  )
  .max(20, { error: 'an effect has at most 20 tags; remove some' })

/** The form of an effect. */
export const effectSchema = z.looseObject({
  id,
  name,
  seed: unsigned,
  tags: tagsSchema.optional(),
  note: noteSchema.optional(),
  variant: z
    .looseObject({
      of: id,
      own: z
        .array(z.string().max(400))
        .max(20_000, { error: 'a variant has at most 20000 places of its own; part it from its master' }),
    })
    .optional(),
  play: oneOf('play', PLAYS),
  backwards: z.boolean().default(false),
  source: z.looseObject({ sheet: id, frame: frameNumber }).nullable().default(null),
  strengthRamps: strengthSchema.optional(),
  ...extrasSchema,
  numbers: numbersSchema('effect'),
  lanes: lanesSchema(['effect']),
  knobs: z
    .array(knobSchema)
    .max(KNOB_LIMIT, { error: `an effect has at most ${KNOB_LIMIT} knobs; remove some` })
    .optional(),
  emitters: z.record(id, emitterSchema),
  emitterOrder: z.array(id),
  parts: z.array(partSchema).max(32, { error: 'an effect has at most 32 parts; remove some' }).default([]),
})

const viewSide = z
  .number({ error: (issue) => `${said(issue.input)} is no size of a view; give whole px from 16 to 8192` })
  .int({ error: 'the sides of a view are whole px; round them' })
  .min(16, { error: 'a view is at least 16 px wide and high; make it larger' })
  .max(8192, { error: 'a view is at most 8192 px wide and high; make it smaller' })

/** The form of a palette. */
export const paletteSchema = z.looseObject({
  id,
  name,
  colours: z.array(colourSchema).min(1, { error: 'a palette needs at least one colour; add one' }).max(256),
})

/**
 * The form of a kit file: what is wrong with plain data is said in words. Keys that it does not know are kept.
 */
export const kitSchema = z.looseObject({
  format: z.literal('gliv-kit'),
  version: z.literal(KIT_VERSION),
  rules: z.literal(1),
  id,
  name,
  rate: z.number().int().min(1).max(240),
  wholePixels: z.boolean().default(false),
  sheets: z.record(id, sheetSchema),
  sheetOrder: z.array(id),
  palettes: z.record(id, paletteSchema).default({}),
  paletteOrder: z.array(id).default([]),
  stages: z.record(id, stageSchema).default({}),
  stageOrder: z.array(id).default([]),
  cues: cuesSchema.optional(),
  sounds: soundsSchema.optional(),
  ship: shippingSchema.optional(),
  templates: templatesSchema.optional(),
  views: z
    .array(z.looseObject({ id, name, w: viewSide, h: viewSide }))
    .min(1, { error: 'a list of view sizes needs at least one; add one, or leave the list out' })
    .max(16, { error: 'a kit has at most 16 view sizes; remove some' })
    .refine((views) => new Set(views.map((view) => view.id)).size === views.length, {
      error: 'two view sizes have the same id; give each its own',
    })
    .optional(),
  rampShelf: z
    .array(z.looseObject({ id, name, ramp: rampSchema }))
    .max(200, { error: 'at most 200 ramps are kept at hand; remove some' })
    .default([]),
  types: z.record(id, typeSchema),
  typeOrder: z.array(id),
  effects: z.record(id, effectSchema),
  effectOrder: z.array(id),
})
