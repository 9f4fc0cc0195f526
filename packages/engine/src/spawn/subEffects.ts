/**
 * Effects inside an effect: what its parts and relays play. They start on ticks and take their place from the
 * outer one.
 */
import type { ResolvedPart, ResolvedRelay } from '@gliv/model'
import { STREAMS } from '@gliv/model'
import { emptyPose, type Pose, toWorld } from '../geometry/index.ts'
import {
  type EmitterCount,
  knobValue,
  type SubEffect,
  type MakeSubEffect,
  type SimulationContext,
  type CompiledTape,
} from '../input/index.ts'
import { angleOf, absorb, sample, type Key } from '../maths/index.ts'
import { type Program, MICRO, type Pass, tickAtOrAfter } from '../program/index.ts'
import { type Firing, DelayedSpawnHeap, RELAYED } from './relays/delayedSpawns.ts'

/** `inner` as it lies in `outer`. */
const composed = (outer: Readonly<Pose>, inner: Readonly<Pose>, out: Pose): void => {
  out.x = inner.x
  out.y = inner.y
  toWorld(outer, out)
  out.rotate = outer.rotate + (outer.mirror ? -inner.rotate : inner.rotate)
  out.scale = outer.scale * inner.scale
  out.mirror = outer.mirror !== inner.mirror
}

/**
 * The outer effect's tape as an inner one reads it. `start` is the outer tick of the inner effect's tick 0,
 * `warm` its own warm-up, `length` the ticks after which it is stopped.
 */
const subEffectTape = (
  context: SimulationContext,
  start: number,
  warm: number,
  follows: boolean,
  poseInto: CompiledTape['poseInto'],
  length = Infinity,
): CompiledTape => {
  const outer = context.tape
  const shift = start - warm
  const last = warm + length
  return {
    still: outer.still || !follows,
    hasEmitToggle: length < Infinity || (follows && outer.hasEmitToggle),
    poseInto,
    viewInto: (ticks, out) => outer.viewInto(ticks + shift, out),
    surroundings: (tick) => outer.surroundings(tick + shift),
    jumpsTo: (tick) => follows && outer.jumpsTo(tick + shift),
    emitsAt: (ticks, tick) => !follows || outer.emitsAt(ticks + shift, tick + shift),
    get knobsSaid() {
      return outer.knobsSaid || context.knobs.size > 0
    },
    // A knob reaches those of its name inside.
    knobAt: (name, tick) => knobValue(context, name, tick + shift),
    stopTick: () => Math.min(last, follows ? outer.stopTick() - shift : Infinity),
    endTick: () => Math.min(last, follows ? outer.endTick() - shift : Infinity),
  }
}

interface Running {
  readonly start: number
  /** Which of the part's effects plays. */
  readonly choice: number
  readonly subEffect: SubEffect
}

/** Ticks after which an effect that does not end by itself is stopped. */
const lengthOf = ({ numbers }: ResolvedPart, { effect }: Program): number =>
  effect.play === 'once' ? Infinity : Math.max(1, Math.round(numbers.partLength * effect.rate))

/** Whether two parts differ in nothing but what their effects are made of. */
const sameButEffects = (a: ResolvedPart, b: ResolvedPart): boolean => {
  const rest = ({ choices, ...own }: ResolvedPart): string =>
    JSON.stringify([own, choices.map(({ weight, effect }) => [weight, effect.id, effect.play === 'once'])])
  return rest(a) === rest(b)
}

/** Passes that are counted at most. */
const MOST_PASSES = 10_000

/** A part, as often as the timeline passes over it. */
export class PartHost {
  readonly part: ResolvedPart
  #choices: readonly Program[]
  readonly #context: SimulationContext
  readonly #make: MakeSubEffect
  #seconds: number
  readonly #running = new Map<number, Running>()
  /** Passes that play at a tick, and the ticks at which they began; filled again by each. */
  readonly #passes: number[] = []
  readonly #starts: number[] = []
  readonly #pass: Pass = { start: 0, end: 0, from: 0 }

  constructor(
    part: ResolvedPart,
    choices: readonly Program[],
    seconds: number,
    context: SimulationContext,
    make: MakeSubEffect,
  ) {
    this.part = part
    this.#choices = choices
    this.#seconds = seconds
    this.#context = context
    this.#make = make
  }

