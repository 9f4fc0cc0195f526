/** The bake service: the same bytes as anywhere, progress, limits, tokens, words for what is wrong. */
import type { AddressInfo } from 'node:net'
import { unzipSync } from 'fflate'
import request from 'supertest'
import express from 'express'
import { afterAll, describe, expect, it } from 'vitest'
import { makeDemo } from '@gliv/demo'
import { type Kit, setShipping, writeKitZip } from '@gliv/document'
import { bytesOf, jobOf, ship } from '@gliv/bake'
import { zlibDeflate } from '@gliv/node'
import { BAKE_LIMITS, type BakeLimits, Bakes } from './jobs.ts'
import { bakeService } from './service.ts'

const ENTRY = new URL('../../bin/thread.mjs', import.meta.url)
const demo = makeDemo()
const kit = JSON.parse(JSON.stringify(demo.kit)) as Kit
setShipping(kit, ['coin', 'slip'], (shipping) => ({
  ...shipping,
  ticked: true,
  range: { ...shipping.range, fps: 6 },
}))
const file = { kit, pictures: demo.pictures }
const bytes = Buffer.from(writeKitZip(file))

const servers: { close(): void }[] = []
afterAll(() => {
  for (const server of servers) server.close()
})
const open = (limits: Partial<BakeLimits> = {}, token: string | null = null) => {
  const bakes = new Bakes(ENTRY, { ...BAKE_LIMITS, ...limits })
  const app = express().use(bakeService(bakes, token))
  const server = app.listen(0, '127.0.0.1')
  servers.push(server)
  return { app, bakes, address: () => `http://127.0.0.1:${(server.address() as AddressInfo).port}` }
}
const post = (app: express.Express, query = '', body: Buffer = bytes) =>
  request(app).post(`/bakes${query}`).set('Content-Type', 'application/octet-stream').send(body)

/** All events of a bake, until it is over. */
const eventsOf = async (
  address: string,
  path: string,
): Promise<{ event: string; data: Record<string, unknown> }[]> => {
  const text = await (await fetch(address + path)).text()
  return text
    .trim()
    .split('\n\n')
    .map((part) => {
      const [event, data] = part.split('\n') as [string, string]
      return { event: event.slice(7), data: JSON.parse(data.slice(6)) as Record<string, unknown> }
    })
}

interface Begun {
  readonly id: string
  readonly events: string
  readonly result: string
}

describe('the bake service', () => {
  it('bakes what is ticked to the same bytes as here, and tells how far it is', async () => {
    const { app, address } = open()
    const begun = (await post(app).expect(202)).body as Begun
    await request(app).get(begun.result).expect(409)
    const events = await eventsOf(address(), begun.events)
    expect(events.map(({ event }) => event)).toContain('running')
    expect(events.at(-1)).toMatchObject({
      event: 'done',
      data: { files: ['coin.png', 'coin.json', 'slip.png', 'slip.json'] },
    })
    const zip = unzipSync(new Uint8Array(await (await fetch(address() + begun.result)).arrayBuffer()))
    const here = await ship(
      file,
      ['coin', 'slip'].map((id) => jobOf(kit, id)),
      { deflate: await zlibDeflate() },
    )
    for (const one of here.flatMap(({ files }) => files))
      expect(Buffer.from(zip[one.name]!).equals(Buffer.from(bytesOf(one)))).toBe(true)
    expect((await request(app).get('/health')).body).toEqual({ ok: true, waiting: 0, running: 0 })
  })

  it('says in words what is wrong, and takes nothing of a kind that foreign pages can send', async () => {
    const { app, address } = open({ kitBytes: 1024 * 1024 })
    expect((await request(app).post('/bakes').type('text/plain').send('x')).status).toBe(415)
    expect((await post(app, '', Buffer.alloc(0))).status).toBe(400)
    expect((await post(app, '', Buffer.alloc(2 * 1024 * 1024))).body).toEqual({
      error: 'the kit is too large; at most 1 MB are taken',
    })
    expect((await post(app, '?settings={')).body).toMatchObject({
      error: expect.stringContaining('no JSON') as string,
    })
    for (const [query, message] of [
      ['?effects=nothing', /there is no effect "nothing"/],
      ['?effects=coin&settings={"range":{"fps":"fast"}}', /settings.range.fps/],
      ['?effects=coin&settings={"speed":{}}', /no sentence "speed"/],
      ['?effects=coin&preset=none', /no preset "none"/],
    ] as const) {
      const begun = (await post(app, query)).body as Begun
      const last = (await eventsOf(address(), begun.events)).at(-1)!
      expect(last.event).toBe('refused')
      expect(String(last.data['message'])).toMatch(message)
      expect((await request(app).get(begun.result)).status).toBe(422)
    }
    const broken = (await post(app, '', bytes.subarray(0, 4000))).body as Begun
    expect((await eventsOf(address(), broken.events)).at(-1)!.event).toBe('refused')
    expect((await request(app).get('/bakes/nothing/events')).status).toBe(404)
  })

  it('ends what takes too long, keeps a queue of so many, and forgets what is cancelled', async () => {
    const { app, address, bakes } = open({ runMs: 300, waiting: 1 })
    const slow = '?effects=distant-storm,canal-rain'
    const first = (await post(app, slow)).body as Begun
    const second = (await post(app, slow)).body as Begun
    const third = await post(app, slow)
    expect([third.status, third.headers['retry-after']]).toEqual([503, '10'])
    await request(app).delete(`/bakes/${second.id}`).expect(204)
    expect(bakes.load).toEqual({ waiting: 0, running: 1 })
    const last = (await eventsOf(address(), first.events)).at(-1)!
    expect(String(last.data['message'])).toContain('it took longer than')
    expect(bakes.load).toEqual({ waiting: 0, running: 0 })
  })

  it('needs its token where it has one; its health is open', async () => {
    const { app } = open({}, 'open sesame')
    expect((await post(app)).status).toBe(401)
    expect((await post(app, '?token=wrong')).status).toBe(401)
    expect((await post(app, '?effects=coin').set('Authorization', 'Bearer open sesame')).status).toBe(202)
    expect((await request(app).get('/health')).status).toBe(200)
  })
})
