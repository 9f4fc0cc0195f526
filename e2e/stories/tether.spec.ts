/** A running game follows the studio: in another tab, and through a server, also on a page of a phone's size. */
import { type ChildProcess, spawn } from 'node:child_process'
import { once } from 'node:events'
import { mkdtemp, readFile, rm } from 'node:fs/promises'
import { createServer, type AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { maskReader } from '@gliv/bake'
import { makeDemo } from '@gliv/demo'
import { type Kit, resolveEffect } from '@gliv/document'
import { compile, createSimulation, stateHash } from '@gliv/engine'
import { type Browser, type BrowserContext, expect, type Page, test } from '@playwright/test'
import { Studio } from '../studio.ts'

interface Peek {
  readonly glivGame: {
    readonly show: {
      readonly player: {
        paused: boolean
        play(name: string, options: object): { readonly simulation: { readonly tick: number } }
        readonly handles: readonly { readonly name: string; readonly simulation: { readonly tick: number } }[]
      }
    }
    stateHash(handle: unknown): string
  }
  readonly glivState: { readonly document: { getState(): { readonly kit: Kit } } }
}

const linked = (game: Page): Promise<void> =>
  expect(game.locator('#link')).toHaveText(/^Linked to Last Ferry/, { timeout: 30_000 })

/** An effect of the game at the world's middle, as designed, some ticks old. */
const playIn = (game: Page, name: string): Promise<void> =>
  game.evaluate((effect) => {
    const { player } = (globalThis as unknown as Peek).glivGame.show
    player.play(effect, { x: 0, y: 0, seed: 'designed' })
  }, name)

const standing = (game: Page, name: string): Promise<{ tick: number; hash: string }> =>
  game.evaluate((effect) => {
    const { show, stateHash: hashOf } = (globalThis as unknown as Peek).glivGame
    const handle = show.player.handles.find((one) => one.name === effect)!
    return { tick: handle.simulation.tick, hash: hashOf(handle) }
  }, name)

const demo = makeDemo()
const read = maskReader(() => demo.pictures)

/** What the studio's kit says of an effect's state at a tick. */
const hashBy = async (studio: Page, id: string, tick: number): Promise<string> => {
  const kit = await studio.evaluate(() => (globalThis as unknown as Peek).glivState.document.getState().kit)
  const simulation = createSimulation(compile(resolveEffect(kit, kit.effects[id]!, read)))
  simulation.seek(tick)
  return stateHash(simulation)
}

test('a game in another tab takes an edit at the very tick; its moment opens in the editor', async ({
  page,
  context,
}) => {
  test.slow()
  const studio = await new Studio(page).openDemoEffect('Pier dust')
  await studio.selectEmitter('Grit')
  const game = await context.newPage()
  await game.goto('/ferry/')
  await linked(game)
  await playIn(game, 'Pier dust')
  await expect.poll(async () => (await standing(game, 'Pier dust')).tick).toBeGreaterThan(4)
  await page.bringToFront()
  // By a key, after a press: the game stands still.
  await page.keyboard.press('Shift+Space')
  await expect(page.getByRole('button', { name: 'Game: paused' })).toBeVisible()
  const before = await standing(game, 'Pier dust')
  expect(before.hash).toBe(await hashBy(page, 'pier-dust', before.tick))
  await studio.type('gravity', '250')
  await expect.poll(async () => (await standing(game, 'Pier dust')).hash).not.toBe(before.hash)
  const after = await standing(game, 'Pier dust')
  expect(after.tick).toBe(before.tick)
  expect(after.hash).toBe(await hashBy(page, 'pier-dust', after.tick))
  await studio.undo()
  await expect.poll(async () => (await standing(game, 'Pier dust')).hash).toBe(before.hash)

  // What plays there, one press away: another effect than the one that is open.
  await playIn(game, 'Keg pop')
  await page.getByRole('button', { name: /^Game/ }).click()
  await expect(page.getByRole('list', { name: 'What plays there' })).toContainText('Pier dust')
  await page.getByRole('list', { name: 'What plays there' }).getByRole('button', { name: 'Keg pop' }).click()
  await expect(page).toHaveURL(/effect\/keg-pop$/)
  await expect(page.getByText(/as it was in Last Ferry, seed \d+/)).toBeVisible()
  await expect(page.getByTestId('clock')).toContainText('0.00 s')
  await page.getByRole('button', { name: 'as designed again' }).click()
  await expect(page.getByText(/as it was in Last Ferry/)).toBeHidden()
  await page.keyboard.press('Shift+Space')
  await expect(page.getByRole('button', { name: /^Game · / })).toBeVisible()
  // Let go by hand, it is a game of its own again.
  await game.locator('#link').click()
  await expect(game.locator('#link')).toHaveText('Not linked')
  await expect(page.getByRole('button', { name: 'Game', exact: true })).toBeVisible()
})

/** A loopback address that is not this machine's plain one: the server asks for its token there. */
const HOST = '127.0.0.2'
const TOKEN = 'a-boat'

const freePort = async (): Promise<number> => {
  const server = createServer()
  await new Promise<void>((done) => server.listen(0, HOST, done))
  const { port } = server.address() as AddressInfo
  await new Promise((done) => server.close(done))
  return port
}

const serve = async (port: number, token: string): Promise<ChildProcess> => {
  const child = spawn(
    process.execPath,
    [
      '--import',
      'tsx',
      fileURLToPath(new URL('../../apps/server/src/main.ts', import.meta.url)),
      '--host',
      HOST,
      '--port',
      String(port),
      '--token',
      token,
    ],
    { stdio: ['ignore', 'pipe', 'inherit'] },
  )
  await new Promise<void>((done) =>
    child.stdout.on('data', (data: Buffer) => String(data).includes('Gliv is at') && done()),
  )
  return child
}

const stop = async (child: ChildProcess): Promise<void> => {
  const ended = once(child, 'exit')
  child.kill()
  await ended
}

const phoneOf = (browser: Browser, address: string): Promise<BrowserContext> =>
  browser.newContext({
    baseURL: address,
    viewport: { width: 390, height: 844 },
    hasTouch: true,
    isMobile: true,
  })

test('a phone is linked through the server: by its code, over a restart, not with a wrong token', async ({
  browser,
}) => {
  test.slow()
  const port = await freePort()
  const address = `http://${HOST}:${port}`
  let server = await serve(port, TOKEN)
  const desk = await browser.newContext({ baseURL: address, viewport: { width: 1280, height: 800 } })
  const phone = await phoneOf(browser, address)
  try {
    const page = await desk.newPage()
    await page.goto(`/#token=${TOKEN}`)
    // The token does not stay where it could be read over a shoulder.
    await expect(page).toHaveURL(`${address}/`)
    await expect(page.getByTestId('kit-card')).toBeVisible()
    const studio = await new Studio(page).openDemoEffect('Pier dust')
    await studio.selectEmitter('Grit')
    await page.getByRole('button', { name: 'Game', exact: true }).click()
    await page.getByRole('button', { name: 'Try it on a phone' }).click()
    const code = page.getByRole('link', { name: new RegExp(`${port}/ferry/`) })
    await expect(code).toHaveAttribute('href', `${address}/ferry/#tether=${TOKEN}`)
    await page.getByRole('button', { name: 'Pier dust by touch' }).click()
    const href = (await code.getAttribute('href'))!
    expect(href).toBe(`${address}/ferry/#tether=${TOKEN}&effect=Pier+dust`)
    await page.keyboard.press('Escape')

    const game = await phone.newPage()
    await game.goto('/ferry/#tether=a-bot')
    await expect(game.locator('#status')).toContainText('the server does not take this token', {
      timeout: 20_000,
    })
    await game.goto('about:blank')
    await game.goto(href)
    await linked(game)
    await expect(game.locator('#status')).toContainText('Pier dust: click in the picture')
    await game.touchscreen.tap(200, 500)
    await expect(game.locator('#status')).toContainText('Playing Pier dust')
    // What it costs there comes back, and edits go there.
    await expect(page.getByTestId('game-cost')).toContainText(/Last Ferry: \d+\.\d ms/)
    await studio.type('gravity', '111')
    await expect(game.locator('#link')).toHaveText(/Linked to Last Ferry · \d+ ms/)

    await stop(server)
    await expect(game.locator('#link')).toHaveText('Looking for the studio', { timeout: 20_000 })
    server = await serve(port, TOKEN)
    await linked(game)
    await studio.type('gravity', '222')
    await expect
      .poll(() =>
        game.evaluate(
          () =>
            (
              globalThis as unknown as {
                glivGame: {
                  show: {
                    player: {
                      contents: {
                        effects: {
                          id: string
                          emitters: { name: string; type: { numbers: { gravity: unknown } } }[]
                        }[]
                      }
                    }
                  }
                }
              }
            ).glivGame.show.player.contents.effects
              .find(({ id }) => id === 'pier-dust')!
              .emitters.find(({ name }) => name === 'Grit')!.type.numbers.gravity,
        ),
      )
      .toBe(222)
  } finally {
    await phone.close()
    await desk.close()
    await stop(server)
  }
})

test('`gliv watch` bakes the kit that is open in the studio, and again after an edit', async ({
  page,
  baseURL,
}) => {
  test.slow()
  const folder = await mkdtemp(join(tmpdir(), 'gliv-watched-'))
  const words = ['watch', '--tether', baseURL!, '--effect', 'Coin', '--fps', '8', '--out', folder]
  const child = spawn(
    process.execPath,
    [fileURLToPath(new URL('../../apps/cli/bin/gliv.mjs', import.meta.url)), ...words],
    {
      stdio: ['ignore', 'pipe', 'pipe'],
    },
  )
  const said: string[] = []
  for (const stream of [child.stdout, child.stderr])
    stream.on('data', (data: Buffer) => said.push(String(data)))
  const written = (): number => said.join('').split('wrote').length - 1
  try {
    const studio = await new Studio(page).openDemoEffect('Coin')
    await page.getByRole('button', { name: 'Game', exact: true }).click()
    await page.getByLabel('Games elsewhere, through the server').check()
    await page.keyboard.press('Escape')
    await expect.poll(written, { timeout: 60_000 }).toBeGreaterThan(0)
    const before = await readFile(join(folder, 'coin.png'))
    await studio.type('burstCount', '3', 'both')
    await expect
      .poll(async () => (await readFile(join(folder, 'coin.png'))).equals(before), { timeout: 60_000 })
      .toBe(false)
  } finally {
    await stop(child)
    await rm(folder, { recursive: true })
  }
})
