/** Tape files. */
import { readFile } from 'node:fs/promises'
import { readTape } from '@gliv/document'
import { Refusal, type Tape } from '@gliv/model'
import { reasonOf } from './reasons.ts'

/** Reads a tape from a JSON file. Throws `Refusal` in words. */
export const loadTape = async (path: string): Promise<Tape> => {
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
  return readTape(data)
}
