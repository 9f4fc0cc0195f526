/**
 * Last Ferry's small world, tick by tick: a deckhand, a boat, crates to bring across. It knows no screen; what happens
 * in it is said to `Happenings`.
 */
import { Boat } from './boat.ts'
import { Cargo, type Fate } from './cargo.ts'
import { ERRANDS, isAtWinch } from './errands.ts'
import { type Happenings, type Held } from './happenings.ts'
import { Hours } from './hours.ts'
import type { Keys } from './keys.ts'
import {
  AWNING,
  COINS,
  type Ground,
  PIER,
  POST,
  QUAY,
  SPOTS,
  surfacesOf,
  TARRED,
  WATER,
  YARD,
} from './places.ts'
import { type Steps, TICK, Walker } from './walker.ts'

/** A landing from this speed on, px/s, is heard; from the next a fall; from the last one stumbles. */
const LANDINGS = { step: 180, fall: 350, stumble: 440 } as const
const HEARTS = 3
/** Seconds from the last blow on tarred cargo to its end, and how far that reaches. */
const FUSE_TICKS = 70
const BLAST_REACH = 120
const SLIP = 110

interface Treasure {
  readonly x: number
  readonly y: number
  /** Ticks until it is there again; 0: it is. */
  away: number
}

const held = (happenings: Happenings) => ({
  lamp: happenings.held('lamp'),
  smoke: happenings.held('smoke'),
  steam: happenings.held('steam'),
  wake: happenings.held('wake'),
  thruster: happenings.held('thruster'),
  torch: happenings.held('torch'),
  moths: happenings.held('moths'),
  eddy: happenings.held('eddy'),
  seeds: happenings.held('seeds'),
  rain: happenings.held('rain'),
  storm: happenings.held('storm'),
})

export class Game {
  readonly hand = new Walker(-640, TARRED.y)
  readonly boat = new Boat()
  readonly hours = new Hours()
  readonly cargo: readonly Cargo[] = [
    ...SPOTS.crates.map((x) => new Cargo('crate', x, QUAY.y)),
    ...SPOTS.kegs.map((x) => new Cargo('keg', x, PIER.y)),
  ]
  readonly coins: Treasure[] = COINS.map(([x, y]) => ({ x, y, away: 0 }))
  carried: Cargo | null = null
  hearts = HEARTS
  score = 0
  brought = 0
  torch = false
  /** Ticks until the tarred cargo is there again; 0: it is. */
  tarredAway = 0
  #blows = 0
  #fuse = 0
  #lampNear = 0
  #ticks = 0
  #wet = 0
  #winchTicks = 0
  #wasAtPier = false
  /** Ticks for which the screen stands still. */
  frozen = 0
  readonly #happenings: Happenings
  readonly #held: Readonly<Record<keyof ReturnType<typeof held>, Held>>

  constructor(happenings: Happenings) {
    this.#happenings = happenings
    this.#held = held(happenings)
    happenings.setSurfaces(surfacesOf(this.#moving))
  }

  /** What can be done here with the hand; null for nothing. */
  get errand(): string | null {
    if (isAtWinch(this) && !this.carried) return 'hold to haul the boat in'
    return ERRANDS.find((one) => one.when(this))?.says ?? null
  }

  get #moving(): readonly Ground[] {
    return [...this.boat.grounds, ...(this.tarredAway > 0 ? [] : [TARRED])]
  }

  step(keys: Keys): void {
    if (this.frozen > 0) {
      this.frozen--
      return
    }
    this.#ticks++
    this.hours.step(keys)
    const hauls = keys.holds('act') && isAtWinch(this) && !this.carried
    const helm = this.hand.steers ? Number(keys.holds('right')) - Number(keys.holds('left')) : 0
    this.boat.step(helm, hauls ? 34 : 0)
    const ride = this.boat.x - this.boat.before
    this.#deckhand(keys, ride)
    for (const one of this.cargo) this.#fate(one, one.step([...this.#moving, QUAY, PIER], ride))
    this.#winch(hauls)
    this.#tarred()
    this.#treasures()
    if (ride !== 0) this.#happenings.setSurfaces(surfacesOf(this.#moving))
    this.#lasting(helm)
  }

  #deckhand(keys: Keys, ride: number): void {
    const { hand } = this
    const onBoat = hand.ground?.id === 'deck' || hand.ground?.id === 'cabin'
    const steps = hand.step(keys, [QUAY, PIER, AWNING, YARD, POST, ...this.#moving], onBoat ? ride : 0)
    this.#lands(steps)
    if (steps.strikes) this.#strike()
    this.#presses(keys)
    if (this.carried) [this.carried.x, this.carried.y] = [hand.x, hand.y - 26]
    if (hand.y > WATER + 26) this.#overboard()
  }

  /** What is done once a press. */
  #presses(keys: Keys): void {
    const { hand } = this
    if (keys.pressed('act')) ERRANDS.find((one) => one.when(this))?.does(this)
    if (keys.pressed('hook') && this.carried) this.letGo(hand.facing * 230, -190)
    if (keys.pressed('slip') && !hand.steers) this.slipTo(hand.x + hand.facing * SLIP, hand.y)
    if (keys.pressed('torch')) this.torch = !this.torch
    if (!keys.pressed('flare')) return
    const knobs = this.brought > 0 ? { colour: '#ffb47a' } : {}
    this.say('signal', hand.x + hand.facing * 24, hand.y - 140, { knobs })
  }

  say(
    name: Parameters<Happenings['say']>[0],
    x: number,
    y: number,
    more: Parameters<Happenings['say']>[1] = {},
  ): void {
    this.#happenings.say(name, { x, y, mirror: this.hand.facing < 0, ...more })
  }

  #lands({ landed, dashEnded }: Steps): void {
    const { x, y, ground } = this.hand
    if (dashEnded && ground) this.say('stumble', x, y, { strength: 0.7 })
    if (landed === 0) return
    if (Math.abs(x - SPOTS.mud) < 34) this.say('mud', x, y - 4)
    else if (landed >= LANDINGS.stumble) {
      this.say('stumble', x, y, { strength: Math.min(1.6, landed / 460) })
      this.hand.sinceLanding = 0
    } else if (landed >= LANDINGS.fall) this.say('fall', x, y, { strength: Math.min(1.4, landed / 400) })
    else if (landed >= LANDINGS.step) this.say('land', x, y, { strength: Math.min(1.4, landed / 300) })
  }

