/**
 * A run of a stage without its effects: what its actors do, what happens, and which effects start, tick by tick. It is
 * a function of stage, recording and cues alone, and goes on from where it is.
 */
import {
  type Actor,
  ACTOR_KEYS,
  type ActorKey,
  type ActorKind,
  type Cue,
  type EventKind,
  keyBit,
  type StageEvent,
  type Surface,
} from '@gliv/model'
import { type ActorNow, type ActorTick, type Happening, setState, startOf } from './actorNow.ts'
import { Bodies } from './bodies.ts'
import { drawOf } from './chance.ts'
import { CueDispatch, type CueEffect, type Started } from './cues.ts'
import type { ScreenMoment } from './screen.ts'
import { stepFlyer, stepRoamer, stepTarget, stepThrown } from './movers.ts'
import { stepWalker } from './walker.ts'
import { alongWay, roundTicks } from './way.ts'

/** What a run is made of. */
export interface StageSetup {
  /** Ticks per second. */
  readonly rate: number
  readonly surfaces: readonly Surface[]
  readonly actors: readonly Actor[]
  readonly events: readonly StageEvent[]
  readonly cues: Readonly<Record<string, Cue>>
  readonly effectOf: (id: string) => CueEffect | null
  /** Pictures a second of the clip of an actor's state; 12 without one. */
  readonly clipRate?: (actor: string, state: string) => number
}

/** Keys that are held, as bits, each from its tick on. */
export type Presses = readonly (readonly [tick: number, keys: number])[]

/** An effect that plays because of what happened. */
export interface Firing extends Started {
  /** The sentence that it comes from. */
  readonly event: string
  /** What it follows: an actor's point, or a way; null when it stays where it was. */
  readonly follows:
    | { readonly actor: string; readonly point: string | null }
    | { readonly way: StageEvent; readonly ticks: number }
    | null
  readonly x: number
  readonly y: number
  readonly mirror: boolean
  /** Tick at which it was let go; Infinity until then. */
  stopTick: number
  /** Tick at which nothing of it lives any more, as far as it is known. */
  endTick: number
  /** A freeze of the screen holds it, too. */
  readonly freezes: boolean
}

const STEPPERS = {
  walker: stepWalker,
  roamer: stepRoamer,
  flyer: stepFlyer,
  target: stepTarget,
  thrown: stepThrown,
} as const satisfies Record<ActorKind, (at: ActorTick) => void>

/** How far an attack reaches, px, and after how many seconds it does. */
const ATTACK = { reach: 44, after: 0.1 } as const
/** How near to a place is at it, px. */
const NEAR = 12
/** Below this, in px under where it began, an actor starts again. */
const ABYSS = 6000

interface Held {
  readonly event: string
  readonly stop: (tick: number) => void
  readonly firings: readonly Firing[]
}

export class Track {
  readonly setup: StageSetup
  readonly firings: Firing[] = []
  /** What happened, with its tick. */
  readonly happenings: (Happening & { readonly tick: number })[] = []
  /** What the screen does, in the order in which it was set off. */
  readonly screens: (ScreenMoment & { readonly firing: Firing })[] = []
  /** Freezes to come: what stands after their tick stands still. */
  #freezes: { readonly after: number; readonly ticks: number; readonly firing: Firing }[] = []
  /** Ticks that still stand still. */
  #still = 0
  /** How many ticks have stood still up to each. */
  readonly #heldAt: number[] = []
  #answered = -1
  /** Each actor at each tick. */
  readonly #past = new Map<string, ActorNow[]>()
  readonly #now = new Map<string, ActorNow>()
  readonly #bodies: Bodies
  readonly #dispatch: CueDispatch
  #keys = 0
  #held: Held[] = []
  #near = new Set<string>()
  tick = -1

  constructor(setup: StageSetup) {
    this.setup = setup
    this.#bodies = new Bodies(setup.surfaces)
    this.#dispatch = new CueDispatch(setup.cues, setup.effectOf)
    for (const actor of setup.actors) {
      this.#now.set(actor.id, startOf(actor))
      this.#past.set(actor.id, [])
    }
  }

  /** An actor at a tick that was stepped; null when there is none. */
  actorAt(id: string, tick: number): ActorNow | null {
    return this.#past.get(id)?.[Math.max(0, Math.min(this.tick, tick))] ?? null
  }

