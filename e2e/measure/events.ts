/**
 * What listening costs: an effect that is told of 10,000 births a second is stepped with and without a buffer in
 * turns; the difference is the cost. Goal: 0.2 ms a tick. `npm run measure:events`.
 */
import { compile, createSimulation, EffectEvents } from '@gliv/engine'
import { fixed, makeEffect, makeEmitter, makeType } from '../../packages/engine/src/testing/build.ts'

const TICKS = 600
const TURNS = 9
const PER_SECOND = 10_000

const effect = makeEffect([
  makeEmitter(
    { flow: PER_SECOND, duration: 600, cap: 20_000, speed: fixed(80), fan: 360 },
    { type: makeType({ life: fixed(0.5), gravity: 200 }, { forces: ['gravity'] }) },
  ),
])

const run = (events: EffectEvents | null): { readonly ms: number; readonly told: number } => {
  const simulation = createSimulation(compile(effect), events ? { events } : {})
  for (let n = 0; n < 60; n++) simulation.step()
  events?.clear()
  let told = 0
  const start = performance.now()
  for (let n = 0; n < TICKS; n++) {
    simulation.step()
    if (!events) continue
    told += events.count
    events.clear()
  }
  const ms = (performance.now() - start) / TICKS
  simulation.dispose()
  return { ms, told }
}

const median = (values: number[]): number => values.sort((a, b) => a - b)[values.length >> 1]!
const [silent, heard]: [number[], number[]] = [[], []]
let told = 0
for (let n = 0; n < TURNS; n++) {
  silent.push(run(null).ms)
  const one = run(new EffectEvents())
  heard.push(one.ms)
  told = one.told
}
const [without, with_] = [median(silent), median(heard)]
console.log(`${((told / TICKS) * 60).toFixed(0)} events a second told`)
console.log(
  `a tick: ${without.toFixed(3)} ms without, ${with_.toFixed(3)} ms with, ${(with_ - without).toFixed(3)} ms for events (goal 0.2)`,
)
