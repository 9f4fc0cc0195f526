/** Both pages with hot reload behind one address. */
import { fileURLToPath } from 'node:url'
import { serveDemo } from '../apps/server/src/demo.ts'
import { listen, readPort } from '../apps/server/src/listen.ts'
import { tetherService } from '../apps/server/src/tether/service.ts'
import express from 'express'
import { createServer } from 'vite'

const at = (path: string): string => fileURLToPath(new URL(`../${path}`, import.meta.url))

try {
  const port = readPort(process.env['PORT'], 5173)
  const serve = (app: string, base: string, hmr: number) =>
    createServer({
      configFile: at(`apps/${app}/vite.config.ts`),
      base,
      appType: 'spa',
      logLevel: 'warn',
      server: { middlewareMode: true, ws: { port: hmr } },
    })
  const [studio, ferry] = [await serve('studio', '/', port + 1), await serve('ferry', '/ferry/', port + 2)]
  const app = express()
  serveDemo(app)
  const { router, hub } = tetherService({ host: '127.0.0.1', port: () => port, token: null })
  app.use(router)
  app.get('/ferry', (request, response, next) =>
    request.path === '/ferry' ? response.redirect('/ferry/') : next(),
  )
  app.use((request, response, next) =>
    (request.url.startsWith('/ferry/') ? ferry : studio).middlewares(request, response, next),
  )
  const address = await listen(app, port, '127.0.0.1', () => hub.close())
  console.log(
    `Gliv is at ${address}/ and reloads by itself (the game page is at ${address}/ferry/). Stop it with Ctrl C.`,
  )
} catch (error) {
  console.error(error instanceof Error ? error.message : String(error))
  process.exit(1)
}