  /** Where a point of an actor is at a tick, world px. */
  pointAt(id: string, point: string | null, tick: number): readonly [x: number, y: number] {
    const now = this.actorAt(id, tick) ?? this.#now.get(id)
    const actor = this.setup.actors.find((one) => one.id === id)
    return now && actor ? placeOf(actor, now, point, this.#frameOf(actor, now, tick)) : [0, 0]
  }

  /** The latest tick up to one at which an actor began to do something; undefined when it never did. */
  lastBegin(id: string, state: string, tick: number): number | undefined {
    const past = this.#past.get(id)
    for (let at = Math.min(tick, this.tick); past && at >= 0; at--)
      if (past[at]!.state === state && past[at]!.since === at) return at
    return undefined
  }

  /** Where a firing is at a tick, world px. */
  placeOf({ x, y, tick: start, follows }: Firing, tick: number): readonly [x: number, y: number] {
    if (!follows || tick < start) return [x, y]
    return 'way' in follows
      ? alongWay(follows.way, (tick - start) / follows.ticks)
      : this.pointAt(follows.actor, follows.point, tick)
  }

  /** The latest tick up to one at which somebody was hurt or struck. */
  lastShock(tick: number): number | undefined {
    return this.happenings.findLast(
      (one) => one.tick <= tick && (one.kind === 'hurt' || one.kind === 'strikes'),
    )?.tick
  }

  #frameOf(actor: Actor, now: ActorNow, tick: number): number {
    const rate = this.setup.clipRate?.(actor.id, now.state) ?? 12
    return Math.floor(((tick - now.since) * rate) / this.setup.rate)
  }

  /** Ticks up to one at which actors and recording stood still. */
  heldBy(tick: number): number {
    return this.#heldAt[Math.min(tick, this.tick)] ?? 0
  }

  /** Ticks of the recording that were played. */
  get played(): number {
    return this.tick - this.heldBy(this.tick)
  }

  /** Steps until a tick of a recording, with its keys. */
  run(to: number, presses: Presses): void {
    let k = presses.findLastIndex(([tick]) => tick <= this.played)
    while (this.played < to) {
      while (k + 1 < presses.length && presses[k + 1]![0] <= this.played + 1) k++
      this.step(k >= 0 ? presses[k]![1] : 0)
    }
  }

  /** One tick with these keys held. */
  step(keys: number): void {
    this.tick++
    if (this.#standsStill()) return
    const pressed = keys & ~this.#keys
    const released = this.#keys & ~keys
    this.#keys = keys
    const happened: Happening[] = []
    for (const actor of this.setup.actors) this.#stepActor(actor, keys, pressed, happened)
    this.#strike(happened)
    for (const one of happened) this.happenings.push({ ...one, tick: this.tick })
    for (const event of this.setup.events) if (!event.muted) this.#answer(event, happened, pressed, released)
    this.#answered = this.tick
    for (const [id, past] of this.#past) past.push({ ...this.#now.get(id)! })
  }

  /** Whether a freeze of the screen holds this tick: then only the effects go on. */
  #standsStill(): boolean {
    const due = this.#freezes.filter(({ after }) => after < this.tick)
    for (const { ticks, after, firing } of due) if (firing.stopTick >= after) this.#still += ticks
    this.#freezes = this.#freezes.filter((freeze) => !due.includes(freeze))
    const still = this.#still > 0
    this.#heldAt.push(this.heldBy(this.tick - 1) + (still ? 1 : 0))
    if (!still) return false
    this.#still--
    for (const firing of this.firings) if (firing.freezes && firing.endTick >= this.tick) firing.endTick++
    for (const [id, past] of this.#past) {
      const now = this.#now.get(id)!
      // What an actor does is as old as before.
      now.since++
      past.push({ ...now })
    }
    return true
  }

  /** Ticks in which sentences were answered last, and are now. */
  get answered(): number {
    return this.#answered
  }

  #stepActor(actor: Actor, keys: number, pressed: number, happened: Happening[]): void {
    const now = this.#now.get(actor.id)!
    const { rate } = this.setup
    const has = (bits: number) => (key: string) => (bits & keyBit(key as ActorKey)) !== 0
    STEPPERS[actor.kind]({
      actor,
      now,
      tick: this.tick,
      dt: this.tick === 0 ? 0 : 1 / rate,
      ticks: (seconds) => Math.floor(seconds * rate + 0.5),
      held: has(keys),
      pressed: has(pressed),
      move: (...way) => this.#bodies.move(...way),
      raise: (kind, speed, x = now.x, y = now.y) => happened.push({ kind, actor: actor.id, speed, x, y }),
    })
    if (now.y > actor.y + ABYSS) Object.assign(now, startOf(actor), { since: this.tick })
  }

