/** Knobs of an effect in a kit: named inputs that a game turns, and what they drive. */
import { type Drives, property, type PropertyId, type ResolvedKnob, RISING_RAMP } from '@gliv/model'
import { type DriveChoice, isNumberKnob, type Knob } from './knob.ts'
import type { Effect, Emitter } from './kit.ts'
import { freeName, type MakeId } from './layers.ts'
import { saidChoices } from './said.ts'

/** Adds a knob that drives nothing yet. @returns its id */
export const addKnob = (effect: Effect, kind: 'number' | 'colour', makeId: MakeId): string => {
  const knobs = effect.knobs ?? []
  const id = makeId('knob')
  const name = freeName(
    kind === 'number' ? 'Knob' : 'Colour',
    knobs.map((knob) => knob.name),
  )
  effect.knobs = [
    ...knobs,
    kind === 'number' ? { id, name, low: 0, high: 1, start: 1 } : { id, name, colour: '#ffffff' },
  ]
  return id
}

/** Takes a knob away, and what it drives with it. */
export const removeKnob = (effect: Effect, id: string): void => {
  const left = (effect.knobs ?? []).filter((knob) => knob.id !== id)
  if (left.length > 0) effect.knobs = left
  else delete effect.knobs
  for (const emitter of Object.values(effect.emitters)) {
    for (const [number, drive] of Object.entries(emitter.drives ?? {}))
      if (drive?.knob === id) setDrive(emitter, number as PropertyId, null)
    if (emitter.colourKnob === id) delete emitter.colourKnob
  }
}

/** A drive that leaves the number as it is at the knob's high end. */
export const firstDrive = (knob: string, id: PropertyId): DriveChoice => {
  const { lane, soft } = property(id)
  const ends = lane === 'times' ? { from: 0, to: 1 } : { from: 0, to: soft[1] }
  return { knob, ...ends, points: RISING_RAMP.points }
}

/** Lets a knob drive a number of an emitter, or none. */
export const setDrive = (emitter: Emitter, id: PropertyId, drive: DriveChoice | null): void => {
  const { [id]: _, ...rest } = emitter.drives ?? {}
  const drives = drive ? { ...rest, [id]: drive } : rest
  if (Object.keys(drives).length > 0) emitter.drives = drives
  else delete emitter.drives
}

/** How many numbers a knob drives, or emitters a colour tints. */
export const driveCount = (effect: Effect, id: string): number =>
  Object.values(effect.emitters).reduce(
    (sum, { drives = {}, colourKnob }) =>
      sum + Object.values(drives).filter((drive) => drive?.knob === id).length + (colourKnob === id ? 1 : 0),
    0,
  )

const bare = (knob: Knob): ResolvedKnob => {
  if (!isNumberKnob(knob)) return { name: knob.name, colour: knob.colour }
  const { name, low, high, start, lane } = knob
  return { name, low, high, start, ...(lane ? { lane } : {}) }
}

const WITHOUT_IDS = new WeakMap<readonly Knob[], readonly ResolvedKnob[]>()

/** Knobs as the engine reads them; the same list for the same one. */
export const resolveKnobs = (knobs: readonly Knob[]): readonly ResolvedKnob[] => {
  let made = WITHOUT_IDS.get(knobs)
  if (!made) WITHOUT_IDS.set(knobs, (made = knobs.map(bare)))
  return made
}

/** Drives with the names of their knobs; those without a knob stay out. */
export const resolveDrives = (
  knobs: readonly Knob[],
  { drives = {}, colourKnob }: Pick<Emitter, 'drives' | 'colourKnob'>,
): { readonly drives?: Drives; readonly colourKnob?: string } => {
  const nameOf = (id: string | undefined): string | undefined => knobs.find((knob) => knob.id === id)?.name
  const found = Object.entries(drives).flatMap(([id, drive]) => {
    const knob = nameOf(drive?.knob)
    if (!drive || knob === undefined) return []
    const { from, to, points } = drive
    return [[id, { knob, from, to, points }]]
  })
  const tint = nameOf(colourKnob)
  return {
    ...(found.length > 0 ? { drives: Object.fromEntries(found) as Drives } : {}),
    ...(tint === undefined ? {} : { colourKnob: tint }),
  }
}

interface Problem {
  readonly place: string
  readonly message: string
}

const checkDrives = (effect: Effect, emitter: Emitter, problems: Problem[]): void => {
  const place = `effects.${effect.id}.emitters.${emitter.id}`
  const knobs = effect.knobs ?? []
  const named = (fits: (knob: Knob) => boolean): string =>
    saidChoices(
      knobs.filter(fits).map(({ id }) => id),
      'none (add one first)',
    )
  for (const [id, drive] of Object.entries(emitter.drives ?? {}))
    if (drive && !knobs.some((knob) => knob.id === drive.knob && isNumberKnob(knob)))
      problems.push({
        place: `${place}.drives.${id}.knob`,
        message: `there is no knob "${drive.knob}" for numbers in this effect; choose one of ${named(isNumberKnob)}`,
      })
  const { colourKnob } = emitter
  if (colourKnob !== undefined && !knobs.some((knob) => knob.id === colourKnob && !isNumberKnob(knob)))
    problems.push({
      place: `${place}.colourKnob`,
      message: `there is no colour "${colourKnob}" among the knobs of this effect; choose one of ${named((knob) => !isNumberKnob(knob))}`,
    })
}

/** What a schema cannot say of an effect's knobs and drives. */
export const checkKnobs = (effect: Effect, problems: Problem[]): void => {
  const place = `effects.${effect.id}.knobs`
  const knobs = effect.knobs ?? []
  knobs.forEach((knob, k) => {
    const before = knobs.slice(0, k)
    if (before.some(({ id }) => id === knob.id))
      problems.push({
        place: `${place}.${k}.id`,
        message: `"${knob.id}" is taken by another knob; give it its own`,
      })
    if (before.some(({ name }) => name === knob.name))
      problems.push({
        place: `${place}.${k}.name`,
        message: `another knob is called "${knob.name}"; rename one`,
      })
    if (!isNumberKnob(knob)) return
    if (knob.high <= knob.low)
      problems.push({
        place: `${place}.${k}.high`,
        message: `the high end ${knob.high} must lie above the low end ${knob.low}; raise it`,
      })
    else if (knob.start < knob.low || knob.start > knob.high)
      problems.push({
        place: `${place}.${k}.start`,
        message: `it starts at ${knob.start}, outside ${knob.low} to ${knob.high}; bring it inside`,
      })
  })
  for (const emitter of Object.values(effect.emitters)) checkDrives(effect, emitter, problems)
}
