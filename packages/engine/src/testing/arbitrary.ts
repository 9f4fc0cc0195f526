/** Random valid effects over everything that can be set, made from the same tables as the product. */
import {
  AIMS,
  ANCHORS,
  AVOIDED,
  AXES,
  BIASES,
  BLENDS,
  CAP_POLICIES,
  CENTRES,
  CHURN_SPACES,
  CONTACTS,
  DIRECTED_FORCES,
  EASES,
  FACINGS,
  FALLOFFS,
  FILLS,
  FORCE_KINDS,
  FRAME_CHOICES,
  LIFE_MODES,
  ORDERS,
  PICK_ACTIONS,
  PIECE_FITS,
  PLACEMENTS,
  PLAYS,
  PROPERTIES,
  propertiesOf,
  RAIL_MODES,
  RAMPED_FORCES,
  RHYTHMS,
  SHAPE_KINDS,
  SIDES,
  SIZE_UNITS,
  SPACES,
  SPREAD_TARGETS,
  THRUST_ENDS,
  TINT_EASES,
  TINT_PICKS,
  TINT_SPACES,
  TRAVEL_MODES,
  VALUE_MODES,
  WAVER_KINDS,
  WAVER_TARGETS,
  WIND_MODES,
  WRAP_AREAS,
  WRAPS,
  type EmitterChoices,
  type ForceRamps,
  type Lane,
  type Drive,
  type Drives,
  type Lanes,
  type PropertyId,
  type ResolvedKnob,
  STRENGTH_KNOB,
  type NumbersOf,
  type Owner,
  type Path,
  type Property,
  type Ramp,
  type ResolvedEffect,
  type ResolvedEmitter,
  type Tape,
  type TintRamp,
  type TypeChoices,
  type TypeRamps,
} from '@gliv/model'
import fc from 'fast-check'
import { makeBurst, makeEffect, makeEmitter, makeType } from './build.ts'

/** On a grid of 1 ÷ 4096 of the span: values that people set, and both ends now and then. */
export const number = (min: number, max: number) =>
  fc.integer({ min: 0, max: 4096 }).map((k) => min + ((max - min) * k) / 4096)
export const range = (min: number, max: number) =>
  fc
    .tuple(number(min, max), number(min, max), fc.option(fc.constantFrom(...BIASES), { nil: undefined }))
    .map(([a, b, bias]) => ({ from: Math.min(a, b), to: Math.max(a, b), ...(bias ? { bias } : {}) }))

/** Narrower than the sliders where a test would take too long. */
const NARROW: Readonly<Record<string, readonly [number, number]>> = {
  flow: [0, 160],
  flowPerPx: [0, 0.5],
  cap: [5, 400],
  minimum: [0, 5],
  delay: [0, 0.6],
  duration: [0, 1.5],
  alongDelay: [0, 0.5],
  life: [0.02, 1.2],
  burstCount: [0, 25],
  burstRepeats: [1, 5],
  burstAt: [0, 1],
  burstSpan: [0, 0.5],
  loopSeconds: [0.2, 2],
  sustainFrom: [0, 0.4],
  sustainTo: [0.6, 1],
  warmUp: [0, 0.7],
  timeScale: [0, 2],
  pieceEvery: [4, 60],
  travelSeconds: [0.1, 2],
  jumpPx: [20, 400],
  burstInterval: [0.02, 0.4],
}

/** Mostly the default, so that each effect has a few features that meet. */
const seldom = <T>(value: T, other: fc.Arbitrary<T>): fc.Arbitrary<T> =>
  fc.oneof({ weight: 2, arbitrary: fc.constant(value) }, { weight: 1, arbitrary: other })

export const numbersOf = <O extends Owner>(owner: O): fc.Arbitrary<NumbersOf<O>> =>
  fc.record(
    Object.fromEntries(
      propertiesOf(owner).map((id) => {
        const p: Property = PROPERTIES[id]
        const [low, high] = NARROW[id] ?? p.soft
        const whole = (v: number): number => (p.whole ? Math.round(v) : v)
        return [
          id,
          p.kind === 'range'
            ? seldom(
                p.default as never,
                range(low, high).map((r) => ({ ...r, from: whole(r.from), to: whole(r.to) })),
              )
            : seldom(p.default as never, number(low, high).map(whole)),
        ]
      }),
    ),
  ) as unknown as fc.Arbitrary<NumbersOf<O>>

