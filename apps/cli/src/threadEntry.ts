/** Where threads begin: the build to one file names itself here. */
export const THREAD_ENTRY = { url: new URL('../bin/thread.mjs', import.meta.url) }
