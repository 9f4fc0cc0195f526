/** What was baked before: a file beside the results, so that only what changed is baked again. */
import { createHash } from 'node:crypto'
import { readFile } from 'node:fs/promises'
import { join } from 'node:path'
import { Refusal } from '@gliv/model'
import { write } from './command.ts'

/** One sheet that was baked. */
export interface Baked {
  /** Hash of all that it depends on. */
  readonly input: string
  /** SHA-256 of each file, by its name in the folder. */
  readonly files: Readonly<Record<string, string>>
}

/** Sheets by the kit and the effects that they hold. */
export type Manifest = Readonly<Record<string, Baked>>

/** The hash by which files are compared. */
export const sha256 = (data: Uint8Array | string): string => createHash('sha256').update(data).digest('hex')

/** Reads a manifest; none yet is an empty one. Throws `Refusal` for what is none. */
export const readManifest = async (path: string): Promise<Manifest> => {
  let text: string
  try {
    text = await readFile(path, 'utf8')
  } catch {
    return {}
  }
  try {
    const { format, bakes } = JSON.parse(text) as { format?: unknown; bakes?: Manifest }
    if (format === 'gliv-manifest' && typeof bakes === 'object' && bakes !== null) return bakes
  } catch {
    // Falls through to the refusal: what is there is no manifest either way.
  }
  throw new Refusal(path, 'it is no manifest of Gliv; name another with --manifest, or remove the file')
}

/** Writes a manifest, its sheets in order of their names. */
export const writeManifest = (path: string, manifest: Manifest): Promise<void> => {
  const bakes = Object.fromEntries(
    Object.keys(manifest)
      .sort()
      .map((key) => [key, manifest[key]]),
  )
  return write(path, `${JSON.stringify({ format: 'gliv-manifest', version: 1, bakes }, null, 1)}\n`)
}

/** Whether a sheet was baked from the same input and its files are there as they were written. */
export const isUnchanged = async (
  was: Baked | undefined,
  input: string,
  folder: string,
): Promise<boolean> => {
  if (was?.input !== input) return false
  for (const [name, hash] of Object.entries(was.files)) {
    try {
      if (sha256(await readFile(join(folder, name))) !== hash) return false
    } catch {
      return false
    }
  }
  return true
}
