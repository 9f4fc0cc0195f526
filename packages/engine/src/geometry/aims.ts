/** Which way out particles go. */
import { type Aim, STREAMS } from '@gliv/model'
import { cosSinIn, sampleInto, type KeyColumns } from '../maths/index.ts'
import type { Spot } from './shapes.ts'

/** Where a drawn number arrives: a value that a function gives back may cost an object. */
const sampled = new Float64Array(1)

const turn = new Float64Array(2)

/** Numbers of the emitter that a birth reads, in a row of their own so that lanes can change them. */
export const READ = ['jitterX', 'jitterY', 'heading', 'fan', 'targetX', 'targetY', 'inherit'] as const
export const N = Object.fromEntries(READ.map((id, i) => [id, i])) as Readonly<
  Record<(typeof READ)[number], number>
>

/**
 * Writes a unit direction to `out`, as cos and sin, or leaves it alone where the aim has none, so that the heading
 * counts. `at` holds the target's place.
 */
type Aimer = (spot: Spot, out: Float64Array, at: Float64Array, keys: KeyColumns, i: number) => void

const toward = (x: number, y: number, out: Float64Array): void => {
  const length = Math.sqrt(x * x + y * y)
  if (length === 0) return
  out[0] = x / length
  out[1] = y / length
}

export const AIMERS = {
  direction: () => undefined,
  outward: (spot, out) => toward(spot.x, spot.y, out),
  inward: (spot, out) => toward(-spot.x, -spot.y, out),
  along: (spot, out) => toward(spot.tx, spot.ty, out),
  normal: (spot, out) => toward(spot.nx, spot.ny, out),
  towards: (spot, out, at) => toward(at[N.targetX]! - spot.x, at[N.targetY]! - spot.y, out),
  // A direction in space, seen from the front: even on the sphere, so that the speed on screen falls short by
  // √(1 − z²).
  ball: (_spot, out, _at, { keyHi, keyLo }, i) => {
    sampleInto(keyHi, keyLo, i, STREAMS.ball, 0, sampled)
    const z = 2 * sampled[0]! - 1
    const flat = Math.sqrt(1 - z * z)
    sampleInto(keyHi, keyLo, i, STREAMS.fan, 0, sampled)
    turn[0] = 360 * sampled[0]!
    cosSinIn(turn)
    out[0] = turn[0]! * flat
    out[1] = turn[1]! * flat
  },
} as const satisfies Record<Aim, Aimer>
