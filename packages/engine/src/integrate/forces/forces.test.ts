import { FORCE_KINDS, type ForceKind, type NumbersOf, type TypeChoices } from '@gliv/model'
import { describe, expect, it } from 'vitest'
import { compile, createSimulation, type ParticleReport, reportParticles, stateHash } from '../../index.ts'
import { fixed, makeBurst, makeEffect, makeEmitter, makeType } from '../../testing/build.ts'
import { CHURN_SIDE } from '../../kernels/index.ts'
import { CHURN_ROW, churnBetween, churnSliceAt } from './churnField.ts'
import { WAVES } from '../../maths/waver.ts'

const RAD = Math.PI / 180
const DELAY = 0.0123

interface Shot {
  readonly heading?: number
  readonly speed?: number
  readonly x?: number
  readonly y?: number
  readonly rate?: number
}

/** One particle, born between two ticks. */
const shoot = (
  forces: readonly ForceKind[],
  numbers: Partial<NumbersOf<'type'>>,
  choices: Partial<TypeChoices> = {},
  { heading = -37, speed = 150, x = 12, y = -8, rate = 60 }: Shot = {},
) => {
  const type = makeType({ life: fixed(10), ...numbers }, { forces, ...choices })
  const emitter = makeEmitter(
    { flow: 0, delay: DELAY, heading, fan: 0, speed: fixed(speed), offsetX: x, offsetY: y },
    { type, bursts: [makeBurst('b', 0, 1)] },
  )
  return createSimulation(compile(makeEffect([emitter], { rate })))
}

/** Its state at some ticks, and its age there. */
const along = (simulation: ReturnType<typeof shoot>, ticks: readonly number[]): [ParticleReport, number][] =>
  ticks.map((tick) => {
    simulation.seek(tick)
    const [p] = reportParticles(simulation)
    return [p!, tick / simulation.rate - DELAY]
  })

const expectAt = (p: ParticleReport, x: number, y: number, vx: number, vy: number, off = 1e-6): void => {
  expect(Math.abs(p.x - 12 - x)).toBeLessThan(off)
  expect(Math.abs(p.y + 8 - y)).toBeLessThan(off)
  expect(Math.abs(p.vx - vx)).toBeLessThan(off * 10)
  expect(Math.abs(p.vy - vy)).toBeLessThan(off * 10)
}

const TICKS = [1, 7, 60, 333]
const C = Math.cos(-37 * RAD)
const S = Math.sin(-37 * RAD)

