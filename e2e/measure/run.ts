/**
 * What the measuring scripts share: the built product in a browser, percentiles, the studio driven by hand.
 */
import { spawn } from 'node:child_process'
import { once } from 'node:events'
import { fileURLToPath } from 'node:url'
import { chromium, type Page } from '@playwright/test'
import { CHROMIUM } from '../browser.ts'
import { Studio } from '../studio.ts'

const PORT = Number(process.env['GLIV_PORT'] ?? 4311)

export const percentile = (values: readonly number[], share: number): number =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.ceil(values.length * share) - 1)] ??
  Number.NaN

const waitFor = async (address: string): Promise<void> => {
  for (let i = 0; i < 200; i++) {
    if (
      await fetch(address).then(
        (r) => r.ok,
        () => false,
      )
    )
      return
    await new Promise((done) => setTimeout(done, 100))
  }
  throw new Error(`${address} does not answer; run "npm run build -- --peek" first`)
}

/** Starts server and browser, gives a page with the studio, and cleans up. */
export const withStudio = async (
  work: (studio: Studio, page: Page) => Promise<void>,
  viewport = { width: 1280, height: 800 },
): Promise<void> => {
  const server = spawn(
    process.execPath,
    [
      fileURLToPath(new URL('../../node_modules/tsx/dist/cli.mjs', import.meta.url)),
      fileURLToPath(new URL('../server.ts', import.meta.url)),
    ],
    { env: { ...process.env, PORT: String(PORT) }, stdio: 'inherit' },
  )
  try {
    await waitFor(`http://127.0.0.1:${PORT}/`)
    const browser = await chromium.launch(CHROMIUM)
    // A context of its own, in which a script may open further pages.
    const context = await browser.newContext({
      viewport,
      serviceWorkers: 'block',
      baseURL: `http://127.0.0.1:${PORT}`,
    })
    const page = await context.newPage()
    // Functions that are sent into the page carry a helper of the compiler's.
    await page.addInitScript({ content: 'globalThis.__name ??= (value) => value' })
    await work(new Studio(page), page)
    await browser.close()
  } finally {
    const ended = once(server, 'exit')
    server.kill()
    await ended
  }
}
