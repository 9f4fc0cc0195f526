/** The player as a package: packed as it is published, installed into an empty project, checked and run there. */
import { execFileSync } from 'node:child_process'
import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { expect, test } from '@playwright/test'
import { frozenDemo } from '@gliv/demo/frozen'
import { packBytes } from '@gliv/export'
import { HeadlessPlayer, readPack } from '@gliv/player/headless'

const root = fileURLToPath(new URL('../..', import.meta.url))
const dist = join(root, 'packages/player/dist')
const tsc = join(root, 'node_modules/typescript/bin/tsc')

const npm = (args: readonly string[], cwd: string): string =>
  execFileSync('npm', [...args, '--loglevel', 'error'], { cwd, encoding: 'utf8' })

/** Everything that a game says to the player, held against its types. */
const GAME = `
import { HeadlessPlayer, loadPack, Player, type Camera, type EffectHandle, type LoadedPack, type PlayOptions, type Surface } from 'gliv-player'

const canvas: HTMLCanvasElement = document.createElement('canvas')
const pack: LoadedPack = await loadPack(new URL('./pack.glivpack', import.meta.url))
const player = new Player(canvas, pack, { seed: 7, limits: { effects: 100 }, restoreState: true })
const floor: Surface = { id: 'floor', kind: 'segment', x1: 0, y1: 100, x2: 500, y2: 100 }
const options: PlayOptions = { x: 1, y: 2, surfaces: [floor], tint: '#ffcc00', priority: 2 }
const handle: EffectHandle = player.play('Pier dust', options)
handle.moveTo(3, 4, { rotation: 90 })
handle.opacity = 0.5
const off: () => void = player.on('named', ({ name, payload }) => console.log(name.length + payload.length))
player.on('screen', ({ screen }) => console.log(screen.kind))
const camera: Camera = { x: 0, y: 0, zoom: 2, rotation: 5 }
player.update(1 / 60)
player.draw(camera, null)
player.drawLayer('front', camera)
await handle.finished
await player.sound(new AudioContext())
off()
const other: HeadlessPlayer = player
other.dispose()
// @ts-expect-error an event that there is not
player.on('boom', () => {})
// @ts-expect-error an option that there is not
player.play('Pier dust', { rotate: 5 })
`
const SERVER = `
import { HeadlessPlayer, readPack, type Frame, type ViewRect } from 'gliv-player/headless'

const player = new HeadlessPlayer(readPack(new Uint8Array(0)), { sleepBeyond: 400 })
const view: ViewRect = { x: 0, y: 0, w: 320, h: 180 }
player.setView(view)
const frame: Frame = player.frame(null, view)
export const first: number | undefined = frame.f32[0]
// @ts-expect-error nothing of the page is known here
export const canvas: HTMLCanvasElement | null = null
`
const RUN = `
import { readFileSync } from 'node:fs'
import { createHash } from 'node:crypto'
import { HeadlessPlayer, readPack } from 'gliv-player/headless'
import * as all from 'gliv-player'

const player = new HeadlessPlayer(readPack(readFileSync('pack.glivpack')))
for (const name of player.effects) player.play(name, { seed: 5 })
for (let k = 0; k < 45; k++) player.update(1 / 60 + 1e-9)
const { f32, count } = player.frame()
console.log(JSON.stringify({
  alive: player.alive,
  count,
  hash: createHash('sha256').update(new Uint8Array(f32.buffer, f32.byteOffset, count * 48)).digest('hex'),
  names: Object.keys(all).sort(),
}))
player.dispose()
`

test('the page of the API is what the types say', () => {
  execFileSync(
    process.execPath,
    [join(root, 'node_modules/tsx/dist/cli.mjs'), 'scripts/playerApi.ts', '--check'],
    {
      cwd: root,
      stdio: 'pipe',
    },
  )
})

test('the tarball holds modules and types alone, installs without a network, type-checks, and runs', async () => {
  test.setTimeout(180_000)
  const folder = await mkdtemp(join(tmpdir(), 'gliv-package-'))
  try {
    const [packed] = JSON.parse(npm(['pack', dist, '--json', '--pack-destination', folder], folder)) as [
      { filename: string; files: { path: string }[]; bundled: unknown[] },
    ]
    for (const { path } of packed.files)
      expect(path).toMatch(/^(package\.json|README\.md|(parts\/)?[\w-]+\.js|[\w-]+\.d\.ts)$/)
    await writeFile(join(folder, 'package.json'), '{ "name": "game", "private": true, "type": "module" }')
    npm(['install', '--offline', '--no-audit', '--no-fund', `./${packed.filename}`], folder)
    const installed = JSON.parse(
      await readFile(join(folder, 'node_modules/gliv-player/package.json'), 'utf8'),
    ) as object
    expect(Object.keys(installed)).not.toContain('dependencies')

    const options = {
      ...{ strict: true, noEmit: true, target: 'ES2022', module: 'NodeNext', moduleResolution: 'NodeNext' },
      ...{ skipLibCheck: false, exactOptionalPropertyTypes: true, noUncheckedIndexedAccess: true, types: [] },
    }
    const check = async (name: string, source: string, lib: string[]): Promise<string> => {
      await writeFile(join(folder, `${name}.ts`), source)
      await writeFile(
        join(folder, `tsconfig.${name}.json`),
        JSON.stringify({ compilerOptions: { ...options, lib }, files: [`${name}.ts`] }),
      )
      try {
        return execFileSync(process.execPath, [tsc, '-p', `tsconfig.${name}.json`], {
          cwd: folder,
          encoding: 'utf8',
        })
      } catch (error) {
        return (error as { stdout: string }).stdout
      }
    }
    expect(await check('game', GAME, ['ES2022', 'DOM'])).toBe('')
    expect(await check('server', SERVER, ['ES2022'])).toBe('')

    const bytes = packBytes(frozenDemo())
    await writeFile(join(folder, 'pack.glivpack'), bytes)
    await writeFile(join(folder, 'run.js'), RUN)
    const said = JSON.parse(
      execFileSync(process.execPath, ['run.js'], { cwd: folder, encoding: 'utf8' }),
    ) as {
      alive: number
      count: number
      hash: string
      names: string[]
    }
    const here = new HeadlessPlayer(readPack(bytes))
    for (const name of here.effects) here.play(name, { seed: 5 })
    for (let k = 0; k < 45; k++) here.update(1 / 60 + 1e-9)
    expect([said.alive, said.count]).toEqual([here.alive, here.frame().count])
    expect(said.names).toEqual([
      ...['CueHandle', 'EffectHandle', 'HeadlessPlayer', 'LoadedPack', 'Pack', 'Player', 'loadPack'],
    ])
    const { f32, count } = here.frame()
    const { createHash } = await import('node:crypto')
    expect(said.hash).toBe(
      createHash('sha256')
        .update(new Uint8Array(f32.buffer, f32.byteOffset, count * 48))
        .digest('hex'),
    )
  } finally {
    await rm(folder, { recursive: true, force: true })
  }
})
