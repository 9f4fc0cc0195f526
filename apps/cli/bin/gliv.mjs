#!/usr/bin/env node
// Starts the command line from its TypeScript source; installs what is missing on a fresh clone.
import { execFileSync } from 'node:child_process'
import { existsSync } from 'node:fs'
import { fileURLToPath } from 'node:url'

const root = fileURLToPath(new URL('../../..', import.meta.url))
if (!existsSync(new URL('../../../node_modules/tsx', import.meta.url)))
  execFileSync('npm', ['ci'], { cwd: root, stdio: ['ignore', 2, 2], shell: process.platform === 'win32' })
const { register } = await import('tsx/esm/api')
register()
// A reader that stops early (like head) is no error.
process.stdout.on('error', (error) => process.exit(error.code === 'EPIPE' ? 0 : 1))
const { main } = await import('../src/main.ts')
process.exitCode = await main(process.argv.slice(2))
