/** npm start: installs what is missing, builds what has changed, serves. */
import { ensureInstalled, ROOT, run, serve } from './lib.mjs'

ensureInstalled()
run(process.execPath, [`${ROOT}/scripts/build.mjs`, '--if-changed'])
console.log('Starting the server …')
serve('apps/server/src/main.ts')
