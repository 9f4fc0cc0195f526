/**
 * npm run bench — what a particle-step costs, in one run: a bare loop on the same kind of arrays, printed here, against the
 * engine's full set of this version (gravity, drag, scale and opacity ramps, tint ramp, spin, deaths, output). Ratios count.
 */
import { compile, createSimulation } from '@gliv/engine'
import { DEFAULT_EMITTER_CHOICES, DEFAULT_RAMPS, DEFAULT_TYPE_CHOICES, defaultsOf, type ResolvedEffect } from '@gliv/model'

const ROUNDS = 9
const median = (values: number[]): number => values.sort((a, b) => a - b)[values.length >> 1]!

/** The bare loop: position and age. */
const bare = (x: Float64Array, y: Float64Array, vx: Float64Array, vy: Float64Array, age: Float64Array, dt: number): void => {
  for (let i = 0; i < x.length; i++) {
    x[i] = x[i]! + vx[i]! * dt
    y[i] = y[i]! + vy[i]! * dt
    age[i] = age[i]! + dt
  }
}
console.log(`bare loop: ${bare.toString().replace(/\s+/g, ' ')}`)

const fullEffect = (count: number): ResolvedEffect => ({
  id: 'bench',
  name: 'Bench',
  seed: 1,
  rate: 60,
  play: 'once',
  numbers: defaultsOf('effect'),
  lanes: {},
  emitters: [
    {
      id: 'e',
      name: 'E',
      salt: 1,
      ...DEFAULT_EMITTER_CHOICES,
      shape: 'circle',
      mask: null,
      bursts: [],
      // Births and deaths in balance: `count` alive, a life of 2 s.
      numbers: { ...defaultsOf('emitter'), flow: count / 2, duration: 600, cap: 100_000 },
      type: {
        id: 't',
        name: 'T',
        ...DEFAULT_TYPE_CHOICES,
        forces: ['gravity', 'drag'],
        palette: null,
        numbers: { ...defaultsOf('type'), life: { from: 2, to: 2 }, scale: { from: 1, to: 2 }, spin: { from: -90, to: 90 } },
        ramps: { ...DEFAULT_RAMPS, scale: { points: [{ at: 0, value: 0, ease: 'ease' }, { at: 1, value: 1, ease: 'linear' }] }, tint: { points: [{ at: 0, colour: '#ffffff', ease: 'linear' }, { at: 1, colour: '#204060', ease: 'linear' }] } },
        pictures: [{ sheetId: 's', sheet: 0, weight: 1, frameIndices: [0], frames: [{ x: 0, y: 0, w: 8, h: 8, pivotX: 4, pivotY: 4 }] }],
      },
    },
  ],
})

const time = (work: () => void, repeats: number): number => {
  const start = performance.now()
  for (let i = 0; i < repeats; i++) work()
  return ((performance.now() - start) * 1e6) / repeats
}

for (const count of [1000, 10_000, 100_000]) {
  const repeats = Math.max(20, Math.round(2_000_000 / count))
  const arrays = Array.from({ length: 5 }, () => new Float64Array(count).fill(1.5)) as [Float64Array, Float64Array, Float64Array, Float64Array, Float64Array]
  const simulation = createSimulation(compile(fullEffect(count)))
  simulation.seek(150)
  const step = (): void => simulation.step()
  const draw = (): void => void simulation.frame(1)
  const results: { bare: number; step: number; output: number }[] = []
  for (let round = 0; round < ROUNDS; round++) {
    if (simulation.tick > 20_000) simulation.seek(150)
    results.push({ bare: time(() => bare(...arrays, 1 / 60), repeats) / count, step: time(step, repeats) / count, output: time(draw, repeats) / count })
  }
  const of = (key: keyof (typeof results)[number]): number => median(results.map((r) => r[key]))
  console.log(`${String(count).padStart(6)} particles: bare ${of('bare').toFixed(2)} ns, step ${of('step').toFixed(2)} ns, output ${of('output').toFixed(2)} ns a particle`)
  console.log(`full/bare node ${count}: ${((of('step') + of('output')) / of('bare')).toFixed(1)}`)
}
