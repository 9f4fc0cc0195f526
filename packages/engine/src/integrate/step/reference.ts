/** Where an emitter's own space lies against the effect's and the world's, at one moment. */
import type { Space } from '@gliv/model'
import { emptyPose, type MutableView, PoseTransform } from '../../geometry/index.ts'
import type { SimulationContext } from '../../input/index.ts'

/** x' = a·x + c·y + e, y' = b·x + d·y + f. */
export interface Affine {
  a: number
  b: number
  c: number
  d: number
  e: number
  f: number
}

const identity = (): Affine => ({ a: 1, b: 0, c: 0, d: 1, e: 0, f: 0 })

const set = (m: Affine, a: number, b: number, c: number, d: number, e: number, f: number): void => {
  m.a = a
  m.b = b
  m.c = c
  m.d = d
  m.e = e
  m.f = f
}

const transform = new PoseTransform()

export class Reference {
  /** Own px for one px of the effect. */
  unit = 1
  readonly pose = emptyPose()
  readonly view: MutableView = { x: 0, y: 0, w: 0, h: 0 }
  readonly toWorld = identity()
  readonly toLocal = identity()
  /** Places of the effect → own. */
  readonly fromLocal = identity()
  /** Directions without their length: of the world, and of the effect, in own axes. */
  readonly fromWorldTurn = identity()
  readonly fromLocalTurn = identity()
  readonly #context: SimulationContext
  readonly #space: Space
  #known = false

  constructor(context: SimulationContext, space: Space) {
    this.#context = context
    this.#space = space
  }

  /** Reads the tape at a moment in ticks. */
  set(ticks: number): void {
    const { tape } = this.#context
    if (this.#known && tape.still && this.#space !== 'pinned') return
    this.#known = true
    const { pose } = this
    tape.poseInto(ticks, pose)
    transform.set(pose)
    const { cos: c, sin: s, side: sign, scale: k } = transform
    if (this.#space === 'carried') {
      this.unit = 1
      set(this.toWorld, sign * c * k, sign * s * k, -s * k, c * k, pose.x, pose.y)
      set(this.fromWorldTurn, sign * c, -s, sign * s, c, 0, 0)
      return
    }
    const pinned = this.#space === 'pinned'
    if (pinned) tape.viewInto(ticks, this.view)
    const left = pinned ? this.view.x : 0
    const top = pinned ? this.view.y : 0
    this.unit = k
    set(this.toWorld, 1, 0, 0, 1, left, top)
    set(this.fromLocalTurn, sign * c, sign * s, -s, c, 0, 0)
    set(this.fromLocal, sign * c * k, sign * s * k, -s * k, c * k, pose.x - left, pose.y - top)
    const dx = left - pose.x
    const dy = top - pose.y
    set(
      this.toLocal,
      (sign * c) / k,
      -s / k,
      (sign * s) / k,
      c / k,
      (sign * (c * dx + s * dy)) / k,
      (c * dy - s * dx) / k,
    )
  }
}