describe('closed forms to 1e-6', () => {
  it('thrust drives on, stops against the travel, or drives back', () => {
    for (const [p, t] of along(shoot(['thrust'], { thrust: 80 }), TICKS))
      expectAt(
        p,
        (150 * t + 40 * t * t) * C,
        (150 * t + 40 * t * t) * S,
        (150 + 80 * t) * C,
        (150 + 80 * t) * S,
      )
    for (const [p, t] of along(shoot(['thrust'], { thrust: -80 }), TICKS)) {
      const u = Math.min(t, 150 / 80)
      expectAt(
        p,
        (150 * u - 40 * u * u) * C,
        (150 * u - 40 * u * u) * S,
        (150 - 80 * u) * C,
        (150 - 80 * u) * S,
      )
    }
    for (const [p, t] of along(shoot(['thrust'], { thrust: -80 }, { thrustEnd: 'reverse' }), TICKS))
      expectAt(
        p,
        (150 * t - 40 * t * t) * C,
        (150 * t - 40 * t * t) * S,
        (150 - 80 * t) * C,
        (150 - 80 * t) * S,
      )
  })

  it('brake comes to rest after v² ÷ 2b and stays', () => {
    for (const [p, t] of along(shoot(['brake'], { brake: 230 }), TICKS)) {
      const u = Math.min(t, 150 / 230)
      expectAt(
        p,
        (150 * u - 115 * u * u) * C,
        (150 * u - 115 * u * u) * S,
        (150 - 230 * u) * C,
        (150 - 230 * u) * S,
      )
      if (t > 1) expect([p.vx, p.vy]).toEqual([0, 0])
    }
  })

  it('quadratic drag leaves ln(1 + q·v·t) ÷ q of way', () => {
    const q = 0.013
    for (const [p, t] of along(shoot(['drag'], { drag: 0, dragQuadratic: q }), TICKS)) {
      const way = Math.log(1 + q * 150 * t) / q
      const speed = 150 / (1 + q * 150 * t)
      expectAt(p, way * C, way * S, speed * C, speed * S)
    }
  })

  it('wind pushes evenly, or carries towards its own speed', () => {
    for (const [p, t] of along(shoot(['wind'], { wind: 90, windHeading: 30 }), TICKS)) {
      const [wx, wy] = [90 * Math.cos(30 * RAD), 90 * Math.sin(30 * RAD)]
      expectAt(
        p,
        150 * C * t + (wx * t * t) / 2,
        150 * S * t + (wy * t * t) / 2,
        150 * C + wx * t,
        150 * S + wy * t,
      )
    }
    for (const [p, t] of along(
      shoot(['wind'], { windSpeed: 90, windCarry: 2.5, windHeading: 30 }, { windMode: 'carry' }),
      TICKS,
    )) {
      const [wx, wy] = [90 * Math.cos(30 * RAD), 90 * Math.sin(30 * RAD)]
      const e = Math.exp(-2.5 * t)
      const a = (1 - e) / 2.5
      expectAt(
        p,
        wx * t + (150 * C - wx) * a,
        wy * t + (150 * S - wy) * a,
        wx + (150 * C - wx) * e,
        wy + (150 * S - wy) * e,
      )
    }
  })

  it('drift adds its speed and never gathers', () => {
    for (const [p, t] of along(shoot(['drift'], { drift: 55, driftHeading: 90 }), TICKS))
      expectAt(p, 150 * C * t, (150 * S + 55) * t, 150 * C, 150 * S + 55)
  })

  it('turn goes round in a circle', () => {
    const w = 140 * RAD
    for (const [p, t] of along(shoot(['turn'], { turn: fixed(140) }), TICKS)) {
      const h = -37 * RAD + w * t
      expectAt(
        p,
        (150 / w) * (Math.sin(h) - S),
        (150 / w) * (C - Math.cos(h)),
        150 * Math.cos(h),
        150 * Math.sin(h),
      )
    }
  })

  it('sway swings by its amplitude, each particle in its own phase', () => {
    for (const [p, t] of along(
      shoot(['sway'], { sway: 17, swayRate: 1.3, swayHeading: 0, swayPhase: 0 }),
      TICKS,
    )) {
      const w = 2 * Math.PI * 1.3
      expectAt(
        p,
        150 * C * t + 17 * Math.sin(w * t),
        150 * S * t,
        150 * C + 17 * w * Math.cos(w * t),
        150 * S,
      )
    }
    const [one] = along(shoot(['sway'], { sway: 17, swayPhase: 1 }), [30])
    const [none] = along(shoot(['sway'], { sway: 17, swayPhase: 0 }), [30])
    expect(one![0].x).not.toBe(none![0].x)
  })

  it('a rail is passed by the age, or as fast as the particle is; the birth offset stays or is gathered', () => {
    const corner = (x: number, y: number) => ({ x, y, inX: 0, inY: 0, outX: 0, outY: 0 })
    const path = { closed: false, points: [corner(0, 0), corner(100, 0), corner(100, 300)] }
    const placeAt = (way: number): [number, number] =>
      way < 100 ? [way, 0] : [100, Math.min(300, way - 100)]
    for (const [p, t] of along(shoot(['rail'], { life: fixed(8) }, { rail: path }, { speed: 0 }), TICKS)) {
      const [x, y] = placeAt((400 * t) / 8)
      expect(Math.abs(p.x - 12 - x) + Math.abs(p.y + 8 - y)).toBeLessThan(1e-6)
    }
    for (const [p, t] of along(
      shoot(['rail'], { railGather: 0.5, life: fixed(8) }, { rail: path }, { speed: 0 }),
      TICKS,
    )) {
      const [x, y] = placeAt((400 * t) / 8)
      const left = Math.max(0, 1 - t / 4)
      expect(Math.abs(p.x - 12 * left - x) + Math.abs(p.y + 8 * left - y)).toBeLessThan(1e-6)
    }
    for (const [p, t] of along(
      shoot(['rail'], {}, { rail: path, railMode: 'speed' }, { speed: 70 }),
      TICKS,
    )) {
      const [x, y] = placeAt(Math.min(400, 70 * t))
      expect(Math.abs(p.x - 12 - x) + Math.abs(p.y + 8 - y)).toBeLessThan(1e-6)
    }
  })
})

type Field = (x: number, y: number, vx: number, vy: number) => [number, number]

