/**
 * Makes what lets the studio start without its server and be installed: a service worker that keeps every built
 * file by its content (by workbox), and the icons that systems ask for, drawn from the one sign.
 */
import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { createHash } from 'node:crypto'
import { createCanvas, loadImage } from '@napi-rs/canvas'
import { generateSW } from 'workbox-build'
import { ROOT } from './lib.mjs'

const DIST = join(ROOT, 'apps/studio/dist')

/** Ground of the icon that systems cut to their own shape; the sign keeps to the inner four fifths. */
const PAPER = '#f4efe6'

const icon = async (size, cut) => {
  const canvas = createCanvas(size, size)
  const context = canvas.getContext('2d')
  const sign = await loadImage(readFileSync(join(ROOT, 'apps/studio/public/gliv.svg')))
  if (cut) {
    context.fillStyle = PAPER
    context.fillRect(0, 0, size, size)
  }
  const side = cut ? size * 0.72 : size
  context.drawImage(sign, (size - side) / 2, (size - side) / 2, side, side)
  return canvas.toBuffer('image/png')
}

for (const [name, size, cut] of [
  ['icon-192.png', 192, false],
  ['icon-512.png', 512, false],
  ['icon-cut-512.png', 512, true],
])
  writeFileSync(join(DIST, name), await icon(size, cut))

/** Which build this is: what the server makes at its start, the demo, changes with it alone. */
const build = createHash('sha256')
  .update(readFileSync(join(DIST, 'index.html')))
  .digest('hex')
  .slice(0, 16)

const { count, size, warnings } = await generateSW({
  swDest: join(DIST, 'offline.js'),
  globDirectory: join(ROOT, 'apps'),
  globPatterns: ['studio/dist/**/*', 'ferry/dist/**/*'],
  // Packed copies are the server's; the browser chooses among fonts, and every one of ours takes woff2.
  globIgnores: ['**/*.{br,gz,woff}', '**/.built-from', '**/offline.js'],
  modifyURLPrefix: { 'studio/dist/': '/', 'ferry/dist/': '/ferry/' },
  additionalManifestEntries: ['/demo.gliv', '/demo.glivpack.json'].map((url) => ({ url, revision: build })),
  dontCacheBustURLsMatching: /\/assets\/.*-[\w-]{8}\.\w+$/,
  maximumFileSizeToCacheInBytes: 8_000_000,
  // An address of the studio is the studio; what follows "?" is for the page, not for the server.
  navigateFallback: '/index.html',
  navigateFallbackAllowlist: [/^\/kit\//],
  ignoreURLParametersMatching: [/./],
  cleanupOutdatedCaches: true,
  clientsClaim: true,
  // A newer one waits until it is asked for: work is never interrupted.
  skipWaiting: false,
  inlineWorkboxRuntime: true,
  sourcemap: false,
  mode: 'production',
})
if (warnings.length > 0) throw new Error(warnings.join('\n'))
console.log(`  kept for work without the server: ${count} files, ${(size / 1e6).toFixed(1)} MB`)
