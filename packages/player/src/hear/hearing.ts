/** How a player's effects are heard. */
import type { EffectEvents } from '@gliv/engine'
import { type EffectEventKind, type Pack, Refusal, type ViewRect } from '@gliv/model'
import { AudioOutlet, kindsHeard, type Outlet, SoundDesk, TickClock } from '@gliv/sound'
import type { EffectHandle } from '../play/effectHandle.ts'

/** A sound that a game is to play by itself. */
export interface GameSound {
  readonly id: string
  readonly name: string
  /** WAV, OGG or MP3. */
  readonly data: Uint8Array
  /** Seconds from now at which it begins. */
  readonly delay: number
  /** Again and again until it is stopped. */
  readonly loops: boolean
  /** How fast it is played; 1 is as recorded. */
  readonly rate: number
  /** 1 is as recorded. */
  readonly gain: number
  /** −1 left, 1 right. */
  readonly pan: number
  /** To be called when it has come to its end, so that others may follow where so many are too many. */
  readonly ended: () => void
}

/** A game's own way of playing sounds; gives back what stops one, or nothing. */
export type Voice = (sound: GameSound) => (() => void) | void

/** Sounds of a pack by a game's own voice. */
const outletOf = (pack: Pack, voice: Voice): Outlet => ({
  get now() {
    return performance.now() / 1000
  },
  start({ sound, at, loops, rate, gain, pan }, ended) {
    const found = pack.sounds?.find(({ id }) => id === sound)
    if (!found) return null
    const delay = Math.max(0, at - performance.now() / 1000)
    const stop = voice({ ...found, delay, loops, rate, gain, pan, ended })
    return { stop: () => stop?.() }
  },
})

const audioOf = async (pack: Pack, context: BaseAudioContext): Promise<AudioOutlet> => {
  const buffers = new Map<string, AudioBuffer>()
  await Promise.all(
    (pack.sounds ?? []).map(async ({ id, name, data }) => {
      // Decoding takes the bytes away.
      const bytes = data.slice().buffer as ArrayBuffer
      try {
        buffers.set(id, await context.decodeAudioData(bytes))
      } catch {
        throw new Refusal(`sound "${name}"`, 'it cannot be decoded here; export it as WAV')
      }
    }),
  )
  return new AudioOutlet(context, (id) => buffers.get(id))
}

export class Hearing {
  /** Nothing is begun while it is set; a context's sounds are silent. */
  muted = false
  readonly #pack: Pack
  readonly #clocks = new WeakMap<object, TickClock>()
  #desk: SoundDesk | null = null

  constructor(pack: Pack) {
    this.#pack = pack
  }

  /** Decodes the pack's sounds for a context, or hands them to a game's own voice; they are heard from then on. */
  async open(way: BaseAudioContext | Voice): Promise<void> {
    this.#desk = new SoundDesk(
      typeof way === 'function' ? outletOf(this.#pack, way) : await audioOf(this.#pack, way),
    )
  }

  /** Silences what sounds, or lets it be heard again. */
  mute(muted: boolean): void {
    this.muted = muted
    const outlet = this.#desk?.outlet
    if (outlet instanceof AudioOutlet) outlet.muted = muted
    else if (muted) this.#desk?.hush()
  }

  /** Kinds of events that its sounds wait for; none before it was opened. */
  get kinds(): readonly EffectEventKind[] {
    return this.#desk ? [...new Set(this.#pack.effects.flatMap(kindsHeard))] : []
  }

  /** Plays what a handle's steps have filled in. @param view for sounds by place */
  hear(handle: EffectHandle, events: EffectEvents, view: ViewRect | undefined): void {
    const desk = this.#desk
    if (!desk || (this.muted && !(desk.outlet instanceof AudioOutlet))) return
    const clock = this.#clocks.get(handle) ?? new TickClock()
    this.#clocks.set(handle, clock)
    const now = desk.outlet.now
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
