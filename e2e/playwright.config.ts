import { defineConfig } from '@playwright/test'
import { ADDRESS, CHROMIUM, PORT } from './browser.ts'

export default defineConfig({
  testDir: 'stories',
  outputDir: '../test-results',
  workers: 1,
  timeout: 60_000,
  expect: { timeout: 10_000 },
  reporter: [['list']],
  use: { baseURL: ADDRESS, viewport: { width: 1280, height: 800 }, launchOptions: CHROMIUM, trace: 'off', acceptDownloads: true },
  webServer: {
    command: 'node ../node_modules/vite/bin/vite.js build harness --config harness/vite.config.ts --logLevel warn && node ../node_modules/tsx/dist/cli.mjs server.ts',
    url: `${ADDRESS}/`,
    env: { PORT: String(PORT) },
    timeout: 60_000,
    reuseExistingServer: false,
  },
})
