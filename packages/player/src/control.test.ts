/** What a game may do to effects while they play, without drawing. */
import { frozenDemo } from '@gliv/demo/frozen'
import { maskReader } from '@gliv/bake'
import { resolveEffect } from '@gliv/document'
import { packBytes } from '@gliv/export'
import { compile, createSimulation, reportParticles, stateHash, tickOf } from '@gliv/engine'
import { type ResolvedEffect, type ViewRect } from '@gliv/model'
import { describe, expect, it } from 'vitest'
import { fixed, makeBurst, makeEffect, makeEmitter, makeType } from '../../engine/src/testing/build.ts'
import { HeadlessPlayer, type HeadlessOptions } from './players/headlessPlayer.ts'
import { Pack, readPack } from './load/pack.ts'
import type { PlayOptions } from './play/options.ts'

const file = frozenDemo()
const demo = readPack(packBytes(file))
const masks = maskReader(() => file.pictures)
const TICK = 1 / 60 + 1e-9

const still = makeEffect(
  [
    makeEmitter(
      { flow: 0, speed: fixed(0) },
      { type: makeType({ life: fixed(9), opacity: fixed(0.8) }), bursts: [makeBurst('b', 0, 5)] },
    ),
  ],
  { id: 'still', name: 'Still' },
)
const packOf = (...effects: ResolvedEffect[]) => new Pack({ ...demo.contents, effects })
const run = (player: HeadlessPlayer, ticks: number): void => {
  for (let k = 0; k < ticks; k++) player.update(TICK)
}

describe('options', () => {
  const WRONG: readonly (readonly [PlayOptions | object, RegExp])[] = [
    [{ seed: -1 }, /seed is -1; it must be a whole number from 0 to 4294967295/],
    [{ seed: 1.5 }, /seed is 1.5/],
    [{ seed: Number.NaN }, /seed is NaN/],
    [{ seed: 'x' }, /seed is "x".*or "designed".*leave it out/],
    [{ x: Number.NaN }, /x is NaN; it must be a finite number/],
    [{ anchorB: { x: Number.NaN, y: 0 } }, /anchorB is .*must be \{ x, y \} in world pixels/],
    [{ anchorB: 7 }, /anchorB is 7/],
    [{ surfaces: 'no' }, /surfaces is "no"; it must be a list of surfaces/],
    [{ surfaces: [{ id: 'a', kind: 'box', x: 0, y: 0, w: -1, h: 1 }] }, /surfaces\[0\]/],
    [{ scale: 0 }, /scale is 0; it must be a number from 0.001 to 1000/],
    [{ tint: 'red' }, /tint is "red"; it must be a colour such as "#ffcc00"/],
    [{ opacity: 2 }, /opacity is 2/],
    [{ speed: -1 }, /speed is -1/],
    [{ space: 'ui' }, /space is "ui"; it must be "world" or "interface"/],
    [{ rotate: 5 }, /there is no option "rotate"; there are x, y, rotation/],
  ]
  it('that cannot be are refused in words, and nothing is started', () => {
    const player = new HeadlessPlayer(demo)
    for (const [options, words] of WRONG)
      expect(() => player.play('Pier dust', options), JSON.stringify(options)).toThrow(words)
    expect(() => player.play('Pier dust', 5 as never)).toThrow(/options are 5/)
    expect(player.playing).toBe(0)
    expect(player.play('Pier dust', { x: undefined } as never).x).toBe(0)
  })

  it('of a player are refused, too', () => {
    const make = (options: object) => () => new HeadlessPlayer(demo, options)
    expect(make({ seed: 0.5 })).toThrow(/seed is 0.5/)
    expect(make({ limits: { effects: 0 } })).toThrow(/effects is 0; it must be a number from 1/)
    expect(make({ sleepBeyond: -3 })).toThrow(/sleepBeyond is -3/)
    expect(() => new HeadlessPlayer({} as never)).toThrow(/give what loadPack or readPack gives/)
  })

  it('time that no clock gives is refused, and harms nothing', () => {
    const player = new HeadlessPlayer(demo)
    const handle = player.play('Stove fire', { seed: 3 })
    run(player, 20)
    for (const wrong of [Number.NaN, -5, Infinity, 'x', undefined])
      expect(() => player.update(wrong as number)).toThrow(/seconds are .*nothing was changed/)
    run(player, 20)
    const other = new HeadlessPlayer(demo)
    const same = other.play('Stove fire', { seed: 3 })
    run(other, 40)
    expect(stateHash(handle.simulation)).toBe(stateHash(same.simulation))
    expect(() => (player.timeScale = -1)).toThrow(/from 0 to 16/)
  })
})

