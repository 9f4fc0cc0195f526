/** The tether's addresses: listening, speaking, and where a phone finds this server. docs/tether.md. */
import { networkInterfaces } from 'node:os'
import express, {
  type ErrorRequestHandler,
  type Request,
  type RequestHandler,
  type Response,
  Router,
} from 'express'
import { isLocal } from '../http/local.ts'
import { tokenCheck } from '../http/token.ts'
import { Hub, isSide, type Side } from './hub.ts'

/** Largest message: a whole kit with its pictures. */
const MOST_BYTES = '96mb'
const LOOPBACK = /^https?:\/\/(localhost|127\.0\.0\.1|\[::1\])(:\d+)?$/

/** How the server is reached. */
export interface Reach {
  readonly host: string
  readonly port: () => number
  /** Null where only this machine can ask. */
  readonly token: string | null
}

const ANY = ['0.0.0.0', '::']

/** Addresses of this machine under which others find the server; none while it listens on loopback alone. */
const addressesOf = ({ host, port }: Reach): readonly string[] => {
  if (isLocal(host)) return []
  const hosts = ANY.includes(host)
    ? Object.values(networkInterfaces()).flatMap((all) =>
        (all ?? []).flatMap(({ address, family, internal }) =>
          internal || (family !== 'IPv4' && host !== '::')
            ? []
            : [family === 'IPv6' ? `[${address}]` : address],
        ),
      )
    : [host]
  // Addresses of one link alone are of no use elsewhere.
  return hosts.filter((one) => !one.startsWith('[fe80')).map((one) => `http://${one}:${port()}`)
}

/**
 * A game that is being made has an address of its own: with a token it may stand anywhere, without one on this machine.
 */
const fromElsewhere =
  ({ token }: Reach): RequestHandler =>
  (request, response, next) => {
    const { origin } = request.headers
    if (origin !== undefined && (token !== null || LOOPBACK.test(origin)))
      response.set({
        'Access-Control-Allow-Origin': origin,
        'Access-Control-Allow-Headers': 'authorization, content-type',
        Vary: 'Origin',
      })
    if (request.method === 'OPTIONS') response.status(204).end()
    else next()
  }

const sideOf = (text: unknown): Side => {
  if (isSide(text)) return text
  throw Object.assign(new Error('no such side'), { status: 404 })
}

/** A page elsewhere can send text without asking, JSON only after asking. */
const onlyJson: RequestHandler = (request, response, next) => {
  if (request.is('application/json')) return next()
  response.status(415).json({ error: 'send messages as application/json' })
}

const words: ErrorRequestHandler = (error: { type?: string; status?: number }, _request, response, next) => {
  if (error.type === 'entity.too.large')
    response.status(413).json({ error: `the message is too large; at most ${MOST_BYTES} are taken` })
  else next(error)
}

/** The service and its hub, which is to be closed before the server leaves. */
export const tetherService = (reach: Reach): { readonly router: Router; readonly hub: Hub } => {
  const hub = new Hub()
  const router = Router()
  const check = tokenCheck(
    reach.token,
    'this server tethers who knows its token; open the address that it printed when it started',
  )
  router.use('/tether', fromElsewhere(reach), check)
  router.get('/tether/where', (_request, response) => {
    response.set('Cache-Control', 'no-store').json({ addresses: addressesOf(reach) })
  })
  router.get('/tether/:side/events', (request, response) => hub.listen(sideOf(request.params.side), response))
  router.post(
    '/tether/:side',
    onlyJson,
    express.text({ type: 'application/json', limit: MOST_BYTES }),
    (request: Request, response: Response) => {
      const side = sideOf(request.params['side'])
      const text = String(request.body)
      if (/[\r\n]/.test(text))
        return void response.status(400).json({ error: 'a message is one line of JSON' })
      hub.send(side, text)
      response.status(204).end()
    },
    words,
  )
  return { router, hub }
}
