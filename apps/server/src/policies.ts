/** What a browser may do on these pages, and which names this server answers to. */
import { isIP } from 'node:net'
import type { RequestHandler } from 'express'
import helmet from 'helmet'

/**
 * Scripts come from here alone; without `wasm-unsafe-eval` the engine's kernels would fall back to slower
 * loops without a
 * word. Styles are written into the page by the component library. Pictures and fonts may be made in the
 * page.
 */
export const pagePolicies = (): RequestHandler[] => [
  helmet({
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'self'"],
        scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
        styleSrc: ["'self'", "'unsafe-inline'"],
        imgSrc: ["'self'", 'data:', 'blob:'],
        mediaSrc: ["'self'", 'data:', 'blob:'],
        fontSrc: ["'self'", 'data:'],
        connectSrc: ["'self'", 'data:', 'blob:'],
        workerSrc: ["'self'", 'blob:'],
        frameSrc: ["'self'", 'blob:'],
        objectSrc: ["'none'"],
        baseUri: ["'none'"],
        formAction: ["'none'"],
        frameAncestors: ["'self'"],
      },
    },
    referrerPolicy: { policy: 'no-referrer' },
    frameguard: { action: 'sameorigin' },
    // Served on loopback without encryption; a promise of it would lock the browser out.
    strictTransportSecurity: false,
  }),
  (_request, response, next) => {
    response.set(
      'Permissions-Policy',
      'camera=(), microphone=(), geolocation=(), payment=(), usb=(), serial=(), bluetooth=(), midi=()',
    )
    next()
  },
]

const hostnameOf = (host: string): string =>
  host
    .replace(/:\d+$/, '')
    .replace(/^\[(.*)\]$/, '$1')
    .toLowerCase()

/**
 * Refuses requests that were sent to another name: a page elsewhere could point its own name here and read
 * along.
 */
export const hostCheck = (names: readonly string[]): RequestHandler => {
  const known = new Set(['localhost', '127.0.0.1', '::1', ...names.map((name) => name.toLowerCase())])
  // Bound to every address on purpose: it is then reached by any of them, but still by no foreign name.
  const anyAddress = known.has('0.0.0.0') || known.has('::')
  return (request, response, next) => {
    const name = hostnameOf(request.headers.host ?? '')
    if (known.has(name) || (anyAddress && isIP(name) !== 0)) next()
    else
      response
        .status(421)
        .type('text/plain')
        .send('This server does not answer to that name; use the address that it printed when it started.')
  }
}