  get running(): Iterable<SubEffect> {
    return [...this.#running.values()].map((r) => r.subEffect)
  }

  /** Grows with every beginning and end, so that who keeps a list of what runs knows when it is another one. */
  version = 0

  /** Brings everything that plays at a tick of the clock to it. */
  seek(tick: number, byStep: boolean): void {
    const { clock, timeline, tape } = this.#context
    const now = clock.secondsAt(tick) * MICRO
    const stopTick = tape.stopTick()
    const stop = stopTick === Infinity ? Infinity : clock.secondsAt(stopTick) * MICRO
    const passes = this.#passes
    const starts = this.#starts
    passes.length = starts.length = 0
    const last = timeline.passAt(now, stop)
    for (let pass = timeline.passAt(Math.max(0, now - this.#seconds * MICRO), stop); pass <= last; pass++) {
      const moment = this.#momentIn(pass, stop)
      if (moment > now || moment + this.#seconds * MICRO < now) continue
      passes.push(pass)
      starts.push(this.#tickAt(moment / MICRO, tick))
    }
    for (const pass of this.#running.keys()) if (!passes.includes(pass)) this.#end(pass)
    for (let k = 0; k < passes.length; k++) {
      const running = this.#running.get(passes[k]!) ?? this.#open(passes[k]!, starts[k]!)
      this.#bring(running.subEffect, tick - starts[k]!, byStep)
    }
  }

  #open(pass: number, start: number): Running {
    const running = { start, ...this.#begin(pass, start) }
    this.#running.set(pass, running)
    this.version++
    return running
  }

  /** An inner effect to so many outer ticks after its beginning. */
  #bring(subEffect: SubEffect, since: number, byStep: boolean): void {
    if (byStep && since > 0 && this.#goesForward) subEffect.step()
    else if (byStep && since === 0 && this.#context.events?.open && this.#innerTick(0) === 0)
      subEffect.begin()
    else subEffect.seek(this.#innerTick(since))
  }

  /** Each outer tick is the next one of the inner effect. */
  get #goesForward(): boolean {
    return !this.part.reversed
  }

  /** Tick of the inner effect, so many outer ticks after the part's beginning. */
  #innerTick(since: number): number {
    const { rate } = this.#choices[0]!.effect
    const from = Math.round(this.part.numbers.partFrom * rate)
    return this.part.reversed ? Math.max(from, from + Math.round(this.#seconds * rate) - since) : from + since
  }

  /** The last tick of the inner effect that is shown. */
  get #lastTick(): number {
    const { rate } = this.#choices[0]!.effect
    return Math.round((this.part.numbers.partFrom + this.#seconds) * rate)
  }

  /** When it starts in a pass, in microseconds of the clock; Infinity when the pass does not come to it. */
  #momentIn(pass: number, stop: number): number {
    this.#context.timeline.readPass(pass, stop, this.#pass)
    const { start, end, from } = this.#pass
    const at = this.part.numbers.partAt * MICRO
    const moment = start + at - from
    return at >= from && moment < end ? moment : Infinity
  }

  clear(): void {
    for (const pass of this.#running.keys()) this.#end(pass)
  }

  /** What was counted in passes that are over: each is played once more. @param tick of the clock */
  endedCounts(tick: number): EmitterCount[] {
    const { clock, timeline, tape } = this.#context
    const now = clock.secondsAt(tick) * MICRO
    const stopTick = tape.stopTick()
    const stop = stopTick === Infinity ? Infinity : clock.secondsAt(stopTick) * MICRO
    const last = Math.min(timeline.passAt(now, stop), MOST_PASSES)
    const counts: EmitterCount[] = []
    for (let pass = 0; pass <= last; pass++) {
      const moment = this.#momentIn(pass, stop)
      if (this.#running.has(pass) || !(moment + this.#seconds * MICRO < now)) continue
      const start = this.#tickAt(moment / MICRO, tick)
      const { subEffect } = this.#begin(pass, start)
      subEffect.seekFully(this.#lastTick)
      counts.push(...subEffect.counts.map((count) => ({ ...count, deaths: count.births, alive: 0 })))
      subEffect.dispose()
    }
    return counts
  }

  #end(pass: number): void {
    this.#running.get(pass)?.subEffect.dispose()
    this.#running.delete(pass)
    this.version++
  }

  /**
   * Goes on with changed effects, when nothing else of the part has changed: each that plays is handed to
   * `replace` with its new program. @returns whether it could; nothing was changed otherwise
   */
  takeOver(
    part: ResolvedPart,
    choices: readonly Program[],
    seconds: number,
    replace: (playing: SubEffect, program: Program) => void,
  ): boolean {
    const playing = [...this.#running.values()]
    const sameStart = ({ choice }: Running): boolean =>
      choices[choice]?.warmTicks === this.#choices[choice]!.warmTicks
    if (!sameButEffects(this.part, part) || !playing.every(sameStart)) return false
    this.#choices = choices
    this.#seconds = seconds
    for (const { subEffect, choice } of playing) replace(subEffect, choices[choice]!)
    return true
  }

  #tickAt(seconds: number, tick: number): number {
    return tickAtOrAfter(this.#context.clock, seconds, tick)
  }

  #begin(pass: number, start: number): Omit<Running, 'start'> {
    const { seed, tape } = this.#context
    const key: Key = { hi: seed, lo: this.part.salt }
    absorb(key, this.#context.timeline.identicalPasses ? 0 : pass)
    const total = this.part.choices.reduce((sum, choice) => sum + choice.weight, 0)
    let at = sample(key.hi, key.lo, STREAMS.part, 0) * total
    let chosen = 0
    while (chosen < this.#choices.length - 1 && at >= this.part.choices[chosen]!.weight)
      at -= this.part.choices[chosen++]!.weight
    const program = this.#choices[chosen]!
    const { partX, partY, partRotate, partScale } = this.part.numbers
    const own: Pose = { x: partX, y: partY, rotate: partRotate, scale: partScale, mirror: this.part.mirror }
    const outer = emptyPose()
    const shift = start - program.warmTicks
    const poseInto = (ticks: number, out: Pose): void => {
      tape.poseInto(ticks + shift, outer)
      composed(outer, own, out)
    }
    const subEffect = this.#make(
      program,
      key.hi,
      subEffectTape(this.#context, start, program.warmTicks, true, poseInto, lengthOf(this.part, program)),
    )
    return { subEffect, choice: chosen }
  }
}

/** One row for each emitter of each effect, in the order in which they first come. */
export const addedUp = (counts: readonly EmitterCount[]): EmitterCount[] => {
  const rows = new Map<string, EmitterCount>()
  for (const count of counts) {
    const key = `${count.effectId} ${count.id}`
    const before = rows.get(key)
    rows.set(
      key,
      before
        ? {
            ...before,
            births: before.births + count.births,
            deaths: before.deaths + count.deaths,
            alive: before.alive + count.alive,
            relayed: before.relayed + count.relayed,
            refused: before.refused + count.refused,
          }
        : count,
    )
  }
  return [...rows.values()]
}

/** Effects that a relay has set off, left where it happened. */
export class InstanceHost {
  refused = 0
  readonly #program: Program
  readonly #most: number
  readonly #context: SimulationContext
  readonly #make: MakeSubEffect
  readonly #delayed = new DelayedSpawnHeap()
  readonly #running: SubEffect[] = []
  #ended: EmitterCount[] = []

  constructor(relay: ResolvedRelay, program: Program, context: SimulationContext, make: MakeSubEffect) {
    this.#program = program
    this.#most = relay.numbers.relayInstances
    this.#context = context
    this.#make = make
  }

  get running(): Iterable<SubEffect> {
    return this.#running
  }

  /** Grows with every beginning and end. */
  version = 0

  get waiting(): number {
    return this.#delayed.count
  }

  /** What was counted in those that are over, as far as time was stepped. */
  get endedCounts(): readonly EmitterCount[] {
    return this.#ended
  }

  clear(): void {
    for (const playing of this.#running) playing.dispose()
    this.#running.length = 0
    this.version++
    this.#ended = []
    this.#delayed.clear()
    this.refused = 0
  }

  order(_relay: ResolvedRelay, firing: Firing): boolean {
    return this.#delayed.put(firing, 0)
  }

  /** Everything that plays goes on by a tick; what is due begins. */
  step(tick: number, now: number): void {
    const running = this.#running
    let left = 0
    for (let k = 0; k < running.length; k++) {
      const playing = running[k]!
      playing.step()
      if (playing.finished) {
        this.#ended = addedUp([...this.#ended, ...playing.counts])
        playing.dispose()
      } else running[left++] = playing
    }
    if (left < running.length) this.version++
    running.length = left
    while (this.#delayed.due <= now) {
      this.#delayed.take()
      if (running.length >= this.#most) this.refused++
      else {
        const begun = this.#begin(tick)
        if (this.#context.events?.open) begun.begin()
        running.push(begun)
        this.version++
      }
    }
  }

  #begin(start: number): SubEffect {
    const { taken } = this.#delayed
    const { tape } = this.#context
    const outer = emptyPose()
    tape.poseInto(start, outer)
    // A mirrored effect shows the inner one from the other side of its direction.
    const rotate = angleOf(taken[RELAYED.alongX]!, taken[RELAYED.alongY]!) + (outer.mirror ? 180 : 0)
    const pose: Pose = {
      x: taken[RELAYED.x]!,
      y: taken[RELAYED.y]!,
      rotate,
      scale: outer.scale * taken[RELAYED.size]!,
      mirror: outer.mirror,
    }
    return this.#make(
      this.#program,
      taken[RELAYED.hi]! >>> 0,
      subEffectTape(
        this.#context,
        start,
        this.#program.warmTicks,
        false,
        (_ticks, out) => void Object.assign(out, pose),
      ),
    )
  }
}
