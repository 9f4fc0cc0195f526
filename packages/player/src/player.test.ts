import { INSTANCE_WORDS, type Frame } from '@gliv/model'
import { makeEffect, makeEmitter, makeType, makeBurst, fixed } from '../../engine/src/testing/build.ts'
import { compile, createSimulation, reportParticles } from '@gliv/engine'
import { defaultsOf } from '@gliv/model'
import { describe, expect, it } from 'vitest'
import { withAnchorB } from './play/anchor.ts'
import { expandInto } from './draw/expand.ts'
import { EffectHandle } from './play/effectHandle.ts'

const program = compile(
  makeEffect([
    makeEmitter(
      { flow: 60, duration: 0.5, fan: 90 },
      { type: makeType({ life: fixed(0.3) }), bursts: [makeBurst('b', 0, 5)] },
    ),
  ]),
)
const loop = compile(
  makeEffect(
    [makeEmitter({ flow: 60, duration: 1, speed: fixed(0) }, { type: makeType({ life: fixed(0.3) }) })],
    { play: 'loop', numbers: { ...defaultsOf('effect'), loopSeconds: 1 } },
  ),
)

describe('a placed handle', () => {
  const still = compile(
    makeEffect([
      makeEmitter(
        { flow: 0, offsetX: 10, speed: fixed(0) },
        { type: makeType({ life: fixed(9) }), bursts: [makeBurst('b', 0, 1)] },
      ),
    ]),
  )
  const where = (handle: EffectHandle) => {
    const [p] = reportParticles(handle.simulation)
    return [p!.x, p!.y, p!.scaleX, p!.angleDeg].map((v) => Number(v.toFixed(6)))
  }
  it('is moved, turned, scaled and mirrored as it is played', () => {
    expect(where(new EffectHandle(still, { x: 100, y: 50, rotation: 90, scale: 3 }))).toEqual([
      100, 80, 3, 90,
    ])
    expect(where(new EffectHandle(still, { mirror: true }))).toEqual([-10, 0, -1, 0])
  })

  it('refuses a scale that is none, in words', () => {
    expect(() => new EffectHandle(still, { scale: 0 })).toThrow(/scale is 0; it must be from 0.001/)
    expect(() => new EffectHandle(still, {}).moveTo(Number.NaN, 0)).toThrow(/x is NaN/)
  })

  it('point B of a segment is the game’s, taken back through the place', () => {
    const segment = makeEffect([
      makeEmitter(
        { flow: 0, speed: fixed(0), pieceEvery: 10 },
        {
          shape: 'segment',
          placement: 'inOrder',
          type: makeType({ life: fixed(9) }),
          bursts: [{ ...makeBurst('b', 0, 0), eachPlace: true }],
        },
      ),
    ])
    const options = { x: 20, y: 30, rotation: 35, scale: 2, mirror: true, anchorB: { x: 120, y: 30 } }
    const all = reportParticles(new EffectHandle(compile(withAnchorB(segment, options)), options).simulation)
    // From (20, 30) straight to (120, 30), whatever the turn: 50 px of the effect's own, so five pieces.
    expect(all.map((p) => [Math.round(p.x), Math.round(p.y)])).toEqual([
      [30, 30],
      [50, 30],
      [70, 30],
      [90, 30],
      [110, 30],
    ])
  })

  it('weather follows the view that the game gives', () => {
    const rain = compile(
      makeEffect([
        makeEmitter(
          { flow: 60, duration: 9, speed: fixed(0) },
          { shape: 'viewEdge', type: makeType({ life: fixed(0.05) }) },
        ),
      ]),
    )
    const handle = new EffectHandle(rain, {}, 1, { x: 0, y: 0, w: 100, h: 100 })
    handle.setView({ x: 7000, y: 0, w: 100, h: 100 })
    handle.advance(0.2)
    for (const p of reportParticles(handle.simulation)) expect(p.x).toBeGreaterThan(6990)
  })
})

