import { readFile } from 'node:fs/promises'
import { readKitFile, type KitFile } from '@gliv/document'
import { Refusal } from '@gliv/model'

/** What the system says about a file, in words. */
const REASONS: Record<string, string> = {
  ENOENT: 'there is no such file; check the path',
  EISDIR: 'it is a folder; name a file',
  EACCES: 'it may not be read; change its permissions',
}

export const reasonOf = (error: unknown): string => {
  const code = (error as { code?: string }).code ?? ''
  return REASONS[code] ?? `it cannot be used (${code || String(error)})`
}

export const loadKit = async (path: string): Promise<KitFile> => {
  let bytes: Uint8Array
  try {
    bytes = await readFile(path)
  } catch (error) {
    throw new Refusal(path, reasonOf(error))
  }
  return readKitFile(bytes)
}