/** Runge–Kutta with 64 steps a tick: the slow truth for forces that depend on the place. */
const reference = (field: Field, seconds: number): [number, number, number, number] => {
  let s = [12, -8, 150 * C, 150 * S] as [number, number, number, number]
  const n = Math.ceil(seconds * 3840)
  const h = seconds / n
  const slope = ([x, y, vx, vy]: typeof s): typeof s => [vx, vy, ...field(x, y, vx, vy)]
  const add = (a: typeof s, b: typeof s, k: number): typeof s => a.map((v, i) => v + b[i]! * k) as typeof s
  for (let i = 0; i < n; i++) {
    const k1 = slope(s)
    const k2 = slope(add(s, k1, h / 2))
    const k3 = slope(add(s, k2, h / 2))
    const k4 = slope(add(s, k3, h))
    s = s.map((v, j) => v + (h / 6) * (k1[j]! + 2 * k2[j]! + 2 * k3[j]! + k4[j]!)) as typeof s
  }
  return s
}

/** Sampled half a step ahead, a force is off by a share of a pixel that falls with the square of the step. */
const expectNear = (make: (rate: number) => ReturnType<typeof shoot>, field: Field, off = 0.06): void => {
  const miss = (rate: number): number =>
    Math.max(
      ...along(make(rate), [rate / 2, rate]).map(([p, t]) => {
        const [x, y] = reference(field, t)
        return Math.abs(p.x - x) + Math.abs(p.y - y)
      }),
    )
  const coarse = miss(60)
  expect(coarse).toBeLessThan(off)
  expect(miss(240)).toBeLessThan(Math.max(coarse / 6, 1e-6))
}

describe('against a fine-step reference', () => {
  const centre = { x: 90, y: 40 }
  const fall = {
    steady: (d: number) => 300 / Math.max(1, d),
    fading: (d: number) => (d < 160 ? (300 * (1 - d / 160)) / Math.max(1, d) : 0),
    near: (d: number) => 300 / (1 + (d / 160) ** 2) / Math.max(1, d),
    spring: () => 300 / 160,
  } as const

  it.each(['steady', 'fading', 'near', 'spring'] as const)('pull and swirl, %s', (falloff) => {
    const numbers = { pull: 300, pullX: centre.x, pullY: centre.y, pullReach: 160, pullDamping: 0.8 }
    expectNear(
      (rate) => shoot(['pull'], numbers, { pullFalloff: falloff }, { rate }),
      (x, y, vx, vy) => {
        const k = fall[falloff](Math.hypot(centre.x - x, centre.y - y))
        return [(centre.x - x) * k - vx * 0.8, (centre.y - y) * k - vy * 0.8]
      },
      0.2,
    )
    expectNear(
      (rate) =>
        shoot(
          ['swirl'],
          { swirl: 300, swirlX: centre.x, swirlY: centre.y, swirlReach: 160 },
          { swirlFalloff: falloff },
          { rate },
        ),
      (x, y) => {
        const k = fall[falloff](Math.hypot(centre.x - x, centre.y - y))
        return [(centre.y - y) * k, -(centre.x - x) * k]
      },
    )
  })

  it('avoiding a circle', () => {
    expectNear(
      (rate) =>
        shoot(
          ['avoid'],
          { avoid: 900, avoidX: 110, avoidY: -60, avoidRadius: 30, avoidReach: 40 },
          {},
          { rate },
        ),
      (x, y) => {
        const d = Math.hypot(x - 110, y + 60)
        const k = d - 30 >= 40 ? 0 : (900 * Math.min(1, 1 - (d - 30) / 40)) / d
        return [(x - 110) * k, (y + 60) * k]
      },
      0.1,
    )
  })

  it('a pull home is a damped spring', () => {
    const [k, c] = [300 / 10, 2]
    for (const [p, t] of along(
      shoot(
        ['pull'],
        { pull: 300, pullReach: 10, pullDamping: c },
        { pullTo: 'home', pullFalloff: 'spring' },
      ),
      [10, 60, 200],
    )) {
      const w = Math.sqrt(k - (c * c) / 4)
      const way = (150 / w) * Math.exp((-c / 2) * t) * Math.sin(w * t)
      expect(Math.abs(p.x - 12 - way * C) + Math.abs(p.y + 8 - way * S)).toBeLessThan(0.05)
    }
  })

  it('a spring far stiffer than the tick stays bounded', () => {
    for (const [p] of along(
      shoot(['pull'], { pull: 100_000, pullReach: 1, pullX: 12, pullY: -8 }, { pullFalloff: 'spring' }),
      [60, 300, 590],
    ))
      expect(Math.hypot(p.x - 12, p.y + 8)).toBeLessThan(20)
  })
})

