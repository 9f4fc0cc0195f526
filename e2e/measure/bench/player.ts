/**
 * What effects cost a game, on the frozen demo: a tick of each, what starting them costs, what they leave behind. The
 * same rows in Node and in the browser.
 */
import { frozenDemo } from '@gliv/demo/frozen'
import { packBytes } from '@gliv/export'
import { type EffectHandle, HeadlessPlayer, type Pack, readPack } from '@gliv/player/headless'
import { bare, median } from './kernel.ts'

const TICK = 1 / 60
const ROUNDS = 9
const WARM_TICKS = 400
const TICKS = 240

interface Row {
  readonly name: string
  readonly emitters: number
  readonly alive: number
  /** µs a tick, and of a bare loop over as many particles. */
  readonly tick: number
  readonly bare: number
  /** What the issue of this page allows, in µs. */
  readonly goal: number
}

const memory = globalThis as { gc?: () => void }

/** A bare loop over so many particles, µs. */
const bareCost = (count: number): number => {
  const columns = Array.from({ length: 5 }, () => new Float64Array(Math.max(1, count)).fill(1))
  const [x, y, vx, vy, age] = columns as [
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
  ]
  const round = (): number => {
    const start = performance.now()
    for (let k = 0; k < 2000; k++) bare(x, y, vx, vy, age, TICK)
    return (performance.now() - start) / 2
  }
  round()
  return median(Array.from({ length: ROUNDS }, round))
}

/** Goes on by so many ticks, from the beginning where it ends; ms of stepping alone, and particles on average. */
const stepped = (player: HeadlessPlayer, name: string, ticks: number): { ms: number; alive: number } => {
  let handle: EffectHandle | null = null
  let [ms, alive] = [0, 0]
  for (let done = 0; done < ticks;) {
    if (!handle || handle.ended) {
      handle?.remove()
      handle = player.play(name, { seed: 'designed' })
    }
    const start = performance.now()
    // A few at a time, so that reading the clock weighs nothing.
    let k = 0
    for (; k < 20 && !handle.ended; k++) player.update(TICK + 1e-9)
    ms += performance.now() - start
    alive += handle.alive * k
    done += Math.max(1, k)
  }
  handle?.remove()
  return { ms, alive: alive / ticks }
}

const rowOf = (pack: Pack, name: string): Row => {
  const { emitters, parts } = pack.contents.effects.find((effect) => effect.name === name)!
  const player = new HeadlessPlayer(pack)
  stepped(player, name, WARM_TICKS)
  const rounds = Array.from({ length: ROUNDS }, () => stepped(player, name, TICKS))
  player.dispose()
  const alive = rounds[0]!.alive
  const dear = emitters.some(({ type }) => type.forces.includes('churn') || type.contact !== 'none')
  return {
    name,
    emitters: emitters.length + parts.length,
    alive,
    tick: (median(rounds.map(({ ms }) => ms)) / TICKS) * 1000,
    bare: bareCost(Math.round(alive)),
    goal: 3 + 1.5 * (emitters.length + parts.length) + alive * (dear ? 0.045 : 0.025),
  }
}

const round = (value: number, digits = 1): string => value.toFixed(digits)

/** ms of starting an effect that was compiled before, and of twenty in one picture. */
const startCost = (pack: Pack, name: string): { one: number; twenty: number } => {
  const player = new HeadlessPlayer(pack)
  player.preload(name)
  const start = (count: number): number => {
    const from = performance.now()
    const handles = Array.from({ length: count }, () => player.play(name, { seed: 'designed' }))
    const took = performance.now() - from
    for (const handle of handles) handle.remove()
    return took
  }
  for (let k = 0; k < 5; k++) start(1)
  const one = median(Array.from({ length: 15 }, () => start(1)))
  const twenty = median(Array.from({ length: 3 }, () => start(20)))
  player.dispose()
  return { one, twenty }
}

/** Bytes a tick that steady play leaves to the collector, where the heap can be read. */
const garbage = (pack: Pack, name: string, heapNow: () => number): number => {
  const player = new HeadlessPlayer(pack)
  stepped(player, name, WARM_TICKS)
  const measured = Array.from({ length: ROUNDS }, () => {
    const handle = player.play(name, { seed: 'designed' })
    for (let k = 0; k < 12; k++) player.update(TICK + 1e-9)
    memory.gc?.()
    const before = heapNow()
    let ticks = 0
    for (; ticks < 60 && !handle.ended; ticks++) player.update(TICK + 1e-9)
    const after = heapNow()
    handle.remove()
    return (after - before) / Math.max(1, ticks)
  })
  player.dispose()
  return median(measured)
}

/** The rows as lines. @param heapNow bytes of the heap in use; left out where nobody can tell */
export const playerReport = (where: string, heapNow?: () => number): string[] => {
  const pack = readPack(packBytes(frozenDemo()))
  const lines = [
    `${where}: effects of the frozen demo, a tick each: particles, µs, goal, a bare loop; starts; garbage`,
  ]
  // A game has played others before.
  for (const name of pack.effects) {
    const player = new HeadlessPlayer(pack)
    stepped(player, name, 2 * WARM_TICKS)
    player.dispose()
  }
  let over = 0
  for (const name of pack.effects) {
    const row = rowOf(pack, name)
    const { one, twenty } = startCost(pack, name)
    if (row.tick > row.goal) over++
    const left = heapNow ? `, ${round(garbage(pack, name, heapNow) / 1000)} kB` : ''
    lines.push(
      `  ${name.padEnd(20)} ${round(row.alive, 0).padStart(5)} ${round(row.tick).padStart(7)} µs (${round(row.goal)}${row.tick > row.goal ? ', over' : ''}), bare ${round(row.bare, 2)}; ` +
        `play ${round(one, 2)} ms, twenty ${round(twenty, 1)} ms${left}`,
    )
  }
  lines.push(`  ${over} of ${pack.effects.length} over their goal`)
  if (heapNow && memory.gc) lines.push(...leftBehind(pack, heapNow))
  return lines
}

/** What ten thousand plays leave, and what an effect takes beside its particles. */
const leftBehind = (pack: Pack, heapNow: () => number): string[] => {
  const player = new HeadlessPlayer(pack)
  const [name] = pack.effects.filter((one) => one === 'Pier dust')
  const some = (count: number): void => {
    for (let k = 0; k < count; k++) {
      player.play(name!)
      player.update(0.2)
    }
    for (let k = 0; k < 20; k++) player.update(0.2)
  }
  some(500)
  memory.gc!()
  const before = heapNow()
  some(10_000)
  memory.gc!()
  const after = heapNow()
  const handles = Array.from({ length: 500 }, () => player.play(name!))
  memory.gc!()
  const held = (heapNow() - after) / 500
  for (const handle of handles) handle.remove()
  player.dispose()
  return [
    `  10,000 plays leave ${round((after - before) / 1000, 0)} kB of heap; a playing effect takes ${round(held / 1000)} kB of heap (6)`,
  ]
}
