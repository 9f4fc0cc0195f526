import { RISING_RAMP, type ResolvedEmitter, type ResolvedKnob, WORD } from '@gliv/model'
import { describe, expect, it } from 'vitest'
import { LiveTape } from '../input/index.ts'
import { compile } from '../program/index.ts'
import { makeBurst, makeEffect, makeEmitter, makePart, makeType } from '../testing/build.ts'
import { stateHash } from './report.ts'
import { createSimulation, type SimulationOptions } from './simulation.ts'

const WET: ResolvedKnob = { name: 'wet', low: 0, high: 2, start: 2 }
const driven = (id: string, from: number, to: number): Pick<ResolvedEmitter, 'drives'> => ({
  drives: { [id]: { knob: 'wet', from, to, ...RISING_RAMP } },
})
const effectWith = (
  numbers: Parameters<typeof makeEmitter>[0],
  more: Parameters<typeof makeEmitter>[1],
  knobs: readonly ResolvedKnob[] = [WET],
) => makeEffect([makeEmitter({ duration: 600, cap: 20_000, ...numbers }, more)], { knobs })

const bornAt = (
  effect: ReturnType<typeof makeEffect>,
  options: SimulationOptions,
  seconds: number,
): number => {
  const simulation = createSimulation(compile(effect), options)
  simulation.seek(Math.round(seconds * effect.rate))
  return simulation.counts[0]!.births
}

describe('a knob', () => {
  it('multiplies a flow by what its ramp says: half way up, half as much', () => {
    const effect = effectWith({ flow: 100 }, driven('flow', 0, 1))
    expect(bornAt(effect, {}, 2)).toBe(201)
    expect(bornAt(effect, { knobs: { wet: 1 } }, 2)).toBe(101)
    expect(bornAt(effect, { knobs: { wet: 0 } }, 2)).toBe(0)
  })

  it('spreads births evenly at a steady value', () => {
    const effect = effectWith(
      { flow: 60 },
      { ...driven('flow', 0, 1), type: makeType({ life: { from: 9, to: 9 } }) },
    )
    const simulation = createSimulation(compile(effect), { knobs: { wet: 1 } })
    simulation.seek(120)
    const { born, size } = simulation.runs[0]!.pool
    for (let i = 1; i < size; i++) expect(born[i]! - born[i - 1]!).toBeCloseTo(1 / 30, 9)
  })

  it('sums up what has flowed while it is turned: by steps, by a seek, in a game', () => {
    const effect = effectWith({ flow: 90 }, driven('flow', 0.5, 2))
    const turns = [
      { tick: 10, value: 0.3 },
      { tick: 40, value: 0 },
      { tick: 41, value: 1.7 },
    ]
    const tape = turns.map(({ tick, value }) => ({ tick, do: 'knob' as const, name: 'wet', value }))
    const program = compile(effect)
    const live = new LiveTape()
    const playing = createSimulation(program, { live })
    const stepped = createSimulation(program, { tape })
    for (let tick = 0; tick < 150; tick++) {
      for (const turn of turns) if (turn.tick === tick) live.turn('wet', turn.value)
      playing.step()
      stepped.step()
    }
    const sought = createSimulation(program, { tape })
    sought.seek(150)
    expect(stateHash(sought)).toBe(stateHash(stepped))
    expect(stateHash(playing)).toBe(stateHash(stepped))
    // 10 ticks × 2, then × 0.725, one × 0.5, then × 1.775
    const flowed = (90 * (10 * 2 + 30 * 0.725 + 1 * 0.5 + 109 * 1.775)) / 60
    expect(stepped.counts[0]!.births).toBe(Math.floor(flowed + 1e-9) + 1)
  })

  it('goes on for ever in a game, turned each tick', () => {
    const effect = effectWith({ flow: 120 }, driven('flow', 0, 1))
    const live = new LiveTape()
    const playing = createSimulation(compile(effect), { live })
    let flowed = 0
    for (let tick = 0; tick < 2000; tick++) {
      const value = 1 + Math.sin(tick / 50)
      live.turn('wet', value)
      playing.step()
      flowed += (120 * value) / 2 / 60
    }
    expect(Math.abs(playing.counts[0]!.births - flowed)).toBeLessThanOrEqual(1.01)
  })

  it('adds to what a lane would add to, for those that are born', () => {
    const effect = effectWith(
      { flow: 60, speed: { from: 100, to: 100 }, heading: 0, fan: 0 },
      driven('heading', 0, 90),
    )
    const directionAt = (wet: number) => {
      const simulation = createSimulation(compile(effect), { knobs: { wet } })
      simulation.seek(1)
      const { vx, vy } = simulation.runs[0]!.pool
      return [vx[0]!, vy[0]!]
    }
    expect(directionAt(0)[0]).toBeCloseTo(100)
    expect(directionAt(2)[1]).toBeCloseTo(100)
  })

  it('changes the looks of the living at once', () => {
    const effect = effectWith({ flow: 60 }, driven('scale', 0, 1))
    const live = new LiveTape()
    const simulation = createSimulation(compile(effect), { live })
    const width = () => Math.abs(simulation.frame().f32[WORD.ACROSS_X]!)
    for (let k = 0; k < 10; k++) simulation.step()
    const before = width()
    live.turn('wet', 1)
    simulation.step()
    expect(width()).toBeCloseTo(before / 2)
  })

  it('tints with a colour, and takes it back', () => {
    const effect = effectWith({ flow: 60 }, { colourKnob: 'team' }, [{ name: 'team', colour: '#ffffff' }])
    const tintOf = (team?: string) => {
      const simulation = createSimulation(compile(effect), team ? { knobs: { team } } : {})
      simulation.seek(5)
      return simulation.frame().u32[WORD.TINT]! & 0xffffff
    }
    expect(tintOf()).toBe(0xffffff)
    expect(tintOf('#ff8000')).toBe(0x0080ff)
  })

  it('follows its own lane until somebody turns it', () => {
    const lane = { ...RISING_RAMP, from: 0, to: 2, seconds: 2 }
    const effect = effectWith({ flow: 100 }, driven('flow', 0, 1), [{ ...WET, lane }])
    // The area under a straight line to 1 over 2 s.
    expect(Math.abs(bornAt(effect, {}, 2) - 101)).toBeLessThanOrEqual(1)
    expect(bornAt(effect, { knobs: { wet: 2 } }, 2)).toBe(201)
  })

  it('reaches the knob of its name inside', () => {
    const inner = effectWith({ flow: 60 }, driven('flow', 0, 1))
    const outer = makeEffect([], {
      parts: [makePart('part', { ...inner, id: 'inner' })],
      knobs: [{ name: 'wet', low: 0, high: 2, start: 1 }],
    })
    const bornInside = (options: SimulationOptions) => {
      const simulation = createSimulation(compile(outer), options)
      simulation.seek(60)
      return simulation.counts.reduce((sum, { births }) => sum + births, 0)
    }
    expect(Math.abs(bornInside({}) - 31)).toBeLessThanOrEqual(1)
    expect(bornInside({ knobs: { wet: 0 } })).toBe(0)
  })

  it('is refused by name and by value', () => {
    const program = compile(effectWith({ flow: 10 }, driven('flow', 0, 1)))
    expect(() => createSimulation(program, { knobs: { dry: 1 } })).toThrow('no knob "dry"; it has wet')
    expect(() => createSimulation(program, { knobs: { wet: 3 } })).toThrow('from 0 to 2')
    expect(() =>
      createSimulation(program, { tape: [{ tick: 3, do: 'knob', name: 'wet', value: 'x' }] }),
    ).toThrow('tape[0]')
  })
})