const share = number(0, 1)
export const ramp: fc.Arbitrary<Ramp> = fc
  .array(
    fc.record({
      at: fc.integer({ min: 0, max: 100 }),
      value: share,
      ease: fc.constantFrom(...EASES),
      handles: fc.tuple(share, share, share, share),
    }),
    { minLength: 1, maxLength: 5 },
  )
  .map((points) => ({ points: points.map((p) => ({ ...p, at: p.at / 100 })).sort((a, b) => a.at - b.at) }))

const colour = fc.integer({ min: 0, max: 0xffffff }).map((n) => `#${n.toString(16).padStart(6, '0')}`)
export const tint: fc.Arbitrary<TintRamp> = fc
  .array(fc.record({ at: fc.integer({ min: 0, max: 100 }), colour, ease: fc.constantFrom(...TINT_EASES) }), {
    minLength: 1,
    maxLength: 4,
  })
  .map((points) => ({ points: points.map((p) => ({ ...p, at: p.at / 100 })).sort((a, b) => a.at - b.at) }))

const path: fc.Arbitrary<Path> = fc.record({
  closed: fc.boolean(),
  points: fc.array(
    fc.record({
      x: number(-80, 80),
      y: number(-80, 80),
      inX: number(-30, 30),
      inY: number(-30, 30),
      outX: number(-30, 30),
      outY: number(-30, 30),
    }),
    { minLength: 2, maxLength: 5 },
  ),
})

const lane = (times: boolean): fc.Arbitrary<Lane> =>
  fc
    .record({ from: number(times ? 0 : -50, 2), to: number(times ? 0 : -50, 2), seconds: number(0.1, 3) })
    .chain((l) => ramp.map((r) => ({ ...l, ...r })))
const lanes = (owners: readonly Owner[]): fc.Arbitrary<Lanes> => {
  const ids = owners.flatMap((owner) => propertiesOf(owner)).filter((id) => PROPERTIES[id].lane !== 'none')
  return seldom(
    {},
    fc
      .subarray(ids, { maxLength: Math.min(4, ids.length) })
      .chain((chosen) =>
        fc.record(Object.fromEntries(chosen.map((id) => [id, lane(PROPERTIES[id].lane === 'times')]))),
      ),
  ) as fc.Arbitrary<Lanes>
}

/** What two knobs do to some numbers. */
const drives: fc.Arbitrary<Drives> = fc
  .subarray(
    (['emitter', 'type'] as const)
      .flatMap((owner) => propertiesOf(owner) as PropertyId[])
      .filter((id) => PROPERTIES[id].lane !== 'none'),
    { maxLength: 4 },
  )
  .chain((chosen) =>
    fc.record(
      Object.fromEntries(
        chosen.map((id) => [
          id,
          fc
            .tuple(lane(PROPERTIES[id].lane === 'times'), fc.constantFrom('wet', 'gust'))
            .map(([{ from, to, points }, knob]): Drive => ({ knob, from, to, points })),
        ]),
      ),
    ),
  ) as fc.Arbitrary<Drives>

const knobs: fc.Arbitrary<readonly ResolvedKnob[]> = fc
  .tuple(number(0, 1), seldom(null, lane(true)))
  .map(([start, over]): readonly ResolvedKnob[] => [
    { name: 'wet', low: 0, high: 1, start },
    { name: 'gust', low: -2, high: 3, start: 0, ...(over ? { lane: over } : {}) },
    { name: 'team', colour: '#ff8040' },
  ])

const of = <T>(values: readonly T[]): fc.Arbitrary<T> => seldom(values[0]!, fc.constantFrom(...values))

