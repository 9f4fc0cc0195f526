/** Which way out particles go. */
import { type Aim, STREAMS } from '@gliv/model'
import { cosSinIn, SAMPLED, sampleInto, type KeyColumns } from '../maths/index.ts'
import type { Spot } from './shapes.ts'

/** A unit direction, as cos and sin; draws of a place go through here, too, before there is one. */
export const pair = new Float64Array(2)
const turn = new Float64Array(2)

/** Numbers of the emitter that a birth reads, in a row of their own so that lanes can change them. */
export const READ = ['jitterX', 'jitterY', 'heading', 'fan', 'targetX', 'targetY', 'inherit'] as const
export const N = Object.fromEntries(READ.map((id, i) => [id, i])) as Readonly<
  Record<(typeof READ)[number], number>
>

/**
 * Writes a unit direction to `pair`, or leaves it alone where the aim has none, so that the heading counts.
 * `at` holds the target's place.
 */
type Aimer = (spot: Spot, at: Float64Array, keys: KeyColumns, i: number) => void

const toward = (x: number, y: number): void => {
  const length = Math.sqrt(x * x + y * y)
  if (length === 0) return
  pair[0] = x / length
  pair[1] = y / length
}

export const AIMERS = {
  direction: () => undefined,
  outward: (spot) => toward(spot.x, spot.y),
  inward: (spot) => toward(-spot.x, -spot.y),
  along: (spot) => toward(spot.tx, spot.ty),
  normal: (spot) => toward(spot.nx, spot.ny),
  towards: (spot, at) => toward(at[N.targetX]! - spot.x, at[N.targetY]! - spot.y),
  // A direction in space, seen from the front: even on the sphere, so that the speed on screen falls short by
  // √(1 − z²).
  ball: (_spot, _at, { keyHi, keyLo }, i) => {
    sampleInto(keyHi, keyLo, i, STREAMS.ball, 0)
    const z = 2 * SAMPLED[0]! - 1
    const flat = Math.sqrt(1 - z * z)
    sampleInto(keyHi, keyLo, i, STREAMS.fan, 0)
    turn[0] = 360 * SAMPLED[0]!
    cosSinIn(turn)
    pair[0] = turn[0]! * flat
    pair[1] = turn[1]! * flat
  },
} as const satisfies Record<Aim, Aimer>