describe('churn', () => {
  it('are the same worked out as a whole or cell by cell', () => {
    const layers = { field: new Float64Array(0), here: 0, next: 0, t: 0 }
    for (const turns of [0, 0.3125, 0.731, 0.99, 5.4]) {
      churnBetween(turns, layers)
      const { field, here, next, t } = layers
      expect([t >= 0, t < 1]).toEqual([true, true])
      expect(
        churnSliceAt(turns).every(
          (value, i) => value === field[here + i]! + (field[next + i]! - field[here + i]!) * t,
        ),
      ).toBe(true)
    }
  })

  it('has no sources, a mean square of 1, and repeats in time', () => {
    const slice = churnSliceAt(0.3125)
    expect(churnSliceAt(7.3125) === slice).toBe(true)
    const at = (x: number, y: number, k: number): number =>
      slice[((y & (CHURN_SIDE - 1)) * CHURN_ROW + (x & (CHURN_SIDE - 1))) * 2 + k]!
    let square = 0
    for (let y = 0; y < CHURN_SIDE; y++)
      for (let x = 0; x < CHURN_SIDE; x++) {
        square += at(x, y, 0) ** 2 + at(x, y, 1) ** 2
        expect(Math.abs(at(x + 1, y, 0) - at(x - 1, y, 0) + at(x, y + 1, 1) - at(x, y - 1, 1))).toBeLessThan(
          1e-12,
        )
      }
    expect(square / CHURN_SIDE ** 2).toBeGreaterThan(0.5)
    expect(square / CHURN_SIDE ** 2).toBeLessThan(1.5)
  })

  it('moves particles as the field says', () => {
    const make = (more: Partial<NumbersOf<'type'>>) =>
      shoot(['churn'], { churn: 200, churnRate: 0, ...more }, {}, { speed: 0 })
    const [[p]] = along(make({}), [1]) as [[ParticleReport, number]]
    const dt = 1 / 60 - DELAY
    const strength = Math.hypot(p.vx, p.vy) / dt
    expect(strength).toBeGreaterThan(1)
    expect(strength).toBeLessThan(800)
    const [[twice]] = along(make({ churn: 400 }), [1]) as [[ParticleReport, number]]
    expect(twice.vx / p.vx).toBeCloseTo(2, 9)
  })
})

describe('wavers', () => {
  it('stay between −1 and 1, repeat for the same key, and go their own way each', () => {
    for (const kind of ['walk', 'triangle', 'sine'] as const) {
      let [low, high, last, jump] = [1, -1, WAVES[kind](0, 5, 9, 35), 0]
      for (let k = 0; k < 4000; k++) {
        const v = WAVES[kind](k / 100, 5, 9, 35)
        jump = Math.max(jump, Math.abs(v - last))
        last = v
        low = Math.min(low, v)
        high = Math.max(high, v)
        expect(WAVES[kind](k / 100, 5, 9, 35)).toBe(v)
      }
      expect(low).toBeLessThan(-0.7)
      expect(high).toBeGreaterThan(0.7)
      expect(Math.max(-low, high)).toBeLessThanOrEqual(1)
      expect(jump).toBeLessThan(0.08)
    }
    expect(WAVES.walk(3.4, 5, 9, 35)).not.toBe(WAVES.walk(3.4, 6, 9, 35))
  })

  it('of the heading turns the way, of the speed scales it, of the appearance touches nothing else', () => {
    const plain = along(shoot([], {}), [40])[0]![0]
    const turned = along(shoot(['waver'], { waverHeading: 60 }), [40])[0]![0]
    expect(turned.y).not.toBeCloseTo(plain.y, 1)
    expect(Math.hypot(turned.vx, turned.vy)).toBeCloseTo(150, 9)
    const appearance = along(
      shoot(['waver'], { waverScale: 0.5, waverOpacity: 0.5, waverSpin: 40 }),
      [40],
    )[0]![0]
    expect([appearance.x, appearance.y, appearance.vx, appearance.vy]).toEqual([
      plain.x,
      plain.y,
      plain.vx,
      plain.vy,
    ])
    expect([
      appearance.scaleX === plain.scaleX,
      appearance.opacity === plain.opacity,
      appearance.angleDeg === plain.angleDeg,
    ]).toEqual([false, false, false])
  })
})

