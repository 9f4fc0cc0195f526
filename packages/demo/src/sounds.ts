/** The sounds of Last Ferry, made by formula: noise through filters, tones that decay; 22,050 Hz, 16 bits. */
import { hashPicture, type Sound } from '@gliv/document'

const RATE = 22_050

/** A draw by number, from −1 to 1. */
const noiseAt = (n: number, seed: number): number => {
  let h = Math.imul(n + 1, 0x9e3779b1) ^ Math.imul(seed + 1, 0x85ebca6b)
  h = Math.imul(h ^ (h >>> 15), 0x2c1b3c6d)
  h = Math.imul(h ^ (h >>> 12), 0x297a2d39)
  return ((h ^ (h >>> 15)) >>> 0) / 0x8000_0000 - 1
}

/** Samples from −1 to 1 by their moment in seconds. */
type Voice = (seconds: number, n: number) => number

/** A filter that lets pass what is slower than a rate, Hz: one pole. */
const lowPassed = (voice: Voice, hz: (seconds: number) => number): Voice => {
  let held = 0
  return (seconds, n) => {
    const share = 1 - Math.exp((-2 * Math.PI * hz(seconds)) / RATE)
    held += (voice(seconds, n) - held) * share
    return held
  }
}

/** What is left when the slower is taken away. */
const highPassed = (voice: Voice, hz: number): Voice => {
  const low = lowPassed(voice, () => hz)
  return (seconds, n) => {
    const below = low(seconds, n)
    return voice(seconds, n) - below
  }
}

const noise =
  (seed: number): Voice =>
  (_seconds, n) =>
    noiseAt(n, seed)

const decay = (seconds: number, length: number): number => Math.exp((-5 * seconds) / length)
const attack = (seconds: number, length: number): number => Math.min(1, seconds / length)
const sine = (turns: number): number => Math.sin(2 * Math.PI * turns)

/** A blow: a tone that falls, under a short burst of noise. */
const thump = (): Voice => {
  const dull = lowPassed(noise(1), () => 700)
  return (t, n) => 0.9 * sine(118 * t - 90 * t * t) * decay(t, 0.42) + 1.6 * dull(t, n) * decay(t, 0.12)
}

/** Steam: bright noise that goes on; its end meets its beginning. */
const hiss = (): Voice => {
  const bright = highPassed(noise(7), 2600)
  return (t, n) => 0.5 * bright(t, n) * (0.85 + 0.15 * sine(t * 2))
}

/** Fire: clicks at random over a low rumble. */
const crackle = (): Voice => {
  const rumble = lowPassed(noise(3), () => 160)
  let left = 0
  let tone = 0
  return (t, n) => {
    if (noiseAt(n, 11) > 0.9985) {
      left = 1
      tone = 900 + 2400 * Math.abs(noiseAt(n, 12))
    }
    left *= 0.985
    return 1.4 * rumble(t, n) + 0.7 * left * sine(tone * t) * Math.abs(noiseAt(n, 13))
  }
}

/** Water that is struck: noise whose brightness falls, and bubbles. */
const splash = (): Voice => {
  const water = lowPassed(noise(21), (t) => 4200 * decay(t, 0.9) + 350)
  return (t, n) =>
    1.5 * water(t, n) * attack(t, 0.01) * decay(t, 0.75) +
    0.22 * sine((380 + 900 * t) * t) * decay(Math.abs(t - 0.16), 0.12)
}

/** Wood under load: a rough tone that slides. */
const creak = (): Voice => {
  const rough = lowPassed(noise(31), () => 900)
  return (t, n) => {
    const turns = 62 * t + 46 * t * t
    const teeth = Math.max(0, sine(turns)) ** 6
    return 0.9 * teeth * (0.6 + rough(t, n)) * attack(t, 0.05) * decay(t, 0.9)
  }
}

/** A ship's bell: partials of a bell, the higher the sooner gone. */
const bell = (): Voice => (t) =>
  [
    [1, 1, 1.8],
    [2.01, 0.55, 1.2],
    [2.76, 0.4, 0.9],
    [5.4, 0.25, 0.4],
    [8.93, 0.12, 0.2],
  ].reduce(
    (sum, [ratio, gain, length]) => sum + 0.4 * gain! * sine(523 * ratio! * t) * decay(t, length!),
    0,
  ) * attack(t, 0.002)

