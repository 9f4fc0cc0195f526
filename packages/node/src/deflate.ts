/** Two ways to pack: zlib in WebAssembly, the same bytes everywhere, and the one that Node is built with. */
import { readFile } from 'node:fs/promises'
import { createRequire } from 'node:module'
import { deflate } from 'node:zlib'
import { promisify } from 'node:util'
import { deflateBy } from '@gliv/bake'

type Deflate = ReturnType<typeof deflateBy>

/** Bytes of the module; a build to one file puts them in place of this. */
const moduleBytes = (): Promise<Uint8Array> =>
  readFile(createRequire(import.meta.url).resolve('zlib-streams/zlib-streams.wasm'))

const loaded: { deflate?: Promise<Deflate> } = {}

/** zlib in WebAssembly. @param bytes of its module, where they are at hand */
export const zlibDeflate = (bytes?: Uint8Array): Promise<Deflate> =>
  (loaded.deflate ??= (async () => {
    const { instance } = await WebAssembly.instantiate(new Uint8Array(bytes ?? (await moduleBytes())))
    return deflateBy(instance.exports)
  })())

const own = promisify(deflate)

/** The machine's own. */
export const fastDeflate: Deflate = (bytes) => own(bytes, { level: 6 })
