/** Builds the studio, the game page, and the player with its types. */
import { ROOT, run, tool } from './lib.mjs'

for (const folder of ['apps/studio', 'apps/ferry', 'packages/player']) tool('vite', ['build', folder, '--config', `${folder}/vite.config.ts`, '--logLevel', 'warn'])
// The player's types are put together from the packages' declarations, which a fresh clone does not have yet.
tool('tsc', ['-b', 'packages/player'])
run(process.execPath, [`${ROOT}/scripts/playertypes.mjs`])
