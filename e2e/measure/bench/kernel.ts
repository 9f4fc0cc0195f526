/**
 * What a particle-step costs: the same kernels for Node and for the browser. Only the language and the
 * engine.
 */
import { compile, createSimulation, type Simulation } from '@gliv/engine'
import {
  DEFAULT_EMITTER_CHOICES,
  DEFAULT_RAMPS,
  DEFAULT_TYPE_CHOICES,
  defaultsOf,
  type Ramp,
  type ResolvedEffect,
  type Surface,
} from '@gliv/model'

const ROUNDS = 9
export const median = (values: number[]): number => [...values].sort((a, b) => a - b)[values.length >> 1]!

/** The bare loop: position and age on the same kind of arrays. */
export const bare = (
  x: Float64Array,
  y: Float64Array,
  vx: Float64Array,
  vy: Float64Array,
  age: Float64Array,
  dt: number,
): void => {
  for (let i = 0; i < x.length; i++) {
    x[i] = x[i]! + vx[i]! * dt
    y[i] = y[i]! + vy[i]! * dt
    age[i] = age[i]! + dt
  }
}

const eased = (from: number, to: number): Ramp => ({
  points: [
    { at: 0, value: from, ease: 'ease' },
    { at: 1, value: to, ease: 'linear' },
  ],
})

/**
 * The full set: gravity, drag, three scalar ramps, a tint ramp, spin, births and deaths in balance: `count`
 * alive, a life of 2 s.
 */
export const fullEffect = (count: number): ResolvedEffect => ({
  id: 'bench',
  name: 'Bench',
  seed: 1,
  rate: 60,
  play: 'once',
  backwards: false,
  wholePixels: false,
  source: null,
  numbers: defaultsOf('effect'),
  lanes: {},
  parts: [],
  emitters: [
    {
      ...DEFAULT_EMITTER_CHOICES,
      id: 'e',
      name: 'E',
      salt: 1,
      shape: 'circle',
      mask: null,
      bursts: [],
      relays: [],
      numbers: { ...defaultsOf('emitter'), flow: count / 2, duration: 600, cap: 100_000 },
      type: {
        ...DEFAULT_TYPE_CHOICES,
        id: 't',
        name: 'T',
        forces: ['gravity', 'drag'],
        palette: null,
        mark: null,
        numbers: {
          ...defaultsOf('type'),
          life: { from: 2, to: 2 },
          scale: { from: 1, to: 2 },
          spin: { from: -90, to: 90 },
        },
        ramps: {
          ...DEFAULT_RAMPS,
          scale: eased(0, 1),
          speed: eased(1, 0.5),
          tint: {
            points: [
              { at: 0, colour: '#ffffff', ease: 'linear' },
              { at: 1, colour: '#204060', ease: 'linear' },
            ],
          },
        },
        pictures: [
          {
            sheetId: 's',
            sheet: 0,
            weight: 1,
            frameIndices: [0],
            frames: [{ x: 0, y: 0, w: 16, h: 16, pivotX: 8, pivotY: 8 }],
          },
        ],
      },
    },
  ],
})

/** The full set with pull, swirl and churn from the grid. */
export const churnedEffect = (count: number): ResolvedEffect => {
  const effect = fullEffect(count)
  const [emitter] = effect.emitters
  const { type } = emitter!
  const numbers = { ...type.numbers, pull: 40, pullReach: 400, swirl: 30, churn: 60 }
  return {
    ...effect,
    emitters: [
      {
        ...emitter!,
        type: {
          ...type,
          forces: ['gravity', 'drag', 'pull', 'swirl', 'churn'],
          pullFalloff: 'near',
          numbers,
        },
      },
    ],
  }
}

/** 200 segments in a field of 20 × 10 little slopes, and particles that fall and bounce among them. */
const SEGMENTS: readonly Surface[] = Array.from({ length: 200 }, (_, k) => {
  const x = (k % 20) * 60 - 600
  const y = Math.floor(k / 20) * 60
  return { id: `s${k}`, kind: 'segment', x1: x, y1: y, x2: x + 40, y2: y + (k % 3) * 8 }
})

const touchingEffect = (count: number): ResolvedEffect => {
  const effect = fullEffect(count)
  const [emitter] = effect.emitters
  const { type } = emitter!
  return {
    ...effect,
    emitters: [
      {
        ...emitter!,
        shape: 'rectangle',
        numbers: { ...emitter!.numbers, shapeWidth: 1100, shapeHeight: 500, offsetY: 270 },
        type: { ...type, contact: 'bounce', numbers: { ...type.numbers, gravity: 300 } },
      },
    ],
  }
}

