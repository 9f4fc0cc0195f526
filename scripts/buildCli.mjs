/** Builds the command line to one file: apps/cli/dist/gliv.mjs, which needs nothing but Node. */
import { chmodSync } from 'node:fs'
import { join } from 'node:path'
import { build } from 'esbuild'
import { ROOT } from './lib.mjs'

await build({
  entryPoints: [join(ROOT, 'apps/cli/src/built.ts')],
  outfile: join(ROOT, 'apps/cli/dist/gliv.mjs'),
  bundle: true,
  // Parts that are asked for later are run later, in one file, too.
  format: 'esm',
  platform: 'node',
  target: 'node20',
  minify: true,
  legalComments: 'none',
  loader: { '.wasm': 'binary' },
  banner: {
    js: "#!/usr/bin/env node\nimport{createRequire as glivRequire}from'node:module';const require=glivRequire(import.meta.url);",
  },
  logLevel: 'error',
})
chmodSync(join(ROOT, 'apps/cli/dist/gliv.mjs'), 0o755)
