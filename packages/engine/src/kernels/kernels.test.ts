import { AIMS, BIASES, FILLS, type ForceKind, PROPERTIES, type ShapeKind } from '@gliv/model'
import fc from 'fast-check'
import { afterEach, describe, expect, it } from 'vitest'
import { compileAppearance } from '../appearance/appearance.ts'
import { APPEARANCE_FLOATS, APPEARANCE_TINT, appearanceTableOf } from '../appearance/appearanceTable.ts'
import { drawTableOf } from '../appearance/ramp.ts'
import { tintTableOf } from '../appearance/tint.ts'
import { churnSliceAt } from '../integrate/forces/churnField.ts'
import { compile } from '../program/compile.ts'
import { reportRun } from '../runtime/report.ts'
import { createSimulation, type Simulation, type SimulationOptions } from '../runtime/simulation.ts'
import { updateSimulation } from '../runtime/update.ts'
import { allowKernels, slabBytes, slabOf } from '../testing/all.ts'
import { arbitraryEffect, ramp } from '../testing/arbitrary.ts'
import { makeEffect, makeEmitter, makeType } from '../testing/build.ts'

afterEach(() => allowKernels(true))

/** One simulation over kernels and one over the loops in TypeScript. */
const twins = (
  effect: Parameters<typeof compile>[0],
  options?: SimulationOptions,
): [Simulation, Simulation] => {
  const program = compile(effect)
  allowKernels(true)
  const fast = createSimulation(program, options)
  allowKernels(false)
  return [fast, createSimulation(program, options)]
}

const pixels = (simulation: Simulation, alpha: number): Uint32Array => {
  const frame = simulation.frame(alpha)
  return frame.u32.slice(0, frame.count * 12)
}

const expectTwins = ([fast, plain]: [Simulation, Simulation], ticks: number): void => {
  for (let tick = 0; tick <= ticks; tick++) {
    fast.step()
    plain.step()
    if (tick % 5 === 0)
      for (const alpha of [1, 0.3]) expect(pixels(fast, alpha)).toEqual(pixels(plain, alpha))
  }
  expect(reportRun(fast)).toEqual(reportRun(plain))
}

