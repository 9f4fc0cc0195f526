/** What a player's effects tell the game, and how they are heard. */
import { EffectEvents } from '@gliv/engine'
import { EFFECT_EVENTS, type EffectEventKind, type Pack, type ScreenEvent } from '@gliv/model'
import { kindsHeard, SoundDesk, TickClock } from '@gliv/sound'
import type { EffectHandle } from './effectHandle.ts'
import { blobOfDataUrl } from './pack.ts'

/** Something that happened in an effect, as the game is told. */
export interface PlayedEvent {
  readonly kind: EffectEventKind
  readonly handle: EffectHandle
  /** Of the effect that it happened in, which may play inside the handle's. */
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
  /** Of `named`: the event's name and what it says. */
  readonly name?: string
  readonly payload?: string
  /** Of `screen`: what the game's screen should do. */
  readonly screen?: ScreenEvent
}

export type EventListener = (event: PlayedEvent) => void

/** Tells listeners and sounds of what the steps of effects have filled in. */
export class Hearing {
  readonly events = new EffectEvents([])
  readonly #pack: Pack
  readonly #listeners = new Map<EffectEventKind, Set<EventListener>>()
  readonly #clocks = new WeakMap<object, TickClock>()
  #desk: SoundDesk | null = null
  #muted = false
  /** What the game's view shows, for sounds by place. */
  view: { readonly x: number; readonly w: number } | undefined

  constructor(pack: Pack) {
    this.#pack = pack
  }

  /** Calls a listener for each event of a kind until the function that is returned is called. */
  on(kind: EffectEventKind, listener: EventListener): () => void {
    if (!EFFECT_EVENTS.includes(kind))
      throw new Error(`There is no event "${String(kind)}"; listen to one of ${EFFECT_EVENTS.join(', ')}`)
    const all = this.#listeners.get(kind) ?? new Set()
    this.#listeners.set(kind, all.add(listener))
    this.#want()
    return () => {
      all.delete(listener)
      if (all.size === 0) this.#listeners.delete(kind)
      this.#want()
    }
  }

  /** Decodes the pack's sounds; they are heard from then on. */
  async open(context: BaseAudioContext): Promise<void> {
    const buffers = new Map<string, AudioBuffer>()
    await Promise.all(
      (this.#pack.sounds ?? []).map(async ({ id, name, data }) => {
        const bytes = await blobOfDataUrl(data).arrayBuffer()
        try {
          buffers.set(id, await context.decodeAudioData(bytes))
        } catch {
          throw new Error(`The sound "${name}" of this pack cannot be decoded here; export it as WAV`)
        }
      }),
    )
    this.#desk = new SoundDesk(context, (id) => buffers.get(id))
    this.#desk.muted = this.#muted
    this.#want()
  }

  set muted(muted: boolean) {
    this.#muted = muted
    if (this.#desk) this.#desk.muted = muted
  }

  get muted(): boolean {
    return this.#muted
  }

  #want(): void {
    const heard = this.#desk ? this.#pack.effects.flatMap(kindsHeard) : []
    this.events.want([...new Set([...this.#listeners.keys(), ...heard])])
  }

  /** What a handle's steps have filled in is told, and cleared. */
  tell(handle: EffectHandle): void {
    const { events } = this
    if (events.count === 0) return
    this.#hear(handle)
    // A listener may start effects, which fill in rows of their own.
    const rows = this.#listeners.size > 0 ? this.#rows(handle) : []
    events.clear()
    for (const row of rows) for (const listener of this.#listeners.get(row.kind) ?? []) listener(row)
  }

  #rows(handle: EffectHandle): PlayedEvent[] {
    const { events } = this
    const rows: PlayedEvent[] = []
    for (let n = 0; n < events.count; n++) {
      const kind = EFFECT_EVENTS[events.kind[n]!]!
      if (!this.#listeners.has(kind)) continue
      const effect = events.effect[n]!
      const named = kind === 'named' ? effect.events?.[events.payload[n]!] : undefined
      const screen = kind === 'screen' ? effect.screen?.[events.payload[n]!] : undefined
      rows.push({
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
      })
    }
    return rows
  }

  #hear(handle: EffectHandle): void {
    const desk = this.#desk
    if (!desk) return
    const clock = this.#clocks.get(handle) ?? new TickClock()
    this.#clocks.set(handle, clock)
    const now = desk.context.currentTime
    const { rate } = handle.simulation
    desk.hear(handle, this.events, {
      timeOf: (tick) => clock.timeOf(tick, now, 1 / rate),
      strength: handle.strength,
      ...(this.view ? { view: this.view } : {}),
    })
  }

  /** A handle is over. */
  release(handle: EffectHandle): void {
    this.#desk?.release(handle)
  }

  dispose(): void {
    this.#desk?.hush()
    this.#listeners.clear()
  }
}
