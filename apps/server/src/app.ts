/** Serves the studio, the game page and the demo kit. */
import { existsSync } from 'node:fs'
import { join } from 'node:path'
import express, { type ErrorRequestHandler, type Express, type RequestHandler, type Router } from 'express'
import staticPacked from 'express-static-gzip'
import { serveDemo } from './demo.ts'
import { hostCheck, pagePolicies } from './policies.ts'

export interface Folders {
  readonly studio: string
  readonly ferry: string
}

/** A built file carries a hash in its name and never changes; pages are asked for anew. */
const packed = (root: string, immutable: boolean): RequestHandler =>
  staticPacked(root, {
    enableBrotli: true,
    orderPreference: ['br', 'gz'],
    serveStatic: immutable
      ? { immutable: true, maxAge: '1y', index: false }
      : {
          cacheControl: true,
          setHeaders: (response) => void response.setHeader('Cache-Control', 'no-cache'),
        },
  }) as RequestHandler

const NOTHING_HERE = 'There is nothing at this address.'

/** Paths that are no text are refused here: what comes after would each do so in its own way. */
const readablePath: RequestHandler = (request, _response, next) => {
  try {
    decodeURIComponent(request.path)
    next()
  } catch {
    next({ status: 400 })
  }
}

/**
 * What went wrong with a request, in a sentence and without a stack; the server's own faults go to its log.
 */
const plainErrors: ErrorRequestHandler = (
  error: { status?: number; statusCode?: number },
  _request,
  response,
  next,
) => {
  if (response.headersSent) return next(error)
  const status = error.status ?? error.statusCode ?? 500
  if (status >= 500) console.error(error)
  const words: Readonly<Record<number, string>> = {
    400: 'This address cannot be read.',
    404: NOTHING_HERE,
    416: 'There is no such part of this file.',
  }
  response
    .status(status)
    .type('text/plain')
    .send(
      words[status] ??
        (status < 500 ? 'This request cannot be answered.' : 'Something went wrong on the server.'),
    )
}

/**
 * Builds the application; throws when the studio is not built. `names` are further host names that it answers
 * to; `services` bake for others, and tether games.
 */
export const createApp = (
  { studio, ferry }: Folders,
  names: readonly string[] = [],
  services: readonly Router[] = [],
): Express => {
  const page = join(studio, 'index.html')
  if (!existsSync(page)) throw new Error('The studio is not built; run "npm run build"')
  const app = express()
  app.disable('x-powered-by')
  app.use(hostCheck(names), ...pagePolicies(), readablePath)
  serveDemo(app)
  for (const service of services) app.use(service)
  app.get('/ferry', (request, response, next) =>
    request.path === '/ferry' ? response.redirect('/ferry/') : next(),
  )
  if (existsSync(join(ferry, 'index.html'))) {
    app.use('/ferry/assets', packed(join(ferry, 'assets'), true))
    app.use('/ferry', packed(ferry, false))
  } else
    app.get(
      '/ferry/',
      (_request, response) =>
        void response.status(404).type('text/plain').send('The game page is not built; run "npm run build".'),
    )
  // Drawn in a frame without an origin, to which everything is foreign.
  app.use(['/svgFrame.html', '/svgFrame.js'], (_request, response, next) => {
    response.set('Cross-Origin-Resource-Policy', 'cross-origin')
    next()
  })
  app.use('/assets', packed(join(studio, 'assets'), true))
  app.use(packed(studio, false))
  // The studio's own addresses, like /kit/…; anything else that is missing says so.
  app.get(['/kit/*rest'], (_request, response) => response.set('Cache-Control', 'no-cache').sendFile(page))
  app.use((_request, response) => void response.status(404).type('text/plain').send(NOTHING_HERE))
  app.use(plainErrors)
  return app
}
