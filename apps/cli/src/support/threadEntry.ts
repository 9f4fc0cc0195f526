/** Where threads begin, and the module that packs; the build to one file puts itself and its own here. */
export const THREAD_ENTRY: { url: URL; zlib?: () => Promise<Uint8Array> } = {
  url: new URL('../../bin/thread.mjs', import.meta.url),
}
