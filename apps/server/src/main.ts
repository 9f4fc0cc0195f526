import { fileURLToPath } from 'node:url'
import { randomBytes } from 'node:crypto'
import { createApp } from './app.ts'
import { Bakes } from './bakes/jobs.ts'
import { bakeService } from './bakes/service.ts'
import { listen, readOptions } from './listen.ts'

const dist = (app: string): string => fileURLToPath(new URL(`../../${app}/dist`, import.meta.url))
const LOCAL = ['127.0.0.1', '::1', 'localhost']
const bakes = new Bakes(new URL('../bin/thread.mjs', import.meta.url))

try {
  const { host, port, token: given } = readOptions(process.argv.slice(2), process.env)
  // Who reaches this server from elsewhere needs a token to let it bake.
  const token = LOCAL.includes(host) ? null : (given ?? randomBytes(18).toString('base64url'))
  const address = await listen(
    createApp({ studio: dist('studio'), ferry: dist('ferry') }, [host], bakeService(bakes, token)),
    port,
    host,
  )
  console.log(`Gliv is at ${address}/  (the game page is at ${address}/ferry/). Stop it with Ctrl C.`)
  if (token !== null && given === null) console.log(`Bakes for others need this token: ${token}`)
} catch (error) {
  console.error(error instanceof Error ? error.message : String(error))
  process.exit(1)
}
