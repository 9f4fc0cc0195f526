/** File names with * and ?, for shells that leave them to us. */
import { readdir } from 'node:fs/promises'
import { basename, dirname, join } from 'node:path'
import { Refusal } from '@gliv/model'

/** What a name must be to fit a pattern with * and ?. */
export const matcher = (pattern: string): RegExp =>
  new RegExp(
    `^${pattern
      .replace(/[.+^${}()|[\]\\]/g, '\\$&')
      .replace(/\*/g, '[^/]*')
      .replace(/\?/g, '[^/]')}$`,
    'u',
  )

const expanded = async (path: string): Promise<string[]> => {
  const name = basename(path)
  if (!/[*?]/.test(name)) return [path]
  const folder = dirname(path)
  const names = await readdir(folder).catch(() => [])
  const found = names.filter((one) => matcher(name).test(one)).sort()
  if (found.length === 0)
    throw new Refusal(path, 'no file has a name like this; check the folder and the pattern')
  return found.map((one) => join(folder, one))
}

/** Every file that is named, each once, in order. */
export const filesOf = async (paths: readonly string[]): Promise<string[]> => [
  ...new Set((await Promise.all(paths.map(expanded))).flat()),
]
