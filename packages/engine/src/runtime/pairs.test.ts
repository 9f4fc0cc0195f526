/**
 * Forces × contact × space × relay × lane: every pair of choices meets at least once, with everything else
 * drawn.
 */
import {
  CONTACTS,
  FORCE_KINDS,
  type Lane,
  type PropertyId,
  RELAY_TRIGGERS,
  type ResolvedEmitter,
  SPACES,
  type Surface,
} from '@gliv/model'
import { describe, expect, it } from 'vitest'
import { compile } from '../program/index.ts'
import { INSTANCE_FLOATS_FINITE } from '../testing/all.ts'
import { fixed, makeBurst, makeEffect, makeEmitter, makeRelay, makeType } from '../testing/build.ts'
import { reportRun, stateHash } from './report.ts'
import { createSimulation } from './simulation.ts'

const LANED: readonly PropertyId[] = [
  'gravity',
  'wind',
  'pull',
  'pullDamping',
  'swirl',
  'churn',
  'drag',
  'turn',
  'speed',
  'flow',
  'limit',
  'avoidReach',
  'offsetX',
]
const FACTORS = {
  force: FORCE_KINDS,
  contact: CONTACTS,
  space: SPACES,
  relay: ['none', ...RELAY_TRIGGERS],
  lane: ['none', ...LANED],
} as const
type Case = { -readonly [K in keyof typeof FACTORS]: (typeof FACTORS)[K][number] }
const NAMES = Object.keys(FACTORS) as (keyof Case)[]

const pairsOf = (row: Case): string[] =>
  NAMES.flatMap((a, i) => NAMES.slice(i + 1).map((b) => `${a}=${row[a]} ${b}=${row[b]}`))

/** Greedy: of some drawn candidates the one with most new pairs, until every pair was there. */
const pairwise = (): Case[] => {
  const open = new Set(
    NAMES.flatMap((a, i) =>
      NAMES.slice(i + 1).flatMap((b) =>
        FACTORS[a].flatMap((x) => FACTORS[b].map((y) => `${a}=${x} ${b}=${y}`)),
      ),
    ),
  )
  const rows: Case[] = []
  let state = 12345
  const next = (n: number): number => (state = (Math.imul(state, 1103515245) + 12345) >>> 0) % n
  for (let round = 0; open.size > 0 && round < 2000; round++) {
    let best: Case | null = null
    let gain = 0
    const [wanted] = open
    for (let k = 0; k < 30; k++) {
      const row = Object.fromEntries(
        NAMES.map((name) => [name, FACTORS[name][next(FACTORS[name].length)]]),
      ) as Case
      for (const part of wanted!.split(' ')) {
        const [name, value] = part.split('=') as [keyof Case, never]
        row[name] = value
      }
      const fresh = pairsOf(row).filter((pair) => open.has(pair)).length
      if (fresh > gain) [best, gain] = [row, fresh]
    }
    rows.push(best!)
    for (const pair of pairsOf(best!)) open.delete(pair)
  }
  expect(open.size).toBe(0)
  return rows
}

const surfaces: readonly Surface[] = [
  { id: 'floor', kind: 'segment', x1: -400, y1: 60, x2: 400, y2: 60 },
  { id: 'box', kind: 'box', x: 40, y: -30, w: 30, h: 60 },
  { id: 'ball', kind: 'circle', x: -60, y: 0, r: 20 },
]

