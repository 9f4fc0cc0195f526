/** Where sounds go: Web Audio, or whatever a game has for them. */

/** A sound as it is to be heard. */
export interface Voicing {
  /** Id of the sound. */
  readonly sound: string
  /** The outlet's time at which it begins, s. */
  readonly at: number
  /** Again and again until it is stopped. */
  readonly loops: boolean
  /** How fast it is played; 1 is as recorded. */
  readonly rate: number
  /** 1 is as recorded. */
  readonly gain: number
  /** −1 left, 1 right. */
  readonly pan: number
  /** Seconds of it that are left out, because somebody has jumped to a moment after its beginning. */
  readonly since: number
}

/** A sound that is heard. */
export interface Sounding {
  /** Lets it fade from a time on; `ended` is not told then. */
  stop(at: number): void
}

export interface Outlet {
  /** Its present time, s. */
  readonly now: number
  /** Starts a sound; null while there is none of that id. @param ended to be told when it has come to its end */
  start(voicing: Voicing, ended: () => void): Sounding | null
}

/** Seconds in which a sound that is cut off fades, so that it does not click. */
const FADE = 0.03

/** Web Audio. */
export class AudioOutlet implements Outlet {
  readonly context: BaseAudioContext
  /** Where everything comes together. */
  readonly out: GainNode
  readonly #bufferOf: (sound: string) => AudioBuffer | undefined

  /** @param bufferOf the decoded sound of an id; undefined while it is not there */
  constructor(context: BaseAudioContext, bufferOf: (sound: string) => AudioBuffer | undefined) {
    this.context = context
    this.#bufferOf = bufferOf
    this.out = context.createGain()
    this.out.connect(context.destination)
  }

  get now(): number {
    return this.context.currentTime
  }

  set muted(muted: boolean) {
    this.out.gain.value = muted ? 0 : 1
  }

  start({ sound, at, loops, rate, gain, pan, since }: Voicing, ended: () => void): Sounding | null {
    const buffer = this.#bufferOf(sound)
    if (!buffer) return null
    const source = this.context.createBufferSource()
    source.buffer = buffer
    source.loop = loops
    source.playbackRate.value = rate
    const loudness = this.context.createGain()
    loudness.gain.value = gain
    source.connect(loudness)
    loudness.connect(this.#panned(pan))
    source.onended = () => {
      ended()
      source.disconnect()
      loudness.disconnect()
    }
    if (since > 0) source.start(at, since % buffer.duration)
    else source.start(at)
    return { stop: (from) => fade(source, loudness, from) }
  }

  #panned(pan: number): AudioNode {
    if (pan === 0) return this.out
    const panner = this.context.createStereoPanner()
    panner.pan.value = pan
    panner.connect(this.out)
    return panner
  }
}

const fade = (source: AudioBufferSourceNode, loudness: GainNode, at: number): void => {
  const { gain } = loudness
  gain.setValueAtTime(gain.value, at)
  gain.linearRampToValueAtTime(0, at + FADE)
  source.stop(at + FADE)
  source.onended = () => loudness.disconnect()
}
