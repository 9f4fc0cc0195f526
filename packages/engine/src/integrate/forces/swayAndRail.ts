/** Ways that are laid on top of a particle's own: sway and rail. */
import { STREAMS } from '@gliv/model'
import { cosSinIn, sampleInto } from '../../maths/index.ts'
import { flattenPath, pathPlaceInto, type PathPlace } from '../../geometry/index.ts'
import { type CompiledRamp, compileRamp, rampAt } from '../../appearance/index.ts'
import { directionInto } from '../step/headings.ts'
import { rampOfForce } from '../../program/index.ts'
import type { ForceMaker, StepScope } from '../step/stepScope.ts'

/** Where a drawn number arrives: a value that a function gives back may cost an object. */
const sampled = new Float64Array(1)

const way = new Float64Array(2)
const wave = new Float64Array(2)

const lifeAt = (ramp: CompiledRamp | null, age: number, life: number): number =>
  ramp === null ? 1 : rampAt(ramp, age <= 0 ? 0 : age >= life ? 1 : age / life)

/**
 * A rhythmic swing: the place is amplitude × ramp × sin(2π(rate × age + phase)) off, counted from the birth.
 */
export const sway: ForceMaker = ({ source }) => {
  const { numbers, axes } = source.type
  const ramp = rampOfForce(source, 'sway')
  const rate = numbers.swayRate
  let sx = 0
  let sy = 0
  return {
    set: ({ reference }) => {
      directionInto(numbers.swayHeading, axes.sway, source.space, reference, way)
      sx = way[0]! * numbers.sway * reference.unit
      sy = way[1]! * numbers.sway * reference.unit
    },
    apply: ({ pool, from, to, start, end, wayX, wayY }) => {
      reserveSwings(to - from)
      const { phase, before, after, rise } = swings
      for (let i = from, k = 0; i < to; i++, k++) {
        sampleInto(pool.keyHi, pool.keyLo, i, STREAMS.swayPhase, 0, sampled)
        phase[k] = sampled[0]! * numbers.swayPhase
      }
      for (let i = from, k = 0; i < to; i++, k++) {
        before[k] = 360 * (rate * (start - pool.born[i]!) + phase[k]!)
        after[k] = 360 * (rate * (end - pool.born[i]!) + phase[k]!)
      }
      sinesOf(before, to - from)
      cosSinesOf(after, rise, to - from)
      for (let i = from, k = 0; i < to; i++, k++) {
        const life = pool.life[i]!
        const r = lifeAt(ramp, end - pool.born[i]!, life)
        const by = after[k]! * r - before[k]! * lifeAt(ramp, start - pool.born[i]!, life)
        const speed = TURN * rate * rise[k]! * r
        wayX[i]! += sx * by
        wayY[i]! += sy * by
        pool.addedVx[i]! += sx * speed
        pool.addedVy[i]! += sy * speed
      }
    },
  }
}

/** Of the particles of a pass, one thought a loop: what one function did for each would cost objects. */
let swings: Readonly<Record<'phase' | 'before' | 'after' | 'rise', Float64Array>> = {
  phase: new Float64Array(0),
  before: new Float64Array(0),
  after: new Float64Array(0),
  rise: new Float64Array(0),
}

const reserveSwings = (count: number): void => {
  if (count <= swings.phase.length) return
  const column = (): Float64Array => new Float64Array(Math.max(count, 2 * swings.phase.length))
  swings = { phase: column(), before: column(), after: column(), rise: column() }
}

/** Degrees become their sines. */
const sinesOf = (degrees: Float64Array, count: number): void => {
  for (let k = 0; k < count; k++) {
    wave[0] = degrees[k]!
    cosSinIn(wave)
    degrees[k] = wave[1]!
  }
}

/** Degrees become their sines, and their cosines are written beside. */
const cosSinesOf = (degrees: Float64Array, cosines: Float64Array, count: number): void => {
  for (let k = 0; k < count; k++) {
    wave[0] = degrees[k]!
    cosSinIn(wave)
    cosines[k] = wave[0]!
    degrees[k] = wave[1]!
  }
}

const TURN = Math.PI * 2

/**
 * Follows a path of the effect, by a ramp over the age or as fast as the particle itself is; its birth offset
 * is kept, or gathered.
 */
export const rail: ForceMaker = ({ source }) => {
  const { numbers, rail: path, railMode, forceRamps } = source.type
  const flat = flattenPath(path, true)
  const ramp = forceRamps.rail ? compileRamp(forceRamps.rail) : null
  const { railGather: gather } = numbers
  const here: PathPlace = { x: 0, y: 0, tx: 1, ty: 0 }
  const there: PathPlace = { x: 0, y: 0, tx: 1, ty: 0 }
  const shareAt = (age: number, life: number): number => {
    const u = age <= 0 ? 0 : age >= life ? 1 : age / life
    return ramp ? rampAt(ramp, u) : u
  }
  /** Share of the birth offset that is left at life `u`. */
  const offsetLeft = (age: number, life: number): number =>
    gather === 0 ? 1 : Math.max(0, 1 - age / (life * gather))
  const nextShare = (scope: StepScope, i: number): number => {
    const { pool, seconds, reference } = scope
    if (railMode === 'age') return shareAt(scope.end - pool.born[i]!, pool.life[i]!)
    const vx = pool.vx[i]!
    const vy = pool.vy[i]!
    const speed = Math.sqrt(vx * vx + vy * vy)
    const share = pool.rail[i]! + (flat.length > 0 ? (speed * seconds) / (flat.length * reference.unit) : 0)
    return flat.closed ? share - Math.floor(share) : Math.min(1, share)
  }
  return {
    set: () => undefined,
    apply: (scope) => {
      const { pool, from, to, start, end, seconds, wayX, wayY, reference } = scope
      const m = reference.fromLocal
      for (let i = from; i < to; i++) {
        const age = start - pool.born[i]!
        const share = nextShare(scope, i)
        pathPlaceInto(flat, railMode === 'age' ? shareAt(age, pool.life[i]!) : pool.rail[i]!, here)
        pathPlaceInto(flat, share, there)
        pool.rail[i] = share
        let x = m.a * (there.x - here.x) + m.c * (there.y - here.y)
        let y = m.b * (there.x - here.x) + m.d * (there.y - here.y)
        if (gather > 0) {
          const left = offsetLeft(age, pool.life[i]!)
          const lost = left > 0 ? 1 - offsetLeft(end - pool.born[i]!, pool.life[i]!) / left : 1
          x -= (pool.x[i]! - (m.a * here.x + m.c * here.y + m.e)) * lost
          y -= (pool.y[i]! - (m.b * here.x + m.d * here.y + m.f)) * lost
        }
        wayX[i]! += x
        wayY[i]! += y
        if (seconds > 0) {
          pool.addedVx[i]! += x / seconds
          pool.addedVy[i]! += y / seconds
        }
      }
    },
  }
}