/** ms a tick for 5,000 particles among 200 segments; and without them. */
export const contactCost = (): { with: number; without: number } => {
  const [touching, free] = [SEGMENTS, []].map((surfaces) => {
    const simulation = createSimulation(compile(touchingEffect(5000)), { surfaces })
    simulation.seek(150)
    return simulation
  })
  const rows: [number, number][] = []
  for (let round = 0; round < ROUNDS; round++)
    rows.push([time(() => touching!.step(), 60) / 1e6, time(() => free!.step(), 60) / 1e6])
  return { with: median(rows.map((r) => r[0])), without: median(rows.map((r) => r[1])) }
}

/** Nanoseconds of one call. */
const time = (work: () => void, repeats: number): number => {
  const start = performance.now()
  for (let i = 0; i < repeats; i++) work()
  return ((performance.now() - start) * 1e6) / repeats
}

const settled = (count: number, make = fullEffect): Simulation => {
  const simulation = createSimulation(compile(make(count)))
  simulation.seek(150)
  return simulation
}

export interface StepCost {
  readonly bare: number
  readonly step: number
  readonly output: number
  /** Median of the rounds' own ratios: the machine's slow moments hit both sides. */
  readonly ratio: number
}

/** ns a particle; medians over rounds that alternate between the three. */
export const stepCost = (count: number, make = fullEffect): StepCost => {
  const repeats = Math.max(20, Math.round(2_000_000 / count))
  const arrays = Array.from({ length: 5 }, () => new Float64Array(count).fill(1.5)) as [
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
  ]
  const simulation = settled(count, make)
  const rows: { bare: number; step: number; output: number }[] = []
  for (let round = 0; round < ROUNDS; round++) {
    if (simulation.tick > 20_000) simulation.seek(150)
    rows.push({
      bare: time(() => bare(...arrays, 1 / 60), repeats) / count,
      step: time(() => simulation.step(), repeats) / count,
      output: time(() => void simulation.frame(1), repeats) / count,
    })
  }
  const of = (read: (row: (typeof rows)[number]) => number): number => median(rows.map(read))
  return {
    bare: of((r) => r.bare),
    step: of((r) => r.step),
    output: of((r) => r.output),
    ratio: of((r) => (r.step + r.output) / r.bare),
  }
}

/**
 * ms for one step and one picture of 100 effects of 200 particles, and of one of 20,000; and how much dearer
 * the many are.
 */
export const manyEffects = (): { many: number; one: number; ratio: number } => {
  const one = settled(20_000)
  const many = Array.from({ length: 100 }, () => settled(200))
  const rows: { many: number; one: number }[] = []
  // Both warm, so that neither pays for the compiler.
  for (let k = 0; k < 300; k++)
    for (const simulation of [one, ...many]) {
      simulation.step()
      simulation.frame(1)
    }
  for (let round = 0; round < ROUNDS; round++) {
    const together = time(() => {
      one.step()
      one.frame(1)
    }, 60)
    const apart = time(() => {
      for (const simulation of many) {
        simulation.step()
        simulation.frame(1)
      }
    }, 60)
    rows.push({ many: apart / 1e6, one: together / 1e6 })
  }
  return {
    many: median(rows.map((r) => r.many)),
    one: median(rows.map((r) => r.one)),
    ratio: median(rows.map((r) => r.many / r.one)),
  }
}

const manyLine = (where: string): string => {
  const { many, one, ratio } = manyEffects()
  return `100 effects of 200 / one of 20,000 ${where}: ${ratio.toFixed(2)} (${many.toFixed(2)} ms and ${one.toFixed(2)} ms a tick and picture)`
}

const contactLine = (where: string): string => {
  const cost = contactCost()
  return `contact ${where}, 5,000 particles, 200 segments: ${cost.with.toFixed(2)} ms a tick (${cost.without.toFixed(2)} ms where nothing is in the way)`
}

/** Lines of the report for one place. */
export const report = (where: string): string[] => [
  ...[1000, 10_000, 100_000].flatMap((count) => {
    const { bare: b, step, output, ratio } = stepCost(count)
    return [
      `${String(count).padStart(6)} particles: bare ${b.toFixed(2)} ns, step ${step.toFixed(2)} ns, output ${output.toFixed(2)} ns a particle`,
      `full/bare ${where} ${count}: ${ratio.toFixed(1)}`,
    ]
  }),
  ...[1000, 10_000, 100_000].flatMap((count) => {
    const { step, output, ratio } = stepCost(count, churnedEffect)
    return [
      `${String(count).padStart(6)} particles with pull, swirl and churn: step ${step.toFixed(2)} ns, output ${output.toFixed(2)} ns a particle`,
      `full+churn/bare ${where} ${count}: ${ratio.toFixed(1)}`,
    ]
  }),
  contactLine(where),
  manyLine(where),
]