describe('seeds', () => {
  it('vary by default, are the same in every game with one seed, and fixed on request', () => {
    const seeds = (options: HeadlessOptions, play: PlayOptions = {}): number[] => {
      const player = new HeadlessPlayer(demo, options)
      return Array.from({ length: 50 }, () => player.play('Hard landing', play).seed)
    }
    expect(new Set(seeds({})).size).toBe(50)
    expect(seeds({ seed: 5 })).toEqual(seeds({ seed: 5 }))
    expect(seeds({ seed: 5 })).not.toEqual(seeds({ seed: 6 }))
    const own = demo.contents.effects.find(({ name }) => name === 'Hard landing')!.seed
    expect(new Set(seeds({}, { seed: 'designed' }))).toEqual(new Set([own]))
    expect(new Set(seeds({}, { seed: 7 }))).toEqual(new Set([7]))
  })

  it('the player’s states are the command line’s, for every effect of the demo', () => {
    const player = new HeadlessPlayer(demo)
    for (const { name } of demo.contents.effects) player.play(name, { seed: 11 })
    const { handles } = player
    run(player, 90)
    for (const handle of handles) {
      if (handle.ended) continue
      const effect = resolveEffect(file.kit, file.kit.effects[handle.effect]!, masks)
      const simulation = createSimulation(compile(effect), { seed: 11 })
      simulation.seek(tickOf(handle.seconds, effect.rate))
      expect(stateHash(handle.simulation), effect.name).toBe(stateHash(simulation))
    }
  })
})

describe('time', () => {
  it('stands still for one or for all, and goes as fast as the game says', () => {
    const player = new HeadlessPlayer(demo)
    const [a, b] = [player.play('Stove fire'), player.play('Stove fire', { speed: 0.5 })]
    run(player, 60)
    a.paused = true
    run(player, 60)
    expect([a.seconds, b.seconds].map((s) => Math.round(s * 100) / 100)).toEqual([1, 1])
    a.paused = false
    player.timeScale = 2
    run(player, 60)
    expect([a.seconds, b.seconds].map((s) => Math.round(s * 100) / 100)).toEqual([3, 2])
    player.paused = true
    run(player, 60)
    expect(Math.round(a.seconds)).toBe(3)
    b.speed = 0
    player.paused = false
    run(player, 60)
    expect(Math.round(b.seconds)).toBe(2)
  })
})

describe('looks', () => {
  it('tint and opacity multiply what is designed, from one picture to the next', () => {
    const player = new HeadlessPlayer(packOf(still))
    const handle = player.play('Still', { tint: '#ff8000', opacity: 0.5 })
    run(player, 120)
    const first = player.frame()
    const opacity = first.f32[11]!
    expect([first.count, first.u32[10], opacity > 0.1]).toEqual([5, 0xff0080ff, true])
    expect(handle.tint).toBe('#ff8000')
    handle.tint = '#ffffff'
    handle.opacity = 1
    expect([player.frame().u32[10], player.frame().f32[11]]).toEqual([0xffffffff, Math.fround(opacity * 2)])
  })

  it('size counts for what is born from then on', () => {
    const flow = makeEffect(
      [makeEmitter({ flow: 60, speed: fixed(0) }, { type: makeType({ life: fixed(9) }) })],
      { play: 'loop' },
    )
    const player = new HeadlessPlayer(packOf(flow))
    const handle = player.play('Effect')
    run(player, 3)
    handle.scale = 3
    run(player, 3)
    expect(reportParticles(handle.simulation).map((p) => p.scaleX)).toEqual([1, 1, 1, 1, 3, 3, 3])
    expect(() => (handle.scale = 0)).toThrow(/scale is 0/)
  })

  it('point B of a segment moves while it plays: births lie on the way to it', () => {
    const segment = makeEffect(
      [
        makeEmitter(
          { flow: 60, speed: fixed(0), pieceEvery: 10 },
          { shape: 'segment', placement: 'inOrder', type: makeType({ life: fixed(9) }) },
        ),
      ],
      { play: 'loop' },
    )
    const player = new HeadlessPlayer(packOf(segment))
    const handle = player.play('Effect', { x: 20, y: 30, anchorB: { x: 120, y: 30 } })
    run(player, 3)
    handle.anchorTo(20, 230)
    run(player, 8)
    const places = reportParticles(handle.simulation).map(({ x, y }) => [Math.round(x), Math.round(y)])
    expect(places.slice(0, 4).every(([, y]) => y === 30)).toBe(true)
    expect(places.slice(5).every(([x]) => x === 20)).toBe(true)
    expect(() => handle.anchorTo(Number.NaN, 0)).toThrow(/anchorB is/)
  })
})