describe('kernels and the loops in TypeScript', () => {
  it('are there in Node, and can be left out', () => {
    const [fast, plain] = twins(makeEffect([makeEmitter({ flow: 10 })]))
    expect([slabOf(fast.runs[0]!.pool.all) !== null, slabOf(plain.runs[0]!.pool.all)]).toEqual([true, null])
  })

  it('begin with a memory of 16 MB, and take further ones as they are needed', () => {
    createSimulation(compile(makeEffect([makeEmitter({ flow: 5 })])))
    expect(slabBytes()[0]).toBe(16 * 2 ** 20)
    const before = slabBytes().length
    const large = makeEffect([
      makeEmitter(
        { flow: 60_000, duration: 3, cap: 150_000 },
        { type: makeType({ life: { from: 3, to: 3 } }) },
      ),
    ])
    const [fast, slow] = twins(large)
    expect(slabBytes().length).toBeGreaterThan(before)
    for (const simulation of [fast, slow]) simulation.seek(20)
    expect(reportRun(fast).stateHash).toBe(reportRun(slow).stateHash)
    fast.dispose()
    slow.dispose()
  })

  it('give the same bits over random effects', () => {
    fc.assert(
      fc.property(arbitraryEffect, (effect) => expectTwins(twins(effect), 70)),
      { numRuns: 60 },
    )
  })

  it('give the same bits for plain particles with any ramps, pull, swirl and churn, and for odd counts', () => {
    const forces = fc.subarray<ForceKind>(['gravity', 'drag', 'pull', 'swirl', 'churn'])
    const falloff = fc.constantFrom('steady', 'fading', 'near', 'spring')
    fc.assert(
      fc.property(
        ramp,
        ramp,
        ramp,
        forces,
        falloff,
        falloff,
        fc.integer({ min: 1, max: 4 }),
        fc.integer({ min: 1, max: 90 }),
        (speed, opacity, scale, kinds, pullFalloff, swirlFalloff, churnOctaves, flow) => {
          const type = makeType({
            life: { from: 0.3, to: 0.9 },
            scale: { from: 0.5, to: 2 },
            spin: { from: -300, to: 300 },
            drag: 1.5,
            pullReach: 60,
            churnOctaves,
            swirlX: PROPERTIES.swirlX.soft[0] / 10,
          })
          const made = {
            ...type,
            forces: kinds,
            pullFalloff,
            swirlFalloff,
            ramps: { ...type.ramps, speed, opacity, scale },
          }
          expectTwins(twins(makeEffect([makeEmitter({ flow, fan: 360 }, { type: made })])), 60)
        },
      ),
      { numRuns: 80 },
    )
  })

  it('bear the same particles: every simple shape, fill, aim and bias, turned, mirrored and scaled, and what the kernels leave to the launcher', () => {
    const shape = fc.constantFrom<ShapeKind>(
      'point',
      'line',
      'segment',
      'rectangle',
      'circle',
      'ellipse',
      'ring',
      'polygon',
      'view',
    )
    const pose = fc.record({
      x: fc.integer({ min: -90, max: 90 }),
      rotate: fc.constantFrom(0, 30, 90, -200.5),
      scale: fc.constantFrom(1, 0.7, 3),
      mirror: fc.boolean(),
    })
    const born = fc.record({
      shape,
      fill: fc.constantFrom(...FILLS),
      aim: fc.constantFrom(...AIMS),
      space: fc.constantFrom('left', 'carried', 'pinned'),
      placement: fc.constantFrom('random', 'evenly'),
    })
    const numbers = fc.record({
      fan: fc.constantFrom(0, 75, 360),
      jitterX: fc.constantFrom(0, 9),
      heading: fc.integer({ min: -400, max: 400 }),
      inherit: fc.constantFrom(0, 0.5),
      shapeInner: fc.constantFrom(0, 12),
      shapeArc: fc.constantFrom(360, 100),
      minimum: fc.constantFrom(0, 5),
    })
    const range = fc.record({
      from: fc.constantFrom(0, 0.4),
      to: fc.constantFrom(0.4, 1.5),
      bias: fc.constantFrom(...BIASES),
    })
    const appearance = fc.record({
      scale: range,
      scaleFloor: range,
      scaleY: range,
      opacityFloor: range,
      startAngle: range,
      drag: fc.constantFrom(0, 1.5, 45, 900),
    })
    fc.assert(
      fc.property(
        born,
        numbers,
        appearance,
        pose,
        fc.boolean(),
        fc.boolean(),
        (choices, n, l, at, apart, moves) => {
          const made = makeType({ life: { from: 0.2, to: 0.6, bias: 'high' }, ...l })
          const type = {
            ...made,
            forces: ['gravity', 'drag'] as const,
            scaleApart: apart,
            styles: { ...made.styles, scale: { ...made.styles.scale, relative: apart } },
          }
          const emitter = makeEmitter(
            {
              flow: 70,
              speed: { from: 10, to: 200, bias: 'low' },
              shapeWidth: 80,
              shapeHeight: 30,
              shapeRadius: 40,
              endX: 50,
              endY: -20,
              targetX: 30,
              ...n,
            },
            { ...choices, type } as never,
          )
          // It stands, goes somewhere else, stands there, and jumps.
          const tape = moves
            ? ([
                { tick: 8, do: 'move', ...at },
                { tick: 20, do: 'move', x: 40, rotate: 75 },
                { tick: 30, do: 'teleport', x: -30, mirror: true },
              ] as const)
            : []
          expectTwins(twins(makeEffect([emitter]), { ...at, tape }), 40)
        },
      ),
      { numRuns: 150 },
    )
  })

  it('bear the same where the cap ends the oldest, refuses, or has no room left', () => {
    for (const capPolicy of ['skip', 'endOldest'] as const)
      for (const flow of [60, 1000, 9000])
        expectTwins(
          twins(
            makeEffect([
              makeEmitter(
                { flow, cap: 20, fan: 360 },
                { capPolicy, shape: 'circle', type: makeType({ life: { from: 0.004, to: 0.7 } }) },
              ),
            ]),
          ),
          60,
        )
  })

  it('churn the same bits cell by cell, for few, and with the whole field at once, for many', () => {
    const type = makeType({ life: { from: 1, to: 1 }, churn: 90, churnOctaves: 3 })
    for (const flow of [400, 7000]) {
      const [fast, plain] = twins(
        makeEffect([makeEmitter({ flow, cap: 20_000, fan: 360 }, { type: { ...type, forces: ['churn'] } })]),
      )
      fast.seek(62)
      plain.seek(62)
      expect(fast.alive > 6000).toBe(flow > 6000)
      expect(pixels(fast, 1)).toEqual(pixels(plain, 1))
    }
  })

  it('add forces that they know between those that they do not, with ramps on some, in pools of any size', () => {
    const forces = fc.subarray<ForceKind>(
      ['gravity', 'thrust', 'drift', 'pull', 'swirl', 'churn', 'sway', 'avoid', 'limit'],
      { minLength: 1 },
    )
    const ramped = fc.subarray<ForceKind>(['pull', 'swirl', 'churn', 'thrust'])
    const falloff = fc.constantFrom('steady', 'fading', 'near', 'spring')
    const to = fc.constantFrom('point', 'emitter', 'home')
    fc.assert(
      fc.property(
        forces,
        ramped,
        ramp,
        falloff,
        falloff,
        to,
        to,
        fc.integer({ min: 1, max: 13 }),
        fc.constantFrom(0, 0.6),
        fc.boolean(),
        (kinds, over, factor, pullFalloff, swirlFalloff, pullTo, swirlTo, cap, life, mirror) => {
          const type = makeType({
            life: { from: 0.6 - life / 2, to: 0.6 },
            drag: 0.8,
            pullReach: 50,
            swirlReach: 40,
            pull: 70,
            thrust: 20,
            churnOctaves: 2,
          })
          const made = {
            ...type,
            forces: kinds,
            pullFalloff,
            swirlFalloff,
            pullTo,
            swirlTo,
            avoids: 'circle' as const,
            forceRamps: Object.fromEntries(over.map((kind) => [kind, factor])),
            ramps: { ...type.ramps, speed: factor },
          }
          expectTwins(
            twins(
              makeEffect([makeEmitter({ flow: 200, fan: 360, cap }, { type: made, capPolicy: 'endOldest' })]),
              { mirror },
            ),
            60,
          )
        },
      ),
      { numRuns: 80 },
    )
  })

  it('find the field of churn in the memory of the pool, with the values that it has elsewhere', () => {
    const [fast] = twins(makeEffect([makeEmitter({ flow: 10 })]))
    const { slab } = fast.runs[0]!.pool
    for (const turns of [0.1, 0.77]) {
      const slice = churnSliceAt(turns, slab)
      expect(slice.buffer === slab!.buffer).toBe(true)
      expect(churnSliceAt(turns, null).buffer === slab!.buffer).toBe(false)
      expect(churnSliceAt(turns, null)).toEqual(slice)
    }
  })

  it('read in a table of appearance what the tables of ramps and tints say', () => {
    const appearance = compileAppearance(makeEmitter({}, { type: makeType() }))
    const { floats, words } = appearanceTableOf(appearance)
    const [scale, opacity, tint] = [
      drawTableOf(appearance.scaleRamp),
      drawTableOf(appearance.opacityRamp),
      tintTableOf(appearance.tint),
    ]
    for (const cell of [0, 1, 511, 1023, 1024]) {
      const o = cell * APPEARANCE_FLOATS
      expect([...floats.slice(o, o + 4), words[o * 2 + APPEARANCE_TINT]]).toEqual([
        scale[cell * 2],
        scale[cell * 2 + 1],
        opacity[cell * 2],
        opacity[cell * 2 + 1],
        tint[cell],
      ])
    }
    expect(appearanceTableOf(compileAppearance(makeEmitter({}, { type: makeType() })))).toBe(
      appearanceTableOf(appearance),
    )
  })

  it('draw appearance again as births draw them', () => {
    const before = makeEffect([makeEmitter({ flow: 300 }, { type: makeType({ scale: { from: 1, to: 2 } }) })])
    const after = makeEffect([
      makeEmitter(
        { flow: 300 },
        { type: makeType({ scale: { from: 0.5, to: 9, bias: 'middle' }, spin: { from: -40, to: 90 } }) },
      ),
    ])
    for (const simulation of twins(before)) {
      simulation.seek(50)
      updateSimulation(simulation, after)
      const fresh = createSimulation(compile(after))
      fresh.seek(50)
      expect(pixels(simulation, 0.5)).toEqual(pixels(fresh, 0.5))
    }
  })
})