  /** Attacks and thrown things hit targets. */
  #strike(happened: Happening[]): void {
    for (const actor of this.setup.actors) {
      const now = this.#now.get(actor.id)!
      const attacks =
        now.state === 'attack' && this.tick - now.since === Math.floor(ATTACK.after * this.setup.rate)
      const flies = actor.kind === 'thrown' && now.state === 'walk'
      if (!attacks && !flies) continue
      for (const target of this.setup.actors)
        if (target.kind === 'target' && target.id !== actor.id && this.#meets(actor, now, target, attacks))
          this.#hit(actor, now, target, flies, happened)
    }
  }

  /** Whether an attack, or a thrown thing, is where a target is. */
  #meets(actor: Actor, now: ActorNow, target: Actor, attacks: boolean): boolean {
    const hit = this.#now.get(target.id)!
    const x = attacks ? now.x + now.facing * ATTACK.reach * 0.5 : now.x
    const reach = attacks ? ATTACK.reach * 0.5 : actor.numbers.radius
    const { radius, height } = target.numbers
    return (
      Math.abs(x - hit.x) <= radius + reach &&
      now.y >= hit.y - height &&
      now.y - actor.numbers.height <= hit.y
    )
  }

  #hit(actor: Actor, now: ActorNow, target: Actor, flies: boolean, happened: Happening[]): void {
    const hit = this.#now.get(target.id)!
    const speed = flies ? Math.sqrt(now.vx * now.vx + now.vy * now.vy) : 100
    happened.push({ kind: 'strikes', actor: actor.id, speed, x: hit.x, y: now.y - actor.numbers.radius })
    happened.push({ kind: 'struck', actor: target.id, speed, x: hit.x, y: hit.y })
    setState(hit, 'hurt', this.tick)
    hit.since = this.tick
    if (flies) setState(now, 'gone', this.tick)
  }

  #answer(event: StageEvent, happened: readonly Happening[], pressed: number, released: number): void {
    const bit = keyBit(event.key)
    if (event.on === 'hold' && (released & bit) !== 0) this.#letGo(event.id)
    for (const one of this.#occurrences(event, happened, (pressed & bit) !== 0)) this.#fire(event, one)
  }

  /** What of a sentence happens in this tick. */
  #occurrences(event: StageEvent, happened: readonly Happening[], keyDown: boolean): readonly Happening[] {
    const of = RULES[event.on]
    if (!of)
      return happened.filter(({ kind, actor }) => kind === event.on && (event.actor ?? actor) === actor)
    const now = event.actor === null ? undefined : this.#now.get(event.actor)
    return of({
      event,
      now,
      keyDown,
      tick: this.tick,
      played: this.played,
      track: this,
      rate: this.setup.rate,
      near: this.#near,
    })
  }

  #fire(event: StageEvent, { speed, x, y }: Happening): void {
    const strength = event.strongerBy > 0 ? speed / event.strongerBy : 1
    const fired = this.#dispatch.fire(event.cue, this.tick, strength)
    if (!fired) return
    const now = event.actor === null ? undefined : this.#now.get(event.actor)
    const actor = this.setup.actors.find(({ id }) => id === event.actor)
    const at =
      now && actor && event.point !== null
        ? placeOf(actor, now, event.point, this.#frameOf(actor, now, this.tick))
        : ([x, y] as const)
    const follows = followsOf(event, this.setup.rate)
    const firings = fired.started.map((started): Firing => {
      const effect = this.setup.effectOf(started.effect)!
      return {
        ...started,
        event: event.id,
        follows,
        x: at[0],
        y: at[1],
        mirror: event.mirrored && now?.facing === -1,
        freezes: effect.freezes ?? false,
        ...this.#lastsOf(follows, effect),
      }
    })
    this.firings.push(...firings)
    for (const firing of firings) this.#noteScreen(firing)
    if (event.on === 'hold') this.#held.push({ event: event.id, stop: fired.stop, firings })
  }

  #noteScreen(firing: Firing): void {
    for (const { tick: after, event } of this.setup.effectOf(firing.effect)!.screen ?? []) {
      const tick = firing.tick + after
      this.screens.push({ tick, event, strength: firing.strength, firing })
      if (event.kind === 'freeze') this.#freezes.push({ after: tick, ticks: event.amount, firing })
    }
  }

  /** When it is let go and over: what goes along a way is let go at its end. */
  #lastsOf(follows: Firing['follows'], effect: CueEffect): Pick<Firing, 'stopTick' | 'endTick'> {
    if (follows && 'way' in follows) {
      const stopTick = this.tick + follows.ticks
      return { stopTick, endTick: stopTick + effect.endTicks }
    }
    return { stopTick: Infinity, endTick: effect.sustained ? Infinity : this.tick + effect.endTicks }
  }

  #letGo(event: string): void {
    for (const held of this.#held) {
      if (held.event !== event) continue
      held.stop(this.tick)
      for (const firing of held.firings) {
        firing.stopTick = this.tick
        firing.endTick = this.tick + (this.setup.effectOf(firing.effect)?.endTicks ?? 0)
      }
    }
    this.#held = this.#held.filter((held) => held.event !== event)
  }
}

