/** How a player's effects are heard. */
import type { EffectEvents } from '@gliv/engine'
import { type EffectEventKind, type Pack, Refusal, type ViewRect } from '@gliv/model'
import { kindsHeard, SoundDesk, TickClock } from '@gliv/sound'
import type { EffectHandle } from '../play/effectHandle.ts'

export class Hearing {
  readonly #pack: Pack
  readonly #clocks = new WeakMap<object, TickClock>()
  #desk: SoundDesk | null = null
  #muted = false

  constructor(pack: Pack) {
    this.#pack = pack
  }

  /** Decodes the pack's sounds; they are heard from then on. */
  async open(context: BaseAudioContext): Promise<void> {
    const buffers = new Map<string, AudioBuffer>()
    await Promise.all(
      (this.#pack.sounds ?? []).map(async ({ id, name, data }) => {
        // Decoding takes the bytes away.
        const bytes = data.slice().buffer as ArrayBuffer
        try {
          buffers.set(id, await context.decodeAudioData(bytes))
        } catch {
          throw new Refusal(`sound "${name}"`, 'it cannot be decoded here; export it as WAV')
        }
      }),
    )
    this.#desk = new SoundDesk(context, (id) => buffers.get(id))
    this.#desk.muted = this.#muted
  }

  set muted(muted: boolean) {
    this.#muted = muted
    if (this.#desk) this.#desk.muted = muted
  }

  get muted(): boolean {
    return this.#muted
  }

  /** Kinds of events that its sounds wait for; none before it was opened. */
  get kinds(): readonly EffectEventKind[] {
    return this.#desk ? [...new Set(this.#pack.effects.flatMap(kindsHeard))] : []
  }

  /** Plays what a handle's steps have filled in. @param view for sounds by place */
  hear(handle: EffectHandle, events: EffectEvents, view: ViewRect | undefined): void {
    const desk = this.#desk
    if (!desk) return
    const clock = this.#clocks.get(handle) ?? new TickClock()
    this.#clocks.set(handle, clock)
    const now = desk.context.currentTime
    const { rate } = handle.simulation
    desk.hear(handle, events, {
      timeOf: (tick) => clock.timeOf(tick, now, 1 / rate),
      strength: handle.strength,
      ...(view ? { view } : {}),
    })
  }

  /** A handle is over. */
  release(handle: EffectHandle): void {
    this.#desk?.release(handle)
  }

  dispose(): void {
    this.#desk?.hush()
    this.#desk = null
  }
}
