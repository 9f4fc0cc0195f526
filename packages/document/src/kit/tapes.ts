/** Tapes as plain data from outside, checked entry by entry before the engine sees them. */
import { Refusal, type Tape } from '@gliv/model'
import { surfacesSchema } from './stages.ts'

const TAPE_WORDS = ['move', 'teleport', 'stop', 'emit', 'surfaces', 'view', 'knob']

/** Most entries: half an hour of a move each tick. */
const MOST_ENTRIES = 108_000

/** What the keys of an entry hold, for those that are there. */
const KINDS = {
  mirror: 'boolean',
  tick: 'number',
  x: 'number',
  y: 'number',
  w: 'number',
  h: 'number',
  rotate: 'number',
  scale: 'number',
} as const
const WANTED = { boolean: 'true or false', number: 'a number' } as const

const checkEntry = (entry: Readonly<Record<string, unknown>>, place: string): void => {
  const word = entry['do']
  if (!TAPE_WORDS.includes(word as string))
    throw new Refusal(
      `${place}.do`,
      `${JSON.stringify(word)} is unknown; it must be one of ${TAPE_WORDS.join(', ')}`,
    )
  if (word === 'surfaces') {
    const read = surfacesSchema.safeParse(entry['surfaces'])
    const [issue] = read.error?.issues ?? []
    if (issue) throw new Refusal([`${place}.surfaces`, ...issue.path].join('.'), issue.message)
  }
  if (word === 'emit' && typeof entry['on'] !== 'boolean')
    throw new Refusal(`${place}.on`, `${JSON.stringify(entry['on'])} must be true or false`)
  for (const [key, kind] of Object.entries(KINDS))
    if (key in entry && typeof entry[key] !== kind)
      throw new Refusal(`${place}.${key}`, `${JSON.stringify(entry[key])} must be ${WANTED[kind]}`)
}

/** A list of tape entries. Throws `Refusal` with the place of the first that is wrong. */
export const readTape = (data: unknown, place = 'tape'): Tape => {
  if (!Array.isArray(data))
    throw new Refusal(place, 'a tape is a JSON list of {tick, do, …}; wrap the entries in [ ]')
  if (data.length > MOST_ENTRIES)
    throw new Refusal(
      place,
      `a tape of ${data.length} entries; at most ${MOST_ENTRIES} are taken; leave some out`,
    )
  data.forEach((entry: Record<string, unknown> | null, i) => checkEntry(entry ?? {}, `${place}[${i}]`))
  return data as Tape
}
