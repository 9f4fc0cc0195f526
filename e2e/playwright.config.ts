import { defineConfig } from '@playwright/test'
import { ADDRESS, CHROMIUM, PORT } from './browser.ts'

export default defineConfig({
  testDir: 'stories',
  outputDir: '../test-results',
  // Two cores: while one story waits for its page, the other one draws.
  workers: 2,
  fullyParallel: true,
  // Twice what the slowest common story took on the slowest machine seen; long ones say test.slow().
  timeout: 120_000,
  expect: { timeout: 20_000 },
  // Decision 0053: what passes only at its second go is named as flaky at the end, and looked into.
  retries: 1,
  reporter: [['list'], ['./slowest.ts']],
  use: {
    baseURL: ADDRESS,
    viewport: { width: 1280, height: 800 },
    launchOptions: CHROMIUM,
    trace: 'off',
    acceptDownloads: true,
    // A build that a browser keeps would stand in for the one that is tested; the story of it allows it.
    serviceWorkers: 'block',
    contextOptions: { reducedMotion: 'reduce' },
  },
  webServer: {
    command:
      'node ../node_modules/vite/bin/vite.js build harness --config harness/vite.config.ts --logLevel warn && node ../node_modules/tsx/dist/cli.mjs server.ts',
    url: `${ADDRESS}/`,
    env: { PORT: String(PORT) },
    timeout: 60_000,
    reuseExistingServer: false,
  },
})
