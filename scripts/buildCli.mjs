/**
 * Builds the command line to one file: apps/cli/dist/gliv.mjs, which needs nothing but Node. Its parts stand in it as
 * text and are compiled when they are asked for, so that help does not wait for what bakes.
 */
import { chmodSync, existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { basename, join } from 'node:path'
import { build, transform } from 'esbuild'
import { ROOT } from './lib.mjs'
import { buildPage, PAGE } from './playerPage.mjs'

const OUT = join(ROOT, 'apps/cli/dist/gliv.mjs')

/** The script of a page is a text inside the file. */
const withPage = {
  name: 'page',
  setup: ({ onLoad }) =>
    onLoad({ filter: /support[/\\]pageRuntime\.ts$/ }, async () => {
      if (!existsSync(PAGE)) await buildPage()
      return {
        contents: `export const pageRuntime = async () => ${JSON.stringify(readFileSync(PAGE, 'utf8'))}`,
      }
    }),
}

const { outputFiles } = await build({
  entryPoints: { gliv: join(ROOT, 'apps/cli/src/built.ts') },
  outdir: 'parts',
  write: false,
  bundle: true,
  splitting: true,
  format: 'esm',
  platform: 'node',
  target: 'node20',
  minify: true,
  legalComments: 'none',
  loader: { '.wasm': 'binary' },
  plugins: [withPage],
  define: { 'import.meta.url': 'GLIV_URL' },
  logLevel: 'error',
})

/** A part as the body of a function of `require`, `module`, `exports` and the file's own address. */
const partOf = async ({ path, text }) => [
  basename(path),
  (
    await transform(text, {
      format: 'cjs',
      platform: 'node',
      target: 'node20',
      minify: true,
      // What is imported later is required later.
      supported: { 'dynamic-import': false },
    })
  ).code,
]
const parts = await Promise.all(outputFiles.map(partOf))

/** Finds a part by its name, anything else in Node; each is compiled once. */
const LOADER = `const made = {}
const load = (name) => {
  const part = name.slice(name.lastIndexOf('/') + 1)
  if (!Object.hasOwn(PARTS, part)) return ownRequire(name)
  if (Object.hasOwn(made, part)) return made[part].exports
  const module = (made[part] = { exports: {} })
  compileFunction(PARTS[part], ['require', 'module', 'exports', 'GLIV_URL'], { filename: part })(
    load, module, module.exports, import.meta.url)
  return module.exports
}
load('gliv.js')
`
mkdirSync(join(ROOT, 'apps/cli/dist'), { recursive: true })
writeFileSync(
  OUT,
  `#!/usr/bin/env node
import { createRequire } from 'node:module'
import { compileFunction } from 'node:vm'
const ownRequire = createRequire(import.meta.url)
const PARTS = {
${parts.map(([name, code]) => `${JSON.stringify(name)}: ${JSON.stringify(code)},`).join('\n')}
}
${LOADER}`,
)
chmodSync(OUT, 0o755)
