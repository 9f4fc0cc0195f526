/** Stages in motion: actors by closed forms, cues, and moments that are the same however they are reached. */
import { makeDemo } from '@gliv/demo'
import { resolveEffect } from '@gliv/document'
import { latestEndSeconds } from '@gliv/engine'
import {
  type Actor,
  ACTOR_NUMBERS,
  type ActorKind,
  type ActorNumber,
  type Cue,
  keyBit,
  type ResolvedEffect,
  type StageEvent,
  type Surface,
} from '@gliv/model'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  alongWay,
  cameraAt,
  CueDispatch,
  factorAt,
  type Presses,
  roundTicks,
  Scene,
  type SceneSetup,
  seedOf,
  strengthened,
  Track,
} from './index.ts'

const RATE = 60
const VIEW = { x: -320, y: -180, w: 640, h: 360 }
const FLOOR: Surface = { id: 'floor', kind: 'segment', x1: -500, y1: 100, x2: 500, y2: 100 }
const WALL: Surface = { id: 'wall', kind: 'box', x: 200, y: 0, w: 20, h: 100 }

const actor = (kind: ActorKind = 'walker', numbers: Partial<Record<ActorNumber, number>> = {}): Actor => ({
  id: kind,
  name: kind,
  kind,
  x: 0,
  y: 100,
  numbers: {
    ...(Object.fromEntries(
      Object.entries(ACTOR_NUMBERS).map(([id, { default: value }]) => [id, value]),
    ) as Record<ActorNumber, number>),
    ...numbers,
  },
  points: [
    { name: 'feet', x: 0, y: 0 },
    {
      name: 'hand',
      x: 12,
      y: -22,
      frames: {
        attack: [
          [0, 0],
          [6, -2],
        ],
      },
    },
  ],
  clips: {},
})

const event = (on: StageEvent['on'], more: Partial<StageEvent> = {}): StageEvent => ({
  id: `on-${on}`,
  on,
  actor: 'walker',
  key: 'a',
  state: 'attack',
  number: 1,
  x: 0,
  y: 0,
  w: 0,
  h: 0,
  after: null,
  cue: 'dust',
  point: null,
  follows: false,
  mirrored: false,
  strongerBy: 0,
  muted: false,
  ...more,
})

const cue = (id: string, effects: string[], more: Partial<Cue> = {}): Cue => ({
  id,
  name: id,
  effects,
  strength: 1,
  chance: 1,
  most: 100,
  ...more,
})

const demo = makeDemo()
const effects = new Map<string, ResolvedEffect>()
const resolved = (id: string): ResolvedEffect | null => {
  const known =
    effects.get(id) ?? (demo.kit.effects[id] ? resolveEffect(demo.kit, demo.kit.effects[id]) : null)
  if (known) effects.set(id, known)
  return known
}

const setup = (more: Partial<SceneSetup> = {}): SceneSetup => ({
  rate: RATE,
  surfaces: [FLOOR, WALL],
  actors: [actor()],
  events: [event('landing')],
  cues: { dust: cue('dust', ['pier-dust']), glow: cue('glow', ['stove-fire']) },
  resolved,
  endSeconds: (effect) => latestEndSeconds({ ...effect, play: 'once' }),
  ...more,
})

const track = (more: Partial<SceneSetup> = {}): Track =>
  new Track({ ...setup(more), effectOf: () => ({ seed: 7, endTicks: 30, sustained: false }) })

const JUMP: Presses = [
  [0, 0],
  [10, keyBit('jump')],
  [14, 0],
]

