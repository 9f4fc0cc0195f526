/**
 * npm run measure:size [-- --write] — gzipped script of the first load of each screen of the built studio, and of the
 * player: its core, its modules, and what each effect of the demo asks for. `--write` keeps the player's figures,
 * which the build holds against the next ones.
 */
import { readFileSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { spawnSync } from 'node:child_process'
import { gzipSync } from 'node:zlib'
import { ROOT, toolCommand } from './lib.mjs'
import { MODULES } from './playerModules.mjs'
import { keepSizes, playerSizes } from './playerSizes.mjs'

const gzipped = (file) => gzipSync(readFileSync(file), { level: 9 }).length
const kB = (bytes) => `${(bytes / 1000).toFixed(1)} kB`
const assets = join(ROOT, 'apps/studio/dist/assets')
const files = readdirSync(assets).filter((f) => f.endsWith('.js'))

/** Scripts that a script needs before it runs. */
const needs = (file, seen = new Set()) => {
  if (seen.has(file)) return seen
  seen.add(file)
  for (const [, name] of readFileSync(join(assets, file), 'utf8').matchAll(
    /(?:from|import)\s*"\.\/([^"]+\.js)"/g,
  ))
    needs(name, seen)
  return seen
}
/** Modules and bytes of the pack, sounds left out, of each effect of the demo. */
const demoNeeds = () => {
  const [program, args] = toolCommand('tsx', [join(ROOT, 'scripts/demoNeeds.ts')])
  const { stdout } = spawnSync(program, args, { encoding: 'utf8', maxBuffer: 1e8 })
  const MEANT = { marks: 'contact', parts: 'relays' }
  return JSON.parse(stdout).map(({ needs, ...more }) => ({
    ...more,
    needs: new Set(needs.map((need) => MEANT[need] ?? need).filter((need) => need in MODULES)),
  }))
}
const total = (...starts) => {
  const all = new Set(starts.flatMap((s) => [...needs(s)]))
  return [...all].reduce((sum, f) => sum + gzipped(join(assets, f)), 0)
}
const named = (start) => files.find((f) => f.startsWith(start))
const html = readFileSync(join(ROOT, 'apps/studio/dist/index.html'), 'utf8')
const entry = /src="\/assets\/([^"]+\.js)"/.exec(html)[1]
console.log(`shelf, kit page (entry): ${kB(total(entry))} gzipped`)
console.log(
  `with the effect editor:  ${kB(total(entry, named('EffectEditor')))} gzipped (goal: at most 500 kB)`,
)

const sizes = playerSizes()
console.log(`player, core:            ${kB(sizes.core)} gzipped (goal: at most 16 kB)`)
for (const name of Object.keys(MODULES)) console.log(`  ${name.padEnd(23)}${kB(sizes[name])}`)
console.log(`player, everything:      ${kB(sizes.everything)} gzipped (goal: at most 45 kB)`)
const demo = demoNeeds()
for (const { name, needs, pack } of demo) {
  const code = [...needs].reduce((sum, need) => sum + sizes[need], sizes.core)
  console.log(
    `  ${name.padEnd(23)}${kB(code)} of code, its pack ${kB(pack)}: ${[...needs].join(', ') || 'core alone'}`,
  )
}
if (process.argv.includes('--write')) keepSizes(sizes)
