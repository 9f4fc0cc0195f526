/**
 * npm test: installs what is missing; types, lint, kernels and dependencies beside the unit tests; then
 * builds and runs the
 * end-to-end tests. `--long` (npm run test:long) runs fuzzing, kills, damages and rebuilding at full length instead.
 */
import { spawn } from 'node:child_process'
import { ensureChromium, ensureInstalled, ROOT, run, tool, toolCommand } from './lib.mjs'

const LONG = process.argv.includes('--long')
const secondsSince = (start) => `${((Date.now() - start) / 1000).toFixed(0)} s`

const step = (name, work) => {
  const start = Date.now()
  console.log(`\n— ${name}`)
  work()
  console.log(`  ${name}: ${secondsSince(start)}`)
}

/**
 * Runs commands one after the other, beside other such rows; what they print comes at once when the row's
 * step ends.
 */
const row = async (steps) => {
  for (const [name, [program, args], shown] of steps) {
    const start = Date.now()
    const code = await new Promise((done) => {
      const child = spawn(program, args, { cwd: ROOT, stdio: shown ? 'inherit' : 'pipe' })
      let told = ''
      for (const stream of [child.stdout, child.stderr]) stream?.on('data', (data) => void (told += data))
      child.on('error', (error) => done(error.message))
      child.on('exit', (status) => done(status === 0 ? 0 : told || `exit ${status}`))
    })
    console.log(`\n— ${name}: ${secondsSince(start)}${code === 0 ? '' : ', failed'}`)
    if (code !== 0) throw new Error(String(code))
  }
}

const beside = async (...rows) => {
  const results = await Promise.allSettled(rows.map(row))
  const failed = results.filter(({ status }) => status === 'rejected')
  for (const { reason } of failed) console.error(reason.message)
  if (failed.length > 0) process.exit(1)
}

const begun = Date.now()
step('install', () => {
  ensureInstalled()
  ensureChromium()
})
if (LONG) {
  process.env['GLIV_LONG'] = '1'
  process.env['GLIV_WALK_STEPS'] ??= '1500'
  step('long fuzz', () => tool('vitest', ['run', 'hostile', 'damage']))
  step('build', () => run(process.execPath, [`${ROOT}/scripts/build.mjs`, '--peek', '--if-changed']))
  step('long stories', () =>
    tool('playwright', [
      'test',
      '--config',
      'e2e/playwright.config.ts',
      'kills',
      'walk',
      'undone',
      'rebuilt',
    ]),
  )
} else {
  console.log('\n— unit tests, and beside them types, lint, kernels, dependencies')
  await beside(
    [['unit tests', toolCommand('vitest', ['run', '--reporter=dot']), true]],
    [
      ['types', toolCommand('tsc', ['-b'])],
      ['format', toolCommand('prettier', ['--check', '--log-level', 'warn', '.'])],
      ['lint', toolCommand('eslint', ['.', '--max-warnings', '0'])],
      ['documented names', toolCommand('tsx', ['scripts/documented.ts'])],
      ['frozen hashes and bytes', toolCommand('tsx', ['scripts/frozen.ts'])],
      ['kernels', toolCommand('tsx', ['scripts/kernels.ts', '--check'])],
      ['dependencies', toolCommand('depcruise', ['--config', '.dependency-cruiser.cjs', 'packages', 'apps'])],
    ],
  )
  step('build', () => run(process.execPath, [`${ROOT}/scripts/build.mjs`, '--peek']))
  step('end-to-end tests', () => tool('playwright', ['test', '--config', 'e2e/playwright.config.ts']))
}
console.log(`\nAll of it took ${secondsSince(begun)}.`)
