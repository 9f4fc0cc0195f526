/** The demo as files, made once: a kit and a pack, each also packed for the way. */
import { brotliCompressSync, constants, gzipSync } from 'node:zlib'
import { makeDemo } from '@gliv/demo'
import { writeKitZip } from '@gliv/document'
import { packText } from '@gliv/export'
import type { Express, Request, Response } from 'express'

interface Made {
  readonly type: string
  readonly plain: Buffer
  readonly packed: { readonly br: Buffer; readonly gzip: Buffer } | null
}

const packedText = (type: string, text: string): Made => {
  const plain = Buffer.from(text)
  return {
    type,
    plain,
    packed: {
      br: brotliCompressSync(plain, { params: { [constants.BROTLI_PARAM_QUALITY]: 6 } }),
      gzip: gzipSync(plain),
    },
  }
}

const send = ({ type, plain, packed }: Made, request: Request, response: Response): void => {
  response.type(type).vary('Accept-Encoding').set('Cache-Control', 'no-cache')
  const encoding = packed && request.acceptsEncodings('br', 'gzip', 'identity')
  if (packed && (encoding === 'br' || encoding === 'gzip'))
    response.set('Content-Encoding', encoding).send(packed[encoding])
  else response.send(plain)
}

/** Adds the demo's two files to a server. */
export const serveDemo = (app: Express): void => {
  const demo = makeDemo()
  const kit: Made = { type: 'application/zip', plain: Buffer.from(writeKitZip(demo)), packed: null }
  const pack = packedText('application/json', packText(demo))
  app.get('/demo.gliv', (request, response) => send(kit, request, response))
  app.get('/demo.glivpack.json', (request, response) => send(pack, request, response))
}
