/** Short ways to write the demo's effects down. */
import type { Burst, Effect, Emitter, ParticleType } from '@gliv/document'
import { DEFAULT_RAMPS, defaultsOf, sourceOfId, type Ease, type Range, type Ramp, type TintRamp } from '@gliv/model'

export const range = (from: number, to: number): Range => ({ from, to })
export const fixed = (value: number): Range => ({ from: value, to: value })

/** `[at, value, ease]` rows. */
export const ramp = (...rows: readonly (readonly [number, number, Ease?])[]): Ramp => ({
  points: rows.map(([at, value, ease]) => ({ at, value, ease: ease ?? 'linear' })),
})

export const tint = (...rows: readonly (readonly [number, string])[]): TintRamp => ({
  points: rows.map(([at, colour]) => ({ at, colour, ease: 'linear' as const })),
})

export const type = (
  id: string,
  name: string,
  picture: { sheet: string; frame: number },
  more: { blend?: ParticleType['blend']; forces?: ParticleType['forces']; numbers?: Partial<ParticleType['numbers']>; ramps?: Partial<ParticleType['ramps']> } = {},
): ParticleType => ({
  id,
  name,
  sheet: picture.sheet,
  frame: picture.frame,
  blend: more.blend ?? 'normal',
  forces: more.forces ?? [],
  numbers: { ...defaultsOf('type'), ...more.numbers },
  ramps: { ...DEFAULT_RAMPS, ...more.ramps },
})

export const burst = (id: string, burstAt: number, burstCount: number): Burst => ({ id, numbers: { burstAt, burstCount } })

export const emitter = (
  id: string,
  name: string,
  typeId: string,
  more: { shape?: Emitter['shape']; fill?: Emitter['fill']; numbers?: Partial<Emitter['numbers']>; bursts?: Burst[] } = {},
): Emitter => ({
  id,
  name,
  type: typeId,
  salt: sourceOfId(id),
  muted: false,
  shape: more.shape ?? 'point',
  fill: more.fill ?? 'even',
  numbers: { ...defaultsOf('emitter'), ...more.numbers },
  bursts: more.bursts ?? [],
})

/** Emitters are given from the lowest layer to the highest. */
export const effect = (id: string, name: string, seed: number, loopSeconds: number | null, emitters: readonly Emitter[]): Effect => ({
  id,
  name,
  seed,
  play: loopSeconds === null ? 'once' : 'loop',
  numbers: { loopSeconds: loopSeconds ?? defaultsOf('effect').loopSeconds },
  emitters: Object.fromEntries(emitters.map((e) => [e.id, e])),
  emitterOrder: emitters.map((e) => e.id),
})
