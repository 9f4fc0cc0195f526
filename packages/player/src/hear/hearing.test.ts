import { type EffectSound, PACK_VERSION, type Pack as PackContents, type ResolvedEffect } from '@gliv/model'
import { describe, expect, it } from 'vitest'
import { makeBurst, makeEffect, makeEmitter } from '../../../engine/src/testing/build.ts'
import { LoadedPack } from '../load/loadPack.ts'
import { Pack } from '../load/pack.ts'
import { Player } from '../players/player.ts'
import { fakeCanvases, fakeContext } from '../testing/canvas.ts'
import type { GameSound } from './hearing.ts'

const use: Omit<EffectSound, 'id' | 'sound'> = {
  ...{ on: 'time', emitter: null, named: '', at: 0.05, gain: 0.5, pan: 0.25, speedFrom: 2, speedTo: 2 },
  ...{ most: 2, loops: false, byPlace: false, muted: false },
}
const effect: ResolvedEffect = {
  ...makeEffect([makeEmitter({ flow: 0 }, { bursts: [makeBurst('b', 0, 1)] })]),
  sounds: [
    { ...use, id: 'a', sound: 'thump' },
    { ...use, id: 'b', sound: 'hum', at: 0, loops: true },
    { ...use, id: 'c', sound: 'gone' },
  ],
}
const contents: PackContents = {
  format: 'gliv-pack',
  version: PACK_VERSION,
  rules: 1,
  ...{ name: 'Test', axes: '', units: '', sheets: [], effects: [effect] },
  pages: [{ image: new Uint8Array(0), width: 8, height: 8, sampling: 'smooth' }],
  sounds: [
    { id: 'thump', name: 'Thump', data: Uint8Array.of(1, 2, 3) },
    { id: 'hum', name: 'Hum', data: Uint8Array.of(4) },
  ],
}

const start = async () => {
  fakeCanvases()
  const canvas = { getContext: () => fakeContext(64, 64).context } as unknown as HTMLCanvasElement
  const player = new Player(canvas, new LoadedPack(new Pack(contents), []), { path: 'canvas2d' })
  const heard: GameSound[] = []
  const stopped: string[] = []
  await player.sound((sound) => {
    heard.push(sound)
    return () => void stopped.push(sound.id)
  })
  const run = (ticks: number): void => {
    for (let k = 0; k < ticks; k++) player.update(1 / 60 + 1e-9)
  }
  return { player, heard, stopped, run }
}

describe('a game’s own voice', () => {
  it('is told of each sound that the pack has, with bytes, loudness and place, when its moment comes', async () => {
    const { player, heard, run } = await start()
    player.play('Effect', { strength: 4 })
    run(2)
    expect(heard.map(({ name }) => name)).toEqual(['Hum'])
    run(2)
    expect(heard[1]).toMatchObject({ id: 'thump', loops: false, gain: 1, pan: 0.25, rate: 2 })
    expect(heard[1]!.data).toEqual(Uint8Array.of(1, 2, 3))
    expect(heard[1]!.delay).toBeGreaterThanOrEqual(0)
  })

  it('stops what loops with its effect, and is asked for no more than may sound at a time', async () => {
    const { player, heard, stopped, run } = await start()
    for (let k = 0; k < 5; k++) player.play('Effect')
    run(6)
    const of = (id: string) => heard.filter((sound) => sound.id === id)
    expect([of('hum').length, of('thump').length]).toEqual([2, 2])
    of('thump')[0]!.ended()
    player.play('Effect')
    run(6)
    expect(of('thump').length).toBe(3)
    run(600)
    expect(stopped.filter((id) => id === 'hum').length).toBeGreaterThan(1)
  })

  it('is silent while the player is muted', async () => {
    const { player, heard, stopped, run } = await start()
    player.play('Effect')
    run(1)
    player.muted = true
    expect(stopped).toEqual(['hum'])
    player.play('Effect')
    run(20)
    expect(heard.length).toBe(1)
    player.muted = false
    player.play('Effect')
    run(1)
    expect(heard.length).toBe(2)
  })
})
