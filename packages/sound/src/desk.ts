/**
 * The desk at which sounds are mixed: reads what happened in steps of effects and plays what is bound to it. The same
 * in the studio and in a game.
 */
import type { EffectEvents } from '@gliv/engine'
import { EFFECT_EVENTS, type EffectSound, type ResolvedEffect } from '@gliv/model'
import { drawOf, soundsAt } from './bound.ts'
import type { Outlet, Sounding } from './outlet.ts'

/** How what one effect does is heard. */
export interface Hearing {
  /** The context's time of a tick, s. */
  readonly timeOf: (tick: number) => number
  /** Left edge and width of what the view shows, world px; sounds by place are panned in it. */
  readonly view?: { readonly x: number; readonly w: number }
  /** A strength: a stronger effect is louder by its root. */
  readonly strength?: number
  /** How fast time goes: slow motion sounds slow. */
  readonly pace?: number
}

interface Voice {
  readonly owner: object
  readonly effect: string
  readonly use: EffectSound
  readonly sounding: Sounding
}

/** Voices at a time, over everything. */
const MOST_VOICES = 64

const clamped = (value: number, low: number, high: number): number => Math.min(high, Math.max(low, value))

/** What is bound to what happens, played by an outlet: how often, how loud and where from are decided here. */
export class SoundDesk<O extends Outlet = Outlet> {
  readonly outlet: O
  readonly #voices = new Set<Voice>()
  /** How often each sound was played, which its draws depend on. */
  readonly #played = new Map<string, number>()

  constructor(outlet: O) {
    this.outlet = outlet
  }

  /** Sounds that are heard now. */
  get voices(): number {
    return this.#voices.size
  }

  /** Plays what the rows of a buffer set off. `owner` is whose they are: its loops end with it. */
  hear(owner: object, events: EffectEvents, hearing: Hearing): void {
    for (let n = 0; n < events.count; n++) {
      const effect = events.effect[n]
      const kind = EFFECT_EVENTS[events.kind[n]!]!
      const at = hearing.timeOf(events.tick[n]!)
      for (const use of soundsAt(events, n)) this.#play(owner, effect!, use, at, hearing, events.x[n]!)
      if (kind === 'emissionEnded' || kind === 'finished') this.#letGo(owner, effect!.id, at)
    }
  }

  /**
   * Loops that stand on the timeline before a moment to which somebody has jumped: they sound from there on.
   * @param seconds since the effect's beginning
   */
  resume(owner: object, effect: ResolvedEffect, seconds: number, hearing: Hearing, x: number): void {
    for (const use of effect.sounds ?? [])
      if (use.loops && use.on === 'time' && !use.muted && use.at < seconds)
        this.#play(owner, effect, use, this.outlet.now, hearing, x, seconds - use.at)
  }

  #running(effect: string, use: EffectSound): number {
    let count = 0
    for (const voice of this.#voices) if (voice.effect === effect && voice.use.id === use.id) count++
    return count
  }

  #play(
    owner: object,
    { id: effect }: ResolvedEffect,
    use: EffectSound,
    at: number,
    { view, strength = 1, pace = 1 }: Hearing,
    x: number,
    since = 0,
  ): void {
    if (strength <= 0) return
    if (this.#voices.size >= MOST_VOICES || this.#running(effect, use) >= use.most) return
    const key = `${effect} ${use.id}`
    const n = this.#played.get(key) ?? 0
    const sounding = this.outlet.start(
      {
        sound: use.sound,
        at: Math.max(this.outlet.now, at),
        loops: use.loops,
        rate: pace * (use.speedFrom + (use.speedTo - use.speedFrom) * drawOf(n)),
        gain: use.gain * Math.sqrt(strength),
        pan: clamped(use.pan + placeOf(use, view, x), -1, 1),
        since,
      },
      () => void this.#voices.delete(voice),
    )
    if (!sounding) return
    this.#played.set(key, n + 1)
    const voice: Voice = { owner, effect, use, sounding }
    this.#voices.add(voice)
  }

  #fade(voice: Voice, at: number): void {
    this.#voices.delete(voice)
    voice.sounding.stop(at)
  }

  #letGo(owner: object, effect: string, at: number): void {
    for (const voice of this.#voices)
      if (voice.owner === owner && voice.effect === effect && voice.use.loops)
        this.#fade(voice, Math.max(this.outlet.now, at))
  }

  /** Its owner is gone: its loops end, what sounds once goes on to its end. */
  release(owner: object): void {
    for (const voice of this.#voices)
      if (voice.owner === owner && voice.use.loops) this.#fade(voice, this.outlet.now)
  }

  /** Everything is silent at once: paused, or gone to another moment. */
  hush(): void {
    for (const voice of this.#voices) this.#fade(voice, this.outlet.now)
  }
}

/** Left or right of the view's middle, for a sound by place. */
const placeOf = ({ byPlace }: EffectSound, view: Hearing['view'], x: number): number =>
  byPlace && view && view.w > 0 ? (2 * (x - view.x)) / view.w - 1 : 0

/** How far behind a tick its sound may come, s; when it would be further, the clock is set anew. */
const SLACK = 0.05

/**
 * Ticks on the clock of a running context: evenly apart, although they are made a picture at a time, and as late as the
 * latest of them needs.
 */
export class TickClock {
  #zero = NaN

  /**
   * @param now the context's time at which the tick was made
   * @param tickSeconds from one tick to the next as it is heard
   */
  timeOf(tick: number, now: number, tickSeconds: number): number {
    const at = this.#zero + tick * tickSeconds
    if (at >= now && at <= now + SLACK) return at
    this.#zero = now - tick * tickSeconds
    return now
  }

  /** Somebody has jumped: the next tick is heard at once. */
  reset(): void {
    this.#zero = NaN
  }
}
