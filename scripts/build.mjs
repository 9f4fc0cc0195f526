/** Builds the studio, the game page, and the player with its types. */
import { ROOT, run, tool } from './lib.mjs'

for (const folder of ['apps/studio', 'apps/ferry', 'packages/player']) tool('vite', ['build', folder, '--config', `${folder}/vite.config.ts`, '--logLevel', 'warn'])
run(process.execPath, [`${ROOT}/scripts/playertypes.mjs`])
