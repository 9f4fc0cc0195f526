import { fileURLToPath } from 'node:url'
import { createApp } from './app.ts'

const dist = (app: string): string => fileURLToPath(new URL(`../../${app}/dist`, import.meta.url))
const port = Number(process.env['PORT'] ?? 4173)
const host = process.env['HOST'] ?? '127.0.0.1'

const server = createApp({ studio: dist('studio'), ferry: dist('ferry') }).listen(port, host, (error?: Error) => {
  if (error) {
    const taken = (error as { code?: string }).code === 'EADDRINUSE'
    console.error(taken ? `Port ${port} is in use; start with another one: PORT=${port + 1} npm start` : error.message)
    process.exit(1)
  }
  const address = server.address()
  const shown = typeof address === 'object' && address ? address.port : port
  console.log(`Gliv is at http://${host}:${shown}/  (the game page is at http://${host}:${shown}/ferry/)`)
})
