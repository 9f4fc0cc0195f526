import { fileURLToPath } from 'node:url'
import { createApp } from './app.ts'
import { listen, readPort } from './listen.ts'

const dist = (app: string): string => fileURLToPath(new URL(`../../${app}/dist`, import.meta.url))
const host = process.env['HOST'] || '127.0.0.1'

try {
  const port = readPort(process.env['PORT'], 4173)
  const address = await listen(
    createApp({ studio: dist('studio'), ferry: dist('ferry') }, [host]),
    port,
    host,
  )
  console.log(`Gliv is at ${address}/  (the game page is at ${address}/ferry/). Stop it with Ctrl C.`)
} catch (error) {
  console.error(error instanceof Error ? error.message : String(error))
  process.exit(1)
}