describe('a walker', () => {
  it('walks at its speed, in steps of its stride, and stops at a wall', () => {
    const run = track({ events: [event('step')] })
    run.run(60, [[0, keyBit('right')]])
    expect(run.actorAt('walker', 60)!.x).toBeCloseTo(120, 6)
    expect(run.happenings.filter(({ kind }) => kind === 'step')).toHaveLength(4)
    run.run(240, [[0, keyBit('right')]])
    expect(run.actorAt('walker', 240)!.x).toBeCloseTo(200 - ACTOR_NUMBERS.radius.default, 4)
    expect(run.actorAt('walker', 240)!.facing).toBe(1)
  })

  it('jumps as high as it says, and lands after the time of a throw, once, as fast as it left', () => {
    const run = track()
    run.run(120, JUMP)
    const heights = [...Array(121).keys()].map((tick) => 100 - run.actorAt('walker', tick)!.y)
    // h = v² ÷ 2g; the highest tick is at most half a step beside the top.
    expect(Math.max(...heights)).toBeLessThanOrEqual(64 + 1e-4)
    expect(Math.max(...heights)).toBeGreaterThan(64 - (900 / 8) * (1 / 60) ** 2 - 1e-3)
    const landings = run.happenings.filter(({ kind }) => kind === 'landing')
    const v = Math.sqrt(2 * 900 * 64)
    expect(landings).toHaveLength(1)
    expect(Math.abs(landings[0]!.tick - (10 + (2 * v * 60) / 900))).toBeLessThanOrEqual(1)
    expect(Math.abs(landings[0]!.speed - v)).toBeLessThanOrEqual(900 / 60)
    expect(run.firings.map(({ effect, tick }) => [effect, tick])).toEqual([['pier-dust', landings[0]!.tick]])
  })

  it('goes up and down a slope without leaving it, and falls over an edge', () => {
    const slope: Surface = {
      id: 's',
      kind: 'polygon',
      points: [
        [0, 100],
        [200, 40],
        [200, 100],
      ],
    }
    const run = track({
      surfaces: [{ ...FLOOR, x2: 260 } as Surface, slope],
      actors: [{ ...actor(), x: -60 }],
    })
    run.run(110, [[0, keyBit('right')]])
    expect(run.actorAt('walker', 110)!.onGround).toBe(true)
    expect(run.actorAt('walker', 110)!.y).toBeLessThan(70)
    run.run(300, [[0, keyBit('right')]])
    expect(run.happenings.some(({ kind }) => kind === 'landing')).toBe(true)
    expect(run.actorAt('walker', 300)!.y).toBeGreaterThan(150)
  })

  it('has points that go and turn with it, and move with the frames of a clip', () => {
    const run = track()
    run.run(30, [
      [0, keyBit('left')],
      [20, keyBit('left') | keyBit('attack')],
      [21, keyBit('left')],
    ])
    const { x, y } = run.actorAt('walker', 10)!
    expect(run.pointAt('walker', 'hand', 10)).toEqual([x - 12, y - 22])
    const late = run.actorAt('walker', 28)!
    expect(late.state).toBe('attack')
    expect(run.pointAt('walker', 'hand', 28)).toEqual([late.x - 18, late.y - 24])
  })
})

describe('other actors', () => {
  it('a thrown thing strikes where its parabola meets the floor, and a target in its way takes the hit', () => {
    const thrown = { ...actor('thrown', { radius: 1 }), y: 40 }
    const alone = track({ actors: [thrown], events: [event('strikes', { actor: 'thrown' })] })
    alone.run(120, [
      [0, 0],
      [5, keyBit('attack')],
      [6, 0],
    ])
    const [hit] = alone.firings
    // y + vt + gt²/2 reaches the floor, less its radius.
    const t = (240 + Math.sqrt(240 * 240 + 2 * 900 * 59)) / 900
    // Within a tick it goes straight.
    expect(Math.abs(hit!.x - 240 * t)).toBeLessThan(1)
    const target = { ...actor('target'), x: 100, y: 40 }
    const both = track({ actors: [thrown, target], events: [event('struck', { actor: 'target' })] })
    both.run(120, [
      [0, 0],
      [5, keyBit('attack')],
      [6, 0],
    ])
    expect(both.happenings.filter(({ kind }) => kind === 'struck')).toHaveLength(1)
    expect(both.firings).toHaveLength(1)
  })

  it('a flyer glides on, a roamer stops at once; both go as fast aslant', () => {
    const keys = keyBit('right') | keyBit('down')
    const run = track({ surfaces: [], actors: [actor('flyer'), actor('roamer')], events: [] })
    run.run(240, [
      [0, keys],
      [180, 0],
    ])
    const [flyer, roamer] = ['flyer', 'roamer'].map((id) => run.actorAt(id, 179)!)
    expect(Math.hypot(roamer!.vx, roamer!.vy)).toBeCloseTo(120, 6)
    expect(Math.hypot(flyer!.vx, flyer!.vy)).toBeGreaterThan(110)
    expect(run.actorAt('roamer', 182)!.vx).toBe(0)
    expect(run.actorAt('flyer', 190)!.vx).toBeGreaterThan(30)
  })
})

