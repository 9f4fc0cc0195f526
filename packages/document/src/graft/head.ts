/** What every clip begins with. */
import { z } from 'zod'

/** The version of the clip format that this code writes. */
export const CLIP_VERSION = 1

/** The form of a clip's first words. */
export const headSchema = { format: z.literal('gliv-clip'), version: z.number().int().min(1) }

/** The first words of a clip that is written now. */
export const headOf = <K extends string>(kind: K) => ({
  format: 'gliv-clip' as const,
  version: CLIP_VERSION,
  kind,
})

/** The form of a list of ids; `refusal` says what to do when it is empty. */
export const idsSchema = (refusal: string) =>
  z.array(z.string().max(80)).min(1, { error: refusal }).max(10_000)
