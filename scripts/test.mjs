/** npm test: installs what is missing, then checks types, lint and dependencies, runs unit tests, builds, runs the end-to-end tests. */
import { ensureChromium, ensureInstalled, ROOT, run, tool } from './lib.mjs'

const step = (name, work) => {
  const start = Date.now()
  console.log(`\n— ${name}`)
  work()
  console.log(`  ${name}: ${((Date.now() - start) / 1000).toFixed(0)} s`)
}

step('install', () => {
  ensureInstalled()
  ensureChromium()
})
step('types', () => tool('tsc', ['-b']))
step('lint', () => tool('eslint', ['.', '--max-warnings', '0']))
step('kernels', () => run(process.execPath, [`${ROOT}/scripts/kernels.mjs`, '--check']))
step('dependencies', () => tool('depcruise', ['--config', '.dependency-cruiser.cjs', 'packages', 'apps']))
step('unit tests', () => tool('vitest', ['run']))
step('build', () => run(process.execPath, [`${ROOT}/scripts/build.mjs`]))
step('end-to-end tests', () => tool('playwright', ['test', '--config', 'e2e/playwright.config.ts']))
