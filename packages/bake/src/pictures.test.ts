/**
 * Each rule of the picture, from the resolved effect through the engine to pixels that were computed by hand.
 */
import { describe, expect, it } from 'vitest'
import { compile, createSimulation, type SimulationOptions } from '@gliv/engine'
import {
  type Blend,
  DEFAULT_EMITTER_CHOICES,
  DEFAULT_RAMPS,
  DEFAULT_TYPE_CHOICES,
  defaultsOf,
  type NumbersOf,
  type ResolvedEmitter,
  type ResolvedType,
  type TintRamp,
} from '@gliv/model'
import { createCanvas, fill, paintFrame, prepareSheet, toStraight } from '@gliv/paint'

const fixed = (value: number) => ({ from: value, to: value })
const R = [255, 0, 0, 255]
const G = [0, 255, 0, 255]
const B = [0, 0, 255, 255]
const W = [255, 255, 255, 255]
const NONE = [0, 0, 0, 0]

// Eight texels across: frame 0 is red and green side by side, frames 1 to 3 are one texel of blue, white,
// red.
const SHEET = prepareSheet(
  8,
  1,
  Uint8Array.from([...R, ...G, ...B, ...W, ...R, ...NONE, ...NONE, ...NONE]),
  'nearest',
)
const frame = (x: number, w: number, pivotX = 0) => ({ x, y: 0, w, h: 1, pivotX, pivotY: 0 })
const picture = (...frames: ReturnType<typeof frame>[]) => ({
  sheetId: 's',
  sheet: 0,
  weight: 1,
  frameIndices: frames.map((_, i) => i),
  frames,
})
const PAIR = picture(frame(0, 2))
const WHITE = picture(frame(3, 1))
const CLIP = picture(frame(2, 1), frame(3, 1), frame(4, 1))

interface Case {
  readonly type?: Partial<Omit<ResolvedType, 'numbers' | 'ramps'>>
  readonly numbers?: Partial<NumbersOf<'type'>>
  readonly ramps?: Partial<ResolvedType['ramps']>
  readonly emitter?: Partial<Omit<ResolvedEmitter, 'numbers' | 'type'>>
  readonly emitterNumbers?: Partial<NumbersOf<'emitter'>>
  readonly count?: number
  readonly tick?: number
  readonly ground?: readonly [number, number, number]
  readonly options?: SimulationOptions
}

const FLAT = { points: [{ at: 0, value: 1, ease: 'linear' as const }] }
const tint = (...stops: readonly (readonly [number, string])[]): TintRamp => ({
  points: stops.map(([at, colour]) => ({ at, colour, ease: 'linear' as const })),
})

/** Particles born at (3, 3) of an 8 × 8 picture, lasting 1 s. */
const paint = ({
  type,
  numbers,
  ramps,
  emitter,
  emitterNumbers,
  count = 1,
  tick = 0,
  ground,
  options,
}: Case = {}) => {
  const resolved: ResolvedType = {
    id: 't',
    name: 'T',
    ...DEFAULT_TYPE_CHOICES,
    palette: null,
    mark: null,
    pictures: [PAIR],
    ...type,
    numbers: { ...defaultsOf('type'), life: fixed(1), ...numbers },
    ramps: { ...DEFAULT_RAMPS, opacity: FLAT, ...ramps },
  }
  const one: ResolvedEmitter = {
    id: 'e',
    name: 'E',
    salt: 3,
    mask: null,
    relays: [],
    ...DEFAULT_EMITTER_CHOICES,
    ...emitter,
    numbers: { ...defaultsOf('emitter'), flow: 0, speed: fixed(0), ...emitterNumbers },
    bursts: [{ id: 'b', eachPlace: false, numbers: { ...defaultsOf('burst'), burstCount: fixed(count) } }],
    type: resolved,
  }
  const simulation = createSimulation(
    compile({
      id: 'x',
      name: 'X',
      seed: 1,
      rate: 60,
      play: 'once',
      backwards: false,
      wholePixels: false,
      source: null,
      numbers: defaultsOf('effect'),
      lanes: {},
      parts: [],
      emitters: [one],
    }),
    { x: 3, y: 3, ...options },
  )
  simulation.seek(tick)
  const canvas = createCanvas(8, 8)
  fill(canvas, ground)
  paintFrame(canvas, simulation.frame(1), [SHEET], { x: 0, y: 0, zoom: 1 })
  const out = toStraight(canvas)
  return (x: number, y: number): number[] => [...out.subarray((y * 8 + x) * 4, (y * 8 + x) * 4 + 4)]
}
const row = (at: (x: number, y: number) => number[], y: number): string =>
  Array.from(
    { length: 8 },
    (_, x) =>
      ({
        '255,0,0,255': 'r',
        '0,255,0,255': 'g',
        '0,0,255,255': 'b',
        '255,255,255,255': 'w',
        '0,0,0,0': '.',
      })[at(x, y).join()] ?? '?',
  ).join('')

