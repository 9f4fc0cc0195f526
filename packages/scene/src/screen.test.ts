/** What the whole screen does, freezes that hold a stage, and what is told while a scene is played. */
import { EffectEvents } from '@gliv/engine'
import { makeBurst, makeEffect, makeEmitter } from '../../engine/src/testing/build.ts'
import {
  type Actor,
  ACTOR_NUMBERS,
  EFFECT_EVENTS,
  keyBit,
  type ResolvedEffect,
  type ScreenEvent,
  type StageEvent,
} from '@gliv/model'
import { describe, expect, it } from 'vitest'
import { type Presses, Scene, type SceneSetup, screenMoments, screenNow, screenView } from './index.ts'

const RATE = 60
const screen = (kind: ScreenEvent['kind'], at: number, amount: number, seconds = 0): ScreenEvent => ({
  ...{ id: `${kind} ${at}`, kind, at, amount, seconds, colour: '#ffffff' },
})
const blast = (list: readonly ScreenEvent[], more: Partial<ResolvedEffect> = {}): ResolvedEffect => ({
  ...makeEffect([makeEmitter({ flow: 60 }, { bursts: [makeBurst('b', 0, 4)] })]),
  id: 'blast',
  screen: list,
  ...more,
})

const walker: Actor = {
  ...{ id: 'walker', name: 'Walker', kind: 'walker', x: 0, y: 100, points: [], clips: {} },
  numbers: Object.fromEntries(
    Object.entries(ACTOR_NUMBERS).map(([id, { default: value }]) => [id, value]),
  ) as Actor['numbers'],
}
const event = (on: StageEvent['on'], more: Partial<StageEvent> = {}): StageEvent => ({
  ...{ id: `on-${on}`, on, actor: null, key: 'a', state: 'attack', number: 1, x: 0, y: 0, w: 0, h: 0 },
  ...{ after: null, cue: 'hit', point: null, follows: false, mirrored: false, strongerBy: 0, muted: false },
  ...more,
})

const sceneOf = (
  effect: ResolvedEffect,
  events: readonly StageEvent[],
  presses: Presses = [],
  ticks = 120,
) => {
  const setup: SceneSetup = {
    rate: RATE,
    surfaces: [{ id: 'floor', kind: 'segment', x1: -900, y1: 100, x2: 900, y2: 100 }],
    actors: [walker],
    events,
    cues: { hit: { id: 'hit', name: 'hit', effects: ['blast'], strength: 1, chance: 1, most: 100 } },
    resolved: (id) => (id === 'blast' ? effect : null),
    endSeconds: () => 2,
  }
  return new Scene(setup, presses, ticks)
}

const WALK: Presses = [[0, keyBit('right')]]
const xAt = (scene: Scene, tick: number): number => scene.track.actorAt('walker', tick)!.x

describe('a freeze', () => {
  const FREEZE = [screen('freeze', 0.5, 12)]

  it('holds actors and recording for its ticks, and makes the whole longer by as much', () => {
    const free = sceneOf(blast([]), [event('start')], WALK)
    const held = sceneOf(blast(FREEZE), [event('start')], WALK)
    expect(free.length).toBe(120)
    expect(held.length).toBe(132)
    for (const tick of [0, 12, 30]) expect(xAt(held, tick)).toBe(xAt(free, tick))
    for (const tick of [31, 36, 42]) expect(xAt(held, tick)).toBe(xAt(free, 30))
    for (const tick of [43, 60, 132]) expect(xAt(held, tick)).toBe(xAt(free, tick - 12))
    expect(held.track.heldBy(132)).toBe(12)
  })

  it('lets effects run on, unless one is marked', () => {
    const on = sceneOf(blast(FREEZE), [event('start')], WALK)
    const marked = sceneOf(blast(FREEZE, { freezes: true }), [event('start')], WALK)
    for (const scene of [on, marked]) scene.seek(42)
    expect(on.playing[0]!.simulation.tick).toBe(42)
    expect(marked.playing[0]!.simulation.tick).toBe(30)
    marked.seek(60)
    expect(marked.playing[0]!.simulation.tick).toBe(48)
  })

  it('does not lose what comes by the clock, nor what ends within it', () => {
    const every = event('every', { number: 0.25 })
    const ticks = (effect: ResolvedEffect) =>
      sceneOf(effect, [every], WALK).track.firings.map(({ tick }) => tick)
    expect(ticks(blast([]))).toEqual([15, 30, 45, 60, 75, 90, 105, 120])
    expect(ticks(blast([screen('freeze', 0, 2)]))).toEqual([15, 32, 49, 66, 83, 100, 117, 134])
  })

  it('by hand the keys are heard again after it, and moments are the same by seek and by play', () => {
    const scene = sceneOf(blast(FREEZE), [event('start')], WALK)
    const live = new Scene(scene.setup)
    for (let tick = 0; tick <= 100; tick++) live.play(keyBit('right'))
    expect(xAt(live, 100)).toBe(xAt(scene, 100))
    scene.seek(100)
    expect(live.hash()).toBe(scene.hash())
  })
})

