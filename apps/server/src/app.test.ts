import { spawn } from 'node:child_process'
import { createServer, type AddressInfo } from 'node:net'
import { brotliCompressSync, gzipSync } from 'node:zlib'
import { mkdtemp, mkdir, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { readKitFile } from '@gliv/document'
import request from 'supertest'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { createApp } from './app.ts'
import { listen, readOptions, readPort } from './listen.ts'

let folder = ''
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'gliv-server-'))
  for (const app of ['studio', 'ferry']) {
    await mkdir(join(folder, app, 'assets'), { recursive: true })
    const script = 'const a = 1\n'.repeat(200)
    await writeFile(join(folder, app, 'assets/index-1a2b.js'), script)
    await writeFile(join(folder, app, 'assets/index-1a2b.js.br'), brotliCompressSync(script))
    await writeFile(join(folder, app, 'assets/index-1a2b.js.gz'), gzipSync(script))
    await writeFile(join(folder, app, 'index.html'), `<title>${app}</title>`)
  }
})
afterAll(() => rm(folder, { recursive: true }))

const app = () => createApp({ studio: join(folder, 'studio'), ferry: join(folder, 'ferry') })

describe('the server', () => {
  it('gives the studio at its own addresses, and the game page', async () => {
    for (const path of ['/', '/kit/last-ferry', '/kit/a/effect/b'])
      expect((await request(app()).get(path)).text).toContain('studio')
    expect((await request(app()).get('/ferry/')).text).toContain('ferry')
    expect((await request(app()).get('/ferry')).headers['location']).toBe('/ferry/')
  })

  it('gives the demo as a kit and as a pack', async () => {
    const kit = await request(app())
      .get('/demo.gliv')
      .buffer()
      .parse((response, done) => {
        const parts: Buffer[] = []
        response.on('data', (part: Buffer) => parts.push(part))
        response.on('end', () => done(null, Buffer.concat(parts)))
      })
    expect(readKitFile(new Uint8Array(kit.body as Buffer)).kit.name).toBe('Last Ferry')
    expect((await request(app()).get('/demo.glivpack.json')).body).toMatchObject({ format: 'gliv-pack' })
  })

  it('says so when something is missing', async () => {
    const answer = await request(app()).get('/assets/nothing.js')
    expect([answer.status, answer.text]).toEqual([404, 'There is nothing at this address.'])
    expect(() => createApp({ studio: join(folder, 'nowhere'), ferry: folder })).toThrow(
      /^The studio is not built; run "npm run build"$/,
    )
    const withoutGame = createApp({ studio: join(folder, 'studio'), ferry: join(folder, 'nowhere') })
    expect((await request(withoutGame).get('/ferry/')).text).toBe(
      'The game page is not built; run "npm run build".',
    )
  })

  it('answers what cannot be read in a sentence, without a stack', async () => {
    for (const [path, status] of [
      ['/kit/%E0%A4%A', 400],
      ['/%', 400],
      ['/nothing', 404],
    ] as const) {
      const answer = await request(app()).get(path)
      expect(answer.status).toBe(status)
      expect(answer.headers['content-type']).toMatch(/^text\/plain/)
      expect(answer.text).not.toMatch(/\n\s+at |node_modules|Error/)
    }
    const range = await request(app()).get('/').set('Range', 'bytes=900000-900001')
    expect([range.status, range.text]).toEqual([416, 'There is no such part of this file.'])
  })

  it('allows scripts from here and the kernels, and nothing from elsewhere', async () => {
    for (const path of ['/', '/kit/a', '/ferry/', '/nothing']) {
      const { headers } = await request(app()).get(path)
      expect(headers['content-security-policy']).toContain("script-src 'self' 'wasm-unsafe-eval';")
      expect(headers['x-content-type-options']).toBe('nosniff')
      expect(headers['x-frame-options']).toBe('SAMEORIGIN')
      expect(headers['referrer-policy']).toBe('no-referrer')
      expect(headers['permissions-policy']).toContain('camera=()')
      expect(headers['x-powered-by']).toBeUndefined()
    }
  })

  it('sends built files packed and for ever, pages packed and asked for anew', async () => {
    const script = await request(app()).get('/assets/index-1a2b.js').set('Accept-Encoding', 'br, gzip')
    expect([script.headers['content-encoding'], script.headers['cache-control']]).toEqual([
      'br',
      'public, max-age=31536000, immutable',
    ])
    expect(
      (await request(app()).get('/assets/index-1a2b.js').set('Accept-Encoding', 'gzip')).headers[
        'content-encoding'
      ],
    ).toBe('gzip')
    expect(
      (await request(app()).get('/assets/index-1a2b.js').set('Accept-Encoding', 'identity')).headers[
        'content-encoding'
      ],
    ).toBeUndefined()
    for (const path of ['/', '/kit/a'])
      expect((await request(app()).get(path)).headers['cache-control']).toBe('no-cache')
    const pack = await request(app()).get('/demo.glivpack.json').set('Accept-Encoding', 'gzip')
    expect(pack.headers['content-encoding']).toBe('gzip')
  })

  it('answers to its own names only', async () => {
    for (const [host, status] of [
      ['localhost:4173', 200],
      ['127.0.0.1:4173', 200],
      ['[::1]:4173', 200],
      ['evil.example', 421],
      ['10.0.0.7:4173', 421],
    ] as const)
      expect((await request(app()).get('/').set('Host', host)).status, host).toBe(status)
    const open = createApp({ studio: join(folder, 'studio'), ferry: join(folder, 'ferry') }, ['0.0.0.0'])
    expect((await request(open).get('/').set('Host', '10.0.0.7:4173')).status).toBe(200)
    expect((await request(open).get('/').set('Host', 'evil.example')).status).toBe(421)
    const named = createApp({ studio: join(folder, 'studio'), ferry: join(folder, 'ferry') }, ['gliv.local'])
    expect((await request(named).get('/').set('Host', 'gliv.local:80')).status).toBe(200)
  })
})

