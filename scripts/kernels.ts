/**
 * npm run kernels — compiles the engine's kernels and writes them as text that every build can take in.
 * `--check` only compares.
 */
import { Buffer } from 'node:buffer'
import { fileURLToPath } from 'node:url'
import { dirname } from 'node:path'
import { readdirSync, readFileSync, writeFileSync } from 'node:fs'
import asc from 'assemblyscript/asc'
import { STREAMS } from '@gliv/model'
import * as layout from '../packages/engine/src/kernels/layout.ts'

const ROOT = fileURLToPath(new URL('..', import.meta.url))

interface Kernels {
  readonly source: string
  readonly target: string
  /** Memory comes from outside instead of being its own. */
  readonly importMemory: boolean
}

/** Everything that is compiled: the engine's loops over particles, and the compositor's over pixels. */
const ALL: readonly Kernels[] = [
  {
    source: 'packages/engine/kernels/kernels.as.ts',
    target: 'packages/engine/src/kernels/binary.ts',
    importMemory: true,
  },
  {
    source: 'packages/paint/kernels/paint.as.ts',
    target: 'packages/paint/src/binary.ts',
    importMemory: false,
  },
]

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
const refuseLongLines = ({ source }: Kernels): void => {
  const folder = dirname(source)
  const long = readdirSync(`${ROOT}/${folder}`).flatMap((name) =>
    readFileSync(`${ROOT}/${folder}/${name}`, 'utf8')
      .split('\n')
      .flatMap((line, i) => (line.length > COLUMNS ? [`${name}:${i + 1}`] : [])),
  )
  if (long.length === 0) return
  console.error(`These lines are longer than ${COLUMNS} columns: ${long.join(', ')}`)
  process.exit(1)
}

const compile = async ({ source, importMemory }: Kernels): Promise<Uint8Array> => {
  const compiled: { binary?: Uint8Array } = {}
  const { error, stderr } = await asc.main(
    [
      source,
      '-o',
      'kernels.wasm',
      '-O3',
      '--noAssert',
      '--runtime',
      'stub',
      '--enable',
      'simd',
      ...(importMemory ? ['--importMemory'] : []),
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
  if (!error && compiled.binary) return compiled.binary
  console.error(stderr.toString())
  process.exit(1)
}

for (const kernels of ALL) {
  const { source, target } = kernels
  const binary = await compile(kernels)
  const text = `/** Made from ${source} by "npm run kernels". Two digits a byte: packed once more on its way, that is smaller than base64. */\nexport const BINARY =\n  '${Buffer.from(binary).toString('hex')}'\n`
  if (process.argv.includes('--check')) {
    refuseLongLines(kernels)
    if (readFileSync(`${ROOT}/${target}`, 'utf8') !== text) {
      console.error(`${target} is not what ${source} compiles to; run "npm run kernels"`)
      process.exitCode = 1
    }
  } else {
    writeFileSync(`${ROOT}/${target}`, text)
    console.log(`${target}: ${binary.length} bytes`)
  }
}
