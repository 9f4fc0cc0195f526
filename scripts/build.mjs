/**
 * Builds the studio, the game page, and the player with its types; says what it does. `--if-changed` skips a
 * build that is up to date. `--peek` lets stories and measurements look at what the stage runs.
 */
import { copyFileSync, existsSync, readFileSync, writeFileSync } from 'node:fs'
import { createHash } from 'node:crypto'
import { readdirSync, statSync } from 'node:fs'
import { join } from 'node:path'
import { quietly, ROOT, toolCommand } from './lib.mjs'

const MARK = join(ROOT, 'apps/studio/dist/.built-from')
const RESULTS = [
  'apps/studio/dist/index.html',
  'apps/ferry/dist/index.html',
  'packages/player/dist/gliv-player.js',
  'packages/player/dist/gliv-player.d.ts',
  'packages/player/dist/headless.js',
  'apps/studio/dist/player-page.js',
  'apps/studio/dist/offline.js',
]
const LEFT_OUT = /(^|\/)(node_modules|dist|\.tsbuild|\.git|test-results|docs|e2e)(\/|$)|\.test\.tsx?$/

/** Names, sizes and times of all that a build reads. */
const stateOfSources = () => {
  const hash = createHash('sha256')
  const visit = (folder) => {
    for (const entry of readdirSync(join(ROOT, folder), { withFileTypes: true }).sort((a, b) =>
      a.name < b.name ? -1 : 1,
    )) {
      const path = folder === '' ? entry.name : `${folder}/${entry.name}`
      if (LEFT_OUT.test(path)) continue
      if (entry.isDirectory()) visit(path)
      else if (entry.isFile()) {
        const { size, mtimeMs } = statSync(join(ROOT, path))
        hash.update(`${path} ${size} ${mtimeMs}\n`)
      }
    }
  }
  for (const folder of ['apps', 'packages', 'scripts']) visit(folder)
  for (const file of ['package-lock.json', 'tsconfig.base.json', 'docs/guide.md'])
    hash.update(`${file} ${statSync(join(ROOT, file)).mtimeMs}\n`)
  return hash.digest('hex')
}

const PEEK = process.argv.includes('--peek')
const state = `${stateOfSources()}${PEEK ? ' peek' : ''}`
const isUpToDate =
  existsSync(MARK) &&
  readFileSync(MARK, 'utf8') === state &&
  RESULTS.every((file) => existsSync(join(ROOT, file)))
if (process.argv.includes('--if-changed') && isUpToDate) console.log('The build is up to date.')
else {
  const step = (what, command) => {
    const start = Date.now()
    process.stdout.write(`  ${what} … `)
    quietly(...command)
    console.log(`${((Date.now() - start) / 1000).toFixed(0)} s`)
  }
  if (PEEK) process.env['VITE_GLIV_PEEK'] = '1'
  console.log('Building Gliv:')
  const vite = (folder) =>
    toolCommand('vite', ['build', folder, '--config', `${folder}/vite.config.ts`, '--logLevel', 'warn'])
  step('the studio', vite('apps/studio'))
  step('the game page', vite('apps/ferry'))
  // The player's types are put together from the packages' declarations, which a fresh clone does not have
  // yet.
  step('declarations', toolCommand('tsc', ['-b', 'packages/player']))
  step('the player', [process.execPath, [`${ROOT}/scripts/playerPackage.mjs`]])
  copyFileSync(join(ROOT, 'packages/player/page/dist/page.js'), join(ROOT, 'apps/studio/dist/player-page.js'))
  step('work without the server', [process.execPath, [`${ROOT}/scripts/offline.mjs`]])
  step('packing', [process.execPath, [`${ROOT}/scripts/compress.mjs`]])
  writeFileSync(MARK, state)
}