describe('all forces', () => {
  it('limit keeps the way of every tick and the velocity under it', () => {
    const simulation = shoot(['gravity', 'drift', 'sway', 'limit'], { gravity: 900, drift: 70, limit: 120 })
    let last: ParticleReport | undefined
    for (let tick = 1; tick < 200; tick++) {
      simulation.seek(tick)
      const [p] = reportParticles(simulation)
      expect(Math.hypot(p!.vx, p!.vy)).toBeLessThanOrEqual(120 + 1e-9)
      if (last) expect(Math.hypot(p!.x - last.x, p!.y - last.y)).toBeLessThanOrEqual(2 + 1e-9)
      last = p
    }
  })

  it('act in the order of the table, whatever the order in the document', () => {
    const hash = (forces: readonly ForceKind[]): string => {
      const simulation = createSimulation(
        compile(
          makeEffect([
            makeEmitter(
              { flow: 60 },
              { type: makeType({ waverSpeed: 0.4, dragQuadratic: 0.01 }, { forces }) },
            ),
          ]),
        ),
      )
      simulation.seek(70)
      return stateHash(simulation)
    }
    expect(hash([...FORCE_KINDS].reverse())).toBe(hash(FORCE_KINDS))
  })

  it('without strength change no bit, whichever is added', () => {
    const none: Partial<NumbersOf<'type'>> = {
      thrust: 0,
      brake: 0,
      dragQuadratic: 0,
      wind: 0,
      drift: 0,
      turn: fixed(0),
      pull: 0,
      swirl: 0,
      churn: 0,
      sway: 0,
      avoid: 0,
      limit: 100_000,
    }
    const hash = (more: readonly ForceKind[], speed: number): string => {
      const ramps = {
        ...makeType().ramps,
        speed: {
          points: [
            { at: 0, value: 1, ease: 'ease' as const },
            { at: 1, value: speed, ease: 'linear' as const },
          ],
        },
      }
      const type = makeType(
        { ...none, gravity: 200, drag: 1.1 },
        { forces: ['gravity', 'drag', ...more], ramps },
      )
      const simulation = createSimulation(
        compile(makeEffect([makeEmitter({ flow: 90, fan: 360 }, { type })])),
        { seed: 5, rotate: 33, scale: 1.5, mirror: true, x: 7 },
      )
      simulation.seek(70)
      return stateHash(simulation)
    }
    for (const speed of [1, 0.3])
      for (const force of FORCE_KINDS)
        if (!['gravity', 'drag', 'rail'].includes(force))
          expect(`${force} ${hash([force], speed)}`).toBe(`${force} ${hash([], speed)}`)
  })

  it('turn, scale and mirror with a placed effect, but for what stays with the world', () => {
    const make = (axes: 'world' | 'effect', space: 'left' | 'carried', pose: object) => {
      const type = makeType(
        {
          drift: 40,
          driftHeading: 20,
          wind: 90,
          windHeading: -60,
          sway: 9,
          swayHeading: 10,
          pull: 200,
          swirl: 120,
          turn: fixed(50),
          avoid: 300,
          churn: 50,
        },
        {
          forces: ['wind', 'drift', 'turn', 'pull', 'swirl', 'sway', 'avoid', 'rail', 'churn'],
          axes: { gravity: axes, wind: axes, drift: axes, sway: axes },
          churnSpace: axes === 'effect' ? 'emitter' : 'world',
        },
      )
      const simulation = createSimulation(
        compile(makeEffect([makeEmitter({ flow: 30, fan: 60 }, { type, space })])),
        pose,
      )
      simulation.seek(50)
      return reportParticles(simulation)
    }
    const [c, s] = [Math.cos(25 * RAD), Math.sin(25 * RAD)]
    const pose = { x: 100, y: -40, rotate: 25, scale: 1.7, mirror: true }
    for (const space of ['left', 'carried'] as const) {
      const plain = make('effect', space, {})
      const placed = make('effect', space, pose)
      placed.forEach((p, i) => {
        const [x, y] = [-plain[i]!.x * 1.7, plain[i]!.y * 1.7]
        expect(Math.abs(p.x - (100 + x * c - y * s)) + Math.abs(p.y - (-40 + x * s + y * c))).toBeLessThan(
          1e-6,
        )
      })
    }
    // A place in the world is the same whether particles are kept in the world's or in the effect's
    // coordinates.
    const still = { x: 100, y: -40, rotate: 25 }
    const left = make('world', 'left', still)
    make('world', 'carried', still).forEach((p, i) =>
      expect(Math.abs(p.x - left[i]!.x) + Math.abs(p.y - left[i]!.y)).toBeLessThan(1e-6),
    )
  })
})
