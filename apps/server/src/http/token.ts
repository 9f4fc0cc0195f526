/** Lets pass who knows the token. */
import { timingSafeEqual } from 'node:crypto'
import type { RequestHandler } from 'express'

const isSame = (a: string, b: string): boolean => {
  const [x, y] = [Buffer.from(a), Buffer.from(b)]
  return x.length === y.length && timingSafeEqual(x, y)
}

/** @param token null: everybody passes, which is on this machine alone @param refusal what the others are told */
export const tokenCheck =
  (token: string | null, refusal: string): RequestHandler =>
  (request, response, next) => {
    const given =
      /^Bearer (.+)$/.exec(request.headers.authorization ?? '')?.[1] ?? String(request.query['token'] ?? '')
    if (token === null || isSame(given, token)) return next()
    response.set('WWW-Authenticate', 'Bearer')
    response.status(401).json({ error: refusal })
  }
