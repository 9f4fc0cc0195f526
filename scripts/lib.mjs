/** What the scripts share: where the root is, running a program, installing what is missing. */
import { spawnSync } from 'node:child_process'
import { existsSync, statSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'

export const ROOT = fileURLToPath(new URL('..', import.meta.url))

/** Runs a program with its output shown; ends this script with its exit code when it fails. */
export const run = (program, args, options = {}) => {
  const { status, error } = spawnSync(program, args, { cwd: ROOT, stdio: 'inherit', shell: process.platform === 'win32', ...options })
  if (error) console.error(`${program} could not be started: ${error.message}`)
  if (status !== 0) process.exit(status ?? 1)
}

/** Runs a tool of node_modules. */
export const tool = (name, args, options) => run(process.execPath, [binOf(name), ...args], options)

const BINS = {
  tsc: 'typescript/bin/tsc',
  eslint: 'eslint/bin/eslint.js',
  depcruise: 'dependency-cruiser/bin/dependency-cruise.mjs',
  vitest: 'vitest/vitest.mjs',
  vite: 'vite/bin/vite.js',
  playwright: '@playwright/test/cli.js',
  tsx: 'tsx/dist/cli.mjs',
}
export const binOf = (name) => join(ROOT, 'node_modules', BINS[name])

/** npm ci when nothing is installed, or when the lock file is newer than what is. */
export const ensureInstalled = () => {
  const marker = join(ROOT, 'node_modules', '.package-lock.json')
  const lock = join(ROOT, 'package-lock.json')
  if (existsSync(marker) && statSync(marker).mtimeMs >= statSync(lock).mtimeMs) return
  console.log('Installing packages …')
  run('npm', ['ci', '--no-audit', '--no-fund'], { env: { ...process.env, PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD: '1' } })
}

/** Debian's Chromium, installed when it is missing and this user may do so. */
export const ensureChromium = () => {
  if (existsSync('/usr/bin/chromium')) return
  console.log('Installing Chromium from Debian …')
  run('apt-get', ['update', '-q'])
  run('apt-get', ['install', '-y', '-q', '--no-install-recommends', 'chromium'])
}
