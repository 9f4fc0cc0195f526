/** The studio that a browser keeps: it starts with its server stopped, and a newer one waits until it is wanted. */
import { once } from 'node:events'
import { appendFileSync, cpSync, mkdtempSync, rmSync } from 'node:fs'
import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { createApp } from '@gliv/server'
import { expect, test } from '@playwright/test'
import { Studio } from '../studio.ts'

test.use({ serviceWorkers: 'allow' })

const FERRY = fileURLToPath(new URL('../../apps/ferry/dist', import.meta.url))
const STUDIO = fileURLToPath(new URL('../../apps/studio/dist', import.meta.url))

const start = async (studio: string): Promise<{ server: Server; address: string }> => {
  const server = createServer(createApp({ studio, ferry: FERRY }))
  server.listen(0, '127.0.0.1')
  await once(server, 'listening')
  return { server, address: `http://127.0.0.1:${(server.address() as AddressInfo).port}` }
}

const stop = async (server: Server): Promise<void> => {
  if (!server.listening) return
  server.closeAllConnections()
  server.close()
  await once(server, 'close')
}

/** Everything of this build lies in the browser, and this page is answered from there. */
const kept = (studio: Studio): Promise<unknown> =>
  studio.page.evaluate(async () => {
    await navigator.serviceWorker.ready
    if (!navigator.serviceWorker.controller)
      await new Promise((done) => navigator.serviceWorker.addEventListener('controllerchange', done))
  })

test('with the server stopped the studio starts, an effect is changed, shipped and found again', async ({
  page,
}) => {
  const { server, address } = await start(STUDIO)
  const studio = new Studio(page)
  try {
    await page.goto(address)
    await page.getByTestId('kit-card').first().waitFor()
    await kept(studio)
  } finally {
    await stop(server)
  }
  expect(await page.evaluate(() => fetch('/not-kept').then(String, () => 'no server'))).toBe('no server')

  await page.reload()
  await studio.openKit()
  await studio.openEffect('Wake')
  const before = await studio.tracks.count()
  await studio.stage.focus()
  await page.keyboard.press('Control+d')
  await expect(studio.tracks).toHaveCount(before + 1)
  await studio.saved()

  // An address inside of the studio, as a bookmark opens it; then pages whose code was never fetched before.
  await page.reload()
  await expect(studio.tracks).toHaveCount(before + 1)
  await page.getByRole('link', { name: 'Ship' }).first().click()
  await expect(page.getByTestId('write')).toBeVisible()
  await page.goto(`${address}/ferry/?some=thing`)
  await expect(page.locator('canvas').first()).toBeVisible()
})

test('a newer studio is offered in the head, and taken when it is pressed', async ({ page }) => {
  const folder = mkdtempSync(join(tmpdir(), 'gliv-offline-'))
  // Without the packed copies of what is changed below.
  cpSync(STUDIO, folder, { recursive: true, filter: (path) => !/offline\.js\.(br|gz)$/.test(path) })
  const { server, address } = await start(folder)
  const studio = new Studio(page)
  const newer = page.getByRole('button', { name: 'Newer Gliv' })
  try {
    await page.goto(address)
    await page.getByTestId('kit-card').first().waitFor()
    await kept(studio)
    await page.reload()
    await studio.openKit()
    await expect(newer).toBeHidden()

    // Another build differs in its list of files; a word at its end is the least of that.
    appendFileSync(join(folder, 'offline.js'), '\n// newer\n')
    await page.reload()
    await expect(newer).toBeVisible({ timeout: 40_000 })
    // It waits: work goes on, and a name that is being typed is not lost to it.
    await page.getByRole('textbox', { name: 'Kit name' }).fill('Ferry of the night')
    await Promise.all([page.waitForEvent('load'), newer.click()])
    await expect(page.getByRole('textbox', { name: 'Kit name' })).toHaveValue('Ferry of the night')
    await expect(newer).toBeHidden()
    await page.reload()
    await expect(page.getByRole('textbox', { name: 'Kit name' })).toHaveValue('Ferry of the night')
    await expect(newer).toBeHidden()
  } finally {
    await stop(server)
    rmSync(folder, { recursive: true })
  }
})

test('the studio can be installed: a manifest with its icons, and kits that open in it', async ({
  page,
  request,
}) => {
  const answer = await request.get('/gliv.webmanifest')
  const manifest = (await answer.json()) as {
    icons: { src: string; type: string }[]
    file_handlers: { action: string; accept: Record<string, string[]> }[]
  }
  for (const { src, type } of manifest.icons) {
    const icon = await request.get(src)
    expect([src, icon.status(), icon.headers()['content-type']?.split(';')[0]]).toEqual([src, 200, type])
  }
  expect(Object.values(manifest.file_handlers[0]!.accept).flat()).toEqual(['.gliv'])
  await page.goto('/')
  const problems = await (await page.context().newCDPSession(page)).send('Page.getAppManifest')
  expect(problems.errors).toEqual([])
})