const effectOf = ({ force, contact, space, relay, lane }: Case, seed: number) => {
  const run: Lane = {
    from: 0,
    to: 1.5,
    seconds: 0.8,
    points: [
      { at: 0, value: 0, ease: 'ease' },
      { at: 1, value: 1, ease: 'linear' },
    ],
  }
  const more = FORCE_KINDS[(seed * 7) % FORCE_KINDS.length]!
  const type = makeType(
    {
      life: { from: 0.4, to: 1.2 },
      waverSpeed: 0.5,
      waverHeading: 30,
      waverScale: 0.3,
      bounce: { from: 0, to: 1 },
      markFade: 0.5,
      contactRadius: seed % 3,
      dragQuadratic: 0.004,
      lifeLoss: 0.4,
    },
    {
      forces: [...new Set([force, more, 'gravity' as const])],
      contact,
      facing: seed % 2 ? 'travel' : 'fixed',
      avoids: seed % 2 ? 'surfaces' : 'circle',
      railMode: seed % 3 ? 'age' : 'speed',
      endsOutside: seed % 4 === 0,
      mark: seed % 2 ? makeType().pictures[0]! : null,
      forceRamps:
        seed % 3
          ? {}
          : {
              wind: {
                points: [
                  { at: 0, value: 0, ease: 'linear' },
                  { at: 1, value: 1, ease: 'linear' },
                ],
              },
            },
    },
  )
  const parent = makeEmitter(
    { flow: 50, duration: 1, fan: 360, speed: { from: 0, to: 400 }, cap: seed % 5 === 0 ? 20 : 2000 },
    {
      id: 'parent',
      space,
      type,
      lanes: lane === 'none' ? {} : { [lane]: run },
      relays:
        relay === 'none'
          ? []
          : [
              makeRelay(
                'child',
                { trigger: relay, launch: (['travel', 'normal', 'world'] as const)[seed % 3]! },
                { relayCount: { from: 0, to: 3 }, relayDelay: { from: 0, to: 0.1 }, relayTint: 0.5 },
              ),
            ],
    },
  )
  const child: ResolvedEmitter = makeEmitter(
    { fan: 90, cap: seed % 4 === 0 ? 15 : 500 },
    {
      id: 'child',
      dormant: true,
      salt: 3,
      space: SPACES[seed % 3]!,
      type: makeType({ life: fixed(0.3) }, { forces: ['gravity'], contact: seed % 2 ? 'bounce' : 'none' }),
    },
  )
  return makeEffect([
    parent,
    child,
    makeEmitter({ flow: 0 }, { id: 'still', bursts: [makeBurst('b', 0, 3)] }),
  ])
}

describe('pairs of forces, contacts, spaces, relays and lanes', () => {
  it('run without a broken number, keep caps, and seek to what steps give', () => {
    const rows = pairwise()
    expect(rows.length).toBeGreaterThan(150)
    rows.forEach((row, seed) => {
      const program = compile(effectOf(row, seed))
      const tape =
        seed % 3 === 0
          ? ([
              { tick: 0, do: 'move', x: 0 },
              { tick: 40, do: 'move', x: 120, rotate: 70, mirror: true },
              { tick: 50, do: 'surfaces', surfaces },
              {
                tick: 70,
                do: 'surfaces',
                surfaces: surfaces.map((s) => (s.kind === 'box' ? { ...s, x: s.x - 60 } : s)),
              },
            ] as const)
          : []
      const options = { seed, surfaces, tape, rotate: seed % 2 ? 20 : 0, mirror: seed % 5 === 1 }
      const stepped = createSimulation(program, options)
      while (stepped.tick < 75) {
        stepped.step()
        for (const node of stepped.nodes)
          if (node.alive > node.program.source.numbers.cap)
            throw new Error(`${JSON.stringify(row)}: over the cap`)
      }
      if (!INSTANCE_FLOATS_FINITE(stepped.frame(0.5)))
        throw new Error(`${JSON.stringify(row)}: a broken number`)
      const seeking = createSimulation(program, options)
      seeking.seek(110)
      seeking.seek(75)
      if (stateHash(seeking) !== stateHash(stepped))
        throw new Error(`${JSON.stringify(row)} (seed ${seed}): a seek differs from steps`)
      seeking.seekFully(75)
      expect(reportRun(seeking)).toEqual(reportRun(stepped))
    })
  }, 60_000)
})
