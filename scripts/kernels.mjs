/** npm run kernels — compiles the engine's kernels and writes them as text that every build can take in. `--check` only compares. */
import { Buffer } from 'node:buffer'
import { readFileSync, writeFileSync } from 'node:fs'
import asc from 'assemblyscript/asc'
import { ROOT } from './lib.mjs'

const SOURCE = 'packages/engine/kernels/kernels.as.ts'
const TARGET = 'packages/engine/src/kernels/binary.ts'

let binary = null
const { error, stderr } = await asc.main([SOURCE, '-o', 'kernels.wasm', '-O3', '--noAssert', '--runtime', 'stub', '--enable', 'simd', '--importMemory', '--use', 'abort='], {
  readFile: (name) => {
    try {
      return readFileSync(`${ROOT}/${name}`, 'utf8')
    } catch {
      return null
    }
  },
  writeFile: (_, contents) => {
    binary = contents
  },
})
if (error || !binary) {
  console.error(stderr.toString())
  process.exit(1)
}
const text = `/** Made from ../../kernels/kernels.as.ts by "npm run kernels". */\nexport const BINARY =\n  '${Buffer.from(binary).toString('base64').replace(/=+$/, '')}'\n`
if (process.argv.includes('--check')) {
  if (readFileSync(`${ROOT}/${TARGET}`, 'utf8') !== text) {
    console.error(`${TARGET} is not what ${SOURCE} compiles to; run "npm run kernels"`)
    process.exit(1)
  }
} else {
  writeFileSync(`${ROOT}/${TARGET}`, text)
  console.log(`${TARGET}: ${binary.length} bytes`)
}
