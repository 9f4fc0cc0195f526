/**
 * Starting and stopping: a port that is one, a sentence for what goes wrong, and answers that are ended
 * before leaving.
 */
import type { Server } from 'node:http'
import { parseArgs } from 'node:util'
import type { AddressInfo } from 'node:net'
import type { Express } from 'express'

/** The port that the environment names. Throws in words for what is none. */
export const readPort = (text: string | undefined, otherwise: number): number => {
  if (text === undefined || text === '') return otherwise
  const port = Number(text)
  if (Number.isInteger(port) && port >= 0 && port <= 65535) return port
  throw new Error(
    `PORT is "${text.slice(0, 40)}"; a port is a whole number from 0 to 65535; start with one: PORT=${otherwise} npm start`,
  )
}

/** Where the server listens, and who may let it bake. */
export interface Options {
  readonly host: string
  readonly port: number
  /** What a bake for somebody elsewhere needs; null: one is made up. */
  readonly token: string | null
}

/** What was asked for by words after `npm start --`, else by the environment. Throws in words. */
export const readOptions = (
  argv: readonly string[],
  env: Readonly<Record<string, string | undefined>>,
): Options => {
  const text = { type: 'string' } as const
  let values: { readonly host?: string; readonly port?: string; readonly token?: string }
  try {
    values = parseArgs({ args: [...argv], options: { host: text, port: text, token: text } }).values
  } catch (error) {
    throw new Error(
      `${(error as Error).message}; npm start -- takes --host ADDRESS, --port NUMBER, --token TEXT`,
      { cause: error },
    )
  }
  return {
    host: values.host || env['HOST'] || '127.0.0.1',
    port: readPort(values.port ?? env['PORT'], 4173),
    token: values.token ?? env['GLIV_TOKEN'] ?? null,
  }
}

/** How long running answers may take to end, in ms. */
const GRACE_MS = 5000

/** Lets running answers end, then leaves; at a second signal at once. */
const stopOn = (server: Server, signal: 'SIGTERM' | 'SIGINT', leaving: () => void): void => {
  process.once(signal, () => {
    leaving()
    server.close(() => process.exit(0))
    server.closeIdleConnections()
    setTimeout(() => process.exit(0), GRACE_MS).unref()
    process.once(signal, () => process.exit(0))
  })
}

const reasonOf = (error: NodeJS.ErrnoException, port: number, host: string): string => {
  if (error.code === 'EADDRINUSE')
    return `Port ${port} is in use; start with another one: PORT=${port + 1} npm start`
  if (error.code === 'EACCES')
    return `Port ${port} may not be used by this user; start with one over 1023: PORT=4173 npm start`
  if (error.code === 'EADDRNOTAVAIL' || error.code === 'ENOTFOUND')
    return `the host is "${host}", which is no address of this machine; start without --host for this machine alone`
  return error.message
}

/**
 * Listens; gives the address. Throws in words when that is not possible.
 * @param leaving called before the server leaves: ends answers that never end by themselves
 */
export const listen = (
  app: Express,
  port: number,
  host: string,
  leaving: () => void = () => undefined,
): Promise<string> =>
  new Promise((done, fail) => {
    const server = app.listen(port, host, (error?: Error) => {
      if (error) return fail(new Error(reasonOf(error, port, host)))
      for (const signal of ['SIGTERM', 'SIGINT'] as const) stopOn(server, signal, leaving)
      done(`http://${host.includes(':') ? `[${host}]` : host}:${(server.address() as AddressInfo).port}`)
    })
  })
