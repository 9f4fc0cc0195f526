import { makeBurst, makeEffect, makeEmitter } from '../../../engine/src/testing/build.ts'
import { PACK_VERSION, type Pack as PackContents, type ResolvedEffect } from '@gliv/model'
import { describe, expect, it } from 'vitest'
import { HeadlessPlayer } from '../players/headlessPlayer.ts'
import { Pack } from '../load/pack.ts'
import type { PlayedEvent } from './telling.ts'

const effect: ResolvedEffect = {
  ...makeEffect([makeEmitter({ flow: 0 }, { bursts: [makeBurst('b', 0.1, 3)] })]),
  events: [{ id: 'n', name: 'peak', at: 0.05, payload: 'loud' }],
  screen: [{ id: 's', kind: 'shake', at: 0.05, amount: 6, seconds: 0.2, colour: '#ffffff' }],
}
const pack: PackContents = {
  format: 'gliv-pack',
  version: PACK_VERSION,
  rules: 1,
  ...{ name: 'Test', axes: '', units: '', effects: [effect] },
  sheets: [],
  pages: [{ image: new Uint8Array(0), width: 8, height: 8, sampling: 'smooth' }],
}

describe('what a game is told', () => {
  it('of what it listens to, once, with the name and the payload, until it listens no more', () => {
    const player = new HeadlessPlayer(new Pack(pack))
    const heard: PlayedEvent[] = []
    const off = player.on('named', (event) => heard.push(event))
    player.on('screen', (event) => heard.push(event))
    player.on('born', (event) => heard.push(event))
    const handle = player.play('effect', { x: 5, y: 6 })
    for (let tick = 0; tick < 20; tick++) player.update(1 / 60 + 1e-9)
    expect(heard.map(({ kind, tick }) => [kind, tick])).toEqual([
      ['named', 3],
      ['screen', 3],
      ['born', 6],
      ['born', 6],
      ['born', 6],
    ])
    expect(heard[0]).toMatchObject({ name: 'peak', payload: 'loud', x: 5, y: 6, handle })
    expect(heard[1]).toMatchObject({ screen: effect.screen![0] })
    off()
    player.play('effect')
    player.update(0.5)
    expect(heard.filter(({ kind }) => kind === 'named')).toHaveLength(1)
    expect(() => player.on('boom' as never, () => {})).toThrow(/listen to one of born, contact/)
    expect(() => player.on('born', 'x' as never)).toThrow(/give a function/)
  })

  it('in the order of time, whatever plays and however many ticks a picture takes', () => {
    const player = new HeadlessPlayer(new Pack(pack))
    const heard: [number, number][] = []
    player.on('named', ({ x, tick }) => heard.push([x, tick]))
    player.on('born', ({ x, tick }) => heard.push([x, tick]))
    player.play('effect', { x: 1 })
    player.update(1 / 60)
    player.update(1 / 60)
    player.play('effect', { x: 2 })
    player.update(0.5)
    expect(heard).toEqual([[1, 3], [2, 3], ...[1, 1, 1].map((x) => [x, 6]), ...[2, 2, 2].map((x) => [x, 6])])
  })

  it('may start effects in turn, which are told with the next picture', () => {
    const player = new HeadlessPlayer(new Pack(pack))
    let told = 0
    player.on('named', () => {
      told++
      if (told < 3) player.play('effect')
    })
    player.play('effect')
    for (let k = 0; k < 4; k++) player.update(0.1)
    expect(told).toBe(3)
  })
})
