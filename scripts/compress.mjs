/** Packs built files for the way, once, at the build: brotli and gzip beside each text file. */
import { readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { brotliCompressSync, constants, gzipSync } from 'node:zlib'
import { ROOT } from './lib.mjs'

const TEXT = /\.(js|css|html|svg|json|wasm)$/
/** Smaller files gain nothing. */
const LEAST_BYTES = 1024

const filesIn = (folder) =>
  readdirSync(folder, { withFileTypes: true, recursive: true })
    .filter((entry) => entry.isFile())
    .map((entry) => join(entry.parentPath, entry.name))

let [before, after] = [0, 0]
for (const app of ['apps/studio', 'apps/ferry'])
  for (const file of filesIn(join(ROOT, app, 'dist'))) {
    if (/\.(br|gz)$/.test(file)) rmSync(file)
    else if (TEXT.test(file)) {
      const bytes = readFileSync(file)
      if (bytes.length < LEAST_BYTES) continue
      const packed = brotliCompressSync(bytes, {
        params: { [constants.BROTLI_PARAM_QUALITY]: 9, [constants.BROTLI_PARAM_SIZE_HINT]: bytes.length },
      })
      writeFileSync(`${file}.br`, packed)
      writeFileSync(`${file}.gz`, gzipSync(bytes, { level: 9 }))
      before += bytes.length
      after += packed.length
    }
  }
console.log(`  packed for the way: ${(before / 1e6).toFixed(1)} MB → ${(after / 1e6).toFixed(1)} MB`)
