/** gliv watch: bakes now, and again whenever a kit file changes, until it is stopped. */
import { watch as watchFile } from 'node:fs/promises'
import { basename, dirname } from 'node:path'
import type { Run, Terminal } from '../support/command.ts'
import type { Args } from '../support/args.ts'
import { filesOf } from '../support/globs.ts'
import { bakeOnce } from './bakeOnce.ts'

/** A file is written in several goes: changes that come within it are one, ms. */
const SETTLES_MS = 150

/** @param signal ends it, for tests; a terminal ends it by Ctrl+C */
export const watchUntil = async (args: Args, terminal: Terminal, signal?: AbortSignal): Promise<void> => {
  const paths = await filesOf(args.files)
  await bakeOnce(args, terminal)
  terminal.say(`watching ${paths.join(', ')}; Ctrl+C ends it`)
  let waits: ReturnType<typeof setTimeout> | undefined
  let running = Promise.resolve()
  const changed = (): void => {
    clearTimeout(waits)
    waits = setTimeout(() => {
      running = running.then(() => bakeOnce(args, terminal))
    }, SETTLES_MS)
  }
  // Folders are watched, because editors put a new file in the place of the old.
  const follow = async (path: string): Promise<void> => {
    const events = watchFile(dirname(path), signal ? { signal } : {})
    for await (const { filename } of events) if (filename === basename(path)) changed()
  }
  await Promise.all(paths.map(follow)).catch((error: unknown) => {
    if ((error as Error).name !== 'AbortError') throw error
  })
  clearTimeout(waits)
  await running
}

/** gliv watch. */
export const watch: Run = async (args, terminal) => {
  if (!args.has('--tether')) return watchUntil(args, terminal)
  const { followUntil } = await import('./follow.ts')
  return followUntil(args, terminal)
}
