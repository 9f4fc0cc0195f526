/** The schema of sheets: frames, clips, and how the frames came to be. */
import { SAMPLINGS } from '@gliv/model'
import { z } from 'zod'
import { idSchema, nameSchema } from './ids.ts'
import { CLIP_PLAYS } from './kit.ts'
import { said } from './said.ts'

const id = idSchema
const name = nameSchema
const texels = z.number().int().min(0).max(16384)
const grid = {
  marginX: texels.default(0),
  marginY: texels.default(0),
  spacingX: texels.default(0),
  spacingY: texels.default(0),
  keepEmpty: z.boolean().default(false),
}

const slicingSchema = z.discriminatedUnion('by', [
  z.looseObject({ by: z.literal('whole') }),
  z.looseObject({ by: z.literal('count'), columns: texels.min(1), rows: texels.min(1), ...grid }),
  z.looseObject({ by: z.literal('size'), width: texels.min(1), height: texels.min(1), ...grid }),
  z.looseObject({ by: z.literal('gaps'), gap: texels.min(1) }),
])

/**
 * Longest hold of a frame, in frame times; with the most steps a clip stays below what a picture may have.
 */
const HOLD_LIMIT = 120
const STEP_LIMIT = 1024

const clipSchema = z
  .looseObject({
    id,
    name,
    steps: z
      .array(
        z.looseObject({
          frame: z.number().int().min(0),
          hold: z
            .number()
            .int()
            .min(1, { error: 'a frame is held for at least one frame time; hold it for 1, or take it out' })
            .max(HOLD_LIMIT, {
              error: `a frame is held for at most ${HOLD_LIMIT} frame times; put it in twice`,
            })
            .default(1),
        }),
      )
      .min(1, { error: 'a clip needs at least one frame; add one' }),
    fps: z
      .number()
      .min(0.1, { error: 'a clip runs at 0.1 frames per second or more; raise its rate' })
      .max(240, { error: 'a clip runs at 240 frames per second or less; lower its rate' })
      .default(12),
    play: z.enum(CLIP_PLAYS).default('loop'),
  })
  .refine((clip) => clip.steps.reduce((sum, step) => sum + step.hold, 0) <= STEP_LIMIT, {
    error: `a clip has at most ${STEP_LIMIT} frame times; shorten holds`,
  })

export const sheetSchema = z.looseObject({
  id,
  name,
  picture: z.string().regex(/^[0-9a-f]{32}$/, {
    error: (issue) =>
      `${said(issue.input)} names no picture; a picture is named by its content hash of 32 hex digits; import the sheet again`,
  }),
  width: texels.min(1),
  height: texels.min(1),
  sampling: z.enum(SAMPLINGS, {
    error: (issue) =>
      `sampling is ${said(issue.input)}; it must be one of ${SAMPLINGS.join(', ')}; choose one of them`,
  }),
  frames: z
    .array(
      z.looseObject({
        name,
        x: texels,
        y: texels,
        w: texels.min(1),
        h: texels.min(1),
        pivotX: z.number(),
        pivotY: z.number(),
      }),
    )
    .min(1, { error: 'a sheet needs at least one frame; cut one' })
    .max(4096),
  clips: z.array(clipSchema).max(256, { error: 'a sheet has at most 256 clips; remove some' }).default([]),
  slicing: slicingSchema.nullable().default(null),
  packing: z
    .looseObject({
      padding: texels.max(64).default(1),
      extrude: texels.max(16).default(0),
      powerOfTwo: z.boolean().default(false),
    })
    .nullable()
    .default(null),
})