describe('layers', () => {
  const layered = makeEffect(
    ['front', 'smoke', 'behind'].map((layer) =>
      makeEmitter({ flow: 0 }, { id: layer, layer, bursts: [makeBurst('b', 0, 1)] }),
    ),
  )
  it('have an order that the game may change, and unknown ones are refused', () => {
    const player = new HeadlessPlayer(packOf(layered))
    expect(player.layers).toEqual(['marks', 'behind', 'smoke', 'front', 'interface'])
    player.play('Effect')
    player.play('Effect')
    run(player, 1)
    const runs = () => {
      const { batches, batchCount } = player.frame()
      return batches.slice(0, batchCount).map(({ layer, count }) => `${layer} ${count}`)
    }
    // All of one blend and sheet: one run.
    expect(runs()).toEqual(['behind 6'])
    expect([player.frame('smoke').count, player.frame(3).count, player.frame('marks').count]).toEqual([
      2, 2, 0,
    ])
    player.layers = ['front', 'smoke', 'behind', 'marks', 'interface']
    expect(runs()).toEqual(['front 6'])
    expect(() => player.frame('smok')).toThrow(/no layer "smok"; there are "front", "smoke"/)
    expect(() => player.frame(9)).toThrow(/no layer 9/)
    expect(() => (player.layers = ['front'])).toThrow(/must have each of/)
  })

  it('the interface lies over the world, with all layers of what plays there', () => {
    const player = new HeadlessPlayer(packOf(layered))
    player.play('Effect', { space: 'interface' })
    run(player, 1)
    expect([player.frame('front').count, player.frame('interface').count]).toEqual([0, 3])
  })
})

describe('limits', () => {
  it('what has the lowest priority goes first, the oldest of those; its promise is kept', async () => {
    const player = new HeadlessPlayer(packOf(still), { limits: { effects: 3, particles: 12 } })
    const [low, a, high] = [-1, 0, 5].map((priority) => player.play('Still', { priority }))
    run(player, 1)
    // 15 particles are three too many.
    expect([low!.ended, player.alive]).toEqual([true, 10])
    await low!.finished
    const b = player.play('Still')
    const c = player.play('Still')
    expect([a!.ended, b.ended, c.ended, high!.ended]).toEqual([true, false, false, false])
    const refused = player.play('Still', { priority: -9 })
    expect(refused.ended).toBe(true)
    expect(player.playing).toBe(3)
  })
})

