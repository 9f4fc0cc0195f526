/** What a command is. It writes its result through `out` and its messages through `say`. */
import { mkdir, writeFile } from 'node:fs/promises'
import { dirname } from 'node:path'
import { Refusal } from '@gliv/model'
import type { Args, Syntax } from './args.ts'
import { reasonOf } from './reasons.ts'

/** Where a command's words go. */
export interface Terminal {
  out(text: string): void
  say(text: string): void
  /** A line that is written over by the next; undefined where nobody watches. */
  readonly tick?: (text: string) => void
}

/** One command: what it does in a sentence, its options, and the work. */
export interface Command {
  readonly usage: string
  readonly help: string
  /** Options with what they mean, for its own help; the usage names them all. */
  readonly options?: readonly (readonly [option: string, help: string])[]
  readonly syntax: Syntax
  /** What it does: its code is read only when it is asked for. */
  readonly load: () => Promise<Run>
}

/** The work of a command. */
export type Run = (args: Args, terminal: Terminal) => Promise<void>

/** Largest seed. */
export const UINT32 = 0xffffffff

/** Writes a file and the folders above it. Throws `Refusal` in words. */
export const write = async (path: string, data: string | Uint8Array): Promise<void> => {
  try {
    await mkdir(dirname(path), { recursive: true })
    await writeFile(path, data)
  } catch (error) {
    throw new Refusal(path, reasonOf(error))
  }
}
