/** Builds the studio, the game page and the player. */
import { tool } from './lib.mjs'

for (const folder of ['apps/studio', 'apps/ferry', 'packages/player']) tool('vite', ['build', folder, '--config', `${folder}/vite.config.ts`, '--logLevel', 'warn'])