describe('what nobody sees', () => {
  const view: ViewRect = { x: 0, y: 0, w: 100, h: 100 }
  it('is left out of frames, and is there when the camera comes', () => {
    const player = new HeadlessPlayer(packOf(still))
    player.play('Still', { x: 50, y: 50 })
    player.play('Still', { x: 900, y: 50 })
    run(player, 2)
    expect(player.frame(null, view).count).toBe(5)
    expect(player.frame(null, { ...view, x: 850 }).count).toBe(5)
    expect(player.frame(null, { ...view, w: 2000 }).count).toBe(10)
  })

  it('nothing of the demo that shows is ever left out', () => {
    const player = new HeadlessPlayer(demo)
    for (const name of player.effects)
      if (!['Flare volley', 'Canal rain'].includes(name)) player.play(name, { x: -60, y: 20 })
    player.setView(view)
    const inside = (frame: ReturnType<HeadlessPlayer['frame']>): number => {
      let count = 0
      for (let i = 0, o = 0; i < frame.count; i++, o += 12) {
        const x = frame.f32[o]! + frame.originX + (frame.f32[o + 2]! + frame.f32[o + 4]!) / 2
        const y = frame.f32[o + 1]! + frame.originY + (frame.f32[o + 3]! + frame.f32[o + 5]!) / 2
        if (x >= 0 && x <= 100 && y >= 0 && y <= 100) count++
      }
      return count
    }
    let [all, missed] = [0, 0]
    for (let k = 0; k < 240; k++) {
      player.update(TICK)
      const shown = inside(player.frame(null, view))
      const whole = inside(player.frame())
      all += whole
      missed += whole - shown
    }
    expect(all).toBeGreaterThan(1000)
    expect(missed).toBe(0)
  })

  it('sleeps far away, and wakes where it would be', () => {
    const endless = demo.contents.effects.filter(({ play, backwards }) => play !== 'once' && !backwards)
    let slept = 0
    for (const { name } of endless) {
      const far = (sleepBeyond: number) => {
        const player = new HeadlessPlayer(demo, { sleepBeyond })
        player.setView(view)
        const handle = player.play(name, { x: 5000, y: 40, seed: 9 })
        run(player, 200)
        return { player, handle }
      }
      const [sleepy, awake] = [far(50), far(Infinity)]
      if (sleepy.handle.asleep) slept++
      for (const { player } of [sleepy, awake]) {
        player.setView({ ...view, x: 4950 })
        run(player, 30)
      }
      expect(sleepy.handle.asleep, name).toBe(false)
      expect(stateHash(sleepy.handle.simulation), name).toBe(stateHash(awake.handle.simulation))
    }
    expect(slept).toBeGreaterThan(3)
  })

  it('wakes for what the game says, at the right moment', () => {
    const player = new HeadlessPlayer(demo, { sleepBeyond: 50 })
    player.setView(view)
    const handle = player.play('Stove fire', { x: 5000, seed: 4 })
    run(player, 100)
    expect(handle.asleep).toBe(true)
    handle.stop()
    expect([handle.asleep, Math.round(handle.seconds * 60)]).toEqual([false, 100])
    run(player, 600)
    expect(handle.ended).toBe(true)
  })
})

describe('many plays', () => {
  it('leave nothing behind', () => {
    const player = new HeadlessPlayer(demo)
    player.preload('Pier dust')
    for (let k = 0; k < 300; k++) {
      player.play('Pier dust', { x: k })
      player.update(0.05)
    }
    run(player, 200)
    expect([player.playing, player.alive, player.handles.length]).toEqual([0, 0, 0])
    player.dispose()
    expect(() => player.preload('Nothing')).toThrow(/no effect "Nothing"/)
  })
})

