/** npm start: installs what is missing, builds, serves. */
import { ensureInstalled, ROOT, run, tool } from './lib.mjs'

ensureInstalled()
run(process.execPath, [`${ROOT}/scripts/build.mjs`])
tool('tsx', ['apps/server/src/main.ts'])
