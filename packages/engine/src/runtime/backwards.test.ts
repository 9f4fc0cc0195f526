import { defaultsOf } from '@gliv/model'
import { describe, expect, it } from 'vitest'
import { compile, createSimulation, LiveTape, reportParticles, stateHash } from '../index.ts'
import { fixed, makeBurst, makeEffect, makeEmitter, makeRelay, makeType } from '../testing/build.ts'

const blast = (backwards: boolean, more = {}) => {
  const child = makeEmitter(
    { speed: fixed(20), fan: 360 },
    { id: 'smoke', dormant: true, type: makeType({ life: fixed(0.3) }) },
  )
  const parent = makeEmitter(
    { flow: 0, fan: 360 },
    {
      bursts: [makeBurst('b', 0, 12)],
      type: makeType({ life: { from: 0.4, to: 0.7 } }),
      relays: [makeRelay('smoke')],
    },
  )
  return compile(makeEffect([parent, child], { backwards, ...more }))
}

describe('playing backwards', () => {
  it('shows the recorded ticks from the last to the first', () => {
    const program = blast(true)
    const [back, forth] = [createSimulation(program), createSimulation(blast(false))]
    expect(program.lastTick).toBe(60)
    for (let tick = 0; tick <= 60; tick += 7) {
      back.seek(tick)
      forth.seek(60 - tick)
      expect(stateHash(back)).toBe(stateHash(forth))
    }
    back.seek(60)
    expect(back.finished).toBe(true)
    expect(reportParticles(back).every((p) => Math.abs(p.x) + Math.abs(p.y) < 1e-9)).toBe(true)
  })

  it('in a game plays from a recording, where the owner is', () => {
    const tape = new LiveTape({ x: 10 })
    const live = createSimulation(blast(true), { live: tape, x: 10 })
    const still = createSimulation(blast(true), { x: 10 })
    for (let tick = 1; tick <= 40; tick++) live.step()
    still.seek(40)
    const [a, b] = [live.frame(), still.frame()]
    expect(a.count).toBe(b.count)
    expect([...a.u32.subarray(0, a.count * 12)]).toEqual([...b.u32.subarray(0, b.count * 12)])
    tape.moveTo({ x: 300, y: 7 })
    live.step()
    const moved = live.frame()
    expect([moved.originX, moved.originY]).toEqual([300, 7])
    expect(live.frame(1, (what) => what.layer === 'behind').count).toBe(0)
    while (!live.finished) live.step()
    expect(live.tick).toBe(60)
  })

  it('goes with a period too, and with nothing else', () => {
    const numbers = { ...defaultsOf('effect'), periodSeconds: 0.5 }
    const [back, forth] = [true, false].map((backwards) =>
      createSimulation(blast(backwards, { play: 'period', numbers })),
    )
    for (const tick of [0, 1, 13, 29, 30, 44]) {
      back!.seek(tick)
      forth!.seek((60 - tick) % 30)
      expect(stateHash(back!)).toBe(stateHash(forth!))
    }
    expect(() => blast(true, { play: 'loop' })).toThrow(/only effects that play once or repeat exactly/)
  })

  it('scatter and gather: a pull home whose lane rises brings everything back', () => {
    const lane = {
      from: 0,
      to: 1,
      seconds: 2,
      points: [
        { at: 0, value: 0, ease: 'linear' as const },
        { at: 0.4, value: 0, ease: 'ease' as const },
        { at: 0.6, value: 1, ease: 'linear' as const },
      ],
    }
    const type = makeType(
      { life: fixed(3), pull: 4000, pullReach: 100, pullDamping: 10 },
      { forces: ['pull'], pullTo: 'home', pullFalloff: 'spring' },
    )
    const emitter = makeEmitter(
      { flow: 0, fan: 360 },
      { shape: 'circle', type, lanes: { pull: lane, pullDamping: lane }, bursts: [makeBurst('b', 0, 30)] },
    )
    const at = (tick: number) => {
      const simulation = createSimulation(compile(makeEffect([emitter])))
      simulation.seek(tick)
      return reportParticles(simulation)
    }
    const [start, out, back] = [at(0), at(45), at(170)]
    const away = (rows: typeof start): number =>
      Math.max(...rows.map((p, i) => Math.hypot(p.x - start[i]!.x, p.y - start[i]!.y)))
    expect(away(out)).toBeGreaterThan(40)
    expect(away(back)).toBeLessThan(1)
  })
})