describe('scale, facing and stretch', () => {
  it('as drawn; twice as large; only wider; only higher', () => {
    expect(row(paint(), 3)).toBe('...rg...')
    expect(row(paint({ numbers: { scale: fixed(2) } }), 4)).toBe('...rrgg.')
    const wide = paint({ type: { scaleApart: true }, numbers: { scale: fixed(2), scaleY: fixed(1) } })
    expect([row(wide, 3), row(wide, 4)]).toEqual(['...rrgg.', '........'])
    const high = paint({ type: { scaleApart: true }, numbers: { scale: fixed(1), scaleY: fixed(3) } })
    expect([row(high, 3), row(high, 5), row(high, 6)]).toEqual(['...rg...', '...rg...', '........'])
  })

  it('floor and start, a relative floor, and by rate within limits', () => {
    const HALF = { points: [{ at: 0, value: 0.5, ease: 'linear' as const }] }
    expect(
      row(paint({ numbers: { scale: fixed(2), scaleFloor: fixed(0) }, ramps: { scale: HALF } }), 3),
    ).toBe('...rg...')
    expect(
      row(
        paint({
          type: { styles: { ...DEFAULT_TYPE_CHOICES.styles, scale: { by: 'ramp', relative: true } } },
          numbers: { scale: fixed(2), scaleFloor: fixed(1) },
          ramps: { scale: HALF },
        }),
        3,
      ),
    ).toBe('...rrgg.')
    const rate = (tick: number, high = 8) =>
      row(
        paint({
          tick,
          type: { styles: { ...DEFAULT_TYPE_CHOICES.styles, scale: { by: 'rate', relative: false } } },
          numbers: { scale: fixed(1), scaleRate: fixed(2), scaleHigh: high },
        }),
        3,
      )
    // Three pixels across two texels: the middle one's centre lies on the second.
    expect([rate(0), rate(30), rate(59, 1.5)]).toEqual(['...rg...', '...rrgg.', '...rgg..'])
  })

  it('along travel: right from birth, and mirrored with the effect', () => {
    const down = paint({
      type: { facing: 'travel' },
      emitterNumbers: { heading: 90, fan: 0, speed: fixed(0.001) },
    })
    // A quarter turn clockwise about the left top corner: to the left of it, red above green.
    expect([down(2, 3), down(2, 4)]).toEqual([R, G])
    expect(row(paint({ options: { mirror: true } }), 3)).toBe('.gr.....')
  })

  it.each([
    ['tail', '...rrgg.'],
    ['head', '.rrgg...'],
    ['centre', '..rrgg..'],
  ] as const)('stretched twice as long, the %s stays', (anchor, expected) => {
    // 100 px/s with a factor of 1; pivot in the middle, so the sprite lies from 3 to 5 unstretched.
    const at = paint({
      type: { facing: 'travel', anchor, pictures: [picture(frame(0, 2, 1))] },
      numbers: { stretch: 1 },
      emitterNumbers: { heading: 0, fan: 0, speed: fixed(100) },
      options: { x: 4 },
    })
    expect(row(at, 3)).toBe(expected)
  })

  it('the limit holds the stretch', () => {
    const at = paint({
      type: { facing: 'travel', anchor: 'tail' },
      numbers: { stretch: 5, stretchLimit: 1.5 },
      emitterNumbers: { heading: 0, fan: 0, speed: fixed(100) },
    })
    expect(row(at, 3)).toBe('...rgg..')
  })
})