export const emitterChoices: fc.Arbitrary<EmitterChoices> = fc.record({
  shape: fc.constantFrom(...SHAPE_KINDS),
  fill: fc.constantFrom(...FILLS),
  placement: of(PLACEMENTS),
  sizeUnit: of(SIZE_UNITS),
  space: of(SPACES),
  side: fc.constantFrom(...SIDES),
  aim: of(AIMS),
  rhythm: of(RHYTHMS),
  capPolicy: of(CAP_POLICIES),
  order: of(ORDERS),
  layer: fc.constantFrom('front', 'behind', 'fog'),
  path,
  travel: seldom(
    null,
    fc.record({
      path,
      mode: fc.constantFrom(...TRAVEL_MODES),
      ease: fc.constantFrom('linear' as const, 'ease' as const, 'step' as const),
    }),
  ),
  along: fc.record({
    scale: ramp,
    opacity: ramp,
    delay: ramp,
    thickness: seldom({ points: [{ at: 0, value: 1, ease: 'linear' }] }, ramp),
  }),
  pieceFit: of(PIECE_FITS),
  edgeSlant: fc.boolean(),
  wrapIn: of(WRAP_AREAS),
  wrap: of(WRAPS),
  lanes: lanes(['emitter', 'type']),
  dormant: fc.constant(false),
})

const words = <K extends string, W extends string>(keys: readonly K[], values: readonly W[]) =>
  fc.record(Object.fromEntries(keys.map((key) => [key, fc.constantFrom(...values)]))) as fc.Arbitrary<{
    [key in K]: W
  }>

const style = fc.record({ by: of(VALUE_MODES), relative: fc.boolean() })
export const typeChoices: fc.Arbitrary<TypeChoices> = fc.record({
  blend: fc.constantFrom(...BLENDS),
  lifeMode: of(LIFE_MODES),
  scaleApart: fc.boolean(),
  styles: fc.record({ scale: style, scaleY: style, opacity: style }),
  facing: of(FACINGS),
  anchor: fc.constantFrom(...ANCHORS),
  frameChoice: fc.constantFrom(...FRAME_CHOICES),
  randomStart: fc.boolean(),
  tintSpace: of(TINT_SPACES),
  tintPick: of(TINT_PICKS),
  pickColours: fc.array(colour, { minLength: 1, maxLength: 4 }),
  pickAction: fc.constantFrom(...PICK_ACTIONS),
  forces: fc.subarray([...FORCE_KINDS]),
  forceRamps: seldom(
    {},
    fc
      .subarray([...RAMPED_FORCES], { maxLength: 4 })
      .chain((chosen) => fc.record(Object.fromEntries(chosen.map((id) => [id, ramp])))),
  ) as fc.Arbitrary<ForceRamps>,
  axes: words(DIRECTED_FORCES, AXES),
  thrustEnd: of(THRUST_ENDS),
  windMode: of(WIND_MODES),
  pullTo: of(CENTRES),
  pullFalloff: of(FALLOFFS),
  swirlTo: of(CENTRES),
  swirlFalloff: of(FALLOFFS),
  churnSpace: of(CHURN_SPACES),
  rail: path,
  railMode: of(RAIL_MODES),
  avoids: of(AVOIDED),
  wavers: words(WAVER_TARGETS, WAVER_KINDS),
  contact: of(CONTACTS),
  markBlend: fc.constantFrom(...BLENDS),
  markClip: fc.constantFrom('edge', 'body'),
  markColours: fc.array(colour, { minLength: 1, maxLength: 3 }),
  endsOutside: seldom(false, fc.constant(true)),
  turnRelative: seldom(true, fc.constant(false)),
  spreadOn: of(SPREAD_TARGETS),
})

export const typeRamps: fc.Arbitrary<TypeRamps> = fc.record({
  scale: ramp,
  scaleY: ramp,
  opacity: ramp,
  speed: seldom({ points: [{ at: 0, value: 1, ease: 'linear' }] }, ramp),
  frame: ramp,
  hue: ramp,
  tint,
  tintB: tint,
  spin: seldom({ points: [{ at: 0, value: 1, ease: 'linear' }] }, ramp),
  angle: ramp,
})