describe('what is asked for at the start', () => {
  it('comes from words, else from the environment, else is this machine alone', () => {
    expect(readOptions([], {})).toEqual({ host: '127.0.0.1', port: 4173, token: null })
    expect(readOptions([], { HOST: '0.0.0.0', PORT: '80', GLIV_TOKEN: 'x' })).toEqual({
      host: '0.0.0.0',
      port: 80,
      token: 'x',
    })
    expect(readOptions(['--host', '::', '--port', '81', '--token=y'], { HOST: 'a', PORT: '1' })).toEqual({
      host: '::',
      port: 81,
      token: 'y',
    })
  })

  it('is refused with what can be said instead', () => {
    expect(() => readOptions(['--hots', 'x'], {})).toThrow(/--hots.*takes --host ADDRESS/)
    expect(() => readOptions(['--port', 'x'], {})).toThrow(/a port is a whole number/)
  })
})

describe('the port', () => {
  it('is a whole number, or refused in words', () => {
    expect([
      readPort(undefined, 4173),
      readPort('', 4173),
      readPort('8080', 4173),
      readPort('0', 4173),
    ]).toEqual([4173, 4173, 8080, 0])
    for (const text of ['abc', '-1', '70000', '80.5'])
      expect(() => readPort(text, 4173)).toThrow(
        `PORT is "${text}"; a port is a whole number from 0 to 65535; start with one: PORT=4173 npm start`,
      )
  })

  it('that is taken is said in a sentence', async () => {
    const other = createServer()
    await new Promise<void>((done) => other.listen(0, '127.0.0.1', done))
    const { port } = other.address() as AddressInfo
    await expect(listen(app(), port, '127.0.0.1')).rejects.toThrow(
      `Port ${port} is in use; start with another one: PORT=${port + 1} npm start`,
    )
    await new Promise((done) => other.close(done))
  })
})

/** A server of its own: prints its address, and answers one request slowly. */
const SLOW = `
import express from 'express'
import { listen } from '${new URL('./listen.ts', import.meta.url).pathname}'
const app = express()
app.get('/slow', (_q, r) => { r.write('begun '); process.stdout.write('begun\\n'); setTimeout(() => r.end('ended'), 300) })
console.log(await listen(app, 0, '127.0.0.1'))
`

it('a running answer is ended before the server leaves', async () => {
  const child = spawn(process.execPath, ['--import', 'tsx', '--input-type=module', '-e', SLOW], {
    stdio: ['ignore', 'pipe', 'inherit'],
  })
  const printed = (words: RegExp): Promise<string> =>
    new Promise((done) => {
      const read = (data: Buffer): void => {
        const found = words.exec(String(data))
        if (!found) return
        child.stdout.off('data', read)
        done(found[0])
      }
      child.stdout.on('data', read)
    })
  const address = await printed(/http:\S+/)
  const begun = printed(/begun/)
  const answer = fetch(`${address}/slow`).then((response) => response.text())
  await begun
  const left = new Promise((done) => child.on('exit', done))
  child.kill('SIGTERM')
  expect(await answer).toBe('begun ended')
  expect(await left).toBe(0)
}, 30_000)
