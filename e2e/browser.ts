/** How tests and measurements start Debian's Chromium: software rendering, no calls to the outside. */
export const CHROMIUM = {
  executablePath: '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--disable-dev-shm-usage',
    '--disable-quic',
    '--force-color-profile=srgb',
    '--font-render-hinting=none',
    '--hide-scrollbars',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    '--no-first-run',
  ],
}
/** One port a checkout that runs at the same time: `GLIV_TEST_PORT`. */
export const PORT = Number(process.env['GLIV_TEST_PORT'] ?? 4310)
export const ADDRESS = `http://127.0.0.1:${PORT}`