export const frames = [
  { x: 0, y: 0, w: 8, h: 6, pivotX: 4, pivotY: 3 },
  { x: 8, y: 0, w: 4, h: 4, pivotX: 0, pivotY: 4 },
]
const pictures = fc.array(
  fc.record({
    sheetId: fc.constant('sheet'),
    sheet: fc.constantFrom(0, 1),
    weight: number(0.1, 3),
    frameIndices: fc.constant([0, 1]),
    frames: fc.constant(frames),
  }),
  { minLength: 1, maxLength: 3 },
)
const mask = {
  x: [-1, 0, 4],
  y: [2, 0, 1],
  nx: [-1, 0, 1],
  ny: [0, 0, 0],
  colour: [0xff0000, 0x00ff00, 0x123456],
}

export const arbitraryEmitter = (id: string): fc.Arbitrary<ResolvedEmitter> =>
  fc
    .record({
      numbers: numbersOf('emitter'),
      choices: emitterChoices,
      salt: fc.nat(),
      bursts: fc.array(fc.tuple(numbersOf('burst'), fc.boolean()), { maxLength: 3 }),
      drives: seldom({}, drives),
      tinted: fc.boolean(),
      type: fc.record({
        numbers: numbersOf('type'),
        choices: typeChoices,
        ramps: typeRamps,
        pictures,
        palette: seldom(null, fc.array(colour, { minLength: 1, maxLength: 5 })),
      }),
    })
    .map(({ numbers, choices, salt, bursts, drives: driven, tinted, type }) =>
      makeEmitter(numbers, {
        ...choices,
        id,
        salt,
        ...(Object.keys(driven).length > 0 ? { drives: driven } : {}),
        ...(tinted ? { colourKnob: 'team' } : {}),
        mask: choices.shape === 'picture' ? mask : null,
        bursts: bursts.map(([burst, eachPlace], i) => ({
          ...makeBurst(`b${i}`, 0, 1, burst),
          eachPlace: eachPlace && choices.shape === 'picture',
        })),
        type: makeType(type.numbers, {
          ...type.choices,
          ramps: type.ramps,
          pictures: type.pictures,
          palette: type.palette,
        }),
      }),
    )

export const arbitraryEffect: fc.Arbitrary<ResolvedEffect> = fc
  .record({
    one: arbitraryEmitter('one'),
    two: arbitraryEmitter('two'),
    numbers: numbersOf('effect'),
    lanes: lanes(['effect']),
    knobs,
    play: fc.constantFrom(...PLAYS.filter((play) => play !== 'period')),
    seed: fc.nat(),
    rate: fc.constantFrom(60, 60, 30, 144),
  })
  .map(({ one, two, ...effect }) => makeEffect([one, two], effect))

export const arbitraryTape: fc.Arbitrary<Tape> = fc
  .array(
    fc.record({
      tick: fc.integer({ min: 0, max: 150 }),
      what: fc.oneof(
        fc.record({
          do: fc.constantFrom('move' as const, 'teleport' as const),
          x: number(-300, 300),
          y: number(-300, 300),
        }),
        fc.record({
          do: fc.constant('move' as const),
          rotate: number(-400, 400),
          scale: number(0.2, 3),
          mirror: fc.boolean(),
        }),
        fc.record({
          do: fc.constant('view' as const),
          x: number(-300, 300),
          y: number(-300, 300),
          w: number(50, 900),
          h: number(50, 600),
        }),
        fc.record({ do: fc.constant('emit' as const), on: fc.boolean() }),
        fc.record({ do: fc.constant('stop' as const) }),
        fc.record({ do: fc.constant('knob' as const), name: fc.constant('wet'), value: number(0, 1) }),
        fc.record({ do: fc.constant('knob' as const), name: fc.constant('gust'), value: number(-2, 3) }),
        fc.record({ do: fc.constant('knob' as const), name: fc.constant('team'), value: colour }),
        fc.record({
          do: fc.constant('knob' as const),
          name: fc.constant(STRENGTH_KNOB),
          value: number(0, 3),
        }),
      ),
    }),
    { maxLength: 6 },
  )
  .map((rows) => rows.map(({ tick, what }) => ({ tick, ...what })).sort((a, b) => a.tick - b.tick))
