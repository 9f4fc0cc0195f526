/** Ramps, bursts, forces and surfaces that are copied by themselves: they need nothing else. */
import {
  DEFAULT_TYPE_CHOICES,
  FORCE_KINDS,
  type ForceKind,
  FORCES,
  property,
  type Ramp,
  type Surface,
  SURFACE_LIMIT,
  type TintRamp,
} from '@gliv/model'
import { z } from 'zod'
import { inWords } from '../kit/check.ts'
import type { Burst, ParticleType } from '../kit/kit.ts'
import { clone, type MakeId } from '../kit/layers.ts'
import { said, saidMessage } from '../kit/said.ts'
import { BURST_LIMIT, burstsSchema, rampSchema, tintSchema, typeSchema } from '../kit/schema.ts'
import { surfacesSchema } from '../kit/stages.ts'
import { headOf, headSchema } from './head.ts'

/** A ramp by itself; `of` says whether it runs through numbers or colours. */
export const rampCopySchema = z.discriminatedUnion('of', [
  z.looseObject({ ...headSchema, kind: z.literal('ramp'), of: z.literal('value'), ramp: rampSchema }),
  z.looseObject({ ...headSchema, kind: z.literal('ramp'), of: z.literal('tint'), ramp: tintSchema }),
])
const nonEmpty = { error: 'nothing was copied; copy something first' }
export const burstsCopySchema = z.looseObject({
  ...headSchema,
  kind: z.literal('bursts'),
  bursts: burstsSchema.min(1, nonEmpty),
})
export const surfacesCopySchema = z.looseObject({
  ...headSchema,
  kind: z.literal('surfaces'),
  surfaces: surfacesSchema,
})
const rangeOrNumber = z.union([
  z.number(),
  z.looseObject({ from: z.number(), to: z.number(), bias: z.string().optional() }),
])
export const forcesCopySchema = z.looseObject({
  ...headSchema,
  kind: z.literal('forces'),
  forces: z.array(z.enum(FORCE_KINDS)).min(1, nonEmpty),
  numbers: z.record(z.string().max(80), rangeOrNumber),
  choices: z.record(z.string().max(80), z.unknown()),
  axes: z.record(z.string().max(80), z.string()),
  ramps: z.record(z.string().max(80), rampSchema),
})

/** A ramp that was copied by itself. */
export type RampCopy = z.infer<typeof rampCopySchema>
/** Bursts of an emitter that were copied. */
export type BurstsCopy = z.infer<typeof burstsCopySchema>
/** Surfaces of a stage that were copied; px of the world. */
export type SurfacesCopy = z.infer<typeof surfacesCopySchema>
/** Forces of a particle type that were copied, with their numbers, choices and ramps. */
export type ForcesCopy = z.infer<typeof forcesCopySchema>

/** Copies a ramp. @param of whether it runs through numbers or colours */
export const copyRamp = (ramp: Ramp | TintRamp, of: 'value' | 'tint'): RampCopy =>
  ({ ...headOf('ramp'), of, ramp: clone(ramp) }) as RampCopy
/** Copies bursts, with their times in seconds of their emitter. */
export const copyBursts = (bursts: readonly Burst[]): BurstsCopy =>
  ({ ...headOf('bursts'), bursts: clone(bursts) }) as unknown as BurstsCopy
/** Copies surfaces, where they stand. */
export const copySurfaces = (surfaces: readonly Surface[]): SurfacesCopy =>
  ({ ...headOf('surfaces'), surfaces: clone(surfaces) }) as unknown as SurfacesCopy

/** Words of a type that belong to forces: their names begin with the force's. */
const choicesOf = (forces: readonly ForceKind[]): string[] =>
  Object.keys(DEFAULT_TYPE_CHOICES).filter((key) => forces.some((force) => key.startsWith(force)))