describe('frames', () => {
  const shown = (frameChoice: ResolvedType['frameChoice'], numbers: Partial<NumbersOf<'type'>> = {}) =>
    [0, 15, 25, 45, 55]
      .map((tick) => row(paint({ tick, type: { frameChoice, pictures: [CLIP] }, numbers }), 3)[3])
      .join('')
  it.each([
    ['fixed', {}, 'bbbbb'],
    ['overLife', {}, 'bbwrr'],
    ['overLife', { clipRounds: 2 }, 'bwrwr'],
    ['once', { fps: 4 }, 'bwwrr'],
    ['loop', { fps: 4 }, 'bwwbb'],
    ['backAndForth', { fps: 4 }, 'bwwww'],
    ['ramp', {}, 'bbwrr'],
  ] as const)('%s with %j', (choice, numbers, expected) => expect(shown(choice, numbers)).toBe(expected))

  it('random: each particle one frame for good; pictures by weight', () => {
    const all = (type: NonNullable<Case['type']>) => {
      let seen = ''
      for (let salt = 0; salt < 300; salt++) seen += row(paint({ type, emitter: { salt } }), 3)[3]
      return seen
    }
    const random = all({ frameChoice: 'random', pictures: [CLIP] })
    for (const colour of 'bwr') expect(Math.abs(random.split(colour).length - 101)).toBeLessThan(35)
    const weighted = all({
      pictures: [
        { ...picture(frame(2, 1)), weight: 3 },
        { ...WHITE, weight: 1 },
      ],
    })
    expect(Math.abs(weighted.split('b').length - 226)).toBeLessThan(35)
    const starts = all({ frameChoice: 'loop', randomStart: true, pictures: [CLIP] })
    for (const colour of 'bwr') expect(starts).toContain(colour)
  })
})

describe('colour', () => {
  const white = (more: Case): number[] => paint({ ...more, type: { pictures: [WHITE], ...more.type } })(3, 3)
  it('pixel × ramp, mixed in sRGB; opacity apart', () => {
    expect(white({ tick: 30, ramps: { tint: tint([0, '#000000'], [1, '#ff8000']) } })).toEqual([
      128, 64, 0, 255,
    ])
    expect(white({ numbers: { opacity: fixed(0.5) } })).toEqual([255, 255, 255, 128])
  })

  it('mixed in OKLab: half from red to blue as CSS has it', () => {
    const [r, g, b] = white({
      tick: 30,
      type: { tintSpace: 'oklab' },
      ramps: { tint: tint([0, '#ff0000'], [1, '#0000ff']) },
    }) as [number, number, number]
    expect(Math.abs(r - 0x8c) + Math.abs(g - 0x53) + Math.abs(b - 0xa2)).toBeLessThanOrEqual(3)
  })

  it('a pick multiplies or replaces; between two ramps it lies between', () => {
    const picks = { tintPick: 'list' as const, pickColours: ['#8000ff'] }
    expect(white({ type: picks, ramps: { tint: tint([0, '#ff8080']) } })).toEqual([128, 0, 128, 255])
    expect(
      white({ type: { ...picks, pickAction: 'replace' }, ramps: { tint: tint([0, '#ff8080']) } }),
    ).toEqual([128, 0, 255, 255])
    const [r] = white({
      type: { tintPick: 'ramps' },
      ramps: { tint: tint([0, '#000000']), tintB: tint([0, '#ff0000']) },
    })
    expect(r).toBeGreaterThan(0)
    expect(r).toBeLessThan(255)
  })

  it('hue turns a third: red becomes green; over life by its ramp', () => {
    const turn = (tick: number) =>
      white({
        tick,
        numbers: { hueTurn: 120 },
        ramps: {
          tint: tint([0, '#c80000']),
          hue: {
            points: [
              { at: 0, value: 0, ease: 'step' },
              { at: 0.5, value: 1, ease: 'linear' },
            ],
          },
        },
      })
    expect([turn(0), turn(30)]).toEqual([
      [200, 0, 0, 255],
      [0, 200, 0, 255],
    ])
  })

  it('spreads stay within what is said, and grey has no hue to turn', () => {
    for (let salt = 0; salt < 40; salt++) {
      const [r, g, b] = white({
        emitter: { salt },
        numbers: { valueSpread: 0.25, hueSpread: 180 },
        ramps: { tint: tint([0, '#808080']) },
      }) as [number, number, number]
      expect([g, b]).toEqual([r, r])
      expect(r).toBeGreaterThanOrEqual(95)
      expect(r).toBeLessThanOrEqual(161)
      const [, green] = white({
        emitter: { salt },
        numbers: { redSpread: 0.5 },
        ramps: { tint: tint([0, '#646464']) },
      })
      expect(green).toBe(100)
    }
  })

  it('locked to a palette: hard steps, spreads included', () => {
    const palette = ['#000000', '#ffffff']
    expect(
      [10, 50].map(
        (tick) =>
          white({ tick, type: { palette }, ramps: { tint: tint([0, '#000000'], [1, '#ffffff']) } })[0],
      ),
    ).toEqual([0, 255])
    for (let salt = 0; salt < 20; salt++)
      expect([0, 255]).toContain(
        white({
          emitter: { salt },
          type: { palette },
          numbers: { valueSpread: 0.9 },
          ramps: { tint: tint([0, '#646464']) },
        })[0],
      )
  })

  it('keeps the colours of the cells that it was born from', () => {
    const mask = { x: [0, 2], y: [0, 0], nx: [0, 0], ny: [0, 0], colour: [0x0000ff, 0x00ff00] }
    const at = paint({
      count: 2,
      type: { pictures: [WHITE] },
      emitter: { shape: 'picture', placement: 'inOrder', mask },
    })
    expect([at(3, 3), at(5, 3)]).toEqual([R, G])
  })
})