/** A coin: two quick high tones. */
const chime = (): Voice => (t) => {
  const second = Math.max(0, t - 0.07)
  return (
    0.4 * sine(1480 * t) * decay(t, 0.16) + (t > 0.07 ? 0.5 * sine(2220 * second) * decay(second, 0.45) : 0)
  )
}

/** Electric: clicks and a hard buzz. */
const zap = (): Voice => {
  const hard = highPassed(noise(41), 1200)
  return (t, n) =>
    (0.5 * hard(t, n) * (sine(t * 53) > 0.1 ? 1 : 0.1) + 0.18 * Math.sign(sine(110 * t))) * decay(t, 0.7)
}

/** Air that is cut. */
const whoosh = (): Voice => {
  const air = lowPassed(noise(51), (t) => 400 + 2800 * Math.sin(Math.PI * Math.min(1, t / 0.32)))
  return (t, n) => 1.6 * air(t, n) * Math.sin(Math.PI * Math.min(1, t / 0.34)) ** 1.5
}

/** 16-bit WAV of one channel. */
const wavOf = (samples: Float32Array): Uint8Array => {
  const bytes = new Uint8Array(44 + samples.length * 2)
  const view = new DataView(bytes.buffer)
  const text = (at: number, value: string): void => {
    for (let k = 0; k < value.length; k++) bytes[at + k] = value.charCodeAt(k)
  }
  text(0, 'RIFF')
  view.setUint32(4, 36 + samples.length * 2, true)
  text(8, 'WAVEfmt ')
  view.setUint32(16, 16, true)
  view.setUint16(20, 1, true)
  view.setUint16(22, 1, true)
  view.setUint32(24, RATE, true)
  view.setUint32(28, RATE * 2, true)
  view.setUint16(32, 2, true)
  view.setUint16(34, 16, true)
  text(36, 'data')
  view.setUint32(40, samples.length * 2, true)
  samples.forEach((sample, k) =>
    view.setInt16(44 + k * 2, Math.round(Math.max(-1, Math.min(1, sample)) * 32_767), true),
  )
  return bytes
}

/** Samples of a voice, its last hundredth faded so that it ends in silence; a loop's end is led into its beginning. */
const render = (voice: Voice, seconds: number, loops: boolean): Float32Array => {
  const length = Math.round(seconds * RATE)
  const lead = loops ? Math.round(0.12 * RATE) : 0
  const all = Float32Array.from({ length: length + lead }, (_, n) => voice(n / RATE, n))
  const fade = Math.round(0.01 * RATE)
  return all.slice(0, length).map((sample, n) => {
    if (loops) {
      if (n >= lead) return sample
      const share = n / lead
      return sample * share + all[length + n]! * (1 - share)
    }
    return sample * Math.min(1, (length - 1 - n) / fade)
  })
}

interface Recipe {
  readonly name: string
  readonly seconds: number
  readonly loops?: true
  readonly voice: () => Voice
}

const RECIPES = {
  thump: { name: 'Thump', seconds: 0.5, voice: thump },
  hiss: { name: 'Hiss', seconds: 1, loops: true, voice: hiss },
  crackle: { name: 'Crackle', seconds: 2, loops: true, voice: crackle },
  splash: { name: 'Splash', seconds: 0.8, voice: splash },
  creak: { name: 'Creak', seconds: 0.9, voice: creak },
  bell: { name: 'Bell', seconds: 1.8, voice: bell },
  chime: { name: 'Chime', seconds: 0.5, voice: chime },
  zap: { name: 'Zap', seconds: 0.7, voice: zap },
  whoosh: { name: 'Whoosh', seconds: 0.36, voice: whoosh },
} as const satisfies Record<string, Recipe>

export type SoundName = keyof typeof RECIPES

/** The kit's sounds with their bytes. */
export const SOUNDS: readonly { readonly sound: Sound; readonly wav: Uint8Array }[] = (
  Object.entries(RECIPES) as [SoundName, Recipe][]
).map(([id, { name, seconds, loops = false, voice }]) => {
  const wav = wavOf(render(voice(), seconds, loops))
  return { sound: { id, name, blob: hashPicture(wav), mediaType: 'audio/wav' as const, seconds }, wav }
})
