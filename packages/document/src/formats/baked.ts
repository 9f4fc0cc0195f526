/** The form of the JSON beside a baked sheet (docs/format.md, "A sheet"), for schemas and their tests. */
import { z } from 'zod'

const px = z.number().int()
const side = px.min(1)
const sides = z.object({ w: side, h: side })
const seconds = z.number().positive()

const frame = z.object({
  x: px.min(0),
  y: px.min(0),
  w: px.min(0),
  h: px.min(0),
  offsetX: px.describe('Where its left top corner belongs in the whole frame'),
  offsetY: px,
  seconds,
  page: z.number().int().min(0).optional().describe('Number of its page, where there are several'),
})

const loop = z
  .union([z.literal(false), z.enum(['exact', 'made', 'faded'])])
  .describe('Whether the last frame leads to the first, and by what')

const seam = z
  .object({ lastToFirst: z.number().min(0), largestStep: z.number().min(0) })
  .describe('Mean difference of a channel, 0 to 255')

const pivot = z.object({ x: z.number(), y: z.number() }).describe('The effect’s origin in a whole frame, px')

const timing = { fps: z.number().positive(), durationSeconds: seconds }

const clip = z.object({
  name: z.string(),
  effect: z.string().describe('Id of the effect in its kit'),
  from: z.number().int().min(0),
  count: z.number().int().min(1),
  ...timing,
  loop,
  seam,
  frame: sides,
  pivot,
  scale: z.number().positive().describe('Picture px a world px'),
})

const page = z.object({
  image: z.string(),
  light: z.string().optional().describe('Light that is added after the image, laid out alike'),
  size: sides,
})

const head = { format: z.literal('gliv-sheet'), image: z.string(), size: sides, ...timing, pivot }

/** A baked sheet's numbers, version 1 or 2. */
export const bakedSchema = z.discriminatedUnion('version', [
  z.object({ ...head, version: z.literal(1), loop: z.boolean(), frames: z.array(frame).min(1) }),
  z.object({
    ...head,
    version: z.literal(2),
    pages: z.array(page).min(1),
    alpha: z.enum(['straight', 'premultiplied']),
    ground: z.string().optional(),
    loop,
    seam,
    frame: sides,
    frames: z.array(frame).min(1),
    clips: z.array(clip).min(1),
  }),
])
