import {
  addCompanion,
  addEffect,
  addRelay,
  checkKit,
  deleteEffect,
  deleteEmitter,
  duplicateEmitter,
  effectsWithin,
  newPart,
  newRelay,
  readKit,
  resolveEffect,
  type Kit,
} from '@gliv/document'
import { compile, createSimulation, reportParticles } from '@gliv/engine'
import { makeDemo } from '@gliv/demo'
import { describe, expect, it } from 'vitest'

const counter = (): ((prefix: string) => string) => {
  let n = 0
  return (prefix) => `${prefix}-n${++n}`
}

const open = (): { kit: Kit; id: string; parent: string; makeId: ReturnType<typeof counter> } => {
  const { kit } = makeDemo()
  return { kit, id: 'pier-dust', parent: 'dust-grit', makeId: counter() }
}

const played = (kit: Kit, id: string, tick: number) => {
  const simulation = createSimulation(compile(resolveEffect(kit, kit.effects[id]!)))
  while (simulation.tick < tick) simulation.step()
  return reportParticles(simulation)
}

describe('relays in a kit', () => {
  it('wake a dormant emitter and its companion together', () => {
    const { kit, id, parent, makeId } = open()
    const child = addRelay(kit, id, parent, makeId)
    const glow = addCompanion(kit, id, child, makeId)
    expect(checkKit(kit)).toEqual([])
    const rows = played(kit, id, 50)
    const [embers, glows] = [child, glow].map((emitter) => rows.filter((p) => p.emitterId === emitter))
    expect(embers!.length).toBeGreaterThan(3)
    expect(glows!.map((p) => [p.key, p.x, p.y])).toEqual(embers!.map((p) => [p.key, p.x, p.y]))
  })

  it('that lead to something muted stay out, and go away with what they lead to', () => {
    const { kit, id, parent, makeId } = open()
    const child = addRelay(kit, id, parent, makeId)
    kit.effects[id]!.emitters[child]!.muted = true
    expect(resolveEffect(kit, kit.effects[id]!).emitters.every((e) => e.relays.length === 0)).toBe(true)
    deleteEmitter(kit, id, child)
    expect(kit.effects[id]!.emitters[parent]!.relays).toEqual([])
    expect(checkKit(kit)).toEqual([])
  })

  it('keep their receivers when their emitter is duplicated', () => {
    const { kit, id, parent, makeId } = open()
    const child = addRelay(kit, id, parent, makeId)
    const copy = duplicateEmitter(kit, id, parent, makeId)
    expect(kit.effects[id]!.emitters[copy]!.relays[0]!.emitter).toBe(child)
    expect(checkKit(kit)).toEqual([])
  })

  it.each([
    [
      'an emitter that sends out by itself',
      'dust-cloud',
      null,
      /"Cloud" sends particles out by itself; make it dormant/,
    ],
    ['nothing', null, null, /name exactly one/],
    ['both', 'dust-cloud', 'keg-pop', /name exactly one/],
    ['an emitter that is not there', 'nobody', null, /there is no emitter "nobody"/],
    ['an effect that is not there', null, 'nothing', /there is no effect "nothing"/],
    ['an effect that loops', null, 'funnel-steam', /does not play once/],
    ['an effect that plays this one', null, 'hard-landing', /must not go round in a circle/],
  ])('to %s are refused', (_name, emitter, effect, message) => {
    const { kit, id, parent } = open()
    kit.effects[id]!.emitters[parent]!.relays.push({ ...newRelay('r', ''), emitter, effect })
    expect(() => readKit(JSON.parse(JSON.stringify(kit)))).toThrow(message)
  })

  it('parts cannot go round in a circle, and leave with their effect', () => {
    const { kit, id, makeId } = open()
    const outer = addEffect(kit, makeId)
    kit.effects[outer]!.parts.push(newPart('p', id))
    expect([...effectsWithin(kit, outer)]).toEqual([id])
    kit.effects[id]!.parts.push(newPart('q', outer))
    expect(checkKit(kit).some((problem) => /must not go round in a circle/.test(problem.message))).toBe(true)
    kit.effects[id]!.parts = []
    deleteEffect(kit, id)
    expect(kit.effects[outer]!.parts).toEqual([])
    expect(checkKit(kit)).toEqual([])
  })
})

describe('surfaces in a kit', () => {
  it.each([
    [{ kind: 'circle', id: 'a', x: 0, y: 0, r: 0 }, /a size must be over 0/],
    [{ kind: 'segment', id: 'a', x1: 0, y1: 0, x2: 'far' }, /no number/],
    [
      {
        kind: 'polygon',
        id: 'a',
        points: [
          [0, 0],
          [1, 1],
        ],
      },
      /at least three corners/,
    ],
    [
      { kind: 'wall', id: 'a' },
      /kind of a surface must be one of segment, box, circle, polygon, polyline, tiles/,
    ],
  ])('%j is refused', (surface, message) => {
    const { kit } = open()
    const data = JSON.parse(JSON.stringify(kit)) as { stages: Record<string, { surfaces: unknown[] }> }
    data.stages['pier']!.surfaces = [surface]
    expect(() => readKit(data)).toThrow(message)
    data.stages['pier']!.surfaces = [
      { kind: 'box', id: 'b', x: 0, y: 0, w: 1, h: 1 },
      { kind: 'box', id: 'b', x: 0, y: 0, w: 1, h: 1 },
    ]
    expect(() => readKit(data)).toThrow(/same id/)
  })
})
