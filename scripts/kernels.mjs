/**
 * npm run kernels — compiles the engine's kernels and writes them as text that every build can take in.
 * `--check` only compares.
 */
import { Buffer } from 'node:buffer'
import { readFileSync, writeFileSync } from 'node:fs'
import asc from 'assemblyscript/asc'
import { ROOT } from './lib.mjs'

const SOURCE = 'packages/engine/kernels/kernels.as.ts'
const TARGET = 'packages/engine/src/kernels/binary.ts'

/** Lists of names and numbers that both sides share, as AssemblyScript. */
const layout = () => {
  const text = readFileSync(`${ROOT}/packages/engine/src/kernels/layout.ts`, 'utf8')
  const enums = [...text.matchAll(/export const (\w+) = \[([^\]]*)\] as const/g)].map(
    ([, name, list]) =>
      `export const enum ${name} { ${[...list.matchAll(/'(\w+)'/g)].map(([, word]) => word).join(', ')} }`,
  )
  const numbers = [...text.matchAll(/export const (\w+) = (\d+)\n/g)].map(
    ([, name, value]) => `export const ${name}: usize = ${value}`,
  )
  const streams = [
    ...readFileSync(`${ROOT}/packages/model/src/streams.ts`, 'utf8').matchAll(/^ {2}(\w+): (\d+),/gm),
  ].map(([, name, value]) => `${name} = ${value}`)
  return [...enums, ...numbers, `export const enum Streams { ${streams.join(', ')} }`, ''].join('\n')
}

let binary = null
const { error, stderr } = await asc.main(
  [
    SOURCE,
    '-o',
    'kernels.wasm',
    '-O3',
    '--noAssert',
    '--runtime',
    'stub',
    '--enable',
    'simd',
    '--importMemory',
    '--use',
    'abort=',
  ],
  {
    readFile: (name) => {
      try {
        return name.endsWith('/layout.as.ts') ? layout() : readFileSync(`${ROOT}/${name}`, 'utf8')
      } catch {
        return null
      }
    },
    writeFile: (_, contents) => {
      binary = contents
    },
  },
)
if (error || !binary) {
  console.error(stderr.toString())
  process.exit(1)
}
const text = `/** Made from ../../kernels/kernels.as.ts by "npm run kernels". Two digits a byte: packed once more on its way, that is smaller than base64. */\nexport const BINARY =\n  '${Buffer.from(binary).toString('hex')}'\n`
if (process.argv.includes('--check')) {
  if (readFileSync(`${ROOT}/${TARGET}`, 'utf8') !== text) {
    console.error(`${TARGET} is not what ${SOURCE} compiles to; run "npm run kernels"`)
    process.exit(1)
  }
} else {
  writeFileSync(`${ROOT}/${TARGET}`, text)
  console.log(`${TARGET}: ${binary.length} bytes`)
}
