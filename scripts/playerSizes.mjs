/** What the player weighs, gzipped: its core, its modules, and what each effect of the demo makes a game load. */
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { gzipSync } from 'node:zlib'
import { ROOT } from './lib.mjs'
import { MODULES } from './playerModules.mjs'

const dist = join(ROOT, 'packages/player/dist')
const KEPT = join(ROOT, 'packages/player/sizes.json')
/** A figure may grow by so much before somebody has to say that it is worth it. */
const MOST_GROWTH = 1.02

const gzipped = (file) => gzipSync(readFileSync(join(dist, file)), { level: 9 }).length

/** Bytes of the core, of each module, and of all of them. */
export const playerSizes = () => {
  const parts = readdirSync(join(dist, 'parts'))
  const helpers = parts.filter(
    (file) => !['core.js', 'reading.js', 'linking.js', ...moduleFiles()].includes(file),
  )
  const core = ['gliv-player.js', 'parts/core.js', ...helpers.map((file) => `parts/${file}`)].reduce(
    (sum, file) => sum + gzipped(file),
    0,
  )
  const modules = Object.fromEntries(Object.keys(MODULES).map((name) => [name, gzipped(`parts/${name}.js`)]))
  const everything = Object.values(modules).reduce((sum, bytes) => sum + bytes, core)
  return { core, ...modules, everything }
}

const moduleFiles = () => Object.keys(MODULES).map((name) => `${name}.js`)

/** Figures that have grown by too much, in words. */
export const grown = (sizes) => {
  const kept = existsSync(KEPT) ? JSON.parse(readFileSync(KEPT, 'utf8')) : {}
  return Object.entries(sizes).flatMap(([name, bytes]) =>
    kept[name] !== undefined && bytes > kept[name] * MOST_GROWTH
      ? [
          `the player’s ${name} has grown from ${kept[name]} to ${bytes} bytes gzipped, over 2 %; make it smaller, or say that it is worth it: npm run measure:size -- --write`,
        ]
      : [],
  )
}

export const keepSizes = (sizes) => writeFileSync(KEPT, `${JSON.stringify(sizes, null, 2)}\n`)
