/** What the scripts share: where the root is, running a program, installing what is missing. */
import { spawn, spawnSync } from 'node:child_process'
import { existsSync, statSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'

export const ROOT = fileURLToPath(new URL('..', import.meta.url))

/** Runs a program with its output shown; ends this script with its exit code when it fails. */
export const run = (program, args, options = {}) => {
  const { status, error } = spawnSync(program, args, {
    cwd: ROOT,
    stdio: 'inherit',
    shell: process.platform === 'win32',
    ...options,
  })
  if (error) console.error(`${program} could not be started: ${error.message}`)
  if (status !== 0) process.exit(status ?? 1)
}

/**
 * Runs a program whose output matters only when it fails; then it is shown, and this script ends with its
 * exit code.
 */
export const quietly = (program, args) => {
  const { status, error, stdout, stderr } = spawnSync(program, args, { cwd: ROOT, encoding: 'utf8' })
  if (status === 0) return
  process.stderr.write(`failed\n${error?.message ?? ''}${stdout ?? ''}${stderr ?? ''}`)
  process.exit(status ?? 1)
}

/** A program that serves until it is stopped; a signal to this script goes on to it. */
export const serve = (script) => {
  const child = spawn(process.execPath, ['--import', 'tsx', script, ...process.argv.slice(2)], {
    cwd: ROOT,
    stdio: 'inherit',
  })
  for (const signal of ['SIGTERM', 'SIGINT']) process.on(signal, () => child.kill(signal))
  child.on('exit', (code, signal) => process.exit(code ?? (signal ? 0 : 1)))
}

/** A tool of node_modules as program and arguments. */
export const toolCommand = (name, args) => [process.execPath, [binOf(name), ...args]]

/** Runs a tool of node_modules. */
export const tool = (name, args, options) => run(...toolCommand(name, args), options)

const BINS = {
  tsc: 'typescript/bin/tsc',
  eslint: 'eslint/bin/eslint.js',
  prettier: 'prettier/bin/prettier.cjs',
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
  run('npm', ['ci', '--no-audit', '--no-fund'], {
    env: { ...process.env, PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD: '1' },
  })
}

/** Debian's Chromium, installed when it is missing and this user may do so. */
export const ensureChromium = () => {
  if (existsSync('/usr/bin/chromium')) return
  console.log('Installing Chromium from Debian …')
  run('apt-get', ['update', '-q'])
  run('apt-get', ['install', '-y', '-q', '--no-install-recommends', 'chromium'])
}
