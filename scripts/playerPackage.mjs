/**
 * Builds `packages/player/dist`, the package `gliv-player` as it is published: modules without dependencies, their
 * types in a file an entry, what a registry needs to know, a page of help. Nothing else is in it.
 */
import { readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { rolldown } from 'rolldown'
import { dts } from 'rolldown-plugin-dts'
import { ROOT } from './lib.mjs'
import { chunkOf, divided, WHOLE } from './playerModules.mjs'
import { buildPage } from './playerPage.mjs'
import { grown, playerSizes } from './playerSizes.mjs'

const player = join(ROOT, 'packages/player')
const dist = join(player, 'dist')
const input = {
  'gliv-player': join(player, 'src/index.ts'),
  headless: join(player, 'src/headless.ts'),
  pixi: join(player, 'src/pixi/pixi.ts'),
  link: join(player, 'src/link/index.ts'),
}
/** The one without drawing has all modules from the beginning. */
const ofModules = { ...input, headless: WHOLE + input.headless }
const checks = { pluginTimings: false }

const build = async (options, output) => {
  const bundle = await rolldown({ checks, input, ...options })
  await bundle.write({ dir: dist, format: 'es', entryFileNames: '[name].js', ...output })
  await bundle.close()
}

rmSync(dist, { recursive: true, force: true })
await build(
  {
    input: ofModules,
    platform: 'neutral',
    transform: { target: 'es2022' },
    plugins: [divided()],
    preserveEntrySignatures: 'allow-extension',
  },
  {
    minify: true,
    chunkFileNames: 'parts/[name].js',
    codeSplitting: { includeDependenciesRecursively: false, groups: [{ name: chunkOf }] },
  },
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

await buildPage()

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
      exports: {
        '.': entry('gliv-player'),
        './headless': entry('headless'),
        './pixi': entry('pixi'),
        './link': entry('link'),
      },
    },
    null,
    2,
  )}\n`,
)
writeFileSync(join(dist, 'README.md'), readFileSync(join(player, 'README.md')))

const problems = grown(playerSizes())
for (const problem of problems) console.error(problem)
if (problems.length > 0) process.exit(1)
