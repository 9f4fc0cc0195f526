/** What effects tell the game, in the order of time. */
import { EffectEvents } from '@gliv/engine'
import { EFFECT_EVENTS, type EffectEventKind, Refusal, type ScreenEvent } from '@gliv/model'
import type { EffectHandle } from './effectHandle.ts'

interface Told<K extends EffectEventKind> {
  readonly kind: K
  readonly handle: EffectHandle
  /** Id of the effect that it happened in, which may play inside the handle's. */
  readonly effect: string
  /** Id of the emitter; empty for what happens to a whole effect. */
  readonly emitter: string
  /** Ticks since the handle's effect began. */
  readonly tick: number
  /** World px. */
  readonly x: number
  readonly y: number
  /** Normal of the surface, else the way of travel. */
  readonly nx: number
  readonly ny: number
  /** px/s. */
  readonly speed: number
}

/** What a game can be told of, by kind. */
export interface PlayedEvents {
  readonly born: Told<'born'>
  readonly contact: Told<'contact'>
  readonly relayed: Told<'relayed'>
  readonly emissionEnded: Told<'emissionEnded'>
  readonly finished: Told<'finished'>
  /** A moment of the timeline, with its name and what it says. */
  readonly named: Told<'named'> & { readonly name: string; readonly payload: string }
  readonly sound: Told<'sound'>
  /** What the game's screen should do. */
  readonly screen: Told<'screen'> & { readonly screen: ScreenEvent }
}
/** Something that happened in an effect. */
export type PlayedEvent = PlayedEvents[EffectEventKind]

type AnyListener = (event: never) => void

interface Row {
  readonly at: number
  readonly event: PlayedEvent
}

/** Listeners, and what they are to be told. */
export class Telling {
  /** What steps fill in. */
  readonly events = new EffectEvents([])
  readonly #listeners = new Map<EffectEventKind, Set<AnyListener>>()
  #rows: Row[] = []
  #alsoWanted: readonly EffectEventKind[] = []

  on<K extends EffectEventKind>(kind: K, listener: (event: PlayedEvents[K]) => void): () => void {
    if (!EFFECT_EVENTS.includes(kind))
      throw new Refusal(
        'on',
        `there is no event "${String(kind)}"; listen to one of ${EFFECT_EVENTS.join(', ')}`,
      )
    if (typeof listener !== 'function')
      throw new Refusal('on', `the listener of "${kind}" is ${typeof listener}; give a function`)
    const all = this.#listeners.get(kind) ?? new Set()
    this.#listeners.set(kind, all.add(listener))
    this.#want()
    return () => {
      all.delete(listener)
      if (all.size === 0) this.#listeners.delete(kind)
      this.#want()
    }
  }

  /** Kinds that are filled in although nobody listens: sounds wait for them. */
  alsoWants(kinds: readonly EffectEventKind[]): void {
    this.#alsoWanted = kinds
    this.#want()
  }

  #want(): void {
    this.events.want([...new Set([...this.#listeners.keys(), ...this.#alsoWanted])])
  }

  /**
   * Takes what a handle's steps have filled in, to be told later. @param timeOf the player's time of a tick, in
   * seconds
   */
  collect(handle: EffectHandle, timeOf: (tick: number) => number): void {
    const { events } = this
    if (this.#listeners.size > 0)
      for (let n = 0; n < events.count; n++) {
        const kind = EFFECT_EVENTS[events.kind[n]!]!
        if (this.#listeners.has(kind))
          this.#rows.push({ at: timeOf(events.tick[n]!), event: this.#eventAt(n, kind, handle) })
      }
    events.clear()
  }

  #eventAt(n: number, kind: EffectEventKind, handle: EffectHandle): PlayedEvent {
    const { events } = this
    const effect = events.effect[n]!
    const named = kind === 'named' ? effect.events?.[events.payload[n]!] : undefined
    const screen = kind === 'screen' ? effect.screen?.[events.payload[n]!] : undefined
    return {
      kind,
      handle,
      effect: effect.id,
      emitter: events.emitter[n]!,
      tick: events.tick[n]!,
      x: events.x[n]!,
      y: events.y[n]!,
      nx: events.nx[n]!,
      ny: events.ny[n]!,
      speed: events.speed[n]!,
      ...(named ? { name: named.name, payload: named.payload } : {}),
      ...(screen ? { screen } : {}),
    } as PlayedEvent
  }

  /** Tells all that was collected, the earliest first. A listener may start effects, which are told next time. */
  tell(): void {
    if (this.#rows.length === 0) return
    const rows = this.#rows.sort((a, b) => a.at - b.at)
    this.#rows = []
    for (const { event } of rows)
      for (const listener of this.#listeners.get(event.kind) ?? []) listener(event as never)
  }

  dispose(): void {
    this.#listeners.clear()
    this.#rows = []
    this.events.want([])
  }
}