  /** The boat-hook strikes what is before it. */
  #strike(): void {
    const { hand } = this
    const reach = hand.x + hand.facing * 30
    this.say('swipe', ...hand.hand)
    const isHit = (x: number, y: number, half: number): boolean =>
      Math.abs(x - reach) < half + 16 && Math.abs(y - hand.y) < 34
    for (const one of this.cargo) if (one.where === 'lies' && isHit(one.x, one.y, 12)) this.#break(one)
    if (isHit(SPOTS.strawMan, QUAY.y, 12)) this.say('mud', SPOTS.strawMan, QUAY.y - 26)
    if (this.tarredAway === 0 && isHit(TARRED.x + TARRED.w / 2, QUAY.y, TARRED.w / 2)) this.#blows++
    if (this.#blows >= 3 && this.#fuse === 0) this.#fuse = FUSE_TICKS
  }

  #break(one: Cargo): void {
    this.say(one.kind === 'keg' ? 'keg' : 'break', one.x, one.y - 11)
    one.become('gone')
  }

  take(one: Cargo): void {
    this.carried = one
    one.become('carried')
    this.hand.carries = true
  }

  letGo(vx: number, vy: number): void {
    const one = this.carried
    if (!one) return
    this.carried = null
    this.hand.carries = false
    one.x = this.hand.x + this.hand.facing * 16
    one.y = this.hand.y - (vy === 0 ? 6 : 24)
    one.throwBy(vx, vy)
  }

  #fate(one: Cargo, fate: Fate): void {
    if (fate === 'breaks') this.#break(one)
    else if (fate === 'sinks') this.say('sink', one.x, WATER + 4)
    else if (fate === 'rises') this.say('rise', one.x, WATER + 4)
    else if (fate === 'is there') {
      this.brought++
      this.score += 3
      this.say('coin', one.x, one.y - 24)
    } else if (fate === 'lands' && one.kind === 'crate') {
      this.say('land', one.x, one.y, { strength: 0.6 })
      if (Math.abs(one.x - SPOTS.delivery) < 34 && one.y === PIER.y) {
        one.become('delivered')
        this.say('gather', one.x, one.y - 12)
      }
    }
  }

  /** To another place at once. */
  slipTo(x: number, y: number): void {
    const { hand } = this
    const from = hand.x
    hand.x = Math.min(860, Math.max(-840, x))
    hand.y = y
    hand.vy = 0
    hand.before = { x: hand.x, y: hand.y }
    const near = Math.abs(hand.x - from) < 200
    this.say('slip', from, y - 20, near ? { mirror: false, anchorB: { x: hand.x, y: y - 20 } } : {})
    if (!near) this.say('slip', hand.x, y - 20)
  }

  #overboard(): void {
    const { hand } = this
    this.say('sink', hand.x, WATER + 4)
    this.#hurt(hand.x)
    this.letGo(0, 1)
    hand.steers = false
    const [x, y] = hand.x < 0 ? [-424, QUAY.y] : [430, PIER.y]
    this.slipTo(x, y)
    this.say('rise', x + (x < 0 ? 40 : -40), WATER + 4)
    hand.vx = 0
  }

  #hurt(from: number): void {
    if (this.hand.hurt > 0) return
    this.hand.throwFrom(from)
    this.letGo(0, -60)
    this.hand.steers = false
    this.hearts--
    if (this.hearts > 0) return
    this.hearts = HEARTS
    this.slipTo(-640, TARRED.y - 4)
  }

  /** Sparks between the posts while the winch is worked, and now and then by night in the rain. */
  #winch(hauls: boolean): void {
    const live = hauls || (this.hours.night > 0.6 && this.hours.wet > 0.3)
    this.#winchTicks = live ? this.#winchTicks + 1 : 0
    if (this.#winchTicks % (hauls ? 72 : 200) === 12)
      this.say('short circuit', (SPOTS.winch + SPOTS.secondPost) / 2, SPOTS.winchTop, { mirror: false })
  }

  /** Three blows or a torch held near: a fuse burns, then it goes up. */
  #tarred(): void {
    const middle = TARRED.x + TARRED.w / 2
    const { hand } = this
    if (this.tarredAway > 0) {
      if (--this.tarredAway === 0) this.#happenings.setSurfaces(surfacesOf(this.#moving))
      return
    }
    const isNear = Math.abs(hand.x - middle) < 44 && hand.y > TARRED.y
    this.#lampNear = this.torch && isNear ? this.#lampNear + 1 : 0
    if (this.#lampNear > 80 && this.#fuse === 0) this.#fuse = FUSE_TICKS
    if (this.#fuse === 0 || --this.#fuse > 0) return
    this.#blows = this.#lampNear = 0
    this.tarredAway = 900
    this.say('blast', middle, QUAY.y - 24, { mirror: false })
    this.#happenings.setSurfaces(surfacesOf(this.#moving))
    if (Math.abs(hand.x - middle) < BLAST_REACH) this.#hurt(middle)
  }

  /** Whether a fuse burns. */
  get hisses(): boolean {
    return this.#fuse > 0
  }

  #treasures(): void {
    const { hand, boat } = this
    for (const one of this.coins) {
      if (one.away > 0) one.away--
      else if (Math.abs(one.x - hand.x) < 14 && Math.abs(one.y - (hand.y - 20)) < 26) {
        one.away = 1500
        this.score++
        this.say('coin', one.x, one.y)
      }
    }
    const arrives = boat.isAtPier && !this.#wasAtPier
    this.#wasAtPier = boat.isAtPier
    if (arrives && this.#ticks > 60) this.say('volley', boat.x + 40, -70, { mirror: false })
  }

  /** All that goes on for a while. */
  #lasting(helm: number): void {
    const { hand, boat, hours } = this
    const { lamp, smoke, steam, wake, thruster, torch, moths, eddy, seeds, rain, storm } = this.#held
    const at = ([x, y]: readonly [number, number]): { x: number; y: number; mirror: boolean } => ({
      ...{ x, y: y + boat.rock, mirror: false },
    })
    const lit = boat.heat > 0
    const way = boat.v < 0 ? -1 : 1
    const [stoveX, stoveY] = boat.stove
    lamp.set(lit, { ...at([stoveX, stoveY - 10]), scale: 0.55, knobs: { heat: boat.heat } })
    smoke.set(lit, at(boat.funnel))
    steam.set(boat.heat > 0.6, at([boat.x - 20, boat.funnel[1] + 10]))
    wake.set(Math.abs(boat.v) > 10, { ...at(boat.end(-way)), mirror: way < 0 })
    thruster.set(helm !== 0 && lit, { ...at(boat.end(-helm)), mirror: helm < 0 })
    const [x, y] = hand.hand
    torch.set(this.torch, { x, y, knobs: { heat: Math.min(1, 0.35 + Math.abs(hand.vx) / 200) } })
    moths.set(hours.night > 0.5, { x: SPOTS.lantern, y: PIER.y - 64 })
    eddy.set(true, { x: SPOTS.eddy, y: WATER + 16 })
    seeds.set(hours.night < 0.35 && hours.wet < 0.1, { x: 0, y: 0 })
    this.#wet = hours.wet
    rain.set(this.#wet > 0.05, { x: 0, y: 0, knobs: { wetness: this.#wet } })
    storm.set(hours.storms, { x: 0, y: 0 })
  }
}

/** Ticks a second, and seconds a tick. */
export { TICK }
