/**
 * npm run dev: the studio and the game page with hot reload, and the demo's files. PORT chooses another port.
 */
import { ensureInstalled, serve } from './lib.mjs'

ensureInstalled()
serve('scripts/devServer.ts')
