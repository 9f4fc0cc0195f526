/**
 * What ends a particle before its life is over: near the centre of a pull, slower than a speed, off the view.
 */
import type { EmitterProgram } from '../../program/index.ts'
import { ENDED } from '../../state/index.ts'
import type { SimulationContext } from '../../input/index.ts'
import { effectiveVelocities } from '../step/effectiveVelocity.ts'
import { CentrePoint } from './centres.ts'
import { Reference } from '../step/reference.ts'
import type { StepScope } from '../step/stepScope.ts'

export class Endings {
  readonly #program: EmitterProgram
  readonly #centre: CentrePoint | null
  readonly #home: boolean
  readonly #view: { x: number; y: number; w: number; h: number } = { x: 0, y: 0, w: 0, h: 0 }
  readonly #before: { x: number; y: number; w: number; h: number } = { x: 0, y: 0, w: 0, h: 0 }
  readonly #after: Reference
  readonly #context: SimulationContext

  constructor(program: EmitterProgram, context: SimulationContext) {
    const { type, space } = program.source
    this.#program = program
    this.#context = context
    this.#home = type.pullTo === 'home'
    this.#centre =
      type.forces.includes('pull') && type.numbers.pullEnd > 0
        ? new CentrePoint(program, context, type.pullTo, 'pullX', 'pullY')
        : null
    this.#after = new Reference(context, space)
  }

  set(tick: number, scope: StepScope): void {
    this.#centre?.set(scope)
    if (!this.#program.source.type.endsOutside) return
    this.#after.set(tick)
    this.#context.tape.viewInto(Math.max(0, tick - 1), this.#before)
    this.#context.tape.viewInto(tick, this.#view)
  }

  apply(scope: StepScope): void {
    const { numbers, endsOutside } = this.#program.source.type
    if (this.#centre) this.#endAtCentre(scope, this.#centre, numbers.pullEnd * scope.reference.unit)
    if (numbers.slowEnd > 0) this.#endSlow(scope, numbers.slowEnd * scope.reference.unit)
    if (endsOutside) this.#endOutside(scope, numbers.outsideBy)
  }

  #endAtCentre({ pool, from, to }: StepScope, centre: CentrePoint, radius: number): void {
    const { x: nowX, y: nowY, lastX, lastY, homeX, homeY } = pool
    const home = this.#home
    for (let i = from; i < to; i++) {
      const x = home ? homeX[i]! : centre.x
      const y = home ? homeY[i]! : centre.y
      const ax = lastX[i]!
      const ay = lastY[i]!
      // One that was born there may leave first.
      if ((ax - x) * (ax - x) + (ay - y) * (ay - y) <= radius * radius) continue
      const dx = nowX[i]! - ax
      const dy = nowY[i]! - ay
      const square = dx * dx + dy * dy
      // Nearest that the way comes to the centre, as a share of it.
      const t = square > 0 ? Math.min(1, Math.max(0, ((x - ax) * dx + (y - ay) * dy) / square)) : 1
      const nx = ax + dx * t
      const ny = ay + dy * t
      if ((nx - x) * (nx - x) + (ny - y) * (ny - y) > radius * radius) continue
      nowX[i] = nx
      nowY[i] = ny
      pool.life[i] = ENDED
    }
  }

  #endSlow({ pool, from, to, end }: StepScope, least: number): void {
    const { x, y } = effectiveVelocities(this.#program, pool, from, to, end)
    for (let i = from, k = 0; i < to; i++, k++)
      if (x[k]! * x[k]! + y[k]! * y[k]! < least * least) pool.life[i] = ENDED
  }

  /** On the way out only, so that what is born outside may come in. */
  #endOutside({ pool, from, to, reference }: StepScope, by: number): void {
    const before = reference.toWorld
    const after = this.#after.toWorld
    for (let i = from; i < to; i++) {
      const lx = pool.lastX[i]!
      const ly = pool.lastY[i]!
      if (
        !inside(
          this.#before,
          by,
          before.a * lx + before.c * ly + before.e,
          before.b * lx + before.d * ly + before.f,
        )
      )
        continue
      const x = pool.x[i]!
      const y = pool.y[i]!
      if (!inside(this.#view, by, after.a * x + after.c * y + after.e, after.b * x + after.d * y + after.f))
        pool.life[i] = ENDED
    }
  }
}

const inside = (
  view: { x: number; y: number; w: number; h: number },
  by: number,
  x: number,
  y: number,
): boolean => x >= view.x - by && x <= view.x + view.w + by && y >= view.y - by && y <= view.y + view.h + by
