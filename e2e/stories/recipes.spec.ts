/** The snippets of docs/player.md, run as they stand there. */
import { execFileSync } from 'node:child_process'
import { cp, mkdtemp, readFile, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { expect, test } from '@playwright/test'
import { makeDemo } from '@gliv/demo'
import { packBytes } from '@gliv/export'

const root = fileURLToPath(new URL('../..', import.meta.url))
const dist = join(root, 'packages/player/dist')
const guide = await readFile(join(root, 'docs/player.md'), 'utf8')

interface Snippet {
  readonly title: string
  readonly language: string
  readonly where: string
  readonly code: string
}

/** Fenced blocks with the heading that they stand under. */
const snippets: Snippet[] = [...guide.matchAll(/^## (.+)$|^```(\w+) ?(\w*)\n([\s\S]*?)^```$/gm)].reduce<{
  title: string
  found: Snippet[]
}>(
  ({ title, found }, [, heading, language, where, code]) =>
    heading
      ? { title: heading, found }
      : { title, found: [...found, { title, language: language!, where: where!, code: code! }] },
  { title: '', found: [] },
).found
const pack = packBytes(makeDemo())
const worker = snippets.find(({ where }) => where === 'worker')!

const MODULES: Readonly<Record<string, string>> = {
  'gliv-player': '/recipe/watched.js',
  'gliv-player/pixi': '/recipe/pixi.js',
  'pixi.js': '/recipe/pixi.min.mjs',
}
/** The package, with what it makes kept where the test finds it. */
const WATCHED = `
import * as all from './gliv-player.js'
export * from './gliv-player.js'
const keep = (one) => ((globalThis.players ??= []).push(one), one)
export class Player extends all.Player { constructor(...given) { super(...given); keep(this) } }
export class HeadlessPlayer extends all.HeadlessPlayer { constructor(...given) { super(...given); keep(this) } }
`

const pageOf = ({ language, code }: Snippet): string =>
  language === 'html'
    ? `<!doctype html><body>${code.replace("'./gliv-player.js'", "'/recipe/watched.js'")}`
    : `<!doctype html><script type="importmap">${JSON.stringify({ imports: MODULES })}</script><body>
<canvas width="640" height="360"></canvas><script type="module">${code}</script>`

const TYPES: Readonly<Record<string, string>> = { html: 'text/html', glivpack: 'application/octet-stream' }

const bodyOf = (name: string, shown: Snippet): Promise<string | Buffer> | string | Buffer => {
  if (name === 'index.html') return pageOf(shown)
  if (name === 'watched.js') return WATCHED
  if (name === 'last-ferry.glivpack') return Buffer.from(pack)
  // A worker has no import map.
  if (name === 'worker.js') return worker.code.replace("'gliv-player'", "'/recipe/gliv-player.js'")
  if (name === 'pixi.min.mjs') return readFile(join(root, 'node_modules/pixi.js/dist/pixi.min.mjs'))
  return readFile(join(dist, name))
}

test('there is one for each way of integrating it', () => {
  const titles = snippets.filter(({ where }) => where !== '').map(({ title }) => title)
  expect(titles).toEqual(
    [
      ...[
        'Without a bundler',
        'The game’s own loop',
        'A WebGL2 context of the game’s own',
        'Canvas2D',
        'pixi.js',
      ],
      ...['A worker', 'A worker', 'Node, and games that draw by themselves'],
    ].map((title) => title.replaceAll('’', "'")),
  )
})

for (const [k, snippet] of snippets.entries())
  if (snippet.where === 'page')
    test(`${k}: ${snippet.title}`, async ({ page }) => {
      const faults: string[] = []
      page.on('pageerror', (error) => faults.push(error.message))
      page.on('console', (message) => message.type() === 'error' && faults.push(message.text()))
      await page.route('**/recipe/**', async (route) => {
        const name = new URL(route.request().url()).pathname.slice('/recipe/'.length)
        const type = TYPES[name.split('.').pop()!] ?? 'text/javascript'
        await route.fulfill({ contentType: type, body: await bodyOf(name, snippet) })
      })
      await page.goto('/recipe/index.html')
      const inWorker = snippet.code.includes('new Worker')
      if (!inWorker)
        await page.waitForFunction(() => {
          const { players = [] } = globalThis as { players?: { alive: number }[] }
          return players.some(({ alive }) => alive > 3)
        })
      // What is seen: something else than one colour.
      const colours = async (): Promise<number> => {
        const shot = await page.locator('canvas').last().screenshot()
        return page.evaluate(
          async (bytes) => {
            const image = await createImageBitmap(new Blob([Uint8Array.from(bytes)]))
            const canvas = new OffscreenCanvas(image.width, image.height)
            const context = canvas.getContext('2d')!
            context.drawImage(image, 0, 0)
            const { data } = context.getImageData(0, 0, image.width, image.height)
            return new Set(new Uint32Array(data.buffer)).size
          },
          [...shot],
        )
      }
      await expect.poll(colours).toBeGreaterThan(10)
      expect(faults).toEqual([])
    })

test('Node', async () => {
  const folder = await mkdtemp(join(tmpdir(), 'gliv-recipe-'))
  try {
    await cp(dist, join(folder, 'node_modules/gliv-player'), { recursive: true })
    await writeFile(join(folder, 'last-ferry.glivpack'), pack)
    await writeFile(join(folder, 'run.mjs'), snippets.find(({ where }) => where === 'node')!.code)
    const said = execFileSync(process.execPath, ['run.mjs'], {
      ...{ cwd: folder, encoding: 'utf8' as const },
      env: { ...process.env, FORCE_COLOR: '0' },
    })
    expect(said).toMatch(/^[0-9a-f]{16} \d+\n$/)
    const typed = snippets.find(({ language }) => language === 'ts')!.code
    await writeFile(join(folder, 'game.ts'), typed)
    await writeFile(
      join(folder, 'tsconfig.json'),
      JSON.stringify({
        compilerOptions: {
          ...{ strict: true, noEmit: true, target: 'ES2022', module: 'ESNext', moduleResolution: 'Bundler' },
          ...{ lib: ['ES2022', 'DOM'], types: [] },
        },
        files: ['game.ts'],
      }),
    )
    execFileSync(process.execPath, [join(root, 'node_modules/typescript/bin/tsc'), '-p', '.'], {
      cwd: folder,
    })
  } finally {
    await rm(folder, { recursive: true, force: true })
  }
})