describe('an effect handle', () => {
  it('steps true ticks, whatever the pictures’ rhythm, and ends by itself', async () => {
    for (const rhythm of [1 / 144, 1 / 60, 0.05, 0.31]) {
      const handle = new EffectHandle(program, {})
      let running = true
      for (let t = 0; t < 3 && running; t += rhythm) running = handle.advance(rhythm)
      expect(running).toBe(false)
      await handle.finished
      expect(handle.simulation.runs[0]!.births).toBe(35)
    }
  })

  it('is at the same state as the stage at the same tick', () => {
    const handle = new EffectHandle(program, { x: 30, y: 4, seed: 8 })
    for (let i = 0; i < 20; i++) handle.advance(1 / 60 + 1e-9)
    const staged = createSimulation(program, { x: 30, y: 4, seed: 8 })
    staged.seek(handle.simulation.tick)
    const places = (s: typeof staged) => [...s.runs[0]!.pool.x.subarray(0, s.runs[0]!.pool.size)]
    expect(places(handle.simulation)).toEqual(places(staged))
  })

  it('a loop runs until it is stopped, then lets the living finish', async () => {
    const handle = new EffectHandle(loop, {})
    for (let i = 0; i < 200; i++) expect(handle.advance(1 / 60)).toBe(true)
    handle.stop()
    let ticks = 0
    while (handle.advance(1 / 60) && ticks < 100) ticks++
    expect(ticks).toBeGreaterThan(10)
    expect(ticks).toBeLessThan(25)
    await handle.finished
  })

  it('emission can be switched, and births follow a move but not a jump', () => {
    const handle = new EffectHandle(loop, {})
    handle.advance(1 / 60 + 1e-9)
    handle.moveTo(60, 0)
    handle.advance(1 / 60 + 1e-9)
    handle.teleport(500, 0)
    handle.advance(1 / 60 + 1e-9)
    const { x, size } = handle.simulation.runs[0]!.pool
    expect([...x.subarray(0, size)].map(Math.round)).toEqual([0, 0, 60, 500])
    const { births } = handle.simulation.runs[0]!
    handle.emit(false)
    for (let i = 0; i < 30; i++) handle.advance(1 / 60)
    expect(handle.simulation.runs[0]!.births).toBe(births)
    handle.emit(true)
    for (let i = 0; i < 3; i++) handle.advance(1 / 60 + 1e-9)
    expect(handle.simulation.runs[0]!.births).toBeGreaterThan(births)
  })
})

describe('corners made on the CPU', () => {
  it('are origin + s·across + t·down with the frame’s own texels', () => {
    const f32 = new Float32Array(INSTANCE_WORDS)
    const u32 = new Uint32Array(f32.buffer)
    f32.set([10, 20, 4, 1, -2, 6, 8, 16, 32, 64, 0, 0.5])
    u32[10] = 0xff112233
    const frame: Frame = {
      f32,
      u32,
      shifts: f32,
      count: 1,
      batches: [],
      batchCount: 0,
      originX: 0,
      originY: 0,
    }
    const out = new Float32Array(40)
    const words = new Uint32Array(out.buffer)
    expandInto(frame, out, words, 0, 1)
    const corner = (i: number) => [...out.subarray(i * 10, i * 10 + 8), words[i * 10 + 8], out[i * 10 + 9]]
    expect(corner(0)).toEqual([10, 20, 8, 16, 8, 16, 40, 80, 0xff112233, 0.5])
    expect(corner(1)).toEqual([14, 21, 40, 16, 8, 16, 40, 80, 0xff112233, 0.5])
    expect(corner(2)).toEqual([8, 26, 8, 80, 8, 16, 40, 80, 0xff112233, 0.5])
    expect(corner(3)).toEqual([12, 27, 40, 80, 8, 16, 40, 80, 0xff112233, 0.5])
  })
})
