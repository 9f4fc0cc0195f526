/**
 * Builds `packages/player/dist`, the package `gliv-player` as it is published: modules without dependencies, their
 * types in a file an entry, what a registry needs to know, a page of help. Nothing else is in it.
 */
import { readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { rolldown } from 'rolldown'
import { dts } from 'rolldown-plugin-dts'
import { ROOT } from './lib.mjs'

const player = join(ROOT, 'packages/player')
const dist = join(player, 'dist')
const input = {
  'gliv-player': join(player, 'src/index.ts'),
  headless: join(player, 'src/headless.ts'),
}
const checks = { pluginTimings: false }

const build = async (options, output) => {
  const bundle = await rolldown({ checks, input, ...options })
  await bundle.write({ dir: dist, format: 'es', entryFileNames: '[name].js', ...output })
  await bundle.close()
}

rmSync(dist, { recursive: true, force: true })
await build(
  { platform: 'neutral', transform: { target: 'es2022' } },
  { minify: true, chunkFileNames: 'parts/[name].js' },
)
await build(
  {
    plugins: [
      dts({
        emitDtsOnly: true,
        tsconfig: join(player, 'tsconfig.json'),
        compilerOptions: {
          composite: false,
          incremental: false,
          declaration: true,
          emitDeclarationOnly: true,
          stripInternal: true,
        },
      }),
    ],
  },
  { chunkFileNames: 'shared.js' },
)

const { version } = JSON.parse(readFileSync(join(player, 'package.json'), 'utf8'))
const entry = (name) => ({ types: `./${name}.d.ts`, default: `./${name}.js` })
writeFileSync(
  join(dist, 'package.json'),
  `${JSON.stringify(
    {
      name: 'gliv-player',
      version,
      description: 'Plays particle effects made with Gliv in any canvas: WebGL2, Canvas2D, workers, Node.',
      license: 'UNLICENSED',
      type: 'module',
      sideEffects: false,
      main: './gliv-player.js',
      types: './gliv-player.d.ts',
      exports: { '.': entry('gliv-player'), './headless': entry('headless') },
    },
    null,
    2,
  )}\n`,
)
writeFileSync(join(dist, 'README.md'), readFileSync(join(player, 'README.md')))