describe('order', () => {
  // Two particles at one place: the first born is blue at first, the second follows 0.5 s later when the
  // first has turned red.
  const top = (order: ResolvedEmitter['order']) =>
    paint({
      tick: 30,
      emitter: { order, bursts: [] },
      emitterNumbers: { flow: 2, duration: 1 },
      type: { pictures: [CLIP], frameChoice: 'overLife' },
      numbers: { clipRounds: 1.4 },
    })(3, 3)
  it('newest or oldest on top', () => expect([top('newest'), top('oldest')]).toEqual([B, R].map((c) => c)))

  it('lower on top, larger on top, and a shuffle that stays', () => {
    const run = (order: ResolvedEmitter['order'], tick: number) =>
      row(
        paint({
          tick,
          count: 6,
          emitter: { order },
          emitterNumbers: { jitterY: 1 },
          type: { pictures: [CLIP], frameChoice: 'random' },
          numbers: { scale: { from: 1, to: 3 } },
        }),
        3,
      )
    expect(run('shuffled', 0)).toBe(run('shuffled', 20))
    for (const order of ['byY', 'byScale'] as const) expect(run(order, 0)).toBe(run(order, 20))
  })
})

describe('blends, on a ground and on nothing', () => {
  // Half-opaque (200, 100, 50): 100, 50, 25 in light, alpha 128.
  const blended = (blend: Blend, ground?: readonly [number, number, number]) =>
    paint({
      type: { blend, pictures: [WHITE] },
      numbers: { opacity: fixed(0.5) },
      ramps: { tint: tint([0, '#c86432']) },
      ...(ground ? { ground } : {}),
    })(3, 3)
  it.each([
    ['normal', [150, 75, 63, 255], [200, 100, 50, 128]],
    ['additive', [200, 100, 100, 255], [255, 128, 64, 100]],
    // s + d (1 − s): 100 + 100 × (155 ÷ 255) = 161; 50 + 50 × 205 ÷ 255 = 90; 25 + 75 × 230 ÷ 255 = 93.
    ['screen', [161, 90, 93, 255], [255, 128, 64, 100]],
    // d (1 − a + s): 100 × (127.5 + 100) ÷ 255 = 89; 50 × 177.5 ÷ 255 = 35; 75 × 152.5 ÷ 255 = 45. On
    // nothing: black, alpha 127.5 − 175 ÷ 3 = 69.
    ['multiply', [89, 35, 45, 255], [0, 0, 0, 69]],
  ] as const)('%s', (blend, onGround, onNothing) => {
    expect(blended(blend, [100, 50, 75])).toEqual(onGround)
    expect(blended(blend)).toEqual(onNothing)
  })
})