describe('what the screen does', () => {
  it('dies away evenly; shakes add up, zooms multiply, colours lie over one another', () => {
    const moments = screenMoments(
      blast([
        screen('flash', 0, 0.8, 0.5),
        screen('zoom', 0, 1.5, 1),
        screen('shake', 0.1, 10, 1),
        screen('tint', 0, 0.2, 1),
      ]),
    )
    expect(moments.map(({ tick }) => tick)).toEqual([0, 0, 0, 6])
    expect(screenNow(moments, 0, RATE)).toEqual({
      ...{ x: 0, y: 0, zoom: 1.5 },
      over: [
        { colour: '#ffffff', opacity: 0.8 },
        { colour: '#ffffff', opacity: 0.2 },
      ],
    })
    const later = screenNow(moments, 15, RATE)
    expect(later.over[0]!.opacity).toBeCloseTo(0.4)
    expect(later.zoom).toBeCloseTo(1 + 0.5 * 0.75 ** 2)
    expect(Math.hypot(later.x, later.y)).toBeGreaterThan(0)
    expect(Math.abs(later.x)).toBeLessThanOrEqual(10)
    expect(screenNow(moments, 70, RATE)).toEqual({ x: 0, y: 0, zoom: 1, over: [] })
  })

  it('comes again in each pass of a loop, and from a part at its time', () => {
    const loop = blast([screen('flash', 0.25, 1, 0.1)], {
      play: 'loop',
      numbers: { ...blast([]).numbers, loopSeconds: 1 },
    })
    expect(
      screenMoments(loop)
        .slice(0, 3)
        .map(({ tick }) => tick),
    ).toEqual([15, 75, 135])
  })

  it('zooms around the middle of the view', () => {
    const view = screenView({ x: -320, y: -180, zoom: 2 }, { x: 0, y: 0, zoom: 2, over: [] }, 1280, 720)
    expect(view).toEqual({ x: -160, y: -90, zoom: 4 })
  })
})

describe('what is told', () => {
  it('while it is played and never by a seek; each firing by itself, and its end', () => {
    const scene = sceneOf(blast([screen('flash', 0.1, 1, 0.1)]), [event('every', { number: 0.5 })], WALK)
    const heard: string[] = []
    const events = new EffectEvents(['screen', 'born'])
    scene.listen({
      events,
      tell: ({ firing }) => {
        for (let n = 0; n < events.count; n++)
          if (EFFECT_EVENTS[events.kind[n]!] === 'screen') heard.push(`${firing.tick}+${events.tick[n]}`)
      },
      release: ({ firing }) => heard.push(`over ${firing.tick}`),
    })
    scene.seek(80)
    expect(heard).toEqual([])
    scene.seek(0)
    heard.length = 0
    scene.advance(20)
    scene.advance(50)
    scene.advance(75)
    expect(heard).toEqual(['30+6', '60+6'])
    scene.seek(0)
    expect(heard.slice(2)).toEqual(['over 30', 'over 60'])
  })
})