describe('cues', () => {
  const effectOf = () => ({ seed: 41, endTicks: 30, sustained: false })

  it('the nth firing has the nth seed; the first is the effect’s own', () => {
    const dispatch = new CueDispatch({ c: cue('c', ['e']) }, effectOf)
    const seeds = [0, 1, 2].map((k) => dispatch.fire('c', k)!.started[0]!.seed)
    expect(seeds).toEqual([0, 1, 2].map((n) => seedOf(41, n)))
    expect(new Set(seeds).size).toBe(3)
    expect(seeds[0]).toBe(41)
  })

  it('at most so many at a time, until the first is over', () => {
    const dispatch = new CueDispatch({ c: cue('c', ['e'], { most: 2 }) }, effectOf)
    const ticks = [0, 5, 10, 29, 30, 31, 36]
    expect(ticks.map((tick) => dispatch.fire('c', tick) !== null)).toEqual([
      true,
      true,
      false,
      false,
      true,
      false,
      true,
    ])
  })

  it('by chance, about so often, and the same every time', () => {
    const count = () => {
      const dispatch = new CueDispatch({ c: cue('c', ['e'], { chance: 0.3, most: 1e6 }) }, effectOf)
      return [...Array(2000).keys()].filter((tick) => dispatch.fire('c', tick) !== null).length
    }
    expect(Math.abs(count() - 600)).toBeLessThan(80)
    expect(count()).toBe(count())
  })

  it('strength multiplies bursts and flows, and leaves 1 as it is', () => {
    const dust = resolved('pier-dust')!
    expect(strengthened(dust, 1)).toBe(dust)
    const [one] = dust.emitters
    const [two] = strengthened(dust, 2).emitters
    expect(two!.numbers.flow).toBe(one!.numbers.flow * 2)
    expect(two!.bursts.map(({ numbers }) => numbers.burstCount.to)).toEqual(
      one!.bursts.map(({ numbers }) => numbers.burstCount.to * 2),
    )
  })
})

describe('what happens', () => {
  const fired = (one: StageEvent, presses: Presses, ticks = 120) => {
    const run = track({ events: [one] })
    run.run(ticks, presses)
    return run.firings.map(({ tick }) => tick)
  }
  it('a tap, a frame of a clip, every so many seconds, at the start, at a place, after another', () => {
    const press: Presses = [
      [0, 0],
      [20, keyBit('a')],
      [30, 0],
      [40, keyBit('a')],
    ]
    expect(fired(event('tap'), press)).toEqual([20, 40])
    const attack: Presses = [
      [0, 0],
      [10, keyBit('attack')],
      [12, 0],
    ]
    expect(fired(event('frame', { number: 4 }), attack)).toEqual([10 + 15])
    expect(fired(event('every', { number: 0.5 }), [])).toEqual([30, 60, 90, 120])
    expect(fired(event('start'), [])).toEqual([0])
    const walk: Presses = [[0, keyBit('right')]]
    expect(fired(event('reaches', { x: 60, y: 100 }), walk)).toEqual([24])
    const run = track({
      events: [event('start'), event('ended', { after: 'dust', cue: 'glow' })],
    })
    run.run(60, [])
    expect(run.firings.map(({ cue: id, tick }) => [id, tick])).toEqual([
      ['dust', 0],
      ['glow', 30],
    ])
  })

  it('muted sentences are silent; two of one event both play; random ones stay inside their bounds', () => {
    expect(fired(event('tap', { muted: true }), [[0, keyBit('a')]])).toEqual([])
    const run = track({ events: [event('landing'), event('landing', { id: 'second', cue: 'glow' })] })
    run.run(120, JUMP)
    expect(run.firings.map(({ cue: id }) => id)).toEqual(['dust', 'glow'])
    const rain = track({ events: [event('random', { actor: null, number: 12, x: 50, y: 10, w: 80, h: 20 })] })
    rain.run(600, [])
    expect(Math.abs(rain.firings.length - 120)).toBeLessThan(45)
    expect(rain.firings.every(({ x, y }) => Math.abs(x - 50) <= 40 && Math.abs(y - 10) <= 10)).toBe(true)
  })
})

