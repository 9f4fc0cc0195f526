/** The command line as one file: the same program, with the module that packs inside, and its own threads. */
import { isMainThread } from 'node:worker_threads'
import { main } from './main.ts'
import { THREAD_ENTRY } from './support/threadEntry.ts'

const run = async (): Promise<void> => {
  if (isMainThread) {
    THREAD_ENTRY.url = new URL(import.meta.url)
    THREAD_ENTRY.zlib = async () => (await import('zlib-streams/zlib-streams.wasm')).default
    // A reader that stops early (like head) is no error.
    process.stdout.on('error', (error: NodeJS.ErrnoException) => process.exit(error.code === 'EPIPE' ? 0 : 1))
    process.exitCode = await main(process.argv.slice(2))
  } else {
    const { paintOnThisThread } = await import('@gliv/node')
    paintOnThisThread()
  }
}
void run()