describe('strength while it plays', () => {
  const play = (effect: ReturnType<typeof makeEffect>) => {
    const live = new LiveTape()
    return { live, simulation: createSimulation(compile(effect), { live }) }
  }

  it('multiplies flows from then on, beyond what the pool was made for', () => {
    const { live, simulation } = play(
      effectWith({ flow: 60 }, { type: makeType({ life: { from: 1, to: 1 } }) }, []),
    )
    for (let k = 0; k < 60; k++) simulation.step()
    const before = simulation.counts[0]!.births
    live.turn('', 4)
    for (let k = 0; k < 60; k++) simulation.step()
    expect(simulation.counts[0]!.births - before).toBe(240)
    expect(simulation.alive).toBe(240)
  })

  it('multiplies the counts of bursts that fire later, and of no other', () => {
    const bursts = [makeBurst('a', 0.5, 10), makeBurst('b', 1, 10)]
    const { live, simulation } = play(
      effectWith({ flow: 0 }, { bursts, type: makeType({ life: { from: 9, to: 9 } }) }, []),
    )
    for (let k = 0; k < 45; k++) simulation.step()
    expect(simulation.alive).toBe(10)
    live.turn('', 3)
    for (let k = 0; k < 5; k++) simulation.step()
    expect(simulation.alive).toBe(10)
    for (let k = 0; k < 20; k++) simulation.step()
    expect(simulation.alive).toBe(40)
  })

  it('keeps every column of a particle when the pool grows', () => {
    const emitter = { bursts: [makeBurst('a', 0, 6), makeBurst('b', 0.2, 200)] }
    const effect = effectWith(
      { flow: 30, fan: 360 },
      { ...emitter, type: makeType({ life: { from: 9, to: 9 }, gravity: 0 }, { forces: [] }) },
      [],
    )
    const { live, simulation } = play(effect)
    const other = play(effect)
    for (let k = 0; k < 10; k++) {
      simulation.step()
      other.simulation.step()
    }
    live.turn('', 8)
    for (let k = 0; k < 50; k++) simulation.step()
    for (let k = 0; k < 50; k++) other.simulation.step()
    const [a, b] = [simulation.runs[0]!.pool, other.simulation.runs[0]!.pool]
    expect(a.capacity).toBeGreaterThan(b.capacity)
    for (let i = 0; i < 10; i++) {
      expect([a.x[i], a.y[i], a.keyHi[i], a.scale[i]]).toEqual([b.x[i], b.y[i], b.keyHi[i], b.scale[i]])
    }
  })

  it('may be nothing and come back', () => {
    const { live, simulation } = play(effectWith({ flow: 60 }, {}, []))
    live.turn('', 0)
    for (let k = 0; k < 60; k++) simulation.step()
    expect(simulation.counts[0]!.births).toBe(1)
    live.turn('', 1)
    for (let k = 0; k < 60; k++) simulation.step()
    expect(simulation.counts[0]!.births).toBe(61)
  })
})
