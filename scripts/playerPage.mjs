/** What a page that shows an effect has inside: all of the player in one script. It is no part of the package. */
import { join } from 'node:path'
import { rolldown } from 'rolldown'
import { ROOT } from './lib.mjs'

export const PAGE = join(ROOT, 'packages/player/page/dist/page.js')

export const buildPage = async () => {
  const page = await rolldown({
    checks: { pluginTimings: false },
    input: join(ROOT, 'packages/player/src/page/page.ts'),
    platform: 'neutral',
  })
  await page.write({ file: PAGE, format: 'es', minify: true, codeSplitting: false })
  await page.close()
}
