/** What Node alone has for baking: zlib's module from disk, its own deflate, threads. */
export { fastDeflate, zlibDeflate } from './deflate.ts'
export { type BakeAsked, bakeAsked, bakeOnThisThread, type BakeTold, jobsAsked } from './bakeThread.ts'
export { paintOnThisThread, painters } from './painters.ts'
