import { fileURLToPath } from 'node:url'
import { randomBytes } from 'node:crypto'
import { createApp } from './app.ts'
import { Bakes } from './bakes/jobs.ts'
import { bakeService } from './bakes/service.ts'
import { isLocal } from './http/local.ts'
import { listen, readOptions } from './listen.ts'
import { tetherService } from './tether/service.ts'

const dist = (app: string): string => fileURLToPath(new URL(`../../${app}/dist`, import.meta.url))
const bakes = new Bakes(new URL('../bin/thread.mjs', import.meta.url))

try {
  const { host, port, token: given } = readOptions(process.argv.slice(2), process.env)
  // Who reaches this server from elsewhere needs a token to let it bake, and to tether.
  const token = isLocal(host) ? null : (given ?? randomBytes(18).toString('base64url'))
  let at = ''
  const { router, hub } = tetherService({ host, port: () => Number(new URL(at).port || 80), token })
  const app = createApp(
    { studio: dist('studio'), ferry: dist('ferry') },
    [host],
    [bakeService(bakes, token), router],
  )
  at = await listen(app, port, host, () => hub.close())
  // Behind a hash it is sent nowhere.
  const entry = token === null ? '/' : `/#token=${encodeURIComponent(token)}`
  console.log(`Gliv is at ${at}${entry}  (the game page is at ${at}/ferry/). Stop it with Ctrl C.`)
  if (token !== null && given === null) console.log(`Bakes and tethers for others need this token: ${token}`)
} catch (error) {
  console.error(error instanceof Error ? error.message : String(error))
  process.exit(1)
}
