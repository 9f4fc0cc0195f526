/** The tether's addresses: who may listen and speak, and that what is said arrives at the other side alone. */
import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import express from 'express'
import request from 'supertest'
import { afterEach, expect, it } from 'vitest'
import { tetherService } from './service.ts'

const open: { server: Server; close: () => void }[] = []
afterEach(() => {
  for (const { server, close } of open.splice(0)) {
    close()
    server.close()
  }
})

const serve = async (token: string | null, host = '127.0.0.1'): Promise<string> => {
  const { router, hub } = tetherService({ host, port: () => 4173, token })
  const server = createServer(express().use(router))
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done))
  open.push({ server, close: () => hub.close() })
  return `http://127.0.0.1:${(server.address() as AddressInfo).port}`
}

/** What a side hears, until `enough`. */
const listen = async (
  address: string,
  side: string,
  enough: number,
): Promise<{ heard: Promise<readonly unknown[]> }> => {
  const answer = await fetch(`${address}/tether/${side}/events`)
  const reader = answer.body!.pipeThrough(new TextDecoderStream()).getReader()
  await reader.read()
  const heard = async (): Promise<readonly unknown[]> => {
    let text = ''
    for (;;) {
      const found = [...text.matchAll(/^data: (.*)$/gm)].map(([, data]) => JSON.parse(data!) as unknown)
      if (found.length >= enough) return found
      const { value, done } = await reader.read()
      if (done) return found
      text += value
    }
  }
  return { heard: heard() }
}

it('sends what one side says to every listener of the other, in order, and to nobody else', async () => {
  const address = await serve(null)
  const games = [await listen(address, 'game', 2), await listen(address, 'game', 2)]
  const studio = await listen(address, 'studio', 1)
  for (const [to, n] of [
    ['game', 1],
    ['studio', 9],
    ['game', 2],
  ] as const)
    await request(address).post(`/tether/${to}`).send({ n }).expect(204)
  for (const game of games) expect(await game.heard).toEqual([{ n: 1 }, { n: 2 }])
  expect(await studio.heard).toEqual([{ n: 9 }])
})

it('asks for its token, in words, wherever it is reached from', async () => {
  const address = await serve('secret', '0.0.0.0')
  for (const path of ['/tether/game/events', '/tether/where'])
    expect((await request(address).get(path)).body).toEqual({
      error: expect.stringMatching(/token/) as string,
    })
  await request(address).post('/tether/game').send({}).expect(401)
  await request(address).post('/tether/game').set('Authorization', 'Bearer secrex').send({}).expect(401)
  await request(address).post('/tether/game').set('Authorization', 'Bearer secret').send({}).expect(204)
  const { body } = await request(address).get('/tether/where?token=secret')
  const { addresses } = body as { addresses: string[] }
  for (const one of addresses) expect(one).toMatch(/^http:\/\/[^/]+:4173$/)
})

it('on this machine alone it has no addresses for others, and takes games of this machine', async () => {
  const address = await serve(null)
  expect((await request(address).get('/tether/where')).body).toEqual({ addresses: [] })
  const near = await request(address).options('/tether/studio').set('Origin', 'http://localhost:5173')
  expect(near.headers['access-control-allow-origin']).toBe('http://localhost:5173')
  const far = await request(address).options('/tether/studio').set('Origin', 'https://elsewhere.example')
  expect(far.headers['access-control-allow-origin']).toBeUndefined()
})

it('refuses what is no message, and sides that there are not', async () => {
  const address = await serve(null)
  await request(address).post('/tether/game').type('text/plain').send('{}').expect(415)
  await request(address).post('/tether/game').type('application/json').send('{\n}').expect(400)
  await request(address).post('/tether/nobody').send({}).expect(404)
  await request(address).get('/tether/nobody/events').expect(404)
})
