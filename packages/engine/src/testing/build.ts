/** Effects for tests, built from the defaults. */
import { DEFAULT_RAMPS, defaultsOf, type ForceKind, type NumbersOf, type ResolvedBurst, type ResolvedEffect, type ResolvedEmitter, type ResolvedType } from '@gliv/model'

const frame = { x: 0, y: 0, w: 8, h: 8, pivotX: 4, pivotY: 4 }

export const makeType = (numbers: Partial<NumbersOf<'type'>> = {}, more: Partial<Omit<ResolvedType, 'numbers'>> = {}): ResolvedType => ({
  id: 'type',
  name: 'Type',
  numbers: { ...defaultsOf('type'), ...numbers },
  ramps: DEFAULT_RAMPS,
  blend: 'normal',
  forces: [] as ForceKind[],
  picture: { sheetId: 'sheet', sheet: 0, frameIndex: 0, frame },
  ...more,
})

export const makeEmitter = (numbers: Partial<NumbersOf<'emitter'>> = {}, more: Partial<Omit<ResolvedEmitter, 'numbers'>> = {}): ResolvedEmitter => ({
  id: 'emitter',
  name: 'Emitter',
  salt: 77,
  numbers: { ...defaultsOf('emitter'), ...numbers },
  shape: 'point',
  fill: 'even',
  bursts: [],
  type: makeType(),
  ...more,
})

export const makeBurst = (id: string, burstAt: number, burstCount: number): ResolvedBurst => ({ id, numbers: { burstAt, burstCount } })

export const makeEffect = (emitters: readonly ResolvedEmitter[], more: Partial<ResolvedEffect> = {}): ResolvedEffect => ({
  id: 'effect',
  name: 'Effect',
  seed: 41,
  rate: 60,
  play: 'once',
  numbers: defaultsOf('effect'),
  emitters,
  ...more,
})

export const fixed = (value: number) => ({ from: value, to: value })
