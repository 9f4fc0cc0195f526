/** npm run measure:tests — lines of tests among all lines of TypeScript. */
import { execFileSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { ROOT } from './lib.mjs'

const files = execFileSync('git', ['ls-files', '*.ts', '*.tsx'], { cwd: ROOT, encoding: 'utf8' }).trim().split('\n')
const lines = (list) => list.reduce((sum, f) => sum + readFileSync(join(ROOT, f), 'utf8').split('\n').length - 1, 0)
const isTest = (f) => /\.test\.tsx?$|^e2e\/|\/testing\//.test(f)
const tests = lines(files.filter(isTest))
const code = lines(files.filter((f) => !isTest(f)))
console.log(`${tests} lines of tests, ${code} of code: ${((100 * tests) / (tests + code)).toFixed(0)} %`)
