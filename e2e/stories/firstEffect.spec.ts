/** docs/first-effect.md: both games are made in empty folders from what stands there, and played. */
import { execFileSync } from 'node:child_process'
import { cp, mkdir, mkdtemp, readdir, readFile, rm, symlink, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { makeDemo } from '@gliv/demo'
import { namesModule, packBytes } from '@gliv/export'
import { expect, type Page, test } from '@playwright/test'

const root = fileURLToPath(new URL('../..', import.meta.url))
const guide = await readFile(join(root, 'docs/first-effect.md'), 'utf8')

/** Files that stand under a heading, by their names. */
const filesUnder = (heading: string): readonly (readonly [name: string, text: string])[] => {
  const section = guide.split(/^## /m).find((part) => part.startsWith(heading))!
  return [...section.matchAll(/^```\w+ (\S+)\n([\s\S]*?)^```$/gm)].map(
    ([, name, text]) => [name!, text!] as const,
  )
}

const TYPES: Readonly<Record<string, string>> = { html: 'text/html', js: 'text/javascript' }

/** Opens a folder as a site of its own. */
const openFolder = async (page: Page, folder: string): Promise<string[]> => {
  const faults: string[] = []
  page.on('pageerror', (error) => faults.push(error.message))
  page.on('console', (message) => message.type() === 'error' && faults.push(message.text()))
  await page.route('http://game.test/**', async (route) => {
    const { pathname } = new URL(route.request().url())
    const file = join(folder, pathname === '/' ? 'index.html' : pathname)
    const body = await readFile(file).catch(() => null)
    if (!body) return route.fulfill({ status: 404, body: '' })
    await route.fulfill({ contentType: TYPES[file.split('.').at(-1)!] ?? 'application/octet-stream', body })
  })
  await page.goto('http://game.test/')
  return faults
}

/** How many colours the picture has: a square and its ground, and dust in many. */
const colours = async (page: Page): Promise<number> => {
  const shot = await page.locator('canvas').screenshot()
  return page.evaluate(
    async (bytes) => {
      const image = await createImageBitmap(new Blob([Uint8Array.from(bytes)]))
      const canvas = new OffscreenCanvas(image.width, image.height)
      const context = canvas.getContext('2d')!
      context.drawImage(image, 0, 0)
      return new Set(new Uint32Array(context.getImageData(0, 0, image.width, image.height).data.buffer)).size
    },
    [...shot],
  )
}

const playIt = async (page: Page, folder: string): Promise<void> => {
  const faults = await openFolder(page, folder)
  // It lands, and again whenever it was made to jump: dust, and then none.
  for (let round = 0; round < 2; round++) {
    await expect
      .poll(
        async () => {
          await page.keyboard.press(' ')
          return faults.length > 0 ? faults : (await colours(page)) > 10
        },
        { timeout: 30_000 },
      )
      .toBe(true)
    await expect.poll(() => colours(page), { timeout: 20_000 }).toBeLessThan(6)
  }
  expect(faults).toEqual([])
}

let folder = ''
test.beforeEach(async () => {
  folder = await mkdtemp(join(tmpdir(), 'gliv-first-'))
})
test.afterEach(() => rm(folder, { recursive: true, force: true }))

const write = async (files: ReturnType<typeof filesUnder>): Promise<void> => {
  for (const [name, text] of files) {
    await mkdir(dirname(join(folder, name)), { recursive: true })
    await writeFile(join(folder, name), text)
  }
}

const pack = (): Uint8Array => packBytes(makeDemo(), { effects: ['pier-dust'] })

test('a bare canvas', async ({ page }) => {
  await write(filesUnder('A bare canvas'))
  await cp(join(root, 'packages/player/dist'), join(folder, 'gliv-player'), { recursive: true })
  await writeFile(join(folder, 'dust.glivpack'), pack())
  await playIt(page, folder)
})

test('a game in TypeScript with a bundler: it compiles, is built without the tether, and plays', async ({
  page,
}) => {
  test.slow()
  await write(filesUnder('A game in TypeScript'))
  await writeFile(join(folder, 'package.json'), '{ "name": "square", "private": true, "type": "module" }')
  await mkdir(join(folder, 'public'))
  await writeFile(join(folder, 'public/dust.glivpack'), pack())
  await writeFile(join(folder, 'src/effects.ts'), namesModule(makeDemo().kit, ['pier-dust']))
  await mkdir(join(folder, 'node_modules'))
  await cp(join(root, 'packages/player/dist'), join(folder, 'node_modules/gliv-player'), { recursive: true })
  await symlink(join(root, 'node_modules/vite'), join(folder, 'node_modules/vite'))
  const compilerOptions = {
    ...{ strict: true, noEmit: true, target: 'ES2022', module: 'ESNext', moduleResolution: 'Bundler' },
    ...{
      lib: ['ES2022', 'DOM'],
      types: ['vite/client'],
      allowImportingTsExtensions: true,
      skipLibCheck: true,
    },
  }
  await writeFile(join(folder, 'tsconfig.json'), JSON.stringify({ compilerOptions, include: ['src'] }))
  const run = (bin: string, ...args: string[]): string =>
    execFileSync(process.execPath, [join(root, 'node_modules', bin), ...args], {
      cwd: folder,
      encoding: 'utf8',
    })
  run('typescript/bin/tsc', '-p', '.')
  run('vite/bin/vite.js', 'build', '--target', 'es2022', '--logLevel', 'warn')
  const built = await readdir(join(folder, 'dist/assets'))
  const texts = await Promise.all(built.map((name) => readFile(join(folder, 'dist/assets', name), 'utf8')))
  expect(texts.some((text) => text.includes('gliv-tether'))).toBe(false)
  await playIt(page, join(folder, 'dist'))
})
