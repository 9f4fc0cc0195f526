import { mkdtemp, mkdir, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { readKitFile } from '@gliv/document'
import request from 'supertest'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { createApp } from './app.ts'

let folder = ''
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'gliv-server-'))
  for (const app of ['studio', 'ferry']) {
    await mkdir(join(folder, app))
    await writeFile(join(folder, app, 'index.html'), `<title>${app}</title>`)
  }
})
afterAll(() => rm(folder, { recursive: true }))

const app = () => createApp({ studio: join(folder, 'studio'), ferry: join(folder, 'ferry') })

describe('the server', () => {
  it('gives the studio at its own addresses, and the game page', async () => {
    for (const path of ['/', '/kit/last-ferry', '/kit/a/effect/b']) expect((await request(app()).get(path)).text).toContain('studio')
    expect((await request(app()).get('/ferry/')).text).toContain('ferry')
    expect((await request(app()).get('/ferry')).headers['location']).toBe('/ferry/')
  })

  it('gives the demo as a kit and as a pack', async () => {
    const kit = await request(app()).get('/demo.gliv').buffer().parse((response, done) => {
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
    expect(() => createApp({ studio: join(folder, 'nowhere'), ferry: folder })).toThrow(/not built.*npm run build/)
  })
})
