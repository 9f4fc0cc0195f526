import { makeEffect, makeEmitter, makeBurst } from '../../engine/src/testing/build.ts'
import { type Pack, PACK_VERSION, type ResolvedEffect } from '@gliv/model'
import { describe, expect, it } from 'vitest'
import { Hearing, type PlayedEvent } from './hearing.ts'
import { EffectHandle } from './effectHandle.ts'
import { loadPack } from './pack.ts'
import { compile } from '@gliv/engine'

const effect: ResolvedEffect = {
  ...makeEffect([makeEmitter({ flow: 0 }, { bursts: [makeBurst('b', 0.1, 3)] })]),
  events: [{ id: 'n', name: 'peak', at: 0.05, payload: 'loud' }],
  screen: [{ id: 's', kind: 'shake', at: 0.05, amount: 6, seconds: 0.2, colour: '#ffffff' }],
}
const pack: Pack = {
  format: 'gliv-pack',
  version: PACK_VERSION,
  rules: 1,
  ...{ name: 'Test', axes: '', units: '', sheets: [], effects: [effect] },
}

describe('what a game is told', () => {
  it('of what it listens to, once, with the name and the payload, until it listens no more', () => {
    const hearing = new Hearing(pack)
    const heard: PlayedEvent[] = []
    const off = hearing.on('named', (event) => heard.push(event))
    hearing.on('screen', (event) => heard.push(event))
    hearing.on('born', (event) => heard.push(event))
    const handle = new EffectHandle(compile(effect), { x: 5, y: 6 }, undefined, hearing.events)
    for (let tick = 0; tick < 20; tick++) {
      handle.advance(1 / 60 + 1e-9)
      hearing.tell(handle)
    }
    expect(heard.map(({ kind, tick }) => [kind, tick])).toEqual([
      ['named', 3],
      ['screen', 3],
      ['born', 6],
      ['born', 6],
      ['born', 6],
    ])
    expect(heard[0]).toMatchObject({ name: 'peak', payload: 'loud', x: 5, y: 6, handle })
    expect(heard[1]!.screen).toEqual(effect.screen![0])
    off()
    const again = new EffectHandle(compile(effect), {}, undefined, hearing.events)
    again.advance(0.5)
    hearing.tell(again)
    expect(heard.filter(({ kind }) => kind === 'named')).toHaveLength(1)
    expect(() => hearing.on('boom' as never, () => {})).toThrow(/listen to one of born, contact/)
  })
})

describe('what a pack needs', () => {
  it('is refused in words when this player does not know it', async () => {
    await expect(loadPack({ ...pack, needs: ['cues', 'smell', 'ribbons'] })).rejects.toThrow(
      'This pack needs "smell" and "ribbons", which this player does not know; use the player that came with the pack',
    )
    await expect(loadPack({ ...pack, needs: ['cues', 'sounds'] })).resolves.toMatchObject({ sheets: [] })
  })
})
