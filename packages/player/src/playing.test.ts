/** A player as a game uses it, on a canvas that writes down what is drawn. */
import { defaultsOf, type Pack as PackContents, PACK_VERSION, type Surface } from '@gliv/model'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { fixed, makeBurst, makeEffect, makeEmitter, makeType } from '../../engine/src/testing/build.ts'
import { LoadedPack } from './load/loadPack.ts'
import { Pack } from './load/pack.ts'
import { Player, type PlayerOptions } from './players/player.ts'
import { fakeCanvases, fakeContext } from './testing/canvas.ts'

afterEach(() => void vi.restoreAllMocks())

/** Ten specks for half a second, five of them behind the actor. */
const specks = makeEffect(
  (['behind', 'front'] as const).map((layer) =>
    makeEmitter(
      { flow: 0, speed: fixed(0) },
      {
        id: layer,
        layer,
        type: makeType({ life: fixed(0.5), opacity: fixed(1) }),
        bursts: [makeBurst('b', 0, 5)],
      },
    ),
  ),
  { id: 'specks', name: 'Specks' },
)
/** One drop that falls on a floor and leaves a mark for a second. */
const dropType = makeType(
  { life: fixed(0.4), gravity: 900, markFade: 1, markCap: 9 },
  { forces: ['gravity'], contact: 'end' },
)
const drop = makeEffect(
  [
    makeEmitter(
      { flow: 0, speed: fixed(0) },
      { type: { ...dropType, mark: dropType.pictures[0]! }, bursts: [makeBurst('b', 0, 1)] },
    ),
  ],
  { id: 'drop', name: 'Drop' },
)
const rain = makeEffect(
  [
    makeEmitter(
      { flow: 30, duration: 9, speed: fixed(0) },
      { shape: 'view', type: makeType({ life: fixed(0.1) }) },
    ),
  ],
  { id: 'rain', name: 'Rain', play: 'loop', numbers: { ...defaultsOf('effect'), loopSeconds: 9 } },
)
const FLOOR: Surface = { id: 'floor', kind: 'segment', x1: -50, y1: 20, x2: 50, y2: 20 }

const PAGE = { image: new Uint8Array(0), width: 8, height: 8, sampling: 'smooth' }

const start = (options: PlayerOptions = {}) => {
  fakeCanvases()
  const { context, calls } = fakeContext(320, 200)
  const cue = (name: string, effects: string[], more: object = {}) => ({
    ...{ id: `cue-${name}`, name, effects, strength: 1, chance: 1, most: 16 },
    ...more,
  })
  const pack: PackContents = {
    ...{ format: 'gliv-pack', version: PACK_VERSION, rules: 1, name: 'Test' },
    ...{ pages: [PAGE], sheets: [], effects: [specks, drop, rain] },
    cues: [
      cue('land', ['specks', 'drop']),
      cue('storm', ['rain'], { most: 1 }),
      cue('never', ['specks'], { chance: 0 }),
    ],
  } as never
  const canvas = { getContext: () => context } as unknown as HTMLCanvasElement
  const player = new Player(
    canvas,
    new LoadedPack(new Pack(pack), [
      { image: document.createElement('canvas'), width: 8, height: 8, sampling: 'smooth' },
    ]),
    { path: 'canvas2d', ...options },
  )
  const drawn = (draw: () => void): number => {
    const before = calls.filter((call) => call.name === 'drawImage').length
    draw()
    return calls.filter((call) => call.name === 'drawImage').length - before
  }
  /** Seconds in pictures of a sixtieth. */
  const run = (seconds: number): void => {
    for (let k = 0; k < Math.round(seconds * 60); k++) player.update(1 / 60 + 1e-9)
  }
  return { player, calls, drawn, run }
}

