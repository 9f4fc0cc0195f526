/** Serves the studio, the game page and the demo kit. */
import { existsSync } from 'node:fs'
import { join } from 'node:path'
import { maskReader } from '@gliv/bake'
import { makeDemo } from '@gliv/demo'
import { writeKitZip, writePack } from '@gliv/document'
import express, { type Express } from 'express'

export interface Folders {
  readonly studio: string
  readonly ferry: string
}

/** Builds the application; throws when the studio is not built. */
export const createApp = ({ studio, ferry }: Folders): Express => {
  const page = join(studio, 'index.html')
  if (!existsSync(page)) throw new Error(`The studio is not built (${page} is missing); run "npm run build"`)
  const app = express()
  app.disable('x-powered-by')
  const demo = makeDemo()
  const kit = Buffer.from(writeKitZip(demo))
  const pack = writePack(demo, maskReader(() => demo.pictures))
  app.get('/demo.gliv', (_request, response) => void response.type('application/zip').send(kit))
  app.get('/demo.glivpack.json', (_request, response) => void response.type('application/json').send(pack))
  app.get('/ferry', (request, response, next) => (request.path === '/ferry' ? response.redirect('/ferry/') : next()))
  app.use('/ferry', express.static(ferry))
  // Built files carry a hash in their names and never change.
  app.use('/assets', express.static(join(studio, 'assets'), { immutable: true, maxAge: '1y' }))
  app.use(express.static(studio))
  // The studio's own addresses, like /kit/…; anything else that is missing says so.
  app.get(['/kit/*rest'], (_request, response) => response.sendFile(page))
  app.use((_request, response) => void response.status(404).type('text/plain').send('There is nothing at this address.'))
  return app
}
