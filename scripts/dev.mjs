/** npm run dev: the studio with hot reload. */
import { ensureInstalled, tool } from './lib.mjs'

ensureInstalled()
tool('vite', ['apps/studio', '--config', 'apps/studio/vite.config.ts'])