describe('a player', () => {
  it('names its effects, and plays them by name or by id, each as often as it likes', () => {
    const { player, run } = start()
    expect(player.effects).toEqual(['Specks', 'Drop', 'Rain'])
    player.play('Specks')
    player.play('specks', { x: 40 })
    run(0.1)
    expect([player.playing, player.alive]).toEqual([2, 20])
    expect(() => player.play('Sparks')).toThrow(/no effect "Sparks"; it has Specks/)
  })

  it('is told what happened by a cue’s name: its effects play, as strongly, by chance, at most so many', async () => {
    const { player, run } = start()
    expect(player.cueNames).toEqual(['land', 'storm', 'never'])
    const landing = player.cue('land', { x: 5, strength: 2 })
    expect(landing.effects).toHaveLength(2)
    run(0.1)
    // Twice as many specks and drops as designed.
    expect(player.alive).toBe(22)
    expect(player.cue('never').effects).toEqual([])
    const storm = player.cue('cue-storm')
    expect(storm.effects).toHaveLength(1)
    expect(player.cue('storm').effects).toEqual([])
    storm.moveTo(20, 0)
    storm.stop()
    landing.stop()
    run(10)
    await Promise.all([storm.finished, landing.finished])
    expect(player.cue('storm').effects).toHaveLength(1)
    expect(() => player.cue('fly')).toThrow(/no cue "fly"; it has land, storm, never/)
    expect(() => player.cue('land', { strength: 9 })).toThrow(/from 0 to 8/)
  })

  it('the n-th of a cue has a seed of its own, the same in every game', () => {
    const seeds = [0, 1].map(() => {
      const { player } = start()
      return [0, 1, 2].map(() => player.cue('land').effects[0]!.seed)
    })
    expect(seeds[0]).toEqual(seeds[1])
    expect(new Set(seeds[0]).size).toBe(3)
  })

  it('draws all that lives over the ground, or one layer', () => {
    const { player, drawn, run } = start()
    player.play('Specks')
    run(0.2)
    const camera = { x: 0, y: 0, zoom: 1 }
    expect(drawn(() => player.draw(camera, '#000000'))).toBe(10)
    expect(['behind', 'front', 'marks'].map((layer) => drawn(() => player.drawLayer(layer, camera)))).toEqual(
      [5, 5, 0],
    )
  })

  it('lets go of an effect when it is over, and tells who waits', async () => {
    const { player, run } = start()
    const handle = player.play('Specks')
    run(0.7)
    await handle.finished
    expect([player.playing, player.alive]).toEqual([0, 0])
  })

  it('keeps marks when their effect is over, draws them below everything, and lets them fade', () => {
    const { player, drawn, run } = start()
    player.play('Drop', { surfaces: [FLOOR] })
    run(0.6)
    expect([player.playing, player.marks]).toEqual([0, 1])
    player.play('Specks')
    run(0.1)
    expect(drawn(() => player.drawLayer('marks'))).toBe(1)
    expect(drawn(() => player.draw())).toBe(11)
    run(1.2)
    expect([player.marks, drawn(() => player.drawLayer('marks'))]).toEqual([0, 0])
  })

  it('wipes marks away when the game asks, and keeps those of the last 64 effects', () => {
    const { player, run } = start()
    for (let k = 0; k < 70; k++) player.play('Drop', { surfaces: [FLOOR] })
    run(0.6)
    expect(player.marks).toBe(64)
    player.clearMarks()
    expect(player.marks).toBe(0)
  })

  it('gives the game’s view to those that play and to those that come', () => {
    const { player, run } = start()
    const early = player.play('Rain')
    player.setView({ x: 5000, y: 0, w: 60, h: 40 })
    const late = player.play('Rain')
    run(0.5)
    for (const { simulation } of [early, late]) {
      const { x, size, first } = simulation.runs[0]!.pool
      const places = [...x.subarray(first, size)]
      expect(places.length).toBeGreaterThan(2)
      expect(places.every((place) => place >= 5000 && place <= 5060)).toBe(true)
    }
    expect(() => player.setView({ x: 0, y: 0, w: 0, h: 10 })).toThrow(/w is 0/)
  })

  it('catches up one second at most after a pause', () => {
    const { player } = start()
    const handle = player.play('Rain')
    player.update(30)
    // A rounding may leave the last of the sixty ticks to the next picture.
    expect([59, 60]).toContain(Math.round(handle.seconds * 60))
  })

  it('runs with the screen until it is paused, and frees all when it is disposed of', async () => {
    const { player, calls } = start()
    const turns: FrameRequestCallback[] = []
    vi.spyOn(globalThis, 'requestAnimationFrame').mockImplementation((turn) => turns.push(turn))
    const cancelled = vi.spyOn(globalThis, 'cancelAnimationFrame').mockImplementation(() => {})
    vi.spyOn(performance, 'now').mockReturnValue(1000)
    const handle = player.play('Specks')
    player.run('#102030')
    for (let k = 1; k <= 6; k++) turns.at(-1)!(1000 + k * 20)
    // 120 ms are seven ticks, and six pictures.
    expect([
      Math.round(handle.seconds * 60),
      turns.length,
      calls.filter((call) => call.fill === '#102030' && call.name === 'fillRect').length,
    ]).toEqual([7, 7, 6])
    player.pause()
    expect(cancelled).toHaveBeenLastCalledWith(7)
    player.dispose()
    await handle.finished
    expect(player.playing).toBe(0)
  })
})