describe('knobs and strength', () => {
  const steam = makeEffect(
    [
      makeEmitter(
        { flow: 60, duration: 600, cap: 9000 },
        {
          type: makeType({ life: fixed(1) }),
          drives: {
            flow: {
              ...{ knob: 'steam', from: 0, to: 2 },
              points: [
                { at: 0, value: 0, ease: 'linear' },
                { at: 1, value: 1, ease: 'linear' },
              ],
            },
          },
          colourKnob: 'team',
        },
      ),
    ],
    {
      ...{ id: 'steam', name: 'Steam', play: 'loop', numbers: { ...still.numbers, loopSeconds: 600 } },
      knobs: [
        { name: 'steam', low: 0, high: 10, start: 5 },
        { name: 'team', colour: '#ffffff' },
      ],
    },
  )
  const player = () => new HeadlessPlayer(packOf(steam))

  it('start where they are said to and are turned while it plays', () => {
    const one = player()
    const handle = one.play('Steam', { knobs: { steam: 10 } })
    run(one, 120)
    expect(handle.alive).toBe(120)
    handle.turn('steam', 0)
    run(one, 61)
    expect(handle.alive).toBe(0)
    handle.turn('steam', 5)
    run(one, 60)
    expect(handle.alive).toBe(60)
  })

  it('are listed, and refused by name and value', () => {
    const one = player()
    expect(() => one.play('Steam', { knobs: { stem: 1 } })).toThrow(/no knob "stem"; it has steam, team/)
    expect(() => one.play('Steam', { knobs: 5 as never })).toThrow(/must be values by the names of knobs/)
    const handle = one.play('Steam')
    expect(handle.knobs.map(({ name }) => name)).toEqual(['steam', 'team'])
    expect(() => handle.turn('steam', 11)).toThrow(/knob "steam" is 11; it must be a number from 0 to 10/)
    expect(() => handle.turn('team', 'red')).toThrow(/write it as #rrggbb/)
    expect(one.playing).toBe(1)
  })

  it('tint what the colour names', () => {
    const one = player()
    const handle = one.play('Steam')
    run(one, 10)
    handle.turn('team', '#804020')
    run(one, 1)
    expect(one.frame().u32[10]! & 0xffffff).toBe(0x204080)
  })

  it('a strength is said while it plays, from nothing too', () => {
    const one = player()
    const handle = one.play('Steam', { strength: 0 })
    run(one, 60)
    expect(handle.alive).toBe(0)
    handle.strength = 3
    run(one, 60)
    expect(handle.alive).toBe(180)
    handle.strength = 0.5
    run(one, 120)
    expect(handle.alive).toBe(30)
    expect(handle.strength).toBe(0.5)
    expect(() => (handle.strength = 9)).toThrow(/strength is 9/)
  })

  it('an effect that sleeps wakes with what its knobs were turned to', () => {
    const one = new HeadlessPlayer(packOf(steam), { sleepBeyond: 100 })
    one.setView({ x: 9000, y: 0, w: 100, h: 100 })
    const handle = one.play('Steam')
    run(one, 120)
    expect(handle.asleep).toBe(true)
    handle.turn('steam', 10)
    expect(handle.asleep).toBe(false)
    one.setView({ x: 0, y: 0, w: 100, h: 100 })
    run(one, 90)
    expect(handle.alive).toBe(120)
  })

  it('a cue hands them to those of its effects that have them', () => {
    const cue = { id: 'c', name: 'boil', effects: ['steam', 'still'], strength: 1, chance: 1, most: 4 }
    const pack = new Pack({ ...demo.contents, effects: [steam, still], cues: [cue] } as never)
    const one = new HeadlessPlayer(pack)
    const both = one.cue('boil', { knobs: { steam: 10 } })
    expect(both.effects).toHaveLength(2)
    run(one, 90)
    expect(one.alive).toBe(125)
    both.turn('steam', 0)
    run(one, 61)
    expect(one.alive).toBe(5)
    expect(() => one.cue('boil', { knobs: { fog: 1 } })).toThrow(/none of its effects has a knob "fog"/)
    expect(() => both.turn('fog', 1)).toThrow(/no knob "fog"/)
  })
})

describe('a warm-up', () => {
  it('spread over pictures ends as the one at once, and is not seen before', () => {
    for (const name of ['Seed fluff', 'Sink-hole', 'Kettle steam', 'Lantern moths']) {
      const [one, other] = [new HeadlessPlayer(demo), new HeadlessPlayer(demo)]
      const atOnce = one.play(name, { seed: 7 })
      const spread = other.play(name, { seed: 7, warmUp: 'spread' })
      expect(atOnce.isWarming).toBe(false)
      let pictures = 0
      for (; spread.isWarming && pictures < 20; pictures++) {
        expect(other.frame().count).toBe(0)
        other.update(TICK)
      }
      expect(pictures, name).toBeGreaterThan(1)
      expect(stateHash(spread.simulation), name).toBe(stateHash(atOnce.simulation))
      run(one, 30)
      run(other, 30)
      expect(stateHash(spread.simulation), name).toBe(stateHash(atOnce.simulation))
    }
    expect(() => new HeadlessPlayer(demo).play('Coin', { warmUp: 'later' } as never)).toThrow()
  })
})
