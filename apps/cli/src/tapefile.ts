/** Tape files: plain data from outside, checked entry by entry before the engine sees it. */
import { readFile } from 'node:fs/promises'
import { surfacesSchema } from '@gliv/document'
import { Refusal, type Tape } from '@gliv/model'
import { reasonOf } from './kitfile.ts'

const TAPE_WORDS = ['move', 'teleport', 'stop', 'emit', 'surfaces', 'view']

export const readTape = async (path: string): Promise<Tape> => {
  let data: unknown
  try {
    data = JSON.parse(await readFile(path, 'utf8'))
  } catch (error) {
    throw new Refusal(
      path,
      error instanceof SyntaxError
        ? `it is not readable JSON (${error.message}); correct it`
        : reasonOf(error),
    )
  }
  if (!Array.isArray(data))
    throw new Refusal(path, 'a tape is a JSON list of {tick, do, …}; wrap the entries in [ ]')
  data.forEach((entry: Record<string, unknown> | null, i) => checkEntry(entry ?? {}, `tape[${i}]`))
  return data as Tape
}

/** What the keys of an entry hold, for those that are there. */
const KINDS = {
  mirror: 'boolean',
  x: 'number',
  y: 'number',
  w: 'number',
  h: 'number',
  rotate: 'number',
  scale: 'number',
} as const
const WANTED = { boolean: 'true or false', number: 'a number' } as const

const checkEntry = (entry: Record<string, unknown>, place: string): void => {
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
