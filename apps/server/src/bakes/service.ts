/** Bakes over HTTP: a kit and what is asked of it in, progress as server-sent events, a zip out. docs/service.md. */
import express, { type ErrorRequestHandler, type RequestHandler, type Response, Router } from 'express'
import type { BakeAsked } from '@gliv/node'
import { openEvents } from '../http/events.ts'
import { tokenCheck } from '../http/token.ts'
import type { Bakes, BakeState } from './jobs.ts'

const KINDS = ['application/octet-stream', 'application/zip', 'application/json']

const say = (response: Response, status: number, message: string): void =>
  void response.status(status).json({ error: message })

const effectsIn = (text: unknown): BakeAsked['effects'] => {
  if (text === undefined || text === 'ticked') return 'ticked'
  return text === 'all' ? 'all' : String(text).split(',')
}

/** What the address asks for; a message where it cannot be read. */
const askedBy = (kit: Buffer, query: Readonly<Record<string, unknown>>): BakeAsked | string => {
  const { effects, preset, settings } = query
  let read: unknown = {}
  if (settings !== undefined)
    try {
      read = JSON.parse(String(settings))
    } catch {
      return 'settings is no JSON; it is an object of sentences, like {"range":{"fps":12}}'
    }
  return {
    kit: new Uint8Array(kit),
    effects: effectsIn(effects),
    preset: preset === undefined ? null : String(preset),
    settings: read,
  }
}

/** Sends each state as an event, until the last. */
const stream = (response: Response, bakes: Bakes, id: string): void => {
  const job = bakes.get(id)
  if (!job) return say(response, 404, 'there is no such bake; results are kept for some minutes')
  openEvents(response)
  let stop: () => void = () => undefined
  const hear = (state: BakeState): void => {
    response.write(`event: ${state.state}\ndata: ${JSON.stringify(state)}\n\n`)
    if (state.state !== 'done' && state.state !== 'refused') return
    stop()
    response.end()
  }
  stop = job.listen(hear)
  if (job.isOver) stop()
  response.on('close', () => stop())
}

const tooLarge =
  (limit: number): ErrorRequestHandler =>
  (error: { type?: string }, _request, response, next) => {
    if (error.type !== 'entity.too.large') return next(error)
    say(response, 413, `the kit is too large; at most ${Math.round(limit / 1024 / 1024)} MB are taken`)
  }

/** Kinds that a foreign page can send without being asked are not taken. */
const knownKind: RequestHandler = (request, response, next) => {
  if (request.is(KINDS)) return next()
  say(response, 415, `send the kit's bytes as ${KINDS.join(' or ')}`)
}

const begin =
  (bakes: Bakes): RequestHandler =>
  (request, response) => {
    const body = request.body as unknown
    if (!Buffer.isBuffer(body) || body.length === 0)
      return say(response, 400, 'the request has no kit; send the bytes of a .gliv or .gliv.json file')
    const asked = askedBy(body, request.query)
    if (typeof asked === 'string') return say(response, 400, asked)
    const id = bakes.add(asked)
    if (id === null) {
      response.set('Retry-After', '10')
      return say(response, 503, 'too many bakes wait; try again in a while')
    }
    response.status(202).json({ id, events: `/bakes/${id}/events`, result: `/bakes/${id}/result.zip` })
  }

/** The service's addresses. @param token null where only this machine can ask */
export const bakeService = (bakes: Bakes, token: string | null): Router => {
  const router = Router()
  router.get('/health', (_request, response) => void response.json({ ok: true, ...bakes.load }))
  router.use(
    '/bakes',
    tokenCheck(token, 'this server bakes for who knows its token; send it as "Authorization: Bearer …"'),
  )
  router.post(
    '/bakes',
    knownKind,
    express.raw({ type: KINDS, limit: bakes.limits.kitBytes }),
    begin(bakes),
    tooLarge(bakes.limits.kitBytes),
  )
  router.get('/bakes/:id/events', (request, response) => stream(response, bakes, request.params.id))
  router.get('/bakes/:id/result.zip', (request, response) => {
    const job = bakes.get(request.params.id)
    if (!job) return say(response, 404, 'there is no such bake; results are kept for some minutes')
    const { state } = job
    if (state.state === 'refused') return say(response, 422, state.message)
    if (!job.zip) return say(response, 409, 'it is not done yet; its events say when')
    response.type('application/zip').send(Buffer.from(job.zip))
  })
  router.delete('/bakes/:id', (request, response) =>
    bakes.remove(request.params.id)
      ? void response.status(204).end()
      : say(response, 404, 'there is no such bake'),
  )
  return router
}