const followsOf = (event: StageEvent, rate: number): Firing['follows'] => {
  if (event.on === 'along') return { way: event, ticks: roundTicks(event, rate) }
  return event.follows && event.actor !== null ? { actor: event.actor, point: event.point } : null
}

/** Where a point is on an actor: mirrored with it; an actor's own place is its feet. */
const placeOf = (
  actor: Actor,
  now: ActorNow,
  point: string | null,
  frame: number,
): readonly [x: number, y: number] => {
  const found = actor.points.find(({ name }) => name === point)
  if (!found) return [now.x, now.y]
  const moves = found.frames?.[now.state]
  const [mx, my] = moves && moves.length > 0 ? moves[Math.min(frame, moves.length - 1)]! : [0, 0]
  return [now.x + now.facing * (found.x + mx), now.y + found.y + my]
}

interface RuleAt {
  readonly event: StageEvent
  readonly now: ActorNow | undefined
  readonly keyDown: boolean
  readonly tick: number
  /** Of the recording: ticks that stood still left out. */
  readonly played: number
  readonly rate: number
  readonly track: Track
  /** Places that somebody is at. */
  readonly near: Set<string>
}

type Rule = (at: RuleAt) => readonly Happening[]

const NOTHING: readonly Happening[] = []

const here = ({ event, now }: RuleAt, x = now?.x ?? event.x, y = now?.y ?? event.y): readonly Happening[] => [
  { kind: event.on, actor: event.actor ?? '', speed: 0, x, y },
]

/** What happens without an actor raising it; the rest comes from the actors. */
const RULES: Readonly<Partial<Record<EventKind, Rule>>> = {
  tap: (at) => (at.keyDown ? here(at) : NOTHING),
  hold: (at) => (at.keyDown ? here(at) : NOTHING),
  start: (at) => (at.played === 0 ? here(at) : NOTHING),
  along: (at) =>
    at.played % roundTicks(at.event, at.rate) === 0 ? here(at, ...alongWay(at.event, 0)) : NOTHING,
  every: (at) => {
    const ticks = Math.max(1, Math.floor(at.event.number * at.rate + 0.5))
    return at.played > 0 && at.played % ticks === 0 ? here(at) : NOTHING
  },
  random: (at) => {
    const { event, played, rate } = at
    if (drawOf(event.id, played) >= event.number / rate) return NOTHING
    const [x, y] = [drawOf(event.id, played, 1) - 0.5, drawOf(event.id, played, 2) - 0.5]
    return here(at, event.x + x * event.w, event.y + y * event.h)
  },
  frame: (at) => {
    const { event, now, tick, rate, track } = at
    if (!now || now.state !== event.state) return NOTHING
    const clipRate = track.setup.clipRate?.(event.actor ?? '', now.state) ?? 12
    return tick - now.since === Math.ceil(((event.number - 1) * rate) / clipRate) ? here(at) : NOTHING
  },
  reaches: (at) => {
    const { event, now, near } = at
    const is = now !== undefined && Math.abs(now.x - event.x) <= NEAR && Math.abs(now.y - event.y) <= NEAR
    const was = near.has(event.id)
    if (is) near.add(event.id)
    else near.delete(event.id)
    return is && !was ? here(at) : NOTHING
  },
  ended: (at) =>
    at.track.firings
      .filter(
        ({ cue, endTick }) => cue === at.event.after && endTick <= at.tick && endTick > at.track.answered,
      )
      .slice(0, 1)
      .flatMap(({ x, y }) => here({ ...at, now: undefined }, x, y)),
}

/** Names of the held keys of a recording's number. */
export const keysOf = (keys: number): ActorKey[] => ACTOR_KEYS.filter((key) => (keys & keyBit(key)) !== 0)
