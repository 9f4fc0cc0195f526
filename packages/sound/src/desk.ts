/**
 * The desk at which sounds are mixed: reads what happened in steps of effects and plays what is bound to it. The same
 * in the studio and in a game.
 */
import type { EffectEvents } from '@gliv/engine'
import { EFFECT_EVENTS, type EffectSound, type ResolvedEffect } from '@gliv/model'
import { drawOf, soundsAt } from './bound.ts'

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
  readonly source: AudioBufferSourceNode
  readonly gain: GainNode
  readonly owner: object
  readonly effect: string
  readonly use: EffectSound
}

/** Seconds in which a sound that is cut off fades, so that it does not click. */
const FADE = 0.03
/** Voices at a time, over everything. */
const MOST_VOICES = 64

const clamped = (value: number, low: number, high: number): number => Math.min(high, Math.max(low, value))

export class SoundDesk {
  readonly context: BaseAudioContext
  /** Where everything comes together. */
  readonly out: GainNode
  readonly #bufferOf: (sound: string) => AudioBuffer | undefined
  readonly #voices = new Set<Voice>()
  /** How often each sound was played, which its draws depend on. */
  readonly #played = new Map<string, number>()

  /** @param bufferOf the decoded sound of an id; undefined while it is not there */
  constructor(context: BaseAudioContext, bufferOf: (sound: string) => AudioBuffer | undefined) {
    this.context = context
    this.#bufferOf = bufferOf
    this.out = context.createGain()
    this.out.connect(context.destination)
  }

  set muted(muted: boolean) {
    this.out.gain.value = muted ? 0 : 1
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
        this.#play(owner, effect, use, this.context.currentTime, hearing, x, seconds - use.at)
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
    const buffer = this.#bufferOf(use.sound)
    if (!buffer || strength <= 0) return
    if (this.#voices.size >= MOST_VOICES || this.#running(effect, use) >= use.most) return
    const key = `${effect} ${use.id}`
    const n = this.#played.get(key) ?? 0
    this.#played.set(key, n + 1)
    const source = this.context.createBufferSource()
    source.buffer = buffer
    source.loop = use.loops
    source.playbackRate.value = pace * (use.speedFrom + (use.speedTo - use.speedFrom) * drawOf(n))
    const gain = this.context.createGain()
    gain.gain.value = use.gain * Math.sqrt(strength)
    source.connect(gain)
    gain.connect(this.#panned(use, view, x))
    const voice: Voice = { source, gain, owner, effect, use }
    this.#voices.add(voice)
    source.onended = () => this.#forget(voice)
    const start = Math.max(this.context.currentTime, at)
    if (since > 0) source.start(start, since % buffer.duration)
    else source.start(start)
  }

  #panned(use: EffectSound, view: Hearing['view'], x: number): AudioNode {
    const place = use.byPlace && view && view.w > 0 ? (2 * (x - view.x)) / view.w - 1 : 0
    const pan = clamped(use.pan + place, -1, 1)
    if (pan === 0) return this.out
    const panner = this.context.createStereoPanner()
    panner.pan.value = pan
    panner.connect(this.out)
    return panner
  }

  #forget(voice: Voice): void {
    this.#voices.delete(voice)
    voice.source.disconnect()
    voice.gain.disconnect()
  }

  #fade(voice: Voice, at: number): void {
    const { gain, source } = voice
    gain.gain.setValueAtTime(gain.gain.value, at)
    gain.gain.linearRampToValueAtTime(0, at + FADE)
    source.stop(at + FADE)
    this.#voices.delete(voice)
    source.onended = () => gain.disconnect()
  }

  #letGo(owner: object, effect: string, at: number): void {
    for (const voice of this.#voices)
      if (voice.owner === owner && voice.effect === effect && voice.use.loops)
        this.#fade(voice, Math.max(this.context.currentTime, at))
  }

  /** Its owner is gone: its loops end, what sounds once goes on to its end. */
  release(owner: object): void {
    for (const voice of this.#voices)
      if (voice.owner === owner && voice.use.loops) this.#fade(voice, this.context.currentTime)
  }

  /** Everything is silent at once: paused, or gone to another moment. */
  hush(): void {
    for (const voice of this.#voices) this.#fade(voice, this.context.currentTime)
  }
}

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
