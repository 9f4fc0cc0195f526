/**
 * npm run measure:size — gzipped script of the first load of each screen of the built studio, and of the
 * player.
 */
import { readFileSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { gzipSync } from 'node:zlib'
import { ROOT } from './lib.mjs'

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
console.log(
  `player:                  ${kB(gzipped(join(ROOT, 'packages/player/dist/gliv-player.js')))} gzipped (goal: at most 16 kB)`,
)
