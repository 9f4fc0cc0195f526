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
      for (let i = from; i < to; i++) {
        sampleInto(pool.keyHi, pool.keyLo, i, STREAMS.swayPhase, 0, sampled)
        const phase = sampled[0]! * numbers.swayPhase
        const age = end - pool.born[i]!
        const before = start - pool.born[i]!
        const life = pool.life[i]!
        wave[0] = 360 * (rate * before + phase)
        cosSinIn(wave)
        const from0 = wave[1]! * lifeAt(ramp, before, life)
        wave[0] = 360 * (rate * age + phase)
        cosSinIn(wave)
        const r = lifeAt(ramp, age, life)
        const by = wave[1]! * r - from0
        const speed = TURN * rate * wave[0]! * r
        wayX[i]! += sx * by
        wayY[i]! += sy * by
        pool.addedVx[i]! += sx * speed
        pool.addedVy[i]! += sy * speed
      }
    },
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