describe('a scene', () => {
  const EVENTS = [
    event('landing', { strongerBy: 300 }),
    event('hold', { id: 'glow', cue: 'glow', key: 'b', point: 'hand', follows: true, mirrored: true }),
    event('step', { id: 'steps' }),
  ]
  const keys = fc.constantFrom('left', 'right', 'jump', 'b', 'attack', 'dash')
  const presses = fc
    .array(fc.tuple(fc.integer({ min: 0, max: 170 }), fc.uniqueArray(keys, { maxLength: 3 })), {
      maxLength: 8,
    })
    .map((list): Presses =>
      list
        .toSorted((a, b) => a[0] - b[0])
        .map(([tick, held]) => [tick, held.reduce((bits, key) => bits | keyBit(key), 0)] as const),
    )

  it('is the same moment whether it is sought, played through, or gone back to', () => {
    fc.assert(
      fc.property(
        presses,
        fc.array(fc.integer({ min: 0, max: 180 }), { minLength: 2, maxLength: 4 }),
        (held, ticks) => {
          const jumping = new Scene(setup({ events: EVENTS }), held, 180)
          for (const tick of ticks) {
            jumping.seek(tick)
            const straight = new Scene(setup({ events: EVENTS }), held, 180)
            for (let k = 0; k <= tick; k++) straight.seek(k)
            expect(jumping.hash()).toBe(straight.hash())
          }
        },
      ),
      { numRuns: 12 },
    )
  })

  it('played by hand is what its recording shows afterwards', () => {
    const held: Presses = [
      [0, keyBit('right')],
      [20, keyBit('right') | keyBit('jump')],
      [24, keyBit('right') | keyBit('b')],
      [70, keyBit('left')],
    ]
    const live = new Scene(setup({ events: EVENTS }))
    for (let tick = 0; tick <= 110; tick++) live.play(held.findLast(([from]) => from <= tick)![1])
    const later = new Scene(setup({ events: EVENTS }), held, 150)
    later.seek(110)
    expect(live.track.firings.map(({ cue: id, tick, seed }) => [id, tick, seed])).toEqual(
      later.track.firings
        .filter(({ tick }) => tick <= 110)
        .map(({ cue: id, tick, seed }) => [id, tick, seed]),
    )
    expect(live.hash()).toBe(later.hash())
    expect(later.playing.length).toBeGreaterThan(1)
  })

  it('a changed effect, sentence or actor gives what a fresh run gives, at the very tick', () => {
    const faster = (effect: ResolvedEffect): ResolvedEffect => ({
      ...effect,
      emitters: effect.emitters.map((emitter) => ({
        ...emitter,
        numbers: { ...emitter.numbers, heading: emitter.numbers.heading + 30, fan: 10 },
      })),
    })
    const dust = faster(resolved('pier-dust')!)
    const CHANGES: Partial<SceneSetup>[] = [
      { resolved: (id) => (id === 'pier-dust' ? dust : resolved(id)) },
      { events: [event('landing', { strongerBy: 90 }), EVENTS[1]!] },
      { actors: [actor('walker', { gravity: 500, jump: 90 })] },
      { surfaces: [{ ...FLOOR, y1: 90, y2: 104 } as Surface, WALL] },
      { cues: { dust: cue('dust', ['hook-swipe', 'pier-dust']), glow: cue('glow', ['stove-fire']) } },
      { camera: { follows: 'walker', x: 10, y: 0, panX: 5, panY: 0, shake: 3 }, view: VIEW },
    ]
    fc.assert(
      fc.property(presses, fc.integer({ min: 20, max: 170 }), fc.subarray(CHANGES), (held, tick, changes) => {
        const scene = new Scene(setup({ events: EVENTS }), held, 180)
        scene.seek(tick)
        let now = setup({ events: EVENTS })
        for (const change of changes) {
          now = { ...now, ...change }
          scene.update(now, tick % 2 === 0)
        }
        while (scene.catchUp(() => false));
        expect(scene.waits).toBe(false)
        const fresh = new Scene(now, held, 180)
        fresh.seek(tick)
        expect(scene.hash()).toBe(fresh.hash())
        expect(scene.track.firings).toEqual(fresh.track.firings)
      }),
      { numRuns: 20 },
    )
  })

  it('the camera goes with somebody, pans, and shakes for a while where somebody is hurt', () => {
    const still = { follows: null, x: 0, y: 0, panX: 0, panY: 0, shake: 0 }
    const run = track()
    run.run(120, [
      [0, keyBit('right')],
      [60, keyBit('hurt')],
      [61, 0],
    ])
    expect(cameraAt(run, undefined, 50, RATE)).toEqual([0, 0])
    expect(cameraAt(run, still, 50, RATE)).toEqual([0, 0])
    const at = run.actorAt('walker', 50)!
    expect(cameraAt(run, { ...still, follows: 'walker', x: 20, y: -5 }, 50, RATE)).toEqual([
      at.x - 20,
      at.y + 5,
    ])
    expect(cameraAt(run, { ...still, panX: 30, panY: -12 }, 90, RATE)).toEqual([45, -18])
    const shaken = (tick: number): number => Math.hypot(...cameraAt(run, { ...still, shake: 8 }, tick, RATE))
    expect(shaken(59)).toBe(0)
    expect(shaken(61)).toBeGreaterThan(0)
    expect(shaken(61)).toBeLessThanOrEqual(8 * Math.SQRT2)
    expect(shaken(60 + 22)).toBe(0)
  })

  it('what goes along a way is at its shares in time, slow at both ends when eased, and comes again', () => {
    const way = [
      [0, 0],
      [30, 40],
      [30, 100],
    ] as const
    const along = event('along', { actor: null, number: 110, way })
    expect(roundTicks(along, RATE)).toBe(60)
    expect(alongWay(along, 0)).toEqual([0, 0])
    expect(alongWay(along, 0.25)).toEqual([expect.closeTo(0.3 * 55, 9), expect.closeTo(0.4 * 55, 9)])
    expect(alongWay(along, 1)).toEqual([30, 100])
    expect(alongWay({ ...along, eased: true }, 0.5)).toEqual(alongWay(along, 0.5))
    expect(alongWay({ ...along, eased: true }, 0.1)[0]).toBeLessThan(alongWay(along, 0.1)[0])
    const run = track({ events: [along] })
    run.run(130, [])
    expect(run.firings.map(({ tick }) => tick)).toEqual([0, 60, 120])
    expect(run.placeOf(run.firings[0]!, 15)).toEqual(alongWay(along, 0.25))
  })

  it('a strength is linear between its points, as designed at 1, and acts on scale, speed and opacity', () => {
    const points = [
      [0.5, 0.7],
      [2, 1.5],
    ] as const
    const wanted = [0.7, 0.7, 0.85, 1, 1.25, 1.5, 1.5]
    ;[0, 0.5, 0.75, 1, 1.5, 2, 8].forEach((s, k) => expect(factorAt(points, s)).toBeCloseTo(wanted[k]!, 12))
    const plain = resolved('pier-dust')!
    const ramped = { ...plain, strengthRamps: { scale: points, speed: [[2, 3]] as const } }
    const [a, b] = [plain.emitters[0]!, strengthened(ramped, 2).emitters[0]!]
    expect(b.type.numbers.scale.to).toBeCloseTo(a.type.numbers.scale.to * 1.5, 12)
    expect(b.numbers.speed.from).toBeCloseTo(a.numbers.speed.from * 3, 12)
    expect(b.type.numbers.opacity).toEqual(a.type.numbers.opacity)
    expect(strengthened(ramped, 1)).toBe(ramped)
  })

  it('a harder landing is a denser one', () => {
    const high = setup({ events: EVENTS, actors: [actor('walker', { jump: 200 })] })
    const births = (scene: Scene): number => {
      scene.seek(160)
      return scene.playing.reduce(
        (sum, { simulation }) => sum + simulation.counts.reduce((n, c) => n + c.births, 0),
        0,
      )
    }
    const [soft, hard] = [setup({ events: EVENTS }), high].map((one) => {
      const scene = new Scene(one, JUMP, 200)
      const [landing] = scene.track.firings
      return { strength: landing!.strength, births: births(scene) }
    })
    expect(hard!.strength).toBeGreaterThan(soft!.strength * 1.5)
  })
})
