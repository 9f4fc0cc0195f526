/** How the deckhand moves: walks, jumps, falls, dashes, is thrown. */
import type { Keys } from './keys.ts'
import { type Ground, WORLD } from './places.ts'

export const TICK = 1 / 60
const GRAVITY = 820
const WALK = 112
const JUMP = 300
const DASH = 330
const DASH_TICKS = 14
const SWING_TICKS = 20
/** The tick of a swing at which the hook strikes. */
export const STRIKES_AT = 12
const HALF = 7
const TALL = 36

/** What happened to the deckhand in a tick. */
export interface Steps {
  /** Speed of a landing, px/s; 0 for none. */
  readonly landed: number
  readonly dashEnded: boolean
  readonly strikes: boolean
}

export class Walker {
  x: number
  y: number
  vx = 0
  vy = 0
  facing: 1 | -1 = 1
  ground: Ground | null = null
  swing = 0
  dash = 0
  hurt = 0
  /** What the deckhand carries makes slow. */
  carries = false
  /** At the wheel the feet stand still. */
  steers = false
  /** Ticks since a landing; for the picture. */
  sinceLanding = 99
  before = { x: 0, y: 0 }

  constructor(x: number, y: number) {
    this.x = x
    this.y = y
  }

  step(keys: Keys, grounds: readonly Ground[], ride: number): Steps {
    this.before = { x: this.x, y: this.y }
    this.sinceLanding++
    if (this.hurt > 0) this.hurt--
    const dashed = this.dash
    this.#choose(keys)
    this.#swings(keys)
    this.x = Math.min(WORLD.right - HALF, Math.max(WORLD.left + HALF, this.x + this.vx * TICK + ride))
    const landed = this.#fall(keys, grounds)
    this.#keepOut(grounds)
    return { landed, dashEnded: dashed === 1, strikes: this.swing === SWING_TICKS - STRIKES_AT }
  }

  #choose(keys: Keys): void {
    if (this.hurt > 30) return
    const way = this.steers ? 0 : Number(keys.holds('right')) - Number(keys.holds('left'))
    if (way !== 0 && this.swing === 0) this.facing = way as 1 | -1
    this.#dashes(keys)
    const wanted = this.dash > 0 ? this.facing * DASH : way * WALK * (this.carries ? 0.7 : 1)
    this.vx += (wanted - this.vx) * (this.ground ? 0.35 : 0.12)
    this.#jumps(keys)
  }

  #jumps(keys: Keys): void {
    if (!keys.pressed('up') || !this.ground || this.steers) return
    this.vy = -JUMP * (this.carries ? 0.85 : 1)
    this.ground = null
  }

  #dashes(keys: Keys): void {
    if (this.dash > 0) this.dash--
    else if (keys.pressed('dash') && !this.steers && this.ground) this.dash = DASH_TICKS
  }

  #swings(keys: Keys): void {
    if (this.swing > 0) this.swing--
    else if (keys.pressed('hook') && !this.carries && !this.steers) this.swing = SWING_TICKS
  }

  /** @returns the speed of a landing */
  #fall(keys: Keys, grounds: readonly Ground[]): number {
    const foot = this.y
    this.vy += GRAVITY * TICK
    const next = foot + this.vy * TICK
    const drops = keys.holds('down')
    const under = grounds.find(
      (ground) =>
        this.vy >= 0 &&
        !(drops && ground.oneWay) &&
        this.x > ground.x - HALF &&
        this.x < ground.x + ground.w + HALF &&
        foot <= ground.y + 2 &&
        next >= ground.y,
    )
    const speed = this.vy
    const fell = this.ground === null
    this.y = under ? under.y : next
    this.ground = under ?? null
    if (!under) return 0
    this.vy = 0
    if (!fell || speed < 60) return 0
    this.sinceLanding = 0
    return speed
  }

  /** Walls push out sideways. */
  #keepOut(grounds: readonly Ground[]): void {
    for (const { x, y, w, h, oneWay } of grounds) {
      if (oneWay || this.y <= y + 1 || this.y - TALL >= y + h) continue
      if (this.x <= x - HALF || this.x >= x + w + HALF) continue
      this.x = this.x < x + w / 2 ? x - HALF : x + w + HALF
      this.vx = 0
    }
  }

  /** Thrown away from a place. */
  throwFrom(x: number): void {
    this.vx = this.x < x ? -190 : 190
    this.vy = -170
    this.hurt = 60
    this.ground = null
    this.swing = this.dash = 0
  }

  /** Where the hand is. */
  get hand(): readonly [x: number, y: number] {
    const k = this.swing > 0 ? (this.swing > SWING_TICKS - STRIKES_AT ? 0 : 1) : 2
    const [x, y] = (
      [
        [-10, -33],
        [14, -27],
        [7, -21],
      ] as const
    )[k]!
    return [this.x + x * this.facing, this.y + y]
  }
}
