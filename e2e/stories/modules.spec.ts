/** The package as it is served: each effect of the demo loads the modules that it needs, and is as it is with all. */
import { readFile } from 'node:fs/promises'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { expect, type Page, test } from '@playwright/test'
import { makeDemo } from '@gliv/demo'
import { packText } from '@gliv/export'
import type { PackFile } from '@gliv/model'
import { HeadlessPlayer, readPack, stateHash } from '@gliv/player/headless'

const dist = fileURLToPath(new URL('../../packages/player/dist/', import.meta.url))
const SEED = 5
const TICKS = 45

interface Result {
  readonly hashes: string[]
  readonly places: number[]
  /** What was asked for until then. */
  readonly asked: string[]
  readonly refused: string
}

/** What the package makes of a pack, in a page that has nothing else. */
const played = (page: Page, pack: string): Promise<Result> =>
  page.evaluate(
    async ([text, seed, ticks]) => {
      const [player_, headless_] = ['/package/gliv-player.js', '/package/headless.js']
      const { loadPack, Player } = (await import(player_!)) as typeof import('@gliv/player')
      const loaded = await loadPack(JSON.parse(text) as object)
      const player = new Player(document.createElement('canvas'), loaded)
      for (const name of player.effects) player.play(name, { seed })
      for (let k = 0; k < ticks; k++) player.update(1 / 60 + 1e-9)
      player.draw({ x: -150, y: -75, zoom: 1 }, '#000000')
      const { f32, count } = player.frame()
      const places = Array.from({ length: count * 2 }, (_, k) => f32[(k >> 1) * 12 + (k & 1)]!)
      let refused = ''
      try {
        new Player(document.createElement('canvas'), loaded, { path: 'canvas2d' })
      } catch (error) {
        refused = String(error)
      }
      const asked = performance
        .getEntriesByType('resource')
        .map(({ name }) => /parts\/(\w+)\.js$/.exec(name)?.[1])
        .filter((name) => name !== undefined)
      // Only now all of it, to tell the state.
      const { stateHash } = (await import(headless_!)) as typeof import('@gliv/player/headless')
      const hashes = player.handles.map((handle) => stateHash(handle))
      player.dispose()
      return { hashes, places, asked, refused }
    },
    [pack, SEED, TICKS] as const,
  )

test('each effect loads what it needs, and is the same as with everything', async ({ page }) => {
  test.setTimeout(180_000)
  const demo = makeDemo()
  await page.route('**/package/**', async (route) => {
    const name = new URL(route.request().url()).pathname.slice('/package/'.length)
    await route.fulfill({ contentType: 'text/javascript', body: await readFile(join(dist, name), 'utf8') })
  })
  await page.route('**/empty', (route) =>
    route.fulfill({ contentType: 'text/html', body: '<!doctype html>' }),
  )
  const MEANT: Readonly<Record<string, string>> = { marks: 'contact', parts: 'relays' }
  const MODULES = ['forces', 'churn', 'contact', 'relays', 'backwards', 'kernels', 'cues']
  for (const id of demo.kit.effectOrder) {
    const text = packText(demo, { effects: [id] })
    const here = new HeadlessPlayer(readPack(text))
    for (const name of here.effects) here.play(name, { seed: SEED })
    for (let k = 0; k < TICKS; k++) here.update(1 / 60 + 1e-9)
    const hashes = here.handles.map((handle) => stateHash(handle))
    const { f32, count } = here.frame()
    // Without its sounds, which are most of the bytes.
    const { sounds: _sounds, ...pack } = JSON.parse(text) as PackFile
    const without = { ...pack, needs: (pack.needs ?? []).filter((need) => need !== 'kernels') }
    for (const file of [pack, without]) {
      await page.goto('/empty')
      const result = await played(page, JSON.stringify(file))
      expect(result.hashes, id).toEqual(hashes)
      expect(result.places.length, id).toBe(count * 2)
      // Without kernels pictures are rounded otherwise in their last digits.
      for (let k = 0; k < count * 2; k++)
        expect(Math.abs(result.places[k]! - f32[(k >> 1) * 12 + (k & 1)]!), id).toBeLessThan(0.01)
      const wanted = new Set((file.needs ?? []).map((need) => MEANT[need] ?? need))
      const asked = result.asked.filter((name) => MODULES.includes(name))
      expect(new Set(asked), id).toEqual(new Set(MODULES.filter((name) => wanted.has(name))))
      expect(result.refused).toContain('loadPack(source, { path: "canvas2d" })')
    }
    here.dispose()
  }
})
