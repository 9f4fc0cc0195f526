/** Bundles the player's types into one file beside the built module, free of workspace names. */
import { join } from 'node:path'
import { rolldown } from 'rolldown'
import { dts } from 'rolldown-plugin-dts'
import { ROOT } from './lib.mjs'

const dist = join(ROOT, 'packages/player/dist')
const bundle = await rolldown({
  checks: { pluginTimings: false },
  input: { 'gliv-player': join(ROOT, 'packages/player/src/index.ts') },
  plugins: [
    dts({
      emitDtsOnly: true,
      tsconfig: join(ROOT, 'packages/player/tsconfig.json'),
      compilerOptions: { composite: false, incremental: false, declaration: true, emitDeclarationOnly: true },
    }),
  ],
})
await bundle.write({ dir: dist, format: 'es', entryFileNames: '[name].js', chunkFileNames: '[name].js' })
await bundle.close()