/** Copies forces of a particle type with their numbers, choices and ramps. */
export const copyForces = (type: ParticleType, forces: readonly ForceKind[]): ForcesCopy => {
  const pick = (from: object, keys: readonly string[]): Record<string, unknown> =>
    Object.fromEntries(keys.map((key) => [key, clone((from as Record<string, unknown>)[key])]))
  return {
    ...headOf('forces'),
    forces: forces.filter((force) => type.forces.includes(force)),
    numbers: pick(
      type.numbers,
      forces.flatMap((force) => [...FORCES[force].numbers]),
    ),
    choices: pick(type, choicesOf(forces)),
    axes: pick(
      type.axes,
      forces.filter((force) => force in type.axes),
    ),
    ramps: pick(
      type.forceRamps,
      forces.filter((force) => force in type.forceRamps),
    ),
  } as ForcesCopy
}

/**
 * Lets copied forces act on a particle type, in place, in the fixed order of all forces.
 * @returns null, or in words why they do not fit; the type is then as it was
 */
export const graftForces = (
  type: ParticleType,
  { forces, numbers, choices, axes, ramps }: ForcesCopy,
): string | null => {
  const made = {
    ...clone(type),
    ...choices,
    numbers: { ...clone(type.numbers), ...numbers },
    forces: FORCE_KINDS.filter((kind) => forces.includes(kind) || type.forces.includes(kind)),
    axes: { ...type.axes, ...axes },
    forceRamps: { ...clone(type.forceRamps), ...ramps },
  }
  const strange = [
    ...Object.keys(numbers).filter((key) => !Object.hasOwn(type.numbers, key)),
    ...Object.keys(choices).filter((key) => !Object.hasOwn(DEFAULT_TYPE_CHOICES, key)),
  ][0]
  if (strange !== undefined)
    return `The copied forces have ${said(strange)}, which is none of theirs; copy them again`
  const read = typeSchema.safeParse(made, { error: inWords })
  if (!read.success) return `The copied forces do not fit: ${saidMessage(read.error.issues[0]!.message)}`
  const { numbers: set, forces: act, axes: turned, forceRamps } = made
  Object.assign(type, { ...choices, numbers: set, forces: act, axes: turned, forceRamps })
  return null
}

/** Adds copied bursts to an emitter, in place. @param atSeconds when the first is to be, in seconds of the emitter */
export const graftBursts = (
  emitter: { bursts: Burst[] },
  { bursts }: BurstsCopy,
  makeId: MakeId,
  atSeconds?: number,
): string | null => {
  if (emitter.bursts.length + bursts.length > BURST_LIMIT)
    return `An emitter has at most ${BURST_LIMIT} bursts; remove some before you paste`
  const copied = clone(bursts) as unknown as Burst[]
  const first = Math.min(...copied.map(({ numbers }) => numbers.burstAt.from))
  const [, latest] = property('burstAt').hard
  const by = atSeconds === undefined ? 0 : atSeconds - first
  for (const burst of copied) {
    const { burstAt } = burst.numbers
    const moved = (value: number): number =>
      Math.min(latest, Math.max(0, Number((value + by).toPrecision(12))))
    emitter.bursts.push({
      ...burst,
      id: makeId('burst'),
      numbers: {
        ...burst.numbers,
        burstAt: { ...burstAt, from: moved(burstAt.from), to: moved(burstAt.to) },
      },
    })
  }
  return null
}

/**
 * Adds copied surfaces to a stage, in place.
 * @returns their ids there, or in words why they have no room; the stage is then as it was
 */
export const graftSurfaces = (
  stage: { surfaces: readonly Surface[] },
  { surfaces }: SurfacesCopy,
  makeId: MakeId,
): string[] | string => {
  if (stage.surfaces.length + surfaces.length > SURFACE_LIMIT)
    return `A stage has at most ${SURFACE_LIMIT} surfaces; remove some, or join them into polygons or tiles`
  const made = (clone(surfaces) as unknown as Surface[]).map((surface) => ({
    ...surface,
    id: makeId('surface'),
  }))
  stage.surfaces = [...stage.surfaces, ...made]
  return made.map(({ id }) => id)
}
