/**
 * npm run kernels — compiles the engine's kernels and writes them as text that every build can take in.
 * `--check` only compares.
 */
import { Buffer } from 'node:buffer'
import { fileURLToPath } from 'node:url'
import { readdirSync, readFileSync, writeFileSync } from 'node:fs'
import asc from 'assemblyscript/asc'
import { STREAMS } from '@gliv/model'
import * as layout from '../packages/engine/src/kernels/layout.ts'

const ROOT = fileURLToPath(new URL('..', import.meta.url))

const SOURCE = 'packages/engine/kernels/kernels.as.ts'
const TARGET = 'packages/engine/src/kernels/binary.ts'

/** Lists of names as enums and numbers as constants, from what TypeScript itself takes. */
const layoutSource = (): string => {
  const lines = Object.entries(layout).flatMap(([name, value]) => {
    if (Array.isArray(value)) return [`export const enum ${name} { ${value.join(', ')} }`]
    return typeof value === 'number' ? [`export const ${name}: usize = ${value}`] : []
  })
  const streams = Object.entries(STREAMS).map(([name, value]) => `${name} = ${value}`)
  return [...lines, `export const enum Streams { ${streams.join(', ')} }`, ''].join('\n')
}

/** The formatter cannot read AssemblyScript, so that its columns are watched over here. */
const COLUMNS = 120
const KERNELS = `${ROOT}/packages/engine/kernels`
const refuseLongLines = (): void => {
  const long = readdirSync(KERNELS).flatMap((name) =>
    readFileSync(`${KERNELS}/${name}`, 'utf8')
      .split('\n')
      .flatMap((line, i) => (line.length > COLUMNS ? [`${name}:${i + 1}`] : [])),
  )
  if (long.length === 0) return
  console.error(`These lines are longer than ${COLUMNS} columns: ${long.join(', ')}`)
  process.exit(1)
}

const compiled: { binary?: Uint8Array } = {}
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
    readFile: (name: string) => {
      try {
        return name.endsWith('/layout.as.ts') ? layoutSource() : readFileSync(`${ROOT}/${name}`, 'utf8')
      } catch {
        return null
      }
    },
    writeFile: (_: string, contents: string | Uint8Array) => {
      compiled.binary = contents as Uint8Array
    },
  },
)
const { binary } = compiled
if (error || !binary) {
  console.error(stderr.toString())
  process.exit(1)
}
const text = `/** Made from ../../kernels/kernels.as.ts by "npm run kernels". Two digits a byte: packed once more on its way, that is smaller than base64. */\nexport const BINARY =\n  '${Buffer.from(binary).toString('hex')}'\n`
if (process.argv.includes('--check')) {
  refuseLongLines()
  if (readFileSync(`${ROOT}/${TARGET}`, 'utf8') !== text) {
    console.error(`${TARGET} is not what ${SOURCE} compiles to; run "npm run kernels"`)
    process.exit(1)
  }
} else {
  writeFileSync(`${ROOT}/${TARGET}`, text)
  console.log(`${TARGET}: ${binary.length} bytes`)
}
