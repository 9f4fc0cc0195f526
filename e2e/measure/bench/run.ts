/**
 * npm run bench — what particles cost, in one run: in Node and in Chromium. Ratios within the run count;
 * machines are noisy.
 */
import { spawnSync } from 'node:child_process'
import { mkdtempSync, readFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { chromium } from '@playwright/test'
import { rolldown } from 'rolldown'
import { CHROMIUM } from '../../browser.ts'

const bundle = async (name: string, platform: 'node' | 'browser'): Promise<string> => {
  const file = join(mkdtempSync(join(tmpdir(), 'gliv-bench-')), `${name}.mjs`)
  const made = await rolldown({
    input: fileURLToPath(new URL(`${name}.ts`, import.meta.url)),
    platform,
    checks: { pluginTimings: false },
  })
  await made.write({ file, format: 'es' })
  await made.close()
  return file
}

/** `--player`: only what effects cost a game. */
const player = process.argv.includes('--player')
spawnSync(process.execPath, ['--expose-gc', await bundle('node', 'node'), ...(player ? ['--player'] : [])], {
  stdio: 'inherit',
})

const page = await bundle('page', 'browser')
const browser = await chromium.launch(CHROMIUM)
const tab = await browser.newPage()
await tab.addScriptTag({ content: readFileSync(page, 'utf8'), type: 'module' })
await tab.waitForFunction(() => 'glivBench' in globalThis)
for (const line of await tab.evaluate(
  (only) => (globalThis as unknown as { glivBench: (only: boolean) => Promise<string[]> }).glivBench(only),
  player,
))
  console.log(line)
await browser.close()
