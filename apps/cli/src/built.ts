/** The command line as one file: the same program, with the module that packs inside, and its own threads. */
import { isMainThread } from 'node:worker_threads'
import zlib from 'zlib-streams/zlib-streams.wasm'
import { THREAD_ENTRY } from './support/threadEntry.ts'

if (isMainThread) {
  THREAD_ENTRY.url = new URL(import.meta.url)
  THREAD_ENTRY.zlib = zlib
  // A reader that stops early (like head) is no error.
  process.stdout.on('error', (error: NodeJS.ErrnoException) => process.exit(error.code === 'EPIPE' ? 0 : 1))
  const { main } = await import('./main.ts')
  process.exitCode = await main(process.argv.slice(2))
} else {
  const { paintOnThisThread } = await import('@gliv/node')
  paintOnThisThread()
}
